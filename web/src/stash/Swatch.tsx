import { useId } from 'react'
import type { Look, StashPaper } from '../api/client'
import { LookPattern } from '../board/LookPattern'

/** How one side of a paper looks, its pattern upright. */
export function lookOf(side: StashPaper['front']): Look {
  return {
    colour: side.colours[0] ?? '#e9e1cf',
    kind: side.kind,
    lie: side.directional ? 'up' : null,
    picture: side.picture,
  }
}

interface SwatchProps {
  look: Look
  width: number
  height: number
  /** The other side shows at a turned corner. */
  back?: Look
}

/** A patch of paper; with a back, one corner is turned over. */
export function Swatch({ look, width, height, back }: SwatchProps) {
  const id = useId().replaceAll(':', '')
  const corner = Math.min(width, height) * 0.34
  /** A photographed side shows whole. */
  const fitted = ({ picture }: Look) =>
    picture ? Math.max(width / picture.wide, height / picture.high) : undefined
  return (
    <svg className="paper-swatch" width={width} height={height} aria-hidden>
      <defs>
        <LookPattern id={`${id}a`} look={look} scale={0.9} unit={fitted(look)} />
        {back && <LookPattern id={`${id}b`} look={back} scale={0.9} unit={fitted(back)} />}
      </defs>
      <path
        d={
          back
            ? `M0 0H${width}V${height - corner}L${width - corner} ${height}H0z`
            : `M0 0H${width}V${height}H0z`
        }
        fill={`url(#${id}a)`}
      />
      {back && (
        <path
          className="turned-corner"
          d={`M${width} ${height - corner}H${width - corner}V${height}z`}
          fill={`url(#${id}b)`}
        />
      )}
    </svg>
  )
}
