import { Sheet } from '../app/Sheet'
import { TERMS } from './terms'

/** The trade's words, from A to Z. */
export function Glossary() {
  return (
    <Sheet title="Words of the trade" className="glossary">
      <dl>
        {Object.entries(TERMS).map(([word, meaning]) => (
          <div key={word}>
            <dt>{word}</dt>
            <dd>{meaning}</dd>
          </div>
        ))}
      </dl>
    </Sheet>
  )
}
