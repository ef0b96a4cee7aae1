"""Empty area that rests the eye, how crowded the parts of a page are, and its margins."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

from shapely.geometry import box
from shapely.geometry.base import BaseGeometry
from shapely.ops import unary_union

from inkquilt.balance.surfaces import SURFACES
from inkquilt.balance.weight import Weighed
from inkquilt.layout import Layout
from inkquilt.paper.kinds import PaperKind
from inkquilt.sketch.geometry import Box
from inkquilt.space import Circle, largest_circle, largest_rectangle

#: A page is looked at in so many regions each way.
REGIONS: Final = 3


@dataclass(frozen=True, slots=True)
class WhiteSpace:
    """The share of the page on which nothing lies, its largest rectangle and circle, and the share of it in one piece.

    ``rectangle_share`` is that rectangle in parts of the page.
    """

    share: float
    rectangle: Box | None
    circle: Circle | None
    joined: float
    rectangle_share: float
    region: BaseGeometry


@dataclass(frozen=True, slots=True)
class PageRegion:
    """One region: its column and row, how many things lie there, and their areas together in parts of the region."""

    column: int
    row: int
    count: int
    fullness: float
    keys: tuple[str, ...]

    @property
    def is_corner(self) -> bool:
        """Whether it is a corner of the page."""
        return self.column in (0, REGIONS - 1) and self.row in (0, REGIONS - 1)


#: Papers on which the eye does not rest.
_RESTLESS: Final = frozenset({PaperKind.LARGE_PRINT, PaperKind.FLORAL, PaperKind.PLAID})


def white_space(layout: Layout, weighed: Sequence[Weighed]) -> WhiteSpace:
    """Return what of a page is empty: free of things, and on no busy paper."""
    things = [one.seen.outline for one in weighed if one.seen.part not in SURFACES]
    busy = [one.visible for one in weighed if one.seen.part in SURFACES and one.seen.pattern in _RESTLESS]
    whole = layout.whole
    free = whole.difference(unary_union([*things, *busy]))
    parts = list(getattr(free, "geoms", [free]))
    rectangle = largest_rectangle(free)
    share = (rectangle.x.length * rectangle.y.length / whole.area) if rectangle else 0.0
    largest = max((part.area for part in parts), default=0.0)
    joined = largest / free.area if free.area else 0.0
    return WhiteSpace(free.area / whole.area, rectangle, largest_circle(free), joined, share, free)


def regions(layout: Layout, weighed: Sequence[Weighed]) -> tuple[PageRegion, ...]:
    """Return how full each region of a page is; of a spread, each region of both pages together."""
    wide, high = layout.page.width / REGIONS, layout.page.height / REGIONS
    found = []
    for row in range(REGIONS):
        for column in range(REGIONS):
            here = box(column * wide, row * high, (column + 1) * wide, (row + 1) * high)
            inside = [
                one
                for one in weighed
                if one.seen.accent is not None
                and not one.seen.is_scattered
                and column * wide <= one.x <= (column + 1) * wide
                and row * high <= one.y <= (row + 1) * high
            ]
            area = sum(one.seen.outline.intersection(here).area for one in inside)
            keys = tuple(one.seen.key for one in inside)
            found.append(PageRegion(column, row, len(inside), area / here.area, keys))
    return tuple(found)


def margins(layout: Layout, weighed: Sequence[Weighed]) -> tuple[float, float, float, float]:
    """Return the distances from the left, top, right and bottom edge of the page to the things on it, in grains."""
    things = unary_union([one.seen.outline for one in weighed if one.seen.part not in SURFACES])
    width, height = layout.page.width, layout.page.height
    if things.is_empty:
        return (width / 2, height / 2, width / 2, height / 2)
    left, top, right, bottom = things.bounds
    return (max(0.0, left), max(0.0, top), max(0.0, width - right), max(0.0, height - bottom))
