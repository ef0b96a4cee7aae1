import { useState } from 'react'
import Form from 'react-bootstrap/Form'
import type { PapersAsked, PapersOnPage } from '../api/client'
import { usePapers as useStashPapers } from '../api/cuttingQueries'
import { usePalettes, usePaletteWrites } from '../api/paperQueries'
import { Trouble } from '../app/Trouble'
import type { Papers } from './usePapers'
import { Wheel } from './Wheel'

type StartKey = NonNullable<PapersAsked['start']>

const STARTS: { key: StartKey; words: string }[] = [
  { key: 'photos', words: 'the photos' },
  { key: 'kept-out', words: 'photos stand out' },
  { key: 'paper', words: 'a paper I like' },
  { key: 'wheel', words: 'the colour wheel' },
  { key: 'palette', words: 'a palette' },
  { key: 'kit', words: 'a kit' },
]

interface StartProps {
  papers: Papers
  seen: PapersOnPage | undefined
}

/** Where she starts from; what is started from shows as colours with their names. */
export function Start({ papers, seen }: StartProps) {
  const [open, setOpen] = useState<StartKey | null>(null)
  const { asked } = papers
  const choose = (key: StartKey) => {
    setOpen(key)
    // These can be started from at once; the others once something is chosen.
    if (key === 'photos' || key === 'kept-out' || key === 'wheel') papers.ask({ start: key })
  }
  const shown = open ?? asked.start
  return (
    <section className="papers-start" aria-label="Where you start">
      <h2>Start from</h2>
      <div className="chips" role="group" aria-label="Start from">
        {STARTS.map((one) => (
          <button
            key={one.key}
            type="button"
            className="chip"
            aria-pressed={shown === one.key}
            onClick={() => choose(one.key)}
          >
            {one.words}
          </button>
        ))}
      </div>
      {shown === 'wheel' && <Wheel papers={papers} />}
      {shown === 'paper' && <PaperStart papers={papers} />}
      {shown === 'palette' && <PaletteStart papers={papers} seen={seen} />}
      {shown === 'kit' && <KitStart papers={papers} kits={seen?.kits ?? []} />}
      <ul
        className="targets"
        aria-label={asked.start === 'kept-out' ? 'Kept out of the papers' : 'Looked for'}
      >
        {seen?.targets.map((one) => (
          <li key={one.colour}>
            <span className="colour-dot" style={{ background: one.colour }} aria-hidden /> {one.name}
          </li>
        ))}
      </ul>
      {(asked.touched ?? []).length > 0 && (
        <button type="button" className="stitched" onClick={() => papers.ask({ touched: [] })}>
          Forget the colours I touched
        </button>
      )}
    </section>
  )
}

function PaperStart({ papers }: { papers: Papers }) {
  const stash = useStashPapers()
  return (
    <Form.Select
      size="sm"
      aria-label="The paper you start from"
      value={papers.asked.paper ?? ''}
      onChange={(event) =>
        event.target.value && papers.ask({ start: 'paper', paper: Number(event.target.value) })
      }
    >
      <option value="">Choose a paper or scrap …</option>
      {stash.data?.map((paper) => (
        <option key={paper.id} value={paper.id}>
          {paper.name}
        </option>
      ))}
    </Form.Select>
  )
}

function KitStart({ papers, kits }: { papers: Papers; kits: string[] }) {
  if (kits.length === 0)
    return <p className="hint">No papers are marked as a kit yet: write its name on each in the stash.</p>
  return (
    <div className="chips" role="group" aria-label="The kit you start from">
      {kits.map((kit) => (
        <button
          key={kit}
          type="button"
          className="chip"
          aria-pressed={papers.asked.start === 'kit' && papers.asked.kit === kit}
          onClick={() => papers.ask({ start: 'kit', kit })}
        >
          {kit}
        </button>
      ))}
    </div>
  )
}

/** Palettes kept over several pages, and keeping what this page looks for as one. */
function PaletteStart({ papers, seen }: { papers: Papers; seen: PapersOnPage | undefined }) {
  const palettes = usePalettes()
  const { keep, remove } = usePaletteWrites()
  const [name, setName] = useState('')
  const colours = seen?.targets.map((one) => one.colour) ?? []
  const laid = seen?.places.flatMap((one) => (one.laid ? [one.laid.stash_paper] : [])) ?? []
  const { asked } = papers
  return (
    <div className="palettes">
      <ul>
        {palettes.data?.map((one) => (
          <li key={one.id}>
            <button
              type="button"
              className="palette"
              aria-pressed={asked.start === 'palette' && asked.palette === one.id}
              onClick={() => papers.ask({ start: 'palette', palette: one.id })}
            >
              <span className="palette-colours" aria-hidden>
                {one.colours.map((colour: string) => (
                  <span key={colour} style={{ background: colour }} />
                ))}
              </span>
              {one.name}
            </button>
            <button
              type="button"
              className="stitched"
              aria-label={`Remove palette ${one.name}`}
              onClick={() => {
                if (asked.palette === one.id) papers.ask({ start: 'photos', palette: null })
                remove.mutate(one.id)
              }}
            >
              Remove
            </button>
          </li>
        ))}
      </ul>
      <form
        className="keep-palette"
        onSubmit={(event) => {
          event.preventDefault()
          keep.mutate(
            { name: name.trim(), colours, papers: [...new Set(laid)] },
            { onSuccess: () => setName('') },
          )
        }}
      >
        <Form.Control
          size="sm"
          aria-label="Name of the palette"
          placeholder="Keep these as …"
          maxLength={60}
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        <button
          type="submit"
          className="btn btn-primary btn-sm"
          disabled={!name.trim() || colours.length === 0 || keep.isPending}
        >
          Keep
        </button>
      </form>
      {keep.error && <Trouble error={keep.error} />}
    </div>
  )
}
