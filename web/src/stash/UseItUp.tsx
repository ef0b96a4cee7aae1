import { useState, type ReactNode } from 'react'
import Button from 'react-bootstrap/Button'
import { useNavigate } from 'react-router'
import type { Lying, UsingUp } from '../api/client'
import { useBeginBox, useUsingUp, useYearTaken } from '../api/usingUpQueries'
import { Sheet } from '../app/Sheet'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import { StashPlaces } from './StashPlaces'
import { ThingPicture } from './ThingPicture'

/** What of the stash wants to be used: the oldest first, last sheets, kits begun, and what a year took. */
export function UseItUp() {
  const found = useUsingUp()
  const { longest } = useBeginBox()
  const navigate = useNavigate()
  return (
    <Sheet title="Use it up" className="use-up">
      <StashPlaces here="used-up" />
      {found.error && <Trouble error={found.error} />}
      {found.isPending && <Waiting words="Looking what lies longest" />}
      {found.data && (
        <div className="use-up-body">
          <Part title="Lies longest" rows={found.data.oldest} empty="The stash is empty.">
            <Button
              disabled={longest.isPending || found.data.oldest.length === 0}
              onClick={() =>
                longest.mutate(undefined, { onSuccess: (box) => void navigate(`/boxes/${box.id}`) })
              }
            >
              A page from what lies longest
            </Button>
            {longest.error && <Trouble error={longest.error} onClose={() => longest.reset()} />}
          </Part>
          <div className="use-up-more">
            <Year years={found.data.years} />
            <Part
              title="Last sheet of a paper you like"
              rows={found.data.last_sheets}
              empty="None: of every paper you like there is more than one sheet, or you marked none."
            />
            <Kits kits={found.data.kits} />
            <Part title="Never used" rows={found.data.never_used} empty="Everything was used once." />
            <section aria-labelledby="lists-heading">
              <h2 id="lists-heading">Lists to print</h2>
              <p className="deeds">
                <a className="stitched" href="/api/using-up/to-buy.pdf" download>
                  What to buy
                </a>
                <a className="stitched" href="/api/using-up/inventory.pdf" download>
                  What is in the stash
                </a>
                <a className="stitched" href="/api/using-up/inventory.csv" download>
                  The same for a spreadsheet
                </a>
              </p>
            </section>
          </div>
        </div>
      )}
    </Sheet>
  )
}

interface PartProps {
  title: string
  rows: Lying[]
  empty: string
  children?: ReactNode
}

function Part({ title, rows, empty, children }: PartProps) {
  return (
    <section aria-label={title}>
      <h2>{title}</h2>
      {children}
      {rows.length === 0 ? <p className="hint">{empty}</p> : <Things rows={rows} />}
    </section>
  )
}

/** So many are shown at first. */
const FIRST = 8

function Things({ rows }: { rows: Lying[] }) {
  const [all, showAll] = useState(false)
  const shown = all ? rows : rows.slice(0, FIRST)
  return (
    <>
      <ul className="lying">
        {shown.map((one) => (
          <li key={`${one.kind} ${one.id}`}>
            <ThingPicture picture={one.picture} colours={one.colours} />
            <span>
              <strong>{one.name}</strong>, {one.left}
              <small>{one.words}</small>
            </span>
          </li>
        ))}
      </ul>
      {rows.length > FIRST && (
        <button type="button" className="stitched" onClick={() => showAll(!all)}>
          {all ? 'fewer' : `${rows.length - FIRST} more`}
        </button>
      )}
    </>
  )
}

function Kits({ kits }: { kits: UsingUp['kits'] }) {
  return (
    <section aria-labelledby="kits-heading">
      <h2 id="kits-heading">Kits begun</h2>
      {kits.length === 0 && <p className="hint">No kit is half used.</p>}
      {kits.map((kit) => (
        <div key={kit.name} className="kit">
          <h3>{kit.name}</h3>
          <p>{kit.words}; still there:</p>
          <Things rows={kit.left} />
        </div>
      ))}
    </section>
  )
}

function Year({ years }: { years: number[] }) {
  const [chosen, choose] = useState<number | undefined>(undefined)
  const year = chosen ?? years[0]
  const taken = useYearTaken(year)
  return (
    <section aria-labelledby="year-heading">
      <h2 id="year-heading">What a year’s pages took</h2>
      {years.length === 0 && <p className="hint">No page is finished yet.</p>}
      {years.length > 1 && (
        <div role="group" aria-label="Year" className="chips">
          {years.map((one) => (
            <button
              key={one}
              type="button"
              className="chip"
              aria-pressed={one === year}
              onClick={() => choose(one)}
            >
              {one}
            </button>
          ))}
        </div>
      )}
      {taken.error && <Trouble error={taken.error} />}
      {taken.data && (
        <>
          <p role="status">
            {taken.data.words}. {taken.data.cost}
          </p>
          <details>
            <summary>Paper by paper</summary>
            <ul>
              {taken.data.papers.map((paper) => (
                <li key={paper.name}>
                  <strong>{paper.name}</strong>: {paper.words}
                </li>
              ))}
            </ul>
          </details>
        </>
      )}
    </section>
  )
}
