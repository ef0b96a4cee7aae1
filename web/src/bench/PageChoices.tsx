import { Fold } from '../app/Fold'
import type { Change, Page } from '../api/client'

interface PageChoicesProps {
  page: Page
  onChange: (change: Change) => void
}

const ENDS = [
  { value: 'as-drawn', words: 'as drawn' },
  { value: 'to-the-edge', words: 'to the edge' },
  { value: 'short', words: 'stop short' },
] as const

const ROOM = [
  { role: 'cluster', words: 'a cluster' },
  { role: 'title', words: 'a title' },
  { role: 'journaling', words: 'words' },
] as const

/** Choices that hold for the whole page, each a sentence with its answers. */
export function PageChoices({ page, onChange }: PageChoicesProps) {
  const { switches, way } = page
  const held = (turn: number, mirrored: boolean) =>
    onChange({
      kind: 'way',
      school: way.plan ? 'keep-proportions' : way.school,
      variant: way.variant ?? '',
      turn: turn as 0,
      mirrored,
    })
  const turn = way.turn ?? 0
  return (
    <Fold place="whole-page" className="page-choices" label="For the whole page" heading="The whole page">
      <Choice words="Hold the sketch">
        <Answer
          chosen={false}
          words="turn it"
          onClick={() => held((turn + 90) % 360, way.mirrored ?? false)}
        />
        <Answer chosen={way.mirrored ?? false} words="mirror it" onClick={() => held(turn, !way.mirrored)} />
      </Choice>
      <Choice words="My prints">
        <Answer
          chosen={!switches.from_shop}
          words="I print any size"
          onClick={() => onChange({ kind: 'switches', from_shop: false })}
        />
        <Answer
          chosen={switches.from_shop}
          words="from a shop"
          onClick={() => onChange({ kind: 'switches', from_shop: true })}
        />
      </Choice>
      <Choice words="Round pieces">
        <Answer
          chosen={page.dies.length === 0}
          words="any size"
          onClick={() => onChange({ kind: 'dies', on: false })}
        />
        <Answer
          chosen={page.dies.length > 0}
          words="as my dies"
          onClick={() => onChange({ kind: 'dies', on: true })}
        />
      </Choice>
      <Choice words="Ends of strips">
        {ENDS.map((end) => (
          <Answer
            key={end.value}
            chosen={switches.ends === end.value}
            words={end.words}
            onClick={() => onChange({ kind: 'switches', ends: end.value })}
          />
        ))}
      </Choice>
      <Choice words="Tilts">
        <Answer
          chosen={!switches.in_line}
          words="kept"
          onClick={() => onChange({ kind: 'switches', in_line: false })}
        />
        <Answer
          chosen={switches.in_line}
          words="all in line"
          onClick={() => onChange({ kind: 'switches', in_line: true })}
        />
      </Choice>
      <Choice words={`Round sizes to ${page.grid}`}>
        <Answer
          chosen={!switches.by_eye}
          words="measured"
          onClick={() => onChange({ kind: 'switches', by_eye: false })}
        />
        <Answer
          chosen={switches.by_eye}
          words="by eye"
          onClick={() => onChange({ kind: 'switches', by_eye: true })}
        />
      </Choice>
      <Choice words="Rows of repeats">
        <Answer
          chosen={!switches.recount}
          words="same count"
          onClick={() => onChange({ kind: 'switches', recount: false })}
        />
        <Answer
          chosen={switches.recount}
          words="same size"
          onClick={() => onChange({ kind: 'switches', recount: true })}
        />
      </Choice>
      <Choice words="Keep room for">
        {ROOM.map(({ role, words }) => (
          <Answer key={role} chosen={false} words={words} onClick={() => onChange({ kind: 'room', role })} />
        ))}
      </Choice>
    </Fold>
  )
}

function Choice({ words, children }: { words: string; children: React.ReactNode }) {
  return (
    <div className="choice" role="group" aria-label={words}>
      <span>{words}</span>
      <span className="answers">{children}</span>
    </div>
  )
}

function Answer({ chosen, words, onClick }: { chosen: boolean; words: string; onClick: () => void }) {
  return (
    <button type="button" className="stitched" aria-pressed={chosen} onClick={onClick}>
      {words}
    </button>
  )
}
