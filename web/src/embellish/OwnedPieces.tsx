import { Term } from '../glossary/Term'
import { Link } from 'react-router'
import type { Change, Page } from '../api/client'
import { useEmbellishments } from '../api/embellishQueries'
import { Fractions } from '../app/Fractions'
import { PiecePicture } from './PiecePicture'

/** What lies in her boxes, each to be put in the middle of the page and moved from there. */
export function OwnedPieces({ page, onChange }: { page: Page; onChange: (change: Change) => void }) {
  const owned = useEmbellishments()
  const { board } = page.fit
  return (
    <section className="owned-pieces" aria-label="Your embellishments">
      <h2>
        Your embellishments <Term of="embellishment" />
      </h2>
      <ul>
        {owned.data?.map((one) => {
          const left = one.count === null ? null : one.count - (page.used[one.key] ?? 0)
          return (
            <li key={one.key}>
              <button
                type="button"
                className="owned-piece"
                disabled={left !== null && left <= 0}
                onClick={() =>
                  onChange({
                    kind: 'arrange',
                    put: [
                      {
                        embellishment: one.key,
                        x: board.width / 2,
                        y: board.height / 2,
                        turn: 0,
                        foam: false,
                      },
                    ],
                    words: one.name,
                  })
                }
              >
                <PiecePicture one={one} size={44} />
                <span>
                  <span className="visually-hidden">lay on the page: </span>
                  <b>{one.name}</b>
                  <span className="hint">
                    <Fractions text={`${one.size}${left === null ? '' : `, ${Math.max(0, left)} left`}`} />
                  </span>
                </span>
              </button>
            </li>
          )
        })}
      </ul>
      <Link className="stitched" to="/stash/embellishments">
        enter more
      </Link>
    </section>
  )
}
