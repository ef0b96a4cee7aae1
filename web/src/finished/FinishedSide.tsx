import { SharePicture } from '../bench/SharePicture'
import { useId, useState, type ReactNode } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import { Link } from 'react-router'
import type { LogEntry, Page, RecordFacts } from '../api/client'
import { useAlbums, useRecord, useRecordWrites } from '../api/albumQueries'
import { LayInto } from '../album/LayInto'
import { useTablePictures, useTablePictureWrites } from '../api/stickingQueries'
import { PhotographButton } from '../app/PhotographButton'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'

/** Beside a page that is done: one touch finishes it; what is known of it can be put right, and nothing must be. */
export function FinishedSide({ page }: { page: Page }) {
  const record = useRecord(page.id)
  const { finish, describe } = useRecordWrites(page.id)
  if (record.error) return <Trouble error={record.error} />
  if (record.isPending) return <Waiting words="Opening the record" />
  const entry = record.data
  const isFinished = entry?.finished != null
  return (
    <>
      <section className="finish" aria-label="Finished">
        <h2>{isFinished ? 'It is finished.' : entry ? 'At work again' : 'Done?'}</h2>
        {!isFinished && (
          <>
            <p className="hint">
              One touch, and it stands in the logbook. Nothing is asked; all can be put right later.
            </p>
            <Button size="lg" disabled={finish.isPending} onClick={() => finish.mutate()}>
              This page is finished
            </Button>
          </>
        )}
        {finish.isPending && <Waiting words="Writing the record" />}
        {(finish.error ?? describe.error) && (
          <Trouble
            error={(finish.error ?? describe.error)!}
            onClose={() => {
              finish.reset()
              describe.reset()
            }}
          />
        )}
        {isFinished && (
          <p className="deeds">
            <Link className="stitched" to="/logbook">
              See it in the logbook
            </Link>{' '}
            <a className="stitched" href={`/api/pages/${page.id}/slip.pdf`} download>
              Slip for the back
            </a>{' '}
            <button type="button" className="stitched" onClick={() => describe.mutate({ finished: null })}>
              Take it up again
            </button>
          </p>
        )}
      </section>
      {entry && isFinished && <ItsPlace entry={entry} />}
      {entry && (
        <Record
          key={entry.page}
          entry={entry}
          onDescribe={(facts) => describe.mutate(facts)}
          onAgain={() => finish.mutate()}
        />
      )}
      {entry && <RealPage page={page} />}
      <SharePicture pageId={page.id} />
    </>
  )
}

/** The album it lies in, or those that would take it. */
function ItsPlace({ entry }: { entry: LogEntry }) {
  const albums = useAlbums()
  if (entry.album)
    return (
      <p className="its-place">
        It lies in{' '}
        <Link className="stitched" to={`/albums/${entry.album.id}`}>
          “{entry.album.name}”
        </Link>
      </p>
    )
  const takes = albums.data?.loose.find((page) => page.page === entry.page)?.albums ?? []
  return (
    <p className="its-place">
      {takes.length === 0 && (
        <Link className="stitched" to="/albums">
          Begin an album for it
        </Link>
      )}
      {albums.data?.albums
        .filter((album) => takes.includes(album.id))
        .map((album) => (
          <LayInto key={album.id} album={album} page={entry} />
        ))}
    </p>
  )
}

interface RecordProps {
  entry: LogEntry
  onDescribe: (facts: RecordFacts) => void
  onAgain: () => void
}

const listed = (text: string) =>
  text
    .split(',')
    .map((one) => one.trim())
    .filter((one) => one !== '')

/** What is known of the page; each line is kept when it is left. */
function Record({ entry, onDescribe, onAgain }: RecordProps) {
  return (
    <section className="record" aria-label="The record">
      <Line label="When it happened" hint={entry.when}>
        {(id) => (
          <span className="record-days">
            <DayField
              id={id}
              value={entry.event}
              label=""
              onKeep={(event) => onDescribe({ event, event_end: event })}
            />
            <DayField
              value={entry.event_end}
              label="until"
              onKeep={(event_end) => onDescribe({ event: entry.event ?? event_end, event_end })}
            />
          </span>
        )}
      </Line>
      <Line label="Who is on it">
        {(id) => (
          <TextField
            id={id}
            value={entry.who.join(', ')}
            placeholder="names, with commas"
            onKeep={(text) => onDescribe({ who: listed(text) })}
          />
        )}
      </Line>
      <Line label="Where">
        {(id) => <TextField id={id} value={entry.place} onKeep={(place) => onDescribe({ place })} />}
      </Line>
      <Line label="Tags">
        {(id) => (
          <TextField
            id={id}
            value={entry.tags.join(', ')}
            placeholder="winter, school"
            onKeep={(text) => onDescribe({ tags: listed(text) })}
          />
        )}
      </Line>
      <Line label="The story in full">
        {(id) => <TextField id={id} rows={4} value={entry.story} onKeep={(story) => onDescribe({ story })} />}
      </Line>
      <Line label="What was used" hint={entry.own_words ? 'in your words' : 'it writes itself'}>
        {(id) => (
          <>
            <TextField id={id} rows={5} value={entry.used_words} onKeep={(used) => onDescribe({ used })} />
            {entry.own_words ? (
              <button type="button" className="stitched" onClick={() => onDescribe({ used: null })}>
                Let it write itself again
              </button>
            ) : (
              <button type="button" className="stitched" onClick={onAgain}>
                Read it again from the page
              </button>
            )}
          </>
        )}
      </Line>
      {entry.finished && (
        <Line label="Finished on">
          {(id) => (
            <DayField
              id={id}
              value={entry.finished}
              label=""
              onKeep={(finished) => finished && onDescribe({ finished })}
            />
          )}
        </Line>
      )}
    </section>
  )
}

function Line({
  label,
  hint,
  children,
}: {
  label: string
  hint?: string
  children: (id: string) => ReactNode
}) {
  const id = useId()
  return (
    <div className="record-line">
      <label htmlFor={id}>{label}</label>
      {hint && <span className="hint"> {hint}</span>}
      {children(id)}
    </div>
  )
}

interface TextFieldProps {
  id: string
  value: string
  rows?: number
  placeholder?: string
  onKeep: (text: string) => void
}

/** A text that is kept when it is left; what comes from elsewhere meanwhile shows when it is not being typed in. */
function TextField({ id, value, rows, placeholder, onKeep }: TextFieldProps) {
  const [typed, type] = useState<string | null>(null)
  const common = {
    id,
    size: 'sm' as const,
    value: typed ?? value,
    placeholder,
    onChange: (event: { target: { value: string } }) => type(event.target.value),
    onBlur: () => {
      if (typed !== null && typed !== value) onKeep(typed)
      type(null)
    },
  }
  return rows ? <Form.Control as="textarea" rows={rows} {...common} /> : <Form.Control {...common} />
}

interface DayFieldProps {
  id?: string
  value: string | null
  label: string
  onKeep: (day: string | null) => void
}

function DayField({ id, value, label, onKeep }: DayFieldProps) {
  const own = useId()
  return (
    <>
      {label && <label htmlFor={own}>{label}</label>}
      <Form.Control
        id={id ?? own}
        size="sm"
        type="date"
        value={value ?? ''}
        onChange={(event) => onKeep(event.target.value || null)}
      />
    </>
  )
}

/** A photograph of the real page, laid straight. */
function RealPage({ page }: { page: Page }) {
  const pictures = useTablePictures(page)
  const { add, remove } = useTablePictureWrites(page.id, 'finished')
  const mine = (pictures.data ?? []).filter((one) => one.kind === 'finished')
  return (
    <section className="real-page" aria-label="The real page">
      <h3>The real page</h3>
      <PhotographButton words="Photograph it" busy={add.isPending} onFile={(file) => add.mutate(file)} />
      {add.isPending && <Waiting words="Laying it straight" />}
      {add.error && <Trouble error={add.error} onClose={add.reset} />}
      {mine.map((one) => (
        <figure key={one.id}>
          <img
            src={one.address}
            alt={`The real page, photographed ${new Date(one.created).toLocaleDateString()}`}
          />
          <button
            type="button"
            className="stitched"
            onClick={() => remove.mutate({ id: one.id, name: page.name })}
          >
            Remove
          </button>
        </figure>
      ))}
    </section>
  )
}
