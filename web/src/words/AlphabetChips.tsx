import { useAlphabets } from '../api/wordsQueries'

interface AlphabetChipsProps {
  /** The key of the alphabet that is chosen; none: any of them. */
  chosen: string
  onChoose: (alphabet: string) => void
}

/** In which letters: any, or one alphabet of hers or of the shipped fonts. */
export function AlphabetChips({ chosen, onChoose }: AlphabetChipsProps) {
  const alphabets = useAlphabets()
  return (
    <p className="chips plain" role="group" aria-label="In these letters">
      <span>in</span>
      {[{ key: '', name: 'any letters' }, ...(alphabets.data ?? [])].map(({ key, name }) => (
        <button
          key={key}
          type="button"
          className="stitched"
          aria-pressed={chosen === key}
          onClick={() => onChoose(key)}
        >
          {name}
        </button>
      ))}
    </p>
  )
}
