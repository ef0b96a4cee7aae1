import { useState } from 'react'
import type { Change, CutTable, TablePaper } from '../api/client'
import { Fractions } from '../app/Fractions'
import { BehindWish } from './BehindWish'
import { FoldWish } from './FoldWish'
import { PlaceWish } from './PlaceWish'
import { RowWish } from './RowWish'
import { SeamWish } from './SeamWish'
import { ToolWish } from './ToolWish'
import { WindowWish } from './WindowWish'

export type TablePiece = TablePaper['pieces'][number]

/** A piece of which something can be asked: the first of its block. */
export type AskedPiece = TablePiece & { terms: NonNullable<TablePiece['terms']> }

export interface WishProps<Piece = AskedPiece> {
  piece: Piece
  table: CutTable
  onChange: (change: Change) => void
}

/** One piece to cut: its number, what it is and its size; unfolded, what can be asked of it. */
export function PieceRow(props: WishProps<TablePiece> & { alike: TablePiece[] }) {
  const { piece, alike, table, onChange } = props
  const { terms } = piece
  const [open, show] = useState(false)
  return (
    <li>
      <div className="piece-line">
        <b className="piece-number">{piece.key}</b>
        <span className="piece-name">
          {alike.length > 1 && (
            <>
              to {alike.at(-1)!.key}, <b>{alike.length}</b> of{' '}
            </>
          )}
          {piece.name}
          <Traits piece={piece} />
          {piece.directional && terms && (
            <button
              type="button"
              className="stitched lie"
              aria-label={`${piece.lie === 'up' ? 'upright' : 'across'}: pattern on ${piece.key} ${piece.name}`}
              onClick={() => onChange({ kind: 'lie', block: piece.block, on: piece.lie === 'up' })}
            >
              {piece.lie === 'up' ? 'upright' : 'across'}
            </button>
          )}
          {terms && (
            <button
              type="button"
              className="stitched ask-more"
              aria-expanded={open}
              aria-label={`ask more of ${piece.number} ${piece.name}`}
              onClick={() => show(!open)}
            >
              ask more
            </button>
          )}
        </span>
        <b className="piece-size">
          <Fractions text={piece.size} />
        </b>
      </div>
      {terms && open && <PieceWishes piece={{ ...piece, terms }} table={table} onChange={onChange} />}
    </li>
  )
}

function Traits({ piece }: { piece: TablePiece }) {
  const { terms } = piece
  const traits = [
    piece.shape === 'rect' ? '' : piece.shape,
    piece.side === 'B' ? 'B side' : '',
    ...piece.openings.map((size) => `hole ${size}`),
    terms?.place ? `from ${terms.place}` : '',
    terms?.tool?.words ?? '',
    terms?.seam ? `joined ${terms.seam}` : '',
  ]
  return traits.filter(Boolean).map((trait, place) => (
    <em key={`${trait} ${place}`}>
      {' '}
      <Fractions text={trait} />
    </em>
  ))
}

/** Everything that can be asked of a piece, folded away until it is wanted. */
function PieceWishes(props: WishProps) {
  const { piece } = props
  return (
    <div className="piece-wishes" role="group" aria-label={`What is asked of ${piece.name}`}>
      <SpareWish {...props} />
      <PlaceWish {...props} />
      <BehindWish {...props} />
      {piece.terms.may.includes('window') && <WindowWish {...props} />}
      {piece.terms.may.includes('row') && <RowWish {...props} />}
      <FoldWish {...props} />
      {piece.terms.may.includes('seam') && <SeamWish {...props} />}
      <ToolWish {...props} />
    </div>
  )
}

/** A spare copy more, for a test or in case; a letter at the number tells copies apart. */
function SpareWish({ piece, onChange }: WishProps) {
  const set = (count: number) => onChange({ kind: 'copies', block: piece.block, count })
  return (
    <p className="wish">
      <span>spare copies</span>
      <button
        type="button"
        className="stitched"
        aria-label={`one spare less of ${piece.name}`}
        disabled={piece.terms.spares === 0}
        onClick={() => set(piece.terms.spares - 1)}
      >
        −
      </button>
      <b>{piece.terms.spares}</b>
      <button
        type="button"
        className="stitched"
        aria-label={`one spare more of ${piece.name}`}
        onClick={() => set(piece.terms.spares + 1)}
      >
        +
      </button>
    </p>
  )
}
