import { Link } from 'react-router'
import type { Page } from '../api/client'
import { useKeepAsSketch } from '../api/sketchQueries'

/** A page she likes becomes a sketch to be used again. */
export function KeepAsSketch({ page }: { page: Page }) {
  const keep = useKeepAsSketch(page.id)
  if (page.fit.board.blocks.length === 0) return null
  return (
    <p className="keep-as-sketch">
      {keep.data ? (
        <Link className="stitched" to={`/sketches/${keep.data.id}`} role="status">
          kept on the shelf
        </Link>
      ) : (
        <button type="button" className="stitched" disabled={keep.isPending} onClick={() => keep.mutate()}>
          Keep as a sketch
        </button>
      )}
    </p>
  )
}
