import type { Change, Page } from '../api/client'

/** What is pinned, each to be set free, or all at once. The page stays as it lies. */
export function Pinned({ page, onChange }: { page: Page; onChange: (change: Change) => void }) {
  const names = new Map(page.fit.board.blocks.map((block) => [block.id, block.name]))
  return (
    <section className="pinned" aria-label="Pinned">
      <h2>Pinned by hand</h2>
      <ul>
        {page.pins.map((pin) => (
          <li key={pin.block}>
            <span>
              {names.get(pin.block)}:{' '}
              {pin.place && pin.size ? 'place and size' : pin.place ? 'its place' : 'its size'}
            </span>
            <button
              type="button"
              className="stitched"
              aria-label={`unpin it: ${names.get(pin.block)}`}
              onClick={() => onChange({ kind: 'unpin', block: pin.block })}
            >
              unpin it
            </button>
          </li>
        ))}
      </ul>
      {page.pins.length > 1 && (
        <button type="button" className="stitched" onClick={() => onChange({ kind: 'unpin' })}>
          Unpin all
        </button>
      )}
    </section>
  )
}
