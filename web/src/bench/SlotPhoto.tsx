import { useState } from 'react'
import Form from 'react-bootstrap/Form'
import { Fractions } from '../app/Fractions'
import type { Change, ChangeOf, Page, Slot } from '../api/client'
import { MatChooser } from './MatChooser'

interface SlotPhotoProps {
  page: Page
  slot: Slot
  onChange: (change: Change) => void
  onPutDown: () => void
}

const MOST_IN = 4
const MOST_TURN = 15

/** How the photo in a slot lies: how far in, level or not, and what of a real print comes off. */
export function SlotPhoto({ page, slot, onChange, onPutDown }: SlotPhotoProps) {
  const set = (facts: Partial<Omit<ChangeOf<'photo'>, 'kind' | 'block' | 'photo'>>) =>
    onChange({ kind: 'photo', block: slot.block, photo: slot.photo, ...facts })
  return (
    <section className="slot-photo" aria-label={`Photo in ${slot.name}`}>
      <h2>{slot.photo_name}</h2>
      {slot.trims.length > 0 && (
        <p className="trims">
          <Fractions text={`Cut the print: take ${slot.trims.join(', ')}.`} />
        </p>
      )}
      {slot.irreplaceable && (
        <p className="refusal">It cannot be replaced: copy it, and cut the copy. Blade away from you.</p>
      )}
      {slot.has_file && (
        <>
          <Slide
            label="Zoom"
            least={1}
            most={Math.max(MOST_IN, slot.zoom)}
            step={0.05}
            value={slot.zoom}
            words={(value) => (value <= 1 ? 'all that fits' : `${value.toFixed(2)} ×`)}
            onSet={(zoom) => set({ zoom })}
          />
          <p className="hint">
            {slot.closest === null
              ? 'Mark what matters in the photo box, and it is told how far in it still shows.'
              : slot.closest > 1.005
                ? `Up to ${slot.closest.toFixed(2)} × all that matters still shows.`
                : 'Any closer and something that matters is lost.'}
          </p>
          <Slide
            label="Level it"
            least={-MOST_TURN}
            most={MOST_TURN}
            step={0.5}
            value={slot.turn}
            words={(value) =>
              value === 0 ? 'as taken' : `${Math.abs(value)}° ${value > 0 ? 'to the right' : 'to the left'}`
            }
            onSet={(level) => set({ level })}
          />
          <p className="hint">
            Drag the photo on the page to move it in its slot, or use the arrow keys there.
          </p>
        </>
      )}
      {slot.safe && (
        <p className="hint">
          <Fractions text={`Not below ${slot.safe}: what matters in it would be lost.`} />
        </p>
      )}
      {slot.has_file && (
        <button
          type="button"
          className="stitched"
          onClick={() => onChange({ kind: 'whole', block: slot.block })}
        >
          keep it whole, on a mat
        </button>
      )}
      {slot.has_file && <MatChooser page={page} slot={slot} onChange={onChange} />}
      <Form.Check
        id={`lock-${slot.block}`}
        label="stays here when photos are matched"
        checked={slot.locked}
        onChange={(event) => set({ locked: event.target.checked })}
      />
      <p className="slot-deeds">
        <button type="button" className="stitched" onClick={() => set({ as_it_comes: true })}>
          Reset crop
        </button>
        <button
          type="button"
          className="stitched"
          onClick={() => {
            onChange({ kind: 'photo', block: slot.block, photo: null })
            onPutDown()
          }}
        >
          Remove
        </button>
        <button type="button" className="stitched" onClick={onPutDown}>
          Done
        </button>
      </p>
    </section>
  )
}

interface SlideProps {
  label: string
  least: number
  most: number
  step: number
  value: number
  words: (value: number) => string
  onSet: (value: number) => void
}

/**
 * A slide that tells its value in words and is sent when it is let go: once, though letting go of the
 * key and leaving the slide are told one after the other while the first is still on its way.
 */
function Slide({ label, least, most, step, value, words, onSet }: SlideProps) {
  const [hand, setHand] = useState({ kept: value, now: value, sent: true })
  if (hand.kept !== value) setHand({ kept: value, now: value, sent: true })
  const { now } = hand
  const done = () => {
    if (hand.sent || now === value) return
    setHand({ ...hand, sent: true })
    onSet(now)
  }
  return (
    <Form.Group className="slide">
      <Form.Label>
        {label}: <strong>{words(now)}</strong>
      </Form.Label>
      <Form.Range
        aria-label={label}
        aria-valuetext={words(now)}
        min={least}
        max={most}
        step={step}
        value={now}
        onChange={(event) => setHand({ ...hand, now: Number(event.target.value), sent: false })}
        onPointerUp={done}
        onKeyUp={done}
        onBlur={done}
      />
    </Form.Group>
  )
}
