import Form from 'react-bootstrap/Form'
import type { PrinterAsked } from '../api/client'

export type PhotoPaper = PrinterAsked['tray']

const PAPERS: { value: PhotoPaper; words: string }[] = [
  { value: '4x6', words: '4 × 6' },
  { value: '5x7', words: '5 × 7' },
  { value: 'letter', words: '8½ × 11' },
  { value: 'a4', words: 'A4' },
  { value: '12x12', words: '12 × 12' },
]

interface PaperSelectProps {
  label: string
  value: PhotoPaper
  /** The choice in words, around the paper's name. */
  words: (paper: string) => string
  onChange: (paper: PhotoPaper) => void
}

/** Photo paper to choose from. */
export function PaperSelect({ label, value, words, onChange }: PaperSelectProps) {
  return (
    <Form.Select
      size="sm"
      aria-label={label}
      value={value}
      onChange={(event) => onChange(event.target.value as PhotoPaper)}
    >
      {PAPERS.map((paper) => (
        <option key={paper.value} value={paper.value}>
          {words(paper.words)}
        </option>
      ))}
    </Form.Select>
  )
}
