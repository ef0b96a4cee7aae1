import { useRef, useState } from 'react'
import type { StashPaper } from '../api/client'
import { usePaperPictures } from '../api/cuttingQueries'
import { useUnit } from '../api/queries'
import { Trouble } from '../app/Trouble'

const MM_PER_INCH = 25.4

interface SidePictureProps {
  paper: StashPaper
  name: 'A' | 'B'
}

/** A photo of the sheet in the place of a drawn pattern, in its true size. */
export function SidePicture({ paper, name }: SidePictureProps) {
  const { add, drop, read } = usePaperPictures(paper.id)
  const chooser = useRef<HTMLInputElement>(null)
  const side = name === 'A' ? paper.front : paper.back
  const widest = paper.stocks.reduce((most, stock) => Math.max(most, stock.wide), 0)
  const failed = add.error ?? drop.error ?? read.error
  const unit = useUnit()
  const [wide, setWide] = useState(
    String(unit === 'in' ? widest || 12 : Math.round((widest || 12) * MM_PER_INCH)),
  )
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
          aria-label={`How much of the ${name} side the photo shows, in ${unit}`}
          value={wide}
          onChange={(event) => setWide(event.target.value)}
        />{' '}
        {unit} across
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
      {side.picture && <ReadAgain name={name} address={side.picture.address} read={read} />}
      {failed && <Trouble error={failed} onClose={() => add.reset()} />}
    </div>
  )
}

interface ReadAgainProps {
  name: 'A' | 'B'
  address: string
  read: ReturnType<typeof usePaperPictures>['read']
}

/** The colours read from the picture once more, with its light put right. */
function ReadAgain({ name, address, read }: ReadAgainProps) {
  const [open, setOpen] = useState(false)
  return (
    <details className="papers-more" open={open} onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>Read its colours again</summary>
      <span className="light-ways">
        <button
          type="button"
          className="stitched"
          disabled={read.isPending}
          onClick={() => read.mutate({ side: name })}
        >
          as it is
        </button>
        <button
          type="button"
          className="stitched"
          disabled={read.isPending}
          onClick={() => read.mutate({ side: name, whole: true })}
        >
          light put right
        </button>
        <button
          type="button"
          className="stitched"
          disabled={read.isPending}
          onClick={() => read.mutate({ side: name, lightest: true })}
        >
          its lightest place is white
        </button>
      </span>
      {open && (
        <img
          className="touch-white"
          src={address}
          alt={`The ${name} side: touch something white in it`}
          onPointerUp={(event) => {
            const box = event.currentTarget.getBoundingClientRect()
            const white = [(event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height]
            read.mutate({ side: name, white })
          }}
        />
      )}
      <p className="hint">Or touch something white in the picture.</p>
    </details>
  )
}
