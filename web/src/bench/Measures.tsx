import { Fractions } from '../app/Fractions'
import Table from 'react-bootstrap/Table'
import type { Board } from '../api/client'

/** Every piece's size and distance from the left and top edges, to be written on the sketch. */
export function Measures({ board }: { board: Board }) {
  return (
    <section className="measures" aria-label="Measures">
      <h2>Sizes and places</h2>
      <Table size="sm">
        <thead>
          <tr>
            <th scope="col">Piece</th>
            <th scope="col">Size, {board.unit}</th>
            <th scope="col">Left</th>
            <th scope="col">Top</th>
          </tr>
        </thead>
        <tbody>
          {board.blocks.map((block) => (
            <tr key={block.id}>
              <th scope="row">{block.name}</th>
              <td>
                <Fractions text={`${block.texts.width} × ${block.texts.height}`} />
              </td>
              <td>
                <Fractions text={block.texts.left} />
              </td>
              <td>
                <Fractions text={block.texts.top} />
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
    </section>
  )
}
