import { useState } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import type { CutRun } from '../api/client'
import type { useCutRunWrites } from '../api/cuttingQueries'
import { Waiting } from '../app/Waiting'

interface TakeStockProps {
  run: CutRun
  writes: ReturnType<typeof useCutRunWrites>
  /** Whether the server has every cut that was ticked off. */
  isWritten: boolean
}

/** Settling what was cut: sheets off the stash, leftovers into it; and the way back. */
export function TakeStock({ run, writes, isWritten }: TakeStockProps) {
  const [above, type] = useState('1')
  const [sure, ask] = useState(false)
  const begun = run.done.some((one) => one.steps > 0)
  return (
    <section className="take-stock" aria-label="Stock">
      {begun && (
        <p>
          <Button
            variant="outline-primary"
            disabled={writes.takeStock.isPending || !isWritten}
            onClick={() => writes.takeStock.mutate({ version: run.version, keep_above: above })}
          >
            Take stock
          </Button>
          <label>
            keep leftovers from{' '}
            <Form.Control
              size="sm"
              aria-label="Smallest leftover to keep"
              value={above}
              onChange={(event) => type(event.target.value)}
            />{' '}
            {run.table.unit} on
          </label>
        </p>
      )}
      {writes.takeStock.isPending && <Waiting words="Planning the rest again" />}
      {run.undo && (
        <button
          type="button"
          className="stitched"
          disabled={writes.undo.isPending}
          onClick={() => writes.undo.mutate(run.version)}
        >
          Undo: {run.undo}
        </button>
      )}
      <button
        type="button"
        className="stitched"
        disabled={sure || !isWritten}
        onClick={() => (begun ? ask(true) : writes.putAway.mutate())}
      >
        Restart from the current page
      </button>
      {sure && (
        <p role="alert" className="deeds">
          <span>The cuts ticked off here are forgotten then.</span>
          <Button variant="outline-primary" size="sm" onClick={() => writes.putAway.mutate()}>
            Forget them and restart
          </Button>
          <button type="button" className="stitched" onClick={() => ask(false)}>
            Close
          </button>
        </p>
      )}
    </section>
  )
}
