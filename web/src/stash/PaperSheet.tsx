import type { FormEvent } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import { useUnit } from '../api/queries'
import type { StashPaper } from '../api/client'
import { useStash } from '../api/cuttingQueries'
import { formText } from '../app/formText'
import { Fractions } from '../app/Fractions'
import { Trouble } from '../app/Trouble'
import { FoundScraps } from './FoundScraps'
import { Motifs } from './Motifs'
import { PaperFacts } from './PaperFacts'
import { ScrapShape } from './ScrapShape'
import { SideForm } from './SideForm'

interface PaperSheetProps {
  paper: StashPaper
  onClose: () => void
}

/** One paper laid out: its name, its two sides, the sheets and scraps there are. */
export function PaperSheet({ paper, onClose }: PaperSheetProps) {
  const { describe, remove, count, add } = useStash()
  const keep = (facts: Parameters<typeof describe.mutate>[0]['facts']) =>
    describe.mutate({ id: paper.id, facts })
  const failed = describe.error ?? count.error ?? add.error
  return (
    <section className="photo-sheet paper-sheet" aria-label={paper.name}>
      <header className="photo-sheet-head">
        <h2>{paper.name}</h2>
        <button type="button" className="stitched" onClick={onClose}>
          close
        </button>
      </header>
      <Form.Label htmlFor="paper-name">Name</Form.Label>
      <Form.Control
        id="paper-name"
        size="sm"
        defaultValue={paper.name}
        maxLength={80}
        onBlur={(event) => {
          const name = event.target.value.trim()
          if (name && name !== paper.name) keep({ name })
        }}
      />
      <SideForm key={`A ${paper.front.picture?.address}`} name="A" paper={paper} onKeep={keep} />
      <SideForm key={`B ${paper.back.picture?.address}`} name="B" paper={paper} onKeep={keep} />
      <PaperFacts paper={paper} onKeep={keep} />
      <Motifs paper={paper} onKeep={keep} />
      <h3>Sheets and scraps</h3>
      <ul className="stock-list">
        {paper.stocks.map((stock) => (
          <li key={stock.id}>
            <span>
              {stock.kind} <Fractions text={stock.size} />
              {stock.scraps.map((scrap) => (
                <ScrapShape key={scrap.id} {...scrap} label={`How a scrap of ${stock.size} looks`} />
              ))}
            </span>
            <Button
              variant="outline-primary"
              size="sm"
              aria-label={`One ${stock.kind} ${stock.size} less`}
              onClick={() => count.mutate({ id: paper.id, stock: stock.id, count: (stock.count ?? 1) - 1 })}
            >
              −
            </Button>
            <b>{stock.count}</b>
            <Button
              variant="outline-primary"
              size="sm"
              aria-label={`One ${stock.kind} ${stock.size} more`}
              onClick={() => count.mutate({ id: paper.id, stock: stock.id, count: (stock.count ?? 1) + 1 })}
            >
              +
            </Button>
          </li>
        ))}
        {paper.stocks.length === 0 && <li className="hint">Used up.</li>}
      </ul>
      <AddStock onAdd={(stock) => add.mutate({ id: paper.id, ...stock })} />
      <FoundScraps paper={paper} />
      {failed && <Trouble error={failed} />}
      <p className="photo-deeds">
        <button
          type="button"
          className="stitched"
          onClick={() => remove.mutate(paper.id, { onSuccess: onClose })}
        >
          Remove this paper
        </button>
      </p>
    </section>
  )
}

type NewStock = { kind: 'sheet' | 'scrap'; width: string; height: string }

function AddStock({ onAdd }: { onAdd: (stock: NewStock) => void }) {
  const unit = useUnit()
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = event.currentTarget
    const kind = formText(form, 'kind') === 'sheet' ? 'sheet' : 'scrap'
    onAdd({ kind, width: formText(form, 'width'), height: formText(form, 'height') })
    form.reset()
  }
  return (
    <Form className="add-stock" onSubmit={submit}>
      <Form.Select size="sm" name="kind" aria-label="Sheet or scrap" defaultValue="scrap">
        <option value="scrap">a scrap</option>
        <option value="sheet">a sheet</option>
      </Form.Select>
      <Form.Control
        size="sm"
        name="width"
        aria-label="Its width"
        placeholder={unit === 'in' ? '4 1/2' : '115'}
        required
      />
      <span aria-hidden>×</span>
      <Form.Control
        size="sm"
        name="height"
        aria-label="Its height"
        placeholder={unit === 'in' ? '7' : '180'}
        required
      />
      <span>{unit}</span>
      <Button type="submit" size="sm">
        Add
      </Button>
    </Form>
  )
}
