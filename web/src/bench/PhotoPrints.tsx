import { useState } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import { Fractions } from '../app/Fractions'
import { Fold } from '../app/Fold'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import type { Page, PrintAsked, PrintPlan } from '../api/client'
import { usePrintPlan } from '../api/photoQueries'
import { usePages, useUnit } from '../api/queries'
import { PaperPrinter } from './PaperPrinter'
import { PaperSelect, type PhotoPaper } from './PaperSelect'
import { PrintSheetPicture } from './PrintSheetPicture'

/** White borders as they are usual, and how far a bleed goes, in what she measures in. */
const BORDER = { in: '1/4', mm: '6' } as const
const BLEED = { in: '⅛ in', mm: 'about 3 mm' } as const
const EDGES = ['plain', 'border', 'bleed'] as const

/** Her photos at the size this page wants them, on as little photo paper as can be found. */
export function PhotoPrints({ page }: { page: Page }) {
  const [paper, setPaper] = useState<PhotoPaper>('letter')
  const [edge, setEdge] = useState<(typeof EDGES)[number]>('plain')
  const [toTheEdge, setToTheEdge] = useState(false)
  const [others, setOthers] = useState<number[]>([])
  const cards = usePages()
  const unit = useUnit()
  const said = {
    plain: 'cut at the edge',
    border: `with a white border of ${BORDER[unit] === '1/4' ? '¼' : BORDER[unit]} ${unit}`,
    bleed: `with ${BLEED[unit]} more all round, cut off`,
  }
  const along = (cards.data ?? []).filter(
    (card) => card.id !== page.id && card.slots.some((slot) => slot.photo),
  )
  const asked: PrintAsked = {
    pages: [page.id, ...others].join('-'),
    paper,
    border: edge === 'border' ? BORDER[unit] : '',
    bleed: edge === 'bleed',
    to_the_edge: toTheEdge,
  }
  const plan = usePrintPlan(asked)
  if (page.slots.every((slot) => slot.photo === null)) return null
  const slots = new Map(
    [page, ...along].flatMap((one) => one.slots.map((slot) => [`${one.id} ${slot.block}`, slot] as const)),
  )
  const query = new URLSearchParams(Object.entries(asked).map(([name, value]) => [name, String(value)]))
  return (
    <Fold place="photo-prints" className="photo-prints" label="Photo prints" heading="The photos" isOpen>
      <div className="print-terms">
        <PaperSelect
          label="Photo paper"
          value={paper}
          words={(name) => `on ${name} paper`}
          onChange={setPaper}
        />
        <Form.Select
          size="sm"
          aria-label="Edge of the prints"
          value={edge}
          onChange={(event) => setEdge(event.target.value as typeof edge)}
        >
          {EDGES.map((one) => (
            <option key={one} value={one}>
              {said[one]}
            </option>
          ))}
        </Form.Select>
        <Form.Check
          id="print-to-the-edge"
          label="my printer prints to the edge"
          checked={toTheEdge}
          onChange={(event) => setToTheEdge(event.target.checked)}
        />
      </div>
      {along.length > 0 && (
        <details className="print-along">
          <summary>Print those of other pages with them</summary>
          {along.map((card) => (
            <Form.Check
              key={card.id}
              id={`along-${card.id}`}
              label={card.name}
              checked={others.includes(card.id)}
              onChange={(event) =>
                setOthers(
                  event.target.checked ? [...others, card.id] : others.filter((other) => other !== card.id),
                )
              }
            />
          ))}
        </details>
      )}
      {plan.isPending && <Waiting words="Laying them out" />}
      {plan.error && <Trouble error={plan.error} />}
      {plan.data && (
        <>
          <PrintList plan={plan.data} />
          {plan.data.sheets.length > 0 && (
            <>
              <p>
                <strong>
                  {plan.data.sheets.length} sheet{plan.data.sheets.length > 1 && 's'}
                </strong>
                {plan.data.fewest && ', the fewest possible'}
              </p>
              <ul className="print-sheets">
                {plan.data.sheets.map((sheet, number) => (
                  <li key={number}>
                    <PrintSheetPicture sheet={sheet} slots={slots} number={number + 1} />
                  </li>
                ))}
              </ul>
              <p className="hint">
                Blades and guillotine cutters: cut away from you, fingers behind the guide, the cap on
                afterwards, out of children&rsquo;s reach; and as the maker says.
              </p>
              <p className="print-files">
                <Button as="a" size="sm" href={`/api/prints/photo-prints.pdf?${query}`} download>
                  PDF with cut marks
                </Button>
                <a className="stitched" href={`/api/prints/photo-prints.zip?${query}`} download>
                  each as JPEG
                </a>
              </p>
              <PaperPrinter asked={asked} />
            </>
          )}
        </>
      )}
    </Fold>
  )
}

const GRADES = { fine: 'fine', soft: 'a little soft', poor: 'poor' } as const

function PrintList({ plan }: { plan: PrintPlan }) {
  return (
    <ul className="print-list">
      {plan.prints.map((one) => (
        <li key={one.key} className={`is-${one.grade}`}>
          <strong>{one.name}</strong>
          <span>
            <Fractions text={one.size} />
          </span>
          <span className="per-inch">
            {one.per_inch} pixels per inch: {GRADES[one.grade]}
            {one.grade !== 'fine' && (
              <>
                , fine up to <Fractions text={one.largest_fine.replaceAll('about ', '')} />
              </>
            )}
          </span>
        </li>
      ))}
      {plan.left.map((one) => (
        <li key={one.name}>
          <strong>{one.name}</strong>
          <span className="hint">is not printed: {one.why}</span>
        </li>
      ))}
    </ul>
  )
}
