import type { LayOver } from '../bench/layOver'
import { useState, type FormEvent } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import type { Arrangement, Change, Page } from '../api/client'
import { useProposed } from '../api/embellishQueries'
import { formText } from '../app/formText'
import { Trouble } from '../app/Trouble'
import { ArrangementList } from './ArrangementList'

interface CoverSpotProps {
  page: Page
  onChange: (change: Change) => void
  onLook: (one: Arrangement | null) => void
  onLayOver: LayOver
}

/** Something laid over a flaw, a seam or a slip of the pen, so that it looks meant. */
export function CoverSpot({ page, onChange, onLook, onLayOver }: CoverSpotProps) {
  const { cover } = useProposed(page.id)
  const [open, show] = useState(false)
  const [asked, ask] = useState<number | null>(null)
  const { board } = page.fit
  const [spot, place] = useState({ x: board.width / 2, y: board.height / 2 })
  const mark = (x: number, y: number) => {
    place({ x, y })
    onLayOver(<FlawMark x={x} y={y} />)
  }
  if (!open)
    return (
      <p>
        <button
          type="button"
          className="stitched"
          onClick={() => {
            show(true)
            mark(spot.x, spot.y)
          }}
        >
          Cover a flaw
        </button>
      </p>
    )
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    ask(page.version)
    cover.mutate({ ...spot, across: formText(event.currentTarget, 'across') })
  }
  const found = asked === page.version ? cover.data : undefined
  return (
    <Form className="cover-spot" aria-label="Cover a flaw" onSubmit={submit}>
      <h3>Cover a flaw</h3>
      <label>
        {Math.round((100 * spot.x) / board.width)} % from the left
        <Form.Range
          min={0}
          max={board.width}
          step={board.width / 96}
          value={spot.x}
          onChange={(event) => mark(Number(event.target.value), spot.y)}
        />
      </label>
      <label>
        {Math.round((100 * spot.y) / board.height)} % from the top
        <Form.Range
          min={0}
          max={board.height}
          step={board.height / 96}
          value={spot.y}
          onChange={(event) => mark(spot.x, Number(event.target.value))}
        />
      </label>
      <Form.Control
        size="sm"
        name="across"
        aria-label="How wide the flaw is"
        placeholder={board.unit === 'in' ? 'how wide, 1/2' : 'how wide, 12'}
        defaultValue={board.unit === 'in' ? '1/2' : '12'}
        required
      />
      {cover.error && asked === page.version && <Trouble error={cover.error} />}
      <p className="deeds">
        <Button type="submit" size="sm" disabled={cover.isPending}>
          What covers it?
        </Button>
        <button
          type="button"
          className="stitched"
          onClick={() => {
            show(false)
            onLayOver(null)
          }}
        >
          Close
        </button>
      </p>
      {found && (
        <ArrangementList
          page={page}
          proposals={found}
          onLook={onLook}
          onChoose={(one) => onChange(one.change)}
        />
      )}
    </Form>
  )
}

function FlawMark({ x, y }: { x: number; y: number }) {
  return (
    <g className="flaw-mark" pointerEvents="none">
      <circle cx={x} cy={y} r={0.25} />
      <path d={`M${x - 0.5} ${y}h1M${x} ${y - 0.5}v1`} />
    </g>
  )
}
