import { useState } from 'react'

const SEEN = 'ink-quilt-cautions-seen'

/** The usual cautions with blades: open the first time in a session, then a word that opens them again. */
export function Cautions() {
  const [open, show] = useState(() => sessionStorage.getItem(SEEN) === null)
  if (!open)
    return (
      <button type="button" className="stitched cautions-word" onClick={() => show(true)}>
        Cautions with blades
      </button>
    )
  return (
    <div className="cautions" role="note">
      <p>
        <strong>Blades:</strong> cap them, cut away from you, keep fingers behind the guide and tools out of
        children’s reach; follow the maker’s instructions. Copy a print or document that cannot be replaced
        before you cut it.
      </p>
      <button
        type="button"
        className="stitched"
        onClick={() => {
          sessionStorage.setItem(SEEN, 'yes')
          show(false)
        }}
      >
        understood
      </button>
    </div>
  )
}
