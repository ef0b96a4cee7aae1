import { useUsual } from '../api/queries'
import { useState } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import type { Draft } from '../api/client'
import { FormatChips } from '../app/FormatChips'
import { Trouble } from '../app/Trouble'
import { useSettled } from '../app/useSettled'
import { useMeasured, useMeasuredSoFar } from '../api/sketchQueries'
import { PageThumb } from '../board/PageThumb'
import { useUnfinished } from '../writes/unfinished'
import { RulerChoice } from './RulerChoice'
import { RulerRow } from './RulerRow'
import { BEGUN, emptyRow, readWork, type OwnPage, type Row } from './rulerRows'

const OWN: OwnPage = { width: '10', height: '10', unit: 'in', sides: 1, gap: '' }
const UNITS = [
  { value: 'in', words: 'inches' },
  { value: 'mm', words: 'mm' },
] as const
const SIDES = [
  { value: '1', words: 'one page' },
  { value: '2', words: 'two facing' },
] as const
/** Longest side of the page that is drawn, in pixels. */
const DRAWN = 500

interface FromRulerProps {
  format: string
  onFormat: (key: string) => void
  onDrawn: (draft: Draft) => void
}

/** Piece by piece as measured with a ruler, the page drawn beside it as one types. */
export function FromRuler({ format, onFormat, onDrawn }: FromRulerProps) {
  const kept = useUnfinished<unknown>('ruler', BEGUN)
  const { rows, own } = readWork(kept.value)
  const [open, setOpen] = useState(0)
  const usual = useUsual()
  const asked = { ...(own ?? { format, ...(usual && { unit: usual.unit }) }), rows }
  const soFar = useMeasuredSoFar(useSettled(JSON.stringify(asked)))
  const measured = useMeasured()
  const change = (next: Row[], page = own) => kept.change({ rows: next, own: page })
  const set = (index: number, more: Partial<Row>) =>
    change(rows.map((row, place) => (place === index ? { ...row, ...more } : row)))
  const add = (row: Row) => {
    change([...rows, row])
    setOpen(rows.length)
  }
  const remove = (index: number) => {
    change(rows.filter((_, place) => place !== index))
    setOpen(Math.max(0, index - 1))
  }
  const lay = () =>
    measured.mutate(asked, {
      onSuccess: ({ draft, faults }) => {
        const wrong = faults[0]
        if (wrong) setOpen(wrong.row)
        else if (draft) {
          kept.forget()
          onDrawn(draft)
        }
      },
    })
  const found = soFar.data
  const told = (index: number) => (found?.faults ?? []).filter((fault) => fault.row === index)
  return (
    <div className="from-ruler">
      <section aria-label="Pieces">
        <FormatChips
          words="for a page of"
          label="The page it is drawn for"
          {...(!own && { chosen: format })}
          onChoose={(key) => {
            change(rows, null)
            onFormat(key)
          }}
        />
        <OwnPageFields own={own} onChange={(page) => change(rows, page)} />
        <p className="hint">
          Lowest piece first. Two of the three across and two of the three down are enough; give all three and
          the sum is checked. A tilted piece is measured as if it lay straight.
        </p>
        <ol className="ruler-rows">
          {rows.map((row, index) => (
            <RulerRow
              key={index}
              row={row}
              number={index + 1}
              called={found?.names[index] ?? ''}
              faults={told(index)}
              isOpen={index === open}
              only={rows.length === 1}
              onOpen={() => setOpen(index)}
              onSet={(more) => set(index, more)}
              onRemove={() => remove(index)}
            />
          ))}
        </ol>
      </section>
      <section className="ruler-page" aria-label="The page so far">
        {found && (
          <PageThumb
            board={found.board}
            size={DRAWN}
            label="The page so far"
            marked={found.names[open] ?? ''}
          />
        )}
        {soFar.error && <Trouble error={soFar.error} />}
        {measured.error && <Trouble error={measured.error} onClose={() => measured.reset()} />}
        <p className="draft-deeds">
          <button type="button" className="stitched" onClick={() => add(emptyRow('photo'))}>
            One piece more
          </button>
          <Button disabled={measured.isPending || !found?.draft} onClick={lay}>
            Onto the drawing table
          </Button>
        </p>
      </section>
    </div>
  )
}

interface OwnPageProps {
  own: OwnPage | null
  onChange: (own: OwnPage) => void
}

/** A page of another size, or two that face each other. */
function OwnPageFields({ own, onChange }: OwnPageProps) {
  if (!own)
    return (
      <button type="button" className="stitched" onClick={() => onChange(OWN)}>
        another size, or two facing pages
      </button>
    )
  const field = (name: 'width' | 'height' | 'gap', words: string) => (
    <Form.Group className="ruler-field" controlId={`own-${name}`}>
      <Form.Label>{words}</Form.Label>
      <Form.Control
        size="sm"
        value={own[name]}
        autoComplete="off"
        onChange={(event) => onChange({ ...own, [name]: event.target.value })}
      />
    </Form.Group>
  )
  return (
    <div className="ruler-fields" role="group" aria-label="The page’s own size">
      {field('width', 'page width')}
      {field('height', 'page height')}
      <RulerChoice
        id="own-unit"
        words="in"
        value={own.unit}
        choices={UNITS}
        onChoose={(unit) => onChange({ ...own, unit })}
      />
      <RulerChoice
        id="own-sides"
        words="it is"
        value={String(own.sides) as '1' | '2'}
        choices={SIDES}
        onChoose={(sides) => onChange({ ...own, sides: sides === '2' ? 2 : 1 })}
      />
      {own.sides === 2 && field('gap', 'gap between')}
    </div>
  )
}
