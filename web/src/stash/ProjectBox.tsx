import { useState } from 'react'
import Form from 'react-bootstrap/Form'
import { Link, useNavigate, useParams } from 'react-router'
import type { BoxThing, ProjectBox as Box } from '../api/client'
import { usePapers } from '../api/cuttingQueries'
import { useEmbellishments } from '../api/embellishQueries'
import { usePhotos } from '../api/photoQueries'
import { useBox, useBoxWrites } from '../api/usingUpQueries'
import { Fractions } from '../app/Fractions'
import { Sheet } from '../app/Sheet'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import { LineForm } from './LineForm'
import { StashPlaces } from './StashPlaces'
import { ThingPicture } from './ThingPicture'

/** One project box: what lies in it, what can be put in, and the way to a page made from it. */
export function ProjectBox() {
  const id = Number(useParams().id)
  const box = useBox(id)
  if (box.error) return <Trouble error={box.error} />
  if (!box.data) return <Waiting words="Opening the box" />
  return <Opened key={id} box={box.data} />
}

type Drawer = 'papers' | 'embellishments' | 'photos'
const DRAWERS: Record<Drawer, string> = {
  papers: 'Papers',
  embellishments: 'Embellishments',
  photos: 'Photos',
}

function Opened({ box }: { box: Box }) {
  const writes = useBoxWrites(box.id)
  const navigate = useNavigate()
  const failed = [writes.change, writes.leave, writes.remove].find((write) => write.error)
  const find = `/find?photos=${box.photos.map((photo) => photo.id).join('-')}&box=${box.id}`
  const set = (drawer: Drawer, things: BoxThing[]) =>
    writes.change.mutate({ [drawer]: things.map((thing) => thing.id) })
  return (
    <Sheet title={box.name} className="project-box">
      <StashPlaces here="boxes" />
      {failed?.error && <Trouble error={failed.error} onClose={() => failed.reset()} />}
      <p className="deeds">
        {box.photos.length > 0 && (
          <Link className="btn btn-primary" to={find}>
            Find a sketch for it
          </Link>
        )}
        <span className="hint">
          {box.photos.length === 0
            ? 'Put photos in, and a sketch can be found for them that these papers are enough for.'
            : 'Papers and clusters of that page are then chosen from this box.'}
        </span>
      </p>
      <div className="box-drawers">
        {(Object.keys(DRAWERS) as Drawer[]).map((drawer) => (
          <section key={drawer} aria-label={DRAWERS[drawer]}>
            <h2>{DRAWERS[drawer]}</h2>
            <ul className="lying">
              {box[drawer].map((thing) => (
                <li key={thing.id}>
                  <ThingPicture picture={thing.picture} colours={thing.colours} />
                  <span>
                    <strong>{thing.name}</strong>
                  </span>
                  <button
                    type="button"
                    className="stitched"
                    aria-label={`Remove ${thing.name}`}
                    onClick={() =>
                      set(
                        drawer,
                        box[drawer].filter((one) => one.id !== thing.id),
                      )
                    }
                  >
                    Remove
                  </button>
                </li>
              ))}
            </ul>
            <PutIn
              drawer={drawer}
              box={box}
              onPut={(id) => writes.change.mutate({ [drawer]: [...box[drawer].map((one) => one.id), id] })}
            />
          </section>
        ))}
        <Pieces box={box} writes={writes} />
      </div>
      <p className="deeds">
        <button
          type="button"
          className="stitched"
          onClick={() => writes.remove.mutate(undefined, { onSuccess: () => void navigate('/boxes') })}
        >
          Remove this box
        </button>
        <span className="hint">What lies in it stays in the stash.</span>
      </p>
    </Sheet>
  )
}

interface Offered {
  id: number
  name: string
}

/** So many are offered for what was typed. */
const OFFERED = 6

function PutIn({ drawer, box, onPut }: { drawer: Drawer; box: Box; onPut: (id: number) => void }) {
  const [words, type] = useState('')
  const papers = usePapers('')
  const things = useEmbellishments()
  const photos = usePhotos()
  const all: Record<Drawer, Offered[] | undefined> = {
    papers: papers.data,
    embellishments: things.data?.map((one) => ({ id: one.id, name: one.name })),
    photos: photos.data,
  }
  const there = new Set(box[drawer].map((one) => one.id))
  const asked = words.trim().toLowerCase()
  const found =
    asked === ''
      ? []
      : (all[drawer] ?? []).filter((one) => !there.has(one.id) && one.name.toLowerCase().includes(asked))
  return (
    <div className="put-in">
      <Form.Control
        size="sm"
        type="search"
        aria-label={`Put ${DRAWERS[drawer].toLowerCase()} in`}
        placeholder="put in: part of its name"
        value={words}
        onChange={(event) => type(event.target.value)}
      />
      {asked !== '' && found.length === 0 && <p className="hint">Nothing is called that.</p>}
      {found.slice(0, OFFERED).map((one) => (
        <button
          key={one.id}
          type="button"
          className="stitched"
          aria-label={`Put ${one.name} in`}
          onClick={() => {
            onPut(one.id)
            type('')
          }}
        >
          {one.name}
        </button>
      ))}
    </div>
  )
}

function Pieces({ box, writes }: { box: Box; writes: ReturnType<typeof useBoxWrites> }) {
  return (
    <section aria-label="Cut already">
      <h2>Cut already</h2>
      <ul className="lying">
        {box.pieces.map((piece) => (
          <li key={piece.id}>
            <span>
              <strong>
                {piece.count} {piece.name}
              </strong>
              {piece.size && (
                <small>
                  <Fractions text={piece.size} />
                </small>
              )}
            </span>
            <button
              type="button"
              className="stitched"
              aria-label={`one used: ${piece.name}`}
              onClick={() => writes.leave.mutate({ piece: piece.id, count: piece.count - 1 })}
            >
              one used
            </button>
          </li>
        ))}
      </ul>
      <LineForm
        place={`box-${box.id}`}
        placeholder="3 photo mats 4 1/4 x 6 1/4"
        hint="Pieces cut for a page, spare die cuts: count, name, size if you like."
        deed="Into the box"
        busy={writes.put.isPending}
        error={writes.put.error}
        onSettle={() => writes.put.reset()}
        onEnter={(line, unit, done) => writes.put.mutate({ line, unit }, { onSuccess: done })}
      />
    </section>
  )
}
