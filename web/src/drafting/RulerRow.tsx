import Form from 'react-bootstrap/Form'
import type { ReactNode } from 'react'
import type { RowFault } from '../api/client'
import { Fractions } from '../app/Fractions'
import { RulerChoice } from './RulerChoice'
import { inShort, type Row } from './rulerRows'
import { ROLES, SHAPES } from './words'

const LAID = ROLES.filter(({ value }) => value !== 'mat')
const WAYS: readonly { value: Row['way']; words: string }[] = [
  { value: 'right', words: 'right' },
  { value: 'left', words: 'left' },
  { value: 'below', words: 'foot' },
  { value: 'above', words: 'top' },
]

interface RulerRowProps {
  row: Row
  number: number
  /** What it is called without a name of its own. */
  called: string
  faults: readonly RowFault[]
  isOpen: boolean
  only: boolean
  onOpen: () => void
  onSet: (change: Partial<Row>) => void
  onRemove: () => void
}

/** One piece: a line that says what was measured, or the fields to type it in. */
export function RulerRow(props: RulerRowProps) {
  const { row, called, faults, isOpen, onOpen } = props
  return (
    <li className={`ruler-row${isOpen ? ' is-open' : ''}${faults.length > 0 ? ' is-wrong' : ''}`}>
      {isOpen ? (
        <Fields {...props} />
      ) : (
        <button type="button" className="ruler-line" onClick={onOpen}>
          <strong>{row.name || called || row.role}</strong>
          <span>
            <Fractions text={inShort(row)} />
          </span>
        </button>
      )}
      {faults.map(({ message }) => (
        <p key={message} className="ruler-fault">
          <Fractions text={message} />
        </p>
      ))}
    </li>
  )
}

function Fields({ row, number, called, faults, only, onSet, onRemove }: RulerRowProps) {
  const wrong = new Set(faults.flatMap((fault) => fault.wrong))
  const field = (name: keyof Row, words: string, placeholder = '') => (
    <Form.Group className="ruler-field" controlId={`${name}-${number}`}>
      <Form.Label>{words}</Form.Label>
      <Form.Control
        size="sm"
        aria-label={`${words}, piece ${number}`}
        value={row[name]}
        placeholder={placeholder}
        isInvalid={wrong.has(name)}
        autoComplete="off"
        onChange={(event) => onSet({ [name]: event.target.value })}
      />
    </Form.Group>
  )
  const isBase = row.role === 'base'
  return (
    <>
      <Line>
        <RulerChoice
          id={`role-${number}`}
          words="it is a"
          label={`What piece ${number} is`}
          value={row.role}
          choices={LAID}
          onChoose={(role) => onSet({ role })}
        />
        {!isBase && (
          <RulerChoice
            id={`outline-${number}`}
            words="its outline"
            label={`Outline of piece ${number}`}
            value={row.shape}
            choices={SHAPES}
            onChoose={(shape) => onSet({ shape })}
          />
        )}
        {field('name', 'called', called)}
      </Line>
      {isBase ? (
        <p className="hint">It is as large as the page.</p>
      ) : (
        <>
          <Line>
            {field('left', 'from left')}
            {field('width', 'width')}
            {field('right', 'from right')}
          </Line>
          <Line>
            {field('top', 'from top')}
            {field('height', 'height')}
            {field('bottom', 'from foot')}
          </Line>
          <Line>
            {field('mats', 'mats show', '1/8, 1/8')}
            {field('tilt', 'tilt °', '0')}
            {field('paper', 'paper', 'A')}
          </Line>
          <Line>
            {field('times', 'the same again', '0 times')}
            {field('gap', 'further by', '0')}
            <RulerChoice
              id={`way-${number}`}
              words="to its"
              label={`Which way piece ${number} comes again`}
              value={row.way}
              choices={WAYS}
              onChoose={(way) => onSet({ way })}
            />
          </Line>
        </>
      )}
      {!only && (
        <button type="button" className="stitched" onClick={onRemove}>
          Remove
        </button>
      )}
    </>
  )
}

function Line({ children }: { children: ReactNode }) {
  return <div className="ruler-fields">{children}</div>
}
