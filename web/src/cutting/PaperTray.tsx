import { useState, type PointerEvent } from 'react'
import { Link } from 'react-router'
import type { Look, StashPaper } from '../api/client'
import { usePapers } from '../api/cuttingQueries'
import { Fractions } from '../app/Fractions'
import { Waiting } from '../app/Waiting'
import { lookOf, Swatch } from '../stash/Swatch'
import { inHand } from '../stash/words'

/** A paper on its way to a piece, with the side that shall show. */
export interface CarriedPaper {
  id: number
  name: string
  side: 'A' | 'B'
  look: Look
}

interface PaperTrayProps {
  carried: CarriedPaper | null
  onPress: (paper: CarriedPaper, event: PointerEvent) => void
  onTake: (paper: CarriedPaper) => void
  /** A paper in the hand was turned over. */
  onFlip: () => void
  /** A paper that lies on one piece now, while others like it could have it too. */
  laidOne: { paper: CarriedPaper; others: number } | null
  onAlike: () => void
}

/** Her papers, to be dragged onto a piece or taken up and laid there; each can be turned over first. */
export function PaperTray({ carried, onPress, onTake, onFlip, laidOne, onAlike }: PaperTrayProps) {
  const papers = usePapers()
  const [flipped, flip] = useState<ReadonlySet<number>>(new Set())
  const turn = (paper: StashPaper) => {
    const next = new Set(flipped)
    if (!next.delete(paper.id)) next.add(paper.id)
    flip(next)
    onFlip()
  }
  return (
    <section className="tray" aria-label="Papers">
      <h2>Papers</h2>
      <p className="hint" aria-live="polite">
        {carried
          ? `“${carried.name}” is in your hand: touch a piece.`
          : 'Drag one onto a piece, or touch it and then the piece.'}
      </p>
      {laidOne && (
        <p className="laid-one" role="status">
          “{laidOne.paper.name}” lies on that piece alone.{' '}
          <button type="button" className="stitched" onClick={onAlike}>
            on all like it too ({laidOne.others} more)
          </button>
        </p>
      )}
      <Link className="stitched" to="/stash">
        Paper stash
      </Link>
      {papers.isPending && <Waiting words="Opening the drawers" />}
      {papers.data?.length === 0 && <p className="hint">The stash is empty.</p>}
      <ul className="tray-papers">
        {papers.data?.map((paper) => (
          <TrayPaper
            key={paper.id}
            paper={paper}
            back={flipped.has(paper.id)}
            held={carried?.id === paper.id}
            onPress={onPress}
            onTake={onTake}
            onTurn={() => turn(paper)}
          />
        ))}
      </ul>
    </section>
  )
}

interface TrayPaperProps extends Pick<PaperTrayProps, 'onPress' | 'onTake'> {
  paper: StashPaper
  back: boolean
  held: boolean
  onTurn: () => void
}

function TrayPaper({ paper, back, held, onPress, onTake, onTurn }: TrayPaperProps) {
  const side = back ? 'B' : 'A'
  const [shown, other] = back ? [paper.back, paper.front] : [paper.front, paper.back]
  const carried: CarriedPaper = { id: paper.id, name: paper.name, side, look: lookOf(shown) }
  return (
    <li className={`tray-paper${held ? ' is-held' : ''}`}>
      <button
        type="button"
        className="tray-swatch"
        aria-pressed={held}
        aria-label={`${paper.name}, ${side} side`}
        onPointerDown={(event) => {
          event.currentTarget.releasePointerCapture(event.pointerId)
          onPress(carried, event)
        }}
        onClick={() => onTake(carried)}
      >
        <Swatch look={carried.look} back={lookOf(other)} width={58} height={50} />
      </button>
      <span className="tray-words">
        <strong>{paper.name}</strong>
        <span className="hint">
          <Fractions text={inHand(paper)} />
        </span>
        <button
          type="button"
          className="stitched"
          aria-label={`${side} side, turn over: ${paper.name}`}
          onClick={onTurn}
        >
          {side} side, turn over
        </button>
      </span>
    </li>
  )
}
