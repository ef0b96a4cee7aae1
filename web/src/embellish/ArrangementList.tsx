import type { Arrangement, Page } from '../api/client'
import { Fractions } from '../app/Fractions'
import { useGlance } from '../app/useGlance'
import { PageThumb } from '../board/PageThumb'

interface ArrangementListProps {
  page: Page
  proposals: Arrangement[]
  onLook: (one: Arrangement | null) => void
  onChoose: (one: Arrangement) => void
}

/** Two proposals of one name are told apart by where their pieces lie. */
const keyOf = (one: Arrangement) => JSON.stringify(one.change)

/** Proposals as small pages with their reasons; looking at one lays it over the page. */
export function ArrangementList({ page, proposals, onLook, onChoose }: ArrangementListProps) {
  const glance = useGlance(proposals, keyOf, onLook)
  return (
    <ul className="arrangements" onPointerLeave={glance.leave}>
      {proposals.map((one, number) => {
        const gone = new Set(one.change.kind === 'arrange' ? one.change.take : [])
        return (
          <li key={number}>
            <button type="button" className="story-way" onClick={() => onChoose(one)} {...glance.at(one)}>
              <PageThumb
                board={page.fit.board}
                slots={page.slots}
                titles={page.titles}
                stories={page.stories}
                accents={[...page.accents.filter((piece) => !gone.has(piece.key)), ...one.accents]}
                size={132}
              />
              <strong>{one.words}</strong>
            </button>
            <ul className="reasons">
              {one.why.map((words) => (
                <li key={words}>
                  <Fractions text={words} />
                </li>
              ))}
            </ul>
          </li>
        )
      })}
    </ul>
  )
}
