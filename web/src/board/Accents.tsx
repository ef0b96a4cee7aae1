import { pathOf } from '../geometry/rings'
import type { KeyboardEvent, PointerEvent } from 'react'
import type { Accent } from '../api/client'
import { AccentShape } from './AccentShape'

/** What a step wants to know of an embellishment; without it they only lie there. */
export interface AccentHandlers {
  heldKey: string | null
  onPress: (accent: Accent, event: PointerEvent<SVGGElement>, scale: number) => void
  onTake: (accent: Accent) => void
  onKey: (accent: Accent, event: KeyboardEvent) => void
}

interface AccentsProps {
  accents: Accent[]
  /** The thing at which the Tab key stops. */
  stop?: string | null
  scale: number
  handlers?: AccentHandlers | undefined
}

/** The embellishments of one layer, the lowest first. */
export function Accents({ accents, stop = null, scale, handlers }: AccentsProps) {
  return accents.map((accent) =>
    handlers ? (
      <TakenUp
        key={accent.key}
        accent={accent}
        isStop={accent.key === stop}
        scale={scale}
        handlers={handlers}
      />
    ) : (
      <g key={accent.key} pointerEvents="none">
        <AccentShape accent={accent} />
      </g>
    ),
  )
}

interface TakenUpProps {
  accent: Accent
  isStop: boolean
  scale: number
  handlers: AccentHandlers
}

/** One that can be taken up, moved and turned. */
function TakenUp({ accent, isStop, scale, handlers }: TakenUpProps) {
  return (
    <g
      className={`board-accent${handlers.heldKey === accent.key ? ' is-held' : ''}`}
      role="button"
      tabIndex={isStop ? 0 : -1}
      data-accent={accent.key}
      data-held={handlers.heldKey === accent.key || undefined}
      aria-label={`${accent.name}, ${accent.from_left} from the left, ${accent.from_top} from the top`}
      onPointerDown={(event) => handlers.onPress(accent, event, scale)}
      onClick={() => handlers.onTake(accent)}
      onKeyDown={(event) => {
        if (event.key === 'Enter' || event.key === ' ') {
          event.preventDefault()
          handlers.onTake(accent)
        } else handlers.onKey(accent, event)
      }}
    >
      <AccentShape accent={accent} />
      <path className="accent-touch" d={pathOf([accent.points])} />
    </g>
  )
}
