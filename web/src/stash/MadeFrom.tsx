import type { Page } from '../api/client'
import { useBoxes, useChooseBox } from '../api/usingUpQueries'
import { Trouble } from '../app/Trouble'

/** So many boxes are named; the one a page is made from always is. */
const NAMED = 4

/** What a page is made from: all of the stash, or one project box. Nothing where there is no box. */
export function MadeFrom({ page }: { page: Page }) {
  const boxes = useBoxes()
  const choose = useChooseBox(page.id)
  const rows = boxes.data ?? []
  if (rows.length === 0) return null
  const named = rows.filter((box, at) => at < NAMED || box.id === page.box?.id)
  return (
    <>
      <div role="group" aria-label="Made from" className="chips made-from">
        <button
          type="button"
          className="chip"
          aria-pressed={page.box === null}
          onClick={() => choose.mutate(null)}
        >
          all of the stash
        </button>
        {named.map((box) => (
          <button
            key={box.id}
            type="button"
            className="chip"
            aria-pressed={box.id === page.box?.id}
            onClick={() => choose.mutate(box.id)}
          >
            only “{box.name}”
          </button>
        ))}
      </div>
      {choose.error && <Trouble error={choose.error} onClose={() => choose.reset()} />}
    </>
  )
}
