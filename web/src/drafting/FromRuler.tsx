import type { FormEvent } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import { Refused, type Draft, type MeasuredRow, type Role } from '../api/client'
import { Trouble } from '../app/Trouble'
import { useMeasured } from '../api/sketchQueries'
import { useUnfinished } from '../writes/unfinished'
import { ROLES } from './words'

const MEASURES = ['left', 'width', 'right', 'top', 'height', 'bottom', 'tilt', 'mat'] as const
type Row = Required<Omit<MeasuredRow, 'shape'>>

const emptyRow = (number: number, role: Role): Row => ({
  name: `${role} ${number}`,
  role,
  left: '',
  width: '',
  right: '',
  top: '',
  height: '',
  bottom: '',
  tilt: '',
  mat: '',
})

const FIRST_ROW = [emptyRow(1, 'photo')]

/** The lowest number that no piece has in its name. */
const freeNumber = (rows: Row[]) => {
  let number = 1
  while (rows.some((row) => row.name.endsWith(` ${number}`))) number += 1
  return number
}

/** Piece by piece as measured with a ruler: two of three each way are enough, three are checked. */
export function FromRuler({ format, onDrawn }: { format: string; onDrawn: (draft: Draft) => void }) {
  const kept = useUnfinished<Row[]>('ruler', FIRST_ROW)
  const { value: rows, change: setRows } = kept
  const measured = useMeasured()
  const set = (index: number, change: Partial<Row>) =>
    setRows(rows.map((row, place) => (place === index ? { ...row, ...change } : row)))
  const submit = (event: FormEvent) => {
    event.preventDefault()
    measured.mutate(
      { format, name: 'Measured sketch', rows },
      {
        onSuccess: (draft) => {
          kept.forget()
          onDrawn(draft)
        },
      },
    )
  }
  const faults = measured.error instanceof Refused ? measured.error.faults : []
  const wrong = new Set(faults.map((fault) => fault.block))
  return (
    <Form className="from-ruler" onSubmit={submit}>
      <p className="hint">
        Lowest piece first. Of each piece measure two of the three across (from the left, its width, from the
        right) and two of the three down. Give all three and the sum is checked. A tilted piece is measured as
        if it lay straight; a mat behind a piece by the edge that shows.
      </p>
      <div className="ruler-scroll">
        <table>
          <thead>
            <tr>
              <th scope="col">Piece</th>
              <th scope="col">It is</th>
              <th scope="col">from left</th>
              <th scope="col">width</th>
              <th scope="col">from right</th>
              <th scope="col">from top</th>
              <th scope="col">height</th>
              <th scope="col">from foot</th>
              <th scope="col">tilt °</th>
              <th scope="col">mat shows</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {rows.map((row, index) => (
              <tr key={index} className={wrong.has(row.name) ? 'is-wrong' : undefined}>
                <td>
                  <Form.Control
                    size="sm"
                    aria-label={`Name of piece ${index + 1}`}
                    value={row.name}
                    maxLength={40}
                    onChange={(event) => set(index, { name: event.target.value })}
                  />
                </td>
                <td>
                  <Form.Select
                    size="sm"
                    aria-label={`What piece ${index + 1} is`}
                    value={row.role}
                    onChange={(event) => set(index, { role: event.target.value as Role })}
                  >
                    {ROLES.filter(({ value }) => value !== 'mat').map(({ value, words }) => (
                      <option key={value} value={value}>
                        {words}
                      </option>
                    ))}
                  </Form.Select>
                </td>
                {MEASURES.map((name) => (
                  <td key={name}>
                    <Form.Control
                      size="sm"
                      aria-label={`${name} of piece ${index + 1}`}
                      value={row[name]}
                      autoComplete="off"
                      onChange={(event) => set(index, { [name]: event.target.value })}
                    />
                  </td>
                ))}
                <td>
                  <button
                    type="button"
                    className="stitched"
                    aria-label={`Take piece ${index + 1} out`}
                    disabled={rows.length === 1}
                    onClick={() => setRows(rows.filter((_, place) => place !== index))}
                  >
                    ×
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {measured.error && <Trouble error={measured.error} onClose={() => measured.reset()} />}
      <p className="draft-deeds">
        <button
          type="button"
          className="stitched"
          onClick={() => setRows([...rows, emptyRow(freeNumber(rows), 'photo')])}
        >
          One piece more
        </button>
        <Button type="submit" disabled={measured.isPending}>
          Draw it
        </Button>
      </p>
    </Form>
  )
}
