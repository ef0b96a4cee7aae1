import type { Change, Page, Story } from '../api/client'

interface StoryListProps {
  page: Page
  /** The name of the story being written anew. */
  editing: string | null
  onEdit: (story: Story | null) => void
  onChange: (change: Change) => void
}

/** The stories on the page, each to be written anew or taken away, and what they print on. */
export function StoryList({ page, editing, onEdit, onChange }: StoryListProps) {
  if (page.stories.length === 0) return null
  return (
    <>
      <ul className="story-list">
        {page.stories.map((story) => {
          const called = story.text ? story.text.slice(0, 40) : 'a place left empty'
          return (
            <li key={story.name} className={story.name === editing ? 'is-held' : undefined}>
              <q>{called}</q>{' '}
              <span className="hint">
                {story.way}, {story.where}
              </span>
              {story.left_over > 0 && (
                <p className="refusal">
                  {story.left_over} words have no place any more: choose another way for it.
                </p>
              )}
              <p className="deeds">
                <button
                  type="button"
                  className="stitched"
                  aria-label={`${story.name === editing ? 'Close' : 'rewrite it'}: ${called}`}
                  onClick={() => onEdit(story.name === editing ? null : story)}
                >
                  {story.name === editing ? 'Close' : 'rewrite it'}
                </button>
                <button
                  type="button"
                  className="stitched"
                  aria-label={`Remove ${called}`}
                  onClick={() => onChange({ kind: 'story-away', story: story.name })}
                >
                  Remove
                </button>
              </p>
            </li>
          )
        })}
      </ul>
      <p>
        <a className="stitched" href={`/api/pages/${page.id}/files/words.pdf`}>
          Print the words at true size
        </a>{' '}
        <span className="hint">on plain paper first: hold it over the page, and measure both bars.</span>
      </p>
    </>
  )
}
