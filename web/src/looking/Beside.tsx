import type { Board as BoardData, Page } from '../api/client'
import { useSnapshots, useStep } from '../api/lookQueries'
import { Trouble } from '../app/Trouble'
import { PageThumb } from '../board/PageThumb'
import { useSpace } from '../board/useSpace'
import type { Compared } from './useLooking'

/** A state that was put away, or an earlier step, beside the page as it is now. */
export function Beside({ page, compared }: { page: Page; compared: Compared }) {
  const { kind, id } = compared
  const states = useSnapshots(page.id)
  const step = useStep(page, kind === 'step' ? id : null)
  const { ref, space } = useSpace<HTMLDivElement>({ width: 700, height: 640 })
  const put = kind === 'snapshot' ? states.data?.find((one) => one.id === id) : undefined
  const state = put ?? step.data
  const words = put ? put.note || 'put away' : `after “${step.data?.done}”`
  // Both in one scale: what became smaller looks smaller.
  const boards = [page.fit.board, ...(state ? [state.page.board] : [])]
  const scale = Math.min(
    ...boards.map((board) =>
      Math.min((space.height - 60) / board.height, (space.width / 2 - 24) / board.width),
    ),
  )
  const sizeOf = (board: BoardData) => Math.max(0, scale * Math.max(board.width, board.height))
  return (
    <div className="beside" ref={ref}>
      {step.error && <Trouble error={step.error} />}
      {state && (
        <>
          <figure>
            <PageThumb
              {...state.page}
              size={sizeOf(state.page.board)}
              label={put ? 'put away' : 'as it was'}
            />
            <figcaption>{words}</figcaption>
          </figure>
          <figure>
            <PageThumb
              board={page.fit.board}
              slots={page.slots}
              titles={page.titles}
              stories={page.stories}
              accents={page.accents}
              size={sizeOf(page.fit.board)}
              label="now"
            />
            <figcaption>as it is now</figcaption>
          </figure>
        </>
      )}
    </div>
  )
}
