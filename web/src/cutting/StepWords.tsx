import type { CutStep, CutTable, Outcome } from '../api/client'
import { Fractions } from '../app/Fractions'

interface StepWordsProps {
  step: CutStep
  table: CutTable
  /** The trimmer that is to make the cut, when a hand chose one. */
  trimmer: number | null
}

/** One cut in words, large enough to be read from arm's length. */
export function StepWords({ step, table, trimmer }: StepWordsProps) {
  const used = trimmer ?? step.trimmer
  const refused = used === null ? null : step.verdicts[used]
  const able = table.trimmers.filter((_, place) => step.verdicts[place] === '').map((one) => one.name)
  return (
    <div className="step-words" aria-live="polite">
      <SetTo step={step} />
      {step.inside && (
        <p className="stops">
          {step.start === null ? (
            'start at the edge'
          ) : (
            <>
              start at{' '}
              <b>
                <Fractions text={step.start} />
              </b>
            </>
          )}
          {', '}
          {step.stop === null ? (
            <b>run off the edge</b>
          ) : (
            <>
              stop at{' '}
              <b>
                <Fractions text={step.stop} />
              </b>
            </>
          )}
          {(step.start ?? step.stop) !== null && ' from the far edge'}
          {step.stops_set && (
            <>
              ; set the stops to{' '}
              <b>
                <Fractions text={step.stops_set} />
              </b>
            </>
          )}
        </p>
      )}
      {step.face_to_face && (
        <p className="hint">
          It mirrors {step.face_to_face}: laid face to face on it, the same cut makes both.
        </p>
      )}
      {step.kept && step.falls && (
        <ul className="comes-of-it">
          <li>
            <span>{step.slant ? 'one half:' : 'stays at the fence:'}</span> <Became outcome={step.kept} />
          </li>
          <li>
            <span>{step.slant ? 'the other:' : 'falls off:'}</span> <Became outcome={step.falls} />
          </li>
        </ul>
      )}
      {!step.exact && <p className="hint">Between two of this trimmer’s marks: set it by a ruler.</p>}
      {refused ? (
        <p className="refusal" role="alert">
          <Fractions text={`${refused}.`} />{' '}
          {able.length > 0
            ? `${able.join(' or ')} can.`
            : 'None of yours can: use a knife and a steel ruler.'}
        </p>
      ) : used === null ? (
        <p className="refusal" role="alert">
          <Fractions text={`${step.verdicts.join('; ')}. Use a knife and a steel ruler.`} />
        </p>
      ) : (
        <p className="hint">with the {table.trimmers[used]?.name}</p>
      )}
    </div>
  )
}

function SetTo({ step }: { step: CutStep }) {
  if (step.slant) {
    const [from, to] = step.slant === 'falling' ? ['top left', 'bottom right'] : ['bottom left', 'top right']
    return (
      <p className="set-to">
        <span>lay two corners on the blade’s line</span>
        <strong>
          {from} to {to}
        </strong>
      </p>
    )
  }
  return (
    <p className="set-to">
      <span>
        <b>{step.fence}</b> edge at the fence, set to
      </span>
      <strong>
        <Fractions text={step.setting} />
      </strong>
    </p>
  )
}

function Became({ outcome }: { outcome: Outcome }) {
  const words: Record<Outcome['becomes'], string> = {
    piece: `piece ${outcome.piece}`,
    frame: `piece ${outcome.piece}, now a frame`,
    middle: 'its middle, paper for others',
    triangle: `triangle ${outcome.piece}`,
    leftover: 'left over',
    'cut on': 'to be cut on',
  }
  return (
    <>
      <b>{words[outcome.becomes]}</b>, <Fractions text={outcome.size} />
    </>
  )
}
