import { useEffect, useRef } from 'react'
import { NavLink, useParams } from 'react-router'
import { STEPS } from './steps'

/** The thread of the job: where she is, not what she must do next. */
export function Thread({ pageId }: { pageId: number }) {
  const { step } = useParams()
  const ref = useRef<HTMLElement>(null)
  // On a narrow window the thread is longer than it: where she is comes into sight.
  useEffect(() => {
    ref.current?.querySelector('.is-here')?.scrollIntoView({ block: 'nearest', inline: 'center' })
  }, [step])
  return (
    <nav className="thread" aria-label="Steps" ref={ref}>
      <ol>
        {STEPS.map((step) => (
          <li key={step.key}>
            <NavLink
              to={`/pages/${pageId}/${step.key}`}
              className={({ isActive }) => (isActive ? 'knot is-here' : 'knot')}
            >
              <span className="knot-dot" aria-hidden />
              {step.name}
            </NavLink>
          </li>
        ))}
      </ol>
    </nav>
  )
}
