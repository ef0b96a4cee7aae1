"""Boxes and outlines of blocks, turned ones included.

A turned outline has irrational corners. They are reckoned with sine and cosine
as whole numbers of 1/65536, so that everything stays an integer; the error is
under one grain (3 micrometres) on the largest page, and no size comes from it.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from enum import Enum
from fractions import Fraction
from typing import Final, NamedTuple

from inkquilt.lengths import Grains
from inkquilt.sketch.model import POLYGON_PARTS, Block, Corner, End, Part, Shape

#: Sine and cosine are given in these parts.
TRIG: Final = 1 << 16
#: Coordinates of outline corners are given in these parts of a grain.
CORNER_SCALE: Final = 2 * TRIG


class Axis(Enum):
    """x runs to the right, y downward."""

    X = "x"
    Y = "y"

    @property
    def other(self) -> Axis:
        """The axis across."""
        return Axis.Y if self is Axis.X else Axis.X


class Ends(NamedTuple):
    """Where something begins and ends along one axis, in grains."""

    low: Grains
    high: Grains

    @property
    def length(self) -> Grains:
        """From end to end."""
        return self.high - self.low


@dataclass(frozen=True, slots=True)
class Box:
    """An upright rectangle by its ends on both axes."""

    x: Ends
    y: Ends

    def along(self, axis: Axis) -> Ends:
        """Return the ends on one axis."""
        return self.x if axis is Axis.X else self.y


class Turn(NamedTuple):
    """Cosine and sine of a turn, in parts of ``TRIG``."""

    cos: int
    sin: int


def trig(turn: int) -> Turn:
    """Return cosine and sine of ``turn`` (hundredths of a degree); quarters are exact."""
    if turn % 9000 == 0:
        quarter = turn // 9000 % 4
        return Turn((TRIG, 0, -TRIG, 0)[quarter], (0, TRIG, 0, -TRIG)[quarter])
    angle = math.radians(turn / 100)
    return Turn(round(math.cos(angle) * TRIG), round(math.sin(angle) * TRIG))


def is_tilted(block: Block) -> bool:
    """Tell whether the turn changes the block's outline (a turned circle is the same circle)."""
    return block.turn != 0 and block.shape is not Shape.CIRCLE


class Spot(NamedTuple):
    """A corner of an unturned hull, from the centre, in ``POLYGON_PARTS`` of half the width and half the height."""

    across: int
    down: int


def _spot(across: float, down: float) -> Spot:
    return Spot(round(across * POLYGON_PARTS), round(down * POLYGON_PARTS))


_RECT: Final = (_spot(-1, -1), _spot(1, -1), _spot(1, 1), _spot(-1, 1))
_OPPOSITE: Final = {
    Corner.TOP_LEFT: _RECT[2],
    Corner.TOP_RIGHT: _RECT[3],
    Corner.BOTTOM_RIGHT: _RECT[0],
    Corner.BOTTOM_LEFT: _RECT[1],
}
#: Tangent of an eighth of a half circle: where three tangents of an arc meet the box and each other.
_EIGHTH: Final = math.tan(math.pi / 8)
#: The hull of a half circle whose flat side is on top: six corners, five of its sides touch it.
_HALF: Final = (
    _spot(-1, -1), _spot(1, -1), _spot(1, 2 * _EIGHTH - 1), _spot(_EIGHTH, 1), _spot(-_EIGHTH, 1),
    _spot(-1, 2 * _EIGHTH - 1),
)  # fmt: skip
_QUARTERS: Final = {End.TOP: 0, End.RIGHT: 1, End.BOTTOM: 2, End.LEFT: 3}

#: Shapes whose hull is not the box they are drawn in.
_OWN_HULL: Final = frozenset({Shape.TRIANGLE, Shape.HALF_CIRCLE, Shape.POLYGON})


def has_own_hull(block: Block) -> bool:
    """Tell whether straight sides other than its box's hold a block; a circle is held by its radius."""
    return block.shape in _OWN_HULL


def spots(block: Block) -> tuple[Spot, ...]:
    """Return the corners of the block's hull, clockwise: what it is held by on the page and beside others.

    A banner's notch and the dents of a polygon are taken as filled; a half circle
    has a hull of six corners; a circle counts with its box.
    """
    if block.shape is Shape.TRIANGLE:
        return tuple(spot for spot in _RECT if spot != _OPPOSITE[block.corner])
    if block.shape is Shape.HALF_CIRCLE:
        return tuple(_turned(spot, _QUARTERS[block.end]) for spot in _HALF)
    if block.shape is Shape.POLYGON:
        return _hull([Spot(2 * c.across - POLYGON_PARTS, 2 * c.down - POLYGON_PARTS) for c in block.corners])
    return _RECT


def _turned(spot: Spot, quarters: int) -> Spot:
    for _ in range(quarters):
        spot = Spot(-spot.down, spot.across)
    return spot


def _hull(points: list[Spot]) -> tuple[Spot, ...]:
    """Return the convex hull, clockwise with y downward (monotone chain, Andrew 1979)."""
    ordered = sorted(set(points))

    def chain(along: list[Spot]) -> list[Spot]:
        hull: list[Spot] = []
        for point in along:
            while len(hull) > 1 and _side(hull[-2], hull[-1], point) <= 0:
                hull.pop()
            hull.append(point)
        return hull[:-1]

    return tuple(chain(ordered) + chain(ordered[::-1]))


def _side(a: Spot, b: Spot, c: Spot) -> int:
    return (b.across - a.across) * (c.down - a.down) - (b.down - a.down) * (c.across - a.across)


class Lean(NamedTuple):
    """How a corner of the turned hull lies from the centre, in parts of ``CORNER_SCALE`` of a grain.

    Its x is ``x_wide`` times the width plus ``x_high`` times the height; y likewise.
    """

    x_wide: int
    x_high: int
    y_wide: int
    y_high: int


def leans(block: Block) -> tuple[Lean, ...]:
    """Return all corners of the turned hull as sums of its width and height, clockwise."""
    cos, sin = trig(block.turn)

    def part(of: int, factor: int) -> int:
        return round(Fraction(of * factor, POLYGON_PARTS))

    return tuple(
        Lean(part(s.across, cos), part(-s.down, sin), part(s.across, sin), part(s.down, cos)) for s in spots(block)
    )


class Point(NamedTuple):
    """A point in parts of ``CORNER_SCALE`` of a grain."""

    x: int
    y: int


def outline(block: Block) -> tuple[Point, ...]:
    """Return the corners of the turned hull, clockwise."""
    centre_x = CORNER_SCALE * block.x + TRIG * block.width
    centre_y = CORNER_SCALE * block.y + TRIG * block.height
    return tuple(
        Point(
            centre_x + lean.x_wide * block.width + lean.x_high * block.height,
            centre_y + lean.y_wide * block.width + lean.y_high * block.height,
        )
        for lean in leans(block)
    )


def box(block: Block) -> Box:
    """Return the upright box round the block as it lies, turned or not."""
    if not is_tilted(block):
        return Box(Ends(block.x, block.x + block.width), Ends(block.y, block.y + block.height))
    cos, sin = trig(block.turn)
    half_x = block.width * abs(cos) + block.height * abs(sin)
    half_y = block.width * abs(sin) + block.height * abs(cos)
    return Box(
        _ends(CORNER_SCALE * block.x + TRIG * block.width, half_x),
        _ends(CORNER_SCALE * block.y + TRIG * block.height, half_y),
    )


def _ends(centre: int, half: int) -> Ends:
    return Ends(_nearest(centre - half), _nearest(centre + half))


def _nearest(scaled: int) -> Grains:
    return (scaled + CORNER_SCALE // 2) // CORNER_SCALE


class Vertex(NamedTuple):
    """A point of an unturned outline, in grains."""

    x: Grains
    y: Grains


def drawn_outline(block: Block) -> tuple[Vertex, ...]:
    """Return the unturned outline as it is cut and drawn: the notch of a banner included, none for a circle.

    A banner without a notch of its own is notched by half its width. A half circle
    is given by ``ARC_STEPS`` chords. What is cut out of it is ``opening_outlines``.
    """
    left, top, right, bottom = block.x, block.y, block.x + block.width, block.y + block.height
    if block.shape is Shape.CIRCLE:
        return ()
    if block.shape is Shape.BANNER:
        return _banner(block, left, top, right, bottom)
    if block.shape is Shape.POLYGON:
        return _in_box(block, block.corners)
    if block.shape is Shape.HALF_CIRCLE:
        return _half_circle(block)
    corners = (Vertex(left, top), Vertex(right, top), Vertex(right, bottom), Vertex(left, bottom))
    kept = spots(block)
    return tuple(corner for spot, corner in zip(_RECT, corners, strict=True) if spot in kept)


def opening_outlines(block: Block) -> tuple[tuple[Vertex, ...], ...]:
    """Return the corners of what is cut out of a block, unturned: a frame's hole, the openings of a polygon."""
    if block.shape is Shape.POLYGON:
        return tuple(_in_box(block, opening) for opening in block.openings)
    if block.shape is not Shape.FRAME:
        return ()
    band = block.frame_band
    left, top, right, bottom = block.x + band, block.y + band, block.x + block.width - band, block.y + block.height
    return ((Vertex(left, top), Vertex(right, top), Vertex(right, bottom - band), Vertex(left, bottom - band)),)


def _in_box(block: Block, corners: tuple[Part, ...]) -> tuple[Vertex, ...]:
    return tuple(
        Vertex(
            block.x + round(block.width * part.across / POLYGON_PARTS),
            block.y + round(block.height * part.down / POLYGON_PARTS),
        )
        for part in corners
    )


#: A half circle is drawn with this many chords; on 12 in they miss the arc by less than 1/64 in.
ARC_STEPS: Final = 48


def _half_circle(block: Block) -> tuple[Vertex, ...]:
    across = block.end in (End.TOP, End.BOTTOM)  # the flat side lies across
    centre_x, centre_y = block.x + block.width / 2, block.y + block.height / 2
    from_flat = {End.TOP: 0.0, End.RIGHT: 90.0, End.BOTTOM: 180.0, End.LEFT: 270.0}[block.end]
    flat_x = {End.LEFT: block.x, End.RIGHT: block.x + block.width}.get(block.end, centre_x)
    flat_y = {End.TOP: block.y, End.BOTTOM: block.y + block.height}.get(block.end, centre_y)
    radius_x, radius_y = (block.width / 2, block.height) if across else (block.width, block.height / 2)
    corners = []
    for step in range(ARC_STEPS + 1):
        angle = math.radians(from_flat + 180 * step / ARC_STEPS)
        corners.append(Vertex(round(flat_x + radius_x * math.cos(angle)), round(flat_y + radius_y * math.sin(angle))))
    return tuple(corners)


def _banner(block: Block, left: Grains, top: Grains, right: Grains, bottom: Grains) -> tuple[Vertex, ...]:
    across = block.end in (End.LEFT, End.RIGHT)
    width, length = (block.height, block.width) if across else (block.width, block.height)
    depth = min(block.notch if block.notch is not None else width // 2, length)
    middle_x, middle_y = (left + right) // 2, (top + bottom) // 2
    corners = [Vertex(left, top), Vertex(right, top), Vertex(right, bottom), Vertex(left, bottom)]
    notches = {
        End.TOP: (1, Vertex(middle_x, top + depth)),
        End.RIGHT: (2, Vertex(right - depth, middle_y)),
        End.BOTTOM: (3, Vertex(middle_x, bottom - depth)),
        End.LEFT: (4, Vertex(left + depth, middle_y)),
    }
    place, notch = notches[block.end]
    return (*corners[:place], notch, *corners[place:])
