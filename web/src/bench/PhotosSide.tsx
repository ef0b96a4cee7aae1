import { useCallback, useState } from 'react'
import type { Change, Page, Photo } from '../api/client'
import { Covered } from './Covered'
import { MatchPanel } from './MatchPanel'
import { SlotPhoto } from './SlotPhoto'

interface PhotosSideProps {
  page: Page
  /** The slot under the hand. */
  heldId: string | null
  picked: ReadonlySet<number>
  onChange: (change: Change) => void
  onPutDown: () => void
}

/** Beside the page while photos are placed: what does not show, how the photo in hand lies, and which goes where. */
export function PhotosSide({ page, heldId, picked, onChange, onPutDown }: PhotosSideProps) {
  const held = page.slots.find((slot) => slot.block === heldId && slot.photo !== null)
  return (
    <>
      <Covered page={page} onChange={onChange} />
      {held && (
        <SlotPhoto key={held.block} page={page} slot={held} onChange={onChange} onPutDown={onPutDown} />
      )}
      <MatchPanel page={page} picked={picked} onChange={onChange} />
    </>
  )
}

/** The photos ticked in the tray. */
export function usePicked() {
  const [picked, setPicked] = useState<ReadonlySet<number>>(new Set())
  const pick = useCallback((photo: Photo) => {
    setPicked((now) => {
      const next = new Set(now)
      if (!next.delete(photo.id)) next.add(photo.id)
      return next
    })
  }, [])
  return { picked, pick }
}
