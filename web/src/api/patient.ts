/** Asking again where the server says that it has enough to do: nothing was begun, so nothing is done twice. */

const MOST_TRIES = 90

export async function patientFetch(request: Request): Promise<Response> {
  for (let tries = 1; ; tries += 1) {
    const answer = await fetch(request.clone())
    const later = answer.headers.get('Retry-After')
    if ((answer.status !== 429 && answer.status !== 503) || later === null || tries >= MOST_TRIES)
      return answer
    await rest(Number(later) * 1000, request.signal)
  }
}

function rest(milliseconds: number, signal: AbortSignal): Promise<void> {
  return new Promise((done, gone) => {
    const timer = setTimeout(done, milliseconds)
    signal.addEventListener('abort', () => {
      clearTimeout(timer)
      gone(new DOMException('Nobody waits any more.', 'AbortError'))
    })
  })
}
