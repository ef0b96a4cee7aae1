import type { LayOver } from '../bench/layOver'
import { useState } from 'react'
import type { components } from '../api/schema'

type PlaceLeft = components['schemas']['PlaceLeft']

interface PlacesLeftProps {
  places: PlaceLeft[]
  onLayOver: LayOver
}

/** Where words can still go on a page that seems finished, shown on it and with how many each place holds. */
export function PlacesLeft({ places, onLayOver }: PlacesLeftProps) {
  const [shown, show] = useState(false)
  const boxes = places.filter((place) => place.box !== null)
  const toggle = () => {
    show(!shown)
    onLayOver(shown ? null : <FreePlaces places={boxes} />)
  }
  if (places.length === 0) return <p className="hint">There is no room for words left on this page itself.</p>
  return (
    <section className="places-left" aria-label="Where words can still go">
      <button type="button" className="stitched" aria-expanded={shown} onClick={toggle}>
        Where words can still go
      </button>
      {shown && (
        <ol>
          {places.map((place, number) => (
            <li
              key={number}
              onPointerEnter={() => onLayOver(<FreePlaces places={boxes} lit={place} />)}
              onPointerLeave={() => onLayOver(<FreePlaces places={boxes} />)}
            >
              {place.name} <span className="hint">{place.words}</span>
            </li>
          ))}
        </ol>
      )}
    </section>
  )
}

function FreePlaces({ places, lit }: { places: PlaceLeft[]; lit?: PlaceLeft }) {
  return (
    <g className="free-places" pointerEvents="none">
      {places.map((place, number) => {
        const [left, top, right, bottom] = place.box as [number, number, number, number]
        const size = Math.min(0.5, (bottom - top) * 0.8)
        return (
          <g key={number} className={place === lit ? 'is-lit' : undefined}>
            <rect x={left} y={top} width={right - left} height={bottom - top} />
            <text x={left + size * 0.3} y={top + size * 0.95} fontSize={size}>
              {number + 1}
            </text>
          </g>
        )
      })}
    </g>
  )
}
