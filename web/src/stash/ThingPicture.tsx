interface ThingPictureProps {
  picture: string | null
  colours: string[]
}

/** How a thing of the stash looks, small: its picture, or its colours side by side. */
export function ThingPicture({ picture, colours }: ThingPictureProps) {
  if (picture) return <img className="thing-picture" src={picture} alt="" loading="lazy" />
  const shown = colours.slice(0, 3)
  return (
    <svg className="thing-picture" viewBox="0 0 12 12" aria-hidden="true">
      {shown.map((colour, at) => (
        <rect key={at} x={(12 / shown.length) * at} width={12 / shown.length} height="12" fill={colour} />
      ))}
      {shown.length === 0 && <path className="no-colour" d="M0 12 12 0" />}
    </svg>
  )
}
