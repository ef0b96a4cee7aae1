import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import type { ComponentType } from 'react'
import { createBrowserRouter, Outlet } from 'react-router'
import { RouterProvider } from 'react-router/dom'
import { useSession } from '../api/queries'
import { Refused } from '../api/client'
import { Shelf } from '../shelf/Shelf'
import { SignIn } from '../signin/SignIn'
import { useResumedLines } from '../writes/lines'
import { Lost } from './Lost'
import { RemovedNote } from './RemovedNote'
import { SignedOut } from './SignedOut'
import { Torn } from './Torn'
import { Trouble } from './Trouble'
import { useKeptFocus } from './useKeptFocus'
import { Waiting } from './Waiting'

/** What the server refused stays refused; only a server that did not answer is asked again. */
const cache = new QueryClient({
  defaultOptions: {
    queries: { retry: (count, error) => error instanceof Refused && error.status === 0 && count < 2 },
  },
})

/** Everything behind the sign-in. */
function SignedIn() {
  const session = useSession()
  useResumedLines()
  useKeptFocus()
  // Who is signed in stays known while asking again fails: the page at work is not taken away for that.
  if (session.error && !session.data) return <Trouble error={session.error} />
  if (!session.data) return <Waiting words="Clearing the table" />
  if (!session.data.user) return <SignIn openToNew={session.data.open_to_new} />
  return (
    <>
      <Outlet />
      <RemovedNote />
      <SignedOut />
    </>
  )
}

/** A screen whose script is fetched when it is first gone to, so that the shelf is there at once. */
const screen = (fetch: () => Promise<ComponentType>) => async () => ({ Component: await fetch() })

const router = createBrowserRouter([
  { path: '/table/:secret', lazy: screen(async () => (await import('../signin/OneUseLink')).OneUseLink) },
  {
    element: <SignedIn />,
    errorElement: <Torn />,
    HydrateFallback: () => <Waiting words="Clearing the table" />,
    children: [
      { path: '/', element: <Shelf /> },
      {
        path: '/pages/:id/cutting',
        lazy: screen(async () => (await import('../cutting/CuttingTable')).CuttingTable),
      },
      {
        path: '/pages/:id/sticking',
        lazy: screen(async () => (await import('../sticking/StickTable')).StickTable),
      },
      { path: '/pages/:id/:step?', lazy: screen(async () => (await import('../bench/Bench')).Bench) },
      { path: '/begin', lazy: screen(async () => (await import('../start/BeginPage')).BeginPage) },
      { path: '/words', lazy: screen(async () => (await import('../glossary/Glossary')).Glossary) },
      { path: '/photos', lazy: screen(async () => (await import('../photos/PhotoBox')).PhotoBox) },
      { path: '/stash', lazy: screen(async () => (await import('../stash/Stash')).Stash) },
      {
        path: '/stash/embellishments',
        lazy: screen(async () => (await import('../stash/Embellishments')).Embellishments),
      },
      {
        path: '/stash/companions',
        lazy: screen(async () => (await import('../stash/Companions')).Companions),
      },
      { path: '/albums', lazy: screen(async () => (await import('../album/Albums')).Albums) },
      { path: '/albums/:id', lazy: screen(async () => (await import('../album/AlbumLook')).AlbumLook) },
      { path: '/stash/used-up', lazy: screen(async () => (await import('../stash/UseItUp')).UseItUp) },
      { path: '/boxes', lazy: screen(async () => (await import('../stash/ProjectBoxes')).ProjectBoxes) },
      { path: '/boxes/:id', lazy: screen(async () => (await import('../stash/ProjectBox')).ProjectBox) },
      { path: '/logbook', lazy: screen(async () => (await import('../album/Logbook')).Logbook) },
      { path: '/find', lazy: screen(async () => (await import('../finder/Finder')).Finder) },
      {
        path: '/sketches/new',
        lazy: screen(async () => (await import('../drafting/NewSketch')).NewSketch),
      },
      { path: '/sketches/:id', lazy: screen(async () => (await import('../sketch/SketchLook')).SketchLook) },
      {
        path: '/sketches/:id/redraw',
        lazy: screen(async () => (await import('../drafting/NewSketch')).RedrawSketch),
      },
      { path: '*', element: <Lost /> },
    ],
  },
])

export function App() {
  return (
    <QueryClientProvider client={cache}>
      <p className="too-narrow">This window is too narrow for a page. Widen it, or turn the phone.</p>
      <RouterProvider router={router} />
    </QueryClientProvider>
  )
}
