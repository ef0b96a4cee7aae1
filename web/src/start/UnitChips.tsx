const UNITS = [
  { unit: 'in', words: 'inches' },
  { unit: 'mm', words: 'millimetres' },
] as const

interface UnitChipsProps {
  chosen: 'in' | 'mm' | null
  onChoose: (unit: 'in' | 'mm') => void
}

/** What one measures in. */
export function UnitChips({ chosen, onChoose }: UnitChipsProps) {
  return (
    <div className="fit-to" role="group" aria-label="I measure in">
      <span>I measure in</span>
      {UNITS.map(({ unit, words }) => (
        <button
          key={unit}
          type="button"
          className="stitched"
          aria-pressed={unit === chosen}
          onClick={() => onChoose(unit)}
        >
          {words}
        </button>
      ))}
    </div>
  )
}
