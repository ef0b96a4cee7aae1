"""What holds between the blocks of a sketch, read from where they lie.

These are the things a scrapbooker means by "like the sketch": which edges run
off the page, what lies on what and by how much it shows, which edges stand in
one line, what lies before what. ``read_relations`` reads them all from a sketch
that is already turned and mirrored as wanted and cut to its page.

Two edges within 1/64 in count as one. Tilted blocks take part with the upright
box round them; where only those boxes meet, ``Beside`` keeps the true outlines
apart.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, replace
from enum import Enum
from typing import Final, NamedTuple

from inkquilt.lengths import INCH, SIXTY_FOURTH, Grains
from inkquilt.page import Side
from inkquilt.sketch.geometry import (
    CORNER_SCALE,
    TRIG,
    Axis,
    Box,
    Ends,
    Point,
    box,
    has_own_hull,
    is_tilted,
    outline,
    trig,
)
from inkquilt.sketch.model import Block, Role, Shape, Size, Sketch
from inkquilt.sketch.patterns import Drawn, Lying, Patterns, read_patterns

#: Edges this close count as one line.
ONE_LINE: Final[Grains] = SIXTY_FOURTH
#: A paper within this of all four page edges, by equal amounts, is a layer of the page.
LAYER_REVEAL: Final[Grains] = 3 * INCH // 4
#: Shapes that can be cut along the page edge and keep their kind.
_CUTTABLE: Final = {Shape.RECT, Shape.BANNER}

SIDE_ENDS: Final = {
    Side.LEFT: (Axis.X, False),
    Side.RIGHT: (Axis.X, True),
    Side.TOP: (Axis.Y, False),
    Side.BOTTOM: (Axis.Y, True),
}


class Reveals(NamedTuple):
    """How far a mat shows beyond its piece on each side; zero or less where it does not."""

    left: Grains
    top: Grains
    right: Grains
    bottom: Grains


@dataclass(frozen=True, slots=True)
class Matting:
    """A mat and what it carries, in the piece's own frame."""

    mat: str
    pieces: tuple[str, ...]
    reveals: Reveals


class Edge(NamedTuple):
    """One edge of a block: its low (left, top) or high (right, bottom) end on an axis."""

    block: str
    axis: Axis
    high: bool


@dataclass(frozen=True, slots=True)
class SharedLine:
    """Edges of different stacks that stand in one line."""

    axis: Axis
    edges: tuple[Edge, ...]


@dataclass(frozen=True, slots=True)
class Apart:
    """``first`` ends before ``second`` begins. Not ``hard``: a wish, the other axis is kept instead."""

    first: str
    second: str
    axis: Axis
    hard: bool


class Lie(Enum):
    """How an upper block lies over a lower one along an axis."""

    INSIDE = "inside"
    SPANNING = "spanning"
    OVER_LOW = "over the low edge"
    OVER_HIGH = "over the high edge"


@dataclass(frozen=True, slots=True)
class Overlap:
    """``upper`` lies partly over ``lower``: how on each axis; ``over`` and ``under`` are their boxes as drawn."""

    upper: str
    lower: str
    x: Lie
    y: Lie
    covers: bool
    over: Box
    under: Box

    def along(self, axis: Axis) -> Lie:
        """Return how it lies on one axis."""
        return self.x if axis is Axis.X else self.y


@dataclass(frozen=True, slots=True)
class Beside:
    """Two outlines that are apart although their boxes meet.

    Along ``normal`` (whole numbers, any length) every point of ``first`` comes
    before every point of ``second``.
    """

    first: str
    second: str
    normal: Point


@dataclass(frozen=True, slots=True)
class Relations:
    """All relations of one sketch. ``boxes`` are the drawn ones, by block id."""

    boxes: Mapping[str, Box]
    run_offs: Mapping[str, frozenset[Side]]
    layers: Mapping[str, Grains]
    mattings: tuple[Matting, ...]
    lines: tuple[SharedLine, ...]
    aparts: tuple[Apart, ...]
    overlaps: tuple[Overlap, ...]
    besides: tuple[Beside, ...]
    patterns: Patterns


COVERABLE: Final = frozenset({Role.PHOTO, Role.TITLE, Role.JOURNALING})


def cut_to_page(sketch: Sketch) -> Sketch:
    """Return the sketch with upright rectangles and banners cut where they reach past the page."""

    def cut(block: Block) -> Block:
        if block.turn or block.shape not in _CUTTABLE:
            return block
        left, top = max(block.x, 0), max(block.y, 0)
        right = min(block.x + block.width, sketch.page.width)
        bottom = min(block.y + block.height, sketch.page.height)
        return block.placed(left, top, Size(right - left, bottom - top))

    return replace(sketch, blocks=tuple(map(cut, sketch.blocks)))


def read_relations(sketch: Sketch, one_line: Grains = ONE_LINE) -> Relations:
    """Read every relation of a sketch that has been cut to its page.

    Edges within ``one_line`` of each other are taken for one line.
    """
    blocks = {block.id: block for block in sketch.blocks if block.role is not Role.BASE}
    boxes = {block_id: box(block) for block_id, block in blocks.items()}
    layers = {b.id: reveal for b in blocks.values() if (reveal := _layer_reveal(b, sketch.page)) is not None}
    run_offs = {b.id: _run_offs(b, sketch.page) for b in blocks.values()}
    mattings = tuple(_matting(block, blocks) for block in blocks.values() if block.of)
    stacks = Stacks(mattings)
    lines = tuple(_shared_lines(blocks, boxes, run_offs, layers, stacks, one_line))
    pairs = _Pairs(blocks, boxes, stacks, [block.id for block in sketch.stacked() if block.id in blocks])
    drawn = Drawn(
        sketch.page,
        {name: block for name, block in blocks.items() if stacks.root(name) == name},
        blocks,
        boxes,
        {name: frozenset(SIDE_ENDS[side][0] for side in sides) for name, sides in run_offs.items()},
        frozenset(layers),
        tuple(Lying(overlap.upper, overlap.lower) for overlap in pairs.overlaps),
    )
    return Relations(
        boxes,
        run_offs,
        layers,
        mattings,
        lines,
        tuple(pairs.aparts),
        tuple(pairs.overlaps),
        tuple(pairs.besides),
        read_patterns(drawn),
    )


class Stacks:
    """Which pieces lie together on which mats.

    ``root(id)`` is the outermost mat that moves rigidly with the piece (the piece
    itself when it has none). A mat of several pieces is a root of its own: they
    may shift on it.
    """

    def __init__(self, mattings: tuple[Matting, ...]) -> None:
        self._carrier: dict[str, str] = {}
        self._pieces: dict[str, tuple[str, ...]] = {}
        for matting in mattings:
            self._pieces[matting.mat] = matting.pieces
            if len(matting.pieces) == 1:
                self._carrier.setdefault(matting.pieces[0], matting.mat)

    def root(self, block_id: str) -> str:
        """Return the outermost rigid piece of the stack."""
        while block_id in self._carrier:
            block_id = self._carrier[block_id]
        return block_id

    def carries(self, mat: str, piece: str) -> bool:
        """Tell whether ``mat`` lies behind ``piece``, directly or under further mats."""
        return any(inner == piece or self.carries(inner, piece) for inner in self._pieces.get(mat, ()))

    def one_stack(self, a: str, b: str) -> bool:
        """Tell whether two blocks are held together by mats."""
        return self.root(a) == self.root(b) or self.carries(a, b) or self.carries(b, a)


def stack_roots(blocks: Iterable[Block]) -> dict[str, str]:
    """Return for every block the outermost mat that moves with it, or itself."""
    carrier = {block.of[0]: block.id for block in blocks if len(block.of) == 1}

    def root(name: str) -> str:
        while name in carrier:
            name = carrier[name]
        return name

    return {block.id: root(block.id) for block in blocks}


def _layer_reveal(block: Block, page: Size) -> Grains | None:
    if block.role is not Role.PAPER or block.turn or block.shape is not Shape.RECT:
        return None
    gaps = (block.x, block.y, page.width - block.x - block.width, page.height - block.y - block.height)
    if min(gaps) <= ONE_LINE or max(gaps) > LAYER_REVEAL or max(gaps) - min(gaps) > ONE_LINE:
        return None
    return block.x


def _run_offs(block: Block, page: Size) -> frozenset[Side]:
    if is_tilted(block):
        return frozenset()
    reach = {
        Side.LEFT: block.x,
        Side.TOP: block.y,
        Side.RIGHT: page.width - block.x - block.width,
        Side.BOTTOM: page.height - block.y - block.height,
    }
    return frozenset(side for side, gap in reach.items() if abs(gap) <= ONE_LINE)


def _matting(mat: Block, blocks: Mapping[str, Block]) -> Matting:
    pieces = [blocks[name] for name in mat.of]
    if len(pieces) == 1 and mat.turn == pieces[0].turn and mat.turn:
        return Matting(mat.id, mat.of, _turned_reveals(mat, pieces[0]))
    left = min(piece.x for piece in pieces)
    top = min(piece.y for piece in pieces)
    right = max(piece.x + piece.width for piece in pieces)
    bottom = max(piece.y + piece.height for piece in pieces)
    reveals = Reveals(left - mat.x, top - mat.y, mat.x + mat.width - right, mat.y + mat.height - bottom)
    return Matting(mat.id, mat.of, reveals)


def _turned_reveals(mat: Block, piece: Block) -> Reveals:
    """Reveals in the photo's own frame: the way from centre to centre is turned back first."""
    from_x = 2 * mat.x + mat.width - 2 * piece.x - piece.width  # twice the distance
    from_y = 2 * mat.y + mat.height - 2 * piece.y - piece.height
    shift = turned_back(from_x, from_y, mat.turn)
    extra_x, extra_y = mat.width - piece.width, mat.height - piece.height
    left, top = (extra_x - shift.x) // 2, (extra_y - shift.y) // 2
    return Reveals(left, top, extra_x - left, extra_y - top)


def turned_back(x: int, y: int, turn: int) -> Point:
    """Return the vector (x, y) turned anticlockwise by ``turn``, rounded to whole numbers."""
    cos, sin = trig(turn)
    return Point(round((x * cos + y * sin) / TRIG), round((y * cos - x * sin) / TRIG))


# -- lines ---------------------------------------------------------------------------


def _shared_lines(
    blocks: Mapping[str, Block],
    boxes: Mapping[str, Box],
    run_offs: Mapping[str, frozenset[Side]],
    layers: Mapping[str, Grains],
    stacks: Stacks,
    one_line: Grains,
) -> Iterator[SharedLine]:
    for axis in Axis:
        places: list[tuple[Grains, Edge]] = []
        for block in blocks.values():
            if block.id in layers or is_tilted(block):
                continue
            ends = boxes[block.id].along(axis)
            for side, (side_axis, high) in SIDE_ENDS.items():
                if side_axis is axis and side not in run_offs[block.id]:
                    places.append((ends.high if high else ends.low, Edge(block.id, axis, high)))
        places.sort(key=lambda place: place[0])
        for edges in _close_together(places, one_line):
            edges = _without_implied(edges, boxes, stacks)
            if len({stacks.root(edge.block) for edge in edges}) > 1:
                yield SharedLine(axis, tuple(edges))


def _close_together(places: list[tuple[Grains, Edge]], one_line: Grains) -> Iterator[list[Edge]]:
    """Group sorted edges: each group reaches at most ``one_line`` from its first edge."""
    group: list[Edge] = []
    start = 0
    for place, edge in places:
        if group and place - start > one_line:
            yield group
            group = []
        if not group:
            start = place
        group.append(edge)
    if group:
        yield group


def _without_implied(edges: list[Edge], boxes: Mapping[str, Box], stacks: Stacks) -> list[Edge]:
    """Drop edges of matted pieces that follow from their mats' edges standing in line.

    When all of a line lies equally deep in its stacks, the line of the outermost
    mats says it already.
    """

    def depth(edge: Edge) -> Grains:
        inner, outer = boxes[edge.block].along(edge.axis), boxes[stacks.root(edge.block)].along(edge.axis)
        return inner.high - outer.high if edge.high else inner.low - outer.low

    inner = [edge for edge in edges if stacks.root(edge.block) != edge.block]
    if len(inner) == len(edges) and len({(depth(edge), edge.high) for edge in edges}) == 1 and depth(edges[0]):
        return []
    return edges


# -- pairs ---------------------------------------------------------------------------


class _Pairs:
    """Walks all pairs of blocks, from the bottom layer up, and sorts them by how they lie."""

    def __init__(
        self, blocks: Mapping[str, Block], boxes: Mapping[str, Box], stacks: Stacks, bottom_up: list[str]
    ) -> None:
        self.blocks, self.boxes = blocks, boxes
        self.aparts: list[Apart] = []
        self.overlaps: list[Overlap] = []
        self.besides: list[Beside] = []
        for place, lower in enumerate(bottom_up):
            for upper in bottom_up[place + 1 :]:
                if not stacks.one_stack(lower, upper):
                    self.pair(lower, upper)

    def pair(self, lower: str, upper: str) -> None:
        apart = aparts_of(lower, upper, self.boxes[lower], self.boxes[upper])
        if apart:
            self.aparts.extend(apart)
            return
        if has_hull(self.blocks[lower]) or has_hull(self.blocks[upper]):
            beside = separation(self.blocks[lower], self.blocks[upper])
            if beside is not None:
                self.besides.append(beside)
                return
        covers = self.blocks[lower].role in COVERABLE
        self.overlaps.append(overlap_of(upper, lower, self.boxes[upper], self.boxes[lower], covers))


def has_hull(block: Block) -> bool:
    """Tell whether a block's outline is less than the upright box round it."""
    return is_tilted(block) or block.shape is Shape.CIRCLE or has_own_hull(block)


def gap_between(a: Ends, b: Ends) -> Grains:
    """Return the free length between two things on an axis, negative where they overlap."""
    return max(b.low - a.high, a.low - b.high)


def aparts_of(a: str, b: str, one: Box, two: Box) -> list[Apart]:
    """Return on which axes two boxes are apart; the wider gap is hard (tie: x)."""
    gaps = {axis: gap_between(one.along(axis), two.along(axis)) for axis in Axis}
    open_axes = [axis for axis in Axis if gaps[axis] >= -ONE_LINE]
    hard = max(open_axes, key=lambda axis: gaps[axis], default=None)
    return [apart_on(axis, a, b, one, two, axis is hard) for axis in open_axes]


def apart_on(axis: Axis, a: str, b: str, one: Box, two: Box, hard: bool) -> Apart:
    """Return the order of two boxes on an axis."""
    first, second = one.along(axis), two.along(axis)
    a_first = second.low - first.high >= first.low - second.high
    return Apart(a, b, axis, hard) if a_first else Apart(b, a, axis, hard)


def overlap_of(upper: str, lower: str, over: Box, under: Box, covers: bool) -> Overlap:
    """Return how one box lies over another."""
    return Overlap(upper, lower, lie(over.x, under.x), lie(over.y, under.y), covers, over, under)


def lie(upper: Ends, lower: Ends) -> Lie:
    """Tell how ``upper`` lies over ``lower``; ends within 1/64 in count as equal."""
    low_out = lower.low - upper.low > ONE_LINE
    high_out = upper.high - lower.high > ONE_LINE
    low_in = upper.low - lower.low > ONE_LINE
    high_in = lower.high - upper.high > ONE_LINE
    if not low_out and not high_out:
        return Lie.INSIDE
    if not low_in and not high_in:
        return Lie.SPANNING
    return Lie.OVER_LOW if low_out else Lie.OVER_HIGH


# -- outlines that are apart while their boxes meet -------------------------------------


def separation(a: Block, b: Block) -> Beside | None:
    """Return a line that separates two outlines, the one with the widest gap, or None.

    Convex outlines that do not meet are separated along the normal of one of
    their sides (separating axis theorem); a circle adds the ways to the corners
    of the other.
    """
    best: tuple[float, Beside] | None = None
    for normal in _normals(a, b):
        if normal == Point(0, 0):  # a circle centred on a corner of the other
            continue
        size = (normal.x**2 + normal.y**2) ** 0.5
        one, two = reach(a, normal), reach(b, normal)
        for first, second, gap in (
            (a, b, two.low - one.high),
            (b, a, one.low - two.high),
        ):
            width = gap / size / CORNER_SCALE
            if width >= -1 and (best is None or width > best[0]):
                best = (width, Beside(first.id, second.id, normal))
    return best[1] if best else None


def _normals(a: Block, b: Block) -> Iterator[Point]:
    for block in (a, b):
        corners = outline(block)
        if block.shape is not Shape.CIRCLE:
            for here, there in zip(corners, corners[1:] + corners[:1], strict=True):
                yield _shortened(there.y - here.y, here.x - there.x)
    for round_one, other in ((a, b), (b, a)):
        if round_one.shape is Shape.CIRCLE:
            centre = _centre(round_one)
            targets = (_centre(other),) if other.shape is Shape.CIRCLE else outline(other)
            for corner in targets:
                yield _shortened(corner.x - centre.x, corner.y - centre.y)


def _centre(block: Block) -> Point:
    return Point(
        CORNER_SCALE * block.x + CORNER_SCALE // 2 * block.width,
        CORNER_SCALE * block.y + CORNER_SCALE // 2 * block.height,
    )


#: Normals are kept this long, so that sums of products stay far below 2**63.
NORMAL_LENGTH: Final = 1 << 12


def _shortened(x: int, y: int) -> Point:
    size = (x * x + y * y) ** 0.5 or 1.0
    return Point(round(x / size * NORMAL_LENGTH), round(y / size * NORMAL_LENGTH))


def reach(block: Block, normal: Point) -> Ends:
    """Return how far the outline reaches along ``normal``, in scaled parts."""
    if block.shape is Shape.CIRCLE:
        centre = _centre(block)
        along = centre.x * normal.x + centre.y * normal.y
        size = (normal.x**2 + normal.y**2) ** 0.5
        radius = round(CORNER_SCALE * block.width / 2 * size)
        return Ends(along - radius, along + radius)
    along_all = [corner.x * normal.x + corner.y * normal.y for corner in outline(block)]
    return Ends(min(along_all), max(along_all))
