import type { ReactNode } from 'react'
import type { InPlace } from '../api/client'

/**
 * Lays something over the page while it is looked at; stories and embellishments of these names are out of the way, and
 * words that are looked at lie in their place.
 */
export type LayOver = (over: ReactNode, without?: ReadonlySet<string>, words?: InPlace) => void
