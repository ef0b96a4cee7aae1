import { useState } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import type { CutRun } from '../api/client'
import type { useCutRunWrites } from '../api/cuttingQueries'
import { Waiting } from '../app/Waiting'

interface TakeStockProps {
  run: CutRun
  writes: ReturnType<typeof useCutRunWrites>
}

/** Settling what was cut: sheets off the stash, leftovers into it; and the way back. */
export function TakeStock({ run, writes }: TakeStockProps) {
  const [above, type] = useState('1')
  const begun = run.done.some((one) => one.steps > 0)
  return (
    <section className="take-stock" aria-label="Stock">
      {begun && (
        <p>
          <Button
            variant="outline-primary"
            disabled={writes.takeStock.isPending}
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
      {writes.takeStock.isPending && <Waiting words="Planning the rest anew" />}
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
      <button type="button" className="stitched" onClick={() => writes.putAway.mutate()}>
        begin anew with the page as it is
      </button>
    </section>
  )
}
