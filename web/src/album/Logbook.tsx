import { useDeferredValue, useState } from 'react'
import Form from 'react-bootstrap/Form'
import { Link } from 'react-router'
import type { LogCard } from '../api/client'
import { LOG_PAGES, useLogbook, useLogIndex, useUses, type LogAsked } from '../api/albumQueries'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import { Events } from './Events'
import { PagePatch } from './PagePatch'
import { PlacesHeader } from './PlacesHeader'

type Look = 'pages' | 'events'

/** Everything that was made, to be found again: by words, people, tags, years, and by what was used. */
export function Logbook() {
  const [look, setLook] = useState<Look>('pages')
  return (
    <div className="logbook">
      <PlacesHeader title="Logbook">
        <div role="group" aria-label="What is listed" className="chips">
          <button
            type="button"
            className="chip"
            aria-pressed={look === 'pages'}
            onClick={() => setLook('pages')}
          >
            Finished pages
          </button>
          <button
            type="button"
            className="chip"
            aria-pressed={look === 'events'}
            onClick={() => setLook('events')}
          >
            Events
          </button>
        </div>
      </PlacesHeader>
      <main>{look === 'pages' ? <Pages /> : <Events />}</main>
    </div>
  )
}

function Pages() {
  const [asked, ask] = useState<LogAsked>({})
  const [words, type] = useState('')
  const wanted = useDeferredValue(words)
  const all: LogAsked = wanted.trim() ? { ...asked, words: wanted } : asked
  const found = useLogbook(all)
  const index = useLogIndex()
  const uses = useUses(wanted)
  const toggle = (part: LogAsked) => {
    const [key] = Object.keys(part) as (keyof LogAsked)[]
    const { [key!]: now, ...rest } = asked
    ask(now === part[key!] ? rest : { ...rest, ...part })
  }
  if (found.error) return <Trouble error={found.error} />
  const rows = found.data?.results ?? []
  const isEmpty = index.data?.pages === 0
  return (
    <>
      <Form.Control
        className="log-words"
        type="search"
        aria-label="Look for"
        placeholder="bees, Ada, lantern walk, kraft …"
        value={words}
        onChange={(event) => type(event.target.value)}
      />
      {index.data && !isEmpty && (
        <div className="log-index">
          <Chips
            label="Years"
            names={index.data.years}
            chosen={asked.year?.toString()}
            onChoose={(name) => toggle({ year: Number(name) })}
          />
          <Chips label="Who" names={index.data.who} chosen={asked.who} onChoose={(who) => toggle({ who })} />
          <Chips
            label="Tags"
            names={index.data.tags}
            chosen={asked.tag}
            onChoose={(tag) => toggle({ tag })}
          />
        </div>
      )}
      {isEmpty && (
        <p className="hint">
          No page is finished yet. At the last step of a page, one touch puts it here, with what was used and
          when.
        </p>
      )}
      {!found.data && <Waiting words="Opening the logbook" />}
      {found.data && !isEmpty && (
        <p className="hint" role="status">
          {found.data.count === 1 ? 'One page' : `${found.data.count} pages`}
          {found.data.count > LOG_PAGES && `; the latest ${LOG_PAGES} are shown`}
        </p>
      )}
      <TimeLine rows={rows} />
      {wanted.trim() !== '' && (uses.data?.length ?? 0) > 0 && (
        <section className="uses" aria-labelledby="uses-heading">
          <h2 id="uses-heading">Used, or lost?</h2>
          <ul>
            {uses.data!.map((one) => (
              <li key={`${one.kind} ${one.key}`}>
                <strong>{one.name}</strong> ({one.kind}):{' '}
                {one.there ? 'some is still in your stash' : 'none left in your stash'}; on{' '}
                {one.pages.map((page, place) => (
                  <span key={page.page}>
                    {place > 0 && ', '}
                    <Link className="stitched" to={`/pages/${page.page}/finished`}>
                      {page.name}
                    </Link>
                  </span>
                ))}
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  )
}

interface ChipsProps {
  label: string
  names: { name: string; pages: number }[]
  chosen: string | undefined
  onChoose: (name: string) => void
}

const MOST_CHIPS = 14

function Chips({ label, names, chosen, onChoose }: ChipsProps) {
  if (names.length === 0) return null
  return (
    <div role="group" aria-label={label} className="chips">
      {names.slice(0, MOST_CHIPS).map((one) => (
        <button
          key={one.name}
          type="button"
          className="chip"
          aria-pressed={one.name === chosen}
          onClick={() => onChoose(one.name)}
        >
          {one.name} <span className="chip-count">{one.pages}</span>
        </button>
      ))}
    </div>
  )
}

/** Pages by the month of what they tell, the latest first. */
function TimeLine({ rows }: { rows: LogCard[] }) {
  const months = new Map<string, LogCard[]>()
  for (const row of rows) {
    const day = new Date(`${row.event ?? row.finished}T12:00:00`)
    const month = day.toLocaleDateString(undefined, { month: 'long', year: 'numeric' })
    months.set(month, [...(months.get(month) ?? []), row])
  }
  return (
    <div className="time-line">
      {[...months].map(([month, pages]) => (
        <section key={month} aria-label={month}>
          <h2>{month}</h2>
          <ul className="patches">
            {pages.map((page) => (
              <PagePatch key={page.page} page={page} />
            ))}
          </ul>
        </section>
      ))}
    </div>
  )
}
