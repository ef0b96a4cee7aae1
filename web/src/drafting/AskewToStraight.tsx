/** A sketch photographed askew, and the same laid straight. */
export function AskewToStraight() {
  return (
    <svg className="askew-to-straight" viewBox="0 0 230 96" width="345" height="144" aria-hidden>
      <g transform="translate(46 48) rotate(-11) skewX(-5)">
        <Page />
      </g>
      <path className="thread-over" d="M98 52 C112 40 124 40 138 50" />
      <g transform="translate(184 48)">
        <Page />
      </g>
    </svg>
  )
}

function Page() {
  return (
    <>
      <rect className="sheet" x={-38} y={-38} width={76} height={76} />
      <rect className="band" x={-38} y={6} width={76} height={20} />
      <rect className="slot" x={-30} y={-28} width={26} height={40} />
      <rect className="slot" x={2} y={-28} width={28} height={22} />
      <circle className="dot" cx={2} cy={12} r={7} />
      <path className="lines" d="M8 -0 h24 M-30 32 h36" />
    </>
  )
}
