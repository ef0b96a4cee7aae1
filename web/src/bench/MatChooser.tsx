import { Term } from '../glossary/Term'
import { useState } from 'react'
import Form from 'react-bootstrap/Form'
import { Fractions } from '../app/Fractions'
import type { Change, Page, Slot } from '../api/client'
import { useMatColour } from '../api/photoQueries'

interface MatChooserProps {
  page: Page
  slot: Slot
  onChange: (change: Change) => void
}

const SHADES = { white: 'white', black: 'black', deep: 'a deep colour' } as const

/** Mats behind one photo: none, one, two, or one that shows on two sides only; with the colour that suits it. */
export function MatChooser({ page, slot, onChange }: MatChooserProps) {
  const colour = useMatColour(page, slot.block)
  const [shows, setShows] = useState(page.format.unit === 'mm' ? '3' : '1/8')
  const [paper, setPaper] = useState<string | null>(null)
  const chosen = paper ?? colour.data?.shade ?? 'white'
  const even = { left: shows, top: shows, right: shows, bottom: shows }
  const lay = (mats: (typeof even)[]) => onChange({ kind: 'mat', block: slot.block, mats, paper: chosen })
  const zero = '0'
  return (
    <div className="mat-chooser" role="group" aria-label="Mat">
      <h3>
        Mat <Term of="mat" />
      </h3>
      {colour.data && (
        <p className="mat-why">
          <i className="swatch" style={{ background: colour.data.colour }} aria-hidden />
          <span>
            <strong>{SHADES[colour.data.shade]}</strong>: {colour.data.why}
          </span>
        </p>
      )}
      <div className="mat-terms">
        <span>
          shows <Term of="reveal" />
        </span>
        <Form.Control
          size="sm"
          aria-label="How far the mat shows"
          value={shows}
          onChange={(event) => setShows(event.target.value)}
        />
        <Form.Select
          size="sm"
          aria-label="Colour of the mat"
          value={chosen}
          onChange={(event) => setPaper(event.target.value)}
        >
          <option value="white">white</option>
          <option value="black">black</option>
          <option value="deep">a deep colour</option>
        </Form.Select>
      </div>
      <p className="mat-deeds">
        <button type="button" className="stitched" onClick={() => lay([])}>
          none
        </button>
        <button type="button" className="stitched" onClick={() => lay([even])}>
          one
        </button>
        <button type="button" className="stitched" onClick={() => lay([even, even])}>
          two
        </button>
        <button
          type="button"
          className="stitched"
          onClick={() => lay([{ left: shows, top: zero, right: zero, bottom: shows }])}
        >
          offset, left and foot
        </button>
        <button
          type="button"
          className="stitched"
          onClick={() => lay([{ left: zero, top: zero, right: shows, bottom: shows }])}
        >
          offset, right and foot
        </button>
      </p>
      {colour.data?.two_of_a_sheet && (
        <p className="hint">
          <Fractions text={colour.data.two_of_a_sheet} />
        </p>
      )}
    </div>
  )
}
