/** Drawings of the three things a page begins with. */

const BOX = { width: 132, height: 92, viewBox: '0 0 132 92', 'aria-hidden': true } as const

/** Two photos, one over the other. */
export function PhotosPicture() {
  return (
    <svg className="start-picture" {...BOX}>
      <g transform="rotate(-7 48 46)">
        <rect className="print" x="14" y="14" width="66" height="52" />
        <rect className="sky" x="19" y="19" width="56" height="42" />
        <path className="roof" d="M19 61v-14l14-12 14 12v14z" />
      </g>
      <g transform="rotate(5 92 50)">
        <rect className="print" x="66" y="24" width="50" height="60" />
        <rect className="field" x="71" y="29" width="40" height="50" />
        <path className="kite" d="M92 34l11 14-11 18-11-18z" />
        <path className="string" d="M92 66q6 5-2 9" />
      </g>
    </svg>
  )
}

/** A page with its rulers. */
export function PagePicture() {
  return (
    <svg className="start-picture" {...BOX}>
      <rect className="print" x="38" y="16" width="62" height="70" />
      {Array.from({ length: 9 }, (_, tick) => (
        <path
          key={tick}
          className="tick"
          d={`M${38 + tick * 7.75} 12v-${tick % 2 ? 4 : 8}M34 ${16 + tick * 8.75}h-${tick % 2 ? 4 : 8}`}
        />
      ))}
    </svg>
  )
}

/** A sketch of a page: two photos, a band, lines to write on. */
export function LayoutPicture() {
  return (
    <svg className="start-picture" {...BOX}>
      <rect className="print" x="28" y="6" width="80" height="80" />
      <rect className="band" x="28" y="48" width="80" height="16" />
      <rect className="slot" x="36" y="14" width="30" height="44" />
      <rect className="slot" x="71" y="26" width="29" height="32" />
      <path className="tick" d="M36 71h40M36 77h30" />
    </svg>
  )
}
