import { useCallback, type FormEvent } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import type { BoardBlock, Change, Page } from '../api/client'
import { formText } from '../app/formText'
import { useDropOnPage } from './useDropOnPage'

interface BuildDeedsProps {
  page: Page
  block: BoardBlock
  onChange: (change: Change) => void
  onPutDown: () => void
}

/** Degrees that a touch leans a piece by. */
const A_LITTLE = 2.5

/** What can be built from the piece taken up: one more, a layer behind it, a strip beside it, a lean, another place. */
export function BuildDeeds({ page, block, onChange, onPutDown }: BuildDeedsProps) {
  const lean = block.turn > 180 ? block.turn - 360 : block.turn
  const may = page.touches.find((one) => one.block === block.id)
  const others = page.fit.board.blocks.filter(
    (other) => other.role !== 'base' && other.stack !== block.stack && other.id === other.stack,
  )
  const leanBy = (degrees: number) => onChange({ kind: 'lean', block: block.id, degrees })
  const oneMore = useCallback(
    (one: BoardBlock, at?: { x: number; y: number }) =>
      onChange({ kind: 'one-more', block: one.id, ...(at && { at_x: at.x, at_y: at.y }) }),
    [onChange],
  )
  const { dragged, press } = useDropOnPage(page.fit.board.width, oneMore)
  return (
    <section className="build" aria-label="Build with it">
      <h3>Build with it</h3>
      <p className="answers">
        <button
          type="button"
          className="stitched is-dragged-out"
          title="touch it, or drag it to its place"
          onPointerDown={(event) => press(block, event)}
          onClick={() => !dragged && oneMore(block)}
        >
          one more of it
        </button>
        {may?.may_be_layered && (
          <Deed words="a layer behind it" onClick={() => onChange({ kind: 'layer', block: block.id })} />
        )}
        <Deed
          words="Remove"
          onClick={() => {
            onPutDown()
            onChange({ kind: 'take-away', block: block.id })
          }}
        />
      </p>
      <p className="answers" role="group" aria-label="A strip beside it">
        <span>Strip beside:</span>
        {SIDES.map((side) => (
          <Deed
            key={side}
            words={side}
            label={`a strip beside it, ${side}`}
            onClick={() => onChange({ kind: 'lay-beside', block: block.id, side })}
          />
        ))}
      </p>
      {may?.may_be_layered && <LayerForm block={block} unit={page.fit.board.unit} onChange={onChange} />}
      {may?.may_lean && (
        <p className="answers" role="group" aria-label="Its lean">
          <span>{lean ? `It leans by ${Math.abs(lean)}°` : 'It lies straight'}</span>
          <Deed words="lean left" onClick={() => leanBy(lean - A_LITTLE)} />
          <Deed words="lean right" onClick={() => leanBy(lean + A_LITTLE)} />
          {lean !== 0 && <Deed words="straight" onClick={() => leanBy(0)} />}
        </p>
      )}
      {others.length > 0 && (
        <Form.Select
          size="sm"
          aria-label="Change places with"
          value=""
          onChange={(event) => onChange({ kind: 'trade-places', block: block.id, other: event.target.value })}
        >
          <option value="">change places with …</option>
          {others.map((other) => (
            <option key={other.id} value={other.id}>
              {other.name}
            </option>
          ))}
        </Form.Select>
      )}
      {dragged && (
        <span className="carried-piece" style={{ left: dragged.x, top: dragged.y }}>
          one more
        </span>
      )}
    </section>
  )
}

const SIDES = ['left', 'right', 'above', 'below'] as const
const LAYER_SIDES = ['left', 'top', 'right', 'bottom'] as const

interface LayerFormProps extends Pick<BuildDeedsProps, 'block' | 'onChange'> {
  unit: string
}

/** A layer as she wants it: how much of it shows, on which sides, and whether the mats that are there stay. */
function LayerForm({ block, unit, onChange }: LayerFormProps) {
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = event.currentTarget
    const showing = LAYER_SIDES.filter((side) => formText(form, side) === 'on')
    const further = formText(form, 'further') === 'on'
    onChange({ kind: 'layer', block: block.id, reveal: formText(form, 'reveal'), showing, further })
  }
  return (
    <details className="layer-form">
      <summary>a layer another way</summary>
      <Form aria-label={`A layer behind ${block.name}`} onSubmit={submit}>
        <label>
          showing <Form.Control size="sm" name="reveal" placeholder="a little" maxLength={20} /> {unit}
        </label>
        <span role="group" aria-label="on these sides" className="layer-sides">
          {LAYER_SIDES.map((side) => (
            <Form.Check key={side} id={`layer-${side}`} name={side} label={side} defaultChecked />
          ))}
        </span>
        <Form.Check id="layer-further" name="further" label="the mats that are there stay" />
        <Button type="submit" size="sm">
          Lay it
        </Button>
      </Form>
    </details>
  )
}

function Deed({ words, label, onClick }: { words: string; label?: string; onClick: () => void }) {
  return (
    <button type="button" className="stitched" aria-label={label} onClick={onClick}>
      {words}
    </button>
  )
}
