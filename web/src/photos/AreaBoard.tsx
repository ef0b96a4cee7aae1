import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react'
import { arrowOf } from '../app/arrows'
import type { Area, Photo } from '../api/client'
import { between, movedBy, resizedBy, type Place } from '../geometry/areas'
import { areaWords } from './words'

/** How far an arrow key moves an area, in parts of the photo. */
const STEP = 0.01

interface AreaBoardProps {
  photo: Photo
  areas: Area[]
  heldIndex: number | null
  onHold: (index: number | null) => void
  /** All areas as they are now; sent when a hand lets go. */
  onChange: (areas: Area[]) => void
}

type Hand =
  | { kind: 'drawing'; x: number; y: number; now: Place | null }
  | { kind: 'moving' | 'sizing'; index: number; x: number; y: number; from: Area; now: Area }

/** The photo with what matters in it: drag on it to mark a part; a marked part is dragged, or sized at its corner. */
export function AreaBoard({ photo, areas, heldIndex, onHold, onChange }: AreaBoardProps) {
  const frame = useRef<HTMLDivElement>(null)
  const [hand, setHand] = useState<Hand | null>(null)

  const at = (event: PointerEvent) => {
    const box = frame.current!.getBoundingClientRect()
    return { x: (event.clientX - box.left) / box.width, y: (event.clientY - box.top) / box.height }
  }
  const take = (event: PointerEvent, next: Hand) => {
    if (event.button !== 0) return
    event.stopPropagation()
    frame.current!.setPointerCapture(event.pointerId)
    setHand(next)
  }
  const move = (event: PointerEvent) => {
    if (!hand) return
    const { x, y } = at(event)
    if (hand.kind === 'drawing') return setHand({ ...hand, now: between(hand.x, hand.y, x, y) })
    const change = hand.kind === 'moving' ? movedBy : resizedBy
    setHand({ ...hand, now: { ...hand.from, ...change(hand.from, x - hand.x, y - hand.y) } })
  }
  const letGo = () => {
    if (!hand) return
    setHand(null)
    if (hand.kind === 'drawing') {
      if (!hand.now) return onHold(null)
      onChange([...areas, { ...hand.now, matters: true, weight: 3, source: 'hand', accepted: true }])
      onHold(areas.length)
    } else if (hand.now !== hand.from) {
      onChange(areas.map((area, index) => (index === hand.index ? hand.now : area)))
    }
  }
  const onKey = (event: KeyboardEvent, index: number) => {
    const area = areas[index]!
    const way = arrowOf(event.key)
    if (event.key === 'Delete') onChange(areas.filter((_, other) => other !== index))
    else if (way) {
      const place = (event.shiftKey ? resizedBy : movedBy)(area, way[0] * STEP, way[1] * STEP)
      onChange(areas.map((other, place_) => (place_ === index ? { ...other, ...place } : other)))
    } else return
    event.preventDefault()
  }
  const shown = areas.map((area, index) =>
    hand && hand.kind !== 'drawing' && hand.index === index ? hand.now : area,
  )
  return (
    <div
      ref={frame}
      className="area-board"
      style={{ aspectRatio: `${photo.width} / ${photo.height}` }}
      onPointerDown={(event) => {
        const { x, y } = at(event)
        take(event, { kind: 'drawing', x, y, now: null })
      }}
      onPointerMove={move}
      onPointerUp={letGo}
      onPointerCancel={() => setHand(null)}
    >
      <img src={`/api/photos/${photo.id}/view/`} alt={photo.name} draggable={false} />
      {shown.map((area, index) => (
        <div
          key={index}
          role="button"
          tabIndex={0}
          aria-label={`${areaWords(area)}, part ${index + 1}`}
          aria-pressed={heldIndex === index}
          className={`area ${area.accepted ? (area.matters ? 'matters' : 'coverable') : 'proposed'}`}
          style={boxOf(area)}
          onFocus={() => onHold(index)}
          onKeyDown={(event) => onKey(event, index)}
          onPointerDown={(event) => {
            onHold(index)
            take(event, { kind: 'moving', index, ...at(event), from: area, now: area })
          }}
        >
          {heldIndex === index && (
            <span
              className="area-corner"
              aria-hidden
              onPointerDown={(event) =>
                take(event, { kind: 'sizing', index, ...at(event), from: area, now: area })
              }
            />
          )}
        </div>
      ))}
      {hand?.kind === 'drawing' && hand.now && <div className="area matters" style={boxOf(hand.now)} />}
    </div>
  )
}

const boxOf = (place: Place) => ({
  left: `${place.left * 100}%`,
  top: `${place.top * 100}%`,
  width: `${place.width * 100}%`,
  height: `${place.height * 100}%`,
})
