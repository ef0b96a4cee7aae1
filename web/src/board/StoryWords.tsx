import { memo } from 'react'
import type { Written } from '../api/client'

/** Words in their places with the cards and strips beneath, in page units. */
export const StoryWords = memo(function StoryWords({ story }: { story: Written }) {
  const face = story.font ? `in-${story.font.toLowerCase()}` : 'by-hand'
  return (
    <g className="story-words" pointerEvents="none">
      {story.grounds.map((ground) => (
        <Card key={`${ground.x} ${ground.y}`} ground={ground} pitch={story.pitch} />
      ))}
      {story.lines.map((line) => (
        <text
          key={`${line.x} ${line.y}`}
          className={face}
          fill={story.colour}
          fontSize={story.em}
          x={line.x}
          y={line.y + story.pitch / 2 + story.em * 0.34}
          textLength={line.text ? line.width : undefined}
          lengthAdjust="spacingAndGlyphs"
          transform={line.turn ? `rotate(${line.turn} ${line.x} ${line.y})` : undefined}
        >
          {line.text}
        </text>
      ))}
      {story.lines
        .filter((line) => line.text === '')
        .map((line) => (
          <path
            key={`${line.x} ${line.y}`}
            className="wished-line"
            d={`M${line.x} ${line.y + story.pitch * 0.75}h${line.width}`}
            transform={line.turn ? `rotate(${line.turn} ${line.x} ${line.y})` : undefined}
          />
        ))}
    </g>
  )
})

/** A card or strip; a ruled one has its lines. */
function Card({ ground, pitch }: { ground: Written['grounds'][number]; pitch: number }) {
  const { x, y, width, height } = ground
  const inset = Math.min(width, height) * 0.06
  const count = ground.ruled ? Math.floor((height - 2 * inset) / pitch) : 0
  return (
    <>
      <rect className="story-card" {...{ x, y, width, height }} />
      {Array.from({ length: count }, (_, row) => (
        <path
          key={row}
          className="ruled-line"
          d={`M${x + inset} ${y + inset + (row + 0.85) * pitch}h${width - 2 * inset}`}
        />
      ))}
    </>
  )
}
