import { useState } from 'react'
import Button from 'react-bootstrap/Button'
import { Link, useParams } from 'react-router'
import type { CutRun, TablePaper, TableSheet } from '../api/client'
import { useCutRun, useCutRunWrites } from '../api/cuttingQueries'
import { usePage } from '../api/queries'
import { Fractions } from '../app/Fractions'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import { AllCut } from './AllCut'
import { Cautions } from './Cautions'
import { GrowingPage } from './GrowingPage'
import { SheetStack } from './SheetStack'
import { StepWords } from './StepWords'
import { TakeStock } from './TakeStock'
import { TrimmerPicture } from './TrimmerPicture'
import { Trimmers } from './Trimmers'
import { useAwake } from './useAwake'
import { WrongCut } from './WrongCut'

/** One sheet with the paper it is of. */
export interface LaidSheet {
  paper: TablePaper
  sheet: TableSheet
  done: number
  /** Steps in all; a sheet that needs no cut is taken as it is, which is one. */
  total: number
}

/** The cutting table: one cut after another, large, to be ticked off. */
export function CuttingTable() {
  const id = Number(useParams().id)
  const run = useCutRun(id)
  return (
    <div className="cutting-table">
      <header className="bench-header">
        <Link to={`/pages/${id}/cut`} className="brand" aria-label="Back to the page">
          Back to the page
        </Link>
        <h1>{run.data ? `Cutting: ${run.data.page_name}` : 'Cutting'}</h1>
        <Cautions />
      </header>
      {run.error && <Trouble error={run.error} />}
      {run.isPending && <Waiting words="Laying the sheets out" />}
      {run.data && <Table key={`${id} ${run.data.table.page_version}`} id={id} run={run.data} />}
    </div>
  )
}

function sheetsOf(run: CutRun): LaidSheet[] {
  const done = new Map(run.done.map((one) => [one.sheet, one.steps]))
  return run.table.papers.flatMap((paper) =>
    paper.sheets.map((sheet) => ({
      paper,
      sheet,
      done: done.get(sheet.id) ?? 0,
      total: Math.max(1, sheet.steps.length),
    })),
  )
}

function Table({ id, run }: { id: number; run: CutRun }) {
  const writes = useCutRunWrites(id)
  const awake = useAwake()
  const page = usePage(id)
  const [chosenId, choose] = useState<string | null>(null)
  const [trimmer, take] = useState<number | null>(null)
  const [wrong, setWrong] = useState(false)
  const sheets = sheetsOf(run)
  const open = sheets.find((one) => one.done < one.total)
  const laid = sheets.find((one) => one.sheet.id === chosenId) ?? open
  const step = laid?.sheet.steps[laid.done]
  const failed = writes.tick.error ?? writes.takeStock.error ?? writes.undo.error
  const tick = (done: number) => {
    if (laid) writes.tick.mutate({ version: run.version, sheet: laid.sheet.id, done })
    // What was looked at stays until it is finished.
    if (laid && done >= laid.total) choose(null)
    else if (laid) choose(laid.sheet.id)
  }
  return (
    <main className="table-body" aria-busy={writes.tick.isPending || writes.takeStock.isPending}>
      <div className="table-left">
        <SheetStack sheets={sheets} made={run.made} chosen={laid?.sheet.id ?? null} onChoose={choose} />
        {page.data && <GrowingPage page={page.data} finished={new Set(run.finished)} />}
      </div>
      <section className="table-middle" aria-label="This cut">
        {run.stale && (
          <p className="refusal">The page was changed since: these sizes are those of when cutting began.</p>
        )}
        {failed && <Trouble error={failed} onClose={() => writes.tick.reset()} />}
        {laid && step ? (
          <>
            <p className="whereabouts">
              {laid.paper.name}, {laid.sheet.kind} <Fractions text={laid.sheet.size} />, {laid.sheet.side_up}{' '}
              side up: cut {laid.done + 1} of {laid.sheet.steps.length}, the part of{' '}
              <Fractions text={step.size} />
            </p>
            <TrimmerPicture paper={laid.paper} sheet={laid.sheet} step={step} unit={run.table.unit} />
          </>
        ) : (
          <AllCut run={run} laid={laid ?? null} onTake={() => tick(1)} />
        )}
      </section>
      <aside className="table-side">
        {step && laid && (
          <>
            <StepWords step={step} table={run.table} trimmer={trimmer} />
            <p className="deeds">
              <Button
                size="lg"
                disabled={
                  writes.tick.isPending ||
                  writes.takeStock.isPending ||
                  (trimmer !== null && step.verdicts[trimmer] !== '')
                }
                onClick={() => tick(laid.done + 1)}
              >
                Cut
              </Button>
              <button
                type="button"
                className="stitched"
                disabled={laid.done === 0 || writes.tick.isPending}
                onClick={() => tick(laid.done - 1)}
              >
                one back
              </button>
              <button type="button" className="stitched" onClick={() => setWrong(true)}>
                I cut it wrong
              </button>
            </p>
            {wrong && (
              <WrongCut
                laid={laid}
                step={step}
                unit={run.table.unit}
                onClose={() => setWrong(false)}
                onSpoiled={(spoiled) => {
                  setWrong(false)
                  choose(null)
                  writes.takeStock.mutate({ version: run.version, keep_above: '1', spoiled })
                }}
              />
            )}
          </>
        )}
        <TakeStock run={run} writes={writes} />
        <Trimmers table={run.table} chosen={trimmer} onChoose={take} />
        <p className="hint">{awake}</p>
      </aside>
    </main>
  )
}
