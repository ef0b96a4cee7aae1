import type { Accent, Change } from '../api/client'
import { Fractions } from '../app/Fractions'

interface HeldAccentProps {
  accent: Accent
  onChange: (change: Change) => void
  onPutDown: () => void
  /** Lets the other clusters be planned anew round this one. */
  onAnswer?: (() => void) | undefined
}

/** The embellishment taken up: where its middle lies, and what can be done with it. */
export function HeldAccent({ accent, onChange, onPutDown, onAnswer }: HeldAccentProps) {
  const turn = (by: number) => onChange({ kind: 'accent', accent: accent.key, turn_by: by })
  return (
    <section className="held-accent" aria-label={accent.name}>
      <h3>{accent.name}</h3>
      <p className="big-number">
        <Fractions text={`${accent.from_left} from the left, ${accent.from_top} from the top`} />
      </p>
      <p className="hint">
        Drag it, or use the arrow keys; comma and full stop turn it.
        {accent.leads && ' Its cluster goes along; hold Alt to move it alone.'}
      </p>
      <p className="deeds">
        <button type="button" className="stitched" onClick={() => turn(-15)}>
          turn left
        </button>
        <button type="button" className="stitched" onClick={() => turn(15)}>
          turn right
        </button>
        <button
          type="button"
          className="stitched"
          aria-pressed={accent.foam}
          onClick={() => onChange({ kind: 'accent', accent: accent.key, on: !accent.foam })}
        >
          on foam
        </button>
        <button
          type="button"
          className="stitched"
          aria-pressed={accent.under !== null}
          onClick={() => onChange({ kind: 'tuck', accent: accent.key, out: accent.under !== null })}
        >
          {accent.under === null ? 'hide half under the edge' : 'half hidden: bring it out'}
        </button>
        <button
          type="button"
          className="stitched"
          onClick={() => onChange({ kind: 'along-edge', accent: accent.key })}
        >
          along the nearest edge
        </button>
        {!accent.text && (
          <>
            <button
              type="button"
              className="stitched"
              onClick={() => onChange({ kind: 'halve', accent: accent.key })}
            >
              cut it in two
            </button>
            <button
              type="button"
              className="stitched"
              onClick={() => onChange({ kind: 'halve', accent: accent.key, level: true })}
            >
              cut it across
            </button>
          </>
        )}
        <button
          type="button"
          className="stitched"
          onClick={() => onChange({ kind: 'arrange', take: [accent.key], words: `left out ${accent.name}` })}
        >
          Remove
        </button>
        {onAnswer && (
          <button type="button" className="stitched" onClick={onAnswer}>
            let the other clusters answer
          </button>
        )}
        <button type="button" className="stitched" onClick={onPutDown}>
          Done
        </button>
      </p>
    </section>
  )
}
