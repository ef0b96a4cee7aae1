import { Link } from 'react-router'

const PLACES = [
  { key: 'papers', to: '/stash', words: 'Papers' },
  { key: 'embellishments', to: '/stash/embellishments', words: 'Embellishments' },
  { key: 'companions', to: '/stash/companions', words: 'Inks, pens and paints' },
  { key: 'boxes', to: '/boxes', words: 'Project boxes' },
  { key: 'used-up', to: '/stash/used-up', words: 'Use it up' },
] as const

/** The drawers of the stash, but the one that is open. */
export function StashPlaces({ here }: { here: (typeof PLACES)[number]['key'] }) {
  return (
    <nav className="places" aria-label="Stash">
      {PLACES.filter((place) => place.key !== here).map((place) => (
        <Link key={place.key} className="stitched" to={place.to}>
          {place.words}
        </Link>
      ))}
    </nav>
  )
}
