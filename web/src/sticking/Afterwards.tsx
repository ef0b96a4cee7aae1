import Button from 'react-bootstrap/Button'
import type { Page } from '../api/client'
import { useAfterwards } from '../api/stickingQueries'
import { Fractions } from '../app/Fractions'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import type { Line } from '../writes/line'

interface AfterwardsProps {
  page: Page
  thing: string
  line: Line
  onClose: () => void
}

/** A piece that is stuck, or about to be, and not right: what can still be done. */
export function Afterwards({ page, thing, line, onClose }: AfterwardsProps) {
  const found = useAfterwards(page, thing)
  if (found.error) return <Trouble error={found.error} onClose={onClose} />
  if (!found.data) return <Waiting words="Thinking what can be done" />
  const { name, chances, cautions } = found.data
  return (
    <section className="afterwards" aria-label={`What can be done about ${name}`}>
      <h3>What can be done about {name}</h3>
      <ul>
        {chances.map((chance) => (
          <li key={chance.words}>
            <Fractions text={chance.words} />
          </li>
        ))}
      </ul>
      {cautions.map((words) => (
        <p key={words} className="hint">
          {words}
        </p>
      ))}
      <p className="deeds">
        <Button
          variant="outline-primary"
          onClick={() => {
            void line.add({ kind: 'change', change: { kind: 'stick-lift', thing } })
            onClose()
          }}
        >
          I lifted it again
        </Button>
        <Button variant="outline-primary" onClick={onClose}>
          Close
        </Button>
      </p>
    </section>
  )
}
