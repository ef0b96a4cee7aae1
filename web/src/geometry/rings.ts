/** Closed outlines as one path, to be filled even-odd: what lies in another is cut out of it. */
export const pathOf = (rings: number[][][]) =>
  rings.map((ring) => `M${ring.map((point) => point.join(' ')).join('L')}Z`).join('')
