import { Fractions } from '../app/Fractions'
import {
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
  type CSSProperties,
  type KeyboardEvent,
  type PointerEvent,
  type ReactNode,
} from 'react'
import { useParams } from 'react-router'
import { arrowOf } from '../app/arrows'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import type { BoardBlock, Change, Fit, Page, Photo } from '../api/client'
import { useFinishFit, usePage, useTies, useWays } from '../api/queries'
import { Board } from '../board/Board'
import { PageThumb } from '../board/PageThumb'
import { BenchHeader } from './BenchHeader'
import { BenchSide } from './BenchSide'
import { FormatChooser } from './FormatChooser'
import { KeepAsSketch } from './KeepAsSketch'
import { LeftOut } from './LeftOut'
import { NoPlace } from './NoPlace'
import { NumberField, type NumberName } from './NumberField'
import { OwnedPieces } from '../embellish/OwnedPieces'
import { useAccentHold } from '../embellish/useAccentHold'
import { Beside } from '../looking/Beside'
import { useLooking } from '../looking/useLooking'
import { PageChoices } from './PageChoices'
import { PaperTray, type CarriedPaper } from '../cutting/PaperTray'
import { Swatch } from '../stash/Swatch'
import { usePicked } from './PhotosSide'
import { PhotoTray } from './PhotoTray'
import { StaleDialog } from './StaleDialog'
import { stepOf } from './steps'
import { SkipLinks } from './SkipLinks'
import { Thread } from './Thread'
import { TitleField } from './TitleField'
import { useAlone } from './useAlone'
import { useCarry } from './useCarry'
import { usePieceHold } from './usePieceHold'
import { usePhotoLook } from './usePhotoLook'
import { useLine } from '../writes/lines'
import { NotSaved } from '../writes/NotSaved'

const NOTHING_LOST: number[][][] = []

/** What a step lays over the page, and the stories and embellishments that are out of the way meanwhile. */
interface LaidOver {
  over: ReactNode
  without: ReadonlySet<string>
}
const NOTHING_LAID: LaidOver = { over: null, without: new Set() }

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
  const { line, state: writes } = useLine(page.id)
  const arranging = step === 'page'
  const ways = useWays(page, arranging || step === 'photos')
  const [ghost, setGhost] = useState<Fit | null>(null)
  /** What a step lays over the page while it is only looked at. */
  const [laid, lay] = useState<LaidOver>(NOTHING_LAID)
  const layOver = useCallback((over: ReactNode, without?: ReadonlySet<string>) => {
    lay(over === null ? NOTHING_LAID : { over, without: without ?? NOTHING_LAID.without })
  }, [])
  const [typing, setTyping] = useState<string | null>(null)
  /** The piece a hand moved last: what it ran against is told beside it. */
  const [moved, setMoved] = useState<string | null>(null)
  const send = useCallback((wanted: Change) => line.add({ kind: 'change', change: wanted }), [line])
  const change = useCallback(
    (wanted: Change) => {
      setGhost(null)
      lay(NOTHING_LAID)
      setMoved(wanted.kind === 'pin' ? wanted.block : null)
      void send(wanted)
    },
    [send],
  )
  const letGo = useCallback(
    (wanted: Change) => {
      setMoved(wanted.kind === 'pin' ? wanted.block : null)
      return send(wanted)
    },
    [send],
  )
  const [closer, lookCloser] = useState(1)
  const whole = useAlone()
  const [heldId, hold] = useState<string | null>(null)
  const [number, typeNumber] = useState<{ block: string; name: NumberName } | null>(null)
  const ties = useTies(page, arranging)
  const accents = useAccentHold(page.accents, letGo)
  const looking = useLooking()
  const stories = useMemo(
    () => page.stories.filter((story) => !laid.without.has(story.name)),
    [page.stories, laid.without],
  )
  const pieces = useMemo(
    () => page.accents.filter((accent) => !laid.without.has(accent.key)),
    [page.accents, laid.without],
  )
  const decorating = step === 'clusters' || step === 'look'
  const piece = usePieceHold(page.fit.board, page.step, letGo)
  useFinish(page)
  useInSight(heldId)
  const place = useCallback(
    (photo: Photo, slot: string) => change({ kind: 'photo', block: slot, photo: photo.id }),
    [change],
  )
  const carry = useCarry('slot', place)
  const layPaper = useCallback(
    (paper: CarriedPaper, block: string) =>
      change({ kind: 'paper', block, stash_paper: paper.id, side: paper.side }),
    [change],
  )
  const papers = useCarry('block', layPaper)
  const look = usePhotoLook(page.slots, letGo)
  const { picked, pick } = usePicked()
  const { board } = page.fit
  const photoSlots = useMemo(
    () =>
      new Set(
        carry.carried ? board.blocks.filter((block) => block.role === 'photo').map((block) => block.id) : [],
      ),
    [board, carry.carried],
  )
  const activate = (block: BoardBlock) => {
    if (papers.carried) {
      layPaper(papers.carried, block.id)
      papers.drop()
    } else if (block.role === 'base') return
    else if (carry.carried && block.role === 'photo') {
      place(carry.carried, block.id)
      carry.drop()
    } else if (block.role === 'title' && !arranging) setTyping(block.id)
    else if (step === 'photos' && block.role === 'photo') hold(block.id)
    else if (arranging) hold(block.id)
  }
  const keys = (block: BoardBlock, event: KeyboardEvent) => {
    const way = arrowOf(event.key)
    if (block.role === 'photo' && event.key === 'Delete')
      change({ kind: 'photo', block: block.id, photo: null })
    else if (event.key === 'Escape') hold(null)
    else if (!arranging) look.onKey(block, event)
    else if (way) {
      event.preventDefault()
      const [across, down] = way
      const marks = event.shiftKey ? 4 : 1
      change({ kind: 'pin', block: block.id, step_x: across * marks, step_y: down * marks })
    } else if (/^[0-9]$/.test(event.key)) typeNumber({ block: block.id, name: 'width' })
  }
  const pointerDown = (block: BoardBlock, event: PointerEvent<SVGGElement>, scale: number) => {
    if (arranging) piece.press(block, event, scale, heldId === block.id)
    else look.onPointerDown(block, event, scale, heldId === block.id)
  }
  const failed = writes.refused?.error ?? null
  const refused = failed && board.blocks.find((block) => block.id === moved)
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
        <aside className="left-side">
          <section className="sketch-beside" aria-label="The sketch">
            <h2>
              <Fractions
                text={`The sketch, ${page.sketch_board.width_text} × ${page.sketch_board.height_text}`}
              />
            </h2>
            <PageThumb
              board={page.sketch_board}
              size={step === 'photos' || step === 'cut' ? 96 : 150}
              label={page.sketch_name}
            />
            {arranging && <KeepAsSketch page={page} />}
          </section>
          {step === 'photos' ? (
            <PhotoTray
              slots={page.slots}
              carried={carry.carried}
              picked={picked}
              onPick={pick}
              onPress={carry.press}
              onTake={carry.take}
            />
          ) : step === 'cut' ? (
            <PaperTray
              carried={papers.carried}
              onPress={papers.press}
              onTake={papers.take}
              onFlip={papers.drop}
            />
          ) : step === 'clusters' ? (
            <OwnedPieces page={page} onChange={change} />
          ) : step === 'look' || step === 'story' ? null : (
            <FormatChooser chosen={page.format} onChange={change} />
          )}
          {arranging && <PageChoices page={page} onChange={change} />}
          <LeftOut page={page} onChange={change} />
        </aside>
        <main className="page-place" style={{ '--page-ratio': board.height / board.width } as CSSProperties}>
          <NotSaved line={line} state={writes} />
          {failed && !refused && (
            <Trouble error={failed} was={writes.refused?.change ?? null} onClose={() => line.settle()} />
          )}
          {step === 'look' && looking.compared !== null ? (
            <Beside page={page} compared={looking.compared} />
          ) : (
            <Board
              board={board}
              slots={look.slots}
              titles={page.titles}
              stories={stories}
              accents={pieces}
              still={decorating || step === 'story'}
              accentHandlers={decorating ? accents.handlers : undefined}
              mode={step === 'look' ? looking.mode : ''}
              over={laid.over}
              clearBox={page.format.clear_box}
              ghost={ghost?.board ?? null}
              showNumbers={step === 'cut'}
              accepting={photoSlots}
              onActivate={activate}
              onPieceKey={keys}
              onPiecePointerDown={pointerDown}
              heldId={arranging ? heldId : null}
              grabId={arranging || step === 'photos' ? heldId : null}
              closer={closer}
              onCloser={lookCloser}
              pins={page.pins}
              ties={arranging ? (ties.data ?? []) : []}
              inHand={piece.shift}
              lost={step === 'photos' ? lostParts(page) : NOTHING_LOST}
              onNumber={arranging ? (block, name) => typeNumber({ block: block.id, name }) : undefined}
            >
              {(layout, narrow) => {
                const measured = board.blocks.find((candidate) => candidate.id === number?.block)
                if (number && measured)
                  return (
                    <NumberField
                      key={number.name}
                      block={measured}
                      name={number.name}
                      layout={layout}
                      narrow={narrow}
                      onKeep={(text) => change({ kind: 'pin', block: measured.id, [number.name]: text })}
                      onNext={(name) => typeNumber({ block: measured.id, name })}
                      onDone={(text) => {
                        typeNumber(null)
                        hold(measured.id)
                        if (text) change({ kind: 'pin', block: measured.id, [number.name]: text })
                      }}
                    />
                  )
                if (failed && refused)
                  return (
                    <NoPlace
                      page={page}
                      error={failed}
                      asked={writes.refused?.change ?? undefined}
                      block={refused}
                      layout={layout}
                      onChange={change}
                      onClose={() => line.settle()}
                    />
                  )
                const block = board.blocks.find((candidate) => candidate.id === typing)
                if (!block) return null
                const text = page.titles.find((title) => title.block === block.id)?.text ?? ''
                const done = (value: string | null) => {
                  setTyping(null)
                  if (value !== null && value.trim() !== text)
                    change({ kind: 'title', block: block.id, text: value })
                }
                return <TitleField block={block} layout={layout} text={text} onDone={done} />
              }}
            </Board>
          )}
          {whole.alone && (
            <button
              type="button"
              className="stitched back-to-table"
              ref={(button) => button?.focus()}
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
          onLayOver={layOver}
          onType={setTyping}
          onChange={change}
          accent={accents.held}
          paused={accents.paused}
          onPutAccentDown={accents.putDown}
          looking={looking}
          onPutDown={() => hold(null)}
        />
      </div>
      {carry.dragging && (
        <img
          className="carried-photo"
          src={`/api/photos/${carry.dragging.thing.id}/thumb/`}
          alt=""
          style={{ left: carry.dragging.x, top: carry.dragging.y }}
        />
      )}
      {papers.dragging && (
        <span className="carried-paper" style={{ left: papers.dragging.x, top: papers.dragging.y }}>
          <Swatch look={papers.dragging.thing.look} width={72} height={72} />
        </span>
      )}
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
