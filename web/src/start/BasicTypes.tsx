import { useNavigate } from 'react-router'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import type { FormatRequest, NewPage } from '../api/client'
import { useMakePage } from '../api/queries'
import { useBasicTypes } from '../api/sketchQueries'
import { PageThumb } from '../board/PageThumb'
import { nameOf } from '../drafting/words'

/** The basic types drawn for her page: one that is touched is a page at once. */
export function BasicTypes({ page, count }: { page: FormatRequest; count: number }) {
  const types = useBasicTypes(page, count, '')
  const make = useMakePage()
  const navigate = useNavigate()
  const begin = (basic: string) =>
    make.mutate(
      { basic: basic as NonNullable<NewPage['basic']>, photo_count: count, ...page },
      { onSuccess: (made) => void navigate(`/pages/${made.id}/page`) },
    )
  return (
    <>
      {types.error && <Trouble error={types.error} />}
      {make.error && <Trouble error={make.error} onClose={() => make.reset()} />}
      {(types.isPending || make.isPending) && <Waiting words="Drawing them" />}
      <ul className="patches small" aria-label="Basic types">
        {types.data?.map(({ kind, draft }) => (
          <li key={kind} className="patch">
            <button
              type="button"
              className="patch-button"
              disabled={make.isPending}
              onClick={() => begin(kind)}
            >
              <span className="patch-picture">
                <PageThumb board={draft.board} size={130} />
              </span>
              <strong>{nameOf(draft).split(',')[0]}</strong>
            </button>
          </li>
        ))}
      </ul>
    </>
  )
}
