import type { ReactNode } from 'react'
import type { Observation } from '../api/client'
import { Fractions } from '../app/Fractions'
import { useGlance } from '../app/useGlance'

interface ObservationListProps {
  noticed: Observation[]
  onPoint: (one: Observation | null) => void
  onTry: (one: Observation) => void
  onNever: (one: Observation) => void
  /** The one that is being tried, and what is shown of that below it. */
  tried: Observation | null
  shown: ReactNode
}

const MISSING = new Set<Observation['kind']>(['title-missing', 'words-missing'])

const keyOf = (one: Observation) => `${one.kind} ${one.keys.join(' ')}`

/** What is noticed, the worst first, each shown on the page while it is looked at. */
export function ObservationList({ noticed, onPoint, onTry, onNever, tried, shown }: ObservationListProps) {
  const glance = useGlance(noticed, keyOf, onPoint)
  if (noticed.length === 0)
    return (
      <p className="nothing-to-add" role="status">
        Nothing to add. It is good as it lies.
      </p>
    )
  return (
    <ol className="observations" aria-label="What is noticed" onPointerLeave={glance.leave}>
      {noticed.map((one) => (
        <li key={keyOf(one)} {...glance.at(one)}>
          <p>
            <span className="observation-words">
              <Fractions text={one.words} />
            </span>{' '}
            <span className="hint">
              <Fractions text={one.number} />
            </span>
          </p>
          <p className="deeds">
            {!MISSING.has(one.kind) && (
              <button
                type="button"
                className="stitched"
                aria-label={`try it: ${one.words}`}
                onClick={() => onTry(one)}
              >
                try it
              </button>
            )}
            <button
              type="button"
              className="stitched is-quiet"
              aria-label={`never tell me: ${one.called}`}
              onClick={() => onNever(one)}
            >
              never tell me
            </button>
          </p>
          {tried && keyOf(tried) === keyOf(one) && shown}
        </li>
      ))}
    </ol>
  )
}
