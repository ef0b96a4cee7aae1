import type { ReactNode } from 'react'

/** Lays something over the page while it is looked at; stories and embellishments of these names are out of the way. */
export type LayOver = (over: ReactNode, without?: ReadonlySet<string>) => void
