/** The steps of the job that work so far, in the order most people take them. Any may be done at any time. */
export const STEPS = [
  { key: 'page', name: 'Page' },
  { key: 'photos', name: 'Photos' },
  { key: 'papers', name: 'Papers' },
  { key: 'title', name: 'Title' },
  { key: 'story', name: 'Journaling' },
  { key: 'clusters', name: 'Clusters' },
  { key: 'look', name: 'Second look' },
  { key: 'cut', name: 'Cut' },
  { key: 'print', name: 'Print' },
  { key: 'stick', name: 'Stick down' },
  { key: 'finished', name: 'Finished' },
] as const

export type StepKey = (typeof STEPS)[number]['key']

export function stepOf(key: string | undefined): StepKey {
  return STEPS.find((step) => step.key === key)?.key ?? 'page'
}
