import type { LayOver } from '../bench/layOver'
import { useState } from 'react'
import type { LookAgain } from '../api/client'
import { Fractions } from '../app/Fractions'
import { LookOverlay } from './overlays'
import type { Mode } from './Modes'

interface FiguresProps {
  look: LookAgain
  mode: Mode
  onLayOver: LayOver
}

/** The numbers behind the look, for those who like them. */
export function Figures({ look, mode, onLayOver }: FiguresProps) {
  const [open, show] = useState(false)
  return (
    <section className="look-figures" aria-label="The numbers behind it">
      <button type="button" className="stitched" aria-expanded={open} onClick={() => show(!open)}>
        The numbers behind it
      </button>
      {open && (
        <>
          <dl>
            {look.figures.map((one) => (
              <div key={one.name}>
                <dt>{one.name}</dt>
                <dd>
                  <Fractions text={one.value} />
                </dd>
              </div>
            ))}
          </dl>
          {look.triangles.length > 0 && (
            <ul
              onPointerEnter={() => onLayOver(<LookOverlay look={look} mode="triangles" />)}
              onPointerLeave={() => onLayOver(<LookOverlay look={look} mode={mode} />)}
            >
              {look.triangles.map((one) => (
                <li key={one.name}>
                  {one.colour ? (
                    <i style={{ background: one.colour }} aria-label={one.name} role="img" />
                  ) : (
                    one.name
                  )}{' '}
                  <span className="hint">{one.words}</span>
                </li>
              ))}
            </ul>
          )}
          <h3>Published measures</h3>
          <dl className="measures">
            {look.measures.map((one) => (
              <div key={one.name}>
                <dt>{one.name}</dt>
                <dd>{one.value.toFixed(2)}</dd>
              </div>
            ))}
          </dl>
        </>
      )}
    </section>
  )
}
