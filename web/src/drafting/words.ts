/** The trade's words for roles and shapes, in the order people lay them down. */
import type { Draft, Role, Shape } from '../api/client'

export const ROLES: readonly { value: Role; words: string }[] = [
  { value: 'base', words: 'base' },
  { value: 'paper', words: 'paper' },
  { value: 'strip', words: 'strip' },
  { value: 'border', words: 'border' },
  { value: 'mat', words: 'mat' },
  { value: 'photo', words: 'photo' },
  { value: 'title', words: 'title' },
  { value: 'journaling', words: 'journaling' },
  { value: 'tag', words: 'tag' },
  { value: 'cluster', words: 'cluster' },
]

export const SHAPES: readonly { value: Shape; words: string }[] = [
  { value: 'rect', words: 'four-cornered' },
  { value: 'circle', words: 'round' },
  { value: 'half-circle', words: 'half round' },
  { value: 'triangle', words: 'triangle' },
  { value: 'banner', words: 'banner' },
  { value: 'frame', words: 'frame' },
]

/** What a draft is called. */
export function nameOf(draft: Draft): string {
  const name = draft.data['name']
  return typeof name === 'string' ? name : ''
}
