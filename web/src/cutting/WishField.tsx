import { useId } from 'react'
import Form from 'react-bootstrap/Form'
import type { FormControlProps } from 'react-bootstrap/FormControl'

interface WishFieldProps extends FormControlProps {
  label: string
  name: string
  wide?: boolean
  min?: number
  max?: number
  required?: boolean
}

/** A short field with its words before it. */
export function WishField({ label, wide, ...control }: WishFieldProps) {
  const id = useId()
  return (
    <div className={wide ? 'field wide' : 'field'}>
      <Form.Label htmlFor={id}>{label}</Form.Label>
      <Form.Control id={id} size="sm" {...control} />
    </div>
  )
}
