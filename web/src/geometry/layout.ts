/** Where the page lies on the bench, in pixels, so that it is as large as can be beside its rulers. */

export interface Space {
  width: number
  height: number
}

export interface PageLayout {
  /** Pixels per unit of the page. */
  scale: number
  /** The page's top left corner within the drawing. */
  left: number
  top: number
  /** The page in pixels. */
  width: number
  height: number
}

/** Room left of and above the page for ribbons and rulers, and the free edge beyond it. */
export const GUTTER = { left: 74, top: 56, right: 12, bottom: 12 } as const
/** On a narrow window there is a ruler only, and above it two lines of words. */
export const NARROW_GUTTER = { left: 30, top: 76, right: 8, bottom: 10 } as const

/** Fits a page into the space; never larger than the space, never less than nothing. */
export function layPage(
  page: Space,
  space: Space,
  gutter: Record<keyof typeof GUTTER, number> = GUTTER,
): PageLayout {
  const roomX = Math.max(40, space.width - gutter.left - gutter.right)
  const roomY = Math.max(40, space.height - gutter.top - gutter.bottom)
  const scale = Math.min(roomX / page.width, roomY / page.height)
  const width = page.width * scale
  const height = page.height * scale
  return { scale, left: gutter.left + Math.max(0, (roomX - width) / 2), top: gutter.top, width, height }
}
