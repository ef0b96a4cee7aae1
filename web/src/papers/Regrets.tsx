import { useState } from 'react'
import type { Change, Page, Regret } from '../api/client'
import { useMends } from '../api/paperQueries'
import { Fractions } from '../app/Fractions'
import { Trouble } from '../app/Trouble'
import { useGlance } from '../app/useGlance'
import { Waiting } from '../app/Waiting'
import type { Papers } from './usePapers'

interface RegretsProps {
  page: Page
  regrets: Regret[]
  papers: Papers
  /** Shows where a regret lies. */
  onMark: (blocks: string[] | null) => void
  onChange: (change: Change) => void
}

const keyOf = (one: Regret) => `${one.kind} ${one.places.join(' ')}`

/** What she might regret hours later, each with its number, and what takes it away. */
export function Regrets({ page, regrets, papers, onMark, onChange }: RegretsProps) {
  const [tried, setTried] = useState<string | null>(null)
  const mends = useMends(page.id)
  const glance = useGlance(regrets, keyOf, (one) => onMark(one?.blocks ?? null))
  if (regrets.length === 0) return <p className="papers-fine">✓ Nothing you would regret later.</p>
  return (
    <section aria-label="What you might regret" className="regrets">
      <h3>You might regret</h3>
      <ul onPointerLeave={glance.leave}>
        {regrets.map((one) => (
          <li key={keyOf(one)}>
            <p>
              {one.words} <span className="hint">({one.number})</span>
            </p>
            <button
              type="button"
              className="stitched"
              aria-label={`Try it: ${one.words}`}
              {...glance.at(one)}
              onClick={() => {
                setTried(keyOf(one))
                mends.mutate({ regret: one, asked: papers.asked })
              }}
            >
              Try it
            </button>
            {tried === keyOf(one) && <Ways mends={mends} papers={papers} onChange={onChange} />}
          </li>
        ))}
      </ul>
    </section>
  )
}

interface WaysProps {
  mends: ReturnType<typeof useMends>
  papers: Papers
  onChange: (change: Change) => void
}

type Mend = NonNullable<ReturnType<typeof useMends>['data']>[number]

/** Changes that take a regret away, looked at on the page before one is made. */
function Ways({ mends, papers, onChange }: WaysProps) {
  const found = mends.data ?? []
  const glance = useGlance(
    found,
    (one: Mend) => one.words,
    (one) => papers.onPreview(one?.board ?? null),
  )
  if (mends.isPending) return <Waiting words="Trying" />
  if (mends.error) return <Trouble error={mends.error} />
  if (found.length === 0)
    return (
      <p className="hint" role="status">
        No paper of yours takes it away without spoiling something else.
      </p>
    )
  return (
    <ul className="mends" onPointerLeave={glance.leave}>
      {found.map((one) => (
        <li key={one.words}>
          <button
            type="button"
            className="btn btn-primary btn-sm"
            onClick={() => onChange(one.change)}
            {...glance.at(one)}
          >
            <Fractions text={one.words} />
          </button>{' '}
          <span className="hint">
            {one.left.length === 0 ? 'then nothing is left' : `left then: ${one.left.join('; ')}`}
          </span>
        </li>
      ))}
    </ul>
  )
}
