import { useState } from 'react'
import Form from 'react-bootstrap/Form'
import { useShapingTools, useShapingToolWrites } from '../api/cuttingQueries'
import { Fractions } from '../app/Fractions'
import { KeepForm } from '../app/KeepForm'

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
  type Field = 'name' | 'makes' | 'makes_shape' | (typeof FIELDS)[number][0]
  const keep = (text: (name: Field) => string, kept: () => void) =>
    add.mutate(
      {
        name: text('name'),
        depth: text('depth'),
        smallest: text('smallest'),
        widest: text('widest'),
        blank_width: text('blank_width'),
        blank_height: text('blank_height'),
        makes: text('makes'),
        makes_shape: text('makes_shape') as 'circle' | 'rect',
        unit,
      },
      { onSuccess: kept },
    )
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
                aria-label={`Remove ${tool.name}`}
                onClick={() => remove.mutate(tool.id)}
              >
                Remove
              </button>
            </li>
          ))}
        </ul>
        {adding ? (
          <KeepForm
            place="tool-new"
            label="A punch or die"
            look="trimmer-form"
            write={add}
            onKeep={keep}
            onClose={() => show(false)}
          >
            <Form.Control
              size="sm"
              name="name"
              aria-label="Name of the tool"
              placeholder="what you call it"
              required
              maxLength={60}
            />
            <Form.Group controlId="die-shape" className="of-a-die">
              <Form.Label>makes pieces</Form.Label>
              <Form.Select size="sm" name="makes_shape">
                <option value="circle">round</option>
                <option value="rect">square or oblong</option>
              </Form.Select>
            </Form.Group>
            <Form.Group controlId="die-sizes" className="of-a-die">
              <Form.Label>of these sizes</Form.Label>
              <Form.Control size="sm" name="makes" placeholder="1, 1 1/2, 2" maxLength={300} />
            </Form.Group>
            {FIELDS.map(([name, words, placeholder]) => (
              <label key={name}>
                {words}
                <Form.Control size="sm" name={name} placeholder={placeholder} />
              </label>
            ))}
          </KeepForm>
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
    tool.makes && `makes ${tool.makes}`,
    tool.depth && `takes ${tool.depth} off an edge`,
    tool.smallest && `nothing under ${tool.smallest}`,
    tool.widest && `nothing over ${tool.widest}`,
    tool.blank && `blank ${tool.blank}`,
  ]
  return `${parts.filter(Boolean).join(', ') || 'no limits'} ${tool.unit}`
}
