import { useEffect, useState } from 'react'

/** A value once it has stood still for a while, so that not every key asks the server. */
export function useSettled<T>(value: T, wait = 250): T {
  const [settled, settle] = useState(value)
  useEffect(() => {
    const timer = setTimeout(() => settle(value), wait)
    return () => clearTimeout(timer)
  }, [value, wait])
  return settled
}
