import { useState } from 'react'
import Form from 'react-bootstrap/Form'
import type { Page } from '../api/client'
import { useMachineRun, type MachineAsked } from '../api/cuttingQueries'
import { Fractions } from '../app/Fractions'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import { MachinePath } from './MachinePath'

/** For a cutting machine: files in true units, tried first on a machine that is not there. */
export function MachinePart({ page }: { page: Page }) {
  const [open, show] = useState(false)
  const unit = page.fit.board.unit
  const [asked, ask] = useState<MachineAsked>({
    width: unit === 'in' ? '12' : '305',
    height: unit === 'in' ? '12' : '305',
    pieces: '',
    outline: '',
    letters: '',
    letter_height: unit === 'in' ? '1' : '25',
    mat: 1,
    kind: 'svg',
  })
  const run = useMachineRun(page, asked, open)
  const address = new URLSearchParams(Object.entries(asked).map(([name, value]) => [name, String(value)]))
  const keep = (change: Partial<MachineAsked>) => ask({ ...asked, mat: 1, ...change })
  return (
    <section className="machine" aria-label="Cutting machine">
      <details onToggle={(event) => show(event.currentTarget.open)}>
        <summary>For a cutting machine</summary>
        <div className="machine-terms">
          <span>mat</span>
          <LengthField label="Width of the mat" value={asked.width} onKeep={(width) => keep({ width })} />
          <span aria-hidden>×</span>
          <LengthField label="Height of the mat" value={asked.height} onKeep={(height) => keep({ height })} />
          <span>{unit}</span>
          <Form.Select
            size="sm"
            aria-label="Kind of file"
            value={asked.kind}
            onChange={(event) => keep({ kind: event.target.value === 'dxf' ? 'dxf' : 'svg' })}
          >
            <option value="svg">SVG</option>
            <option value="dxf">DXF</option>
          </Form.Select>
        </div>
        <div className="machine-terms">
          <span>pieces</span>
          <LengthField
            label="Pieces for the machine, by number"
            value={asked.pieces}
            placeholder="all shaped ones"
            onKeep={(pieces) => keep({ pieces })}
          />
          <span>outline</span>
          <LengthField
            label="An outline so much further out"
            value={asked.outline}
            placeholder="none"
            onKeep={(outline) => keep({ outline })}
          />
        </div>
        {page.titles.some((title) => title.text) && (
          <div className="machine-terms">
            <span>title letters</span>
            <Form.Select
              size="sm"
              aria-label="Title letters for the machine"
              value={asked.letters}
              onChange={(event) => keep({ letters: event.target.value as MachineAsked['letters'] })}
            >
              <option value="">none</option>
              <option>Literata</option>
              <option>Figtree</option>
            </Form.Select>
            <LengthField
              label="Height of the letters"
              value={asked.letter_height}
              onKeep={(letter_height) => keep({ letter_height })}
            />
          </div>
        )}
        {run.error && <Trouble error={run.error} />}
        {run.isLoading && <Waiting words="Running the machine" />}
        {run.data && (
          <>
            <MachinePath run={run.data} />
            <p role="status">
              Pieces {run.data.pieces.join(', ')}: <Fractions text={run.data.told} />.
            </p>
            {run.data.faults.map((words) => (
              <p key={words} className="refusal" role="alert">
                <Fractions text={words} />
              </p>
            ))}
            {run.data.warnings.map((words) => (
              <p key={words} className="advice">
                <Fractions text={words} />
              </p>
            ))}
            <p className="machine-deeds">
              {Array.from({ length: run.data.mats }, (_, place) => (
                <button
                  key={place}
                  type="button"
                  className="stitched"
                  aria-pressed={asked.mat === place + 1}
                  onClick={() => ask({ ...asked, mat: place + 1 })}
                >
                  mat {place + 1}
                </button>
              ))}
              <a
                className="stitched"
                href={`/api/pages/${page.id}/cutting/machine/file/?${address}`}
                download
              >
                Keep this file
              </a>
            </p>
          </>
        )}
      </details>
    </section>
  )
}

interface LengthFieldProps {
  label: string
  value: string
  placeholder?: string
  onKeep: (text: string) => void
}

/** A field that counts when it is left, so that nothing is asked with every letter. */
function LengthField({ label, value, placeholder, onKeep }: LengthFieldProps) {
  return (
    <Form.Control
      size="sm"
      aria-label={label}
      defaultValue={value}
      placeholder={placeholder}
      onBlur={(event) => {
        const text = event.target.value.trim()
        if (text !== value) onKeep(text)
      }}
      onKeyDown={(event) => {
        if (event.key === 'Enter') event.currentTarget.blur()
      }}
    />
  )
}
