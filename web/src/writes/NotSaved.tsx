import type { Change } from '../api/client'
import type { Line, LineState } from './line'

interface NotSavedProps {
  line: Line
  state: LineState
}

const count = (number: number) => (number === 1 ? 'one step' : `${number} steps`)

/** What was done and is not written yet, and that it is tried again by itself. */
export function NotSaved({ line, state }: NotSavedProps) {
  if (state.now !== 'no answer' && state.now !== 'signed out') return null
  return (
    <div className="not-saved" role="status">
      <p>
        <strong>Not saved yet: {count(state.waiting.length)}.</strong>{' '}
        {state.now === 'signed out'
          ? 'You were signed out. Sign in, and it goes on.'
          : `${state.why ?? 'There is no answer.'} Trying again; what you do is kept here, even when you close the window.`}
      </p>
      {state.now === 'no answer' && (
        <button type="button" className="stitched" onClick={line.again}>
          try now
        </button>
      )}
    </div>
  )
}

const NAMES: Partial<Record<Change['kind'], string>> = {
  pin: 'a piece moved or sized',
  photo: 'a photo laid',
  title: 'a title',
  'title-later': 'a title laid',
  story: 'a story',
  paper: 'a paper',
  'deal-papers': 'papers laid',
  behind: 'a paper behind an opening',
  accent: 'an embellishment moved',
  arrange: 'embellishments laid',
  halve: 'an embellishment cut in two',
  tuck: 'an embellishment half hidden',
  'along-edge': 'an embellishment along an edge',
  'lay-piece': 'a piece laid',
  layer: 'a layer behind a piece',
  'offset-mat': 'a mat shifted',
  'slide-mat': 'a mat slid',
  seam: 'a piece joined from two',
  'one-more': 'one more of a piece',
  'lay-beside': 'a strip beside a piece',
  lean: 'a lean',
  'trade-places': 'two pieces that changed places',
  'take-away': 'a piece removed',
  'stick-done': 'a step ticked off',
  'stick-order': 'a step moved',
  'stick-lift': 'a piece lifted again',
  'stick-glue': 'where a piece is glued',
  'stick-school': 'how the page is put together',
  'background-work': 'work on the background',
  'lies-so': 'a piece taken as it lies',
}

/** What a step that cannot be made any more was, in words. */
export function wordsOf(change: Change): string {
  const what = NAMES[change.kind] ?? 'a change of the page'
  return 'text' in change && change.text ? `${what}: “${change.text.slice(0, 60)}”` : what
}
