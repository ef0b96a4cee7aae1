import type { Change, Page } from '../api/client'
import { useCutAdvice } from '../api/cuttingQueries'
import { Fractions } from '../app/Fractions'

interface CutAdviceProps {
  page: Page
  /** The plan is the best that was found: what would be better can be asked for. */
  isReady: boolean
  onChange: (change: Change) => void
}

/** What is worth doing before cutting, the best first, each with its gain and the deed. */
export function CutAdvice({ page, isReady, onChange }: CutAdviceProps) {
  const advice = useCutAdvice(page, isReady)
  if (!advice.data || advice.data.length === 0) return null
  return (
    <ul className="cut-advice" aria-label="Worth doing first">
      {advice.data.map((one) => (
        <li key={one.words}>
          <span>
            <Fractions text={one.words} />: <b>{one.gain}</b>
          </span>
          <button
            type="button"
            className="btn btn-outline-primary btn-sm"
            aria-label={`Do it: ${one.words}`}
            onClick={() => onChange(one.change)}
          >
            Do it
          </button>
        </li>
      ))}
    </ul>
  )
}
