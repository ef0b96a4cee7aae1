import { useState } from 'react'
import Table from 'react-bootstrap/Table'
import { Fractions } from '../app/Fractions'
import { Fold } from '../app/Fold'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import { useMeasureCard, type Counted, type Measured } from '../api/measureQueries'

interface MeasureCardProps {
  measured: Measured
  unit: string
  /** Where the printable card is. */
  file: string
}

const WAYS: readonly { value: Counted; words: string }[] = [
  { value: 'left-top', words: 'left and top' },
  { value: 'nearest', words: 'nearest edge' },
  { value: 'centre', words: 'centre lines' },
]
const REMEMBERED = 'ink-quilt-counted'

const remembered = () =>
  WAYS.find(({ value }) => value === localStorage.getItem(REMEMBERED))?.value ?? 'left-top'

/** Size, place and centre marks of every piece, counted the way she measures; to be printed before cutting. */
export function MeasureCard(props: MeasureCardProps) {
  return (
    <Fold
      place="measures"
      className="measures"
      label="Measures"
      heading="Measure card"
      isOpen={props.measured.kind === 'sketch'}
    >
      <Card {...props} />
    </Fold>
  )
}

function Card({ measured, unit, file }: MeasureCardProps) {
  const [counted, count] = useState<Counted>(remembered)
  const card = useMeasureCard(measured, counted)
  const choose = (value: Counted) => {
    localStorage.setItem(REMEMBERED, value)
    count(value)
  }
  return (
    <>
      <div className="choice" role="group" aria-label="Counted from">
        <span>Counted from</span>
        <span className="answers">
          {WAYS.map(({ value, words }) => (
            <button
              key={value}
              type="button"
              className="stitched"
              aria-pressed={value === counted}
              onClick={() => choose(value)}
            >
              {words}
            </button>
          ))}
        </span>
      </div>
      <p className="print-card">
        Print it:{' '}
        <a className="stitched" href={`${file}?counted=${counted}&sheet=letter`} download>
          on letter
        </a>{' '}
        <a className="stitched" href={`${file}?counted=${counted}&sheet=a4`} download>
          on A4
        </a>
      </p>
      {card.error && <Trouble error={card.error} />}
      {card.isPending && <Waiting words="Measuring" />}
      {card.data && (
        <Table size="sm">
          <thead>
            <tr>
              <th scope="col">Piece, {unit}</th>
              <th scope="col">Where it lies</th>
            </tr>
          </thead>
          <tbody>
            {card.data.map((row) => (
              <tr key={row.block}>
                <th scope="row">
                  {row.number !== null && <b className="piece-number">{row.number}</b>}
                  {row.name}
                  <span className="card-size">
                    <Fractions text={row.size} />
                  </span>
                </th>
                <td>
                  {row.page && <em>{row.page}: </em>}
                  <Fractions text={row.across} />
                  <br />
                  <Fractions text={row.down} />
                  {row.tilt && (
                    <>
                      <br />
                      <Fractions text={row.tilt} />
                    </>
                  )}
                  <span className="centre-marks">
                    <Fractions text={`centre at ${row.marks[0]}, ${row.marks[1]}`} />
                  </span>
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
    </>
  )
}
