import { Fractions } from '../app/Fractions'
import Button from 'react-bootstrap/Button'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import type { Change, Page } from '../api/client'
import { useWaysOut } from '../api/queries'
import { Demands } from './Demands'

interface ClashProps {
  page: Page
  onChange: (change: Change) => void
}

/** Nothing fits: the sum that is short, what clashes, and ways out that were tried and work. */
export function Clash({ page, onChange }: ClashProps) {
  const waysOut = useWaysOut(page, true)
  const { clash } = page.fit
  return (
    <section className="clash" aria-label="Why nothing fits">
      <h2>{page.fit.status === 'unknown' ? 'Not worked out in time' : 'This does not fit the page'}</h2>
      {page.fit.status === 'unknown' && (
        <p>The sketch has more pieces than could be measured in the time. With some left out it goes on.</p>
      )}
      {clash?.sum && (
        <p className="sum">
          <Fractions text={`${capital(clash.sum)}.`} />
        </p>
      )}
      {clash?.short_by != null && (
        <p className="short-by">
          Short by{' '}
          <b>
            <Fractions text={clash.short_by} />
          </b>{' '}
          {page.format.unit}.
        </p>
      )}
      {clash && (
        <details open={clash.demands.length <= 7}>
          <summary>These cannot all hold together</summary>
          <Demands demands={clash.demands} unit={page.format.unit} onChange={onChange} />
        </details>
      )}
      <h3>Ways out</h3>
      {waysOut.isPending && <Waiting words="Trying what would help" />}
      {waysOut.error && <Trouble error={waysOut.error} />}
      {waysOut.data?.length === 0 && <p>Nothing small helps. A larger page would, or another sketch.</p>}
      <ul className="ways-out">
        {waysOut.data?.map((way) => (
          <li key={way.words}>
            <Button variant="outline-primary" onClick={() => onChange(way.change)}>
              {way.words}
            </Button>
          </li>
        ))}
      </ul>
    </section>
  )
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)
