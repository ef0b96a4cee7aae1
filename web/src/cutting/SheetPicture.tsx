import { useId } from 'react'
import type { Look, TablePaper, TableSheet } from '../api/client'
import { LookPattern } from '../board/LookPattern'

/** How a side of a paper looks on its sheets; white when no paper was chosen. */
export function paperLook(paper: TablePaper, side: 'A' | 'B'): Look {
  const letter = paper.letters.find((one) => one.side === side && one.look) ?? paper.letters[0]
  const look = letter?.look
  return look
    ? { ...look, lie: look.lie && 'up' }
    : { colour: '#f4eee2', kind: 'solid', lie: null, picture: null }
}

interface SheetPictureProps {
  paper: TablePaper
  sheet: TableSheet
  /** Longest side in pixels. */
  size: number
}

/** One sheet with its numbered pieces as they lie on it; what is left is hatched. */
export function SheetPicture({ paper, sheet, size }: SheetPictureProps) {
  const id = useId().replaceAll(':', '')
  const longest = Math.max(sheet.width, sheet.height)
  const scale = size / longest
  const words = sheet.placed.map((place) => place.key).join(', ')
  return (
    <svg
      className="sheet-picture"
      width={sheet.width * scale}
      height={sheet.height * scale}
      viewBox={`0 0 ${sheet.width} ${sheet.height}`}
      role="img"
      aria-label={`${sheet.kind} with pieces ${words}`}
    >
      <defs>
        <LookPattern id={id} look={paperLook(paper, sheet.side_up)} scale={scale * 1.6} />
      </defs>
      <rect className="sheet-ground" width={sheet.width} height={sheet.height} />
      {sheet.placed.map((place) => (
        <g key={place.key}>
          <rect {...box(place)} fill={`url(#${id})`} />
          {place.openings.map((hole) => (
            <rect key={`${hole.x} ${hole.y}`} className="sheet-opening" {...box(hole)} />
          ))}
          {place.slant && <path className="sheet-opening" d={slantPath(place)} />}
          <text
            x={place.x + place.width / 2}
            y={place.openings.length > 0 ? place.y + place.height - longest / 24 : place.y + place.height / 2}
            fontSize={Math.min(longest / 9, place.height * 0.9, place.width * 0.7)}
            textAnchor="middle"
            dominantBaseline="central"
          >
            {place.key}
          </text>
        </g>
      ))}
    </svg>
  )
}

/** The cut from corner to corner of a piece as it lies. */
export function slantPath({ x, y, width, height, slant }: TableSheet['placed'][number]): string {
  return slant === 'falling' ? `M${x} ${y}l${width} ${height}` : `M${x} ${y + height}l${width} ${-height}`
}

const box = ({ x, y, width, height }: { x: number; y: number; width: number; height: number }) => ({
  x,
  y,
  width,
  height,
})
