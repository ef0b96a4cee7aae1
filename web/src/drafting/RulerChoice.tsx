import Form from 'react-bootstrap/Form'

interface RulerChoiceProps<Value extends string> {
  id: string
  words: string
  /** Its full name where the words alone would not say which. */
  label?: string
  value: Value
  choices: readonly { value: Value; words: string }[]
  onChoose: (value: Value) => void
}

/** One of a few, beside the fields that are typed. */
export function RulerChoice<Value extends string>(props: RulerChoiceProps<Value>) {
  const { id, words, label, value, choices, onChoose } = props
  return (
    <Form.Group className="ruler-field" controlId={id}>
      <Form.Label>{words}</Form.Label>
      <Form.Select
        size="sm"
        aria-label={label}
        value={value}
        onChange={(event) => onChoose(event.target.value as Value)}
      >
        {choices.map((one) => (
          <option key={one.value} value={one.value}>
            {one.words}
          </option>
        ))}
      </Form.Select>
    </Form.Group>
  )
}
