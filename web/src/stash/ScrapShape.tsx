interface ScrapShapeProps {
  picture: string
  wide: number
  high: number
  /** Of what can be cut out of it, in parts of its box. */
  corners: number[][]
  label: string
}

/** A scrap as it was photographed, with the largest rectangle in it. */
export function ScrapShape({ picture, wide, high, corners, label }: ScrapShapeProps) {
  const points = corners.map(([across, down]) => `${across! * wide},${down! * high}`).join(' ')
  return (
    <svg className="scrap-shape" viewBox={`0 0 ${wide} ${high}`} role="img" aria-label={label}>
      <image href={picture} width={wide} height={high} preserveAspectRatio="none" />
      {corners.length > 0 && (
        <>
          <polygon points={points} className="ground" />
          <polygon points={points} />
        </>
      )}
    </svg>
  )
}
