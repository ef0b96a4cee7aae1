import Form from 'react-bootstrap/Form'
import type { DescribePaper, StashPaper } from '../api/client'

interface PaperFactsProps {
  paper: StashPaper
  onKeep: (facts: DescribePaper) => void
}

/** What else is to be known of a paper: finish, price of a sheet, a note, and cardstock of two tones. */
export function PaperFacts({ paper, onKeep }: PaperFactsProps) {
  return (
    <div className="paper-facts">
      <Form.Group controlId="paper-finish">
        <Form.Label>finish</Form.Label>
        <Form.Control
          size="sm"
          defaultValue={paper.finish}
          placeholder="matte, glossy, linen …"
          maxLength={40}
          onBlur={(event) => event.target.value !== paper.finish && onKeep({ finish: event.target.value })}
        />
      </Form.Group>
      <Form.Group controlId="paper-price">
        <Form.Label>price of a sheet</Form.Label>
        <Form.Control
          size="sm"
          inputMode="decimal"
          defaultValue={paper.price == null ? '' : (paper.price / 100).toFixed(2)}
          placeholder="1.20"
          onBlur={({ target }) => target.value !== target.defaultValue && onKeep({ price: target.value })}
        />
      </Form.Group>
      <Form.Group controlId="paper-note">
        <Form.Label>note</Form.Label>
        <Form.Control
          size="sm"
          defaultValue={paper.note}
          placeholder="where it lies, what it is for"
          maxLength={300}
          onBlur={(event) => event.target.value !== paper.note && onKeep({ note: event.target.value })}
        />
      </Form.Group>
      <Form.Group controlId="paper-kit">
        <Form.Label>kit it belongs to</Form.Label>
        <Form.Control
          size="sm"
          defaultValue={paper.kit}
          placeholder="papers of one kit go together"
          maxLength={60}
          onBlur={(event) => event.target.value !== paper.kit && onKeep({ kit: event.target.value.trim() })}
        />
      </Form.Group>
      <Form.Check
        id="favourite"
        label="a favourite: used in slivers"
        defaultChecked={paper.favourite ?? false}
        onChange={(event) => onKeep({ favourite: event.target.checked })}
      />
      <Form.Check
        id="two-tone"
        label="two-tone: lighter on one side"
        defaultChecked={paper.two_tone ?? false}
        onChange={(event) => onKeep({ two_tone: event.target.checked })}
      />
      {paper.two_tone && (
        <label className="core-colour">
          <input
            type="color"
            defaultValue={paper.core || '#ffffff'}
            onBlur={(event) => event.target.value !== paper.core && onKeep({ core: event.target.value })}
          />{' '}
          what a torn edge shows
        </label>
      )}
    </div>
  )
}
