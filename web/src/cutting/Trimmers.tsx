import { useState } from 'react'
import Form from 'react-bootstrap/Form'
import type { CutTable, Trimmer } from '../api/client'
import { useUnit } from '../api/queries'
import { useTrimmers, useTrimmerWrites } from '../api/cuttingQueries'
import { Fractions } from '../app/Fractions'
import { KeepForm } from '../app/KeepForm'

interface TrimmersProps {
  table: CutTable
  chosen: number | null
  onChoose: (trimmer: number | null) => void
}

/** Her trimmers: which one is in hand, and what each can do. */
export function Trimmers({ table, chosen, onChoose }: TrimmersProps) {
  const trimmers = useTrimmers()
  const [editing, edit] = useState<Trimmer | 'new' | null>(null)
  return (
    <section className="trimmers" aria-label="Trimmers">
      <h2>Trimmers</h2>
      <Form.Select
        size="sm"
        aria-label="Trimmer in hand"
        value={chosen ?? ''}
        onChange={(event) => onChoose(event.target.value === '' ? null : Number(event.target.value))}
      >
        <option value="">whichever can</option>
        {table.trimmers.map((one, place) => (
          <option key={one.name} value={place}>
            only the {one.name}
          </option>
        ))}
      </Form.Select>
      <ul>
        {trimmers.data?.map((one) => (
          <li key={one.id}>
            <button type="button" className="stitched" onClick={() => edit(one)}>
              {one.name}
            </button>
            <span className="hint">
              <Fractions
                text={`cuts ${one.longest} ${one.unit}, ${one.stop_offset === null ? 'right through only' : 'with stops'}`}
              />
            </span>
          </li>
        ))}
      </ul>
      {editing === null ? (
        <button type="button" className="stitched" onClick={() => edit('new')}>
          Enter a trimmer
        </button>
      ) : (
        <TrimmerForm
          key={editing === 'new' ? 'new' : editing.id}
          trimmer={editing === 'new' ? null : editing}
          onClose={() => edit(null)}
        />
      )}
      <p className="hint">What is entered counts from the next plan on.</p>
    </section>
  )
}

const FIELDS = [
  ['longest', 'longest cut', '12 1/2'],
  ['widest', 'fence goes to', '12'],
  ['finest', 'finest mark', '1/16'],
  ['narrowest', 'narrowest strip', '1/8'],
  ['stop_offset', 'stop reads more by', 'no stops'],
] as const

function TrimmerForm({ trimmer, onClose }: { trimmer: Trimmer | null; onClose: () => void }) {
  const { keep, remove } = useTrimmerWrites()
  const unit = useUnit()
  const onKeep = (text: (name: string) => string, kept: () => void) => {
    const asked = {
      name: text('name'),
      longest: text('longest'),
      widest: text('widest'),
      finest: text('finest'),
      narrowest: text('narrowest'),
      stop_offset: text('stop_offset') || null,
      unit: text('unit') === 'mm' ? ('mm' as const) : ('in' as const),
    }
    keep.mutate({ id: trimmer?.id ?? null, trimmer: asked }, { onSuccess: kept })
  }
  const putAside = trimmer?.id != null && (
    <button
      type="button"
      className="stitched"
      onClick={() => remove.mutate(trimmer.id!, { onSuccess: onClose })}
    >
      Remove
    </button>
  )
  return (
    <KeepForm
      place={`trimmer-${trimmer?.id ?? 'new'}`}
      label="A trimmer"
      look="trimmer-form"
      write={keep}
      onKeep={onKeep}
      onClose={onClose}
      deeds={putAside}
    >
      <Form.Control
        size="sm"
        name="name"
        aria-label="Name of the trimmer"
        placeholder="what you call it"
        defaultValue={trimmer?.name}
        required
        maxLength={60}
      />
      {FIELDS.map(([name, words, placeholder]) => (
        <label key={name}>
          {words}
          <Form.Control
            size="sm"
            name={name}
            placeholder={placeholder}
            defaultValue={trimmer?.[name] ?? undefined}
            required={name !== 'stop_offset'}
          />
        </label>
      ))}
      <Form.Select size="sm" name="unit" aria-label="Its unit" defaultValue={trimmer?.unit ?? unit}>
        <option value="in">in inches</option>
        <option value="mm">in millimetres</option>
      </Form.Select>
    </KeepForm>
  )
}
