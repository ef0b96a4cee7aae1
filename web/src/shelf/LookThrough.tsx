import Form from 'react-bootstrap/Form'
import type { Order } from '../app/useFound'

interface LookThroughProps {
  /** What is looked through: "pages". */
  what: string
  words: string
  order: Order
  onLook: (words: string) => void
  onLay: (order: Order) => void
}

const ORDERS: [Order, string][] = [
  ['newest', 'newest first'],
  ['name', 'by name'],
]

/** Words to look for, and the order in which things lie. */
export function LookThrough({ what, words, order, onLook, onLay }: LookThroughProps) {
  return (
    <div className="look-through">
      <Form.Control
        size="sm"
        type="search"
        aria-label={`Look for ${what}`}
        placeholder={`look for ${what}`}
        value={words}
        maxLength={80}
        onChange={(event) => onLook(event.target.value)}
      />
      <span className="answers" role="group" aria-label={`Order of ${what}`}>
        {ORDERS.map(([value, said]) => (
          <button
            key={value}
            type="button"
            className="stitched"
            aria-pressed={value === order}
            onClick={() => onLay(value)}
          >
            {said}
          </button>
        ))}
      </span>
    </div>
  )
}
