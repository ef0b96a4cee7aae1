/** For whoever comes by the keyboard: past the header and the thread, right to the page or to what the step is about. */
export function SkipLinks() {
  return (
    <p className="skip-links">
      <SkipTo place=".board svg [tabindex='0']" words="To the page" />
      <SkipTo
        place=".right-side :is(a[href], button:not(:disabled), input, select, textarea)"
        words="To what this step is about"
      />
    </p>
  )
}

function SkipTo({ place, words }: { place: string; words: string }) {
  return (
    <button
      type="button"
      className="stitched"
      onClick={() => document.querySelector<HTMLElement>(place)?.focus()}
    >
      {words}
    </button>
  )
}
