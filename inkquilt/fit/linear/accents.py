"""Clusters put back where they were drawn: over the corner or edge they sat on, clear of words.

A cluster exists at its size and comes down with the page, to half an inch at least. Of the marks
round the place it was drawn for it takes the nearest where it covers no words, and no more of a
photo than it did.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Final

from inkquilt.design.reading import FIRM, Design, Stack
from inkquilt.fit.linear.lay import KEPT_CLEAR
from inkquilt.fit.linear.settling import in_proportion
from inkquilt.fit.linear.terms import CostTerms
from inkquilt.lengths import INCH, Grains
from inkquilt.sketch.geometry import Axis, Box, Ends, box
from inkquilt.sketch.model import Block, Role, Size

SMALLEST: Final[Grains] = INCH // 2
#: What lying over something that is shielded costs, for all of its length.
_SHIELDED: Final = 40.0
#: What covering a photo or words more than drawn costs against distance, in parts of the piece's side.
_COVERS: Final = 12.0
_FAR: Final = 9
#: Where there is no room a cluster comes down further than the page; being half as large costs as much as being one
#: of its sides off.
_SMALLER: Final = (1.0, 0.8, 0.6)
_SHRUNK: Final = 2.0


@dataclass(frozen=True, slots=True)
class _Place:
    x: Grains
    y: Grains


@dataclass(frozen=True, slots=True)
class _Found:
    place: _Place
    size: Size
    cost: float


def laid_clusters(design: Design, terms: CostTerms, on_page: Mapping[str, Block]) -> dict[str, Block]:
    """Return the clusters and what they lie on, by id; ``on_page`` is all the rest."""
    laid: dict[str, Block] = {}
    for stack in design.stacks.values():
        if stack.piece.role is Role.CLUSTER:
            laid[stack.piece.id] = _laid(design, terms, {**on_page, **laid}, stack)
    return laid


def _laid(design: Design, terms: CostTerms, on_page: Mapping[str, Block], stack: Stack) -> Block:
    drawn = stack.piece
    scale = terms.scale(design.sketch)
    least = min(1.0, SMALLEST / min(drawn.width, drawn.height))
    whole = max(min(1.0, scale * 1.05), least)
    found = [
        _best_at(design, terms, on_page, drawn, in_proportion(drawn, max(whole * part, least), terms.grid), part)
        for part in (_SMALLER if whole > least else (1.0,))
    ]
    best = min(found, key=lambda one: one.cost)
    return drawn.placed(best.place.x, best.place.y, best.size)


def _best_at(
    design: Design, terms: CostTerms, on_page: Mapping[str, Block], drawn: Block, size: Size, part: float
) -> _Found:
    """Return the best place for a cluster of a size; one that came down further than the page costs a little."""
    wanted = _wanted(design, terms, on_page, drawn, size)
    covered = _Covered(design, terms, on_page, drawn, size)

    shrunk = _SHRUNK * (1 - part)

    def off(place: _Place) -> float:
        return (abs(place.x - wanted.x) + abs(place.y - wanted.y)) / max(size.width, size.height)

    best: _Found | None = None
    for place in sorted(_places(design, terms, drawn, size, wanted), key=off):
        least = off(place) + shrunk  # covering nothing; all that come later are further off
        if best is not None and least >= best.cost:
            break
        cost = least + covered.cost(place) * _COVERS
        if best is None or cost < best.cost:
            best = _Found(place, size, cost)
    assert best is not None  # there is always one place
    return best


def _wanted(design: Design, terms: CostTerms, on_page: Mapping[str, Block], drawn: Block, size: Size) -> _Place:
    """Return where a cluster belongs: as far from the nearest corner of what it sat by as drawn, in its own scale."""
    was = box(drawn)
    own = size.width / drawn.width
    starts = []
    holder = _holder(design, on_page, drawn)
    for axis, length in ((Axis.X, size.width), (Axis.Y, size.height)):
        ends = was.along(axis)
        middle = (ends.low + ends.high) / 2
        if holder is None:
            scale = terms.scales(design.sketch)[axis]
            starts.append(middle * scale - length / 2)
            continue
        before, after = design.relations.boxes[holder].along(axis), box(on_page[holder]).along(axis)
        starts.append(_along(middle, before, after, own) - length / 2)
    grid = terms.grid
    return _Place(*(round(start / grid) * grid for start in starts))


def _along(middle: float, before: Ends, after: Ends, own: float) -> float:
    """Return where a middle lies now: by the nearer end where it lies near one, else in proportion."""
    to_low, to_high = middle - before.low, middle - before.high
    near = min(abs(to_low), abs(to_high))
    if near <= before.length * 0.25 or not before.low <= middle <= before.high:
        return after.low + to_low * own if abs(to_low) <= abs(to_high) else after.high + to_high * own
    return after.low + to_low * after.length / before.length


def _holder(design: Design, on_page: Mapping[str, Block], drawn: Block) -> str | None:
    """Return the piece a cluster sits by: the nearest photo's or words' stack, else any paper it lies on."""
    was = box(drawn)
    firm = [r for r, s in design.stacks.items() if r in on_page and (s.is_firm or s.is_carrier) and not s.root.turn]
    near = [(_distance(was, design.relations.boxes[root]), root) for root in firm]
    best = min(near, default=None)
    if best is not None and best[0] <= max(drawn.width, drawn.height) + INCH // 2:
        return best[1]
    return None


def _distance(one: Box, two: Box) -> Grains:
    """Return how far the middle of one box lies from the outline of another."""
    x, y = (one.x.low + one.x.high) // 2, (one.y.low + one.y.high) // 2
    out_x = max(two.x.low - x, 0, x - two.x.high)
    out_y = max(two.y.low - y, 0, y - two.y.high)
    if out_x or out_y:
        return out_x + out_y
    return min(x - two.x.low, two.x.high - x, y - two.y.low, two.y.high - y)


def _places(design: Design, terms: CostTerms, drawn: Block, size: Size, wanted: _Place) -> list[_Place]:
    grid, page = terms.grid, terms.page
    clear = page.clear if drawn.role in KEPT_CLEAR else None
    low_x, low_y = (clear.left, clear.top) if clear else (0, 0)
    high_x = page.width - size.width - (clear.right if clear else 0)
    high_y = page.height - size.height - (clear.bottom if clear else 0)
    was, whole = box(drawn), design.sketch.page
    if min(was.x.low, was.y.low, whole.width - was.x.high, whole.height - was.y.high) >= terms.margin:
        low_x, low_y = max(low_x, terms.margin), max(low_y, terms.margin)
        high_x, high_y = (
            min(high_x, page.width - size.width - terms.margin),
            min(high_y, page.height - size.height - terms.margin),
        )
    step = max(grid, min(size.width, size.height) // 4 // grid * grid)
    xs = sorted({_within(wanted.x + n * step, low_x, high_x, grid) for n in range(-_FAR, _FAR + 1)})
    ys = sorted({_within(wanted.y + n * step, low_y, high_y, grid) for n in range(-_FAR, _FAR + 1)})
    fold = page.fold
    if fold is not None and not was.x.low < fold.at * whole.width // page.width < was.x.high:
        xs = [x for x in xs if x + size.width <= fold.at or x >= fold.end] or xs
    return [_Place(x, y) for x in xs for y in ys]


def _within(value: Grains, low: Grains, high: Grains, grid: Grains) -> Grains:
    low, high = -(-low // grid) * grid, max(0, high) // grid * grid
    return max(min(value, high), low)


class _Covered:
    """How much more of photos and words a cluster covers at a place than it was drawn to."""

    def __init__(
        self, design: Design, terms: CostTerms, on_page: Mapping[str, Block], drawn: Block, size: Size
    ) -> None:
        self.size = size
        self.shields = [
            (box(on_page[shield.lower]), shield) for shield in terms.request.shields
            if shield.upper == drawn.id and shield.lower in on_page
        ]  # fmt: skip
        self.rows: list[tuple[Ends, Ends, float, float]] = []
        boxes = design.relations.boxes
        mine = boxes[drawn.id]
        for block in on_page.values():
            if block.role not in FIRM | {Role.CLUSTER} or block.id not in boxes:
                continue
            was = boxes[block.id]
            part = _shared(mine, was) / (was.x.length * was.y.length)
            now = box(block)
            weight = 1.0 if block.role is Role.PHOTO else 3.0
            self.rows.append((now.x, now.y, part, weight))

    def cost(self, place: _Place) -> float:
        """Return the shares that are covered more than drawn, added up; covering a little costs too."""
        here = Box(Ends(place.x, place.x + self.size.width), Ends(place.y, place.y + self.size.height))
        cost = 0.0
        for x, y, part, weight in self.rows:
            across = min(x.high, here.x.high) - max(x.low, here.x.low)
            down = min(y.high, here.y.high) - max(y.low, here.y.low)
            if across > 0 and down > 0:
                more = across * down / (x.length * y.length) - part
                if more > 1e-9:
                    cost += weight * (0.05 + more)
        for lies, shield in self.shields:
            if _shared(here, lies):
                under, over = lies.along(shield.axis), here.along(shield.axis)
                covered = min(under.high, over.high) - max(under.low, over.low)
                cost += _SHIELDED * max(0.0, covered / under.length - shield.covered / shield.of)
        return cost


def _shared(one: Box, two: Box) -> int:
    shared = 1
    for axis in Axis:
        a, b = one.along(axis), two.along(axis)
        shared *= max(0, min(a.high, b.high) - max(a.low, b.low))
    return shared
