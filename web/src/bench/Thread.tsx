import { NavLink } from 'react-router'
import { STEPS } from './steps'

/** The thread of the job: where she is, not what she must do next. */
export function Thread({ pageId }: { pageId: number }) {
  return (
    <nav className="thread" aria-label="Steps">
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
