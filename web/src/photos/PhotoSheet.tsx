import { useState } from 'react'
import Form from 'react-bootstrap/Form'
import { formText } from '../app/formText'
import { Trouble } from '../app/Trouble'
import type { Area, DescribePhoto, Photo } from '../api/client'
import { useUnit } from '../api/queries'
import { useDescribePhoto, useMarkAreas } from '../api/photoQueries'
import { useDelete } from '../api/queries'
import { AreaBoard } from './AreaBoard'
import { TurnAndLight } from './TurnAndLight'
import { areaName, areaWords, KINDS, WEIGHTS, WISHES } from './words'

interface PhotoSheetProps {
  photo: Photo
  onClose: () => void
  /** Opens another photo instead. */
  onOpen: (id: number) => void
}

/** One photo opened: what matters in it, and what is known of it. */
export function PhotoSheet({ photo, onClose, onOpen }: PhotoSheetProps) {
  const [heldIndex, hold] = useState<number | null>(null)
  const describe = useDescribePhoto()
  const mark = useMarkAreas()
  const remove = useDelete()
  const areas = mark.isPending ? mark.variables.areas : photo.areas
  const change = (next: Area[]) => mark.mutate({ id: photo.id, areas: next })
  const set = (facts: DescribePhoto) => describe.mutate({ id: photo.id, ...facts })
  const error = mark.error ?? describe.error
  return (
    <aside className="photo-sheet" aria-label={photo.name}>
      <div className="photo-sheet-head">
        <h2>{photo.name}</h2>
        <button type="button" className="stitched" onClick={onClose}>
          close
        </button>
      </div>
      {error && (
        <Trouble
          error={error}
          onClose={() => {
            mark.reset()
            describe.reset()
          }}
        />
      )}
      {photo.has_file && (
        <>
          <p className="hint">
            Drag over what must stay visible. Arrow keys move a part, with Shift they size it.
          </p>
          <AreaBoard photo={photo} areas={areas} heldIndex={heldIndex} onHold={hold} onChange={change} />
          <AreaList areas={areas} heldIndex={heldIndex} onHold={hold} onChange={change} />
        </>
      )}
      <Facts photo={photo} onSet={set} />
      {photo.has_file && <TurnAndLight photo={photo} onKept={onOpen} />}
      <p className="photo-deeds">
        <button
          type="button"
          className="stitched"
          onClick={() => remove.mutate({ kind: 'photo', id: photo.id }, { onSuccess: onClose })}
        >
          Remove
        </button>
      </p>
    </aside>
  )
}

interface AreaListProps {
  areas: Area[]
  heldIndex: number | null
  onHold: (index: number | null) => void
  onChange: (areas: Area[]) => void
}

/** Each marked part in words: how much it matters, or that it may be covered; proposals are taken or not. */
function AreaList({ areas, heldIndex, onHold, onChange }: AreaListProps) {
  if (areas.length === 0) return null
  const set = (index: number, facts: Partial<Area>) =>
    onChange(areas.map((area, other) => (other === index ? { ...area, ...facts } : area)))
  const drop = (index: number) => {
    onHold(null)
    onChange(areas.filter((_, other) => other !== index))
  }
  return (
    <ul className="area-list">
      {areas.map((area, index) => (
        <li key={index} className={heldIndex === index ? 'is-held' : undefined}>
          <button type="button" className="area-words" onClick={() => onHold(index)}>
            {area.accepted ? areaName(area) : areaWords(area)}
          </button>
          {area.accepted ? (
            <>
              <Form.Select
                size="sm"
                aria-label={`How much part ${index + 1} matters`}
                value={area.matters ? area.weight : 0}
                onChange={(event) => {
                  const weight = Number(event.target.value)
                  set(index, weight === 0 ? { matters: false } : { matters: true, weight })
                }}
              >
                {WEIGHTS.map((words, weight) => (
                  <option key={words} value={weight + 1}>
                    matters {words}
                  </option>
                ))}
                <option value={0}>may be covered</option>
              </Form.Select>
              <button type="button" className="stitched" onClick={() => drop(index)}>
                take off
              </button>
            </>
          ) : (
            <>
              <button type="button" className="stitched" onClick={() => set(index, { accepted: true })}>
                yes, it matters
              </button>
              <button type="button" className="stitched" onClick={() => drop(index)}>
                no
              </button>
            </>
          )}
        </li>
      ))}
    </ul>
  )
}

function Facts({ photo, onSet }: { photo: Photo; onSet: (facts: DescribePhoto) => void }) {
  const text = (name: 'name' | 'group' | 'note', label: string, hint?: string) => (
    <Form.Group controlId={`photo-${name}`}>
      <Form.Label>{label}</Form.Label>
      <Form.Control
        size="sm"
        key={photo[name]}
        defaultValue={photo[name]}
        placeholder={hint}
        onBlur={(event) => {
          const typed = event.target.value.trim()
          if (typed !== photo[name] && (typed || name !== 'name')) onSet({ [name]: typed })
        }}
      />
    </Form.Group>
  )
  return (
    <div className="photo-facts">
      {text('name', 'What it shows')}
      {text('group', 'Belongs with', 'a word that its companions share')}
      <Form.Group controlId="photo-wish">
        <Form.Label>Size</Form.Label>
        <Form.Select
          size="sm"
          value={photo.wish}
          onChange={(event) => onSet({ wish: event.target.value as DescribePhoto['wish'] & string })}
        >
          {WISHES.map(({ value, words }) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </Form.Select>
      </Form.Group>
      <Form.Group controlId="photo-kind">
        <Form.Label>It is</Form.Label>
        <Form.Select
          size="sm"
          value={photo.kind}
          onChange={(event) => onSet({ kind: event.target.value as DescribePhoto['kind'] & string })}
        >
          {KINDS.map(({ value, words }) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </Form.Select>
      </Form.Group>
      {photo.kind !== 'photo' && <PrintSize photo={photo} onSet={onSet} />}
      <Form.Check
        id="photo-irreplaceable"
        label="cannot be replaced: copy it before it is cut"
        checked={photo.irreplaceable}
        onChange={(event) => onSet({ irreplaceable: event.target.checked })}
      />
      {text('note', 'Note')}
      <p className="hint">
        {photo.has_file && `${photo.width} × ${photo.height} pixels`}
        {photo.taken && `, taken ${new Date(photo.taken).toLocaleDateString(undefined, { timeZone: 'UTC' })}`}
        {photo.has_place && '. Where it was taken stays in your box: no file that leaves tells it.'}
      </p>
    </div>
  )
}

function PrintSize({ photo, onSet }: { photo: Photo; onSet: (facts: DescribePhoto) => void }) {
  const unit = useUnit()
  const { print_width: width, print_height: height } = photo
  return (
    <Form
      className="print-size"
      onSubmit={(event) => {
        event.preventDefault()
        const form = event.currentTarget
        onSet({ print_width: formText(form, 'width'), print_height: formText(form, 'height') })
      }}
    >
      <span>Its print is</span>
      <Form.Control
        size="sm"
        name="width"
        key={`w${width}`}
        defaultValue={width}
        aria-label="Width of its print"
      />
      <span aria-hidden>×</span>
      <Form.Control
        size="sm"
        name="height"
        key={`h${height}`}
        defaultValue={height}
        aria-label="Height of its print"
      />
      <span>{unit}</span>
      <button type="submit" className="stitched">
        set
      </button>
    </Form>
  )
}
