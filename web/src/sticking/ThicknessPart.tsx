import type { Sticking } from '../api/client'

interface ThicknessPartProps {
  thickness: Sticking['thickness']
  open: boolean
  onOpen: (open: boolean) => void
}

/** How thick the page gets, by what, and what would be flatter; open, it shows on the page where. */
export function ThicknessPart({ thickness, open, onOpen }: ThicknessPartProps) {
  return (
    <details
      className="thickness"
      open={open}
      onToggle={(event) => onOpen((event.target as HTMLDetailsElement).open)}
    >
      <summary>
        {thickness.most} thick at most{thickness.by && `, by ${thickness.by}`}
      </summary>
      <p>{thickness.usual} on the whole. The darker, the thicker; the ring is where it is thickest.</p>
      {thickness.flatter.length > 0 && (
        <>
          <h4>Flatter would be</h4>
          <ul>
            {thickness.flatter.map((one) => (
              <li key={one.words}>
                {one.words}: {one.saves} less
              </li>
            ))}
          </ul>
        </>
      )}
    </details>
  )
}
