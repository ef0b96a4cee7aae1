"""From outlines that were drawn, in grains, to the blocks they are: rectangles however turned, triangles, polygons.

Of outlines that lie in each other every other one is cut out of the one round it.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Final, NamedTuple

from shapely.geometry import LineString, Polygon

from inkquilt.lengths import INCH, Grains
from inkquilt.sketch.model import POLYGON_PARTS, Block, Corner, Part, Role, Shape
from inkquilt.sketch.reading import MOST_CORNERS, MOST_OPENINGS
from inkquilt.sketch.rings import crosses_itself, is_inside, overlap

#: The corners of an outline, in the order in which they follow each other.
Corners = list[tuple[float, float]]
#: An opening smaller than this is a speck.
LEAST_OPENING: Final[Grains] = INCH // 16
#: Of one path so many outlines are looked at, the largest.
MOST_RINGS: Final = 400


class Nested(NamedTuple):
    """An outline, and what is cut out of it."""

    outer: Corners
    openings: list[Corners]


def nested_rings(rings: Sequence[Corners]) -> list[Nested]:
    """Return which outlines are pieces and which are cut out of them: what lies in an opening is a piece again.

    An outline that crosses others, or itself, is a piece by itself.
    """
    solid = [(ring, Polygon(ring)) for ring in rings if len(ring) > 2]
    order = sorted(solid, key=lambda one: -one[1].area)[:MOST_RINGS]
    found: list[tuple[Nested, Polygon, int]] = []
    pieces: list[Nested] = []
    for ring, polygon in order:
        around = [one for one in found if one[1].is_valid and polygon.is_valid and one[1].contains(polygon)]
        depth = max((one[2] for one in around), default=-1) + 1
        nested = Nested(ring, [])
        found.append((nested, polygon, depth))
        if depth % 2 == 0:
            pieces.append(nested)
            continue
        parent = next(one[0] for one in around if one[2] == depth - 1)
        parent.openings.append(ring)
    return pieces


#: Corners that lie this near to a straight line (part of the shape's size) are none.
_STRAIGHT: Final = 0.004


def shape_of(corners: Corners, openings: Sequence[Corners] = ()) -> Block | None:
    """Return the block that an outline in grains is: a rectangle however it is turned, a triangle, else a polygon.

    With ``openings`` it is a polygon, and what is larger than a speck is cut out of it.
    """
    corners = _without_flat(corners)
    openings = [one for one in map(_without_flat, openings) if not _is_speck(one)]
    if len(corners) < 3:
        return None
    if not openings and len(corners) == 4 and (rect := _rectangle(corners)) is not None:
        return rect
    left, top = min(x for x, _ in corners), min(y for _, y in corners)
    right, foot = max(x for x, _ in corners), max(y for _, y in corners)
    width, height = right - left, foot - top
    if width < 1 or height < 1:
        return None
    right_angle = _right_angle(corners, left, top, width, height) if len(corners) == 3 and not openings else None
    if right_angle is not None:
        size = round(width), round(height)
        return Block("", Role.PAPER, Shape.TRIANGLE, round(left), round(top), *size, corner=right_angle)
    around = _Around(left, top, width, height)
    parts = around.parts(corners)
    block = Block("", Role.PAPER, Shape.POLYGON, round(left), round(top), round(width), round(height), corners=parts)
    return replace(block, openings=_fine(parts, [around.parts(opening) for opening in openings]))


def cut_out_of(openings: Sequence[Corners]) -> int:
    """Return how many of the openings are no specks."""
    return sum(not _is_speck(_without_flat(one)) for one in openings)


def _is_speck(ring: Corners) -> bool:
    if len(ring) < 3:
        return True
    across, down = [x for x, _ in ring], [y for _, y in ring]
    return min(max(across) - min(across), max(down) - min(down)) < LEAST_OPENING


@dataclass(frozen=True, slots=True)
class _Around:
    """The box round an outline, in grains."""

    left: float
    top: float
    width: float
    height: float

    def parts(self, corners: Corners) -> tuple[Part, ...]:
        """Return corners in parts of the box, no more than a sketch's polygon has."""
        step = math.ceil(len(corners) / MOST_CORNERS)
        return tuple(
            Part(
                round((x - self.left) / self.width * POLYGON_PARTS), round((y - self.top) / self.height * POLYGON_PARTS)
            )
            for x, y in corners[::step]
        )


def _fine(outline: tuple[Part, ...], openings: Sequence[tuple[Part, ...]]) -> tuple[tuple[Part, ...], ...]:
    """Return the openings that a sketch can have: each inside the outline and over no other."""
    kept: list[tuple[Part, ...]] = []
    for opening in openings[:MOST_OPENINGS]:
        apart = is_inside(opening, outline) and not any(overlap(opening, other) for other in kept)
        if apart and not crosses_itself(opening):
            kept.append(opening)
    return tuple(kept)


def _right_angle(
    corners: list[tuple[float, float]], left: float, top: float, width: float, height: float
) -> Corner | None:
    """Return the corner of its box in which a level right triangle has its right angle, else None."""
    places = {
        Corner.TOP_LEFT: (left, top),
        Corner.TOP_RIGHT: (left + width, top),
        Corner.BOTTOM_RIGHT: (left + width, top + height),
        Corner.BOTTOM_LEFT: (left, top + height),
    }
    near = 0.01 * max(width, height)
    taken = [name for name, place in places.items() if any(math.dist(place, corner) <= near for corner in corners)]
    if len(taken) != 3:
        return None
    order = list(places)
    missing = next(index for index, name in enumerate(order) if name not in taken)
    return order[(missing + 2) % 4]


def _without_flat(corners: list[tuple[float, float]]) -> list[tuple[float, float]]:
    """Return an outline without corners that are none; a smooth curve keeps as many as it takes to follow it."""
    ring = Polygon(corners) if len(corners) > 2 else None
    if ring is None or ring.length == 0:
        return []
    left, top, right, foot = ring.bounds
    middle = ((left + right) / 2, (top + foot) / 2)
    # The line is begun at a true corner, for where it begins a corner stays.
    first = max(range(len(corners)), key=lambda index: math.dist(corners[index], middle))
    line = LineString([*corners[first:], *corners[:first], corners[first]])
    found = line.simplify(_STRAIGHT * max(right - left, foot - top), preserve_topology=False)
    return [(x, y) for x, y in found.coords[:-1]]


def _rectangle(corners: list[tuple[float, float]]) -> Block | None:
    sides = [(corners[(i + 1) % 4][0] - x, corners[(i + 1) % 4][1] - y) for i, (x, y) in enumerate(corners)]
    lengths = [math.hypot(*side) for side in sides]
    if min(lengths) < 1:
        return None
    for (ax, ay), (bx, by), one, two in zip(sides, sides[1:], lengths, lengths[1:], strict=False):
        if abs(ax * bx + ay * by) > 0.02 * one * two:  # more than about one degree off a right angle
            return None
    # the side that lies most level is the width
    angles = [math.degrees(math.atan2(y, x)) for x, y in sides]
    level = min(range(4), key=lambda i: abs(angles[i]))
    width, height = lengths[level], lengths[(level + 1) % 4]
    middle_x, middle_y = sum(x for x, _ in corners) / 4, sum(y for _, y in corners) / 4
    turn = round(angles[level] * 100)
    turn = 0 if abs(turn) <= 5 else turn % 36_000
    left, top = round(middle_x - width / 2), round(middle_y - height / 2)
    if turn == 0:  # so that edges that stand in one line come out in one
        right, foot = round(middle_x + width / 2), round(middle_y + height / 2)
        return Block("", Role.PAPER, Shape.RECT, left, top, right - left, foot - top)
    return Block("", Role.PAPER, Shape.RECT, left, top, round(width), round(height), turn)
