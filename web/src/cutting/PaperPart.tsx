import { useState, type FormEvent } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import type { Change, CutTable, TablePaper } from '../api/client'
import { formText } from '../app/formText'
import { Fractions } from '../app/Fractions'
import { lookOf, Swatch } from '../stash/Swatch'
import { usePapers } from '../api/cuttingQueries'
import { PieceRow } from './PieceRow'
import { paperLook, SheetPicture } from './SheetPicture'

interface PaperPartProps {
  paper: TablePaper
  table: CutTable
  onChange: (change: Change) => void
}

/** One paper: which of the stash it is, its pieces, and the sheets they are cut from. */
export function PaperPart({ paper, table, onChange }: PaperPartProps) {
  const chosen = paper.stash_paper !== null
  return (
    <article className="paper-part" aria-label={paper.name}>
      <header>
        <h3>
          <Swatch look={paperLook(paper, paper.letters[0]!.side)} width={26} height={18} />
          {chosen || paper.name.length > 1 ? paper.name : `Paper ${paper.name}`}
        </h3>
        {!chosen && <SheetSize paper={paper} unit={table.unit} onChange={onChange} />}
      </header>
      {paper.missing && (
        <p className="refusal">
          This paper was removed from the stash: the plan takes as many sheets as it needs.
        </p>
      )}
      <p className="hint">
        <Fractions text={paper.summary} />
      </p>
      <ol className="piece-list">
        {alike(paper.pieces).map((pieces) => (
          <PieceRow
            key={pieces[0]!.terms ? pieces[0]!.block : pieces[0]!.key}
            piece={pieces[0]!}
            alike={pieces}
            table={table}
            onChange={onChange}
          />
        ))}
      </ol>
      <div className="sheets">
        {paper.sheets.map((sheet) => (
          <figure key={sheet.id}>
            <SheetPicture paper={paper} sheet={sheet} size={92} />
            <figcaption>
              {sheet.kind} <Fractions text={sheet.size} />
            </figcaption>
          </figure>
        ))}
      </div>
      {paper.lacking.map((words) => (
        <p key={words} className="refusal" role="alert">
          <Fractions text={words} />
        </p>
      ))}
      {paper.advice && (
        <p className="advice">
          <Fractions text={paper.advice} />
        </p>
      )}
      {paper.motifs.map((words) => (
        <p key={words} className="hint">
          {words}
        </p>
      ))}
      {paper.other_side && <p className="hint">{paper.other_side}</p>}
      {paper.letters.map((letter) => (
        <ChoosePaper key={letter.letter} letter={letter.letter} paper={paper} onChange={onChange} />
      ))}
    </article>
  )
}

type Pieces = TablePaper['pieces']

/** Pieces of one block and size, such as those of a row, stand in one line. */
function alike(pieces: Pieces): Pieces[] {
  const groups = new Map<string, Pieces>()
  for (const piece of pieces) {
    const key = [piece.block, piece.name, piece.size, piece.side, piece.shape, ...piece.openings].join('|')
    groups.set(key, [...(groups.get(key) ?? []), piece])
  }
  return [...groups.values()]
}

interface ChoosePaperProps extends Omit<PaperPartProps, 'table'> {
  letter: string
}

/** The same choice as by dragging, from a list: for the keyboard and for small screens. */
function ChoosePaper({ letter, paper, onChange }: ChoosePaperProps) {
  const papers = usePapers()
  const side = paper.letters.find((one) => one.letter === letter)?.side ?? 'A'
  const value = paper.stash_paper === null ? '' : `${paper.stash_paper} ${side}`
  return (
    <p className="choose-paper">
      {paper.letters.length > 1 && <span>for {letter}</span>}
      <Form.Select
        size="sm"
        aria-label={`Paper for ${letter}`}
        value={value}
        onChange={(event) => {
          const [id, wanted] = event.target.value.split(' ')
          onChange({
            kind: 'paper',
            paper: letter,
            stash_paper: id ? Number(id) : null,
            ...(wanted ? { side: wanted as 'A' | 'B' } : {}),
          })
        }}
      >
        <option value="">any paper, not from the stash</option>
        {papers.data?.flatMap((one) =>
          (['A', 'B'] as const).map((name) => (
            <option key={`${one.id} ${name}`} value={`${one.id} ${name}`}>
              {one.name}, {name} side: {lookOf(name === 'A' ? one.front : one.back).kind}
            </option>
          )),
        )}
      </Form.Select>
    </p>
  )
}

interface SheetSizeProps {
  paper: TablePaper
  unit: string
  onChange: (change: Change) => void
}

/** The size this paper is bought in: touch it and type. */
function SheetSize({ paper, unit, onChange }: SheetSizeProps) {
  const [typing, setTyping] = useState(false)
  const letter = paper.letters[0]!.letter
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
    const form = event.currentTarget
    onChange({
      kind: 'sheet',
      paper: letter,
      width: formText(form, 'width'),
      height: formText(form, 'height'),
    })
  }
  return (
    <Form className="sheet-size" onSubmit={submit}>
      <Form.Control
        size="sm"
        name="width"
        aria-label={`Sheet width of ${letter}`}
        defaultValue={paper.sheet_width}
      />
      <span aria-hidden>×</span>
      <Form.Control
        size="sm"
        name="height"
        aria-label={`Sheet height of ${letter}`}
        defaultValue={paper.sheet_height}
      />
      <Button type="submit" size="sm">
        Set
      </Button>
    </Form>
  )
}
