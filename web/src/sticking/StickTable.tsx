import { useCallback, useEffect, useRef, useState, type MouseEvent } from 'react'
import Button from 'react-bootstrap/Button'
import { Link, useParams } from 'react-router'
import type { Page, StickStep, Sticking } from '../api/client'
import { usePage } from '../api/queries'
import { useSticking } from '../api/stickingQueries'
import { Trouble } from '../app/Trouble'
import { useAwake } from '../app/useAwake'
import { Waiting } from '../app/Waiting'
import { useLine } from '../writes/lines'
import { NotSaved } from '../writes/NotSaved'
import { Afterwards } from './Afterwards'
import { Drying } from './Drying'
import { GluePicture } from './GluePicture'
import { StickPicture } from './StickPicture'
import { StickWords } from './StickWords'
import { useTicked } from './useTicked'

/** A hand that taps twice, with glue on it, means one step. */
const ONE_TAP = 350

/** The table with glue on it: one step after another, large, to be ticked off by a tap anywhere. */
export function StickTable() {
  const id = Number(useParams().id)
  const page = usePage(id)
  const sticking = useSticking(page.data ?? ({ id, version: 0 } as Page), page.data !== undefined)
  return (
    <div className="stick-table">
      <header className="bench-header">
        <Link to={`/pages/${id}/stick`} className="brand" aria-label="Back to the page">
          Back to the page
        </Link>
        <h1>{page.data ? `Sticking down: ${page.data.name}` : 'Sticking down'}</h1>
      </header>
      {page.error && <Trouble error={page.error} />}
      {sticking.error && <Trouble error={sticking.error} />}
      {page.data && sticking.data ? (
        <Table page={page.data} sticking={sticking.data} />
      ) : (
        !page.error && !sticking.error && <Waiting words="Laying the pieces out" />
      )}
    </div>
  )
}

function Table({ page, sticking }: { page: Page; sticking: Sticking }) {
  const { line, state } = useLine(page.id)
  const { isDone, tick } = useTicked(sticking, line, state.refused !== null)
  const awake = useAwake()
  const [chosen, choose] = useState<string | null>(null)
  const [asked, ask] = useState<string | null>(null)
  const last = useRef(0)
  const { steps } = sticking
  const open = steps.find((step) => !isDone(step))
  const step = steps.find((one) => one.key === chosen) ?? open
  const place = step ? steps.indexOf(step) : steps.length
  const there = new Set(steps.filter(isDone).flatMap((one) => one.puts))
  const done = steps.filter(isDone).length

  const next = () => {
    if (!step || Date.now() - last.current < ONE_TAP) return
    last.current = Date.now()
    if (!isDone(step)) tick(step, true)
    choose(null)
  }
  const back = () => {
    const before = steps.slice(0, place).findLast(isDone)
    if (!before) return
    tick(before, false)
    choose(before.key)
  }
  useKeys(next, back)
  // A tap on something that does a thing of its own is that thing; anywhere else it is the next step.
  const tap = (event: MouseEvent) => {
    if (!(event.target as Element).closest('button, a, summary, details, input, .step-list')) next()
  }
  return (
    // eslint-disable-next-line jsx-a11y/click-events-have-key-events, jsx-a11y/no-noninteractive-element-interactions -- the space bar does it anywhere
    <main className="stick-body" onClick={tap} aria-busy={state.now === 'writing'}>
      <StepList steps={steps} isDone={isDone} current={step?.key ?? null} onChoose={choose} />
      <section className="stick-middle" aria-label="The page so far">
        <NotSaved line={line} state={state} />
        {state.refused && (
          <Trouble error={state.refused.error} was={state.refused.change} onClose={() => line.settle()} />
        )}
        <StickPicture page={page} step={step} there={there} />
      </section>
      <aside className="stick-side">
        <p className="whereabouts">
          {step ? `Step ${place + 1} of ${steps.length}` : `All ${steps.length} steps done`}
          {done > 0 && step && <span className="how-far">, {done} done</span>}
        </p>
        {step ? (
          <>
            <StickWords step={step} />
            {step.minutes !== null && !isDone(step) && <Drying key={step.key} minutes={step.minutes} />}
            <GluePicture step={step} />
          </>
        ) : (
          <AllDown page={page} />
        )}
        <p className="deeds">
          {step && (
            <Button size="lg" onClick={next}>
              {step.kind === 'dry' ? 'It is dry, next' : 'Done, next step'}
            </Button>
          )}
          <Button
            size="lg"
            variant="outline-primary"
            disabled={!steps.slice(0, place).some(isDone)}
            onClick={back}
          >
            Go back one
          </Button>
          {step && step.things.length > 0 && (
            <Button size="lg" variant="outline-primary" onClick={() => ask(step.things[0]!)}>
              Something is wrong
            </Button>
          )}
        </p>
        {asked !== null && <Afterwards page={page} thing={asked} onClose={() => ask(null)} line={line} />}
        <p className="hint">Tap anywhere, or press the space bar, when a step is done. {awake}</p>
        <Cautions words={sticking.cautions} />
      </aside>
    </main>
  )
}

/** The space bar is the next step wherever the focus is, but for what does something of its own by it. */
function useKeys(next: () => void, back: () => void) {
  const deeds = useRef({ next, back })
  useEffect(() => {
    deeds.current = { next, back }
  })
  const press = useCallback((event: KeyboardEvent) => {
    if (event.altKey || event.ctrlKey || event.metaKey) return
    if ((event.target as Element).closest('button, a, summary, input, textarea, select')) return
    if (event.key === ' ') deeds.current.next()
    else if (event.key === 'Backspace') deeds.current.back()
    else return
    event.preventDefault()
  }, [])
  useEffect(() => {
    window.addEventListener('keydown', press)
    return () => window.removeEventListener('keydown', press)
  }, [press])
}

interface StepListProps {
  steps: StickStep[]
  isDone: (step: StickStep) => boolean
  current: string | null
  onChoose: (key: string) => void
}

/** All steps in a column: what is done, where she is, what comes. */
function StepList({ steps, isDone, current, onChoose }: StepListProps) {
  const here = useRef<HTMLButtonElement>(null)
  useEffect(() => {
    here.current?.scrollIntoView({ block: 'nearest' })
  }, [current])
  return (
    <nav className="step-list" aria-label="All steps">
      <ol>
        {steps.map((step) => (
          <li key={step.key}>
            <button
              type="button"
              ref={step.key === current ? here : undefined}
              className={isDone(step) ? 'is-done' : undefined}
              aria-current={step.key === current ? 'step' : undefined}
              onClick={() => onChoose(step.key)}
            >
              <span className="tick" aria-hidden>
                {isDone(step) ? '✓' : ''}
              </span>
              {step.title}
              {isDone(step) && <span className="visually-hidden">, done</span>}
            </button>
          </li>
        ))}
      </ol>
    </nav>
  )
}

function AllDown({ page }: { page: Page }) {
  return (
    <div className="stick-words">
      <h2>Everything is down.</h2>
      <p>Weigh it down until it is dry, then look at it from across the room.</p>
      <p>
        <Link className="btn btn-primary btn-lg" to={`/pages/${page.id}/stick`}>
          Back to the page
        </Link>
      </p>
    </div>
  )
}

function Cautions({ words }: { words: string[] }) {
  return (
    <details className="stick-cautions">
      <summary>Cautions</summary>
      <ul>
        {words.map((one) => (
          <li key={one}>{one}</li>
        ))}
      </ul>
    </details>
  )
}
