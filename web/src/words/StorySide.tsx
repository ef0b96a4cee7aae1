import type { LayOver } from '../bench/layOver'
import { useMemo, useState } from 'react'
import Form from 'react-bootstrap/Form'
import type { Change, Page, Story, StoryAsked } from '../api/client'
import { useScripts, useStoryWays } from '../api/wordsQueries'
import { Fractions } from '../app/Fractions'
import { Trouble } from '../app/Trouble'
import { useSettled } from '../app/useSettled'
import { Waiting } from '../app/Waiting'
import { Hands } from './Hands'
import { PlacesLeft } from './PlacesLeft'
import { StoryList } from './StoryList'
import { StoryWays } from './StoryWays'

interface StorySideProps {
  page: Page
  onChange: (change: Change) => void
  onLayOver: LayOver
}

const SIZES = [8, 9, 10, 11, 12, 14, 16, 18, 20, 24]
const WISHES = [10, 25, 50, 100, 150, 250]

/** Writing the story: the text, what it is written in, and the ways that has on this page. */
export function StorySide({ page, onChange, onLayOver }: StorySideProps) {
  const scripts = useScripts()
  const [editing, edit] = useState<Story | null>(null)
  const [text, write] = useState('')
  const [wish, setWish] = useState(0)
  const [chosen, choose] = useState('')
  const [points, setPoints] = useState(11)
  const script = chosen || (scripts.data?.[0]?.key ?? '')
  const isFont = scripts.data?.find((one) => one.key === script)?.is_font ?? false
  const story = editing && page.stories.some((one) => one.name === editing.name) ? editing.name : null
  const asked = useMemo<StoryAsked>(
    () => ({ text, words: text.trim() ? 0 : wish, script, half_points: isFont ? 2 * points : null, story }),
    [text, wish, script, isFont, points, story],
  )
  const settled = useSettled(asked)
  const found = useStoryWays(page, settled)
  const begin = (one: Story | null) => {
    edit(one)
    write(one?.text ?? '')
    if (one) {
      // A hand that was put aside since is not there to be chosen.
      if (scripts.data?.some((known) => known.key === one.script)) choose(one.script)
      if (one.half_points) setPoints(one.half_points / 2)
    }
  }
  return (
    <section className="story-side" aria-label="Journaling">
      <h2>Journaling</h2>
      <StoryList page={page} editing={story} onEdit={begin} onChange={onChange} />
      <Form.Control
        as="textarea"
        rows={4}
        spellCheck
        aria-label="Your story"
        placeholder="What could nobody know who only sees the photos?"
        value={text}
        onChange={(event) => write(event.target.value)}
      />
      {!text.trim() && (
        <Form.Select
          size="sm"
          aria-label="Not written yet: about how long"
          value={wish}
          onChange={(event) => setWish(Number(event.target.value))}
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
          onChange={(event) => choose(event.target.value)}
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
            onChange={(event) => setPoints(Number(event.target.value))}
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
