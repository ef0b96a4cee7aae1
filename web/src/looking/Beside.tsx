import type { Page } from '../api/client'
import { useSnapshots } from '../api/lookQueries'
import { PageThumb } from '../board/PageThumb'
import { useSpace } from '../board/useSpace'

/** A state that was put away beside the page as it is now. */
export function Beside({ page, snapshot }: { page: Page; snapshot: number }) {
  const states = useSnapshots(page.id)
  const { ref, space } = useSpace<HTMLDivElement>({ width: 700, height: 640 })
  const state = states.data?.find((one) => one.id === snapshot)
  const size = Math.min(space.height - 60, space.width / 2 - 24)
  return (
    <div className="beside" ref={ref}>
      {state && (
        <>
          <figure>
            <PageThumb {...state.page} size={size} label="put away" />
            <figcaption>{state.note || 'put away'}</figcaption>
          </figure>
          <figure>
            <PageThumb
              board={page.fit.board}
              slots={page.slots}
              titles={page.titles}
              stories={page.stories}
              accents={page.accents}
              size={size}
              label="now"
            />
            <figcaption>as it is now</figcaption>
          </figure>
        </>
      )}
    </div>
  )
}
