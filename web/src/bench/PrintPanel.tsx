import type { Page } from '../api/client'
import { PhotoPrints } from './PhotoPrints'
import { SharePicture } from './SharePicture'

const FILES = [
  {
    href: 'page.pdf?sheet=letter',
    name: 'PDF on letter sheets',
    words: 'true size, tiled where the page is larger',
  },
  { href: 'page.pdf?sheet=a4', name: 'PDF on A4 sheets', words: 'true size, tiled where the page is larger' },
  { href: 'pieces.csv', name: 'Piece list', words: 'CSV for a spreadsheet' },
  { href: 'page.svg', name: 'Outlines', words: 'SVG in true units' },
  { href: 'page.quilt.json', name: 'This page as a sketch', words: 'JSON, can be loaded again' },
] as const

/** The page as files. */
export function PrintPanel({ page }: { page: Page }) {
  if (page.fit.board.blocks.length === 0) {
    return (
      <section className="print-panel">
        <h2>Print and keep</h2>
        <p>Nothing fits on this page yet, so there is nothing to print.</p>
      </section>
    )
  }
  return (
    <>
      <PhotoPrints page={page} />
      <SharePicture pageId={page.id} />
      <section className="print-panel" aria-label="Print and keep">
        <h2>The whole page</h2>
        <ul>
          {FILES.map((file) => (
            <li key={file.href}>
              <a href={`/api/pages/${page.id}/files/${file.href}`} download>
                {file.name}
              </a>
              <span>{file.words}</span>
            </li>
          ))}
        </ul>
        <p className="hint">
          Print at 100 %, without scaling, and measure the two bars on the first sheet before you cut: one is
          1 in, one is 25 mm long.
        </p>
      </section>
    </>
  )
}
