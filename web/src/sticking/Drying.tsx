import { useEffect, useState } from 'react'

/** Something dries: how long it has been, to be looked at or left. It never rings, and can be skipped. */
export function Drying({ minutes }: { minutes: number }) {
  const [since] = useState(() => Date.now())
  const [now, tell] = useState(since)
  useEffect(() => {
    const clock = setInterval(() => tell(Date.now()), 15_000)
    return () => clearInterval(clock)
  }, [])
  const passed = Math.floor((now - since) / 60_000)
  return (
    <p className="drying">
      <progress max={minutes} value={Math.min(passed, minutes)} aria-label="How long it has been drying" />
      {passed === 0 ? 'Drying since just now' : `Drying for ${passed} ${passed === 1 ? 'minute' : 'minutes'}`}
      ; most wet work can be touched after about {minutes}. Go on whenever it is dry.
    </p>
  )
}
