/** The papers' looks until real ones are assigned: eight tints, each with its own quiet print. */
import type { ReactElement } from 'react'
import type { BoardBlock } from '../api/client'
import { LookPattern, lookKey } from './LookPattern'

interface Print {
  ground: string
  draw: ReactElement
}

const PRINTS: Print[] = [
  { ground: '#f4eee2', draw: <path d="M0 6h12M6 0v12" stroke="#e6dcc8" strokeWidth="0.7" /> },
  {
    ground: '#c9d8cf',
    draw: <path d="M3 3h.01M9 9h.01" stroke="#9fb8aa" strokeWidth="2" strokeLinecap="round" />,
  },
  { ground: '#e0b256', draw: <path d="M3 0v12M9 0v12" stroke="#cf9c3c" strokeWidth="1.6" /> },
  { ground: '#344270', draw: <path d="M0 12L12 0M-3 3L3 -3M9 15L15 9" stroke="#45558a" strokeWidth="1.1" /> },
  {
    ground: '#ce8e70',
    draw: <path d="M0 4h12M0 10h12" stroke="#bb7a5c" strokeWidth="1" strokeDasharray="3 3" />,
  },
  { ground: '#becddc', draw: <path d="M2 6q2-3 4 0t4 0" fill="none" stroke="#a2b7ca" strokeWidth="1" /> },
  { ground: '#899c70', draw: <path d="M6 3v6M3 6h6" stroke="#9fb186" strokeWidth="0.9" /> },
  {
    ground: '#967084',
    draw: <circle cx="6" cy="6" r="2.2" fill="none" stroke="#a9869a" strokeWidth="0.9" />,
  },
  // paper that is called black
  { ground: '#1c1c1e', draw: <path d="M0 0" /> },
]

interface PaperPatternsProps {
  prefix: string
  scale: number
  /** The pieces to be drawn: papers that were chosen bring their own looks. */
  blocks: BoardBlock[]
}

/** Pattern definitions under ids that begin with `prefix`; they keep their size whatever the page's scale. */
export function PaperPatterns({ prefix, scale, blocks }: PaperPatternsProps) {
  const worn = blocks.flatMap((block) => [block, ...block.windows, ...block.cells, ...block.openings])
  const looks = new Map(worn.flatMap(({ look }) => (look ? [[lookKey(look), look]] : [])))
  return (
    <defs>
      {[...looks].map(([key, look]) => (
        <LookPattern key={key} id={`${prefix}-${key}`} look={look} scale={scale} />
      ))}
      {PRINTS.map((print, index) => (
        <pattern
          key={print.ground}
          id={`${prefix}-${index}`}
          width="12"
          height="12"
          patternUnits="userSpaceOnUse"
          patternTransform={`scale(${1 / scale})`}
        >
          <rect width="12" height="12" fill={print.ground} />
          {print.draw}
        </pattern>
      ))}
    </defs>
  )
}

/** The fill of a piece: its chosen paper, or the print of its tint, or white. */
export function paperFill(prefix: string, { look, tint }: Pick<BoardBlock, 'look' | 'tint'>): string {
  if (look) return `url(#${prefix}-${lookKey(look)})`
  return tint === null ? '#fffdf8' : `url(#${prefix}-${tint % PRINTS.length})`
}
