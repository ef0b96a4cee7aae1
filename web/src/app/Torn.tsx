import { Link, useRouteError } from 'react-router'
import { Sheet } from './Sheet'

/** A screen that could not be drawn: what was done is kept by the server, and there are ways on. */
export function Torn() {
  const error = useRouteError()
  return (
    <Sheet title="This screen broke" className="lost">
      <p>
        Nothing of your pages is lost: what you did is kept. Show the screen again, or go on from your pages.
      </p>
      <ul className="ways-on">
        <li>
          <button type="button" className="stitched" onClick={() => window.location.reload()}>
            Show it again
          </button>
        </li>
        <li>
          <Link className="stitched" to="/">
            To your pages
          </Link>
        </li>
      </ul>
      <p className="hint">
        For whoever looks after this Ink Quilt: {error instanceof Error ? error.message : String(error)}
      </p>
    </Sheet>
  )
}
