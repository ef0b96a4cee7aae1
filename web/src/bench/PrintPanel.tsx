import type { Page } from '../api/client'
import { Fold } from '../app/Fold'
import { PhotoPrints } from './PhotoPrints'
import { SharePicture } from './SharePicture'

interface PageFile {
  href: string
  name: string
  words: string
}

const TRUE_SIZE = 'true size, tiled where the page is larger'
const LETTER: PageFile = { href: 'page.pdf?sheet=letter', name: 'PDF on letter sheets', words: TRUE_SIZE }
const A4: PageFile = { href: 'page.pdf?sheet=a4', name: 'PDF on A4 sheets', words: TRUE_SIZE }
const OTHERS: readonly PageFile[] = [
  { href: 'pieces.csv', name: 'Piece list', words: 'CSV for a spreadsheet' },
  { href: 'page.svg', name: 'Outlines', words: 'SVG in true units' },
  { href: 'page.quilt.json', name: 'This page as a sketch', words: 'JSON, can be loaded again' },
]

/** The page as files: on paper first, then its photos, a picture to share, and what other programs read. */
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
      <section className="print-panel" aria-label="Print and keep">
        <h2>The whole page</h2>
        <Files page={page} files={page.format.unit === 'mm' ? [A4, LETTER] : [LETTER, A4]} />
        <p className="hint">
          Print at 100 %, without scaling, and measure the two bars on the first sheet before you cut: one is
          1 in, one is 25 mm long.
        </p>
      </section>
      <PhotoPrints page={page} />
      <SharePicture pageId={page.id} />
      <Fold place="other-files" className="print-panel" label="Other files" heading="Other files">
        <Files page={page} files={OTHERS} />
      </Fold>
    </>
  )
}

function Files({ page, files }: { page: Page; files: readonly PageFile[] }) {
  return (
    <ul>
      {files.map((file) => (
        <li key={file.href}>
          <a href={`/api/pages/${page.id}/files/${file.href}`} download>
            {file.name}
          </a>
          <span>{file.words}</span>
        </li>
      ))}
    </ul>
  )
}
