import type { LayOver } from '../bench/layOver'
import type { InPlace, Page, StoryWay } from '../api/client'
import { Fractions } from '../app/Fractions'
import { useGlance } from '../app/useGlance'
import { PageThumb } from '../board/PageThumb'

interface StoryWaysProps {
  page: Page
  ways: StoryWay[]
  /** The story on the page that is written anew. */
  editing: string | null
  /** Others are being looked for. */
  late: boolean
  onChoose: (way: StoryWay) => void
  onLayOver: LayOver
}

const keyOf = (way: StoryWay) => `${way.way} ${way.where}`

const wordsOf = (way: StoryWay): InPlace => ({ ...way, name: '' })

/** The ways to write a story as small pages, those that hold it first; looking at one lays it over the page. */
export function StoryWays({ page, ways, editing, late, onChoose, onLayOver }: StoryWaysProps) {
  const without = new Set(editing ? [editing] : [])
  const others = page.stories.filter((story) => story.name !== editing)
  const glance = useGlance(ways, keyOf, (way) =>
    onLayOver(null, without, way && !way.off_page ? wordsOf(way) : undefined),
  )
  return (
    <ul className={late ? 'story-ways is-late' : 'story-ways'} onPointerLeave={glance.leave}>
      {ways.map((way) => (
        <li key={keyOf(way)}>
          <button
            type="button"
            className={way.fits ? 'story-way' : 'story-way is-short'}
            disabled={late}
            onClick={() => onChoose(way)}
            {...glance.at(way)}
          >
            {way.off_page ? (
              <span className="sheet-beside" aria-hidden>
                <Fractions text={way.sheet} />
              </span>
            ) : (
              <PageThumb
                board={page.fit.board}
                slots={page.slots}
                titles={page.titles}
                stories={[...others, wordsOf(way)]}
                size={92}
              />
            )}
            <span className="story-way-words">
              <strong>{way.way}</strong>
              <span>{way.where}</span>
              <span className={way.fits ? 'hint' : 'story-short'}>{way.words}</span>
            </span>
          </button>
          {way.minded.map((words) => (
            <p key={words} className="minded">
              <Fractions text={words} />
            </p>
          ))}
        </li>
      ))}
    </ul>
  )
}
