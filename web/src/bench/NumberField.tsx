import { useEffect, useRef, type KeyboardEvent } from 'react'
import type { BoardBlock } from '../api/client'
import type { PageLayout } from '../geometry/layout'

/** The six numbers of a piece, in the order in which Tab goes from one to the next. */
export const NUMBERS = ['width', 'height', 'left', 'top', 'right', 'bottom'] as const
export type NumberName = (typeof NUMBERS)[number]

const WORDS: Record<NumberName, string> = {
  left: 'from the left edge',
  width: 'width',
  right: 'from the right edge',
  top: 'from the top edge',
  height: 'height',
  bottom: 'from the bottom edge',
}

interface NumberFieldProps {
  block: BoardBlock
  name: NumberName
  layout: PageLayout
  /** On a narrow window it lies over the words below the page's name. */
  narrow: boolean
  onDone: (text: string | null) => void
  /** What was typed, kept while the next number is gone to. */
  onKeep: (text: string) => void
  onNext: (name: NumberName) => void
}

/** A number of the ribbons, being typed into. Enter keeps it, Escape leaves it, Tab goes on to the next. */
export function NumberField({ block, name, layout, narrow, onDone, onKeep, onNext }: NumberFieldProps) {
  const field = useRef<HTMLInputElement>(null)
  const done = useRef(false)
  useEffect(() => {
    field.current?.select()
  }, [])
  const was = block.texts[name].replace(/^about /, '')
  const finish = (value: string | null) => {
    if (done.current) return
    done.current = true
    onDone(value === null || value.trim() === was ? null : value.trim())
  }
  const keys = (event: KeyboardEvent<HTMLInputElement>) => {
    event.stopPropagation()
    if (event.key === 'Enter') finish(event.currentTarget.value)
    else if (event.key === 'Escape') finish(null)
    else if (event.key === 'Tab') {
      const value = event.currentTarget.value.trim()
      event.preventDefault()
      done.current = true
      if (value !== was) onKeep(value)
      const at = NUMBERS.indexOf(name) + (event.shiftKey ? NUMBERS.length - 1 : 1)
      onNext(NUMBERS[at % NUMBERS.length]!)
    }
  }
  return (
    <input
      ref={field}
      className="number-field"
      aria-label={`${block.name}, ${WORDS[name]}`}
      defaultValue={was}
      inputMode="text"
      autoComplete="off"
      style={narrow ? { left: 30, top: 0 } : place(block, name, layout)}
      onKeyDown={keys}
      onBlur={(event) => finish(event.currentTarget.value)}
    />
  )
}

function place(block: BoardBlock, name: NumberName, layout: PageLayout) {
  const { left, top, scale, width, height } = layout
  const x = {
    left: block.x / 2,
    width: block.x + block.width / 2,
    right: (block.x + block.width + width / scale) / 2,
  }
  const y = {
    top: block.y / 2,
    height: block.y + block.height / 2,
    bottom: (block.y + block.height + height / scale) / 2,
  }
  if (name === 'left' || name === 'width' || name === 'right')
    return { left: Math.max(0, left + x[name] * scale - 42), top: Math.max(0, top - 54) }
  return { left: 0, top: top + y[name] * scale - 17 }
}
