import { askAgain } from '../api/askAgain'
import { useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useState } from 'react'
import { useNavigate } from 'react-router'
import { Trouble } from '../app/Trouble'
import type { FormatRequest, Found, School } from '../api/client'
import { useFitFound } from '../api/photoQueries'
import { useMakePage } from '../api/queries'
import { PageThumb } from '../board/PageThumb'

/** So many of the first are fitted truly, and ranked again by what came of it. */
const FITTED = 12
/** So many are fitted at once: one for each core that solves. */
const AT_ONCE = 2

interface FoundSketchesProps {
  found: Found[]
  photos: number[]
  /** Her page. */
  page: FormatRequest
  school: School
  /** The project box that the page will be made from, if any. */
  box: number | null
  /** The step of the new page that is gone to. */
  then: 'page' | 'photos'
}

const keyOf = (found: Found) => `${found.sketch ?? found.basic} ${found.turn} ${found.mirrored}`

/** The ranked sketches; the first ones are fitted to her page in the background and take their true places. */
export function FoundSketches({ found, photos, page, school, box, then }: FoundSketchesProps) {
  const [costs, setCosts] = useState<Record<string, number>>({})
  const done = useCallback(
    (key: string, cost: number) => setCosts((now) => (now[key] === cost ? now : { ...now, [key]: cost })),
    [],
  )
  const first = found.slice(0, FITTED)
  const waiting = first.filter((one) => !(keyOf(one) in costs))
  const now = new Set(waiting.slice(0, AT_ONCE).map(keyOf))
  const ranked = waiting.length === 0 ? [...first].sort((a, b) => costs[keyOf(a)]! - costs[keyOf(b)]!) : first
  return (
    <>
      <p className="hint" role="status">
        {waiting.length > 0
          ? `Fitting the first ${first.length} to your page, ${first.length - waiting.length} done`
          : `The first ${first.length} are fitted to your page and ranked by what came of it.`}
      </p>
      <ol className="patches small found">
        {[...ranked, ...found.slice(FITTED)].map((one) => (
          <FoundSketch
            key={keyOf(one)}
            found={one}
            photos={photos}
            page={page}
            then={then}
            school={school}
            box={box}
            fit={now.has(keyOf(one)) || keyOf(one) in costs}
            onFitted={done}
          />
        ))}
      </ol>
    </>
  )
}

interface FoundSketchProps {
  found: Found
  photos: number[]
  /** Her page. */
  page: FormatRequest
  school: School
  box: number | null
  then: 'page' | 'photos'
  fit: boolean
  onFitted: (key: string, cost: number) => void
}

/** What cannot be on this page ranks after all that can. */
const CANNOT = 1_000_000

function FoundSketch({ found, photos, page, school, box, then, fit, onFitted }: FoundSketchProps) {
  const fitted = useFitFound(found, photos, page, school, fit)
  const make = useMakePage()
  const navigate = useNavigate()
  const cache = useQueryClient()
  const key = keyOf(found)
  const cost = fitted.data?.cost ?? CANNOT
  const { isFetched } = fitted
  useEffect(() => {
    if (isFetched) onFitted(key, cost)
  }, [isFetched, key, cost, onFitted])
  const fits = fitted.data?.match
  const shown = fits ? fitted.data! : found
  const held = [found.turn !== 0 && `turned ${found.turn}°`, found.mirrored && 'mirrored'].filter(Boolean)
  const begin = () =>
    make.mutate(
      {
        sketch: found.sketch,
        basic: found.basic,
        photo_count: photos.length,
        ...page,
        turn: found.turn,
        mirrored: found.mirrored,
        school,
        box,
        placed: fits ? fits.placed : found.worn.map(({ block, photo }) => ({ block, photo })),
      },
      {
        onSuccess: (made) => {
          void askAgain(cache, ['pages'])
          void navigate(`/pages/${made.id}/${then}`)
        },
      },
    )
  return (
    <li className="patch">
      <button
        type="button"
        className="patch-button"
        disabled={make.isPending || (fitted.isFetched && !fits)}
        onClick={begin}
      >
        <span className="patch-picture">
          <PageThumb
            board={shown.board.blocks.length ? shown.board : found.board}
            slots={shown.worn}
            size={170}
          />
        </span>
        <strong>
          {found.name}
          {held.length > 0 && <span className="how-held">, {held.join(', ')}</span>}
        </strong>
        <span className="patch-words">{found.why}</span>
        {fitted.data && (
          <span className="patch-words fitted-words">{fits ? fitted.data.words : 'not on this page'}</span>
        )}
      </button>
      {make.error && <Trouble error={make.error} onClose={() => make.reset()} />}
    </li>
  )
}
