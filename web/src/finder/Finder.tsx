import { useMemo, useState } from 'react'
import Form from 'react-bootstrap/Form'
import { Link, useSearchParams } from 'react-router'
import { FormatChips } from '../app/FormatChips'
import { useFormat } from '../app/useFormat'
import { Sheet } from '../app/Sheet'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import type { FindRequest, School } from '../api/client'
import { useFind, usePhotos } from '../api/photoQueries'
import { useBox } from '../api/usingUpQueries'
import { PhotoPicture } from '../photos/PhotoTile'
import { FoundSketches } from './FoundSketches'

type Filters = Pick<FindRequest, 'title' | 'journaling' | 'every_photo' | 'spread'>

/** Which sketch takes these photos? The whole shelf ranked, each sketch wearing them. */
export function Finder() {
  const [params, setParams] = useSearchParams()
  const ids = useMemo(() => (params.get('photos') ?? '').split('-').map(Number).filter(Boolean), [params])
  const { format, asked } = useFormat(params.get('page'))
  const [filters, filter] = useState<Filters>({
    title: false,
    journaling: false,
    every_photo: false,
    spread: null,
  })
  const [school, setSchool] = useState<School>('keep-proportions')
  const photos = usePhotos()
  const chosen = photos.data?.filter((photo) => ids.includes(photo.id)) ?? []
  const box = Number(params.get('box')) || null
  const boxed = useBox(box)
  const found = useFind({ photos: ids, ...asked, ...filters, box })
  const look = (next: number[], page: string, from = box) =>
    setParams({ photos: next.join('-'), page, ...(from ? { box: String(from) } : {}) })
  const setPhotos = (next: number[]) => look(next, format)
  return (
    <Sheet title="Find a sketch" className="finder">
      {ids.length === 0 && (
        <p className="hint">
          Pick some photos in the <Link to="/photos">photo box</Link> first.
        </p>
      )}
      <ul className="found-for" aria-label="The photos">
        {chosen.map((photo) => (
          <li key={photo.id}>
            <PhotoPicture photo={photo} />
            <button
              type="button"
              className="stitched"
              aria-label={`Remove ${photo.name}`}
              onClick={() => setPhotos(ids.filter((id) => id !== photo.id))}
            >
              Remove
            </button>
          </li>
        ))}
      </ul>
      <FormatChips words="on a page of" label="My page" chosen={format} onChoose={(key) => look(ids, key)} />
      <FilterChecks filters={filters} onFilter={filter} school={school} onSchool={setSchool} />
      {boxed.data && (
        <p className="from-box">
          Only sketches that the papers of “{boxed.data.name}” are enough for.{' '}
          <button type="button" className="stitched" onClick={() => look(ids, format, null)}>
            All sketches
          </button>
        </p>
      )}
      {found.error && <Trouble error={found.error} />}
      {found.isPending && ids.length > 0 && <Waiting words="Trying your sketches" />}
      {found.data?.some((one) => one.is_nearest) && (
        <p className="hint" role="status">
          No sketch has all of that. These come nearest.
        </p>
      )}
      {found.data && found.data.length > 0 && (
        <FoundSketches
          key={`${ids.join()} ${format} ${school}`}
          found={found.data}
          photos={ids}
          page={asked}
          then="photos"
          school={school}
          box={box}
        />
      )}
    </Sheet>
  )
}

const SCHOOLS = [
  { value: 'keep-proportions', words: 'as drawn' },
  { value: 'keep-photos', words: 'photos larger' },
  { value: 'whole-prints', words: 'whole prints' },
] as const

interface FilterChecksProps {
  filters: Filters
  onFilter: (filters: Filters) => void
  school: School
  onSchool: (school: School) => void
}

function FilterChecks({ filters, onFilter, school, onSchool }: FilterChecksProps) {
  const check = (name: 'title' | 'journaling' | 'every_photo', label: string) => (
    <Form.Check
      inline
      id={`find-${name}`}
      label={label}
      checked={filters[name]}
      onChange={(event) => onFilter({ ...filters, [name]: event.target.checked })}
    />
  )
  return (
    <div className="find-filters" role="group" aria-label="What the sketch must have">
      {check('every_photo', 'a slot for every photo')}
      {check('title', 'room for a title')}
      {check('journaling', 'room for the story')}
      <Form.Select
        size="sm"
        aria-label="One page or two"
        value={filters.spread === null ? '' : String(filters.spread)}
        onChange={(event) =>
          onFilter({ ...filters, spread: event.target.value === '' ? null : event.target.value === 'true' })
        }
      >
        <option value="">drawn for one page or two</option>
        <option value="false">drawn for one page</option>
        <option value="true">drawn across two</option>
      </Form.Select>
      <Form.Select
        size="sm"
        aria-label="Way to fit"
        value={school}
        onChange={(event) => onSchool(event.target.value as School)}
      >
        {SCHOOLS.map(({ value, words }) => (
          <option key={value} value={value}>
            {words}
          </option>
        ))}
      </Form.Select>
    </div>
  )
}
