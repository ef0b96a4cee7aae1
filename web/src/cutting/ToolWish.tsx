import Form from 'react-bootstrap/Form'
import { useShapingTools } from '../api/cuttingQueries'
import type { WishProps } from './PieceRow'

/** A punch or die that shapes a piece: what it takes off enters the size that is cut. */
export function ToolWish({ piece, onChange }: WishProps) {
  const tools = useShapingTools()
  if (!tools.data || tools.data.length === 0) return null
  const ask = (tool: number | null, count: number) =>
    onChange({ kind: 'tool', block: piece.block, tool, count })
  const used = piece.terms.tool
  const now = tools.data.find((tool) => tool.name === used?.name)
  return (
    <div className="wish">
      <label>
        <span>shaped with</span>
        <Form.Select
          size="sm"
          aria-label={`Tool for ${piece.name}`}
          value={now?.id ?? ''}
          onChange={(event) => ask(event.target.value ? Number(event.target.value) : null, used?.edges ?? 1)}
        >
          <option value="">no tool</option>
          {tools.data.map((tool) => (
            <option key={tool.id} value={tool.id}>
              {tool.name}
            </option>
          ))}
        </Form.Select>
      </label>
      {now?.depth && (
        <Form.Select
          size="sm"
          aria-label={`Punched edges of ${piece.name}`}
          value={used?.edges ?? 1}
          onChange={(event) => ask(now.id, Number(event.target.value))}
        >
          <option value={1}>one edge</option>
          <option value={2}>both edges</option>
        </Form.Select>
      )}
    </div>
  )
}
