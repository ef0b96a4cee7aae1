import { Link } from 'react-router'
import { Fractions } from '../app/Fractions'
import { Trouble } from '../app/Trouble'
import { useFound } from '../app/useFound'
import type { PageCard } from '../api/client'
import { useCopyPage, useDelete, usePages, useRenamePage } from '../api/queries'
import { PageThumb } from '../board/PageThumb'
import { LookThrough } from './LookThrough'
import { PatchDeeds } from './PatchDeeds'

/** So many things are looked over at a glance; more are looked through. */
export const AT_A_GLANCE = 6

/** The pages she works on. */
export function Pages() {
  const pages = usePages()
  const { found, words, look, order, lay } = useFound(pages.data, 'newest')
  return (
    <section aria-labelledby="pages-heading">
      <div className="section-head">
        <h1 id="pages-heading">On the table</h1>
        {(pages.data?.length ?? 0) > AT_A_GLANCE && (
          <LookThrough what="pages" words={words} order={order} onLook={look} onLay={lay} />
        )}
        <Link className="btn btn-primary btn-sm" to="/begin">
          Begin a page
        </Link>
      </div>
      {pages.error && <Trouble error={pages.error} />}
      {words && found.length === 0 && <p className="hint">No page is called that.</p>}
      <ul className="patches">
        {found.map((page) => (
          <PagePatch key={page.id} page={page} />
        ))}
      </ul>
    </section>
  )
}

function PagePatch({ page }: { page: PageCard }) {
  const remove = useDelete()
  const copy = useCopyPage()
  const rename = useRenamePage()
  return (
    <li className="patch">
      <Link to={`/pages/${page.id}/page`}>
        <span className="patch-picture">
          <PageThumb
            board={page.board}
            slots={page.slots}
            titles={page.titles}
            stories={page.stories}
            accents={page.accents}
            size={190}
          />
        </span>
        <strong>{page.name}</strong>
        <span className="patch-words">
          <Fractions text={page.size} />
        </span>
      </Link>
      <PatchDeeds
        called={`page ${page.name}`}
        name={page.name}
        rename={rename}
        onRename={(name, done) =>
          rename.mutate({ id: page.id, version: page.version, name }, { onSuccess: done })
        }
        onCopy={() => copy.mutate(page.id)}
        onRemove={() => remove.mutate({ kind: 'page', id: page.id })}
      />
    </li>
  )
}
