import type { ReactNode } from 'react'
import { useFormats, useUnit } from '../api/queries'

interface FormatChipsProps {
  words: string
  label: string
  chosen?: string
  disabled?: boolean
  onChoose: (key: string) => void
  children?: ReactNode
}

/** The page formats as words to touch. */
export function FormatChips({ words, label, chosen, disabled, onChoose, children }: FormatChipsProps) {
  const formats = useFormats()
  const unit = useUnit()
  // What is made in her unit comes first.
  const sorted = [...(formats.data ?? [])].sort((a, b) => Number(b.unit === unit) - Number(a.unit === unit))
  return (
    <div className="fit-to" role="group" aria-label={label}>
      <span>{words}</span>
      {sorted.map((row) => (
        <button
          key={row.key}
          type="button"
          className="stitched"
          aria-pressed={chosen === undefined ? undefined : row.key === chosen}
          disabled={disabled}
          onClick={() => onChoose(row.key)}
        >
          {row.name}
        </button>
      ))}
      {children}
    </div>
  )
}
