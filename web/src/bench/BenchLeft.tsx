import type { Change, Page, Photo } from '../api/client'
import { Fractions } from '../app/Fractions'
import { Guarded } from '../app/Guarded'
import { PageThumb } from '../board/PageThumb'
import { PaperTray, type CarriedPaper } from '../cutting/PaperTray'
import { OwnedPieces } from '../embellish/OwnedPieces'
import { PapersLeft } from '../papers/PapersLeft'
import type { Papers } from '../papers/usePapers'
import { FormatChooser } from './FormatChooser'
import { KeepAsSketch } from './KeepAsSketch'
import { LeftOut } from './LeftOut'
import { PageChoices } from './PageChoices'
import { PhotoTray } from './PhotoTray'
import { PieceBox } from './PieceBox'
import type { StepKey } from './steps'
import type { useCarry } from './useCarry'
import type { LaidOne } from './useHands'

interface BenchLeftProps {
  page: Page
  step: StepKey
  photos: ReturnType<typeof useCarry<Photo>>
  papers: ReturnType<typeof useCarry<CarriedPaper>>
  laidOne: LaidOne | null
  onAlike: () => void
  choosing: Papers
  picked: ReadonlySet<number>
  onPick: (photo: Photo) => void
  onChange: (change: Change) => void
}

/** What lies to the left of the page: its sketch, and what each step takes things from. */
export function BenchLeft(props: BenchLeftProps) {
  const { page, step, onChange } = props
  const { sketch_board: sketch } = page
  const hasTray = step === 'photos' || step === 'cut'
  return (
    <aside className="left-side">
      {step !== 'papers' && (
        <section className="sketch-beside" aria-label="The sketch">
          <h2>
            <Fractions text={`The sketch, ${sketch.width_text} × ${sketch.height_text}`} />{' '}
          </h2>
          <PageThumb board={sketch} size={hasTray ? 96 : 150} label={page.sketch_name} />
          {step === 'page' && <KeepAsSketch page={page} />}
        </section>
      )}
      <Guarded key={step} what="what this step takes things from">
        <Source {...props} />
      </Guarded>
      {step === 'page' && page.fit.board.blocks.length > 0 && <PieceBox page={page} onChange={onChange} />}
      {step === 'page' && <PageChoices page={page} onChange={onChange} />}
      <LeftOut page={page} onChange={onChange} />
    </aside>
  )
}

function Source(props: BenchLeftProps) {
  const { page, step, photos, papers, laidOne, onAlike, picked, onPick, onChange } = props
  switch (step) {
    case 'photos':
      return (
        <PhotoTray
          slots={page.slots}
          carried={photos.carried}
          picked={picked}
          onPick={onPick}
          onPress={photos.press}
          onTake={photos.take}
        />
      )
    case 'cut':
      return (
        <PaperTray
          carried={papers.carried}
          onPress={papers.press}
          onTake={papers.take}
          onFlip={papers.drop}
          laidOne={laidOne}
          onAlike={onAlike}
        />
      )
    case 'papers':
      return <PapersLeft page={page} papers={props.choosing} />
    case 'clusters':
      return <OwnedPieces page={page} onChange={onChange} />
    case 'page':
      return <FormatChooser chosen={page.format} onChange={onChange} />
    default:
      return null
  }
}
