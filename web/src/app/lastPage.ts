const REMEMBERED = 'ink-quilt-last-page'

/** The page she works on, by its number and name. */
export interface LastPage {
  id: number
  name: string
}

/** Remembers the page at work in this tab, so that there is a way back to it from everywhere else. */
export function rememberPage(page: LastPage) {
  sessionStorage.setItem(REMEMBERED, JSON.stringify({ id: page.id, name: page.name }))
}

export function lastPage(): LastPage | null {
  try {
    return JSON.parse(sessionStorage.getItem(REMEMBERED) ?? 'null') as LastPage | null
  } catch {
    return null
  }
}
