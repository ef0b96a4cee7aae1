import { useState, type ReactNode } from 'react'
import Form from 'react-bootstrap/Form'
import { useUnit } from '../api/queries'
import { useMutation } from '@tanstack/react-query'
import { Fractions } from './Fractions'
import { Trouble } from './Trouble'
import { Waiting } from './Waiting'

const SHEETS = [
  { key: 'letter', words: '8 1/2 × 11 in', width: '8 1/2', height: '11', unit: 'in' },
  { key: 'a4', words: 'A4', width: '210', height: '297', unit: 'mm' },
  { key: '12x12', words: '12 × 12 in', width: '12', height: '12', unit: 'in' },
  { key: '6x6', words: '6 × 6 in', width: '6', height: '6', unit: 'in' },
] as const
export type PlainSheet = (typeof SHEETS)[number]

interface SheetPhotoProps<Found> {
  called: string
  hint: string
  find: (file: File, sheet: PlainSheet) => Promise<Found>
  children: (found: Found) => ReactNode
}

/** A photograph of things that lie on a plain sheet of a known size, and what was found in it. */
export function SheetPhoto<Found>({ called, hint, find, children }: SheetPhotoProps<Found>) {
  const unit = useUnit()
  const [sheet, choose] = useState<PlainSheet>(SHEETS.find((one) => one.unit === unit) ?? SHEETS[0])
  const found = useMutation({ mutationFn: (file: File) => find(file, sheet) })
  return (
    <section className="found-things" aria-label={called}>
      <p className="hint">{hint}</p>
      <p className="chips plain" role="group" aria-label="The sheet they lie on">
        <span>on a sheet of</span>
        {SHEETS.map((one) => (
          <button
            key={one.key}
            type="button"
            className="stitched"
            aria-pressed={one.key === sheet.key}
            onClick={() => choose(one)}
          >
            <Fractions text={one.words} />
          </button>
        ))}
      </p>
      <Form.Control
        type="file"
        accept="image/jpeg,image/png"
        aria-label="Photograph of the sheet"
        onChange={(event) => {
          const file = (event.target as HTMLInputElement).files?.[0]
          if (file) found.mutate(file)
        }}
      />
      {found.isPending && <Waiting words="Looking for them" />}
      {found.error && <Trouble error={found.error} onClose={() => found.reset()} />}
      {found.data && <div key={found.submittedAt}>{children(found.data)}</div>}
    </section>
  )
}
