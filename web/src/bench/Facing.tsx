import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { Fractions } from '../app/Fractions'
import { Fold } from '../app/Fold'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import type { Page } from '../api/client'
import { useCompanions, useMakeCompanion, type ForPhotos } from '../api/queries'
import { PageThumb } from '../board/PageThumb'
import { ForWhich } from './ForWhich'

/** A page to face this one: its papers return, its strong shape moves to the other end. */
export function Facing({ page }: { page: Page }) {
  const [open, setOpen] = useState(false)
  const [wanted, want] = useState<ForPhotos>({})
  const proposals = useCompanions(page, wanted, open)
  const cache = useQueryClient()
  const stop = () => {
    setOpen(false)
    void cache.cancelQueries({ queryKey: ['companions'] })
  }
  const make = useMakeCompanion(page.id)
  const navigate = useNavigate()
  const count = wanted.photos ?? proposals.data?.[0]?.photos ?? 1
  return (
    <Fold place="facing" className="facing" label="A facing page" heading="A page to face it?">
      {!open && (
        <button type="button" className="stitched" onClick={() => setOpen(true)}>
          See what would go with it
        </button>
      )}
      {open && <ForWhich page={page} wanted={wanted} count={count} onWant={want} />}
      {open && proposals.isPending && <Waiting words="Laying out pages to face it" onStop={stop} />}
      {proposals.error && <Trouble error={proposals.error} />}
      {make.error && <Trouble error={make.error} onClose={() => make.reset()} />}
      {!proposals.error && (
        <ul className="facing-list">
          {proposals.data?.map((one) => (
            <li key={one.key}>
              <button
                type="button"
                className="way"
                disabled={make.isPending}
                onClick={() =>
                  make.mutate(
                    { key: one.key, ...(Object.keys(wanted).length > 0 ? wanted : { photos: count }) },
                    { onSuccess: (made) => void navigate(`/pages/${made.id}/page`) },
                  )
                }
              >
                <span className="way-picture pair">
                  <PageThumb board={page.fit.board} slots={page.slots} titles={page.titles} size={84} />
                  <PageThumb board={one.board} size={84} />
                </span>
                <span className="way-words">
                  {one.words.length === 0 && <span>the same pieces in other places</span>}
                  {one.words.map((words) => (
                    <span key={words}>
                      <Fractions text={words} />
                    </span>
                  ))}
                </span>
              </button>
            </li>
          ))}
        </ul>
      )}
      {make.isPending && <Waiting words="Laying it out" />}
    </Fold>
  )
}
