import { Fractions } from '../app/Fractions'
import { useState, type FormEvent } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import { Trouble } from '../app/Trouble'
import { formText } from '../app/formText'
import { Waiting } from '../app/Waiting'
import type { Change, CutList, Page, Paper } from '../api/client'
import { usePieces } from '../api/queries'
import { SheetPicture } from './SheetPicture'

interface CutPanelProps {
  page: Page
  onChange: (change: Change) => void
}

/** The piece list by paper, each with a first plan of cuts, and the cautions that go with blades. */
export function CutPanel({ page, onChange }: CutPanelProps) {
  const pieces = usePieces(page, true)
  if (pieces.error) return <Trouble error={pieces.error} />
  if (!pieces.data) return <Waiting words="Laying the pieces on sheets" />
  return (
    <section className="cut-panel" aria-label="Pieces to cut">
      <h2>Pieces, by paper</h2>
      {pieces.data.papers.map((paper) => (
        <PaperPart key={paper.paper} paper={paper} unit={pieces.data.unit} onChange={onChange} />
      ))}
      <PhotoPart list={pieces.data} />
      <Cautions />
    </section>
  )
}

function PaperPart({
  paper,
  unit,
  onChange,
}: { paper: Paper; unit: string } & Pick<CutPanelProps, 'onChange'>) {
  const name = paper.paper.length === 1 ? `Paper ${paper.paper}` : paper.paper
  return (
    <article className="paper-part">
      <header>
        <h3>
          <i className={`swatch tint-${paper.tint ?? 'white'}`} aria-hidden />
          {name}
        </h3>
        <SheetSize paper={paper} unit={unit} onChange={onChange} />
      </header>
      <ol className="piece-list">
        {paper.pieces.map((piece) => (
          <li key={piece.block} value={piece.number}>
            <b className="piece-number">{piece.number}</b>
            <span className="piece-name">
              {piece.name}
              {piece.shape !== 'rect' && <em> {piece.shape}</em>}
            </span>
            <b className="piece-size">
              <Fractions text={piece.size} />
            </b>
          </li>
        ))}
      </ol>
      {paper.too_large.map((words) => (
        <p key={words} className="refusal" role="alert">
          <Fractions text={words} />
        </p>
      ))}
      {paper.sheets.map((sheet, index) => (
        <details
          key={index}
          open={paper.sheets.length === 1 && sheet.cuts.length > 0 && sheet.cuts.length < 5}
        >
          <summary>
            Sheet {index + 1} of {paper.sheets.length},{' '}
            {sheet.cuts.length === 0
              ? 'no cut'
              : sheet.cuts.length === 1
                ? '1 cut'
                : `${sheet.cuts.length} cuts`}
          </summary>
          <div className="sheet">
            <SheetPicture paper={paper} sheet={sheet} />
            <ol className="cuts">
              {sheet.cuts.map((cut, place) => (
                <li key={place}>
                  <Fractions text={cut} />
                </li>
              ))}
            </ol>
          </div>
        </details>
      ))}
    </article>
  )
}

/** The size this paper is bought in: touch it and type. */
function SheetSize({
  paper,
  unit,
  onChange,
}: { paper: Paper; unit: string } & Pick<CutPanelProps, 'onChange'>) {
  const [typing, setTyping] = useState(false)
  if (!typing) {
    return (
      <Button variant="link" size="sm" className="stitched" onClick={() => setTyping(true)}>
        <Fractions text={`sheet ${paper.sheet_width} × ${paper.sheet_height} ${unit}`} />
      </Button>
    )
  }
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    setTyping(false)
    onChange({
      kind: 'sheet',
      paper: paper.paper,
      width: formText(event.currentTarget, 'width'),
      height: formText(event.currentTarget, 'height'),
    })
  }
  return (
    <Form className="sheet-size" onSubmit={submit}>
      <Form.Control
        size="sm"
        name="width"
        aria-label={`Sheet width of ${paper.paper}`}
        defaultValue={paper.sheet_width}
      />
      <span aria-hidden>×</span>
      <Form.Control
        size="sm"
        name="height"
        aria-label={`Sheet height of ${paper.paper}`}
        defaultValue={paper.sheet_height}
      />
      <Button type="submit" size="sm">
        Set
      </Button>
    </Form>
  )
}

function PhotoPart({ list }: { list: CutList }) {
  if (list.photos.length === 0) return null
  return (
    <article className="paper-part">
      <header>
        <h3>Photos</h3>
      </header>
      <ol className="piece-list">
        {list.photos.map((piece) => (
          <li key={piece.block} value={piece.number}>
            <b className="piece-number">{piece.number}</b>
            <span className="piece-name">{piece.name}</span>
            <b className="piece-size">
              <Fractions text={piece.size} />
            </b>
          </li>
        ))}
      </ol>
    </article>
  )
}

function Cautions() {
  return (
    <p className="cautions">
      <strong>Blades:</strong> cap them, cut away from you, keep fingers behind the guide and tools out of
      children’s reach; follow the maker’s instructions. Copy a print or document that cannot be replaced
      before you cut it.
    </p>
  )
}
