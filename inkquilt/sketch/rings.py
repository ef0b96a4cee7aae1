"""Outlines given by their corners in whole numbers: whether they cross, and which lies in which. All exact."""

from __future__ import annotations

from collections.abc import Sequence

from inkquilt.sketch.model import Part


def crosses_itself(parts: Sequence[Part]) -> bool:
    """Tell whether two sides that are not neighbours meet."""
    sides = _sides(parts)
    for index, (a, b) in enumerate(sides):
        for c, d in sides[index + 2 :]:
            if len({a, b, c, d}) == 4 and _meet(a, b, c, d):
                return True
    return False


def is_inside(ring: Sequence[Part], outline: Sequence[Part]) -> bool:
    """Tell whether a ring lies wholly inside an outline and touches it nowhere."""
    return not _cross(ring, outline) and _is_in(ring[0], outline)


def overlap(one: Sequence[Part], other: Sequence[Part]) -> bool:
    """Tell whether two rings cross or touch, or one lies in the other."""
    if _boxes_apart(one, other):
        return False
    return _cross(one, other) or _is_in(one[0], other) or _is_in(other[0], one)


def _boxes_apart(one: Sequence[Part], other: Sequence[Part]) -> bool:
    """Tell whether the boxes round two rings share nothing: most do not, and sides need not be looked at."""
    across, down = ([(min(side), max(side)) for side in zip(*ring, strict=True)] for ring in (one, other))
    return any(high < low or top < foot for (foot, high), (low, top) in zip(across, down, strict=True))


def _cross(one: Sequence[Part], other: Sequence[Part]) -> bool:
    return any(_meet(a, b, c, d) for a, b in _sides(one) for c, d in _sides(other))


def _sides(parts: Sequence[Part]) -> list[tuple[Part, Part]]:
    return list(zip(parts, (*parts[1:], *parts[:1]), strict=True))


def _turn_of(a: Part, b: Part, c: Part) -> int:
    """Return on which side of a line a third corner lies (signed area of the triple)."""
    area = (b.across - a.across) * (c.down - a.down) - (b.down - a.down) * (c.across - a.across)
    return (area > 0) - (area < 0)


def _meet(a: Part, b: Part, c: Part, d: Part) -> bool:
    return _turn_of(a, b, c) != _turn_of(a, b, d) and _turn_of(c, d, a) != _turn_of(c, d, b)


def _is_in(corner: Part, outline: Sequence[Part]) -> bool:
    """Tell whether a corner lies inside an outline: a line to the left of it crosses that an odd number of times."""
    inside = False
    for a, b in _sides(outline):
        if (a.down > corner.down) != (b.down > corner.down):
            low, high = (a, b) if a.down < b.down else (b, a)
            inside ^= _turn_of(low, high, corner) < 0
    return inside
