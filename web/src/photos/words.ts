import type { Area, Photo } from '../api/client'

export const WISHES = [
  { value: '', words: 'any size' },
  { value: 'big', words: 'must stay big' },
  { value: 'small', words: 'may be small' },
] as const

export const KINDS = [
  { value: 'photo', words: 'a photo, printed as needed' },
  { value: 'print', words: 'a print that exists' },
  { value: 'document', words: 'a document or keepsake, never trimmed' },
] as const

export const WEIGHTS = ['a little', 'somewhat', 'much', 'very much', 'most of all'] as const

/** What an area shows, as far as is known. */
export const areaName = (area: Area) =>
  area.source === 'face' ? 'a face' : area.source === 'eye' ? 'what draws the eye' : 'this part'

/** What an area is, in a few words. */
export function areaWords(area: Area): string {
  const what = areaName(area)
  if (!area.accepted) return `${what}?`
  return area.matters ? `${what} matters ${WEIGHTS[(area.weight ?? 3) - 1]}` : `${what} may be covered`
}

/** What is known of a photo, in a few words under its picture. */
export function factsOf(photo: Photo): string[] {
  const mattering = photo.areas.filter((area) => area.accepted && area.matters).length
  return [
    photo.print_size && `${photo.kind === 'document' ? 'document' : 'print'} ${photo.print_size}`,
    photo.wish === 'big' && 'must stay big',
    photo.wish === 'small' && 'may be small',
    photo.irreplaceable && 'copy before cutting',
    mattering > 0 && `${mattering} marked`,
  ].filter((word): word is string => Boolean(word))
}
