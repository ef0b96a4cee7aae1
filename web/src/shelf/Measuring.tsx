import { FormatChips } from '../app/FormatChips'
import { Trouble } from '../app/Trouble'
import { useSettleUsual, useUsual } from '../api/queries'
import { UnitChips } from '../start/UnitChips'

/** What she measures in and her usual page, to be changed later. */
export function Measuring() {
  const usual = useUsual()
  const settle = useSettleUsual()
  if (!usual) return null
  return (
    <section aria-labelledby="measuring-heading">
      <h1 id="measuring-heading">How I measure</h1>
      <p className="hint">Holds for new pages, prints, stash and tools. A page keeps what it was made in.</p>
      <UnitChips chosen={usual.unit} onChoose={(unit) => settle.mutate({ unit })} />
      <FormatChips
        words="my usual page"
        label="My usual page"
        chosen={usual.format}
        onChoose={(format) => settle.mutate({ format })}
      />
      {settle.error && <Trouble error={settle.error} onClose={() => settle.reset()} />}
    </section>
  )
}
