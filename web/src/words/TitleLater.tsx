import { useMemo, useState } from 'react'
import Form from 'react-bootstrap/Form'
import type { Change, Page, TitleSpot } from '../api/client'
import { useTitleSpots } from '../api/wordsQueries'
import { Fractions } from '../app/Fractions'
import { Trouble } from '../app/Trouble'
import { useGlance } from '../app/useGlance'
import { useSettled } from '../app/useSettled'
import { Waiting } from '../app/Waiting'
import type { LayOver } from '../bench/layOver'
import { SetLetters } from '../board/SetLetters'
import { AlphabetChips } from './AlphabetChips'
import { UsedOn } from './UsedOn'

interface TitleLaterProps {
  page: Page
  onChange: (change: Change) => void
  onLayOver: LayOver
}

const NO_SPOTS: TitleSpot[] = []

const keyOf = (spot: TitleSpot) => spot.where

/** A title where the sketch has no place for one: the gaps that take it, the tallest letters first. */
export function TitleLater({ page, onChange, onLayOver }: TitleLaterProps) {
  const [text, type] = useState('')
  const [alphabet, choose] = useState('')
  const asked = useMemo(() => ({ text: text.trim(), alphabet }), [text, alphabet])
  const settled = useSettled(asked)
  const found = useTitleSpots(page, settled.text, settled.alphabet)
  const late = settled !== asked || found.isPlaceholderData
  const spots = asked.text ? found.data?.spots : undefined
  const glance = useGlance(spots ?? NO_SPOTS, keyOf, (spot) => onLayOver(spot && <LaidTitle spot={spot} />))
  return (
    <section className="title-later" aria-label="Where a title can go">
      <Form.Control
        size="sm"
        aria-label="Your title"
        placeholder="type it: the places that take it are shown"
        maxLength={80}
        spellCheck
        value={text}
        onChange={(event) => type(event.target.value)}
      />
      {asked.text && <AlphabetChips chosen={alphabet} onChoose={choose} />}
      {found.error && <Trouble error={found.error} />}
      {asked.text && !spots && !found.error && <Waiting words="Looking for room" />}
      {spots && (
        <>
          <UsedOn pages={found.data?.used_on ?? []} />
          {spots.length === 0 && (
            <p className="hint">
              No place takes it in letters of 3/8 in or more: a shorter title would do, or take a piece away.
            </p>
          )}
          <ul className={late ? 'title-spots is-late' : 'title-spots'} onPointerLeave={glance.leave}>
            {spots.map((spot) => (
              <li key={keyOf(spot)}>
                <button
                  type="button"
                  className="title-spot"
                  disabled={late}
                  {...glance.at(spot)}
                  onClick={() => {
                    glance.leave()
                    onChange(spot.change)
                  }}
                >
                  <SpotPicture page={page} spot={spot} />
                  <span>
                    <strong>{spot.where}</strong>
                    <span className="hint">
                      <Fractions text={spot.words} />
                    </span>
                  </span>
                </button>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  )
}

/** The title in its places, and where the pieces come to lie that make room for it. */
function LaidTitle({ spot }: { spot: TitleSpot }) {
  return (
    <g className="title-laid" pointerEvents="none">
      {spot.moved.map(({ x, y, width, height }) => (
        <rect key={`${x} ${y} ${width}`} className="makes-room" {...{ x, y, width, height }} />
      ))}
      {spot.parts.map((part) => (
        <g key={part.text}>
          <rect className="title-room" x={part.x} y={part.y} width={part.width} height={part.height} />
          <SetLetters lettering={part} x={part.x + part.width / 2} y={part.y + part.height / 2} />
        </g>
      ))}
    </g>
  )
}

/** The page as it lies in outlines, with the title in its places. */
function SpotPicture({ page, spot }: { page: Page; spot: TitleSpot }) {
  const { width, height, blocks } = page.fit.board
  return (
    <svg className="spot-picture" viewBox={`0 0 ${width} ${height}`} aria-hidden>
      <rect className="bare" width={width} height={height} />
      {blocks
        .filter((block) => block.role === 'photo')
        .map((block) => (
          <rect key={block.id} x={block.x} y={block.y} width={block.width} height={block.height} />
        ))}
      <LaidTitle spot={spot} />
    </svg>
  )
}
