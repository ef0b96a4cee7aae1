"""Convex polygons in exact fractions: cut by straight lines, and the point of one that is nearest to another.

Corners go round; a polygon may have shrunk to a line or a point. No lengths of
pages are found here, only where a crop lies on its photo.
"""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction
from typing import NamedTuple, TypeAlias


class At(NamedTuple):
    """A point."""

    x: Fraction
    y: Fraction


class HalfPlane(NamedTuple):
    """All points with ``a`` x + ``b`` y <= ``most``."""

    a: Fraction
    b: Fraction
    most: Fraction

    def over(self, at: At) -> Fraction:
        """Return by how much a point is beyond the line."""
        return self.a * at.x + self.b * at.y - self.most


Polygon: TypeAlias = Sequence[At]


def rectangle(left: Fraction, top: Fraction, right: Fraction, bottom: Fraction) -> list[At]:
    """Return a rectangle's corners; none when it would be less than a point."""
    if right < left or bottom < top:
        return []
    return [At(left, top), At(right, top), At(right, bottom), At(left, bottom)]


def cut(polygon: Polygon, plane: HalfPlane) -> list[At]:
    """Return what of a convex polygon lies in a half plane (Sutherland and Hodgman 1974)."""
    kept: list[At] = []
    for index, here in enumerate(polygon):
        before = polygon[index - 1]
        over_before, over_here = plane.over(before), plane.over(here)
        if (over_before > 0) != (over_here > 0):
            part = over_before / (over_before - over_here)
            kept.append(At(before.x + part * (here.x - before.x), before.y + part * (here.y - before.y)))
        if over_here <= 0:
            kept.append(here)
    return list(dict.fromkeys(kept))


def nearest(polygon: Polygon, wish: At) -> At:
    """Return the point of a convex polygon nearest to ``wish``. Raises ``ValueError`` for no polygon."""
    if not polygon:
        raise ValueError("there is no nearest point of nothing")
    if _holds(polygon, wish):
        return wish
    on_sides = [_on_side(polygon[index - 1], polygon[index], wish) for index in range(len(polygon))]
    return min(on_sides, key=lambda at: (at.x - wish.x) ** 2 + (at.y - wish.y) ** 2)


def _holds(polygon: Polygon, at: At) -> bool:
    sides = set()
    for index, here in enumerate(polygon):
        before = polygon[index - 1]
        side = (here.x - before.x) * (at.y - before.y) - (here.y - before.y) * (at.x - before.x)
        if side != 0:
            sides.add(side > 0)
    return len(sides) == 1  # of a polygon that has shrunk to a line, the sides are looked at one by one


def _on_side(start: At, end: At, wish: At) -> At:
    across, down = end.x - start.x, end.y - start.y
    length = across * across + down * down
    if length == 0:
        return start
    part = ((wish.x - start.x) * across + (wish.y - start.y) * down) / length
    part = min(max(part, Fraction(0)), Fraction(1))
    return At(start.x + part * across, start.y + part * down)
