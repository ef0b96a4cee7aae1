import type { PrintSheet, WornSlot } from '../api/client'

interface PrintSheetPictureProps {
  sheet: PrintSheet
  /** The slots of all pages that are printed, by page and block. */
  slots: ReadonlyMap<string, WornSlot>
  number: number
}

/** A sheet of photo paper small, with the photos on it and the cut marks. */
export function PrintSheetPicture({ sheet, slots, number }: PrintSheetPictureProps) {
  const scale = 240 / Math.max(sheet.width, sheet.height)
  return (
    <svg
      className="print-sheet"
      width={sheet.width * scale}
      height={sheet.height * scale}
      viewBox={`0 0 ${sheet.width} ${sheet.height}`}
      role="img"
      aria-label={`Sheet ${number}: ${sheet.laid.map((laid) => laid.name).join(', ')}`}
    >
      <rect className="photo-paper" width={sheet.width} height={sheet.height} />
      {sheet.laid.map((laid) => {
        const slot = slots.get(laid.key)
        const [wide, high] = laid.turned ? [laid.height, laid.width] : [laid.width, laid.height]
        const middle = `${laid.x + laid.width / 2} ${laid.y + laid.height / 2}`
        return (
          <g key={laid.key}>
            <g
              transform={`translate(${middle}) ${laid.turned ? 'rotate(90)' : ''} translate(${-wide / 2} ${-high / 2})`}
            >
              {slot?.crop && (
                <svg
                  width={wide}
                  height={high}
                  viewBox={`${slot.crop.left} ${slot.crop.top} ${slot.crop.width} ${slot.crop.height}`}
                  preserveAspectRatio="none"
                >
                  <image
                    href={`/api/photos/${slot.photo}/thumb/`}
                    width="1"
                    height="1"
                    preserveAspectRatio="none"
                  />
                </svg>
              )}
            </g>
            <rect
              className="print-outline"
              x={laid.x - laid.border - laid.bleed}
              y={laid.y - laid.border - laid.bleed}
              width={laid.width + 2 * (laid.border + laid.bleed)}
              height={laid.height + 2 * (laid.border + laid.bleed)}
            />
          </g>
        )
      })}
      {sheet.marks.map((mark) => (
        <line key={mark.join()} className="cut-mark" x1={mark[0]} y1={mark[1]} x2={mark[2]} y2={mark[3]} />
      ))}
    </svg>
  )
}
