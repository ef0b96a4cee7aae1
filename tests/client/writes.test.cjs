/** What is not yet on the server: kept in order, tried again, given up only in words. The network is a fake. */
const { test, beforeEach } = require('node:test')
const assert = require('node:assert/strict')
const client = require('./api/client')
const kept = require('idb-keyval')

const stored = new Map()
globalThis.localStorage = {
  getItem: (key) => stored.get(key) ?? null,
  setItem: (key, text) => stored.set(key, text),
  removeItem: (key) => stored.delete(key),
}
globalThis.window = globalThis

const { Line, leftUnwritten } = require('./writes/line')
const { Ticks, stepsDone } = require('./writes/ticks')
const { Keeper } = require('./drafting/keeper')

const { Refused } = client
const down = () => new TypeError('fetch failed')
const soon = (times = 20) => (times ? new Promise((done) => setImmediate(done)).then(() => soon(times - 1)) : undefined)

beforeEach(() => {
  stored.clear()
  kept.clear()
  client.fake.asked.length = 0
  client.fake.answer = () => ({})
})

// -- the line of a page -----------------------------------------------------------------

function bench() {
  let page = { id: 7, version: 3, parts: { a: '1' }, undo: 'a step', redo: null }
  return { get: () => page, put: (next) => void (page = next) }
}

const changes = () => client.fake.asked.map(({ body }) => body.change?.text ?? body)

test('deeds are written in their order, each on top of the one before', async () => {
  const pages = bench()
  client.fake.answer = ({ body }) => ({ version: body.version + 1, parts: { a: String(body.version) } })
  const line = new Line('ida', 7, pages)
  await Promise.all(['one', 'two', 'three'].map((text) => line.add({ kind: 'change', change: { kind: 'title', text } })))
  assert.deepEqual(changes(), ['one', 'two', 'three'])
  assert.deepEqual(client.fake.asked.map(({ body }) => body.version), [3, 4, 5])
  assert.equal(pages.get().version, 6)
  assert.equal(line.state.now, 'at rest')
  assert.equal(pages.get().undo, 'a step', 'what an answer does not tell stays')
  assert.equal(new Set(client.fake.asked.map(({ body }) => body.key)).size, 3)
})

test('without an answer it waits, is kept, and goes on with the same key', async () => {
  const pages = bench()
  client.fake.answer = () => { throw down() }
  const line = new Line('ida', 7, pages)
  void line.add({ kind: 'change', change: { kind: 'title', text: 'one' } })
  void line.add({ kind: 'change', change: { kind: 'title', text: 'two' } })
  await soon()
  assert.equal(line.state.now, 'no answer')
  assert.equal(line.state.waiting.length, 2)
  assert.deepEqual([...(await leftUnwritten('ida')).keys()], [7])
  assert.equal((await leftUnwritten('otto')).size, 0, 'nobody else’s')
  client.fake.answer = ({ body }) => ({ version: body.version + 1 })
  line.again()
  await soon()
  const keys = client.fake.asked.filter(({ body }) => body.change.text === 'one').map(({ body }) => body.key)
  assert.equal(new Set(keys).size, 1)
  assert.deepEqual([line.state.now, line.state.waiting.length, (await leftUnwritten('ida')).size], ['at rest', 0, 0])
})

test('what an earlier visit left is written by the next one', async () => {
  client.fake.answer = () => { throw down() }
  void new Line('ida', 7, bench()).add({ kind: 'undo' })
  await soon()
  client.fake.answer = ({ body }) => ({ version: body.version + 1 })
  client.fake.asked.length = 0
  const waiting = (await leftUnwritten('ida')).get(7)
  const line = new Line('ida', 7, bench(), waiting)
  line.again()
  await soon()
  assert.equal(client.fake.asked.length, 1)
  assert.match(client.fake.asked[0].path, /undo/)
})

for (const status of [502, 503, 504, 507])
  test(`${status} is not now: it waits, with the server's words`, async () => {
    client.fake.answer = () => { throw new Refused(status, 'disk-full', 'The disk is full.', [], {}) }
    const line = new Line('ida', 7, bench())
    void line.add({ kind: 'undo' })
    await soon()
    assert.deepEqual([line.state.now, line.state.why, line.state.waiting.length], ['no answer', 'The disk is full.', 1])
    client.fake.answer = () => ({ version: 4 })
    line.again()
    await soon()
  })

test('what cannot be is told and the rest goes on', async () => {
  client.fake.answer = ({ body }) => {
    if (body.change?.text === 'bad') throw new Refused(400, 'bad-input', 'That cannot be.', [], {})
    return { version: body.version + 1 }
  }
  const line = new Line('ida', 7, bench())
  await line.add({ kind: 'change', change: { kind: 'title', text: 'bad' } })
  assert.equal(line.state.refused.error.message, 'That cannot be.')
  assert.equal(line.state.refused.change.text, 'bad')
  await line.add({ kind: 'change', change: { kind: 'title', text: 'good' } })
  assert.equal(line.state.refused, null)
})

test('a page changed elsewhere stops the line until she decides, on top or not', async () => {
  for (const onTop of [true, false]) {
    const pages = bench()
    client.fake.asked.length = 0
    client.fake.answer = ({ body }) => {
      if (body.version < 9) throw new Refused(409, 'stale', 'Changed elsewhere.', [], { current: { id: 7, version: 9 } })
      return { version: body.version + 1 }
    }
    const line = new Line('ida', 7, pages)
    void line.add({ kind: 'change', change: { kind: 'title', text: 'mine' } })
    await soon()
    assert.equal(line.state.now, 'stale')
    line.again()
    await soon()
    assert.equal(client.fake.asked.length, 1, 'it does not try by itself')
    line.decide({ ...pages.get(), version: 9 }, onTop)
    await soon()
    assert.equal(pages.get().version, onTop ? 10 : 9)
    assert.equal(line.state.waiting.length, 0)
  }
})

test('signed out, it waits without trying', async () => {
  client.fake.answer = () => { throw new Refused(403, 'not_authenticated', 'Sign in.', [], {}) }
  const line = new Line('ida', 7, bench())
  void line.add({ kind: 'undo' })
  await soon()
  assert.deepEqual([line.state.now, client.fake.asked.length], ['signed out', 1])
})

test('with nothing to undo, undo is no write', async () => {
  const pages = bench()
  pages.put({ ...pages.get(), undo: null })
  await new Line('ida', 7, pages).add({ kind: 'undo' })
  assert.equal(client.fake.asked.length, 0)
})

// -- cuts ticked off at the table ---------------------------------------------------------

function table(done = {}) {
  let run = {
    version: 1,
    done: Object.entries(done).map(([sheet, steps]) => ({ sheet, steps })),
    table: { papers: [{ sheets: [{ id: 's1' }, { id: 's2' }] }] },
  }
  return { get: () => run, put: (next) => void (run = next) }
}

const writesTicks = (runs) => ({ body }) => {
  const done = { ...Object.fromEntries(runs.get().done.map((one) => [one.sheet, one.steps])), [body.sheet]: body.done }
  const rows = Object.entries(done).map(([sheet, steps]) => ({ sheet, steps }))
  return { ...runs.get(), version: body.version + 1, done: rows }
}

test('a tick is written, and one more on top of it', async () => {
  const runs = table()
  client.fake.answer = writesTicks(runs)
  const ticks = new Ticks(5, 'key', runs)
  ticks.tick('s1', 1)
  await soon()
  ticks.tick('s1', 2)
  await soon()
  assert.equal(stepsDone(runs.get(), 's1'), 2)
  assert.deepEqual([ticks.state.now, ticks.state.pending, stored.size], ['at rest', {}, 0])
})

test('ticks while one is on its way become one write', async () => {
  const runs = table()
  client.fake.answer = writesTicks(runs)
  const ticks = new Ticks(5, 'key', runs)
  for (const done of [1, 2, 3]) ticks.tick('s1', done)
  await soon()
  assert.equal(stepsDone(runs.get(), 's1'), 3)
  assert.equal(client.fake.asked.length, 2)
})

test('whoever is told that a tick is written finds it in the run at once: no cut is undone between the two', async () => {
  const runs = table()
  client.fake.answer = writesTicks(runs)
  const ticks = new Ticks(5, 'key', runs)
  const seen = []
  ticks.watch(() => seen.push(ticks.state.pending.s1?.done ?? stepsDone(runs.get(), 's1')))
  ticks.tick('s1', 1)
  await soon()
  ticks.tick('s1', 2)
  await soon()
  assert.deepEqual([seen[0], seen.at(-1)], [1, 2])
  assert.deepEqual(seen, [...seen].sort(), 'the count never goes back')
})

test('without an answer ticks are kept here and come back with the next visit', async () => {
  const runs = table({ s1: 1 })
  client.fake.answer = () => { throw down() }
  const ticks = new Ticks(5, 'key', runs)
  ticks.tick('s1', 2)
  ticks.tick('s2', 1)
  ticks.tick('s1', 3)
  await soon()
  assert.equal(ticks.state.now, 'no answer')
  assert.deepEqual(JSON.parse(stored.get('key')), { s1: { from: 1, done: 3 }, s2: { from: 0, done: 1 } })
  client.fake.answer = writesTicks(runs)
  const again = new Ticks(5, 'key', runs)
  again.again()
  await soon()
  assert.deepEqual([stepsDone(runs.get(), 's1'), stepsDone(runs.get(), 's2')], [3, 1])
  clearTimeout(ticks.timer)
})

test('another hand on another sheet does no harm; on the same sheet its cuts stand, and that is told', async () => {
  const runs = table({ s1: 1 })
  const elsewhere = { ...runs.get(), version: 8, done: [{ sheet: 's1', steps: 1 }, { sheet: 's2', steps: 2 }] }
  client.fake.answer = (asked) => {
    if (asked.method === 'POST') return elsewhere
    if (asked.body.version < 8) throw new Refused(409, 'moved-on', 'The cutting went on elsewhere.', [], {})
    return writesTicks({ get: () => elsewhere })(asked)
  }
  const ticks = new Ticks(5, 'key', runs)
  ticks.tick('s1', 2)
  await soon()
  assert.deepEqual([stepsDone(runs.get(), 's1'), stepsDone(runs.get(), 's2')], [2, 2])
  runs.put({ ...runs.get(), version: 1 })
  elsewhere.done = [{ sheet: 's1', steps: 5 }, { sheet: 's2', steps: 2 }]
  ticks.tick('s1', 3)
  await soon()
  assert.equal(stepsDone(runs.get(), 's1'), 5)
  assert.match(ticks.state.error.message, /went on elsewhere/)
  assert.deepEqual(ticks.state.pending, {})
})

// -- a drawing on the table -----------------------------------------------------------------

function writes(answers = {}) {
  const asked = []
  const done = (name) => async (...given) => {
    asked.push([name, ...given])
    const answer = answers[name]
    return typeof answer === 'function' ? answer() : answer
  }
  return { asked, lay: done('lay'), change: done('change'), takeOff: done('takeOff') }
}

const drawing = (text) => ({ id: null, states: [text], undone: [], picture: null, remarks: [] })

test('a drawing is laid once, and changed from then on', async () => {
  const to = writes({ lay: 12 })
  const ids = []
  const keeper = new Keeper(null, to, (id) => ids.push(id))
  keeper.lay(drawing('a'))
  keeper.flush(false)
  await soon()
  keeper.lay(drawing('b'))
  keeper.lay(drawing('c'))
  keeper.flush(true)
  await soon()
  assert.deepEqual(to.asked.map(([name]) => name), ['lay', 'change'])
  assert.deepEqual([to.asked[1][1], to.asked[1][2].states, to.asked[1][3]], [12, ['c'], true])
  assert.deepEqual(ids, [12])
})

test('thrown away, it is written as it was at last; kept, it only goes', async () => {
  const away = writes({ lay: 12 })
  const keeper = new Keeper(null, away, () => undefined)
  keeper.lay(drawing('a'))
  await keeper.takeOff('a name', false)
  assert.deepEqual(away.asked.map(([name]) => name), ['lay', 'takeOff'])
  assert.deepEqual(away.asked[1].slice(1), [12, 'a name', false])
  const kept = writes()
  const other = new Keeper(9, kept, () => undefined)
  other.lay(drawing('b'))
  await other.takeOff('a name', true)
  assert.deepEqual(kept.asked, [['takeOff', 9, 'a name', true]])
  const never = writes()
  await new Keeper(null, never, () => undefined).takeOff('a name', true)
  assert.deepEqual(never.asked, [], 'what never was there is not taken off')
})

test('what failed goes with the next change', async () => {
  let fails = true
  const to = writes({ lay: () => { if (fails) throw down(); return 3 } })
  const keeper = new Keeper(null, to, () => undefined)
  keeper.lay(drawing('a'))
  keeper.flush(false)
  await soon()
  fails = false
  keeper.lay(drawing('b'))
  keeper.flush(false)
  await soon()
  assert.deepEqual(to.asked.map(([, table]) => table.states), [['a'], ['b']])
})
