import { Sheet } from '../app/Sheet'
import { Sketches } from '../shelf/Sketches'
import { Start } from './Start'

/** A screen of its own to begin a page, for a shelf that is not empty any more. */
export function BeginPage() {
  return (
    <Sheet title="A new page" className="shelf">
      <Start />
      <Sketches />
    </Sheet>
  )
}
