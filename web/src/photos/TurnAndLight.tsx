import { useState } from 'react'
import Button from 'react-bootstrap/Button'
import { Fold } from '../app/Fold'
import { Trouble } from '../app/Trouble'
import type { Photo } from '../api/client'
import { useCopyPhoto } from '../api/photoQueries'

type Turn = 0 | 90 | 180 | 270
const MOST = 4
/** A step of light as the preview shows it; the copy itself is made by the server. */
const SHOWN = 0.16

/** A photo that lies on its side or is too dark: put right in a copy. */
export function TurnAndLight({ photo, onKept }: { photo: Photo; onKept: (id: number) => void }) {
  const [turn, setTurn] = useState<Turn>(0)
  const [light, setLight] = useState(0)
  const copy = useCopyPhoto()
  const by = (degrees: number) => setTurn((now) => ((now + degrees + 360) % 360) as Turn)
  return (
    <Fold place="turn-photo" className="turn-photo" label="Turn and brighten" heading="Turn and brighten">
      <p className="turn-shown">
        <img
          src={`/api/photos/${photo.id}/thumb/`}
          alt={`${photo.name} as the copy would be`}
          style={{ transform: `rotate(${turn}deg)`, filter: `brightness(${1 + light * SHOWN})` }}
        />
      </p>
      <p className="deeds">
        <button type="button" className="stitched" onClick={() => by(-90)}>
          Turn left
        </button>
        <button type="button" className="stitched" onClick={() => by(90)}>
          Turn right
        </button>
        <button
          type="button"
          className="stitched"
          disabled={light >= MOST}
          onClick={() => setLight((now) => now + 1)}
        >
          Lighter
        </button>
        <button
          type="button"
          className="stitched"
          disabled={light <= -MOST}
          onClick={() => setLight((now) => now - 1)}
        >
          Darker
        </button>
      </p>
      <p className="deeds">
        <Button
          size="sm"
          disabled={copy.isPending || (turn === 0 && light === 0)}
          onClick={() => copy.mutate({ id: photo.id, turn, light }, { onSuccess: (made) => onKept(made.id) })}
        >
          Keep as a copy
        </Button>
        <span className="hint">The photo itself stays as it is.</span>
      </p>
      {copy.error && <Trouble error={copy.error} onClose={() => copy.reset()} />}
    </Fold>
  )
}
