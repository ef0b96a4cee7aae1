import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Fractions } from '../app/Fractions'
import { Fold } from '../app/Fold'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import type { Change, Page } from '../api/client'
import { useProposals } from '../api/queries'
import { PageThumb } from '../board/PageThumb'

interface ProposalsProps {
  page: Page
  onChange: (change: Change) => void
}

/** What could be merged, split, dropped or left to a card; looked for only when asked, done only when chosen. */
export function Proposals({ page, onChange }: ProposalsProps) {
  const [asked, ask] = useState(false)
  const found = useProposals(page, asked)
  const cache = useQueryClient()
  const stop = () => {
    ask(false)
    void cache.cancelQueries({ queryKey: ['proposals'] })
  }
  return (
    <Fold place="more-room" className="proposals" label="More room" heading="More room for the photos?">
      {!asked && (
        <button type="button" className="stitched" onClick={() => ask(true)}>
          See what would help
        </button>
      )}
      {asked && found.isPending && <Waiting words="Trying what would give more room" onStop={stop} />}
      {found.error && <Trouble error={found.error} />}
      {found.data?.length === 0 && <p>Nothing would gain anything: the photos have the room they need.</p>}
      <ul>
        {found.data?.map((proposal) => (
          <li key={proposal.words}>
            <button type="button" className="way" onClick={() => onChange(proposal.change)}>
              <span className="way-picture">
                <PageThumb board={proposal.board} slots={page.slots} titles={page.titles} size={88} />
              </span>
              <span className="way-words">
                <strong>{capital(proposal.words)}</strong>
                <span>
                  <Fractions text={proposal.gain} />
                </span>
              </span>
            </button>
          </li>
        ))}
      </ul>
    </Fold>
  )
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)
