import type { Embellishment } from '../api/client'
import { PieceTicks, toggled } from './PieceTicks'

export interface Picked {
  only: ReadonlySet<string>
  colours: ReadonlySet<string>
}

export const EVERYTHING: Picked = { only: new Set(), colours: new Set() }

interface HandfulProps {
  owned: Embellishment[]
  picked: Picked
  onPick: (picked: Picked) => void
}

/** What clusters are made of: all of it, or a handful she takes out, by piece or by colour. */
export function Handful({ owned, picked, onPick }: HandfulProps) {
  const colours = [...new Set(owned.map((one) => one.colours[0]!))]
  const count = picked.only.size + picked.colours.size
  return (
    <details className="handful">
      <summary>
        {count === 0
          ? 'From all you own, or from a handful'
          : `From a handful: ${count === 1 ? 'one thing picked' : `${count} things picked`}`}
      </summary>
      <fieldset className="colour-ticks">
        <legend>in these colours only:</legend>
        {colours.map((colour) => (
          <button
            key={colour}
            type="button"
            className="colour-tick"
            aria-pressed={picked.colours.has(colour)}
            aria-label={`${namesIn(colour, owned)}: ${colour}`}
            style={{ background: colour }}
            onClick={() => onPick({ ...picked, colours: toggled(picked.colours, colour) })}
          />
        ))}
      </fieldset>
      <PieceTicks
        legend="from these pieces only:"
        owned={owned}
        ticked={picked.only}
        onTick={(only) => onPick({ ...picked, only })}
      />
      {count > 0 && (
        <button type="button" className="stitched" onClick={() => onPick(EVERYTHING)}>
          from everything again
        </button>
      )}
    </details>
  )
}

/** A colour is called by the pieces that have it. */
function namesIn(colour: string, owned: Embellishment[]): string {
  return owned
    .filter((one) => one.colours[0] === colour)
    .map((one) => one.name)
    .join(', ')
}
