import { useState } from 'react'
import { useUsual } from '../api/queries'

const REMEMBERED = 'ink-quilt-format'

/** The page she makes: the one chosen last on this device, or her usual one; in what she measures in. */
export function useFormat(given?: string | null) {
  const usual = useUsual()
  const [chosen, choose] = useState(() => localStorage.getItem(REMEMBERED))
  const format = given ?? chosen ?? usual?.format ?? 'letter'
  return {
    format,
    /** What is asked of the server for it. */
    asked: { format, ...(usual && { unit: usual.unit }) },
    choose: (key: string) => {
      localStorage.setItem(REMEMBERED, key)
      choose(key)
    },
  }
}
