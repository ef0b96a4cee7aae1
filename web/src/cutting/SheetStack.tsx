import { Fractions } from '../app/Fractions'
import type { LaidSheet } from './CuttingTable'
import { SheetPicture } from './SheetPicture'

interface SheetStackProps {
  sheets: LaidSheet[]
  /** Keys of pieces that are cut already. */
  made: string[]
  chosen: string | null
  onChoose: (sheet: string) => void
}

/** The sheet that is being cut is never scrolled away within its stack; the table itself stays where it is. */
function inSight(button: HTMLButtonElement | null) {
  const stack = button?.closest<HTMLElement>('.table-left')
  if (!button || !stack) return
  const above = button.getBoundingClientRect().top - stack.getBoundingClientRect().top
  const below = above + button.offsetHeight - stack.clientHeight
  if (above < 0) stack.scrollTop += above
  else if (below > 0) stack.scrollTop += below
}

/** All sheets in their order, each with how far it has come. */
export function SheetStack({ sheets, made, chosen, onChoose }: SheetStackProps) {
  return (
    <nav className="sheet-stack" aria-label="Sheets">
      <ol>
        {sheets.map(({ paper, sheet, done, total }) => (
          <li key={sheet.id}>
            <button
              type="button"
              aria-current={sheet.id === chosen ? 'true' : undefined}
              ref={sheet.id === chosen ? inSight : null}
              onClick={() => onChoose(sheet.id)}
            >
              <SheetPicture paper={paper} sheet={sheet} size={84} />
              <span>
                <strong>{paper.name}</strong>
                <span className="hint">
                  {sheet.kind} <Fractions text={sheet.size} />
                </span>
                <span className={done >= total ? 'all-done' : 'how-far'}>
                  {done < total
                    ? sheet.steps.length === 0
                      ? 'no cut'
                      : `${done} of ${total}`
                    : sheet.steps.length === 0
                      ? 'taken'
                      : 'cut'}
                </span>
              </span>
            </button>
          </li>
        ))}
      </ol>
      {made.length > 0 && <p className="hint">Cut before: {made.join(', ')}</p>}
    </nav>
  )
}
