import { useEffect, useRef, useState, type FormEvent } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import { Fractions } from '../app/Fractions'
import { formText } from '../app/formText'
import type { BoardBlock, Change, Page, Tie } from '../api/client'
import { BuildDeeds } from './BuildDeeds'
import { Reckoning } from './Reckoning'

interface HeldProps {
  page: Page
  block: BoardBlock
  ties: Tie[]
  onChange: (change: Change) => void
  onPutDown: () => void
}

/** The piece taken up: what it is tied to, each tie to be let go, and what may be asked for it. */
export function Held({ page, block, ties, onChange, onPutDown }: HeldProps) {
  const pin = page.pins.find((candidate) => candidate.block === block.id || candidate.block === block.stack)
  const mine = ties.filter(
    (tie) => tie.blocks.includes(block.id) && (tie.kind !== 'line' || tie.blocks[0] === block.id),
  )
  const section = useRef<HTMLElement>(null)
  // A column that was scrolled down comes back to the piece in hand.
  useEffect(() => {
    section.current?.scrollIntoView({ block: 'nearest' })
  }, [])
  return (
    <section ref={section} className="held" aria-label={`Taken up: ${block.name}`}>
      <h2>{block.name}</h2>
      <p className="held-size">
        <Fractions text={`${block.texts.width} × ${block.texts.height} ${page.format.unit}`} />
      </p>
      <p className="hint">
        Drag it, or drag an edge. Touch a red number to type it. Arrow keys move it a mark.
      </p>
      <ul className="held-asks">
        {pin && (
          <li>
            <span>{pin.size && !pin.place ? 'Its size is pinned' : 'It is pinned here'}</span>
            <Ask words="unpin it" onClick={() => onChange({ kind: 'unpin', block: pin.block })} />
          </li>
        )}
        {block.role === 'photo' && <PhotoAsks page={page} block={block} onChange={onChange} />}
        <li>
          <Ask
            words={pin?.size ? 'pin this very place too' : 'keep this size'}
            onClick={() =>
              onChange({
                kind: 'pin',
                block: block.id,
                width: exact(block.texts.width),
                height: exact(block.texts.height),
              })
            }
          />
        </li>
        {block.role !== 'mat' && <Least block={block} unit={page.format.unit} onChange={onChange} />}
      </ul>
      <BuildDeeds page={page} block={block} onChange={onChange} onPutDown={onPutDown} />
      <Reckoning page={page} block={block} />
      <h3>{mine.length ? 'Tied to' : 'Tied to nothing'}</h3>
      <ul className="ties">
        {mine.map((tie) => (
          <li key={tie.key} className={tie.held ? '' : 'is-loose'}>
            <span>{capital(tie.words)}</span>
            <Ask
              words={tie.held ? 'untie' : 'tie again'}
              onClick={() => onChange({ kind: 'untie', tie: tie.key, again: !tie.held })}
            />
          </li>
        ))}
      </ul>
      <AddTie page={page} block={block} onChange={onChange} />
      <button type="button" className="stitched" onClick={onPutDown}>
        Done
      </button>
    </section>
  )
}

/** The number as it can be typed back. */
const exact = (text: string) => text.replace(/^about /, '')
const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)

function Ask({ words, onClick }: { words: string; onClick: () => void }) {
  return (
    <button type="button" className="stitched" onClick={onClick}>
      {words}
    </button>
  )
}

const TRIMS = [
  { value: 'never', words: 'never' },
  { value: 'a-little', words: 'a little' },
  { value: 'freely', words: 'freely' },
] as const

function PhotoAsks({ page, block, onChange }: Omit<HeldProps, 'ties' | 'onPutDown'>) {
  const trim = page.never_trim.includes(block.id)
    ? 'never'
    : page.trim_freely.includes(block.id)
      ? 'freely'
      : 'a-little'
  const leads = page.leads === block.id
  return (
    <>
      <li>
        {leads && <span>It leads: it keeps its size before the others</span>}
        <Ask
          words={leads ? 'let it lead no more' : 'let this one lead'}
          onClick={() => onChange({ kind: 'leads', block: block.id })}
        />
      </li>
      <li>
        <span className="answers" role="group" aria-label="Trim it">
          <span>Trim it</span>
          {TRIMS.map(({ value, words }) => (
            <button
              key={value}
              type="button"
              className="stitched"
              aria-pressed={trim === value}
              onClick={() => onChange({ kind: 'trim', block: block.id, trim: value })}
            >
              {words}
            </button>
          ))}
        </span>
      </li>
    </>
  )
}

function Least({
  block,
  unit,
  onChange,
}: {
  block: BoardBlock
  unit: string
  onChange: (change: Change) => void
}) {
  const [open, setOpen] = useState(false)
  if (!open)
    return (
      <li>
        <Ask words="not below a size" onClick={() => setOpen(true)} />
      </li>
    )
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = event.currentTarget
    onChange({
      kind: 'least',
      block: block.id,
      width: formText(form, 'width'),
      height: formText(form, 'height'),
    })
    setOpen(false)
  }
  return (
    <li>
      <Form className="least" onSubmit={submit}>
        <span>Not below</span>
        <Form.Control
          size="sm"
          name="width"
          aria-label="Least width"
          defaultValue={exact(block.texts.width)}
        />
        ×
        <Form.Control
          size="sm"
          name="height"
          aria-label="Least height"
          defaultValue={exact(block.texts.height)}
        />
        {unit}
        <Button type="submit" size="sm">
          Keep
        </Button>
      </Form>
    </li>
  )
}

const SIDES = { left: ['x', false], right: ['x', true], top: ['y', false], bottom: ['y', true] } as const

/** Ties a person adds: in line with another piece, of one size with it, in the middle of it or of the page. */
function AddTie({ page, block, onChange }: Omit<HeldProps, 'ties' | 'onPutDown'>) {
  const [open, setOpen] = useState(false)
  const others = page.fit.board.blocks.filter((other) => other.role !== 'base' && other.id !== block.id)
  if (!open) return <Ask words="tie it to something" onClick={() => setOpen(true)} />
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = event.currentTarget
    const how = formText(form, 'how')
    const other = formText(form, 'other')
    const both = other ? [block.id, other] : [block.id]
    setOpen(false)
    if (how === 'size') onChange({ kind: 'tie', tie_kind: 'equal-size', blocks: both })
    else if (how === 'across' || how === 'down')
      onChange({ kind: 'tie', tie_kind: 'centred', blocks: both, axis: how === 'across' ? 'x' : 'y' })
    else {
      const [axis, high] = SIDES[how as keyof typeof SIDES]
      onChange({ kind: 'tie', tie_kind: 'line', blocks: both, axis, highs: [high, high] })
    }
  }
  return (
    <Form className="add-tie" onSubmit={submit}>
      <Form.Select size="sm" name="how" aria-label="How to tie it">
        <option value="left">left edges in one line with</option>
        <option value="right">right edges in one line with</option>
        <option value="top">tops in one line with</option>
        <option value="bottom">feet in one line with</option>
        <option value="size">of one size with</option>
        <option value="across">in the middle, across, of</option>
        <option value="down">in the middle, up and down, of</option>
      </Form.Select>
      <Form.Select size="sm" name="other" aria-label="What to tie it to">
        {others.map((other) => (
          <option key={other.id} value={other.id}>
            {other.name}
          </option>
        ))}
        <option value="">the page</option>
      </Form.Select>
      <Button type="submit" size="sm">
        Tie
      </Button>
    </Form>
  )
}
