import { useState, type FormEvent } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import { useShapingTools, useShapingToolWrites } from '../api/cuttingQueries'
import { formText } from '../app/formText'
import { Fractions } from '../app/Fractions'
import { Trouble } from '../app/Trouble'

const FIELDS = [
  ['depth', 'takes off an edge', '1/4'],
  ['smallest', 'holds nothing under', '1'],
  ['widest', 'takes nothing over', '6'],
  ['blank_width', 'needs a blank, wide', 'any'],
  ['blank_height', 'needs a blank, high', 'any'],
] as const

/** Her punches and dies, with what each needs and takes off. */
export function ShapingTools({ unit }: { unit: 'in' | 'mm' }) {
  const tools = useShapingTools()
  const { add, remove } = useShapingToolWrites()
  const [adding, show] = useState(false)
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = event.currentTarget
    const text = (name: (typeof FIELDS)[number][0]) => formText(form, name)
    add.mutate(
      {
        name: formText(form, 'name'),
        depth: text('depth'),
        smallest: text('smallest'),
        widest: text('widest'),
        blank_width: text('blank_width'),
        blank_height: text('blank_height'),
        unit,
      },
      { onSuccess: () => show(false) },
    )
  }
  return (
    <section className="shaping-tools" aria-label="Punches and dies">
      <details>
        <summary>Punches and dies</summary>
        <ul>
          {tools.data?.map((tool) => (
            <li key={tool.id}>
              <b>{tool.name}</b>
              <span className="hint">
                <Fractions text={toolWords(tool)} />
              </span>
              <button
                type="button"
                className="stitched"
                aria-label={`put aside: ${tool.name}`}
                onClick={() => remove.mutate(tool.id)}
              >
                put aside
              </button>
            </li>
          ))}
        </ul>
        {adding ? (
          <Form className="trimmer-form" aria-label="A punch or die" onSubmit={submit}>
            <Form.Control
              size="sm"
              name="name"
              aria-label="Name of the tool"
              placeholder="what you call it"
              required
              maxLength={60}
            />
            {FIELDS.map(([name, words, placeholder]) => (
              <label key={name}>
                {words}
                <Form.Control size="sm" name={name} placeholder={placeholder} />
              </label>
            ))}
            {add.error && <Trouble error={add.error} />}
            <p className="deeds">
              <Button type="submit" size="sm" disabled={add.isPending}>
                Keep it
              </Button>
              <button type="button" className="stitched" onClick={() => show(false)}>
                not now
              </button>
            </p>
          </Form>
        ) : (
          <button type="button" className="stitched" onClick={() => show(true)}>
            Enter a punch or die
          </button>
        )}
      </details>
    </section>
  )
}

type Tool = NonNullable<ReturnType<typeof useShapingTools>['data']>[number]

function toolWords(tool: Tool): string {
  const parts = [
    tool.depth && `takes ${tool.depth} off an edge`,
    tool.smallest && `nothing under ${tool.smallest}`,
    tool.widest && `nothing over ${tool.widest}`,
    tool.blank && `blank ${tool.blank}`,
  ]
  return `${parts.filter(Boolean).join(', ') || 'no limits'} ${tool.unit}`
}
