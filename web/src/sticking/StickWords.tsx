import type { StickStep } from '../api/client'
import { Fractions } from '../app/Fractions'

/** One step in words, large enough to be read from arm's length. */
export function StickWords({ step }: { step: StickStep }) {
  return (
    <div className="stick-words" aria-live="polite">
      <h2>
        <Fractions text={step.title} />
      </h2>
      {step.distances.length > 0 && (
        <ul className="stick-places">
          {step.distances.map((one) => (
            <li key={one.axis}>
              <Fractions text={one.words} />
            </li>
          ))}
          {step.tilt && <li>{step.tilt}</li>}
        </ul>
      )}
      {step.t_square && (
        <p>
          <Fractions text={step.t_square} />
        </p>
      )}
      {step.words.map((words) => (
        <p key={words}>
          <Fractions text={words} />
        </p>
      ))}
      {step.glue
        .flatMap((one) => one.words)
        .filter((words, place, all) => all.indexOf(words) === place)
        .map((words) => (
          <p key={words} className="glue-words">
            <Fractions text={words} />
          </p>
        ))}
    </div>
  )
}
