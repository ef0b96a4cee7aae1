import Button from 'react-bootstrap/Button'
import { useNavigate, useParams } from 'react-router'
import { FormatChips } from '../app/FormatChips'
import { Fractions } from '../app/Fractions'
import { Sheet } from '../app/Sheet'
import { Trouble } from '../app/Trouble'
import { useFormat } from '../app/useFormat'
import { Waiting } from '../app/Waiting'
import { useMakePage } from '../api/queries'
import { useSketch } from '../api/sketchQueries'
import { PageThumb } from '../board/PageThumb'
import { MeasureCard } from '../measures/MeasureCard'

/** One sketch, large, with its measures as drawn, and what can be done with it. */
export function SketchLook() {
  const id = Number(useParams().id)
  const sketch = useSketch(id)
  const make = useMakePage()
  const navigate = useNavigate()
  const { asked } = useFormat()
  if (sketch.error) return <Trouble error={sketch.error} />
  if (!sketch.data) return <Waiting words="Fetching the sketch" />
  const { board, name } = sketch.data
  return (
    <Sheet title={name} className="sketch-look">
      <section aria-label="The sketch as drawn">
        <PageThumb board={board} size={430} label={name} />
        <p className="hint">
          <Fractions text={`Drawn for ${board.width_text} × ${board.height_text} ${board.unit}.`} />
        </p>
        <FormatChips
          words="fit it to"
          label="Fit it to my page"
          disabled={make.isPending}
          onChoose={(format) =>
            make.mutate(
              { sketch: id, ...asked, format },
              { onSuccess: (page) => void navigate(`/pages/${page.id}/page`) },
            )
          }
        />
        {make.isPending && <Waiting words="Fitting it to your page" />}
        {make.error && <Trouble error={make.error} onClose={() => make.reset()} />}
        <p className="draft-deeds">
          <Button variant="outline-primary" onClick={() => void navigate(`/sketches/${id}/redraw`)}>
            Redraw it
          </Button>
          <a className="stitched" href={`/api/sketches/${id}/files/sketch.svg`} download>
            as a drawing (SVG)
          </a>
          <a className="stitched" href={`/api/sketches/${id}/files/sketch.quilt.json`} download>
            as data (JSON)
          </a>
        </p>
      </section>
      <MeasureCard
        measured={{ kind: 'sketch', id }}
        unit={board.unit}
        file={`/api/sketches/${id}/files/measures.pdf`}
      />
    </Sheet>
  )
}
