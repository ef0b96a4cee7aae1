interface WaitingProps {
  /** What is waited for. */
  words: string
  /** Ends it, where it can take long. */
  onStop?: () => void
}

/** Something is being worked out or fetched: a thread that runs, and words. */
export function Waiting({ words, onStop }: WaitingProps) {
  return (
    <p className="waiting" role="status">
      <span className="waiting-thread" aria-hidden />
      {words}…
      {onStop && (
        <button type="button" className="stitched" onClick={onStop}>
          stop
        </button>
      )}
    </p>
  )
}
