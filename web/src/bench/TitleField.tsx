import { useEffect, useRef, type KeyboardEvent } from 'react'
import type { BoardBlock } from '../api/client'
import type { PageLayout } from '../geometry/layout'

interface TitleFieldProps {
  block: BoardBlock
  layout: PageLayout
  text: string
  onDone: (text: string | null) => void
}

/** The title's place on the page, being typed into. Enter keeps it, Escape leaves it as it was. */
export function TitleField({ block, layout, text, onDone }: TitleFieldProps) {
  const field = useRef<HTMLInputElement>(null)
  const done = useRef(false)
  useEffect(() => {
    field.current?.select()
  }, [])
  const finish = (value: string | null) => {
    if (done.current) return
    done.current = true
    onDone(value)
  }
  const keys = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key === 'Enter') finish(event.currentTarget.value)
    if (event.key === 'Escape') finish(null)
  }
  const width = Math.max(block.width * layout.scale, 180)
  const height = Math.max(34, Math.min(block.height * layout.scale, 60))
  return (
    <input
      ref={field}
      className="title-field"
      aria-label="Title"
      defaultValue={text}
      maxLength={80}
      spellCheck
      style={{
        left: layout.left + block.x * layout.scale,
        top: layout.top + block.y * layout.scale,
        width,
        height,
        fontSize: height * 0.62,
      }}
      onKeyDown={keys}
      onBlur={(event) => finish(event.currentTarget.value)}
    />
  )
}
