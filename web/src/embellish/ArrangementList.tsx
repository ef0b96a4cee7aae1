import type { Arrangement, Page } from '../api/client'
import { Fractions } from '../app/Fractions'
import { PageThumb } from '../board/PageThumb'

interface ArrangementListProps {
  page: Page
  proposals: Arrangement[]
  onLook: (one: Arrangement | null) => void
  onChoose: (one: Arrangement) => void
}

/** Proposals as small pages with their reasons; looking at one lays it over the page. */
export function ArrangementList({ page, proposals, onLook, onChoose }: ArrangementListProps) {
  return (
    <ul className="arrangements" onPointerLeave={() => onLook(null)}>
      {proposals.map((one, number) => {
        const gone = new Set(one.change.kind === 'arrange' ? one.change.take : [])
        return (
          <li key={number}>
            <button
              type="button"
              className="story-way"
              onClick={() => onChoose(one)}
              onPointerEnter={() => onLook(one)}
              onFocus={() => onLook(one)}
              onBlur={() => onLook(null)}
            >
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
