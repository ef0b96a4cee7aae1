/** Pieces as they are typed from a ruler, kept as they are typed: nothing of them is reckoned here. */
import type { MeasuredRow } from '../api/client'

export type Row = Required<MeasuredRow>

/** A page of her own: its size, and whether it is two that face each other. */
export interface OwnPage {
  width: string
  height: string
  unit: 'in' | 'mm'
  sides: 1 | 2
  gap: string
}

export interface RulerWork {
  rows: Row[]
  /** Null for one of the known formats. */
  own: OwnPage | null
}

export const emptyRow = (role: Row['role']): Row => ({
  name: '',
  role,
  shape: 'rect',
  left: '',
  width: '',
  right: '',
  top: '',
  height: '',
  bottom: '',
  tilt: '',
  mats: '',
  paper: '',
  times: '',
  way: 'right',
  gap: '',
})

export const BEGUN: RulerWork = { rows: [emptyRow('photo')], own: null }

/** What was kept, when it is of the kind that is kept now. */
export const readWork = (kept: unknown): RulerWork =>
  typeof kept === 'object' && kept !== null && 'rows' in kept ? (kept as RulerWork) : BEGUN

/** A row in a few words, as it stands there. */
export function inShort(row: Row): string {
  if (row.role === 'base') return 'the whole page'
  const size = row.width || row.height ? `${row.width || '?'} × ${row.height || '?'}` : ''
  const from = [
    row.left && `${row.left} from the left`,
    row.right && `${row.right} from the right`,
    row.top && `${row.top} from the top`,
    row.bottom && `${row.bottom} from the foot`,
  ]
  const more = [row.mats && `mats ${row.mats}`, row.times && `and ${row.times} more`]
  return [size, ...from, ...more].filter(Boolean).join(', ') || 'nothing yet'
}
