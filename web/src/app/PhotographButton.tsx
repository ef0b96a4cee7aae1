import { useId } from 'react'

interface PhotographButtonProps {
  words: string
  busy: boolean
  onFile: (file: File) => void
}

/** Takes a photograph with the device's camera, or a picture file. */
export function PhotographButton({ words, busy, onFile }: PhotographButtonProps) {
  const field = useId()
  return (
    <>
      <label className="btn btn-outline-primary" htmlFor={field}>
        {words}
      </label>
      <input
        id={field}
        className="visually-hidden"
        type="file"
        accept="image/jpeg,image/png"
        capture="environment"
        disabled={busy}
        onChange={(event) => {
          const file = event.target.files?.[0]
          event.target.value = ''
          if (file) onFile(file)
        }}
      />
    </>
  )
}
