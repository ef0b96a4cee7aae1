import { useEffect } from 'react'

const OWN = 'Ink Quilt'

/** Names the tab after what it shows. */
export function useTitle(name: string) {
  useEffect(() => {
    document.title = `${name} · ${OWN}`
    return () => {
      document.title = OWN
    }
  }, [name])
}
