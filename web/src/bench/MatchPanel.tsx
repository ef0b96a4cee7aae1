import { useState } from 'react'
import Button from 'react-bootstrap/Button'
import { Link } from 'react-router'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import type { Change, Match, Page } from '../api/client'
import { useMatch, usePhotos } from '../api/photoQueries'
import { PhotoOrder } from './PhotoOrder'

type Order = 'taken' | 'mine' | 'any'

const ORDERS: readonly { key: Order; words: string }[] = [
  { key: 'taken', words: 'as they were taken' },
  { key: 'mine', words: 'in my order' },
  { key: 'any', words: 'in any order' },
]

interface MatchPanelProps {
  page: Page
  /** The photos ticked in the tray. */
  picked: ReadonlySet<number>
  onChange: (change: Change) => void
}

/** The best choice of a slot for each photo, with reasons; it is laid only when she says so. */
export function MatchPanel({ page, picked, onChange }: MatchPanelProps) {
  const [order, setOrder] = useState<Order>('taken')
  const [mine, setMine] = useState<number[]>([])
  const match = useMatch(page)
  const placed = page.slots.flatMap((slot) => (slot.photo === null ? [] : [slot.photo]))
  const some = [...new Set([...placed, ...picked])]
  // What she put in order stays so; what comes later stands at the end.
  const photos = [...mine.filter((id) => some.includes(id)), ...some.filter((id) => !mine.includes(id))]
  const known = usePhotos().data ?? []
  const found = match.data
  return (
    <section className="match" aria-label="Match photos to slots">
      <h2>Which photo where?</h2>
      {photos.length === 0 ? (
        <p className="hint">Tick photos in the tray, and the best slot for each is worked out.</p>
      ) : (
        <>
          <p className="chips plain" role="group" aria-label="In which order">
            {ORDERS.map(({ key, words }) => (
              <button
                key={key}
                type="button"
                className="stitched"
                aria-pressed={order === key}
                onClick={() => setOrder(key)}
              >
                {words}
              </button>
            ))}
          </p>
          {order === 'mine' && (
            <PhotoOrder
              photos={photos.flatMap((id) => known.find((photo) => photo.id === id) ?? [])}
              onOrder={setMine}
            />
          )}
          <Button
            variant="outline-primary"
            size="sm"
            disabled={match.isPending}
            onClick={() => match.mutate({ photos, order })}
          >
            Match {photos.length} photo{photos.length > 1 && 's'} to {page.slots.length} slot
            {page.slots.length > 1 && 's'}
          </Button>
        </>
      )}
      {match.isPending && <Waiting words="Trying every choice" />}
      {match.error && <Trouble error={match.error} onClose={() => match.reset()} />}
      {found && (
        <Matched
          page={page}
          match={found}
          onLay={() => {
            onChange(found.change)
            match.reset()
          }}
        />
      )}
    </section>
  )
}

function Matched({ page, match, onLay }: { page: Page; match: Match; onLay: () => void }) {
  const photos = usePhotos()
  const name = (id: number) => photos.data?.find((photo) => photo.id === id)?.name ?? 'a photo'
  const slot = (id: string) => page.slots.find((one) => one.block === id)?.name ?? id
  const why = (id: number) => match.reasons.find((one) => one.photo === id)?.why.join(', ')
  return (
    <>
      <ul className="matched">
        {match.placed.map(({ block, photo }) => (
          <li key={block}>
            <strong>{name(photo)}</strong> into {slot(block)}: {why(photo)}.
          </li>
        ))}
        {match.left_out.map((photo) => (
          <li key={photo} className="left-over">
            <strong>{name(photo)}</strong> is left out: {why(photo)}.
          </li>
        ))}
        {match.open.map((block) => (
          <li key={block} className="left-over">
            {slot(block)} stays open: leave one edge of its mat unglued for a photo that comes later.
          </li>
        ))}
      </ul>
      {match.left_out.length + match.open.length > 0 && (
        <p className="hint">
          Under <Link to={`/pages/${page.id}/page`}>Page</Link> a slot can be split in two, or two made one.
        </p>
      )}
      {match.proven && <p className="hint">No other choice is better.</p>}
      <Button size="sm" onClick={onLay}>
        Use this arrangement
      </Button>
    </>
  )
}
