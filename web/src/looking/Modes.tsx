export type Mode = '' | 'blurred' | 'grey' | 'mirrored' | 'far' | 'weight' | 'triangles' | 'calm'

const MODES: [Mode, string][] = [
  ['', 'as it is'],
  ['blurred', 'eyes half shut'],
  ['grey', 'without colour'],
  ['mirrored', 'in a mirror'],
  ['far', 'across the room'],
  ['weight', 'where it looks heavy'],
  ['triangles', 'repeats'],
  ['calm', 'empty space'],
]

/** Other ways to look at the page. */
export function Modes({ mode, onMode }: { mode: Mode; onMode: (mode: Mode) => void }) {
  return (
    <div className="look-modes" role="radiogroup" aria-label="Ways to look">
      {MODES.map(([key, words]) => (
        <label key={key} className={key === mode ? 'is-chosen' : undefined}>
          <input type="radio" name="look-mode" checked={key === mode} onChange={() => onMode(key)} />
          {words}
        </label>
      ))}
    </div>
  )
}
