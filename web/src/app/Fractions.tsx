/** A text in which 7/8 is set as a real fraction, close to the whole number before it. */
interface FractionsProps {
  text: string
  /** Inside a drawing the parts are tspans. */
  svg?: boolean
}

export function Fractions({ text, svg = false }: FractionsProps) {
  const Part = svg ? 'tspan' : 'span'
  const close = text.replace(/(\d) (?=\d+\/\d)/g, '$1\u200a')
  return close.split(/(\d+\/\d+)/).map((part, index) =>
    index % 2 ? (
      <Part key={index} className="frac">
        {part}
      </Part>
    ) : (
      part
    ),
  )
}
