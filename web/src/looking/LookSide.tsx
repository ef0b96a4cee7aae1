import type { LayOver } from '../bench/layOver'
import { useEffect, useState } from 'react'
import Form from 'react-bootstrap/Form'
import type { Change, LookAgain, Observation, Page } from '../api/client'
import { useLookAgain, useSwitchOff, useTry, type MovedPiece } from '../api/lookQueries'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import { Figures } from './Figures'
import { Modes } from './Modes'
import { ObservationList } from './ObservationList'
import { PutAwayStates } from './PutAwayStates'
import { LookOverlay, Marks } from './overlays'
import { TrialShown } from './TrialShown'
import type { Looking } from './useLooking'

interface LookSideProps extends Looking {
  page: Page
  /** A piece in the hand that rests for a moment. */
  paused: MovedPiece | null
  onChange: (change: Change) => void
  onLayOver: LayOver
}

const SCHOOLS: Page['school'][] = [
  'asymmetric, with a triangle',
  'symmetric',
  'an L with its weight at the apex',
  'a band with clear space above and below',
  'a busy centre with a wide white edge',
  'sparse',
]

/** Standing back from the table: what is noticed, other ways to look, what could be tried, states put away. */
export function LookSide(props: LookSideProps) {
  const { page, paused, mode, onMode, onChange, onLayOver, onCompare, compared } = props
  const look = useLookAgain(page, paused)
  const trying = useTry(page.id)
  const switchOff = useSwitchOff(page.id)
  const [tried, setTried] = useState<{ one: Observation; version: number } | null>(null)
  const current = tried?.version === page.version ? tried.one : null
  const { data } = look
  const late = look.isPlaceholderData
  useEffect(() => {
    onLayOver(data ? <LookOverlay look={data} mode={mode} late={late} /> : null)
  }, [data, late, mode, onLayOver])
  useEffect(() => () => onLayOver(null), [onLayOver])
  const point = (one: Observation | null) =>
    onLayOver(
      data ? (
        <>
          <LookOverlay look={data} mode={mode} />
          {one && <Marks observation={one} page={page} />}
        </>
      ) : null,
    )
  const tryIt = (one: Observation) => {
    setTried({ one, version: page.version })
    trying.mutate(one)
  }
  if (look.error) return <Trouble error={look.error} />
  return (
    <section className="look-side" aria-label="Second look">
      <h2>Second look</h2>
      <Form.Select
        size="sm"
        aria-label="What the page is meant to be"
        value={page.school}
        onChange={(event) =>
          onChange({ kind: 'school', balance_school: event.target.value as Page['school'] })
        }
      >
        {SCHOOLS.map((school) => (
          <option key={school}>{school}</option>
        ))}
      </Form.Select>
      <Modes mode={mode} onMode={onMode} />
      {!data && <Waiting words="Standing back" />}
      {data && (
        <div className={late ? 'is-late' : undefined}>
          <ObservationList
            noticed={data.noticed}
            onPoint={point}
            onTry={tryIt}
            onNever={(one) => switchOff.mutate({ kind: one.kind, off: true })}
            tried={current}
            shown={
              <TrialShown
                page={page}
                trial={trying.data?.trial ?? null}
                pending={trying.isPending}
                error={trying.error}
                onTake={(change) => {
                  setTried(null)
                  onChange(change)
                }}
                onLeave={() => setTried(null)}
              />
            }
          />
          <SwitchedOff look={data} onAgain={(kind) => switchOff.mutate({ kind, off: false })} />
          <Figures look={data} onLayOver={onLayOver} mode={mode} />
        </div>
      )}
      <PutAwayStates page={page} compared={compared} onCompare={onCompare} onChange={onChange} />
    </section>
  )
}

/** What she never wants to be told, to be switched on again. */
function SwitchedOff({ look, onAgain }: { look: LookAgain; onAgain: (kind: Observation['kind']) => void }) {
  if (look.off.length === 0) return null
  return (
    <p className="hint">
      Never told:{' '}
      {look.off.map((kind) => (
        <button key={kind} type="button" className="stitched" onClick={() => onAgain(kind)}>
          {kind.replaceAll('-', ' ')}, tell me again
        </button>
      ))}
    </p>
  )
}
