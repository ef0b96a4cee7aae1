import { Fractions } from '../app/Fractions'
import type { UseQueryResult } from '@tanstack/react-query'
import type { Fit, Page, Way } from '../api/client'
import { sameWay } from '../api/queries'
import { PageThumb } from '../board/PageThumb'

interface WaysProps {
  page: Page
  fits: UseQueryResult<Fit>[]
  onChoose: (way: Way) => void
  onLook: (fit: Fit | null) => void
}

const keyOf = (way: Way) => `${way.school}/${way.variant}/${way.turn}/${way.mirrored}`

/** The ways to fit as small pages wearing her photos; those that fit come first. */
export function Ways({ page, fits, onChoose, onLook }: WaysProps) {
  const rows = page.ways.map((way, index) => ({ way, fit: fits[index]?.data, error: fits[index]?.error }))
  const found = rows.filter((row) => row.fit && row.fit.board.blocks.length > 0)
  const waiting = rows.filter((row) => !row.fit && !row.error)
  const impossible = rows.filter((row) => row.fit?.board.blocks.length === 0)
  const anyLoaded = rows.some((row) => row.fit)
  return (
    <section className="ways" aria-label="Ways to fit">
      <h2>{found.length > 1 ? `${found.length} ways to fit` : 'Ways to fit'}</h2>
      <ul onPointerLeave={() => onLook(null)}>
        {found.map(({ way, fit }) => (
          <li key={keyOf(way)}>
            <button
              type="button"
              className="way"
              aria-pressed={sameWay(way, page.way)}
              onClick={() => onChoose(way)}
              onPointerEnter={() => onLook(sameWay(way, page.way) ? null : fit!)}
              onFocus={() => onLook(sameWay(way, page.way) ? null : fit!)}
              onBlur={() => onLook(null)}
            >
              <span className="way-picture">
                <PageThumb board={fit!.board} slots={page.slots} titles={page.titles} size={104} />
              </span>
              <span className="way-words">
                <strong>{fit!.title}</strong>
                <span>{fit!.gist}</span>
                {fit!.note && way.school === 'fill-extra' && (
                  <span className="way-note">
                    <Fractions text={fit!.note} />
                  </span>
                )}
              </span>
            </button>
          </li>
        ))}
        {waiting.map(({ way }) => (
          <li key={keyOf(way)} className="way is-waiting">
            <span className="way-picture" aria-hidden />
            <span className="way-words" role="status">
              measuring another way…
            </span>
          </li>
        ))}
      </ul>
      {anyLoaded && impossible.length > 0 && (
        <p className="hint">
          Not on this page: {impossible.map((row) => row.fit!.title.toLowerCase()).join('; ')}.
        </p>
      )}
    </section>
  )
}
