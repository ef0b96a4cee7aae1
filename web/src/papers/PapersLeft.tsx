import type { Page, PapersOnPage } from '../api/client'
import { usePapersOnPage } from '../api/paperQueries'
import { PhotoColours } from './PhotoColours'
import { Start } from './Start'
import type { Papers } from './usePapers'

/** To the left of the page: her photos with their colours, and where she starts. */
export function PapersLeft({ page, papers }: { page: Page; papers: Papers }) {
  const seen = usePapersOnPage(page, papers.asked, true)
  return (
    <>
      {papers.auditioned.length > 0 && <Held papers={papers} />}
      <Start papers={papers} seen={seen.data} />
      <section className="papers-photos" aria-label="Your photos and their colours">
        <h2>Your photos</h2>
        {seen.data?.photos.length === 0 && <p className="hint">No photo lies on this page yet.</p>}
        {seen.data?.photos.map((photo) => (
          <PhotoColours key={photo.photo} photo={photo} papers={papers} />
        ))}
      </section>
    </>
  )
}

/** What is held side by side, and the way to look at it. */
function Held({ papers }: { papers: Papers }) {
  const count = papers.auditioned.length
  return (
    <section className="papers-held" aria-label="Held side by side">
      <p>{count === 1 ? 'One is held: hold another beside it.' : `${count} are held side by side.`}</p>
      {count > 1 && !papers.beside && (
        <button type="button" className="btn btn-primary btn-sm" onClick={() => papers.onBeside(true)}>
          Look at them side by side
        </button>
      )}
    </section>
  )
}

export type PhotoSeen = PapersOnPage['photos'][number]
