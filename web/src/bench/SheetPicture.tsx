import type { components } from '../api/schema'
import type { Paper } from '../api/client'

interface SheetPictureProps {
  paper: Paper
  sheet: components['schemas']['CutSheet']
}

/** One sheet with its numbered pieces as they lie on it. */
export function SheetPicture({ paper, sheet }: SheetPictureProps) {
  const size = Math.max(paper.width, paper.height)
  const words = sheet.placements.map((place) => place.number).join(', ')
  return (
    <svg
      className="sheet-picture"
      width={(116 * paper.width) / size}
      height={(116 * paper.height) / size}
      viewBox={`0 0 ${paper.width} ${paper.height}`}
      role="img"
      aria-label={`Sheet with pieces ${words}`}
    >
      <rect className="sheet-ground" width={paper.width} height={paper.height} />
      {sheet.placements.map((place) => (
        <g key={place.number}>
          <rect
            className={`sheet-piece tint-${paper.tint ?? 'white'}`}
            x={place.x}
            y={place.y}
            width={place.width}
            height={place.height}
          />
          <text
            x={place.x + place.width / 2}
            y={place.y + place.height / 2}
            fontSize={Math.min(size / 11, place.height * 0.9, place.width * 0.9)}
            textAnchor="middle"
            dominantBaseline="central"
          >
            {place.number}
          </text>
        </g>
      ))}
    </svg>
  )
}
