import type { ReactNode } from 'react'
import { Link } from 'react-router'
import type { LogCard } from '../api/client'

/** A finished page, small, with when and who. */
export function PagePatch({ page, children }: { page: LogCard; children?: ReactNode }) {
  const about = [page.when, page.who.join(', '), page.place].filter((one) => one !== '').join(' · ')
  return (
    <li className="patch">
      <Link to={`/pages/${page.page}/finished`}>
        <span className="patch-picture">
          <img src={page.thumb} alt="" loading="lazy" />
        </span>
        <strong>{page.name}</strong>
        <span className="patch-words">{about}</span>
      </Link>
      {children}
    </li>
  )
}
