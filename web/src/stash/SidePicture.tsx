import { useRef, useState } from 'react'
import type { StashPaper } from '../api/client'
import { usePaperPictures } from '../api/cuttingQueries'
import { Trouble } from '../app/Trouble'

interface SidePictureProps {
  paper: StashPaper
  name: 'A' | 'B'
}

/** A photo of the sheet in the place of a drawn pattern, in its true size. */
export function SidePicture({ paper, name }: SidePictureProps) {
  const { add, drop } = usePaperPictures(paper.id)
  const chooser = useRef<HTMLInputElement>(null)
  const side = name === 'A' ? paper.front : paper.back
  const widest = paper.stocks.reduce((most, stock) => Math.max(most, stock.wide), 0)
  const [wide, setWide] = useState(String(widest || 12))
  return (
    <div className="side-picture">
      <input
        ref={chooser}
        type="file"
        hidden
        accept="image/*"
        aria-label={`Photo of the ${name} side`}
        onChange={(event) => {
          const file = event.target.files?.[0]
          if (file) add.mutate({ side: name, file, wide })
          event.target.value = ''
        }}
      />
      <button
        type="button"
        className="stitched"
        aria-label={`${side.picture ? 'another photo' : 'a photo'} of the ${name} side`}
        disabled={add.isPending}
        onClick={() => chooser.current?.click()}
      >
        {side.picture ? 'another photo' : 'a photo'}
      </button>
      <label>
        shows{' '}
        <input
          className="form-control form-control-sm"
          aria-label={`How many inches of the ${name} side the photo shows`}
          value={wide}
          onChange={(event) => setWide(event.target.value)}
        />{' '}
        in across
      </label>
      {side.picture && (
        <button
          type="button"
          className="stitched"
          aria-label={`no photo of the ${name} side`}
          onClick={() =>
            drop.mutate({ side: name, picture: side.picture!.id, name: `${paper.name}, ${name} side` })
          }
        >
          no photo
        </button>
      )}
      {(add.error ?? drop.error) && (
        <Trouble error={(add.error ?? drop.error)!} onClose={() => add.reset()} />
      )}
    </div>
  )
}
