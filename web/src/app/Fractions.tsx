/** A text in which 7/8 is set as a real fraction, close to the whole number before it and on one line with it. */
interface FractionsProps {
  text: string
  /** Inside a drawing the parts are tspans. */
  svg?: boolean
}

export function Fractions({ text, svg = false }: FractionsProps) {
  const Part = svg ? 'tspan' : 'span'
  return text.split(/((?:\d+ )?\d+\/\d+)/).map((part, index) => {
    if (index % 2 === 0) return part
    const [whole, fraction] = part.includes(' ') ? part.split(' ') : [null, part]
    return (
      <Part key={index} className="number">
        {whole !== null && `${whole}\u200a`}
        <Part className="frac">{fraction}</Part>
      </Part>
    )
  })
}
