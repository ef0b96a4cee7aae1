import type { Change, Page } from '../api/client'
import { Letterings } from '../words/Letterings'
import { TitleLater } from '../words/TitleLater'
import { ReadyWords } from '../words/ReadyWords'
import { TitleWays } from '../words/TitleWays'
import type { LayOver } from './layOver'

interface TitleHelpProps {
  page: Page
  onLayOver: LayOver
  onChange: (change: Change) => void
  /** Begins typing into a title block. */
  onType: (block: string) => void
}

/** Where a title is typed: on the page itself. */
export function TitleHelp({ page, onLayOver, onType, onChange }: TitleHelpProps) {
  if (page.titles.length === 0) {
    return (
      <section aria-label="Title">
        <h2>Title</h2>
        <p>This page has no place for a title. Some pages have none; yours can get one here.</p>
        <TitleLater page={page} onChange={onChange} onLayOver={onLayOver} />
        <ReadyWords page={page} onChange={onChange} onLayOver={onLayOver} />
        <Letterings unit={page.fit.board.unit} />
      </section>
    )
  }
  return (
    <section className="title-help" aria-label="Title">
      <h2>Title</h2>
      <p>
        Touch the letter tiles on the page and type. Then choose how it is set: in your own letters, counted,
        or in a font.
      </p>
      {page.titles.map((title) => (
        <p key={title.block} className="title-now">
          {title.text ? <q>{title.text}</q> : 'No title yet.'}{' '}
          <button type="button" className="stitched" onClick={() => onType(title.block)}>
            {title.text ? 'change it' : 'type one'}
          </button>
          {title.text && (
            <button
              type="button"
              className="stitched"
              onClick={() => onChange({ kind: 'title', block: title.block, text: '' })}
            >
              no title
            </button>
          )}
        </p>
      ))}
      {page.titles.some((title) => title.sticks_out) && (
        <p className="refusal" role="alert">
          The title’s place is smaller now than its letters: choose a way to set it again.
        </p>
      )}
      {page.titles
        .filter((title) => title.text !== '')
        .map((title) => (
          <TitleWays
            key={title.block}
            page={page}
            block={title.block}
            text={title.text}
            onChange={onChange}
            onLayOver={onLayOver}
          />
        ))}
      <details className="title-elsewhere">
        <summary>One more title, somewhere else</summary>
        <TitleLater page={page} onChange={onChange} onLayOver={onLayOver} />
      </details>
      <ReadyWords page={page} onChange={onChange} onLayOver={onLayOver} />
      <Letterings unit={page.fit.board.unit} />
    </section>
  )
}
