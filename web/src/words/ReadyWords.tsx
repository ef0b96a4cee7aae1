import type { LayOver } from '../bench/layOver'
import type { Change, Page } from '../api/client'
import { useReadyWords } from '../api/embellishQueries'
import { Accents } from '../board/Accents'
import { ArrangementList } from '../embellish/ArrangementList'

interface ReadyWordsProps {
  page: Page
  onChange: (change: Change) => void
  onLayOver: LayOver
}

/** Printed words she owns: as a title, whole, tucked under or cut in two, or beside the photo they name. */
export function ReadyWords({ page, onChange, onLayOver }: ReadyWordsProps) {
  const found = useReadyWords(page)
  if (!found.data || found.data.length === 0) return null
  return (
    <section className="ready-words" aria-label="Ready words you own">
      <h3>Ready words you own</h3>
      <ArrangementList
        page={page}
        proposals={found.data}
        onLook={(one) => onLayOver(one && <Accents accents={one.accents} scale={1} />)}
        onChoose={(one) => onChange(one.change)}
      />
    </section>
  )
}
