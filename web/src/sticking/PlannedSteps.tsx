import type { KeyboardEvent } from 'react'
import type { Change, Sticking, StickStep } from '../api/client'
import { Fractions } from '../app/Fractions'
import { Fold } from '../app/Fold'

interface PlannedStepsProps {
  sticking: Sticking
  looked: string | null
  onLook: (key: string | null) => void
  onChange: (change: Change) => void
}

/** The steps in their order; one that is looked at shows on the page where it goes, and can be moved. */
export function PlannedSteps({ sticking, looked, onLook, onChange }: PlannedStepsProps) {
  const { steps } = sticking
  const move = (step: StickStep, by: -1 | 1) => {
    const place = steps.indexOf(step)
    // Later is: before the one after the next.
    const before = by < 0 ? steps[place - 1] : steps[place + 2]
    if (by < 0 ? !before : place + 1 >= steps.length) return
    onChange({ kind: 'stick-order', step: step.key, before: before?.key ?? '' })
  }
  return (
    <Fold
      place="stick-steps"
      className="planned-steps"
      label="The steps in order"
      heading="The steps in order"
    >
      <ol>
        {steps.map((step) => (
          <li key={step.key} className={step.done ? 'is-done' : undefined}>
            <button
              type="button"
              className="planned-step"
              aria-expanded={step.key === looked}
              onClick={() => onLook(step.key === looked ? null : step.key)}
              onKeyDown={(event: KeyboardEvent) => {
                const by = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0
                if (!event.shiftKey || by === 0) return
                event.preventDefault()
                move(step, by)
              }}
            >
              {step.done && <span aria-hidden>✓ </span>}
              {step.title}
            </button>
            {step.key === looked && (
              <StepTold sticking={sticking} step={step} move={move} onChange={onChange} />
            )}
          </li>
        ))}
      </ol>
      {sticking.own_order && (
        <p>
          <button
            type="button"
            className="stitched"
            onClick={() => onChange({ kind: 'stick-order', step: '', before: '' })}
          >
            Back to the usual order
          </button>
        </p>
      )}
    </Fold>
  )
}

interface StepToldProps {
  sticking: Sticking
  step: StickStep
  move: (step: StickStep, by: -1 | 1) => void
  onChange: (change: Change) => void
}

function StepTold({ sticking, step, move, onChange }: StepToldProps) {
  const thing = sticking.things.find((one) => one.key === step.things[0])
  const place = sticking.steps.indexOf(step)
  return (
    <div className="step-told">
      {step.distances.map((one) => (
        <p key={one.axis}>
          <Fractions text={one.words} />
        </p>
      ))}
      {step.words.map((words) => (
        <p key={words}>{words}</p>
      ))}
      {step.glue
        .flatMap((one) => one.words)
        .map((words) => (
          <p key={words}>
            <Fractions text={words} />
          </p>
        ))}
      {thing?.glued && step.may_choose_glue && (
        <div role="group" aria-label={`Where ${thing.name} is glued`} className="chips">
          {sticking.glue_ways.map((way) => (
            <button
              key={way}
              type="button"
              className="chip"
              aria-pressed={thing.glue === way}
              onClick={() =>
                onChange({ kind: 'stick-glue', thing: thing.key, glue: thing.glue === way ? '' : way })
              }
            >
              {way}
            </button>
          ))}
        </div>
      )}
      <p className="deeds">
        <button type="button" className="stitched" disabled={place === 0} onClick={() => move(step, -1)}>
          Earlier
        </button>
        <button
          type="button"
          className="stitched"
          disabled={place === sticking.steps.length - 1}
          onClick={() => move(step, 1)}
        >
          Later
        </button>
        {thing?.stuck && (
          <button
            type="button"
            className="stitched"
            onClick={() => onChange({ kind: 'stick-lift', thing: thing.key })}
          >
            Lift it again
          </button>
        )}
      </p>
    </div>
  )
}
