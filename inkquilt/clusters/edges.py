"""A piece cut in two, half of it hidden, or laid along an edge. Common practice, no source."""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass, replace
from itertools import pairwise

from shapely.geometry import Polygon, box
from shapely.geometry.base import BaseGeometry

from inkquilt.embellishments import SMALLEST, Embellishment
from inkquilt.errors import refuse
from inkquilt.lengths import Grains
from inkquilt.sketch.model import POLYGON_PARTS, Part, Size


@dataclass(frozen=True, slots=True)
class Half:
    """One half of a piece, and where its middle lies from the middle of the whole before that is turned."""

    what: Embellishment
    x: Grains
    y: Grains


def halves_of(what: Embellishment, *, level: bool) -> tuple[Half, Half]:
    """Return the two halves of a piece cut upright, or ``level``; only the first is counted as a piece of the stash.

    Raises ``BadInput`` for words, and for what is too small to be cut.
    """
    if what.text:
        raise refuse("words-not-cut", f"{what.name} says something: ready words are cut between two of them.", "accent")
    if min(what.size.width, what.size.height) < 2 * SMALLEST:
        raise refuse("too-small-to-cut", f"{what.name} is too small to be cut in two.", "accent")
    far = 2 * max(what.size.width, what.size.height)
    sides = (
        (box(-far, -far, far, 0), box(-far, 0, far, far))
        if level
        else (box(-far, -far, 0, far), box(0, -far, far, far))
    )
    first, second = (_half(what, what.shape.intersection(side)) for side in sides)
    mine = replace(first.what, name=f"half of {what.name}", half=what.half or 1)
    rest = replace(second.what, name=f"other half of {what.name}", half=2)
    return replace(first, what=mine), replace(second, what=rest)


def _half(what: Embellishment, shape: BaseGeometry) -> Half:
    part = max(getattr(shape, "geoms", [shape]), key=lambda one: one.area)
    left, top, right, bottom = part.bounds
    size = Size(max(1, round(right - left)), max(1, round(bottom - top)))
    corners = [
        Part(_share(x - left, right - left), _share(y - top, bottom - top)) for x, y in part.exterior.coords[:-1]
    ]
    outline = tuple(dict.fromkeys(corners))
    wide, high = what.size.width, what.size.height
    low, far = what.shown or (Part(0, 0), Part(POLYGON_PARTS, POLYGON_PARTS))

    def seen(x: float, y: float) -> Part:
        """Return a corner of the half in parts of the whole picture."""
        return Part(
            round(low.across + (x / wide + 0.5) * (far.across - low.across)),
            round(low.down + (y / high + 0.5) * (far.down - low.down)),
        )

    shown = (seen(left, top), seen(right, bottom)) if what.pictured else ()
    half = replace(what, size=size, outline=outline, shown=shown)
    return Half(half, round((left + right) / 2), round((top + bottom) / 2))


def _share(length: float, whole: float) -> int:
    return max(0, min(POLYGON_PARTS, round(POLYGON_PARTS * length / whole))) if whole else 0


@dataclass(frozen=True, slots=True)
class EdgePlace:
    """A place on an edge: the point, and how the edge runs there in degrees clockwise from level, -90 up to 90."""

    key: str
    x: float
    y: float
    slope: float


def nearest_edge(
    outlines: Iterable[tuple[str, BaseGeometry]], x: float, y: float, half: float = 0.0
) -> EdgePlace | None:
    """Return the place on the nearest edge of some outlines, by key, to a point.

    What is ``half`` so long to either side stays on a straight edge, where that is long enough.
    """
    best: tuple[float, EdgePlace] | None = None
    for key, outline in outlines:
        if not isinstance(outline, Polygon):
            continue
        for (ax, ay), (bx, by) in pairwise(outline.exterior.coords):
            long = math.hypot(bx - ax, by - ay)
            if not long:
                continue
            along = ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / long
            along = min(max(along, half), long - half) if long >= 2 * half else long / 2
            px, py = ax + (bx - ax) * along / long, ay + (by - ay) * along / long
            away = math.hypot(px - x, py - y)
            if best is None or away < best[0]:
                slope = (math.degrees(math.atan2(by - ay, bx - ax)) + 90) % 180 - 90
                best = away, EdgePlace(key, px, py, slope)
    return best[1] if best else None
