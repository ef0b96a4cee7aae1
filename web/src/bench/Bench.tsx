import { Fractions } from '../app/Fractions'
import { useCallback, useMemo, useState, type CSSProperties, type KeyboardEvent } from 'react'
import { useParams } from 'react-router'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import type { BoardBlock, Change, Fit, Page, Photo } from '../api/client'
import { useFits, usePage, usePageWrites } from '../api/queries'
import { Board } from '../board/Board'
import { PageThumb } from '../board/PageThumb'
import { BenchHeader } from './BenchHeader'
import { Clash } from './Clash'
import { CutPanel } from './CutPanel'
import { FormatChooser } from './FormatChooser'
import { LeftOut } from './LeftOut'
import { Measures } from './Measures'
import { PhotoTray } from './PhotoTray'
import { PrintPanel } from './PrintPanel'
import { StaleDialog } from './StaleDialog'
import { stepOf } from './steps'
import { Thread } from './Thread'
import { TitleField } from './TitleField'
import { TitleHelp } from './TitleHelp'
import { usePhotoCarry } from './usePhotoCarry'
import { usePhotoLook } from './usePhotoLook'
import { Ways } from './Ways'
import { Why } from './Why'

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
  const writes = usePageWrites(page.id)
  const fits = useFits(page)
  const [ghost, setGhost] = useState<Fit | null>(null)
  const [typing, setTyping] = useState<string | null>(null)
  const { mutate } = writes.change
  const change = useCallback(
    (wanted: Change) => {
      setGhost(null)
      mutate({ version: page.version, change: wanted })
    },
    [mutate, page.version],
  )
  const place = useCallback(
    (photo: Photo, slot: string) => change({ kind: 'photo', block: slot, photo: photo.id }),
    [change],
  )
  const carry = usePhotoCarry(place)
  const look = usePhotoLook(page.slots, change)
  const { board } = page.fit
  const photoSlots = useMemo(
    () =>
      new Set(
        carry.carried ? board.blocks.filter((block) => block.role === 'photo').map((block) => block.id) : [],
      ),
    [board, carry.carried],
  )
  const activate = (block: BoardBlock) => {
    if (carry.carried && block.role === 'photo') {
      place(carry.carried, block.id)
      carry.drop()
    } else if (block.role === 'title') setTyping(block.id)
  }
  const keys = (block: BoardBlock, event: KeyboardEvent) => {
    if (block.role === 'photo' && event.key === 'Delete')
      change({ kind: 'photo', block: block.id, photo: null })
    else look.onKey(block, event)
  }
  const nothingFits = board.blocks.length === 0
  return (
    <div className={`bench step-${step}`} aria-busy={writes.busy}>
      <BenchHeader page={page} writes={writes} />
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
              size={step === 'photos' ? 96 : 150}
              label={page.sketch_name}
            />
          </section>
          {step === 'photos' ? (
            <PhotoTray slots={page.slots} carried={carry.carried} onPress={carry.press} onTake={carry.take} />
          ) : (
            <FormatChooser chosen={page.format} onChange={change} />
          )}
          <LeftOut page={page} onChange={change} />
        </aside>
        <main className="page-place" style={{ '--page-ratio': board.height / board.width } as CSSProperties}>
          {writes.failed && <Trouble error={writes.failed} onClose={() => writes.settle()} />}
          <Board
            board={board}
            slots={look.slots}
            titles={page.titles}
            clearBox={page.format.clear_box}
            ghost={ghost?.board ?? null}
            showNumbers={step === 'cut'}
            accepting={photoSlots}
            onActivate={activate}
            onPieceKey={keys}
            onPiecePointerDown={look.onPointerDown}
          >
            {(layout) => {
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
          {writes.busy && <Waiting words="Measuring" />}
        </main>
        <aside className="right-side">
          {nothingFits && step !== 'print' && <Clash page={page} onChange={change} />}
          {step === 'cut' && !nothingFits && <CutPanel page={page} onChange={change} />}
          {step === 'print' && <PrintPanel page={page} />}
          {step === 'title' && <TitleHelp page={page} onType={setTyping} onChange={change} />}
          {(step === 'page' || step === 'photos') && (
            <>
              <Ways
                page={page}
                fits={fits}
                onLook={setGhost}
                onChoose={(way) =>
                  change({
                    kind: 'way',
                    school: way.school,
                    turn: way.turn ?? 0,
                    mirrored: way.mirrored ?? false,
                  })
                }
              />
              {!nothingFits && <Why page={page} />}
              {!nothingFits && <Measures board={board} />}
            </>
          )}
        </aside>
      </div>
      {carry.dragging && (
        <img
          className="carried-photo"
          src={`/api/photos/${carry.dragging.photo.id}/thumb/`}
          alt=""
          style={{ left: carry.dragging.x, top: carry.dragging.y }}
        />
      )}
      {writes.stale && (
        <StaleDialog
          stale={writes.stale}
          onKeep={() => writes.settle(writes.stale?.current)}
          onAgain={() => {
            const { current, yours } = writes.stale!
            writes.settle(current)
            mutate({ version: current.version, change: yours as Change })
          }}
        />
      )}
    </div>
  )
}
