import { useEffect, useState } from 'react'
import { Link } from 'react-router'
import type { LayOver } from '../bench/layOver'
import type { Change, Page, StickStep, Sticking } from '../api/client'
import { Fold } from '../app/Fold'
import { useSticking } from '../api/stickingQueries'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import { Background } from './Background'
import { DryFit } from './DryFit'
import { PlannedSteps } from './PlannedSteps'
import { StepOverlay } from './StepOverlay'
import { ThicknessPart } from './ThicknessPart'

interface StickSideProps {
  page: Page
  onChange: (change: Change) => void
  onLayOver: LayOver
}

/** Beside the page at sticking down: in which order, by which school, what is worked on first, how thick it gets. */
export function StickSide({ page, onChange, onLayOver }: StickSideProps) {
  const sticking = useSticking(page)
  const [looked, look] = useState<string | null>(null)
  const [thick, showThick] = useState(false)
  const { data } = sticking
  const step = data?.steps.find((one) => one.key === looked)
  const { board } = page.fit
  useEffect(() => {
    const mark = Math.max(board.width, board.height) / 100
    onLayOver(
      thick && data ? (
        <ThickPlaces sticking={data} />
      ) : step ? (
        <StepOverlay step={step} mark={mark} width={board.width} height={board.height} />
      ) : null,
    )
  }, [step, thick, data, board, onLayOver])
  useEffect(() => () => onLayOver(null), [onLayOver])
  if (sticking.error) return <Trouble error={sticking.error} />
  if (!data) return <Waiting words="Working the order out" />
  const done = data.steps.filter((one) => one.done).length
  return (
    <>
      <section className="stick-summary" aria-label="Sticking down">
        <h2>{summary(data.steps, done)}</h2>
        <p className="deeds">
          <Link className="btn btn-primary" to={`/pages/${page.id}/sticking`}>
            {done > 0 ? 'Go on at the gluing table' : 'To the gluing table'}
          </Link>
        </p>
        <Schools sticking={data} onChange={onChange} />
      </section>
      <PlannedSteps sticking={data} looked={looked} onLook={look} onChange={onChange} />
      <DryFit page={page} onChange={onChange} onLayOver={onLayOver} />
      <Background sticking={data} onChange={onChange} />
      <ThicknessPart thickness={data.thickness} open={thick} onOpen={showThick} />
      <Fold place="stick-print" className="stick-files" label="To print" heading="To print">
        <p>
          <a className="stitched" href={`/api/pages/${page.id}/sticking/guide.pdf`} download>
            placing guide at true size
          </a>
        </p>
        <p className="hint">Outlines of every piece, with pencil ticks that later pieces cover.</p>
      </Fold>
    </>
  )
}

function summary(steps: StickStep[], done: number): string {
  if (steps.length === 0) return 'Nothing to stick down yet.'
  if (done === steps.length) return 'Everything is down.'
  return done > 0 ? `${done} of ${steps.length} steps done` : `${steps.length} steps, bottom first`
}

function Schools({ sticking, onChange }: { sticking: Sticking; onChange: (change: Change) => void }) {
  const chosen = sticking.schools.find((one) => one.key === sticking.school)
  return (
    <div className="stick-schools">
      <div role="group" aria-label="How the page is put together" className="chips">
        {sticking.schools.map((one) => (
          <button
            key={one.key}
            type="button"
            className="chip"
            aria-pressed={one.key === sticking.school}
            onClick={() => onChange({ kind: 'stick-school', stick_school: one.key })}
          >
            {one.words}
          </button>
        ))}
      </div>
      <p className="hint">{chosen?.about}</p>
    </div>
  )
}

/** How thick the page is, place by place: darker where it is thicker, and a ring where it is thickest. */
function ThickPlaces({ sticking }: { sticking: Sticking }) {
  const { cells, cell, x, y } = sticking.thickness
  return (
    <g className="thick-places" pointerEvents="none">
      {cells.flatMap((row, down) =>
        row.map((part, across) => (
          <rect
            key={`${across} ${down}`}
            x={across * cell}
            y={down * cell}
            width={cell}
            height={cell}
            opacity={0.1 + 0.75 * part}
          />
        )),
      )}
      <circle cx={x} cy={y} r={cell * 3} />
    </g>
  )
}
