import type { WishProps } from './PieceRow'

/** The papers behind the openings of a piece: laid there on the page, taken away here. */
export function BehindWish({ piece, onChange }: WishProps) {
  if (piece.terms.behind.length === 0) return null
  return (
    <div className="wish">
      <span>behind its openings</span>
      <ul className="behind-list">
        {piece.terms.behind.map(({ opening, paper }) => (
          <li key={opening}>
            <b>{opening + 1}</b> {paper}{' '}
            <button
              type="button"
              className="stitched"
              aria-label={`Remove ${paper} behind opening ${opening + 1} of ${piece.name}`}
              onClick={() => onChange({ kind: 'behind', block: piece.block, opening, stash_paper: null })}
            >
              Remove
            </button>
          </li>
        ))}
      </ul>
    </div>
  )
}
