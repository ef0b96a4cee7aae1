import type { Change, Page } from '../api/client'
import type { PageLayout } from '../geometry/layout'
import { NoPlace } from './NoPlace'
import { NumberField, type NumberName } from './NumberField'
import { TitleField } from './TitleField'
import type { LineState } from '../writes/line'

/** What stands in a field over the page. */
export interface Typing {
  /** The title block whose text is typed. */
  title: string | null
  number: { block: string; name: NumberName } | null
}

interface PageOverlayProps {
  page: Page
  typing: Typing
  layout: PageLayout
  narrow: boolean
  refused: LineState['refused']
  /** The piece a hand moved last: what it ran against is told beside it. */
  moved: string | null
  onType: (typing: Typing) => void
  onHold: (block: string) => void
  onChange: (change: Change) => void
  onSettle: () => void
}

export const NOTHING_TYPED: Typing = { title: null, number: null }

/** Over the page: a number or a title that is typed, or why a piece has no place where it was put. */
export function PageOverlay(props: PageOverlayProps) {
  const { page, typing, layout, narrow, refused, moved, onType, onHold, onChange, onSettle } = props
  const blockOf = (id: string | null | undefined) => page.fit.board.blocks.find((one) => one.id === id)
  const measured = blockOf(typing.number?.block)
  if (typing.number && measured) {
    const { name } = typing.number
    const keep = (text: string) => onChange({ kind: 'pin', block: measured.id, [name]: text })
    return (
      <NumberField
        key={name}
        block={measured}
        name={name}
        layout={layout}
        narrow={narrow}
        onKeep={keep}
        onNext={(next) => onType({ title: null, number: { block: measured.id, name: next } })}
        onDone={(text) => {
          onType(NOTHING_TYPED)
          onHold(measured.id)
          if (text) keep(text)
        }}
      />
    )
  }
  const stuck = blockOf(moved)
  if (refused && stuck)
    return (
      <NoPlace
        page={page}
        error={refused.error}
        asked={refused.change ?? undefined}
        block={stuck}
        layout={layout}
        onChange={onChange}
        onClose={onSettle}
      />
    )
  const titled = blockOf(typing.title)
  if (!titled) return null
  const text = page.titles.find((title) => title.block === titled.id)?.text ?? ''
  const done = (value: string | null) => {
    onType(NOTHING_TYPED)
    if (value !== null && value.trim() !== text) onChange({ kind: 'title', block: titled.id, text: value })
  }
  return <TitleField block={titled} layout={layout} text={text} onDone={done} />
}
