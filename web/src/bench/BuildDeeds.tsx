import Form from 'react-bootstrap/Form'
import type { BoardBlock, Change, Page } from '../api/client'

interface BuildDeedsProps {
  page: Page
  block: BoardBlock
  onChange: (change: Change) => void
  onPutDown: () => void
}

/** Degrees that a touch leans a piece by. */
const A_LITTLE = 2.5

/** What can be built from the piece taken up: one more, a layer behind it, a lean, another place, away. */
export function BuildDeeds({ page, block, onChange, onPutDown }: BuildDeedsProps) {
  const lean = block.turn > 180 ? block.turn - 360 : block.turn
  const may = page.touches.find((one) => one.block === block.id)
  const others = page.fit.board.blocks.filter(
    (other) => other.role !== 'base' && other.stack !== block.stack && other.id === other.stack,
  )
  const leanBy = (degrees: number) => onChange({ kind: 'lean', block: block.id, degrees })
  return (
    <section className="build" aria-label="Build with it">
      <h3>Build with it</h3>
      <p className="answers">
        <Deed words="one more of it" onClick={() => onChange({ kind: 'one-more', block: block.id })} />
        {may?.may_be_layered && (
          <Deed words="a layer behind it" onClick={() => onChange({ kind: 'layer', block: block.id })} />
        )}
        <Deed
          words="take it away"
          onClick={() => {
            onPutDown()
            onChange({ kind: 'take-away', block: block.id })
          }}
        />
      </p>
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
    </section>
  )
}

function Deed({ words, onClick }: { words: string; onClick: () => void }) {
  return (
    <button type="button" className="stitched" onClick={onClick}>
      {words}
    </button>
  )
}
