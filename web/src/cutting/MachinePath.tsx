import type { MachineRun } from '../api/client'

/** The mat with the machine's way over it: cuts in madder, scores in ink, lifted moves dotted. */
export function MachinePath({ run }: { run: MachineRun }) {
  const size = 280 / Math.max(run.width, run.height)
  const lifted = run.strokes.flatMap((stroke) => [stroke.places[0]!, stroke.places.at(-1)!])
  const path = (places: number[][]) => `M${places.map((place) => place.join(' ')).join('L')}`
  return (
    <svg
      className="machine-path"
      width={run.width * size}
      height={run.height * size}
      viewBox={`0 0 ${run.width} ${run.height}`}
      role="img"
      aria-label={`The machine's way over its mat, ${run.strokes.length} lines`}
    >
      <rect width={run.width} height={run.height} />
      <path className="lifted-move" d={path([[0, 0], ...lifted])} />
      {run.strokes.map((stroke, place) => (
        <path key={place} className={`machine-${stroke.layer}`} d={path(stroke.places)} />
      ))}
    </svg>
  )
}
