import Button from 'react-bootstrap/Button'
import Modal from 'react-bootstrap/Modal'
import type { Change, Stale } from '../api/client'
import { PageThumb } from '../board/PageThumb'
import { wordsOf } from '../writes/NotSaved'

interface StaleDialogProps {
  stale: Stale
  /** The page as this window had it. */
  onKeep: () => void
  onAgain: () => void
}

/** The page was changed elsewhere: both versions, and the choice is hers. */
export function StaleDialog({ stale, onKeep, onAgain }: StaleDialogProps) {
  const { current } = stale
  return (
    <Modal show centered backdrop="static" onHide={onKeep} aria-labelledby="stale-title">
      <Modal.Header>
        <Modal.Title as="h2" id="stale-title">
          Changed in another window
        </Modal.Title>
      </Modal.Header>
      <Modal.Body className="stale">
        <PageThumb
          board={current.fit.board}
          slots={current.slots}
          titles={current.titles}
          size={170}
          label="The page as it is now"
        />
        <p>
          This page is now as you see it here{current.undo ? ` (last: ${current.undo})` : ''}. What you just
          did{stale.yours != null ? ` (${wordsOf(stale.yours as Change)})` : ''} was not written. Keep the
          page like this, or do yours again on top of it?
        </p>
      </Modal.Body>
      <Modal.Footer>
        <Button variant="outline-primary" onClick={onKeep}>
          Keep it like this
        </Button>
        {stale.yours != null && <Button onClick={onAgain}>Do mine on top</Button>}
      </Modal.Footer>
    </Modal>
  )
}
