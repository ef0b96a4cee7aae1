"""What a scrapbooker sees repeat in a sketch: rows with equal gaps, equal sizes, things centred, anchored or tucked.

Unlike order and overlaps these are wishes: a page may lose one, and then says so.
They are read between the outermost pieces of stacks, from where they lie drawn.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from itertools import pairwise
from typing import Final, NamedTuple

from inkquilt.lengths import INCH, SIXTY_FOURTH, Grains
from inkquilt.sketch.geometry import Axis, Box, is_tilted
from inkquilt.sketch.model import Block, Role, Shape, Size

#: Gaps and sizes this close count as equal.
EQUAL: Final[Grains] = SIXTY_FOURTH
#: A piece that shows all round another by at most this is a layer of it.
CONCENTRIC_REVEAL: Final[Grains] = 3 * INCH // 4
#: What is tucked further than this lies under the other piece rather than being tucked beneath its edge.
DEEPEST_TUCK: Final[Grains] = 3 * INCH // 2
#: Stands for the page where something is centred on it.
ON_PAGE: Final = ""

#: Pieces that are put over an edge or corner and keep to it.
_ANCHORED: Final = frozenset({Role.CLUSTER, Role.TAG})
#: Pieces whose end is tucked under something.
_TUCKED: Final = frozenset({Role.STRIP, Role.BORDER, Role.PAPER, Role.TAG, Role.CLUSTER})


@dataclass(frozen=True, slots=True)
class EqualSizes:
    """Pieces of one kind drawn with the same width and height."""

    blocks: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class EqualGaps:
    """A row (or column) of three pieces or more with the same gap between neighbours, in order."""

    axis: Axis
    blocks: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Centred:
    """From ``first`` to ``last`` (one piece, or a whole row) stands in the middle of ``on``, or of the page."""

    axis: Axis
    first: str
    last: str
    on: str


@dataclass(frozen=True, slots=True)
class Concentric:
    """``upper`` lies on ``lower`` and shows the same of it on all four sides."""

    upper: str
    lower: str
    reveal: Grains


@dataclass(frozen=True, slots=True)
class Anchor:
    """``upper`` sits over the low or high edge of ``lower`` on an axis.

    ``doubled`` is twice the way from that edge to the centre of ``upper``, as drawn.
    """

    upper: str
    lower: str
    axis: Axis
    high: bool
    doubled: Grains


@dataclass(frozen=True, slots=True)
class ProportionalPlace:
    """``upper``, anchored on the other axis, keeps its place along ``lower`` in proportion.

    Its centre stands at ``part`` / ``whole`` of ``lower``'s length, in doubled grains.
    """

    upper: str
    lower: str
    axis: Axis
    part: Grains
    whole: Grains


@dataclass(frozen=True, slots=True)
class Tuck:
    """The low or high end of ``lower`` is tucked under ``upper`` by ``amount``."""

    upper: str
    lower: str
    axis: Axis
    high: bool
    amount: Grains


@dataclass(frozen=True, slots=True)
class Patterns:
    """All of them."""

    sizes: tuple[EqualSizes, ...] = ()
    gaps: tuple[EqualGaps, ...] = ()
    centred: tuple[Centred, ...] = ()
    concentric: tuple[Concentric, ...] = ()
    anchors: tuple[Anchor, ...] = ()
    alongs: tuple[ProportionalPlace, ...] = ()
    tucks: tuple[Tuck, ...] = ()


class Lying(NamedTuple):
    """One piece over another: how each of the upper's ends lies towards the lower's, and whether that is hidden."""

    upper: str
    lower: str


@dataclass(frozen=True, slots=True)
class Drawn:
    """What patterns are read from: the outermost pieces, their boxes, and what belongs to the page's edges."""

    page: Size
    roots: Mapping[str, Block]
    blocks: Mapping[str, Block]
    boxes: Mapping[str, Box]
    run_offs: Mapping[str, frozenset[Axis]]
    layers: frozenset[str]
    lyings: tuple[Lying, ...]


def read_patterns(drawn: Drawn) -> Patterns:
    """Read every pattern."""
    gaps = tuple(_rows(drawn))
    anchors, alongs = _anchors(drawn)
    return Patterns(
        tuple(_equal_sizes(drawn)),
        gaps,
        tuple(_centred(drawn, gaps, {anchor.upper for anchor in anchors})),
        tuple(_concentric(drawn)),
        anchors,
        alongs,
        tuple(_tucks(drawn, {anchor.upper for anchor in anchors})),
    )


def _same(a: Grains, b: Grains) -> bool:
    return abs(a - b) <= EQUAL


# -- sizes ---------------------------------------------------------------------------


def _equal_sizes(drawn: Drawn) -> Iterator[EqualSizes]:
    groups: list[list[Block]] = []
    for block in drawn.blocks.values():
        if block.role is Role.MAT or block.id in drawn.layers:
            continue
        for group in groups:
            one = group[0]
            alike = one.role is block.role and one.shape is block.shape
            if alike and _same(one.width, block.width) and _same(one.height, block.height):
                group.append(block)
                break
        else:
            groups.append([block])
    for group in groups:
        if len(group) > 1:
            yield EqualSizes(tuple(block.id for block in group))


# -- rows ----------------------------------------------------------------------------


def _rows(drawn: Drawn) -> Iterator[EqualGaps]:
    """Find rows: pieces that line up across, lie one after the other and have one gap between them."""
    for axis in Axis:
        seen: set[tuple[str, ...]] = set()
        standing = [
            block_id for block_id, block in drawn.roots.items() if block_id not in drawn.layers and not is_tilted(block)
        ]
        standing.sort(key=lambda block_id: drawn.boxes[block_id].along(axis).low)
        for line in _lined_up(drawn, standing, axis.other):
            for run in _even_runs(drawn, line, axis):
                if not any(set(run) <= set(other) for other in seen):
                    seen.add(run)
                    yield EqualGaps(axis, run)


def _lined_up(drawn: Drawn, standing: list[str], across: Axis) -> Iterator[list[str]]:
    """Yield groups of pieces with the same low edge, high edge or middle across, the largest first."""
    groups: list[list[str]] = []
    for place in ("low", "high", "middle"):
        at: dict[str, Grains] = {}
        for block_id in standing:
            ends = drawn.boxes[block_id].along(across)
            at[block_id] = {"low": ends.low, "high": ends.high, "middle": (ends.low + ends.high) // 2}[place]
        left = list(standing)
        while left:
            group = [block_id for block_id in left if _same(at[block_id], at[left[0]])]
            left = [block_id for block_id in left if block_id not in group]
            if len(group) > 2:
                groups.append(group)
    yield from sorted(groups, key=len, reverse=True)


def _even_runs(drawn: Drawn, line: list[str], axis: Axis) -> Iterator[tuple[str, ...]]:
    run: list[str] = line[:1]
    gap: Grains | None = None
    for before, after in pairwise(line):
        here = drawn.boxes[after].along(axis).low - drawn.boxes[before].along(axis).high
        if here < -EQUAL:  # it lies over or beside the one before: no row
            if len(run) > 2:
                yield tuple(run)
            run, gap = [after], None
        elif gap is None or _same(here, gap):
            gap = here if gap is None else gap
            run.append(after)
        else:
            if len(run) > 2:
                yield tuple(run)
            run, gap = [before, after], here
    if len(run) > 2:
        yield tuple(run)


# -- centred -------------------------------------------------------------------------


def _centred(drawn: Drawn, rows: tuple[EqualGaps, ...], anchored: set[str]) -> Iterator[Centred]:
    for axis in Axis:
        in_rows: set[str] = set()
        length = drawn.page.width if axis is Axis.X else drawn.page.height
        for row in rows:
            low = drawn.boxes[row.blocks[0]].along(axis).low
            high = drawn.boxes[row.blocks[-1]].along(axis).high
            on_edge = axis in drawn.run_offs[row.blocks[0]] | drawn.run_offs[row.blocks[-1]]
            if row.axis is axis and not on_edge and _same(low, length - high):
                in_rows |= set(row.blocks)
                yield Centred(axis, row.blocks[0], row.blocks[-1], ON_PAGE)
        for block_id in drawn.roots:
            if block_id in drawn.layers or block_id in in_rows or axis in drawn.run_offs[block_id]:
                continue
            ends = drawn.boxes[block_id].along(axis)
            if _same(ends.low, length - ends.high):
                yield Centred(axis, block_id, block_id, ON_PAGE)
            elif block_id not in anchored and (under := _bed(drawn, block_id)) is not None:
                bed = drawn.boxes[under].along(axis)
                inside = bed.low - EQUAL <= ends.low and ends.high <= bed.high + EQUAL
                if inside and ends.length < bed.length - 2 * EQUAL and _same(ends.low - bed.low, bed.high - ends.high):
                    yield Centred(axis, block_id, block_id, under)


def _bed(drawn: Drawn, block_id: str) -> str | None:
    """Return the smallest piece that a piece lies on wholly."""
    beds = [lying.lower for lying in drawn.lyings if lying.upper == block_id and lying.lower in drawn.blocks]
    over = drawn.boxes[block_id]

    def holds(bed: str) -> bool:
        under = drawn.boxes[bed]
        return all(
            under.along(axis).low - EQUAL <= over.along(axis).low
            and over.along(axis).high <= under.along(axis).high + EQUAL
            for axis in Axis
        )

    held = [bed for bed in beds if holds(bed) and bed not in drawn.layers]
    return min(held, key=lambda bed: drawn.boxes[bed].x.length * drawn.boxes[bed].y.length, default=None)


def _concentric(drawn: Drawn) -> Iterator[Concentric]:
    flat = {block_id for block_id, block in drawn.blocks.items() if block.shape is Shape.RECT and not is_tilted(block)}
    for upper, lower in drawn.lyings:
        if upper not in flat or lower not in flat or drawn.run_offs[upper] or drawn.run_offs[lower]:
            continue
        over, under = drawn.boxes[upper], drawn.boxes[lower]
        shown = [over.x.low - under.x.low, under.x.high - over.x.high, over.y.low - under.y.low]
        shown.append(under.y.high - over.y.high)
        if min(shown) > EQUAL and max(shown) <= CONCENTRIC_REVEAL and max(shown) - min(shown) <= EQUAL:
            yield Concentric(upper, lower, shown[0])


# -- anchored and tucked -------------------------------------------------------------


def _over(upper: Box, lower: Box, axis: Axis) -> bool | None:
    """Return False over the low edge only, True over the high edge only, None for anything else."""
    over, under = upper.along(axis), lower.along(axis)
    past_low, past_high = under.low - over.low > EQUAL, over.high - under.high > EQUAL
    return None if past_low == past_high else past_high


def _anchors(drawn: Drawn) -> tuple[tuple[Anchor, ...], tuple[ProportionalPlace, ...]]:
    anchors: list[Anchor] = []
    alongs: list[ProportionalPlace] = []
    for upper, block in drawn.roots.items():
        if block.role not in _ANCHORED or is_tilted(block):
            continue
        lower = _holder(drawn, upper)
        if lower is None:
            continue
        for axis in Axis:
            over, under = drawn.boxes[upper].along(axis), drawn.boxes[lower].along(axis)
            high = _over(drawn.boxes[upper], drawn.boxes[lower], axis)
            middle = over.low + over.high
            if high is not None:
                anchors.append(Anchor(upper, lower, axis, high, middle - 2 * (under.high if high else under.low)))
            elif axis not in drawn.run_offs[lower]:
                alongs.append(ProportionalPlace(upper, lower, axis, middle - 2 * under.low, 2 * under.length))
    return tuple(anchors), tuple(alongs)


def _holder(drawn: Drawn, upper: str) -> str | None:
    """Return the piece over whose edge another sits: the topmost, a photo's stack before a paper."""
    held = [
        lying.lower
        for lying in drawn.lyings
        if lying.upper == upper
        and not is_tilted(drawn.blocks[lying.lower])
        and lying.lower not in drawn.layers
        and any(_over(drawn.boxes[upper], drawn.boxes[lying.lower], axis) is not None for axis in Axis)
    ]
    photos = [block_id for block_id in held if drawn.blocks[block_id].role is Role.PHOTO]
    return photos[-1] if photos else held[-1] if held else None


def _tucks(drawn: Drawn, anchored: set[str]) -> Iterator[Tuck]:
    for upper, lower in drawn.lyings:
        over, under = drawn.blocks[upper], drawn.blocks[lower]
        if upper in anchored or upper not in drawn.roots or lower not in drawn.roots:
            continue
        if under.role not in _TUCKED or is_tilted(over) or is_tilted(under):
            continue
        for axis in Axis:
            past_high = _over(drawn.boxes[upper], drawn.boxes[lower], axis)
            if past_high is None:
                continue
            one, two = drawn.boxes[upper].along(axis), drawn.boxes[lower].along(axis)
            amount = two.high - one.low if past_high else one.high - two.low
            if EQUAL < amount <= DEEPEST_TUCK and 2 * amount <= two.length:
                yield Tuck(upper, lower, axis, past_high, amount)
