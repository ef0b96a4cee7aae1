import { useId } from 'react'
import Form from 'react-bootstrap/Form'
import type { Embellishment } from '../api/client'

interface PieceTicksProps {
  /** What is ticked among, in words. */
  legend: string
  owned: Embellishment[]
  ticked: ReadonlySet<string>
  onTick: (ticked: ReadonlySet<string>) => void
}

/** Pieces of hers to tick: a handful. */
export function PieceTicks({ legend, owned, ticked, onTick }: PieceTicksProps) {
  const id = useId()
  return (
    <fieldset className="piece-ticks">
      <legend>{legend}</legend>
      {owned.map((one) => (
        <Form.Check
          key={one.key}
          inline
          id={`${id}-${one.key}`}
          label={one.name}
          checked={ticked.has(one.key)}
          onChange={() => onTick(toggled(ticked, one.key))}
        />
      ))}
    </fieldset>
  )
}

/** A set with one thing more in it, or without it. */
export function toggled(set: ReadonlySet<string>, one: string): ReadonlySet<string> {
  const next = new Set(set)
  if (!next.delete(one)) next.add(one)
  return next
}
