import { useState, type FormEvent } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import { Link, useNavigate } from 'react-router'
import { useBeginBox, useBoxes } from '../api/usingUpQueries'
import { Sheet } from '../app/Sheet'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import { StashPlaces } from './StashPlaces'
import { ThingPicture } from './ThingPicture'

/** So much of a box is seen from outside. */
const SEEN = 6

/** Project boxes: what is set aside together for the next pages. */
export function ProjectBoxes() {
  const boxes = useBoxes()
  const { named } = useBeginBox()
  const navigate = useNavigate()
  const [name, type] = useState('')
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    named.mutate(name.trim(), { onSuccess: (box) => void navigate(`/boxes/${box.id}`) })
  }
  return (
    <Sheet title="Project boxes" className="boxes">
      <StashPlaces here="boxes" />
      <Form className="begin-box" onSubmit={submit}>
        <Form.Control
          aria-label="What the box is for"
          placeholder="lanterns, this winter"
          value={name}
          maxLength={80}
          autoComplete="off"
          required
          onChange={(event) => type(event.target.value)}
        />
        <Button type="submit" disabled={named.isPending}>
          Begin a box
        </Button>
      </Form>
      {named.error && <Trouble error={named.error} onClose={() => named.reset()} />}
      {boxes.error && <Trouble error={boxes.error} />}
      {boxes.isPending && <Waiting words="Fetching your boxes" />}
      {boxes.data?.length === 0 && (
        <p className="hint">
          A box keeps papers, photos, embellishments and pieces that are cut already together, for a page to
          come.
        </p>
      )}
      <ul className="box-list">
        {boxes.data?.map((box) => (
          <li key={box.id}>
            <Link to={`/boxes/${box.id}`}>
              <span className="box-inside">
                {[...box.papers, ...box.photos, ...box.embellishments].slice(0, SEEN).map((one, at) => (
                  <ThingPicture key={at} picture={one.picture} colours={one.colours} />
                ))}
              </span>
              <strong>{box.name}</strong>
              <span className="patch-words">{box.words}</span>
            </Link>
          </li>
        ))}
      </ul>
    </Sheet>
  )
}
