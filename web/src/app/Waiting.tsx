/** Something is being worked out or fetched: a thread that runs, and words. */
export function Waiting({ words }: { words: string }) {
  return (
    <p className="waiting" role="status">
      <span className="waiting-thread" aria-hidden />
      {words}…
    </p>
  )
}
