import { useRef, useState } from 'react'
import Button from 'react-bootstrap/Button'
import { Link, useParams } from 'react-router'
import type { CutRun, TablePaper, TableSheet } from '../api/client'
import { useCutRun, useCutRunWrites } from '../api/cuttingQueries'
import { usePage } from '../api/queries'
import { Fractions } from '../app/Fractions'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import { stepsDone, type TicksState } from '../writes/ticks'
import { AllCut } from './AllCut'
import { Cautions } from './Cautions'
import { GrowingPage } from './GrowingPage'
import { SheetStack } from './SheetStack'
import { StepWords } from './StepWords'
import { TakeStock } from './TakeStock'
import { TrimmerPicture } from './TrimmerPicture'
import { Trimmers } from './Trimmers'
import { useAwake } from '../app/useAwake'
import { useTicks } from './useTicks'
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

function sheetsOf(run: CutRun, pending: TicksState['pending']): LaidSheet[] {
  return run.table.papers.flatMap((paper) =>
    paper.sheets.map((sheet) => ({
      paper,
      sheet,
      done: pending[sheet.id]?.done ?? stepsDone(run, sheet.id),
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
  const { ticks, state, latest } = useTicks(id)
  const sheets = sheetsOf(latest ?? run, state.pending)
  const isWritten = Object.keys(state.pending).length === 0
  const picture = useRef<HTMLElement>(null)
  const open = sheets.find((one) => one.done < one.total)
  const laid = sheets.find((one) => one.sheet.id === chosenId) ?? open
  const step = laid?.sheet.steps[laid.done]
  const failed = state.error ?? writes.takeStock.error ?? writes.undo.error
  const tick = (done: number) => {
    if (laid) ticks.tick(laid.sheet.id, done)
    // What was looked at stays until it is finished.
    if (laid && done >= laid.total) choose(null)
    else if (laid) choose(laid.sheet.id)
  }
  // On a phone the sheets lie below the cut: what was chosen there is brought into view.
  const look = (sheet: string) => {
    choose(sheet)
    picture.current?.scrollIntoView({ block: 'start' })
  }
  return (
    <main className="table-body" aria-busy={state.now === 'writing' || writes.takeStock.isPending}>
      <div className="table-left">
        <SheetStack sheets={sheets} made={run.made} chosen={laid?.sheet.id ?? null} onChoose={look} />
        {page.data && <GrowingPage page={page.data} finished={new Set(run.finished)} />}
      </div>
      <section ref={picture} className="table-middle" aria-label="This cut">
        <NotTicked state={state} again={ticks.again} />
        {run.stale && (
          <p className="refusal">The page was changed since: these sizes are those of when cutting began.</p>
        )}
        {run.table.without_place && (
          <p className="refusal">
            <Fractions text={run.table.without_place} />
          </p>
        )}
        {failed && <Trouble error={failed} onClose={ticks.settle} />}
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
                disabled={writes.takeStock.isPending || (trimmer !== null && step.verdicts[trimmer] !== '')}
                onClick={() => tick(laid.done + 1)}
              >
                Done, next cut
              </Button>
              <button
                type="button"
                className="stitched"
                disabled={laid.done === 0}
                onClick={() => tick(laid.done - 1)}
              >
                Go back one
              </button>
              <button type="button" className="stitched" disabled={!isWritten} onClick={() => setWrong(true)}>
                I cut it wrong
              </button>
            </p>
            {wrong && (
              <WrongCut
                laid={laid}
                step={step}
                unit={run.table.unit}
                stays={!run.stale}
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
        <TakeStock run={run} writes={writes} isWritten={isWritten} />
        <Trimmers table={run.table} chosen={trimmer} onChoose={take} />
        <p className="hint">{awake}</p>
      </aside>
    </main>
  )
}

/** Cuts that are ticked off here and not on the server yet. */
function NotTicked({ state, again }: { state: TicksState; again: () => void }) {
  if (state.now !== 'no answer' && state.now !== 'signed out') return null
  const sheets = Object.keys(state.pending).length
  return (
    <div className="not-saved" role="status">
      <p>
        <strong>Not saved yet: the cuts of {sheets === 1 ? 'one sheet' : `${sheets} sheets`}.</strong> Go on
        cutting;{' '}
        {state.now === 'signed out'
          ? 'sign in, and they are saved.'
          : 'they are kept here, even when you close the window, and saved as soon as there is an answer.'}
      </p>
      <button type="button" className="stitched" onClick={again}>
        try now
      </button>
    </div>
  )
}
