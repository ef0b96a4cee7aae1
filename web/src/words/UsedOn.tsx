/** Pages that have the same title: told, not scolded. */
export function UsedOn({ pages }: { pages: string[] }) {
  if (pages.length === 0) return null
  return (
    <p className="hint">
      You used this title before, on {pages.map((name) => `“${name}”`).join(', ')}. That may be just right.
    </p>
  )
}
