import Button from 'react-bootstrap/Button'
import { Link, useNavigate, useParams } from 'react-router'
import { Trouble } from '../app/Trouble'
import { useOneUseLink } from '../api/queries'

/** Where a one-use link leads. Only the button uses it up, so that a preview of the link does not. */
export function OneUseLink() {
  const { secret = '' } = useParams()
  const go = useNavigate()
  const use = useOneUseLink()
  return (
    <main className="sign-in">
      <div className="sign-in-patch">
        <h1 className="brand">Ink Quilt</h1>
        <p>This link signs this device in, once. Only take it on a device that is yours.</p>
        {use.error && (
          <>
            <Trouble error={use.error} />
            <Link to="/">Sign in with a name and password</Link>
          </>
        )}
        {!use.error && (
          <Button
            disabled={use.isPending}
            onClick={() => use.mutate(secret, { onSuccess: () => void go('/', { replace: true }) })}
          >
            Sign in on this device
          </Button>
        )}
      </div>
    </main>
  )
}
