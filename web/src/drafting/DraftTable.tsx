import { useState } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import { useNavigate } from 'react-router'
import { Fractions } from '../app/Fractions'
import { Trouble } from '../app/Trouble'
import { useUndoKeys } from '../app/useUndoKeys'
import { Waiting } from '../app/Waiting'
import type { BoardBlock } from '../api/client'
import { useKeepSketch } from '../api/sketchQueries'
import { DraftBoard } from './DraftBoard'
import { HeldPiece } from './HeldPiece'
import { PieceList } from './PieceList'
import { Strokes, type Pencil } from './Strokes'
import { clearTable, useDraft, type OnTable } from './useDraft'
import { nameOf } from './words'

const lettersOf = (blocks: BoardBlock[]) =>
  [...new Set(blocks.flatMap((block) => block.paper ?? []))].sort((a, b) => a.localeCompare(b))

interface DraftTableProps {
  start: OnTable
  /** Whether it is new: it comes back when the window is loaded again. */
  remember: boolean
  onAside: () => void
}

/** The drawing table: what was read or begun is looked over piece by piece, put right, and kept. */
export function DraftTable({ start, remember, onAside }: DraftTableProps) {
  const table = useDraft(start, remember)
  const { draft, send } = table
  const [heldId, hold] = useState<string | null>(null)
  const [pencil, take] = useState<Pencil | null>(null)
  const keep = useKeepSketch()
  const navigate = useNavigate()
  useUndoKeys(table.undo, table.redo)
  const held = draft.board.blocks.find((block) => block.id === heldId)
  const name = nameOf(draft)
  const { board } = draft
  const save = () =>
    keep.mutate(draft.data, {
      onSuccess: ({ sketch }) => {
        clearTable()
        void table.takeOff(name, true).catch(() => undefined) // the sketch is kept: a drawing left over is no loss
        void navigate(`/sketches/${sketch.id}`)
      },
    })
  const throwAway = () => {
    onAside()
    void table.takeOff(name, false).catch(() => undefined) // it lies on the table still, and is listed there
  }
  return (
    <div className="draft-table" aria-busy={table.busy}>
      <section className="draft-place" aria-label="Drawing table">
        {(table.failed ?? keep.error) && (
          <Trouble
            error={(table.failed ?? keep.error)!}
            onClose={() => {
              table.settle()
              keep.reset()
            }}
          />
        )}
        <DraftBoard
          draft={draft}
          picture={table.picture}
          heldId={heldId}
          drawing={pencil !== null}
          onHold={hold}
          onChange={(change) => void send(change)}
          onDrawn={(place) => {
            if (pencil === 'photo' || pencil === 'paper') table.goOver?.({ role: pencil, ...place })
            else if (pencil === 'together') void send({ kind: 'sweep-together', ...place })
            else if (pencil === 'away') void send({ kind: 'sweep-away', ...place })
            else {
              take(null)
              void send({ kind: 'add', role: 'photo', ...place })
            }
          }}
        />
        {table.busy && <Waiting words="Drawing" />}
      </section>
      <aside className="draft-side">
        <section aria-label="The sketch">
          <Form.Group controlId="draft-name">
            <Form.Label>Name</Form.Label>
            <Form.Control
              value={name}
              maxLength={120}
              onChange={(event) => table.rename(event.target.value)}
            />
          </Form.Group>
          <p className="hint draft-for">
            <Fractions text={`Drawn for ${board.width_text} × ${board.height_text} ${board.unit}.`} />{' '}
            {table.remarks.map((remark) => (
              <Fractions key={remark} text={`${remark} `} />
            ))}
          </p>
          <div className="draft-deeds">
            <Button disabled={!name.trim() || keep.isPending} onClick={save}>
              Keep this sketch
            </Button>
            <button type="button" className="stitched" disabled={!table.canUndo} onClick={table.undo}>
              Undo
            </button>
            <button type="button" className="stitched" disabled={!table.canRedo} onClick={table.redo}>
              Redo
            </button>
            <button type="button" className="stitched" onClick={throwAway}>
              Remove this drawing
            </button>
          </div>
        </section>
        {held && (
          <HeldPiece
            key={held.id}
            block={held}
            letters={lettersOf(board.blocks)}
            unit={board.unit}
            fromPicture={table.picture !== null}
            onChange={(change) => {
              void send(change)
              if (change.kind === 'remove') hold(null)
            }}
            onPutDown={() => hold(null)}
          />
        )}
        <Strokes
          pencil={pencil}
          traces={table.goOver !== null}
          onTake={(one) => {
            hold(null)
            take(one === pencil ? null : one)
          }}
        />
        <PieceList
          draft={draft}
          heldId={heldId}
          drawing={pencil === 'new'}
          onHold={hold}
          onDraw={() => {
            hold(null)
            take(pencil === 'new' ? null : 'new')
          }}
          onAdd={() => void send({ kind: 'add', role: 'photo' })}
        />
      </aside>
    </div>
  )
}
