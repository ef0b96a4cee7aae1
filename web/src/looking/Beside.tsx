import type { Page } from '../api/client'
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
  const size = Math.min(space.height - 60, space.width / 2 - 24)
  return (
    <div className="beside" ref={ref}>
      {step.error && <Trouble error={step.error} />}
      {state && (
        <>
          <figure>
            <PageThumb {...state.page} size={size} label={put ? 'put away' : 'as it was'} />
            <figcaption>{words}</figcaption>
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
