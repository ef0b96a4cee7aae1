import Alert from 'react-bootstrap/Alert'
import { Refused, type Change } from '../api/client'
import { wordsOf } from '../writes/NotSaved'

interface TroubleProps {
  error: Error
  /** What was to be done and cannot be. */
  was?: Change | null
  onClose?: () => void
}

/** What went wrong, in the server's words, every fault on a line of its own. */
export function Trouble({ error, was = null, onClose }: TroubleProps) {
  const faults = error instanceof Refused ? error.faults : []
  return (
    <Alert variant="danger" dismissible={onClose !== undefined} onClose={onClose} className="trouble">
      {faults.length > 1 ? (
        <ul>
          {faults.map((fault) => (
            <li key={`${fault.block} ${fault.message}`}>{fault.message}</li>
          ))}
        </ul>
      ) : (
        <p>{error.message}</p>
      )}
      {error instanceof Refused && error.status === 404 && !onClose && (
        <p>
          <a className="stitched" href="/">
            To your pages
          </a>
        </p>
      )}
      {was && <p className="hint">Not done: {wordsOf(was)}.</p>}
    </Alert>
  )
}
