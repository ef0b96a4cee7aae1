import { useState, type PointerEvent } from 'react'
import { usePhotoColours } from '../api/paperQueries'
import { Trouble } from '../app/Trouble'
import type { PhotoSeen } from './PapersLeft'
import type { Papers } from './usePapers'

/** What touching the photo does: takes a colour to start from, or says where white paper is. */
type Touch = 'colour' | 'white'

/** One photo with its main colours; a colour that is touched counts before all others. */
export function PhotoColours({ photo, papers }: { photo: PhotoSeen; papers: Papers }) {
  const { at, light } = usePhotoColours()
  const [touch, setTouch] = useState<Touch>('colour')
  const touched = papers.asked.touched ?? []
  const start = (colour: string) =>
    papers.ask({
      start: papers.asked.start === 'kept-out' ? 'kept-out' : 'photos',
      touched: touched.includes(colour)
        ? touched.filter((one) => one !== colour)
        : [...touched.slice(-5), colour],
    })
  const press = (event: PointerEvent<HTMLImageElement>) => {
    const box = event.currentTarget.getBoundingClientRect()
    const x = Math.min(1, Math.max(0, (event.clientX - box.left) / box.width))
    const y = Math.min(1, Math.max(0, (event.clientY - box.top) / box.height))
    if (touch === 'white') {
      setTouch('colour')
      light.mutate({ id: photo.photo, white: [x, y] })
    } else at.mutate({ id: photo.photo, x, y }, { onSuccess: (found) => start(found.colour) })
  }
  const failed = at.error ?? light.error
  return (
    <figure className="photo-colours">
      {/* Every colour of it is a button below: touching the picture is the quicker way for a hand. */}
      <img
        src={`/api/photos/${photo.photo}/thumb/`}
        alt={photo.name}
        title={touch === 'white' ? 'Touch something white in it' : 'Touch a colour in it'}
        onPointerUp={press}
      />
      <figcaption>
        <ul aria-label={`Colours of ${photo.name}`}>
          {photo.colours.map((one) => (
            <li key={one.colour}>
              <button
                type="button"
                className="colour-chip"
                aria-pressed={touched.includes(one.colour)}
                title={`${one.name}, ${one.share} %${one.part === 'colour' ? '' : `, ${one.part}`}`}
                onClick={() => start(one.colour)}
              >
                <span className="colour-dot" style={{ background: one.colour }} aria-hidden />
                <span className="colour-name">{one.name}</span>
              </button>
            </li>
          ))}
        </ul>
        <details className="papers-more">
          <summary>Its light</summary>
          <span className="light-ways">
            <button type="button" className="stitched" onClick={() => light.mutate({ id: photo.photo })}>
              as it is
            </button>
            <button
              type="button"
              className="stitched"
              onClick={() => light.mutate({ id: photo.photo, whole: true })}
            >
              put right
            </button>
            <button
              type="button"
              className="stitched"
              onClick={() => light.mutate({ id: photo.photo, lightest: true })}
            >
              its lightest place is white
            </button>
            <button
              type="button"
              className="stitched"
              aria-pressed={touch === 'white'}
              onClick={() => setTouch(touch === 'white' ? 'colour' : 'white')}
            >
              by something white in it
            </button>
          </span>
        </details>
        {failed && <Trouble error={failed} />}
      </figcaption>
    </figure>
  )
}
