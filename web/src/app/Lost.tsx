import { Link } from 'react-router'
import { Sheet } from './Sheet'

const WAYS_ON = [
  { to: '/', words: 'Your pages and sketches' },
  { to: '/begin', words: 'Begin a page' },
  { to: '/photos', words: 'Photo box' },
  { to: '/stash', words: 'Paper stash' },
  { to: '/albums', words: 'Albums' },
  { to: '/logbook', words: 'Logbook' },
  { to: '/words', words: 'Words of the trade' },
] as const

/** An address at which nothing is kept. */
export function Lost() {
  return (
    <Sheet title="Nothing lies here" className="lost">
      <p>No page, sketch or list is kept at this address. It may have been removed, or mistyped. Go on to:</p>
      <ul className="ways-on">
        {WAYS_ON.map(({ to, words }) => (
          <li key={to}>
            <Link className="stitched" to={to}>
              {words}
            </Link>
          </li>
        ))}
      </ul>
    </Sheet>
  )
}
