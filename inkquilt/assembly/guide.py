"""The placing guide: outlines of what is stuck, and pencil ticks inside them that the piece itself covers.

Places are in grains on the page. A piece with straight sides has an angle in each corner, everything else a cross in
its middle and a tick at each of its four furthest points; all of it lies inside the piece by ``INSET``.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Final, NamedTuple

from shapely.geometry import LineString, Point
from shapely.geometry.base import BaseGeometry

from inkquilt.assembly.steps import PUTS_DOWN, Assembly
from inkquilt.assembly.things import Thing
from inkquilt.lengths import INCH, Grains

INSET: Final[Grains] = INCH // 16
#: How long a tick is, or a quarter of the piece where that is shorter.
TICK: Final[Grains] = INCH // 4
#: What fills its smallest rectangle so far has straight sides.
_STRAIGHT: Final = 0.985


class Tick(NamedTuple):
    """A straight pencil line."""

    x1: float
    y1: float
    x2: float
    y2: float


@dataclass(frozen=True, slots=True)
class GuideMark:
    """One thing on the guide: the number of its step, its name, its rings (outer and inner) and its ticks."""

    step: int
    name: str
    rings: tuple[tuple[tuple[float, float], ...], ...]
    ticks: tuple[Tick, ...]
    middle: tuple[float, float]


def guide_of(assembly: Assembly) -> tuple[GuideMark, ...]:
    """Return what the guide shows, in the order of sticking down."""
    return tuple(
        GuideMark(
            number,
            thing.name,
            tuple(_rings(thing.outline)),
            tuple(ticks_of(thing)),
            (thing.outline.representative_point().x, thing.outline.representative_point().y),
        )
        for number, step in enumerate(assembly.steps, 1)
        if step.kind in PUTS_DOWN
        for thing in (assembly.page.thing(key) for key in step.things)
    )


def _rings(outline: BaseGeometry) -> Iterator[tuple[tuple[float, float], ...]]:
    for part in getattr(outline, "geoms", [outline]):
        if part.geom_type == "Polygon":
            for ring in (part.exterior, *part.interiors):
                yield tuple((x, y) for x, y in ring.coords[:-1])


def ticks_of(thing: Thing) -> Iterator[Tick]:
    """Yield a thing's ticks, all of them inside it."""
    around = thing.outline.minimum_rotated_rectangle
    if around.geom_type == "Polygon" and thing.outline.area >= _STRAIGHT * around.area:
        yield from _angles(around)
    else:
        yield from _crosses(thing.outline)


def _angles(around: BaseGeometry) -> Iterator[Tick]:
    corners = [Point(corner) for corner in around.exterior.coords[:-1]]
    for number, corner in enumerate(corners):
        before, after = corners[number - 1], corners[(number + 1) % 4]
        inner = _along(corner, before, INSET), _along(corner, after, INSET)
        x, y = inner[0].x + inner[1].x - corner.x, inner[0].y + inner[1].y - corner.y
        for other in (before, after):
            length = corner.distance(other)
            end = _along(corner, other, min(TICK, length / 4))
            yield Tick(x, y, x + end.x - corner.x, y + end.y - corner.y)


def _along(start: Point, end: Point, far: float) -> Point:
    line = LineString([start, end])
    return line.interpolate(min(far, line.length / 2))


def _crosses(outline: BaseGeometry) -> Iterator[Tick]:
    middle = outline.representative_point()
    left, top, right, bottom = outline.bounds
    arm = min(TICK, (right - left) / 4, (bottom - top) / 4) / 2
    for ends in (
        (middle.x - arm, middle.y, middle.x + arm, middle.y), (middle.x, middle.y - arm, middle.x, middle.y + arm)
    ):  # fmt: skip
        yield Tick(*ends)
    for ray in (
        LineString([(left, middle.y), (middle.x, middle.y)]), LineString([(right, middle.y), (middle.x, middle.y)]),
        LineString([(middle.x, top), (middle.x, middle.y)]), LineString([(middle.x, bottom), (middle.x, middle.y)]),
    ):  # fmt: skip
        inside = ray.intersection(outline)
        edge = inside if inside.geom_type == "LineString" else max(inside.geoms, key=lambda one: one.length)
        if edge.length > INSET + arm:
            reach = sorted(edge.coords, key=lambda end: -Point(end).distance(middle))
            far, near = Point(reach[0]), Point(reach[-1])
            start = _along(far, near, INSET)
            stop = _along(far, near, INSET + arm)
            yield Tick(start.x, start.y, stop.x, stop.y)
