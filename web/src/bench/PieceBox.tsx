import { useCallback } from 'react'
import type { Change, Page } from '../api/client'
import { Fold } from '../app/Fold'
import { useDropOnPage } from './useDropOnPage'

type LayPiece = Extract<Change, { kind: 'lay-piece' }>

interface PieceKind {
  role: LayPiece['role']
  shape?: 'circle'
  words: string
  /** Its outline in a box of 40 by 30. */
  drawn: string
}

const RECT = (x: number, y: number, width: number, height: number) =>
  `M${x} ${y}h${width}v${height}h${-width}z`

/** What can be laid by itself, as it looks. */
const KINDS: PieceKind[] = [
  { role: 'strip', words: 'strip', drawn: RECT(2, 11, 36, 8) },
  { role: 'paper', words: 'paper', drawn: RECT(7, 3, 26, 24) },
  { role: 'paper', shape: 'circle', words: 'circle', drawn: 'M20 3a12 12 0 1 1 0 24a12 12 0 1 1 0-24z' },
  { role: 'border', words: 'border', drawn: `${RECT(2, 22, 36, 4)}M2 20h36` },
  {
    role: 'photo',
    words: 'photo',
    drawn: `${RECT(6, 4, 28, 22)}M6 9l5-5M29 4l5 5M6 21l5 5M29 26l5-5`,
  },
  { role: 'tag', words: 'tag', drawn: 'M9 5h25v20H9l-5-6v-8zM11 15h.5' },
  { role: 'title', words: 'title', drawn: [4, 16, 28].map((x) => RECT(x, 8, 9, 14)).join('') },
  { role: 'journaling', words: 'story', drawn: 'M5 8h30M5 15h30M5 22h20' },
  {
    role: 'cluster',
    words: 'cluster',
    drawn:
      'M20 6a4 4 0 1 1 0 8a4 4 0 1 1 0-8zM14 16a4 4 0 1 1 0 8a4 4 0 1 1 0-8zM26 16a4 4 0 1 1 0 8a4 4 0 1 1 0-8z',
  },
]

interface PieceBoxProps {
  page: Page
  onChange: (change: Change) => void
}

/** A box of pieces: dragged to its place on the page, or touched, which lays it where it covers least. */
export function PieceBox({ page, onChange }: PieceBoxProps) {
  const lay = useCallback(
    ({ role, shape }: PieceKind, at?: { x: number; y: number }) =>
      onChange({
        kind: 'lay-piece',
        role,
        ...(shape && { shape }),
        ...(at && { at_x: at.x, at_y: at.y }),
      }),
    [onChange],
  )
  const { dragged, press } = useDropOnPage(page.fit.board.width, lay)
  return (
    <Fold place="add-piece" className="piece-box" label="Add a piece" heading="Add a piece">
      <p className="hint">Drag one to its place, or touch it: it goes where it covers least.</p>
      <ul>
        {KINDS.map((kind) => (
          <li key={kind.words}>
            <button
              type="button"
              onPointerDown={(event) => press(kind, event)}
              onClick={() => !dragged && lay(kind)}
            >
              <Drawn kind={kind} />
              <span>{kind.words}</span>
            </button>
          </li>
        ))}
      </ul>
      {dragged && (
        <span className="carried-piece" style={{ left: dragged.x, top: dragged.y }}>
          <Drawn kind={dragged.thing} />
        </span>
      )}
    </Fold>
  )
}

function Drawn({ kind }: { kind: PieceKind }) {
  return (
    <svg viewBox="0 0 40 30" aria-hidden="true">
      <path d={kind.drawn} />
    </svg>
  )
}
