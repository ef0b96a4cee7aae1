import { useState } from 'react'
import Form from 'react-bootstrap/Form'
import type { Change, Page, PaperPlace } from '../api/client'
import { usePapers as useStashPapers } from '../api/cuttingQueries'
import { useWhyNot } from '../api/paperQueries'
import { Trouble } from '../app/Trouble'
import type { Papers } from './usePapers'

interface WhyNotProps {
  page: Page
  place: PaperPlace
  papers: Papers
  onChange: (change: Change) => void
}

/** "Why not this one?": what speaks for and against a paper of hers that is not among the best. */
export function WhyNot({ page, place, papers, onChange }: WhyNotProps) {
  const [open, setOpen] = useState(false)
  const stash = useStashPapers()
  const why = useWhyNot(page.id)
  if (!open)
    return (
      <button type="button" className="stitched" onClick={() => setOpen(true)}>
        Why not another?
      </button>
    )
  return (
    <span className="why-not">
      <Form.Select
        size="sm"
        aria-label="Why not this paper"
        defaultValue=""
        onChange={(event) => {
          const [paper, side] = event.target.value.split(' ')
          if (paper)
            why.mutate({
              ...papers.asked,
              place: place.letter,
              stash_paper: Number(paper),
              side: side === 'B' ? 'B' : 'A',
            })
        }}
      >
        <option value="">Why not …</option>
        {stash.data?.flatMap((paper) =>
          (['A', 'B'] as const).map((side) => (
            <option key={`${paper.id} ${side}`} value={`${paper.id} ${side}`}>
              {paper.name}, {side} side
            </option>
          )),
        )}
      </Form.Select>
      {why.error && <Trouble error={why.error} />}
      {why.data && (
        <span className="fan-reasons" role="status">
          <ul>
            {why.data.against.map((words) => (
              <li key={words} className="speaks-against">
                {words}
              </li>
            ))}
            {why.data.reasons.map((words) => (
              <li key={words} className="speaks-for">
                {words}
              </li>
            ))}
            {why.data.against.length + why.data.reasons.length === 0 && (
              <li>Nothing speaks against it; others suit a little better.</li>
            )}
          </ul>
          <button type="button" className="stitched" onClick={() => onChange(why.data.change)}>
            Lay it all the same
          </button>
        </span>
      )}
    </span>
  )
}
