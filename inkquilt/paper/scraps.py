"""Scraps of any outline: the largest rectangle that can be cut out of one, however it lay when it was photographed.

Only that rectangle counts for a plan; the rest of the scrap is her own to use. A rectangle of the stash has a right way
round, so it is looked for along the sides of the smallest box round the scrap, and along the sheet's.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

from shapely import affinity
from shapely.geometry import Polygon

from inkquilt.lengths import INCH, Grains
from inkquilt.sketch.model import POLYGON_PARTS, Part, Size
from inkquilt.space.rectangles import largest_rectangle

#: Of a photograph sizes are known to this; what is cut is never larger.
FINEST: Final[Grains] = INCH // 16
#: A smaller scrap is not worth keeping; common practice, no source.
LEAST_SCRAP: Final[Grains] = INCH // 2
#: An outline as long as the scrap is looked at in so many pieces.
_PIECES: Final = 100


@dataclass(frozen=True, slots=True)
class UsableRect:
    """What can be cut out of a scrap: its size, and its corners in ``POLYGON_PARTS`` of the box round the scrap."""

    size: Size
    corners: tuple[Part, Part, Part, Part]


def usable_rect(box: Size, outline: Sequence[Part]) -> UsableRect | None:
    """Return the largest rectangle in a scrap, rounded down; None where it is too small to keep.

    ``outline`` is in ``POLYGON_PARTS`` of the ``box`` round it.
    """
    points = [(box.width * p.across / POLYGON_PARTS, box.height * p.down / POLYGON_PARTS) for p in outline]
    shape = Polygon(points).buffer(0)
    if not shape.area:
        return None
    found = [rect for turn in (0.0, _lean_of(shape)) if (rect := _along(shape, box, turn)) is not None]
    return max(found, key=lambda one: one.size.width * one.size.height, default=None)


def _lean_of(shape: Polygon) -> float:
    """Return by how many degrees the smallest box round a shape leans, at most an eighth of a turn."""
    corners = list(shape.minimum_rotated_rectangle.exterior.coords)
    (ax, ay), (bx, by) = corners[0], corners[1]
    lean = math.degrees(math.atan2(by - ay, bx - ax)) % 90
    return lean - 90 if lean > 45 else lean


def _along(shape: Polygon, box: Size, turn: float) -> UsableRect | None:
    middle = (box.width / 2, box.height / 2)
    upright = affinity.rotate(shape, -turn, origin=middle)
    # Long slanting edges are looked at in short pieces, for a rectangle touches them anywhere.
    found = largest_rectangle(upright.segmentize(max(box.width, box.height) / _PIECES))
    if found is None:
        return None
    size = Size(found.x.length // FINEST * FINEST, found.y.length // FINEST * FINEST)
    if min(size.width, size.height) < LEAST_SCRAP:
        return None
    x, y = found.x.low, found.y.low
    cut = Polygon([(x, y), (x + size.width, y), (x + size.width, y + size.height), (x, y + size.height)])
    corners = list(affinity.rotate(cut, turn, origin=middle).exterior.coords)[:4]
    parts = [Part(round(x / box.width * POLYGON_PARTS), round(y / box.height * POLYGON_PARTS)) for x, y in corners]
    return UsableRect(size, (parts[0], parts[1], parts[2], parts[3]))
