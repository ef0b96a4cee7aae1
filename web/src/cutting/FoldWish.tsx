import Form from 'react-bootstrap/Form'
import type { WishProps } from './PieceRow'

/** Cut double to be folded, or corner to corner into two triangles. */
export function FoldWish({ piece, onChange }: WishProps) {
  const { may, slant, folded } = piece.terms
  return (
    <>
      {may.includes('fold') && (
        <div className="wish">
          <span>folded</span>
          <Form.Select
            size="sm"
            aria-label={`Folding of ${piece.name}`}
            value={folded ?? ''}
            onChange={(event) =>
              onChange({
                kind: 'fold',
                block: piece.block,
                fold: (event.target.value || null) as 'left' | 'top' | null,
              })
            }
          >
            <option value="">cut single</option>
            <option value="left">cut double, folded at its left</option>
            <option value="top">cut double, folded at its top</option>
          </Form.Select>
        </div>
      )}
      {may.includes('slant') && (
        <div className="wish">
          <span>corner to corner</span>
          <Form.Select
            size="sm"
            aria-label={`Corner to corner of ${piece.name}`}
            value={slant ?? ''}
            onChange={(event) =>
              onChange({
                kind: 'slant',
                block: piece.block,
                slant: (event.target.value || null) as 'falling' | 'rising' | null,
              })
            }
          >
            <option value="">left whole</option>
            <option value="falling">two triangles, cut from its top left</option>
            <option value="rising">two triangles, cut from its bottom left</option>
          </Form.Select>
        </div>
      )}
    </>
  )
}
