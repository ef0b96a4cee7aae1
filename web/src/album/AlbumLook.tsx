import { useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import type { Album, AlbumFacts } from '../api/client'
import { useAlbum, useAlbumWrites, useRemoveAlbum } from '../api/albumQueries'
import { Fractions } from '../app/Fractions'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import { OpeningPair } from './OpeningPair'
import { PlacesHeader } from './PlacesHeader'

/** An album, opened: its pages side by side as they lie. */
export function AlbumLook() {
  const id = Number(useParams().id)
  const album = useAlbum(id)
  if (album.error) return <Trouble error={album.error} />
  if (!album.data) return <Waiting words="Opening the album" />
  return <Opened key={id} album={album.data} />
}

function Opened({ album }: { album: Album }) {
  const writes = useAlbumWrites(album.id)
  const [held, hold] = useState<number | null>(null)
  const known = new Map(album.known.map((page) => [page.page, page]))
  const failed = Object.values(writes).find((write) => write.error)
  return (
    <div className="logbook album">
      <PlacesHeader title={album.name}>
        <p className="album-facts">
          {album.pages === 1 ? '1 page' : `${album.pages} pages`}, <Fractions text={album.size} />
          {album.when && `, ${album.when}`}
        </p>
      </PlacesHeader>
      <main>
        <Spine
          album={album}
          asked={writes.describe.isPending ? writes.describe.variables : {}}
          onDescribe={(facts) => writes.describe.mutate(facts)}
        />
        {failed?.error && <Trouble error={failed.error} onClose={() => failed.reset()} />}
        <LooseHere album={album} onLay={(pages) => writes.putIn.mutate(pages)} />
        {album.order.length === 0 && (
          <p className="hint">Nothing lies in it yet. A page goes in when it is finished.</p>
        )}
        <ol className="openings" aria-label="The album, opening by opening">
          {album.openings.map((opening, number) => (
            <OpeningPair
              key={number}
              number={number + 1}
              opening={opening}
              album={album}
              known={known}
              held={held}
              onHold={(page) => hold(page === held ? null : page)}
              writes={writes}
            />
          ))}
        </ol>
        <GiveAway album={album} />
      </main>
    </div>
  )
}

interface SpineProps {
  album: Album
  /** What is being written: shown at once. */
  asked: AlbumFacts
  onDescribe: (facts: AlbumFacts) => void
}

function Spine({ album, asked, onDescribe }: SpineProps) {
  const { spine } = album
  const part = Math.min(1, spine.part ?? 0)
  const keep = (typed: string) => {
    if (typed.trim() !== (spine.room ?? '')) onDescribe({ room: typed })
  }
  return (
    <section className="spine" aria-label="How full it is">
      <p className={spine.full ? 'too-thick' : undefined}>
        <Fractions text={spine.words} />
      </p>
      {spine.part !== null && (
        <svg className="spine-bar" viewBox="0 0 100 6" preserveAspectRatio="none" aria-hidden="true">
          <rect className="spine-room" width="100" height="6" />
          <rect className={spine.full ? 'spine-over' : 'spine-taken'} width={part * 100} height="6" />
        </svg>
      )}
      <label>
        the spine takes{' '}
        <input
          key={spine.room ?? ''}
          className="form-control form-control-sm"
          defaultValue={spine.room ?? ''}
          placeholder={album.unit === 'in' ? '1 1/2 in' : '40 mm'}
          maxLength={60}
          onBlur={(event) => keep(event.target.value)}
          onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
        />
      </label>
      <label>
        <input
          type="checkbox"
          checked={asked.in_protectors ?? album.in_protectors}
          onChange={(event) => onDescribe({ in_protectors: event.target.checked })}
        />{' '}
        in protectors
      </label>
      <label>
        <input
          type="checkbox"
          checked={asked.starts_right ?? album.starts_right}
          onChange={(event) => onDescribe({ starts_right: event.target.checked })}
        />{' '}
        begins on the right
      </label>
      {spine.advice.map((words) => (
        <p key={words} className="hint">
          <Fractions text={words} />
        </p>
      ))}
    </section>
  )
}

/** Loose pages that this album would take. */
function LooseHere({ album, onLay }: { album: Album; onLay: (pages: number[]) => void }) {
  const { loose, loose_count: count } = album
  if (count === 0) return null
  return (
    <section className="loose-here" aria-label="Loose pages">
      <p>{count === 1 ? 'One page waits' : `${count} pages wait`} for a place:</p>
      <ul>
        {loose.map((page) => (
          <li key={page.page}>
            <button
              type="button"
              className="loose-page"
              aria-label={`Lay “${page.name}” in`}
              onClick={() => onLay([page.page])}
            >
              <img src={page.thumb} alt="" />
              <span>{page.name}</span>
            </button>
          </li>
        ))}
      </ul>
      {loose.length > 1 && (
        <button type="button" className="stitched" onClick={() => onLay(loose.map((page) => page.page))}>
          {count > loose.length ? `Lay these ${loose.length} in` : 'Lay all of them in'}
        </button>
      )}
    </section>
  )
}

function GiveAway({ album }: { album: Album }) {
  const remove = useRemoveAlbum()
  const navigate = useNavigate()
  return (
    <section className="give-away" aria-labelledby="give-away-heading">
      <h2 id="give-away-heading">To keep and to give away</h2>
      {album.order.length > 0 && (
        <p className="deeds">
          <a className="stitched" href={`/api/albums/${album.id}/contacts.pdf`} download>
            Contact book, letter paper
          </a>
          <a className="stitched" href={`/api/albums/${album.id}/contacts.pdf?sheet=a4`} download>
            Contact book, A4
          </a>
          <a className="stitched" href={`/api/albums/${album.id}/folder.zip`} download>
            Folder of web pages
          </a>
        </p>
      )}
      <p className="hint">
        The folder opens in any browser, without Ink Quilt: unpack it and open index.html. Its pages are
        painted while it is fetched, about a second each.
      </p>
      <p className="deeds">
        <button
          type="button"
          className="stitched"
          onClick={() => remove.mutate(album.id, { onSuccess: () => void navigate('/albums') })}
        >
          Remove this album
        </button>
        <Link className="stitched" to="/albums">
          All albums
        </Link>
      </p>
      {remove.error && <Trouble error={remove.error} onClose={() => remove.reset()} />}
    </section>
  )
}
