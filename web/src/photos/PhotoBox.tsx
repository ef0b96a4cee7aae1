import { useMemo, useState } from 'react'
import { Sheet } from '../app/Sheet'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import type { Photo } from '../api/client'
import { useAdding, useLooking, usePhotos } from '../api/photoQueries'
import { AddPhotos } from './AddPhotos'
import { EnterPrint } from './EnterPrint'
import { PickedBar } from './PickedBar'
import { PhotoSheet } from './PhotoSheet'
import { PhotoTile } from './PhotoTile'

/** The photo box: everything she may put on pages, what is known of it, and what matters in it. */
export function PhotoBox() {
  const photos = usePhotos()
  const adding = useAdding()
  const [openId, open] = useState<number | null>(null)
  const [picked, pick] = useState<ReadonlySet<number>>(new Set())
  const opened = photos.data?.find((photo) => photo.id === openId)
  const groups = useMemo(() => grouped(photos.data ?? []), [photos.data])
  const toggle = (id: number) => {
    const next = new Set(picked)
    if (!next.delete(id)) next.add(id)
    pick(next)
  }
  return (
    <Sheet title="Photo box" className="photo-box">
      <div className="box-top">
        <AddPhotos adding={adding} />
        <Look photos={photos.data ?? []} />
        <EnterPrint />
      </div>
      {photos.error && <Trouble error={photos.error} />}
      {photos.isPending && <Waiting words="Fetching your photos" />}
      <div className="box-body">
        <div className="box-photos">
          {photos.data?.length === 0 && (
            <p className="hint">No photos yet. Drop some anywhere on this page, or touch “Add photos”.</p>
          )}
          {groups.map(([name, members]) => (
            <section key={name} aria-label={name ? `Belongs with ${name}` : 'Photos by themselves'}>
              {name && <h2>{name}</h2>}
              <ul className="photo-tiles">
                {members.map((photo) => (
                  <PhotoTile
                    key={photo.id}
                    photo={photo}
                    open={photo.id === openId}
                    picked={picked.has(photo.id)}
                    onOpen={() => open(photo.id === openId ? null : photo.id)}
                    onPick={() => toggle(photo.id)}
                  />
                ))}
              </ul>
            </section>
          ))}
        </div>
        {opened && <PhotoSheet key={opened.id} photo={opened} onClose={() => open(null)} onOpen={open} />}
      </div>
      {picked.size > 0 && <PickedBar picked={[...picked]} onNone={() => pick(new Set())} />}
    </Sheet>
  )
}

/** Photos that belong together first, by the name of their group; then the others. */
function grouped(photos: Photo[]): [string, Photo[]][] {
  const groups = new Map<string, Photo[]>()
  for (const photo of photos) groups.set(photo.group ?? '', [...(groups.get(photo.group ?? '') ?? []), photo])
  return [...groups].sort(([a], [b]) => Number(a === '') - Number(b === '') || a.localeCompare(b))
}

function Look({ photos }: { photos: Photo[] }) {
  const { looking, look, stop } = useLooking()
  const waiting = photos.filter((photo) => !photo.looked_at && photo.has_file)
  if (looking)
    return (
      <p className="looking" role="status">
        <progress max={looking.total} value={looking.done} aria-label="Photos looked over" />
        Looking for faces, {looking.done} of {looking.total}
        <button type="button" className="stitched" onClick={stop}>
          stop
        </button>
      </p>
    )
  if (waiting.length === 0) return null
  return (
    <button type="button" className="stitched" onClick={() => void look(waiting)}>
      Look for faces in {waiting.length} photo{waiting.length > 1 && 's'}
    </button>
  )
}
