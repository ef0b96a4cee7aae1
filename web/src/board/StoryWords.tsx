import { memo } from 'react'
import type { Written } from '../api/client'

/** Words in their places with the cards and strips beneath, in page units. */
export const StoryWords = memo(function StoryWords({ story }: { story: Written }) {
  const isFont = story.font !== ''
  const face = isFont ? `in-${story.font.toLowerCase()}` : 'by-hand'
  // A hand stands on its line, print in the middle of it.
  const foot = isFont ? story.pitch / 2 + story.em * 0.34 : story.pitch * 0.85
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
          y={line.y + foot}
          textLength={line.text ? line.width : undefined}
          lengthAdjust={isFont ? 'spacingAndGlyphs' : 'spacing'}
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

/** A card, strip or label in its outline; a ruled one has its lines. */
function Card({ ground, pitch }: { ground: Written['grounds'][number]; pitch: number }) {
  const { x, y, width, height, points, colour } = ground
  const inset = Math.min(width, height) * 0.06
  const count = ground.ruled ? Math.floor((height - 2 * inset) / pitch) : 0
  return (
    <>
      {points.length > 0 ? (
        <polygon
          className="story-card"
          points={points.join(' ')}
          style={colour ? { fill: colour } : undefined}
        />
      ) : (
        <rect
          className="story-card"
          {...{ x, y, width, height }}
          style={colour ? { fill: colour } : undefined}
        />
      )}
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
