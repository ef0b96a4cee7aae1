import type { Title } from '../api/client'

type Lettering = NonNullable<Title['lettering']>

/** Height of a capital of the letters' font, in parts of its size. */
const CAPITAL = 0.7

interface SetLettersProps {
  lettering: Pick<Lettering, 'turn' | 'colour' | 'font' | 'letters'>
  /** The middle of the title's place. */
  x: number
  y: number
}

/** A title letter by letter, each filling the box it was given. */
export function SetLetters({ lettering, x, y }: SetLettersProps) {
  return (
    <g
      className={`set-letters${lettering.font ? ` in-${lettering.font.toLowerCase()}` : ''}`}
      transform={`translate(${x} ${y}) rotate(${lettering.turn})`}
      fill={lettering.colour}
    >
      {lettering.letters.map((letter, place) => (
        <text
          key={place}
          x={letter.x}
          y={letter.y + letter.height}
          fontSize={letter.height / CAPITAL}
          textLength={letter.width}
          lengthAdjust="spacingAndGlyphs"
        >
          {letter.character}
        </text>
      ))}
    </g>
  )
}
