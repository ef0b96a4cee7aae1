import Alert from 'react-bootstrap/Alert'
import { Refused } from '../api/client'

interface TroubleProps {
  error: Error
  onClose?: () => void
}

/** What went wrong, in the server's words, every fault on a line of its own. */
export function Trouble({ error, onClose }: TroubleProps) {
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
    </Alert>
  )
}
