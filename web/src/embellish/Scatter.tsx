import { useId, useState } from 'react'
import Form from 'react-bootstrap/Form'
import type { Arrangement, Change, Embellishment, Page } from '../api/client'
import { useProposed } from '../api/embellishQueries'
import { Trouble } from '../app/Trouble'
import { PieceTicks } from './PieceTicks'

interface ScatterProps {
  page: Page
  owned: Embellishment[]
  onChange: (change: Change) => void
  onLook: (one: Arrangement | null) => void
}

/** A background of stamps, stickers, dots or splatters. */
export function Scatter({ page, owned, onChange, onLook }: ScatterProps) {
  const id = useId()
  const { scatter } = useProposed(page.id)
  const [open, show] = useState(false)
  const [count, setCount] = useState(30)
  const [offEdge, setOffEdge] = useState(15)
  const [denser, setDenser] = useState(false)
  const [over, setOver] = useState(false)
  const [only, setOnly] = useState<ReadonlySet<string>>(new Set())
  const [surface, setSurface] = useState('')
  const [seed, setSeed] = useState(1)
  const [asked, ask] = useState<number | null>(null)
  const found = asked === page.version ? scatter.data : undefined
  const scattered = page.accents.filter((one) => one.group.startsWith('scatter'))
  const request = (nextSeed: number, more = false) => {
    setSeed(nextSeed)
    ask(page.version)
    scatter.mutate(
      {
        count,
        off_edge: offEdge / 100,
        denser,
        over_photos: over,
        on: surface || null,
        seed: nextSeed,
        one_more: more,
        ...(only.size > 0 ? { only: [...only] } : {}),
      },
      { onSuccess: (one) => (more ? onChange(one.change) : onLook(one)) },
    )
  }
  if (!open)
    return (
      <p>
        <button type="button" className="stitched" onClick={() => show(true)}>
          Scatter a background
        </button>
      </p>
    )
  const surfaces = page.fit.board.blocks.filter((block) => ['base', 'paper', 'strip'].includes(block.role))
  return (
    <section className="scatter" aria-label="Scattered background">
      <h3>Scattered background</h3>
      <div className="cluster-wishes">
        <label htmlFor={`${id}-count`}>{count} pieces</label>
        <Form.Range
          id={`${id}-count`}
          min={3}
          max={120}
          value={count}
          onChange={(event) => setCount(Number(event.target.value))}
        />
        <label htmlFor={`${id}-edge`}>{offEdge} in a hundred run off the edges</label>
        <Form.Range
          id={`${id}-edge`}
          min={0}
          max={50}
          step={5}
          value={offEdge}
          onChange={(event) => setOffEdge(Number(event.target.value))}
        />
        <Form.Select
          size="sm"
          aria-label="Where"
          value={surface}
          onChange={(event) => setSurface(event.target.value)}
        >
          <option value="">over the whole page</option>
          {surfaces.map((block) => (
            <option key={block.id} value={block.id}>
              on {block.name}
            </option>
          ))}
        </Form.Select>
        <Form.Check
          id={`${id}-denser`}
          label="denser near the clusters"
          checked={denser}
          onChange={(event) => setDenser(event.target.checked)}
        />
        <Form.Check
          id={`${id}-over`}
          label="over the photos too, on purpose"
          checked={over}
          onChange={(event) => setOver(event.target.checked)}
        />
      </div>
      <PieceTicks
        legend={only.size === 0 ? 'everything small, or only these:' : 'only these, mixed:'}
        owned={owned}
        ticked={only}
        onTick={setOnly}
      />
      {scatter.error && asked === page.version && <Trouble error={scatter.error} />}
      <p className="deeds">
        <button
          type="button"
          className="btn btn-primary btn-sm"
          disabled={scatter.isPending}
          onClick={() => request(seed)}
        >
          Try it out
        </button>
        {found && (
          <>
            <button type="button" className="stitched" onClick={() => request(seed + 1)}>
              another way
            </button>
            <button type="button" className="stitched" onClick={() => onChange(found.change)}>
              lay these {found.accents.length}
            </button>
          </>
        )}
        {scattered.length > 0 && (
          <>
            <button type="button" className="stitched" onClick={() => request(seed, true)}>
              one more where the gap is largest
            </button>
            <button
              type="button"
              className="stitched"
              onClick={() =>
                onChange({
                  kind: 'arrange',
                  take: scattered.map((one) => one.key),
                  words: 'background removed',
                })
              }
            >
              remove the background
            </button>
          </>
        )}
      </p>
    </section>
  )
}
