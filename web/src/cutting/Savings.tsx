import { useState } from 'react'
import Form from 'react-bootstrap/Form'
import type { Change, CutTable } from '../api/client'
import { Fractions } from '../app/Fractions'

interface SavingsProps {
  table: CutTable
  onChange: (change: Change) => void
}

const count = (places: number) => (places === 1 ? 'One piece' : `${places} pieces`)

/** What lies hidden need not be cut: each saving with its gain and its price, to be ticked. */
export function Savings({ table, onChange }: SavingsProps) {
  const [lip, type] = useState<string | null>(null)
  if (table.savings.length === 0) return null
  return (
    <section className="savings" aria-label="Paper to save">
      <details open={table.savings.some((saving) => saving.on)}>
        <summary>{count(table.savings.length)} where paper lies hidden and can be saved</summary>
        <SavingList key={table.page_version} table={table} onChange={onChange} />
        <p className="hint lip">
          A lip of{' '}
          {lip === null ? (
            <button type="button" className="stitched" onClick={() => type(table.lip)}>
              <Fractions text={`${table.lip} ${table.unit}`} />
            </button>
          ) : (
            <Form.Control
              size="sm"
              aria-label="Lip"
              value={lip}
              ref={(field: HTMLInputElement | null) => {
                field?.focus()
              }}
              onChange={(event) => type(event.target.value)}
              onBlur={() => {
                if (lip.trim() && lip !== table.lip) onChange({ kind: 'lip', lip })
                type(null)
              }}
              onKeyDown={(event) => {
                if (event.key === 'Enter') event.currentTarget.blur()
              }}
            />
          )}{' '}
          stays under what covers it.
        </p>
      </details>
    </section>
  )
}

/** The savings to tick. What was ticked just now stands until the plan that obeys it is there. */
function SavingList({ table, onChange }: SavingsProps) {
  const [ticked, tick] = useState<Record<string, boolean>>({})
  return (
    <ul>
      {table.savings.map((saving) => (
        <li key={saving.block}>
          <Form.Check
            id={`save-${saving.block}`}
            checked={ticked[saving.block] ?? saving.on}
            onChange={(event) => {
              tick({ ...ticked, [saving.block]: event.target.checked })
              onChange({ kind: 'saving', block: saving.block, on: event.target.checked })
            }}
            label={
              <>
                <b>
                  {saving.number} {saving.name}
                </b>
                <span>
                  <Fractions text={saving.words} />
                </span>
              </>
            }
          />
        </li>
      ))}
    </ul>
  )
}
