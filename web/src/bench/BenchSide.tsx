import type { Accent, Change, Fit, Page, Tie } from '../api/client'
import type { MovedPiece } from '../api/lookQueries'
import type { useWays } from '../api/queries'
import { ClusterSide } from '../embellish/ClusterSide'
import { LookSide } from '../looking/LookSide'
import type { Looking } from '../looking/useLooking'
import { MeasureCard } from '../measures/MeasureCard'
import { Clash } from './Clash'
import { CutSide } from '../cutting/CutSide'
import { Facing } from './Facing'
import { Held } from './Held'
import { PhotosSide } from './PhotosSide'
import { Pinned } from './Pinned'
import { PrintPanel } from './PrintPanel'
import { Proposals } from './Proposals'
import type { LayOver } from './layOver'
import type { StepKey } from './steps'
import { TitleHelp } from './TitleHelp'
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
  onPutDown: () => void
}

/** What lies beside the page at each step: ways to fit, the piece in hand, photos, cuts, prints. */
export function BenchSide(props: BenchSideProps) {
  const { page, step, ways, ties, heldId, picked, onLook, onLayOver, onType, onChange, onPutDown } = props
  const { board } = page.fit
  const arranging = step === 'page'
  const nothingFits = board.blocks.length === 0
  const heldBlock = board.blocks.find((block) => block.id === heldId)
  return (
    <aside className="right-side">
      {nothingFits && step !== 'print' && <Clash page={page} onChange={onChange} />}
      {step === 'cut' && !nothingFits && <CutSide page={page} onChange={onChange} />}
      {step === 'print' && <PrintPanel page={page} />}
      {step === 'title' && (
        <TitleHelp page={page} onLayOver={onLayOver} onType={onType} onChange={onChange} />
      )}
      {step === 'story' && !nothingFits && (
        <StorySide page={page} onChange={onChange} onLayOver={onLayOver} />
      )}
      {step === 'clusters' && !nothingFits && (
        <ClusterSide
          page={page}
          held={props.accent}
          onChange={onChange}
          onLayOver={onLayOver}
          onPutDown={props.onPutAccentDown}
        />
      )}
      {step === 'look' && !nothingFits && (
        <LookSide
          page={page}
          paused={props.paused}
          onChange={onChange}
          onLayOver={onLayOver}
          {...props.looking}
        />
      )}
      {arranging && heldBlock && (
        <Held
          key={heldBlock.id}
          page={page}
          block={heldBlock}
          ties={ties}
          onChange={onChange}
          onPutDown={onPutDown}
        />
      )}
      {step === 'photos' && (
        <PhotosSide page={page} heldId={heldId} picked={picked} onChange={onChange} onPutDown={onPutDown} />
      )}
      {(step === 'page' || step === 'photos') && (
        <>
          <Ways
            page={page}
            ways={ways}
            onLook={onLook}
            onChoose={(way) =>
              onChange({
                kind: 'way',
                school: way.school,
                variant: way.variant ?? '',
                turn: way.turn ?? 0,
                mirrored: way.mirrored ?? false,
                plan: way.plan ?? '',
              })
            }
          />
          {arranging && page.pins.length > 0 && <Pinned page={page} onChange={onChange} />}
          {arranging && !nothingFits && <Why page={page} onChange={onChange} />}
          {arranging && <Proposals page={page} onChange={onChange} />}
          {arranging && !nothingFits && page.format.sides === 1 && <Facing page={page} />}
          {arranging && !nothingFits && (
            <MeasureCard
              measured={{ kind: 'page', page }}
              unit={board.unit}
              file={`/api/pages/${page.id}/files/measures.pdf`}
            />
          )}
        </>
      )}
    </aside>
  )
}
