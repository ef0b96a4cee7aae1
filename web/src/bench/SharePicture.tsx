import { useState } from 'react'

const SIZES = [
  { pixels: 1080, words: 'for a message' },
  { pixels: 1600, words: 'for a screen' },
  { pixels: 3000, words: 'for a print' },
] as const

/** The page as a picture to share, without rulers and numbers, as large as it is wanted. */
export function SharePicture({ pageId }: { pageId: number }) {
  const [pixels, choose] = useState<number>(SIZES[1].pixels)
  const address = (kind: string) => `/api/pages/${pageId}/files/page.${kind}?pixels=${pixels}`
  return (
    <section className="share" aria-label="A picture to share">
      <h2>A picture to share</h2>
      <p className="answers" role="group" aria-label="How large">
        {SIZES.map((size) => (
          <button
            key={size.pixels}
            type="button"
            className="stitched"
            aria-pressed={size.pixels === pixels}
            onClick={() => choose(size.pixels)}
          >
            {size.words}
          </button>
        ))}
      </p>
      <p className="share-files">
        <a className="stitched" href={address('jpg')} download>
          JPEG, {pixels} pixels
        </a>{' '}
        <a className="stitched" href={address('png')} download>
          PNG, {pixels} pixels
        </a>
      </p>
    </section>
  )
}
