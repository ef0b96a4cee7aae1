/** Plain arithmetic of drawing: tables of small cases, reckoned by hand. */
const { test } = require('node:test')
const assert = require('node:assert/strict')
const { rulerTicks, SMALL } = require('./geometry/ticks')
const { ribbonParts, spreadLabels } = require('./geometry/ribbons')
const { placeMarks, overlap } = require('./geometry/labels')
const { layPage, GUTTER, NARROW_GUTTER } = require('./geometry/layout')
const { lie } = require('./geometry/lying')
const { nearestTowards } = require('./geometry/nearest')
const { movedBy, resizedBy, between, LEAST_SIDE } = require('./geometry/areas')
const { isBare } = require('./geometry/bare')
const { lines, snap, passing } = require('./geometry/snap')

const near = (actual, wanted) => assert.ok(Math.abs(actual - wanted) < 1e-9, `${actual}, not ${wanted}`)

// -- rulers ---------------------------------------------------------------------------

test('an inch ruler has eighths, quarters or halves, as there is room', () => {
  for (const [pixels, parts] of [[SMALL - 0.1, 2], [SMALL, 4], [39.9, 4], [40, 8], [90, 8]])
    assert.equal(rulerTicks(3, 'in', pixels).length, 3 * parts + 1, `${pixels} pixels to the inch`)
  const ticks = rulerTicks(2, 'in', 60)
  assert.deepEqual(ticks.filter((one) => one.text).map((one) => [one.at, one.text]), [[0, '0'], [1, '1'], [2, '2']])
  assert.deepEqual(ticks.slice(0, 5).map((one) => one.weight), [1, 0.28, 0.45, 0.28, 0.65])
})

test('a ruler ends with the page, not beyond it', () => {
  assert.equal(rulerTicks(8.5, 'in', 60).at(-1).at, 8.5)
  assert.equal(rulerTicks(8.49, 'in', 60).at(-1).at, 8.375)
  assert.equal(rulerTicks(297, 'mm', 3).at(-1).at, 295)
})

test('a metric ruler counts in fives and numbers every fifty', () => {
  const ticks = rulerTicks(110, 'mm', 2)
  assert.equal(ticks.length, 23)
  assert.deepEqual(ticks.filter((one) => one.text).map((one) => one.text), ['0', '50', '100'])
  assert.deepEqual(ticks.slice(0, 3).map((one) => one.weight), [1, 0.3, 0.6])
  assert.equal(rulerTicks(110, 'mm', 1.59).length, 12, 'only centimetres where it is small')
})

// -- ribbons --------------------------------------------------------------------------

const PIECE = { start: 2, length: 3, before: '2', size: '3', after: '7' }

test('a ribbon is divided at the piece, and is whole without one', () => {
  assert.deepEqual(ribbonParts(12, '12', null), [{ from: 0, to: 12, text: '12', lifted: false }])
  const parts = ribbonParts(12, '12', PIECE)
  assert.deepEqual(parts.map(({ from, to, text, which }) => [from, to, text, which]), [[0, 2, '2', 0], [2, 5, '3', 1], [5, 12, '7', 2]])
  assert.deepEqual(parts.map((part) => part.lifted), [false, true, false])
})

test('a piece at an edge leaves no part there, and one that runs off the page is cut at its edge', () => {
  assert.deepEqual(ribbonParts(12, '12', { ...PIECE, start: 0 }).map((part) => part.which), [1, 2])
  assert.deepEqual(ribbonParts(12, '12', { ...PIECE, start: 9 }).map((part) => part.which), [0, 1])
  const off = ribbonParts(12, '12', { ...PIECE, start: -1, length: 14 })
  assert.deepEqual(off.map(({ from, to }) => [from, to]), [[0, 12]])
})

test('labels step outward from the lifted one as far as they must, and no further', () => {
  assert.deepEqual(spreadLabels([10, 50, 90], [20, 20, 20], 1, 4), [10, 50, 90])
  assert.deepEqual(spreadLabels([40, 50, 55], [20, 20, 20], 1, 4), [26, 50, 74])
  assert.deepEqual(spreadLabels([48, 50, 52, 54], [10, 10, 10, 10], 1, 0), [40, 50, 60, 70])
  for (let one = 0; one < 3; one++) assert.equal(spreadLabels([5, 6, 7], [8, 8, 8], one, 2)[one], [5, 6, 7][one])
})

// -- numbers on pieces ----------------------------------------------------------------

const marked = (id, left, top, right, bottom, more = {}) => ({
  id, box: { left, top, right, bottom }, photo: false, title: false, ...more,
})

test('a number lies on its own piece, off titles, photo middles and other numbers', () => {
  const blocks = [
    marked('base', 0, 0, 300, 300), marked('photo', 40, 40, 140, 180, { photo: true }),
    marked('title', 40, 200, 260, 240, { title: true }), marked('strip', 0, 250, 300, 290),
  ]
  const marks = placeMarks(blocks, new Set(['base', 'photo', 'strip']), 9)
  assert.deepEqual(marks.map((one) => one.id), ['base', 'photo', 'strip'])
  const places = marks.map(({ x, y }) => ({ left: x - 9, top: y - 9, right: x + 9, bottom: y + 9 }))
  places.forEach((one, index) => {
    for (const other of places.slice(index + 1)) assert.ok(!overlap(one, other))
    assert.ok(!overlap(one, blocks[2].box), 'the title stays readable')
    assert.ok(!overlap(one, { left: 60, top: 68, right: 120, bottom: 152 }), 'nothing on a face')
  })
})

test('a piece that shows nowhere gets no number, and one that is not wanted none', () => {
  const blocks = [marked('under', 10, 10, 50, 50), marked('over', 0, 0, 100, 100)]
  assert.deepEqual(placeMarks(blocks, new Set(['under', 'over']), 8).map((one) => one.id), ['over'])
  assert.deepEqual(placeMarks(blocks, new Set(), 8), [])
})

test('boxes that only touch do not overlap', () => {
  const box = { left: 0, top: 0, right: 10, bottom: 10 }
  assert.equal(overlap(box, { left: 10, top: 0, right: 20, bottom: 10 }), false)
  assert.equal(overlap(box, { left: 9.99, top: 9.99, right: 20, bottom: 20 }), true)
})

// -- where the page lies --------------------------------------------------------------

test('a page is as large as can be beside its rulers, whichever way it is limited', () => {
  for (const gutter of [GUTTER, NARROW_GUTTER])
    for (const [page, space] of [[[12, 12], [800, 700]], [[24.5, 12], [900, 700]], [[4.25, 8.25], [700, 640]]]) {
      const lies = layPage({ width: page[0], height: page[1] }, { width: space[0], height: space[1] }, gutter)
      const roomX = space[0] - gutter.left - gutter.right
      const roomY = space[1] - gutter.top - gutter.bottom
      assert.ok(lies.width <= roomX + 1e-9 && lies.height <= roomY + 1e-9)
      assert.ok(Math.abs(lies.width - roomX) < 1e-9 || Math.abs(lies.height - roomY) < 1e-9)
      near(lies.width / lies.height, page[0] / page[1])
      near(lies.left + lies.width / 2, gutter.left + roomX / 2)
      assert.equal(lies.top, gutter.top)
    }
})

test('where there is no room at all a page is still something', () => {
  assert.ok(layPage({ width: 12, height: 12 }, { width: 0, height: 0 }).scale > 0)
})

// -- a part on the trimmer ------------------------------------------------------------

const PART = { x: 1, y: 2, width: 8, height: 5 }

test('the named edge lies at the fence, and the setting is counted from there', () => {
  const table = {
    left: { size: [8, 5], setting: 3, corners: [[0, 0], [8, 5]] },
    right: { size: [8, 5], setting: 5, corners: [[8, 5], [0, 0]] },
    top: { size: [5, 8], setting: 3, corners: [[0, 8], [5, 0]] },
    bottom: { size: [5, 8], setting: 2, corners: [[5, 0], [0, 8]] },
  }
  for (const [fence, { size, setting, corners }] of Object.entries(table)) {
    const lying = lie(PART, fence, 3)
    assert.deepEqual([lying.width, lying.height], size, fence)
    assert.equal(lying.setting, setting, fence)
    const [first, last] = [lying.place(1, 2), lying.place(9, 7)]
    assert.deepEqual([[first.x, first.y], [last.x, last.y]], corners, fence)
  }
})

test('every place of a part stays within it as it lies, and the transform says the same', () => {
  for (const fence of ['left', 'right', 'top', 'bottom']) {
    const lying = lie(PART, fence, 2)
    const [a, b, c, d, e, f] = lying.transform.match(/-?[\d.]+/g).map(Number)
    for (const [x, y] of [[1, 2], [9, 2], [5, 4.5], [9, 7]]) {
      const { x: px, y: py } = lying.place(x, y)
      assert.ok(px >= 0 && px <= lying.width && py >= 0 && py <= lying.height)
      near(a * x + c * y + e, px)
      near(b * x + d * y + f, py)
    }
    near(lying.along(0) + lying.along(lying.height), lying.height)
  }
})

// -- from piece to piece by arrow keys --------------------------------------------------

const AROUND = [{ x: 0, y: 0 }, { x: 100, y: 5 }, { x: 50, y: 80 }, { x: -60, y: 0 }]

test('an arrow goes to what lies nearest that way, straight ahead before aside', () => {
  const from = { x: 0, y: 0 }
  assert.equal(nearestTowards(from, [1, 0], AROUND.slice(1), 0), 0)
  assert.equal(nearestTowards(from, [0, 1], AROUND.slice(1), 0), 1)
  assert.equal(nearestTowards(from, [-1, 0], AROUND.slice(1), 0), 2)
  assert.equal(nearestTowards(from, [0, -1], AROUND.slice(1), 0), -1, 'there is none')
})

test('of two round one middle the upper one is met, however the pixels fall', () => {
  for (const off of [-1, 0, 1]) {
    const there = [{ x: 100 + off, y: off }, { x: 100, y: 0 }]
    assert.equal(nearestTowards({ x: 0, y: 0 }, [1, 0], there, 0), 1, `${off}`)
  }
})

test('pieces round one middle follow each other in their order, and back', () => {
  const same = [{ x: 0, y: 0 }, { x: 2, y: 1 }, { x: 1, y: 2 }]
  assert.equal(nearestTowards({ x: 1, y: 1 }, [1, 0], same, 1), 1)
  assert.equal(nearestTowards({ x: 1, y: 1 }, [-1, 0], same, 1), 0)
  assert.equal(nearestTowards({ x: 1, y: 1 }, [1, 0], same, 3), -1)
})

// -- what matters in a photo ------------------------------------------------------------

const AREA = { left: 0.2, top: 0.3, width: 0.4, height: 0.5 }

test('an area that is moved stays on its photo, as large as it is', () => {
  assert.deepEqual(movedBy(AREA, 9, 9), { ...AREA, left: 0.6, top: 0.5 })
  assert.deepEqual(movedBy(AREA, -9, -9), { ...AREA, left: 0, top: 0 })
  const there = movedBy(AREA, 0.1, -0.1)
  near(movedBy(there, -0.1, 0.1).left, AREA.left)
})

test('an area that is resized is never nothing and never off its photo', () => {
  const largest = resizedBy(AREA, 9, 9)
  near(largest.left + largest.width, 1)
  near(largest.top + largest.height, 1)
  assert.equal(resizedBy(AREA, -9, -9).width, LEAST_SIDE)
  const atTheEdge = resizedBy({ left: 0.99, top: 0.99, width: 0.01, height: 0.01 }, 0, 0)
  assert.ok(atTheEdge.left + atTheEdge.width <= 1 && atTheEdge.top + atTheEdge.height <= 1)
})

test('a box is drawn from any corner, and a slip of the hand draws none', () => {
  const wanted = { left: 0.1, top: 0.2, width: 0.5, height: 0.3 }
  for (const [x0, y0, x1, y1] of [[0.1, 0.2, 0.6, 0.5], [0.6, 0.5, 0.1, 0.2], [0.6, 0.2, 0.1, 0.5]])
    for (const side of Object.keys(wanted)) near(between(x0, y0, x1, y1)[side], wanted[side])
  assert.equal(between(0.5, 0.5, 0.5 + LEAST_SIDE - 0.001, 0.9), null)
  assert.equal(between(-1, -1, 2, 2).width, 1)
  assert.equal(between(1.1, 0.2, 1.9, 0.5), null, 'all of it beside the photo')
})

test('a block is bare where words or a cluster stand straight on the page', () => {
  const block = { id: 'j' }
  assert.equal(isBare(block, [{ block: 'j', bare: true }]), true)
  assert.equal(isBare(block, [{ block: 'j', bare: false }, { block: 'k', bare: true }]), false)
  assert.equal(isBare(block, [], [{ fills: 'j' }]), true)
})

// -- snapping ---------------------------------------------------------------------------

test('a line draws from so far, and the nearest of several', () => {
  assert.equal(snap(3.06, 2, 12, 0.125, 0.1, [3.1]), 3.1)
  assert.equal(snap(2.99, 2, 12, 0.125, 0.1, [3.1]), 3, 'just out of reach: the grid')
  assert.equal(snap(3.06, 2, 12, 0.125, 0.1, [3.1, 3.07]), 3.07)
})

test('snapping twice is snapping once', () => {
  for (let at = -1; at < 13; at += 0.037) {
    const once = snap(at, 2.0625, 12, 0.125, 0.1, [3.3, 7.7, 9.9375])
    assert.equal(snap(once, 2.0625, 12, 0.125, 0.1, [3.3, 7.7, 9.9375]), once)
    assert.ok(once >= 0 && once + 2.0625 <= 12)
  }
})

test('lines are the page’s edges and middle and the others’ edges, both ends of the piece', () => {
  assert.deepEqual(lines(2, 12, []), [0, 10, 5])
  assert.deepEqual(lines(2, 12, [{ start: 4, length: 3 }]), [0, 10, 5, 4, 2, 7, 5])
  assert.deepEqual(lines(2, 12, [{ start: 11, length: 1 }]), [0, 10, 5, 9, 10], 'none that would leave the page')
})

test('a length that passes reads as a ruler does', () => {
  const inches = [[0, '0'], [0.5, '1/2'], [2.25, '2 1/4'], [3.0625, '3 1/16'], [2.99, '3'], [-0.75, '-3/4'],
    [-1.5, '-1 1/2'], [0.03, '0'], [0.032, '1/16'], [-0.01, '0']]
  for (const [value, text] of inches) assert.equal(passing(value, 'in'), text, String(value))
  for (const [value, text] of [[63.5, '63.5'], [63.26, '63.5'], [63.2, '63'], [0.1, '0']])
    assert.equal(passing(value, 'mm'), text)
})
