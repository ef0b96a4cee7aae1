import { Term } from '../glossary/Term'
import type { LayOver } from '../bench/layOver'
import { useMemo } from 'react'
import Form from 'react-bootstrap/Form'
import type { Change, Page, Story, StoryAsked } from '../api/client'
import { useScripts, useStoryWays } from '../api/wordsQueries'
import { Fractions } from '../app/Fractions'
import { Trouble } from '../app/Trouble'
import { useSettled } from '../app/useSettled'
import { Waiting } from '../app/Waiting'
import { useUnfinished } from '../writes/unfinished'
import { Hands } from './Hands'
import { PlacesLeft } from './PlacesLeft'
import { StoryList } from './StoryList'
import { StoryWays } from './StoryWays'

interface StorySideProps {
  page: Page
  onChange: (change: Change) => void
  onLayOver: LayOver
}

/** What is being written, kept with the page until it is laid. */
interface Draft {
  /** The story that is written anew, or null for another one. */
  story: string | null
  text: string
  wish: number
  /** The hand or font chosen; none: the first there is. */
  chosen: string
  points: number
}
const NOTHING_WRITTEN: Draft = { story: null, text: '', wish: 0, chosen: '', points: 11 }

const SIZES = [8, 9, 10, 11, 12, 14, 16, 18, 20, 24]
const WISHES = [10, 25, 50, 100, 150, 250]

/** Writing the story: the text, what it is written in, and the ways that has on this page. */
export function StorySide({ page, onChange, onLayOver }: StorySideProps) {
  const scripts = useScripts()
  const kept = useUnfinished<Draft>(`story-${page.id}`, NOTHING_WRITTEN)
  const { story: editing, text, wish, chosen, points } = kept.value
  const change = (part: Partial<Draft>) => kept.change({ ...kept.value, ...part })
  const script = chosen || (scripts.data?.[0]?.key ?? '')
  const isFont = scripts.data?.find((one) => one.key === script)?.is_font ?? false
  const story = page.stories.some((one) => one.name === editing) ? editing : null
  const asked = useMemo<StoryAsked>(
    () => ({ text, words: text.trim() ? 0 : wish, script, half_points: isFont ? 2 * points : null, story }),
    [text, wish, script, isFont, points, story],
  )
  const settled = useSettled(asked)
  const found = useStoryWays(page, settled)
  const begin = (one: Story | null) => {
    if (one === null) return kept.change({ ...NOTHING_WRITTEN, chosen, points })
    // A hand that was put aside since is not there to be chosen.
    const isThere = scripts.data?.some((known) => known.key === one.script)
    change({
      story: one.name,
      text: one.text,
      chosen: isThere ? one.script : chosen,
      points: one.half_points ? one.half_points / 2 : points,
    })
  }
  return (
    <section className="story-side" aria-label="Journaling">
      <h2>
        Journaling <Term of="journaling" />
      </h2>
      <StoryList page={page} editing={story} onEdit={begin} onChange={onChange} />
      <Form.Control
        as="textarea"
        rows={4}
        spellCheck
        aria-label="Your story"
        placeholder="What could nobody know who only sees the photos?"
        value={text}
        onChange={(event) => change({ text: event.target.value })}
      />
      {!text.trim() && (
        <Form.Select
          size="sm"
          aria-label="Not written yet: about how long"
          value={wish}
          onChange={(event) => change({ wish: Number(event.target.value) })}
        >
          <option value={0}>a place that may stay empty</option>
          {WISHES.map((words) => (
            <option key={words} value={words}>
              about {words} words, not written yet
            </option>
          ))}
        </Form.Select>
      )}
      <div className="story-script">
        <Form.Select
          size="sm"
          aria-label="Written in"
          value={script}
          onChange={(event) => change({ chosen: event.target.value })}
        >
          {scripts.data?.map((one) => (
            <option key={one.key} value={one.key}>
              {one.is_font ? `${one.name}, printed` : one.name}
            </option>
          ))}
        </Form.Select>
        {isFont && (
          <Form.Select
            size="sm"
            aria-label="How large"
            value={points}
            onChange={(event) => change({ points: Number(event.target.value) })}
          >
            {SIZES.map((size) => (
              <option key={size} value={size}>
                {size} points
              </option>
            ))}
          </Form.Select>
        )}
      </div>
      {found.error && <Trouble error={found.error} />}
      {!found.data && !found.error && <Waiting words="Looking for room" />}
      {found.data && (
        <>
          {found.data.prompts.length > 0 && !text.trim() && <Prompts questions={found.data.prompts} />}
          {found.data.shortest && (
            <p className="hint">
              <Fractions text={found.data.shortest} />.
            </p>
          )}
          <StoryWays
            page={page}
            ways={found.data.ways}
            editing={story}
            late={found.isPlaceholderData || settled !== asked}
            onLayOver={onLayOver}
            onChoose={(way) => {
              onChange({
                kind: 'story',
                story,
                text: settled.text ?? '',
                script: settled.script,
                half_points: settled.half_points ?? null,
                journal_way: way.way,
                where: way.where,
              })
              begin(null)
            }}
          />
          <PlacesLeft places={found.data.places} onLayOver={onLayOver} />
        </>
      )}
      <Hands unit={page.fit.board.unit} />
    </section>
  )
}

/** Questions that draw out what the photos do not show. */
function Prompts({ questions }: { questions: string[] }) {
  return (
    <details className="prompts">
      <summary>Questions to start from</summary>
      <ul>
        {questions.map((question) => (
          <li key={question}>{question}</li>
        ))}
      </ul>
    </details>
  )
}
