import { useState } from 'react'
import { Fractions } from '../app/Fractions'
import { Waiting } from '../app/Waiting'
import type { Change, Cover, Page } from '../api/client'
import { useWaysToShow } from '../api/photoQueries'

interface CoveredProps {
  page: Page
  onChange: (change: Change) => void
}

/** What matters and does not show, before anything is glued; each with ways to show it. */
export function Covered({ page, onChange }: CoveredProps) {
  const lost = page.covers.filter((cover) => cover.lost.length > 0)
  if (lost.length === 0) return null
  return (
    <section className="covered" aria-label="What does not show">
      <h2>Look before you glue</h2>
      <ul>
        {lost.map((cover) => (
          <CoveredPhoto key={cover.slot} page={page} cover={cover} onChange={onChange} />
        ))}
      </ul>
    </section>
  )
}

function CoveredPhoto({ page, cover, onChange }: CoveredProps & { cover: Cover }) {
  const [open, setOpen] = useState(false)
  const ways = useWaysToShow(page, cover.slot, open)
  const slot = page.slots.find((one) => one.block === cover.slot)
  return (
    <li>
      <p>
        <strong>{slot?.photo_name ?? slot?.name}</strong>: {cover.lost.map((part) => part.words).join('; ')}.
      </p>
      {!open && (
        <button type="button" className="stitched" onClick={() => setOpen(true)}>
          What would show it?
        </button>
      )}
      {open && ways.isPending && <Waiting words="Trying it" />}
      {ways.data?.length === 0 && <p className="hint">Nothing that was tried shows all of it.</p>}
      <ul className="ways-to-show">
        {ways.data?.map((way) => (
          <li key={way.words}>
            <button type="button" className="stitched" onClick={() => onChange(way.change)}>
              <Fractions text={way.words} />
            </button>
          </li>
        ))}
      </ul>
    </li>
  )
}
