import { Term } from '../glossary/Term'
import type { LayOver } from '../bench/layOver'
import { useState } from 'react'
import type { Accent, Arrangement, Change, Page } from '../api/client'
import { useEmbellishments, useProposed } from '../api/embellishQueries'
import { Accents } from '../board/Accents'
import { Trouble } from '../app/Trouble'
import { MadeFrom } from '../stash/MadeFrom'
import { Waiting } from '../app/Waiting'
import { ArrangementList } from './ArrangementList'
import { ClusterWishes, type Wish } from './ClusterWishes'
import { CoverSpot } from './CoverSpot'
import { EVERYTHING, Handful } from './Handful'
import { HeldAccent } from './HeldAccent'
import { Scatter } from './Scatter'

interface ClusterSideProps {
  page: Page
  held: Accent | null
  onChange: (change: Change) => void
  onLayOver: LayOver
  onPutDown: () => void
}

const FIRST: Wish = {
  formation: 'a triangle',
  odd: true,
  rich: false,
  falling: true,
  even_sided: false,
  thickness: '',
}

/** Clusters, a scattered background, something over a flaw: from what she owns, proposed, looked at, laid. */
export function ClusterSide({ page, held, onChange, onLayOver, onPutDown }: ClusterSideProps) {
  const owned = useEmbellishments()
  const { clusters } = useProposed(page.id)
  const [wish, setWish] = useState(FIRST)
  const [picked, pick] = useState(EVERYTHING)
  /** The version the proposals were made for: they are forgotten when the page changes. */
  const [asked, ask] = useState<number | null>(null)
  const groups = [...new Set(page.accents.map((one) => one.group))].filter((group) =>
    group.startsWith('cluster'),
  )
  const plan = (keep: string[] | null) => {
    ask(page.version)
    clusters.mutate({ ...wish, keep, only: [...picked.only], colours: [...picked.colours] })
  }
  const proposals = asked === page.version ? clusters.data : undefined
  const look = (one: Arrangement | null) => onLayOver(one && <Accents accents={one.accents} scale={1} />)
  return (
    <section className="cluster-side" aria-label="Clusters">
      <h2>
        Clusters <Term of="cluster" />
      </h2>
      <MadeFrom page={page} />
      {held && (
        <HeldAccent
          accent={held}
          onChange={onChange}
          onPutDown={onPutDown}
          onAnswer={
            held.group.startsWith('cluster') && groups.length > 1 ? () => plan([held.group]) : undefined
          }
        />
      )}
      <ClusterWishes wish={wish} onChange={setWish} unit={page.fit.board.unit} />
      <Handful owned={owned.data ?? []} picked={picked} onPick={pick} />
      <p className="deeds">
        <button
          type="button"
          className="btn btn-primary btn-sm"
          disabled={clusters.isPending}
          onClick={() => plan(null)}
        >
          {groups.length > 0 ? 'Add clusters' : 'Plan clusters'}
        </button>
        {groups.length > 0 && (
          <button type="button" className="stitched" onClick={() => plan([])}>
            plan them all again
          </button>
        )}
      </p>
      {clusters.isPending && <Waiting words="Laying pieces out" />}
      {clusters.error && asked === page.version && <Trouble error={clusters.error} />}
      {proposals && (
        <ArrangementList
          page={page}
          proposals={proposals}
          onLook={look}
          onChoose={(one) => onChange(one.change)}
        />
      )}
      <Scatter page={page} owned={owned.data ?? []} onChange={onChange} onLook={look} />
      <CoverSpot page={page} onChange={onChange} onLook={look} onLayOver={onLayOver} />
      {page.accents.length > 0 && (
        <p>
          <a className="stitched" href={`/api/pages/${page.id}/files/placing.pdf`}>
            Print a placing guide
          </a>
          <span className="hint caution">
            Hot glue burns: keep it out of children’s reach. Sprays and solvents want fresh air and no flame.
            Follow the maker’s label.
          </span>
        </p>
      )}
    </section>
  )
}
