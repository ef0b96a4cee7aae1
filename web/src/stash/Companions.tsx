import { useCompanions, useCompanionWrites } from '../api/paperQueries'
import { Sheet } from '../app/Sheet'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import { StashPlaces } from './StashPlaces'
import { useKeptForm } from '../writes/unfinished'
import { formText } from '../app/formText'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'

/** Inks, pens and paints: entered in a line, kept as colours, proposed for edges and letters. */
export function Companions() {
  const companions = useCompanions()
  const { colour, remove } = useCompanionWrites()
  return (
    <Sheet title="Inks, pens and paints" className="stash">
      <StashPlaces here="companions" />
      <EnterCompanion />
      {companions.error && <Trouble error={companions.error} />}
      {companions.isPending && <Waiting words="Opening the drawer" />}
      {companions.data?.length === 0 && <p className="hint">None yet. Write what you have, one a line.</p>}
      <ul className="companions">
        {companions.data?.map((one) => (
          <li key={one.id}>
            <input
              type="color"
              aria-label={`Colour of ${one.name}`}
              defaultValue={one.colour}
              onBlur={(event) =>
                event.target.value !== one.colour && colour.mutate({ id: one.id, colour: event.target.value })
              }
            />
            <span>
              <strong>{one.name}</strong>
              <span className="hint">
                {one.kind}, {one.named}
                {one.metallic ? ', shines' : ''}
              </span>
            </span>
            <button
              type="button"
              className="stitched"
              aria-label={`Remove ${one.name}`}
              onClick={() => remove.mutate(one.id)}
            >
              Remove
            </button>
          </li>
        ))}
      </ul>
      <p className="hint caution">
        Sprays and solvents want fresh air and no flame. Follow the maker’s label.
      </p>
    </Sheet>
  )
}

function EnterCompanion() {
  const { enter } = useCompanionWrites()
  const { hold, onInput, forget } = useKeptForm('companion-line')
  return (
    <Form
      className="enter-line"
      ref={hold}
      onInput={onInput}
      onSubmit={(event) => {
        event.preventDefault()
        const form = event.currentTarget
        enter.mutate(formText(form, 'line'), {
          onSuccess: () => {
            form.reset()
            forget()
          },
        })
      }}
    >
      <Form.Label htmlFor="enter-companion">What you have</Form.Label>
      <Form.Control
        id="enter-companion"
        name="line"
        autoComplete="off"
        placeholder="navy pen"
        required
        maxLength={100}
      />
      <span className="enter-deeds">
        <Button type="submit" disabled={enter.isPending}>
          Into the stash
        </Button>
      </span>
      <p className="hint">
        Its colour, and whether it is an ink, a pen or a paint: gold splatter, walnut ink.
      </p>
      {enter.error && <Trouble error={enter.error} onClose={() => enter.reset()} />}
    </Form>
  )
}
