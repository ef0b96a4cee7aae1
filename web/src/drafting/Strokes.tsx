/** What the next strokes over the drawing do; `new` draws one piece and is laid down again. */
export type Pencil = 'photo' | 'paper' | 'together' | 'away' | 'new'

interface StrokesProps {
  pencil: Pencil | null
  /** There is a picture beneath that can be gone over. */
  traces: boolean
  onTake: (pencil: Pencil) => void
}

const STROKES: [Pencil, string, string][] = [
  ['photo', 'go over a photo', 'From corner to corner: its edges are found, and its mat with it.'],
  ['paper', 'go over a paper or strip', 'From corner to corner: its edges are found.'],
  ['together', 'sweep together', 'Go over pieces that are one: a photo that was read as many.'],
  ['away', 'sweep away', 'Go over pieces that are none.'],
]

/** Putting a drawing right with strokes over it: pieces traced over the picture, swept together or away. */
export function Strokes({ pencil, traces, onTake }: StrokesProps) {
  const strokes = STROKES.filter(([one]) => traces || one === 'together' || one === 'away')
  const words = strokes.find(([one]) => one === pencil)?.[2]
  return (
    <section aria-label="With a stroke over the page">
      <h2>With a stroke over the page</h2>
      <p className="chips plain">
        {strokes.map(([one, name]) => (
          <button
            key={one}
            type="button"
            className="stitched"
            aria-pressed={pencil === one}
            onClick={() => onTake(one)}
          >
            {name}
          </button>
        ))}
      </p>
      {words && <p className="hint">{words} Touch the word again to lay it down.</p>}
    </section>
  )
}
