import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { createBrowserRouter, Navigate, Outlet, useRouteError } from 'react-router'
import { RouterProvider } from 'react-router/dom'
import { useSession } from '../api/queries'
import { Refused } from '../api/client'
import { Bench } from '../bench/Bench'
import { CuttingTable } from '../cutting/CuttingTable'
import { NewSketch, RedrawSketch } from '../drafting/NewSketch'
import { Finder } from '../finder/Finder'
import { PhotoBox } from '../photos/PhotoBox'
import { Shelf } from '../shelf/Shelf'
import { SignIn } from '../signin/SignIn'
import { SketchLook } from '../sketch/SketchLook'
import { Embellishments } from '../stash/Embellishments'
import { Stash } from '../stash/Stash'
import { Trouble } from './Trouble'
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
  if (session.error) return <Trouble error={session.error} />
  if (!session.data) return <Waiting words="Clearing the table" />
  return session.data.user ? <Outlet /> : <SignIn />
}

/** A screen that could not be drawn; the rest of the application goes on. */
function Torn() {
  const error = useRouteError()
  return <Trouble error={error instanceof Error ? error : new Error('This could not be shown.')} />
}

const router = createBrowserRouter([
  {
    element: <SignedIn />,
    errorElement: <Torn />,
    children: [
      { path: '/', element: <Shelf /> },
      { path: '/pages/:id/cutting', element: <CuttingTable /> },
      { path: '/pages/:id/:step?', element: <Bench /> },
      { path: '/photos', element: <PhotoBox /> },
      { path: '/stash', element: <Stash /> },
      { path: '/stash/embellishments', element: <Embellishments /> },
      { path: '/find', element: <Finder /> },
      { path: '/sketches/new', element: <NewSketch /> },
      { path: '/sketches/:id', element: <SketchLook /> },
      { path: '/sketches/:id/redraw', element: <RedrawSketch /> },
      { path: '*', element: <Navigate to="/" replace /> },
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
