import { Fractions } from '../app/Fractions'
import type { Draft } from '../api/client'

interface PieceListProps {
  draft: Draft
  heldId: string | null
  drawing: boolean
  onHold: (id: string) => void
  onDraw: () => void
  onAdd: () => void
}

/** Every piece of the draft, top layer first; those whose role is a guess come with a question mark. */
export function PieceList({ draft, heldId, drawing, onHold, onDraw, onAdd }: PieceListProps) {
  const guesses = draft.guessed.length
  const rows = [...draft.board.blocks].reverse()
  return (
    <section aria-label="Pieces of the sketch">
      <h2>{rows.length} pieces</h2>
      {guesses > 0 && (
        <p className="hint">
          What {guesses === 1 ? 'one of them is' : `${guesses} of them are`} was guessed from size and place.
          Touch one to say otherwise.
        </p>
      )}
      <ul className="piece-list">
        {rows.map((block) => (
          <li key={block.id}>
            <button
              type="button"
              className="piece-row"
              aria-pressed={block.id === heldId}
              onClick={() => onHold(block.id)}
            >
              <i className={`role-dot draft-${block.role}`} aria-hidden />
              <strong>{block.name}</strong>
              {draft.guessed.includes(block.id) && <em>guessed</em>}
              <span>
                <Fractions text={`${block.texts.width} × ${block.texts.height}`} />
              </span>
            </button>
          </li>
        ))}
      </ul>
      <p className="draft-deeds">
        <button type="button" className="stitched" aria-pressed={drawing} onClick={onDraw}>
          {drawing ? 'Drag its box on the page…' : 'Draw one that is missing'}
        </button>
        <button type="button" className="stitched" onClick={onAdd}>
          Add a piece
        </button>
      </p>
    </section>
  )
}
