import { useState } from 'react'
import type { Accent, Change, Page, TitleWay } from '../api/client'
import type { LayOver } from '../bench/layOver'
import { useLettersTaken, useTitleWays } from '../api/wordsQueries'
import { Fractions } from '../app/Fractions'
import { Trouble } from '../app/Trouble'
import { useGlance } from '../app/useGlance'
import { Waiting } from '../app/Waiting'
import { SetLetters } from '../board/SetLetters'
import { AlphabetChips } from './AlphabetChips'
import { UsedOn } from './UsedOn'

interface TitleWaysProps {
  page: Page
  block: string
  text: string
  onChange: (change: Change) => void
  onLayOver: LayOver
}

type Underlay = TitleWay['underlays'][number]

const NO_UNDERLAYS: Underlay[] = []

const keyOf = (one: Underlay) => JSON.stringify(one.change)

/** The ways to set a title in her own letters, the best first; choosing lays it on the page letter by letter. */
export function TitleWays({ page, block, text, onChange, onLayOver }: TitleWaysProps) {
  const [alphabet, choose] = useState('')
  const found = useTitleWays(page, block, text, alphabet)
  const place = page.fit.board.blocks.find((one) => one.id === block)
  const taking = useLettersTaken(page, block)
  const isSet = page.titles.some((title) => title.block === block && title.lettering !== null)
  const underlays = found.data?.ways.flatMap((way) => way.underlays) ?? NO_UNDERLAYS
  const glance = useGlance(underlays, keyOf, (one) => onLayOver(one && <Laid accents={one.accents} />))
  if (found.error) return <Trouble error={found.error} />
  if (!found.data) return <Waiting words="Laying the letters out" />
  return (
    <section className="title-ways" aria-label="Ways to set it">
      <h3>Ways to set it</h3>
      <AlphabetChips chosen={alphabet} onChoose={choose} />
      <UsedOn pages={found.data.used_on} />
      {taking.error && <Trouble error={taking.error} onClose={() => taking.reset()} />}
      {(isSet || found.data.taken) && (
        <p>
          <button
            type="button"
            className="stitched"
            disabled={taking.isPending}
            onClick={() => taking.mutate(!found.data.taken)}
          >
            {found.data.taken
              ? 'put its letters back on the sheets'
              : 'stuck down: take its letters off the sheets'}
          </button>
        </p>
      )}
      {place && (
        <ul>
          {found.data.ways.map((way, number) => (
            <li key={number}>
              <button
                type="button"
                className={way.fits ? 'title-way' : 'title-way is-short'}
                onClick={() =>
                  onChange({
                    kind: 'set-title',
                    block,
                    title_way: way.way,
                    lines: way.lines.map((line) => line.text),
                    alphabets: way.lines.map((line) => line.alphabet),
                  })
                }
              >
                <SettingPicture way={way} width={place.width} height={place.height} />
                <span>
                  <Fractions text={way.words} />
                </span>
              </button>
              {[...way.troubles, ...way.notes].map((words) => (
                <p key={words} className={way.troubles.includes(words) ? 'refusal' : 'hint'}>
                  <Fractions text={words} />
                </p>
              ))}
              {way.underlays.map((one) => (
                <button
                  key={one.words}
                  type="button"
                  className="stitched underlay"
                  onClick={() => onChange(one.change)}
                  onPointerLeave={glance.leave}
                  {...glance.at(one)}
                >
                  <Fractions text={one.words} />
                </button>
              ))}
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}

/** Pieces outlined where they would lie. */
function Laid({ accents }: { accents: Accent[] }) {
  return (
    <g className="underlay-shown" pointerEvents="none">
      {accents.map((one) => (
        <polygon key={one.key} points={one.points.map((point) => point.join(',')).join(' ')} />
      ))}
    </g>
  )
}

/** The title's place with its letters in it, and the mark of its middle. */
function SettingPicture({ way, width, height }: { way: TitleWay; width: number; height: number }) {
  const room = { width: Math.max(width, way.width), height: Math.max(height, way.height) }
  const left = (room.width - width) / 2
  const top = (room.height - height) / 2
  return (
    <svg
      className="setting-picture"
      viewBox={`${-left} ${-top} ${room.width} ${room.height}`}
      role="img"
      aria-label={way.lines.map((line) => line.text).join(' / ')}
    >
      <rect className="title-room" width={width} height={height} />
      <path className="centre-mark" d={`M${width / 2} 0v${height}`} />
      <SetLetters lettering={way} x={width / 2} y={height / 2} />
    </svg>
  )
}
