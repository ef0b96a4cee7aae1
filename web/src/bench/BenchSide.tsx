import type { ReactNode } from 'react'
import type { Accent, Change, Fit, Page, Tie } from '../api/client'
import type { MovedPiece } from '../api/lookQueries'
import type { useWays } from '../api/queries'
import { Guarded } from '../app/Guarded'
import { ClusterSide } from '../embellish/ClusterSide'
import { LookSide } from '../looking/LookSide'
import type { Looking } from '../looking/useLooking'
import { MeasureCard } from '../measures/MeasureCard'
import { Clash } from './Clash'
import { CutSide } from '../cutting/CutSide'
import { FinishedSide } from '../finished/FinishedSide'
import { Facing } from './Facing'
import { Held } from './Held'
import { PhotosSide } from './PhotosSide'
import { Pinned } from './Pinned'
import { PrintPanel } from './PrintPanel'
import { Proposals } from './Proposals'
import { PapersSide } from '../papers/PapersSide'
import type { Papers } from '../papers/usePapers'
import type { LayOver } from './layOver'
import type { StepKey } from './steps'
import type { CarriedPaper } from '../cutting/PaperTray'
import type { useCarry } from './useCarry'
import { TitleHelp } from './TitleHelp'
import { StickSide } from '../sticking/StickSide'
import { StorySide } from '../words/StorySide'
import { Ways } from './Ways'
import { Why } from './Why'

interface BenchSideProps {
  page: Page
  step: StepKey
  ways: ReturnType<typeof useWays>
  ties: Tie[]
  heldId: string | null
  /** The photos ticked in the tray. */
  picked: ReadonlySet<number>
  /** Lays another way to fit over the page. */
  onLook: (fit: Fit | null) => void
  /** Lays something over the page while it is only looked at. */
  onLayOver: LayOver
  /** Begins to type the title of a block. */
  onType: (block: string | null) => void
  onChange: (change: Change) => void
  /** The embellishment taken up, and one that rests in the hand for a moment. */
  accent: Accent | null
  paused: MovedPiece | null
  onPutAccentDown: () => void
  looking: Looking
  choosing: Papers
  /** A paper is pressed: it may be dragged onto a piece. */
  onPaper: ReturnType<typeof useCarry<CarriedPaper>>['press']
  onPutDown: () => void
}

/** What lies beside the page at each step: ways to fit, the piece in hand, photos, cuts, prints. */
export function BenchSide(props: BenchSideProps) {
  const { page, step, ways, ties, heldId, picked, onLook, onChange, onPutDown } = props
  const { board } = page.fit
  const arranging = step === 'page'
  const fits = board.blocks.length > 0
  const heldBlock = arranging && board.blocks.find((block) => block.id === heldId)
  const panels: [what: string, panel: ReactNode][] = [
    ['why nothing fits', !fits && step !== 'print' && <Clash page={page} onChange={onChange} />],
    ['what this step is about', (fits || ALWAYS.has(step)) && <StepSide {...props} />],
    [
      'the piece in your hand',
      heldBlock && (
        <Held
          key={heldBlock.id}
          page={page}
          block={heldBlock}
          ties={ties}
          onChange={onChange}
          onPutDown={onPutDown}
        />
      ),
    ],
    [
      'photos and slots',
      step === 'photos' && (
        <PhotosSide page={page} heldId={heldId} picked={picked} onChange={onChange} onPutDown={onPutDown} />
      ),
    ],
    [
      'the ways to fit',
      (arranging || step === 'photos') && (
        <Ways page={page} ways={ways} onLook={onLook} onChoose={(way) => onChange(inThisWay(way))} />
      ),
    ],
    ['what is pinned', arranging && page.pins.length > 0 && <Pinned page={page} onChange={onChange} />],
    ['what changed from the sketch', arranging && fits && <Why page={page} onChange={onChange} />],
    ['more room for the photos', arranging && <Proposals page={page} onChange={onChange} />],
    ['a page to face it', arranging && fits && page.format.sides === 1 && <Facing page={page} />],
    [
      'the measure card',
      arranging && fits && (
        <MeasureCard
          measured={{ kind: 'page', page }}
          unit={board.unit}
          file={`/api/pages/${page.id}/files/measures.pdf`}
        />
      ),
    ],
  ]
  return (
    <aside className="right-side">
      {panels.map(
        ([what, panel]) =>
          panel && (
            <Guarded key={`${step} ${what}`} what={what}>
              {panel}
            </Guarded>
          ),
      )}
    </aside>
  )
}

/** Steps whose side is there though nothing fits. */
const ALWAYS: ReadonlySet<StepKey> = new Set(['print', 'title'])

const inThisWay = (way: Fit['way']): Change => ({
  kind: 'way',
  school: way.school,
  variant: way.variant ?? '',
  turn: way.turn ?? 0,
  mirrored: way.mirrored ?? false,
  plan: way.plan ?? '',
})

/** What a step brings of its own. */
function StepSide(props: BenchSideProps) {
  const { page, step, onChange, onLayOver } = props
  switch (step) {
    case 'papers':
      return (
        <PapersSide
          page={page}
          papers={props.choosing}
          onChange={onChange}
          onLayOver={onLayOver}
          onPress={props.onPaper}
        />
      )
    case 'cut':
      return <CutSide page={page} onChange={onChange} />
    case 'stick':
      return <StickSide page={page} onChange={onChange} onLayOver={onLayOver} />
    case 'finished':
      return <FinishedSide page={page} />
    case 'print':
      return <PrintPanel page={page} />
    case 'title':
      return <TitleHelp page={page} onLayOver={onLayOver} onType={props.onType} onChange={onChange} />
    case 'story':
      return <StorySide page={page} onChange={onChange} onLayOver={onLayOver} />
    case 'clusters':
      return (
        <ClusterSide
          page={page}
          held={props.accent}
          onChange={onChange}
          onLayOver={onLayOver}
          onPutDown={props.onPutAccentDown}
        />
      )
    case 'look':
      return (
        <LookSide
          page={page}
          paused={props.paused}
          onChange={onChange}
          onLayOver={onLayOver}
          {...props.looking}
        />
      )
    default:
      return null
  }
}
