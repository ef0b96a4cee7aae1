import { useId } from 'react'
import Form from 'react-bootstrap/Form'
import type { ClusterWish } from '../api/client'

export type Wish = Required<Omit<ClusterWish, 'keep' | 'only' | 'colours'>>

interface ClusterWishesProps {
  wish: Wish
  unit: 'in' | 'mm'
  onChange: (wish: Wish) => void
}

const SWITCHES = [
  ['odd', 'dots in odd numbers'],
  ['rich', 'rich, with more pieces'],
  ['falling', 'smaller outward from the photo'],
  ['even_sided', 'all of one size'],
] as const

/** How her clusters shall be. */
export function ClusterWishes({ wish, unit, onChange }: ClusterWishesProps) {
  const id = useId()
  return (
    <div className="cluster-wishes">
      <Form.Select
        size="sm"
        aria-label="How clusters stand"
        value={wish.formation}
        onChange={(event) => onChange({ ...wish, formation: event.target.value as Wish['formation'] })}
      >
        <option value="a triangle">three in a triangle</option>
        <option value="two opposite corners">two in opposite corners</option>
        <option value="mirrored left and right">two, mirrored left and right</option>
        <option value="one linked group">one, beside the photo</option>
      </Form.Select>
      {SWITCHES.map(([name, words]) => (
        <Form.Check
          key={name}
          id={`${id}-${name}`}
          label={words}
          checked={wish[name]}
          onChange={(event) => onChange({ ...wish, [name]: event.target.checked })}
        />
      ))}
      <Form.Control
        size="sm"
        aria-label="Nothing thicker than"
        placeholder={unit === 'in' ? 'nothing thicker than, 1/8' : 'nothing thicker than, 3'}
        value={wish.thickness}
        onChange={(event) => onChange({ ...wish, thickness: event.target.value })}
      />
    </div>
  )
}
