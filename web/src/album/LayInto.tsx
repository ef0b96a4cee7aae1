import type { AlbumCard } from '../api/client'
import { useAlbumWrites } from '../api/albumQueries'
import { Trouble } from '../app/Trouble'

/** Lays a finished page into an album that takes it. */
export function LayInto({ album, page }: { album: AlbumCard; page: { page: number; name: string } }) {
  const { putIn } = useAlbumWrites(album.id)
  return (
    <>
      <button
        type="button"
        className="stitched"
        aria-label={`Lay “${page.name}” into “${album.name}”`}
        disabled={putIn.isPending}
        onClick={() => putIn.mutate([page.page])}
      >
        into “{album.name}”
      </button>
      {putIn.error && <Trouble error={putIn.error} onClose={() => putIn.reset()} />}
    </>
  )
}
