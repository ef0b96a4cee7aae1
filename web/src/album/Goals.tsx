import { useState, type FormEvent } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import type { Goal } from '../api/client'
import { useGoals, useGoalWrites } from '../api/albumQueries'
import { Trouble } from '../app/Trouble'

/** What is meant to be made, month by month or year by year, and what of it is missing. */
export function Goals() {
  const goals = useGoals()
  const { begin, remove } = useGoalWrites()
  const [line, type] = useState('')
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    begin.mutate(line, { onSuccess: () => type('') })
  }
  return (
    <section className="goals" aria-labelledby="goals-heading">
      <h2 id="goals-heading">Goals</h2>
      {goals.error && <Trouble error={goals.error} />}
      <ul>
        {goals.data?.map((goal) => (
          <GoalRow key={goal.id} goal={goal} onRemove={() => remove.mutate(goal.id)} />
        ))}
      </ul>
      <Form onSubmit={submit}>
        <Form.Control
          aria-label="A goal, as you would say it"
          placeholder="one page about myself a month"
          value={line}
          maxLength={200}
          autoComplete="off"
          required
          onChange={(event) => type(event.target.value)}
        />
        <Button type="submit" disabled={begin.isPending}>
          Add a goal
        </Button>
      </Form>
      <p className="hint">
        As you would say it: “every school year of Ada since 2019”, “12 pages of the bees in 2026”.
      </p>
      {begin.error && <Trouble error={begin.error} onClose={() => begin.reset()} />}
    </section>
  )
}

/** So many times are drawn, the latest. */
const MOST = 24

function GoalRow({ goal, onRemove }: { goal: Goal; onRemove: () => void }) {
  return (
    <li>
      <h3>{goal.name}</h3>
      <p className={goal.missing === 0 ? 'all-there' : undefined}>{goal.words}</p>
      {goal.times.length > 1 && (
        <ol className="goal-times">
          {goal.times.slice(-MOST).map((time) => (
            <li key={time.words} className={time.missing === 0 ? 'is-made' : 'is-missing'}>
              <strong>{time.words}</strong>
              <span>
                {time.missing === 0 ? 'made' : time.have > 0 ? `${time.missing} more` : 'none yet'}
                {time.missing > 0 && time.photos > 0 && `, ${time.photos} photos`}
              </span>
            </li>
          ))}
        </ol>
      )}
      <button
        type="button"
        className="stitched"
        aria-label={`Remove the goal “${goal.name}”`}
        onClick={onRemove}
      >
        Remove
      </button>
    </li>
  )
}
