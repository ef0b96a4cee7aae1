import { useState } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import type { PrintAsked } from '../api/client'
import { usePrinter } from '../api/photoQueries'
import { PaperSelect, type PhotoPaper } from './PaperSelect'

/** A printer that is not there: try the sheets on it before real paper is used. */
export function PaperPrinter({ asked }: { asked: PrintAsked }) {
  const [open, setOpen] = useState(false)
  const [tray, setTray] = useState<PhotoPaper>(asked.paper ?? 'letter')
  const [sheets, setSheets] = useState(20)
  const printer = usePrinter()
  if (!open)
    return (
      <button type="button" className="stitched" onClick={() => setOpen(true)}>
        Try them on a printer that is not there
      </button>
    )
  return (
    <section className="paper-printer" aria-label="A printer that is not there">
      <h3>A printer that is not there</h3>
      <div className="print-terms">
        <PaperSelect
          label="Paper in its tray"
          value={tray}
          words={(name) => `${name} in the tray`}
          onChange={setTray}
        />
        <Form.Control
          size="sm"
          type="number"
          min={0}
          max={100}
          aria-label="Sheets in its tray"
          value={sheets}
          onChange={(event) => setSheets(Number(event.target.value))}
        />
        <span>sheets</span>
        <Button
          size="sm"
          disabled={printer.isPending}
          onClick={() => printer.mutate({ ...asked, tray, sheets, borderless: asked.to_the_edge ?? false })}
        >
          Print
        </Button>
      </div>
      {printer.isPending && <Waiting words="Printing" />}
      {printer.error && <Trouble error={printer.error} onClose={() => printer.reset()} />}
      {printer.data && (
        <>
          <ol className="printer-log" aria-label="What the printer says">
            {printer.data.log.map((line) => (
              <li key={line.words} className={line.fault ? 'is-fault' : undefined}>
                {line.words}
              </li>
            ))}
          </ol>
          <ul className="print-sheets">
            {printer.data.sheets.map((sheet, number) => (
              <li key={number}>
                <img src={sheet} alt={`Sheet ${number + 1} as it came out`} />
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  )
}
