/** How papers of the stash look: their colour, and a print that tells their kind without words. */
import type { ReactElement } from 'react'
import type { Look } from '../api/client'

/** The same look has the same key, which serves as part of an id. */
export const lookKey = (look: Look) =>
  `look-${look.colour.slice(1)}-${look.kind.replaceAll(' ', '')}-${look.lie ?? 'any'}${pictureMark(look)}`

/** Tells one picture of a paper from another. */
const pictureMark = ({ picture }: Look) => (picture ? `-${picture.address.replace(/\W+/g, '-')}` : '')

/** Ink that shows on a colour: darker on light paper, lighter on dark. */
function printed(colour: string): string {
  const [red, green, blue] = [1, 3, 5].map((at) => parseInt(colour.slice(at, at + 2), 16))
  const light = 0.3 * red! + 0.59 * green! + 0.11 * blue! > 120
  return light ? 'rgba(30, 34, 60, 0.16)' : 'rgba(255, 255, 255, 0.2)'
}

const drawn: Record<Look['kind'], (ink: string) => ReactElement | null> = {
  solid: () => null,
  'small print': (ink) => <path d="M3 3h.01M9 9h.01" stroke={ink} strokeWidth="2.4" strokeLinecap="round" />,
  'large print': (ink) => (
    <>
      <circle cx="3.4" cy="3.6" r="2.6" fill={ink} />
      <path d="M8 12q-1-4 2-6 1 4-2 6M6 1q3 0 4 3-4 0-4-3" fill={ink} />
    </>
  ),
  dots: (ink) => <path d="M3 3h.01M9 9h.01" stroke={ink} strokeWidth="4.6" strokeLinecap="round" />,
  floral: (ink) => (
    <>
      <path
        d="M6 1.6a2 2 0 0 1 2.6 2.6a2 2 0 0 1 0 3.4a2 2 0 0 1-2.6 2.6a2 2 0 0 1-2.6-2.6a2 2 0 0 1 0-3.4A2 2 0 0 1 6 1.6"
        fill={ink}
      />
      <circle cx="6" cy="6" r="1.1" fill={ink} />
    </>
  ),
  words: (ink) => <path d="M1 3h4M6.5 3h4.5M1 9h6M8.5 9h2.5" stroke={ink} strokeWidth="1.6" />,
  plaid: (ink) => <path d="M3 0v12M0 3h12M9 0v12M0 9h12" stroke={ink} strokeWidth="2" />,
  stripe: (ink) => <path d="M3 0v12M9 0v12" stroke={ink} strokeWidth="2.2" />,
  metallic: () => (
    <path d="M-3 9L9 -3M0 15L15 0" stroke="rgba(255, 255, 255, 0.42)" strokeWidth="2.6" fill="none" />
  ),
  vellum: () => <path d="M0 0L12 12M12 0L0 12" stroke="rgba(255, 255, 255, 0.6)" strokeWidth="0.8" />,
}

interface LookPatternProps {
  id: string
  look: Look
  scale: number
  /** So long is the page's unit in this drawing: a picture of a paper keeps its true size. */
  unit?: number | undefined
}

/** One look as a pattern; across the piece it lies a quarter turned. */
export function LookPattern({ id, look, scale, unit = 1 }: LookPatternProps) {
  const turned = look.lie === 'across' ? ' rotate(90)' : ''
  if (look.picture) {
    const { address, wide, high } = look.picture
    const size = { width: wide * unit, height: high * unit }
    return (
      <pattern id={id} {...size} patternUnits="userSpaceOnUse" patternTransform={turned}>
        <rect {...size} fill={look.colour} />
        <image href={address} {...size} preserveAspectRatio="none" />
      </pattern>
    )
  }
  return (
    <pattern
      id={id}
      width="12"
      height="12"
      patternUnits="userSpaceOnUse"
      patternTransform={`scale(${1 / scale})${turned}`}
    >
      <rect width="12" height="12" fill={look.colour} opacity={look.kind === 'vellum' ? 0.7 : 1} />
      {drawn[look.kind](printed(look.colour))}
    </pattern>
  )
}
