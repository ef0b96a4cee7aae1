import { useState } from 'react'
import Button from 'react-bootstrap/Button'
import { uploadScraps, type FoundScrap, type StashPaper } from '../api/client'
import { useStash } from '../api/cuttingQueries'
import { Fractions } from '../app/Fractions'
import { Trouble } from '../app/Trouble'
import { ScrapShape } from './ScrapShape'
import { SheetPhoto } from '../app/SheetPhoto'

/** Scraps of any outline, photographed: each is found, and what can be cut out of it is counted. */
export function FoundScraps({ paper }: { paper: StashPaper }) {
  return (
    <details className="found-scraps">
      <summary>Scraps from a photograph</summary>
      <SheetPhoto
        called="Scraps from a photograph"
        hint="Lay them apart on a plain sheet of another colour, all of it in the picture. Each keeps its picture; the largest rectangle in it is what a plan can use."
        find={uploadScraps}
      >
        {(scraps) => <Found paper={paper} scraps={scraps} />}
      </SheetPhoto>
    </details>
  )
}

function Found({ paper, scraps }: { paper: StashPaper; scraps: FoundScrap[] }) {
  const { keepScrap } = useStash()
  const [kept, keep] = useState<ReadonlySet<number>>(new Set())
  return (
    <>
      {keepScrap.error && <Trouble error={keepScrap.error} onClose={() => keepScrap.reset()} />}
      <ul className="found-list" aria-label="Scraps that were found">
        {scraps.map((scrap, place) =>
          kept.has(place) ? null : (
            <li key={place}>
              <ScrapShape
                picture={`data:image/webp;base64,${scrap.picture}`}
                wide={scrap.wide}
                high={scrap.high}
                corners={scrap.corners}
                label={`Scrap ${place + 1}, as it was photographed`}
              />
              <span>
                {scrap.usable ? (
                  <b>
                    <Fractions text={scrap.usable} />
                  </b>
                ) : (
                  'too small to cut anything from'
                )}{' '}
                <span className="hint">
                  of <Fractions text={scrap.size} />
                </span>
              </span>
              {scrap.usable && (
                <Button
                  size="sm"
                  variant="outline-primary"
                  aria-label={`Keep it: scrap ${place + 1}`}
                  disabled={keepScrap.isPending}
                  onClick={() =>
                    keepScrap.mutate(
                      { id: paper.id, scrap },
                      { onSuccess: () => keep(new Set([...kept, place])) },
                    )
                  }
                >
                  Keep it
                </Button>
              )}
            </li>
          ),
        )}
      </ul>
    </>
  )
}
