import { useCallback, useMemo, useState, type KeyboardEvent, type PointerEvent } from 'react'
import type { BoardBlock, Change, Page, Photo } from '../api/client'
import type { PartOf } from '../board/partOf'
import { arrowOf } from '../app/arrows'
import type { CarriedPaper } from '../cutting/PaperTray'
import type { NumberName } from './NumberField'
import type { StepKey } from './steps'
import { useCarry } from './useCarry'
import { usePhotoLook } from './usePhotoLook'
import { usePieceHold } from './usePieceHold'

interface Hands {
  page: Page
  step: StepKey
  heldId: string | null
  hold: (block: string | null) => void
  /** Says whose papers are looked at. */
  choose: (block: string) => void
  typeTitle: (block: string) => void
  typeNumber: (block: string, name: NumberName) => void
  change: (change: Change) => void
  /** A change whose end is waited for: what was let go settles with it. */
  letGo: (change: Change) => Promise<unknown>
}

/** Marks a piece goes by with the shift key held. */
const FAR = 4

/** What mouse, finger and keys do to the pieces of a page, at each step. */
export function useHands({ page, step, heldId, hold, choose, typeTitle, typeNumber, change, letGo }: Hands) {
  const { touches } = page
  const { board } = page.fit
  const arranging = step === 'page'
  const place = useCallback(
    (photo: Photo, slot: string) => change({ kind: 'photo', block: slot, photo: photo.id }),
    [change],
  )
  const photos = useCarry('slot', place)
  const [laidOne, setLaidOne] = useState<LaidOne | null>(null)
  const layPaper = useCallback(
    (paper: CarriedPaper, block: string, part?: PartOf) => {
      const chosen = { block, stash_paper: paper.id, side: paper.side }
      if (part && 'opening' in part) {
        setLaidOne(null)
        change({ kind: 'behind', ...chosen, ...part })
        return
      }
      setLaidOne(alikeTo(touches, paper, block, part?.cell))
      change({ kind: 'paper', ...chosen, ...part })
    },
    [touches, change],
  )
  const layOnAlike = useCallback(() => {
    if (!laidOne) return
    setLaidOne(null)
    change({ kind: 'paper', paper: laidOne.letter, stash_paper: laidOne.paper.id, side: laidOne.paper.side })
  }, [laidOne, change])
  const papers = useCarry('block', layPaper)
  const look = usePhotoLook(page.slots, letGo)
  const piece = usePieceHold(board, page.step, letGo)
  const photoSlots = useMemo(
    () => new Set(photos.carried ? board.blocks.filter(isPhoto).map((block) => block.id) : []),
    [board, photos.carried],
  )
  const activate = (block: BoardBlock, part?: PartOf) => {
    if (papers.carried) {
      layPaper(papers.carried, block.id, part)
      papers.drop()
    } else if (step === 'papers') choose(block.id)
    else if (block.role === 'base') return
    else if (photos.carried && isPhoto(block)) {
      place(photos.carried, block.id)
      photos.drop()
    } else if (block.role === 'title' && !arranging) typeTitle(block.id)
    else if (arranging || (step === 'photos' && isPhoto(block))) hold(block.id)
  }
  const onKey = (block: BoardBlock, event: KeyboardEvent) => {
    const way = arrowOf(event.key)
    if (isPhoto(block) && event.key === 'Delete') change({ kind: 'photo', block: block.id, photo: null })
    else if (event.key === 'Escape') hold(null)
    else if (!arranging) look.onKey(block, event)
    else if (way) {
      event.preventDefault()
      const [across, down] = way
      const marks = event.shiftKey ? FAR : 1
      change({ kind: 'pin', block: block.id, step_x: across * marks, step_y: down * marks })
    } else if (/^[0-9]$/.test(event.key)) typeNumber(block.id, 'width')
  }
  const onPointerDown = (block: BoardBlock, event: PointerEvent<SVGGElement>, scale: number) => {
    if (arranging) piece.press(block, event, scale, heldId === block.id)
    else look.onPointerDown(block, event, scale, heldId === block.id)
  }
  return {
    photos,
    papers,
    laidOne,
    layOnAlike,
    look,
    inHand: piece.shift,
    photoSlots,
    activate,
    onKey,
    onPointerDown,
  }
}

/** A paper that was laid on one piece while others are of the paper it had: it may lie on them too. */
export interface LaidOne {
  paper: CarriedPaper
  /** The letter of the paper that the others still are of. */
  letter: string
  others: number
}

function alikeTo(
  touches: Page['touches'],
  paper: CarriedPaper,
  block: string,
  cell?: number,
): LaidOne | null {
  const whole = touches.find((one) => one.block === block)
  const touch = cell === undefined ? whole : whole?.cells[cell]
  return touch?.paper && touch.alike > 0 ? { paper, letter: touch.paper, others: touch.alike } : null
}

const isPhoto = (block: BoardBlock) => block.role === 'photo'
