import { Link, useNavigate } from 'react-router'
import type { Album, AlbumOpening, AlbumPage, AlbumPlace } from '../api/client'
import type { useAlbumWrites } from '../api/albumQueries'
import { Waiting } from '../app/Waiting'

type Writes = ReturnType<typeof useAlbumWrites>

interface OpeningPairProps {
  number: number
  opening: AlbumOpening
  album: Album
  known: ReadonlyMap<number, AlbumPage>
  held: number | null
  onHold: (page: number) => void
  writes: Writes
}

/** Two facing places; a page that is touched tells what can be done with it. */
export function OpeningPair({ number, opening, album, known, held, onHold, writes }: OpeningPairProps) {
  const pages = [...new Set([opening.left, opening.right].flatMap((side) => (side ? [side.page] : [])))]
  const wide = { aspectRatio: `${album.width} / ${album.height}` }
  const side = (place: AlbumPlace | null, isLeft: boolean) => {
    const page = place && known.get(place.page)
    if (place && page)
      return (
        <button
          type="button"
          className="album-place"
          style={wide}
          aria-pressed={held === page.page}
          aria-label={place.shown === 'right half' ? `${page.name}, right half` : page.name}
          onClick={() => onHold(page.page)}
        >
          <img className={place.shown.replace(' ', '-')} src={page.thumb} alt="" loading="lazy" />
        </button>
      )
    return (
      <span className="album-place is-empty" style={wide}>
        {isLeft && opening.is_cover ? 'inside of the cover' : opening.lonely ? 'nobody opposite' : ''}
      </span>
    )
  }
  return (
    <li className="opening" aria-label={`Opening ${number}`}>
      <div className="opening-pair">
        {side(opening.left, true)}
        {side(opening.right, false)}
      </div>
      <ul className="opening-words">
        {pages.map((key) => {
          const page = known.get(key)!
          return (
            <li key={key}>
              <strong>{page.name}</strong> <span className="patch-words">{page.when}</span>
              {page.finished === null && <span className="patch-words"> · at work again</span>}
              {held === key && <Deeds page={page} album={album} writes={writes} />}
            </li>
          )
        })}
      </ul>
      {opening.lonely !== null && (
        <Lonely opening={opening} lonely={opening.lonely} known={known} writes={writes} />
      )}
    </li>
  )
}

function Deeds({ page, album, writes }: { page: AlbumPage; album: Album; writes: Writes }) {
  const at = album.order.indexOf(page.page)
  const lay = (body: { behind?: number | null; by_event?: boolean; waits?: boolean }) =>
    writes.lay.mutate({ page: page.page, body })
  return (
    <p className="deeds">
      <Link className="stitched" to={`/pages/${page.page}/finished`}>
        Its record
      </Link>
      {at > 0 && (
        <button
          type="button"
          className="stitched"
          onClick={() => lay({ behind: album.order[at - 2] ?? null })}
        >
          Earlier
        </button>
      )}
      {at < album.order.length - 1 && (
        <button type="button" className="stitched" onClick={() => lay({ behind: album.order[at + 1]! })}>
          Later
        </button>
      )}
      {page.by_hand && (
        <button type="button" className="stitched" onClick={() => lay({ by_event: true })}>
          By its date
        </button>
      )}
      {!page.is_spread && (
        <button type="button" className="stitched" onClick={() => lay({ waits: !page.waits })}>
          {page.waits ? 'Keep nothing free opposite' : 'Keep the place opposite free'}
        </button>
      )}
      <button type="button" className="stitched" onClick={() => writes.takeOut.mutate(page.page)}>
        Take it out
      </button>
    </p>
  )
}

interface LonelyProps {
  opening: AlbumOpening
  lonely: number
  known: ReadonlyMap<number, AlbumPage>
  writes: Writes
}

/** What would go opposite a page that lies alone. */
function Lonely({ opening, lonely, known, writes }: LonelyProps) {
  const navigate = useNavigate()
  const photos = opening.photos_left
  return (
    <div className="lonely">
      {opening.facing.length > 0 && <p>These would go opposite:</p>}
      <ul>
        {opening.facing.map((key) => {
          const page = known.get(key)!
          return (
            <li key={key}>
              <button
                type="button"
                className="loose-page"
                aria-label={`Lay “${page.name}” opposite`}
                onClick={() => writes.putOpposite.mutate({ page: key, opposite: lonely })}
              >
                <img src={page.thumb} alt="" />
                <span>
                  {page.name} <small>{page.when}</small>
                </span>
              </button>
            </li>
          )
        })}
      </ul>
      <button
        type="button"
        className="stitched"
        disabled={writes.makeFacing.isPending}
        onClick={() =>
          writes.makeFacing.mutate(lonely, { onSuccess: (made) => void navigate(`/pages/${made.page}/page`) })
        }
      >
        Begin a companion page
      </button>{' '}
      {photos > 0 && (
        <span className="patch-words">
          {photos === 1 ? 'one photo of these days is' : `${photos} photos of these days are`} on no page yet
        </span>
      )}
      {writes.makeFacing.isPending && <Waiting words="Laying it out" />}
    </div>
  )
}
