import { useCallback, useEffect, useRef, useState, type CSSProperties } from 'react'
import { useParams } from 'react-router'
import type { Change, Fit, Page } from '../api/client'
import { useFinishFit, usePage, useTies, useWays } from '../api/queries'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import { Board } from '../board/Board'
import { useAccentHold } from '../embellish/useAccentHold'
import { Beside } from '../looking/Beside'
import { useLooking } from '../looking/useLooking'
import { Audition } from '../papers/Audition'
import { usePapers } from '../papers/usePapers'
import { Swatch } from '../stash/Swatch'
import { useLine } from '../writes/lines'
import { NotSaved } from '../writes/NotSaved'
import { BenchHeader } from './BenchHeader'
import { BenchLeft } from './BenchLeft'
import { BenchSide } from './BenchSide'
import { NOTHING_TYPED, PageOverlay } from './PageOverlay'
import { usePicked } from './PhotosSide'
import { SkipLinks } from './SkipLinks'
import { StaleDialog } from './StaleDialog'
import { stepOf } from './steps'
import { Thread } from './Thread'
import { useAlone } from './useAlone'
import { useHands } from './useHands'
import { useLaidOver } from './useLaidOver'

const NOTHING_LOST: number[][][] = []

/** Outlines of what matters in the photos and does not show whole. */
const lostParts = (page: Page) => page.covers.flatMap((cover) => cover.lost.map((part) => part.outline))

/** What was shown before it was proven is worked out to the end; the page glides again only if that is better. */
function useFinish(page: Page) {
  const { mutate: finish } = useFinishFit(page.id)
  const asked = useRef(0)
  useEffect(() => {
    if (page.fit.status !== 'best-found' || page.pins.length === 0 || asked.current === page.version) return
    asked.current = page.version
    // What comes back is not asked for again, proven or not.
    finish(page.version, { onSuccess: (finished) => (asked.current = finished.version) })
  }, [page, finish])
}

/** The paper a piece is of, by its letter; of a photo that of the mat it lies on. */
const letterOf = (page: Page, block: string) => page.touches.find((one) => one.block === block)?.paper ?? null

const NARROW = '(max-width: 760px)'

/** On a phone a piece that is taken up is brought to where its words at the foot leave it to be seen. */
function useInSight(heldId: string | null) {
  useEffect(() => {
    if (heldId === null || !window.matchMedia(NARROW).matches) return
    const piece = document.querySelector(`.board [data-block="${CSS.escape(heldId)}"]`)
    if (!piece) return
    const box = piece.getBoundingClientRect()
    window.scrollBy({ top: box.top + box.height / 2 - window.innerHeight * 0.3 })
  }, [heldId])
}

/** The work table with one page on it. */
export function Bench() {
  const id = Number(useParams().id)
  const page = usePage(id)
  if (page.error) return <Trouble error={page.error} />
  if (!page.data) return <Waiting words="Fetching your page" />
  return <LaidBench key={page.data.id} page={page.data} />
}

function LaidBench({ page }: { page: Page }) {
  const step = stepOf(useParams().step)
  const arranging = step === 'page'
  const decorating = step === 'clusters' || step === 'look'
  const { line, state: writes } = useLine(page.id)
  const ways = useWays(page, arranging || step === 'photos')
  const ties = useTies(page, arranging)
  const looking = useLooking()
  const choosing = usePapers(page)
  const whole = useAlone()
  const { picked, pick } = usePicked()
  const laid = useLaidOver(page)
  const [ghost, setGhost] = useState<Fit | null>(null)
  const [typing, type] = useState(NOTHING_TYPED)
  const [moved, setMoved] = useState<string | null>(null)
  const [closer, lookCloser] = useState(1)
  const [heldId, hold] = useState<string | null>(null)
  useFinish(page)
  useInSight(heldId)
  const letGo = useCallback(
    (wanted: Change) => {
      setMoved(wanted.kind === 'pin' ? wanted.block : null)
      return line.add({ kind: 'change', change: wanted })
    },
    [line],
  )
  const { clear } = laid
  const change = useCallback(
    (wanted: Change) => {
      setGhost(null)
      clear()
      void letGo(wanted)
    },
    [clear, letGo],
  )
  const accents = useAccentHold(page.accents, letGo)
  const typeTitle = (title: string | null) => type({ title, number: null })
  const hands = useHands({
    page,
    step,
    heldId,
    hold,
    choose: (block) => choosing.onPlace(letterOf(page, block)),
    typeTitle,
    typeNumber: (block, name) => type({ title: null, number: { block, name } }),
    change,
    letGo,
  })
  const { board } = page.fit
  const { refused } = writes
  const isToldOnPage = refused !== null && board.blocks.some((block) => block.id === moved)
  return (
    <div
      className={`bench step-${step}${whole.alone ? ' is-alone' : ''}`}
      aria-busy={writes.now === 'writing'}
    >
      <SkipLinks />
      <BenchHeader
        page={page}
        line={line}
        busy={writes.waiting.length > 0}
        closer={closer}
        onCloser={lookCloser}
        onAlone={whole.enter}
      />
      <Thread pageId={page.id} />
      <div className="table-top">
        <BenchLeft
          page={page}
          step={step}
          photos={hands.photos}
          papers={hands.papers}
          laidOne={hands.laidOne}
          choosing={choosing}
          onAlike={hands.layOnAlike}
          picked={picked}
          onPick={pick}
          onChange={change}
        />
        <main className="page-place" style={{ '--page-ratio': board.height / board.width } as CSSProperties}>
          <NotSaved line={line} state={writes} />
          {refused && !isToldOnPage && (
            <Trouble error={refused.error} was={refused.change} onClose={() => line.settle()} />
          )}
          {step === 'look' && looking.compared !== null ? (
            <Beside page={page} compared={looking.compared} />
          ) : step === 'papers' && choosing.beside ? (
            <Audition page={page} papers={choosing} onChange={change} />
          ) : (
            <Board
              board={(step === 'papers' && choosing.preview) || board}
              slots={hands.look.slots}
              titles={page.titles}
              stories={laid.stories}
              accents={laid.pieces}
              still={
                decorating || step === 'story' || step === 'papers' || step === 'stick' || step === 'finished'
              }
              accentHandlers={decorating ? accents.handlers : undefined}
              mode={step === 'look' ? looking.mode : ''}
              over={laid.over}
              clearBox={page.format.clear_box}
              ghost={ghost?.board ?? null}
              showNumbers={step === 'cut'}
              accepting={hands.photoSlots}
              rowsApart={hands.papers.carried !== null}
              onActivate={hands.activate}
              onPieceKey={hands.onKey}
              onPiecePointerDown={hands.onPointerDown}
              heldId={arranging ? heldId : null}
              grabId={arranging || step === 'photos' ? heldId : null}
              closer={closer}
              onCloser={lookCloser}
              pins={page.pins}
              ties={arranging ? (ties.data ?? []) : []}
              inHand={hands.inHand}
              lost={step === 'photos' ? lostParts(page) : NOTHING_LOST}
              closed={arranging || step === 'photos' ? page.fit.touching : undefined}
              onNumber={
                arranging
                  ? (block, name) => type({ title: null, number: { block: block.id, name } })
                  : undefined
              }
            >
              {(layout, narrow) => (
                <PageOverlay
                  page={page}
                  typing={typing}
                  layout={layout}
                  narrow={narrow}
                  refused={refused}
                  moved={moved}
                  onType={type}
                  onHold={hold}
                  onChange={change}
                  onSettle={() => line.settle()}
                />
              )}
            </Board>
          )}
          {whole.alone && (
            <button
              type="button"
              className="stitched back-to-table"
              ref={(button) => {
                button?.focus()
              }}
              onClick={whole.leave}
            >
              back to the table
            </button>
          )}
          {writes.now === 'writing' && <Waiting words="Measuring" />}
        </main>
        <BenchSide
          page={page}
          step={step}
          ways={ways}
          ties={ties.data ?? []}
          heldId={heldId}
          picked={picked}
          onLook={setGhost}
          onLayOver={laid.layOver}
          onType={typeTitle}
          onChange={change}
          accent={accents.held}
          paused={accents.paused}
          onPutAccentDown={accents.putDown}
          looking={looking}
          choosing={choosing}
          onPaper={hands.papers.press}
          onPutDown={() => hold(null)}
        />
      </div>
      <Carried hands={hands} />
      {writes.stale && (
        <StaleDialog
          stale={writes.stale}
          onKeep={() => line.decide(writes.stale!.current, false)}
          onAgain={() => line.decide(writes.stale!.current, true)}
        />
      )}
    </div>
  )
}

/** What is on its way from a tray to the page, under the pointer. */
function Carried({ hands }: { hands: Pick<ReturnType<typeof useHands>, 'photos' | 'papers'> }) {
  const photo = hands.photos.dragging
  const paper = hands.papers.dragging
  return (
    <>
      {photo && (
        <img
          className="carried-photo"
          src={`/api/photos/${photo.thing.id}/thumb/`}
          alt=""
          style={{ left: photo.x, top: photo.y }}
        />
      )}
      {paper && (
        <span className="carried-paper" style={{ left: paper.x, top: paper.y }}>
          <Swatch look={paper.thing.look} width={72} height={72} />
        </span>
      )}
    </>
  )
}
