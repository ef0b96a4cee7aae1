import { useState } from 'react'
import Form from 'react-bootstrap/Form'
import { usePapers, useStash } from '../api/cuttingQueries'
import { Sheet } from '../app/Sheet'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import { LineForm } from './LineForm'
import { PaperPatch } from './PaperPatch'
import { PaperSheet } from './PaperSheet'
import { StashPlaces } from './StashPlaces'

/** The stash: every paper she owns, entered in a line, found by a word. */
export function Stash() {
  const [words, look] = useState('')
  const papers = usePapers(words)
  const [openId, open] = useState<number | null>(null)
  const opened = papers.data?.find((paper) => paper.id === openId)
  return (
    <Sheet title="Paper stash" className="stash">
      <StashPlaces here="papers" />
      <div className="box-top">
        <EnterLine onEntered={open} />
        <Form.Control
          type="search"
          className="stash-search"
          aria-label="Look for a paper"
          placeholder="look for mint, stripe …"
          value={words}
          onChange={(event) => look(event.target.value)}
        />
      </div>
      {papers.error && <Trouble error={papers.error} />}
      {papers.isPending && <Waiting words="Opening the drawers" />}
      <div className="box-body">
        <div>
          {papers.data?.length === 0 && (
            <p className="hint">
              {words ? 'No paper says that.' : 'No paper yet. Write what you have, one paper a line.'}
            </p>
          )}
          <ul className="paper-patches">
            {papers.data?.map((paper) => (
              <PaperPatch
                key={paper.id}
                paper={paper}
                open={paper.id === openId}
                onOpen={() => open(paper.id === openId ? null : paper.id)}
              />
            ))}
          </ul>
        </div>
        {opened && <PaperSheet key={opened.id} paper={opened} onClose={() => open(null)} />}
      </div>
    </Sheet>
  )
}

/** One line says it all; what it came to opens beside. */
function EnterLine({ onEntered }: { onEntered: (id: number) => void }) {
  const { enter } = useStash()
  return (
    <LineForm
      place="stash-line"
      placeholder="2 navy 12x12, directional / cream"
      hint="Count, name, size; then what it shows, and after a stroke the other side. A scrap begins with “scrap”."
      deed="Into the stash"
      busy={enter.isPending}
      error={enter.error}
      onSettle={() => enter.reset()}
      onEnter={(line, unit, done) =>
        enter.mutate(
          { line, unit },
          {
            onSuccess: (paper) => {
              done()
              onEntered(paper.id)
            },
          },
        )
      }
    />
  )
}
