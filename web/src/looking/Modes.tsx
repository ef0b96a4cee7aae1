export type Mode = '' | 'blurred' | 'grey' | 'mirrored' | 'far' | 'weight' | 'triangles' | 'calm'

const MODES: [Mode, string, string][] = [
  ['', 'as it is', ''],
  ['blurred', 'eyes half shut', 'Only the large shapes are left: what leads should still lead.'],
  ['grey', 'without colour', 'Light and dark alone: the title should still stand out.'],
  ['mirrored', 'in a mirror', 'Seen the wrong way round, what is crooked or lopsided shows.'],
  ['far', 'across the room', 'As it looks on the wall: what can you still read?'],
  ['weight', 'where it looks heavy', 'A bigger circle is heavier; the cross is the balance point.'],
  ['triangles', 'repeats', 'Stitches join what has one colour: three places make the eye travel.'],
  ['calm', 'empty space', 'Shaded is empty; the box and the circle are its largest part.'],
]

/** Other ways to look at the page. */
export function Modes({ mode, onMode }: { mode: Mode; onMode: (mode: Mode) => void }) {
  const caption = MODES.find(([key]) => key === mode)?.[2]
  return (
    <>
      <div className="look-modes" role="radiogroup" aria-label="Ways to look">
        {MODES.map(([key, words]) => (
          <label key={key} className={key === mode ? 'is-chosen' : undefined}>
            <input type="radio" name="look-mode" checked={key === mode} onChange={() => onMode(key)} />
            {words}
          </label>
        ))}
      </div>
      {caption && (
        <p className="look-caption" role="status">
          {caption}
        </p>
      )}
    </>
  )
}
