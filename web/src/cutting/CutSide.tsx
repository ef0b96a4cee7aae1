import { Link } from 'react-router'
import { Fold } from '../app/Fold'
import { Fractions } from '../app/Fractions'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import type { Change, CutTable, Page } from '../api/client'
import { useCutTable } from '../api/cuttingQueries'
import { Cautions } from './Cautions'
import { CutAdvice } from './CutAdvice'
import { MachinePart } from './MachinePart'
import { PaperPart } from './PaperPart'
import { Savings } from './Savings'
import { ShapingTools } from './ShapingTools'

interface CutSideProps {
  page: Page
  onChange: (change: Change) => void
}

/** Beside the page at the cutting step: the plan paper by paper, what could be saved, what is lacking. */
export function CutSide({ page, onChange }: CutSideProps) {
  const { table, error, improving } = useCutTable(page)
  if (error) return <Trouble error={error} />
  if (!table) return <Waiting words="Laying the pieces on sheets" />
  const proven = table.papers.every((paper) => paper.status === 'optimal')
  return (
    <>
      <section className="cut-summary" aria-label="The plan">
        <h2>
          <Fractions text={table.summary} />
        </h2>
        <p className="hint" role="status">
          {improving
            ? 'Looking for less waste …'
            : proven
              ? 'Fewest sheets possible.'
              : 'Nothing better was found.'}
        </p>
        {table.without_place && (
          <p className="refusal" role="alert">
            <Fractions text={table.without_place} />
          </p>
        )}
        <CutAdvice page={page} isReady={!improving} onChange={onChange} />
        <Link className="btn btn-primary" to={`/pages/${page.id}/cutting`}>
          To the cutting table
        </Link>
      </section>
      {table.troubles.map((words) => (
        <p key={words} className="refusal" role="alert">
          <Fractions text={words} />
        </p>
      ))}
      <Savings table={table} onChange={onChange} />
      <Fold
        place="cut-pieces"
        className="cut-panel"
        label="Pieces to cut"
        heading="Pieces, paper by paper"
        isOpen
      >
        {table.papers.filter(isCut).map((paper) => (
          <PaperPart key={paper.key} paper={paper} table={table} onChange={onChange} />
        ))}
        <PhotoPart table={table} />
      </Fold>
      <ToBuy table={table} />
      <ShapingTools unit={table.unit} />
      <Fold
        place="cut-sheets"
        className="cut-files"
        label="Cut sheets to print"
        heading="Cut sheets to print"
      >
        <p>
          {(['letter', 'a4'] as const).map((sheet) => (
            <a
              key={sheet}
              className="stitched"
              href={`/api/pages/${page.id}/cutting/files/cuts.pdf?sheet=${sheet}`}
              download
            >
              PDF, {sheet === 'a4' ? 'A4' : 'letter'}
            </a>
          ))}
          <a className="stitched" href={`/api/pages/${page.id}/cutting/files/cuts.csv`} download>
            CSV
          </a>
        </p>
      </Fold>
      <MachinePart page={page} />
      <Cautions />
    </>
  )
}

/** A paper that nothing is cut from, such as a strip's that became a row of other papers, is not listed. */
const isCut = (paper: CutTable['papers'][number]) => paper.pieces.length > 0 || paper.missing

function PhotoPart({ table }: { table: CutTable }) {
  if (table.photos.length === 0) return null
  return (
    <article className="paper-part">
      <header>
        <h3>Photos</h3>
      </header>
      <ol className="piece-list">
        {table.photos.map((piece) => (
          <li key={piece.block}>
            <div className="piece-line">
              <b className="piece-number">{piece.number}</b>
              <span className="piece-name">{piece.name}</span>
              <b className="piece-size">
                <Fractions text={piece.size} />
              </b>
            </div>
          </li>
        ))}
      </ol>
    </article>
  )
}

function ToBuy({ table }: { table: CutTable }) {
  if (table.to_buy.length === 0) return null
  return (
    <section aria-label="To buy">
      <h2>To buy</h2>
      <ul className="to-buy">
        {table.to_buy.map((one) => (
          <li key={one.paper}>
            <Fractions text={one.words} />
          </li>
        ))}
      </ul>
    </section>
  )
}
