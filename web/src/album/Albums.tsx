import { useState, type FormEvent } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import { Link, useNavigate } from 'react-router'
import type { AlbumCard, LoosePage } from '../api/client'
import { useAlbums, useBeginAlbum } from '../api/albumQueries'
import { FormatChips } from '../app/FormatChips'
import { Fractions } from '../app/Fractions'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import { Goals } from './Goals'
import { LayInto } from './LayInto'
import { PagePatch } from './PagePatch'
import { PlacesHeader } from './PlacesHeader'

/** Her albums, the finished pages that wait for a place in one, and what is meant to be made. */
export function Albums() {
  const albums = useAlbums()
  if (albums.error) return <Trouble error={albums.error} />
  return (
    <div className="logbook">
      <PlacesHeader title="Albums" />
      {!albums.data && <Waiting words="Fetching your albums" />}
      {albums.data && (
        <main>
          {albums.data.albums.length > 0 && (
            <ul className="albums">
              {albums.data.albums.map((album) => (
                <AlbumCover key={album.id} album={album} />
              ))}
            </ul>
          )}
          <NewAlbum isFirst={albums.data.albums.length === 0} />
          <Loose pages={albums.data.loose} count={albums.data.loose_count} albums={albums.data.albums} />
          <Goals />
        </main>
      )}
    </div>
  )
}

/** Pixels of the longer side of a cover. */
const COVER = 190

function AlbumCover({ album }: { album: AlbumCard }) {
  const scale = COVER / Math.max(album.width, album.height)
  const size = { width: album.width * scale, height: album.height * scale }
  return (
    <li className="album-cover">
      <Link to={`/albums/${album.id}`}>
        <span className="cover" style={size}>
          {album.thumbs[0] && <img src={album.thumbs[0]} alt="" />}
        </span>
        <strong>{album.name}</strong>
        <span className="patch-words">
          {album.pages === 1 ? '1 page' : `${album.pages} pages`}, <Fractions text={album.size} />
        </span>
        <span className="patch-words">{album.when}</span>
        {album.full && <span className="too-thick">more than its spine takes</span>}
      </Link>
    </li>
  )
}

function NewAlbum({ isFirst }: { isFirst: boolean }) {
  const begin = useBeginAlbum()
  const navigate = useNavigate()
  const [format, choose] = useState('12x12')
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const name = new FormData(event.currentTarget).get('name')
    if (typeof name !== 'string' || !name.trim()) return
    begin.mutate(
      { name: name.trim(), format },
      { onSuccess: (album) => void navigate(`/albums/${album.id}`) },
    )
  }
  return (
    <section className="new-album" aria-labelledby="new-album-heading">
      <h2 id="new-album-heading">{isFirst ? 'Your first album' : 'Another album'}</h2>
      <Form onSubmit={submit}>
        <Form.Control
          name="name"
          aria-label="What the album is called"
          placeholder="what it is called"
          maxLength={80}
          autoComplete="off"
          required
        />
        <Button type="submit" disabled={begin.isPending}>
          Begin an album
        </Button>
        <FormatChips words="for pages of" label="Pages of the album" chosen={format} onChoose={choose} />
      </Form>
      {begin.error && <Trouble error={begin.error} onClose={() => begin.reset()} />}
    </section>
  )
}

function Loose({ pages, count, albums }: { pages: LoosePage[]; count: number; albums: AlbumCard[] }) {
  if (pages.length === 0) return null
  return (
    <section aria-labelledby="loose-heading">
      <h2 id="loose-heading">Loose pages</h2>
      <p className="hint">
        Finished, and in no album yet.
        {count > pages.length && ` The latest ${pages.length} of ${count} are shown.`}
      </p>
      <ul className="patches">
        {pages.map((page) => (
          <PagePatch key={page.page} page={page}>
            {albums
              .filter((album) => page.albums.includes(album.id))
              .map((album) => (
                <LayInto key={album.id} album={album} page={page} />
              ))}
            {page.albums.length === 0 && (
              <span className="patch-words">
                no album takes <Fractions text={page.size} />
              </span>
            )}
          </PagePatch>
        ))}
      </ul>
    </section>
  )
}
