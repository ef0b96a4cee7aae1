/** A piece under the hand lies where the shared table says: the core keeps it just there. */
const { test } = require('node:test')
const assert = require('node:assert/strict')
const { hold, gripAt } = require('./geometry/hold')
const table = require(process.env.HAND_TABLE)

const NO_GRIP = { left: false, right: false, top: false, bottom: false }
const GRIPS = {
  x: { whole: NO_GRIP, low: { ...NO_GRIP, left: true }, high: { ...NO_GRIP, right: true } },
  y: { whole: NO_GRIP, low: { ...NO_GRIP, top: true }, high: { ...NO_GRIP, bottom: true } },
}

/** A piece along an axis; across it each has room of its own. */
function pieceOn(axis, id, number, start, length) {
  const across = 2 * number + 0.5
  return axis === 'x'
    ? { id, stack: id, x: start, y: across, width: length, height: 1 }
    : { id, stack: id, x: across, y: start, width: 1, height: length }
}

function dragged(axis, { start, length, others, drag, by }) {
  const piece = pieceOn(axis, 'p', 0, start, length)
  const pieces = [piece, ...others.map(([at, long], n) => pieceOn(axis, `o${n}`, n + 1, at, long))]
  const { whole, step, reach } = table
  const grip = GRIPS[axis][drag]
  let now = hold({ kind: 'idle' }, { kind: 'press', piece, grip, x: 1, y: 1 })
  const to = axis === 'x' ? { x: 1 + by, y: 1 } : { x: 1, y: 1 + by }
  now = hold(now, { kind: 'move', ...to, slack: 0, table: { width: whole, height: whole, step, reach, pieces } })
  const { dx, dy, dw, dh } = now.shift
  return axis === 'x' ? [start + dx, length + dw, dy, dh] : [start + dy, length + dh, dx, dw]
}

for (const one of table.cases)
  for (const axis of ['x', 'y'])
    test(`${one.name} (${axis})`, () => {
      const [at, long, acrossBy, acrossGrown] = dragged(axis, one)
      assert.ok(Math.abs(at - one.then[0]) < 1e-9, `it lies at ${at}`)
      assert.ok(Math.abs(long - one.then[1]) < 1e-9, `it is ${long} long`)
      if (one.drag !== 'whole') assert.deepEqual([acrossBy, acrossGrown], [0, 0])
    })

test('a press that hardly moves is none, and calling off leaves all as it was', () => {
  const piece = pieceOn('x', 'p', 0, 1, 4)
  const held = { width: 12, height: 12, step: 0.125, reach: 0.1, pieces: [piece] }
  let now = hold({ kind: 'idle' }, { kind: 'press', piece, grip: NO_GRIP, x: 2, y: 2 })
  now = hold(now, { kind: 'move', x: 2.01, y: 2, slack: 0.1, table: held })
  assert.equal(now.kind, 'pressing')
  assert.equal(hold(now, { kind: 'release' }).kind, 'idle')
  now = hold(now, { kind: 'move', x: 4, y: 2, slack: 0.1, table: held })
  assert.equal(now.kind, 'moving')
  assert.equal(hold(now, { kind: 'cancel' }).kind, 'idle')
  const let_go = hold(now, { kind: 'release' })
  assert.equal(let_go.kind, 'settling')
  assert.equal(hold(let_go, { kind: 'cancel' }).kind, 'settling', 'what was let go is on its way')
  assert.equal(hold(let_go, { kind: 'settled' }).kind, 'idle')
})

test('edges are taken near the border, and never in the middle half of a small piece', () => {
  const piece = { id: 'p', stack: 'p', x: 1, y: 1, width: 4, height: 0.4 }
  const at = (x, y) => Object.entries(gripAt(x, y, piece, 0.3)).filter(([, held]) => held).map(([side]) => side)
  assert.deepEqual(at(1.1, 1.2), ['left'])
  assert.deepEqual(at(4.95, 1.2), ['right'])
  assert.deepEqual(at(3, 1.05), ['top'])
  assert.deepEqual(at(3, 1.35), ['bottom'])
  assert.deepEqual(at(3, 1.15), [], 'a quarter of its height at most is an edge')
  assert.deepEqual(at(1.1, 1.05), ['left', 'top'])
})
