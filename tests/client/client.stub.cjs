/** Stands for the module that fetches: what is asked is noted, and the test answers. */
class Refused extends Error {
  constructor(status, code, detail, faults, body) {
    super(detail)
    Object.assign(this, { status, code, faults, body })
  }
  get isSignedOut() {
    return this.status === 403 && this.code === 'not_authenticated'
  }
}

const fake = { asked: [], answer: () => ({}) }
const method = (name) => async (path, given) => {
  const asked = { method: name, path, ...given }
  fake.asked.push(asked)
  return fake.answer(asked)
}

module.exports = {
  Refused,
  fake,
  api: { GET: method('GET'), POST: method('POST'), PUT: method('PUT'), PATCH: method('PATCH') },
  take: (answer) => answer,
}
