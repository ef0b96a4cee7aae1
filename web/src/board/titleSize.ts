/** How large a title can be drawn in its block; a matter of drawing only, nothing is cut from it. */

const FAMILY = '"Literata Variable", Literata, serif'
let pen: CanvasRenderingContext2D | null = null

/** Width of a text at a font size of 1. */
function widthOf(text: string): number {
  pen ??= document.createElement('canvas').getContext('2d')
  if (!pen) return text.length * 0.6
  pen.font = `700 100px ${FAMILY}`
  return pen.measureText(text).width / 100
}

/** The largest font size, in the box's unit, at which the text stays inside its box. */
export function titleSize(text: string, width: number, height: number): number {
  return Math.min(height * 0.74, (width * 0.98) / Math.max(0.1, widthOf(text)))
}
