import { useState } from 'react'
import { useEvents } from '../api/albumQueries'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import { PagePatch } from './PagePatch'

/** Days that photos tell of: which have a page, and which wait for one. */
export function Events() {
  const events = useEvents()
  const [waiting, showWaiting] = useState(false)
  if (events.error) return <Trouble error={events.error} />
  if (!events.data) return <Waiting words="Looking at your photos" />
  const rows = events.data.filter((one) => !waiting || one.used === 0)
  return (
    <>
      <div role="group" aria-label="Which events" className="chips">
        <button type="button" className="chip" aria-pressed={!waiting} onClick={() => showWaiting(false)}>
          all
        </button>
        <button type="button" className="chip" aria-pressed={waiting} onClick={() => showWaiting(true)}>
          without a page yet
        </button>
      </div>
      {events.data.length === 0 && (
        <p className="hint">
          No photo in your box tells when it was taken; photos from a camera or phone do.
        </p>
      )}
      {events.data.length > 0 && rows.length === 0 && <p className="hint">Every event has a page.</p>}
      <ol className="events">
        {rows.map((event) => (
          <li key={`${event.first} ${event.last} ${event.name}`}>
            <h2>{event.name || event.when}</h2>
            <p className="hint">
              {event.name && `${event.when}; `}
              {event.photos === 1 ? 'one photo' : `${event.photos} photos`}
              {event.used > 0 ? `, ${event.used} on pages` : ', no page yet'}
            </p>
            <p className="event-photos">
              {event.thumbs.map((thumb) => (
                <img key={thumb} src={thumb} alt="" loading="lazy" />
              ))}
            </p>
            {event.pages.length > 0 && (
              <ul className="patches">
                {event.pages.map((page) => (
                  <PagePatch key={page.page} page={page} />
                ))}
              </ul>
            )}
          </li>
        ))}
      </ol>
    </>
  )
}
