"""Where a piece lies, as two distances that a ruler finds: from the page's edges, or from pieces that are down already.

Every distance is an exact difference of grains. A piece that lies straight is measured to its edges, a tilted one and
a small accent to its middle, which is ticked in pencil first. Which reference is told is common practice, no source:
the edge of what carries the piece, an edge in line with a neighbour, or else whatever is nearest.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Final

from inkquilt.assembly.things import AssemblyPage, Lying, Thing, ThingKind, overlap
from inkquilt.lengths import INCH, Grains
from inkquilt.sketch.geometry import Axis, Ends

#: A neighbour further away than this is not measured from.
_REACH: Final[Grains] = 3 * INCH
#: Neighbours beside each other for less than this are not seen as beside each other.
_BESIDE: Final[Grains] = INCH // 2
#: A page edge is as good as a neighbour that is so much nearer: it is there from the start, and straight.
_EDGE_BONUS: Final[Grains] = INCH


@dataclass(frozen=True, slots=True)
class Mark:
    """A line that is measured from: at ``at`` on an axis, and whose edge it is (None: the page's)."""

    at: Grains
    side: str
    thing: str | None = None


@dataclass(frozen=True, slots=True)
class Distance:
    """One distance: from a line to the piece's low or high edge, or to its middle.

    ``length`` is never negative; at 0 the edges are level. ``outward`` tells that the piece ends beyond the line, as
    what stands over the page's edge does. ``begin`` and ``end`` are where it is drawn on the axis, ``across`` where on
    the other one.
    """

    axis: Axis
    of: Mark
    edge: str
    length: Grains
    begin: Grains
    end: Grains
    across: Grains
    outward: bool = False
    #: The piece runs off both page edges on this axis and is measured on the other one alone.
    runs_off: bool = False


_SIDES: Final = {Axis.X: ("left", "right"), Axis.Y: ("top", "bottom")}


def ends_of(lying: Lying, axis: Axis) -> Ends:
    """Return where a thing begins and ends on an axis, laid straight; a quarter turn swaps its sides."""
    if lying.turn % 18_000 == 9_000:
        twice_x, twice_y = 2 * lying.x + lying.width, 2 * lying.y + lying.height
        if axis is Axis.X:
            return Ends((twice_x - lying.height) // 2, (twice_x + lying.height) // 2)
        return Ends((twice_y - lying.width) // 2, (twice_y + lying.width) // 2)
    return Ends(lying.x, lying.right) if axis is Axis.X else Ends(lying.y, lying.bottom)


def to_the_middle(thing: Thing) -> bool:
    """Tell whether a thing is placed by its middle: what lies askew, and accents."""
    return thing.is_tilted or thing.kind in (ThingKind.EMBELLISHMENT, ThingKind.STAMP)


def distances_of(page: AssemblyPage, thing: Thing, down: Sequence[Thing]) -> tuple[Distance, ...]:
    """Return the distances of a thing across and down; ``down`` is what lies on the page already."""
    return tuple(_distance(page, thing, down, axis) for axis in (Axis.X, Axis.Y))


def _distance(page: AssemblyPage, thing: Thing, down: Sequence[Thing], axis: Axis) -> Distance:
    whole = page.width if axis is Axis.X else page.height
    lies, beside = ends_of(thing.lying, axis), ends_of(thing.lying, axis.other)
    low = _SIDES[axis][0]
    if to_the_middle(thing):
        return _to_middle(lies, beside, whole, axis)
    across = (beside.low + beside.high) // 2
    if lies.low <= 0 and lies.high >= whole:
        return Distance(axis, Mark(0, low), low, -min(0, lies.low), 0, whole, across, lies.low < 0, True)
    found = list(_candidates(page, thing, down, axis, lies, beside, across))
    return min(found, key=lambda one: _worth(one, whole))


def _to_middle(lies: Ends, beside: Ends, whole: Grains, axis: Axis) -> Distance:
    """Return the distance of a piece's middle from the nearer page edge."""
    low, high = _SIDES[axis]
    middle, across = (lies.low + lies.high) // 2, (beside.low + beside.high) // 2
    if middle <= whole - middle:
        return Distance(axis, Mark(0, low), "middle", abs(middle), min(0, middle), max(0, middle), across, middle < 0)
    left = whole - middle
    begin, end = min(middle, whole), max(middle, whole)
    return Distance(axis, Mark(whole, high), "middle", abs(left), begin, end, across, left < 0)


def _candidates(
    page: AssemblyPage, thing: Thing, down: Sequence[Thing], axis: Axis, lies: Ends, beside: Ends, across: Grains
) -> Iterator[Distance]:
    low, high = _SIDES[axis]
    whole = page.width if axis is Axis.X else page.height
    yield _between(axis, Mark(0, low), low, lies.low, across, outward=lies.low < 0)
    yield _between(axis, Mark(whole, high), high, lies.high, across, outward=lies.high > whole)
    for other in down:
        if other.is_tilted or other.is_drawn or other.kind is ThingKind.EMBELLISHMENT:
            continue
        there, next_to = ends_of(other.lying, axis), ends_of(other.lying, axis.other)
        shared = min(beside.high, next_to.high) - max(beside.low, next_to.low)
        if overlap(thing.outline, other.outline) is not None:
            if there.low <= lies.low and lies.high <= there.high:  # it lies on it: from its edges inward
                yield _between(axis, Mark(there.low, low, other.key), low, lies.low, across)
                yield _between(axis, Mark(there.high, high, other.key), high, lies.high, across)
            continue
        if shared >= min(_BESIDE, beside.length // 2):  # beside it: the gap
            if there.high <= lies.low:
                yield _between(axis, Mark(there.high, high, other.key), low, lies.low, across)
            if there.low >= lies.high:
                yield _between(axis, Mark(there.low, low, other.key), high, lies.high, across)
        elif max(beside.low, next_to.low) - min(beside.high, next_to.high) <= _REACH:  # in line with it
            if there.low == lies.low:
                yield _between(axis, Mark(there.low, low, other.key), low, lies.low, across)
            elif there.high == lies.high:
                yield _between(axis, Mark(there.high, high, other.key), high, lies.high, across)


def _between(axis: Axis, mark: Mark, edge: str, at: Grains, across: Grains, outward: bool = False) -> Distance:
    return Distance(axis, mark, edge, abs(at - mark.at), min(at, mark.at), max(at, mark.at), across, outward)


def _worth(distance: Distance, whole: Grains) -> tuple[Grains, int]:
    """Return what a reference costs: short distances are good ones, and the page's edge is as good as a nearer one."""
    if distance.of.thing is None:
        # How far a piece stands over the edge is what she has to know.
        return (0 if distance.outward else max(0, distance.length - _EDGE_BONUS)), 0
    return distance.length + (whole if distance.length > _REACH else 0), 1


def from_the_edge(page: AssemblyPage, thing: Thing) -> Distance:
    """Return the distance by which a T-square sets a strip: of its nearer long side from the page's edge there."""
    wide, high = ends_of(thing.lying, Axis.X).length, ends_of(thing.lying, Axis.Y).length
    axis = Axis.Y if wide >= high else Axis.X
    whole = page.height if axis is Axis.Y else page.width
    lies, beside = ends_of(thing.lying, axis), ends_of(thing.lying, axis.other)
    low, high_side = _SIDES[axis]
    across = (beside.low + beside.high) // 2
    if lies.low <= whole - lies.high:
        return _between(axis, Mark(0, low), low, lies.low, across, outward=lies.low < 0)
    return _between(axis, Mark(whole, high_side), high_side, lies.high, across, outward=lies.high > whole)


def is_strip(page: AssemblyPage, thing: Thing) -> bool:
    """Tell whether a T-square sets a thing: a band or border that lies straight and spans half of the page."""
    wide, high = ends_of(thing.lying, Axis.X).length, ends_of(thing.lying, Axis.Y).length
    return thing.is_band and not thing.is_tilted and (2 * wide >= page.width or 2 * high >= page.height)
