interface PhotoCountProps {
  before: string
  count: number
  onChange: (count: number) => void
}

/** How many photos: one less, one more. */
export function PhotoCount({ before, count, onChange }: PhotoCountProps) {
  return (
    <p className="draft-deeds how-many">
      <span>{before}</span>
      <button
        type="button"
        className="stitched"
        aria-label="One photo less"
        disabled={count <= 1}
        onClick={() => onChange(count - 1)}
      >
        −
      </button>
      <strong role="status">{count === 1 ? '1 photo' : `${count} photos`}</strong>
      <button
        type="button"
        className="stitched"
        aria-label="One photo more"
        onClick={() => onChange(count + 1)}
      >
        +
      </button>
    </p>
  )
}
