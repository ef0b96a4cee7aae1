import { Term } from '../glossary/Term'
import { useEffect, useState } from 'react'
import Button from 'react-bootstrap/Button'
import type { Change, Page, TablePicture } from '../api/client'
import { useTablePictures, useTablePictureWrites } from '../api/stickingQueries'
import type { LayOver } from '../bench/layOver'
import { Fractions } from '../app/Fractions'
import { Fold } from '../app/Fold'
import { PhotographButton } from '../app/PhotographButton'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import { pathOf } from '../geometry/rings'

interface DryFitProps {
  page: Page
  onChange: (change: Change) => void
  onLayOver: LayOver
}

type Shown = 'plan' | 'both' | 'table'

const SHOWN: [Shown, string][] = [
  ['plan', 'the plan'],
  ['both', 'both'],
  ['table', 'the table'],
]
const OPACITY: Record<Shown, number> = { plan: 0, both: 0.55, table: 1 }

/** The page as it lies on the table: photographed, laid straight over the plan, and what lies otherwise. */
export function DryFit({ page, onChange, onLayOver }: DryFitProps) {
  const pictures = useTablePictures(page)
  const { add, remove } = useTablePictureWrites(page.id)
  const [chosen, choose] = useState<number | null>(null)
  const [shown, show] = useState<Shown>('both')
  const [pointed, point] = useState<number[][][] | null>(null)
  const picture = pictures.data?.find((one) => one.id === chosen) ?? null
  const { board } = page.fit
  useEffect(() => {
    onLayOver(
      picture ? (
        <g className="table-picture" pointerEvents="none">
          <image
            href={picture.address}
            width={board.width}
            height={board.height}
            preserveAspectRatio="none"
            opacity={OPACITY[shown]}
          />
          {picture.differences.map((one) => (
            <path key={one.words} className="differs" fillRule="evenodd" d={pathOf(one.outlines)} />
          ))}
          {pointed && <path className="differs is-pointed" fillRule="evenodd" d={pathOf(pointed)} />}
        </g>
      ) : null,
    )
  }, [picture, shown, pointed, board, onLayOver])
  useEffect(() => () => onLayOver(null), [onLayOver])
  return (
    <Fold place="dry-fit" className="dry-fit" label="The dry fit" heading="The dry fit">
      <p className="hint">
        Lay it all loose, photograph it whole on a table of another colour: what lies otherwise than planned
        is told, and the picture is kept. <Term of="dry fit" />
      </p>
      <PhotographButton
        words="Photograph the page on the table"
        busy={add.isPending}
        onFile={(file) => add.mutate(file, { onSuccess: (made) => choose(made.id) })}
      />
      {add.isPending && <Waiting words="Laying it straight and comparing" />}
      {add.error && <Trouble error={add.error} onClose={add.reset} />}
      {pictures.error && <Trouble error={pictures.error} />}
      {picture && (
        <>
          <div role="group" aria-label="What shows" className="chips">
            {SHOWN.map(([key, words]) => (
              <button
                key={key}
                type="button"
                className="chip"
                aria-pressed={shown === key}
                onClick={() => show(key)}
              >
                {words}
              </button>
            ))}
          </div>
          <Differences picture={picture} onPoint={point} onChange={onChange} />
        </>
      )}
      <PictureList
        pictures={(pictures.data ?? []).filter((one) => one.kind === 'dry-fit')}
        chosen={chosen}
        onChoose={choose}
        onRemove={(id) => remove.mutate({ id, name: page.name })}
      />
    </Fold>
  )
}

interface DifferencesProps {
  picture: TablePicture
  onPoint: (outlines: number[][][] | null) => void
  onChange: (change: Change) => void
}

/** What lies otherwise: to be put right on the table, or taken over into the plan. */
function Differences({ picture, onPoint, onChange }: DifferencesProps) {
  if (picture.differences.length === 0)
    return <p className="all-right">Everything lies as planned, as far as the picture tells.</p>
  return (
    <ul className="differences" aria-label="What lies otherwise">
      {picture.differences.map((one) => (
        <li
          key={one.words}
          onPointerEnter={() => onPoint(one.outlines)}
          onPointerLeave={() => onPoint(null)}
          onFocus={() => onPoint(one.outlines)}
          onBlur={() => onPoint(null)}
        >
          <p>
            <Fractions text={one.words} />
          </p>
          {one.change ? (
            <Button
              size="sm"
              variant="outline-primary"
              aria-label={`Take it into the plan: ${one.words}`}
              onClick={() => onChange(one.change as Change)}
            >
              Take it into the plan
            </Button>
          ) : (
            <p className="hint">Put it right on the table.</p>
          )}
        </li>
      ))}
    </ul>
  )
}

interface PictureListProps {
  pictures: TablePicture[]
  chosen: number | null
  onChoose: (id: number | null) => void
  onRemove: (id: number) => void
}

/** What was lying where, and when: after an interruption the last one tells. */
function PictureList({ pictures, chosen, onChoose, onRemove }: PictureListProps) {
  if (pictures.length === 0) return null
  return (
    <ul className="table-pictures" aria-label="Pictures of the page on the table">
      {pictures.map((one) => {
        const when = new Date(one.created).toLocaleString(undefined, {
          dateStyle: 'medium',
          timeStyle: 'short',
        })
        return (
          <li key={one.id}>
            <button
              type="button"
              className="chip"
              aria-pressed={one.id === chosen}
              onClick={() => onChoose(one.id === chosen ? null : one.id)}
            >
              {when}
            </button>{' '}
            <button
              type="button"
              className="stitched"
              aria-label={`Remove: ${when}`}
              onClick={() => onRemove(one.id)}
            >
              Remove
            </button>
          </li>
        )
      })}
    </ul>
  )
}
