import { useSyncExternalStore } from 'react'
import Modal from 'react-bootstrap/Modal'
import { signedOut } from '../api/client'
import { SignIn } from '../signin/SignIn'

/** Signing in over the page that was open: nothing that was done is lost. */
export function SignedOut() {
  const isOut = useSyncExternalStore(signedOut.watch, signedOut.snapshot)
  if (!isOut) return null
  return (
    <Modal show centered backdrop="static" aria-label="Sign in again">
      <Modal.Body className="signed-out">
        <p role="alert">You were signed out meanwhile. Sign in again: what you did is still here.</p>
        <SignIn openToNew={false} over />
      </Modal.Body>
    </Modal>
  )
}
