"""Outlines for a cutting machine: shapes nested on its mat, cut lines and score lines apart.

Lengths in grains from the mat's top left corner, y downward. A shape keeps a gap to
its neighbours and to the mat's edge.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from enum import Enum
from typing import Final, NamedTuple

from shapely.geometry import Polygon

from inkquilt.cutting.guillotine import Stock, Wanted, plan_cuts
from inkquilt.errors import CoreError
from inkquilt.lengths import INCH, Grains
from inkquilt.paper.openings import Inset
from inkquilt.sketch.geometry import drawn_outline, opening_outlines
from inkquilt.sketch.model import CUT_FROM_PAPER, Block, End, Role, Shape, Size

#: Between shapes and at the mat's edge; common practice, no source.
GAP: Final[Grains] = INCH // 8
#: A tag's corners are cut off by this part of its shorter side, as it is drawn.
_TAG_CORNER: Final = (28, 100)
_SECONDS: Final = 0.4
#: A corner of an offset outline reaches at most so many times the offset.
_SHARPEST: Final = 4.0


class LineKind(Enum):
    """What the machine does along a line."""

    CUT = "cut"
    SCORE = "score"


class MachinePoint(NamedTuple):
    """A point of an outline."""

    x: Grains
    y: Grains


@dataclass(frozen=True, slots=True)
class Ring:
    """A closed line through corners, or a circle round its one corner when it has a radius."""

    corners: tuple[MachinePoint, ...]
    radius: Grains | None = None

    def moved(self, x: Grains, y: Grains) -> Ring:
        """Return it elsewhere."""
        return replace(self, corners=tuple(MachinePoint(c.x + x, c.y + y) for c in self.corners))

    def turned(self, height: Grains) -> Ring:
        """Return it a quarter turn clockwise, for a shape of that height before."""
        return replace(self, corners=tuple(MachinePoint(height - c.y, c.x) for c in self.corners))


@dataclass(frozen=True, slots=True)
class MachineShape:
    """One shape: its key, box, cut lines, and where it is folded."""

    key: str
    size: Size
    rings: tuple[Ring, ...]
    folds: tuple[tuple[MachinePoint, MachinePoint], ...] = ()


@dataclass(frozen=True, slots=True)
class MachineMat:
    """One mat with its shapes in place."""

    size: Size
    shapes: tuple[MachineShape, ...]


class ShapeTooLarge(CoreError):
    """A shape that no mat of this size takes."""

    code = "shape-too-large"

    def __init__(self, keys: Sequence[str]) -> None:
        self.keys = tuple(keys)
        them = f"Piece {keys[0]} is" if len(keys) == 1 else f"Pieces {', '.join(keys)} are"
        super().__init__(f"{them} larger than the machine's mat allows. Take a larger mat, or cut by hand.")


class NothingLeft(CoreError):
    """An outline so far inside its shape that nothing, or more than one piece, is left."""

    code = "nothing-left"

    def __init__(self, key: str) -> None:
        self.key = key
        super().__init__(f"So far inside {key} there is no whole outline: a smaller distance would do.")


def is_shaped(block: Block) -> bool:
    """Tell whether a piece is worth a machine: no plain rectangle, but a tag, circle, banner, frame and so on."""
    return block.shape is not Shape.RECT or block.role is Role.TAG


def machine_shapes(
    blocks: Iterable[Block], numbers: Mapping[str, int], windows: Mapping[str, Sequence[Inset]] | None = None
) -> tuple[MachineShape, ...]:
    """Return the outlines of a page's paper pieces with their windows, unturned, keyed by their numbers.

    A base is left out unless it has a window.
    """
    holes = windows or {}
    return tuple(
        MachineShape(str(numbers[block.id]), block.size, (*_rings(block), *map(_window, holes.get(block.id, ()))))
        for block in blocks
        if block.role in CUT_FROM_PAPER and block.id in numbers and (block.role is not Role.BASE or block.id in holes)
    )


def _window(hole: Inset) -> Ring:
    corners = ((hole.x, hole.y), (hole.right, hole.y), (hole.right, hole.bottom), (hole.x, hole.bottom))
    return Ring(tuple(MachinePoint(x, y) for x, y in corners))


def folded(shape: MachineShape, along: End) -> MachineShape:
    """Return a plain shape cut double, with a line to score where it is folded."""
    wide, high = shape.size.width, shape.size.height
    if along in (End.LEFT, End.RIGHT):
        size, fold = Size(2 * wide, high), (MachinePoint(wide, 0), MachinePoint(wide, high))
    else:
        size, fold = Size(wide, 2 * high), (MachinePoint(0, high), MachinePoint(wide, high))
    corners = (
        MachinePoint(0, 0),
        MachinePoint(size.width, 0),
        MachinePoint(size.width, size.height),
        MachinePoint(0, size.height),
    )
    return MachineShape(shape.key, size, (Ring(corners),), (fold,))


def offset_outline(shape: MachineShape, by: Grains) -> MachineShape:
    """Return a shape's outer line so much further out, or further in when ``by`` is less than nothing.

    Corners stay corners, but the sharpest are cut off. Raises ``NothingLeft``.
    """
    outer = shape.rings[0]
    key = f"{shape.key}{'+' if by > 0 else '-'}"
    if outer.radius is not None:
        radius = outer.radius + by
        if radius <= 0:
            raise NothingLeft(shape.key)
        return MachineShape(key, Size(2 * radius, 2 * radius), (Ring((MachinePoint(radius, radius),), radius),))
    grown = Polygon(outer.corners).buffer(by, join_style="mitre", mitre_limit=_SHARPEST)
    if grown.is_empty or grown.geom_type != "Polygon":
        raise NothingLeft(shape.key)
    corners = [MachinePoint(round(x), round(y)) for x, y in grown.exterior.coords[:-1]]
    left, top = min(corner.x for corner in corners), min(corner.y for corner in corners)
    size = Size(max(corner.x for corner in corners) - left, max(corner.y for corner in corners) - top)
    return MachineShape(key, size, (Ring(tuple(corners)).moved(-left, -top),))


def _rings(block: Block) -> tuple[Ring, ...]:
    at_home = replace(block, x=0, y=0, turn=0)
    if block.shape is Shape.CIRCLE:
        middle = block.width // 2
        return (Ring((MachinePoint(middle, middle),), middle),)
    if block.role is Role.TAG and block.shape is Shape.RECT:
        return _tag(block.size)
    rings = [Ring(tuple(MachinePoint(v.x, v.y) for v in drawn_outline(at_home)))]
    rings += [Ring(tuple(MachinePoint(v.x, v.y) for v in opening)) for opening in opening_outlines(at_home)]
    return tuple(rings)


def _tag(size: Size) -> tuple[Ring, ...]:
    """A tag with its two corners cut off at one short end, and its hole."""
    part, whole = _TAG_CORNER
    cut = min(size.width, size.height) * part // whole
    hole = cut * 3 // 10
    if size.height > size.width:
        corners = (
            MachinePoint(cut, 0),
            MachinePoint(size.width - cut, 0),
            MachinePoint(size.width, cut),
            MachinePoint(size.width, size.height),
            MachinePoint(0, size.height),
            MachinePoint(0, cut),
        )
        return Ring(corners), Ring((MachinePoint(size.width // 2, cut),), hole)
    corners = (
        MachinePoint(cut, 0),
        MachinePoint(size.width, 0),
        MachinePoint(size.width, size.height),
        MachinePoint(cut, size.height),
        MachinePoint(0, size.height - cut),
        MachinePoint(0, cut),
    )
    return Ring(corners), Ring((MachinePoint(cut, size.height // 2),), hole)


def nested(shapes: Sequence[MachineShape], mat: Size, gap: Grains = GAP) -> tuple[MachineMat, ...]:
    """Lay the shapes on as few mats as are found, by their boxes. Raises ``ShapeTooLarge``."""
    if not shapes:
        return ()
    # Each box carries half a gap all round; the mat gives half a gap back at its edges.
    wanted = [Wanted(str(place), Size(s.size.width + gap, s.size.height + gap)) for place, s in enumerate(shapes)]
    room = Stock("mat", Size(mat.width - gap, mat.height - gap))
    plan = plan_cuts(wanted, [room], _SECONDS)
    if plan.unplaced:
        raise ShapeTooLarge([shapes[int(key)].key for key in plan.unplaced])
    mats = []
    for sheet in plan.sheets:
        laid = []
        for placed in sheet.placed:
            shape = shapes[int(placed.key)]
            if placed.size != wanted[int(placed.key)].size:
                shape = _turned(shape)
            laid.append(_moved(shape, placed.x + gap, placed.y + gap))
        mats.append(MachineMat(mat, tuple(laid)))
    return tuple(mats)


def _turned(shape: MachineShape) -> MachineShape:
    height = shape.size.height
    folds = tuple((MachinePoint(height - a.y, a.x), MachinePoint(height - b.y, b.x)) for a, b in shape.folds)
    return replace(
        shape, size=shape.size.swapped(), rings=tuple(ring.turned(height) for ring in shape.rings), folds=folds
    )


def _moved(shape: MachineShape, x: Grains, y: Grains) -> MachineShape:
    folds = tuple((MachinePoint(a.x + x, a.y + y), MachinePoint(b.x + x, b.y + y)) for a, b in shape.folds)
    return replace(shape, rings=tuple(ring.moved(x, y) for ring in shape.rings), folds=folds)
