import { useState, type FormEvent } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import { Refused } from '../api/client'
import { formText } from '../app/formText'
import { Trouble } from '../app/Trouble'
import { useSignIn } from '../api/queries'

interface SignInProps {
  /** Whether new tables can be made here. */
  openToNew: boolean
  /** Laid over the page that was open. */
  over?: boolean
}

/** Which fields are wrong, by what the server said. */
const WRONG: Record<string, readonly string[]> = {
  'weak-password': ['password'],
  'name-taken': ['username'],
  'wrong-sign-in': ['username', 'password'],
}

/** Signing in, or making an account. */
export function SignIn({ openToNew, over = false }: SignInProps) {
  const [isNew, setNew] = useState(false)
  const signIn = useSignIn()
  const wrong = WRONG[signIn.error instanceof Refused ? signIn.error.code : ''] ?? []
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    signIn.mutate({
      username: formText(event.currentTarget, 'username'),
      password: formText(event.currentTarget, 'password'),
      isNew,
    })
  }
  return (
    <main className={over ? 'sign-in is-over' : 'sign-in'}>
      <div className="sign-in-patch">
        {!over && (
          <>
            <h1 className="brand">Ink Quilt</h1>
            <p>Takes a sketch, your page and your photos, and works out every size and cut.</p>
          </>
        )}
        {signIn.error && <Trouble error={signIn.error} />}
        <Form onSubmit={submit}>
          <Form.Group controlId="username">
            <Form.Label>Name</Form.Label>
            <Form.Control
              name="username"
              autoComplete="username"
              required
              maxLength={60}
              isInvalid={wrong.includes('username')}
            />
          </Form.Group>
          <Form.Group controlId="password">
            <Form.Label>Password</Form.Label>
            <Form.Control
              name="password"
              type="password"
              autoComplete={isNew ? 'new-password' : 'current-password'}
              required
              isInvalid={wrong.includes('password')}
            />
            {isNew && <Form.Text>At least eight letters or digits, and not a common word.</Form.Text>}
          </Form.Group>
          <Button type="submit" disabled={signIn.isPending}>
            {isNew ? 'Create my account' : 'Sign in'}
          </Button>
        </Form>
        {openToNew && (
          <button type="button" className="stitched" onClick={() => setNew(!isNew)}>
            {isNew ? 'I have an account already' : 'I am new here'}
          </button>
        )}
      </div>
    </main>
  )
}
