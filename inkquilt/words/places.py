"""Where words can still go on a page: gaps and bands on its surfaces, outlines of photos, calm parts of photos.

All of it free of photos, titles, words and clusters, within the page's margins.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from enum import Enum
from typing import Final

import shapely
from shapely.geometry.base import BaseGeometry
from shapely.ops import unary_union

from inkquilt.lengths import INCH, Grains
from inkquilt.page import Page
from inkquilt.sketch.geometry import Box, Ends, box
from inkquilt.sketch.model import Block, Role, Size
from inkquilt.sketch.relations import stack_roots
from inkquilt.space import largest_rectangles, on_page, surfaces_of
from inkquilt.words.flow import LEAST_SPAN, Span

#: A place for words is no smaller.
LEAST_PLACE: Final = Size(INCH, INCH // 4)
#: A band is at least so many times as long as it is high.
BAND: Final = 5
_ON_EACH: Final = 3
_ON_PHOTO: Final = 2
#: Words round a photo or the page keep this distance from it.
ROUND_GAP: Final[Grains] = INCH // 16
#: Words round the page keep this distance from its edge.
PAGE_INSET: Final[Grains] = INCH // 4


class PlaceKind(Enum):
    """What kind of place it is."""

    RECTANGLE = "rectangle"
    BAND = "band"
    PHOTO = "calm part of a photo"
    ACROSS = "over several papers"


@dataclass(frozen=True, slots=True)
class FreePlace:
    """A free rectangle on the page's grid; ``on`` is the block it lies on, None for the bare page.

    ``spot`` says in which part of the page it is.
    """

    kind: PlaceKind
    box: Box
    on: Block | None
    spot: str = ""

    @property
    def name(self) -> str:
        """Where it is, in words."""
        if self.kind is PlaceKind.ACROSS:
            return f"a gap over several papers, {self.spot}"
        on = "the base" if self.on is None or self.on.role is Role.BASE else self.on.name
        if self.kind is PlaceKind.PHOTO:
            return f"a calm part of {on}"
        kind = f"a band of {on}" if self.kind is PlaceKind.BAND else f"a gap on {on}"
        return f"{kind}, {self.spot}" if self.spot else kind

    @property
    def area(self) -> int:
        """Its area in square grains."""
        return self.box.x.length * self.box.y.length


def free_places(
    blocks: Sequence[Block],
    page: Page,
    grid: Grains,
    calm: Mapping[str, BaseGeometry] | None = None,
    taken: Sequence[BaseGeometry] = (),
) -> tuple[FreePlace, ...]:
    """Return where words can still go, the largest first; ``calm`` parts of photos by block come last."""
    found = [
        FreePlace(_kind(one), one, surface.block, _spot(one, page))
        for surface in surfaces_of(blocks, page, taken)
        for large in largest_rectangles(surface.free, _ON_EACH, LEAST_PLACE)
        if (one := snapped_in(large, grid)) is not None
    ]
    found.sort(key=lambda place: -place.area)
    return (*found, *_on_photos(blocks, grid, calm or {}, taken))


def places_across(
    blocks: Sequence[Block], page: Page, grid: Grains, taken: Sequence[BaseGeometry] = ()
) -> tuple[FreePlace, ...]:
    """Return gaps that reach over several papers, the largest first: for what can be read across their edges."""
    found = [
        FreePlace(PlaceKind.ACROSS, one, None, _spot(one, page))
        for large in largest_rectangles(_all_free(blocks, page, taken), _ON_EACH, LEAST_PLACE)
        if (one := snapped_in(large, grid)) is not None
    ]
    return tuple(sorted(found, key=lambda place: -place.area))


def _on_photos(
    blocks: Sequence[Block], grid: Grains, calm: Mapping[str, BaseGeometry], taken: Sequence[BaseGeometry]
) -> Iterator[FreePlace]:
    by_id = {block.id: block for block in blocks}
    covered = unary_union(list(taken))
    for name, part in calm.items():
        for large in largest_rectangles(part.difference(covered), _ON_PHOTO, LEAST_PLACE):
            one = snapped_in(large, grid)
            if one is not None:
                yield FreePlace(PlaceKind.PHOTO, one, by_id[name])


def _spot(one: Box, page: Page) -> str:
    """Say in which part of a page the middle of a box lies."""
    row = _third(one.y, page.height, ("upper", "", "lower"))
    column = _third(one.x, page.width, ("left", "", "right"))
    if row and column:
        return f"{row} {column}"
    return {"upper": "at the top", "lower": "at the foot", "left": "at the left", "right": "at the right"}.get(
        row or column, "in the middle"
    )


def _third(ends: Ends, length: Grains, names: tuple[str, str, str]) -> str:
    return names[min(2, 3 * ((ends.low + ends.high) // 2) // length)]


def _kind(one: Box) -> PlaceKind:
    long, short = max(one.x.length, one.y.length), min(one.x.length, one.y.length)
    return PlaceKind.BAND if long >= BAND * short else PlaceKind.RECTANGLE


def snapped_in(one: Box, grid: Grains) -> Box | None:
    """Return the largest box on the grid within a box, or None when it is too small for words."""
    x, y = (Ends(-(-end.low // grid) * grid, end.high // grid * grid) for end in (one.x, one.y))
    if x.length < LEAST_PLACE.width or y.length < LEAST_PLACE.height:
        return None
    return Box(x, y)


# -- round a photo or the page ------------------------------------------------------------------


def round_photos(
    blocks: Sequence[Block], page: Page, pitch: Grains, taken: Sequence[BaseGeometry]
) -> Iterator[tuple[Block, tuple[Span, ...]]]:
    """Yield every upright photo with the free stretches round it or its mats, clockwise from the top left."""
    roots = stack_roots(tuple(blocks))
    by_id = {block.id: block for block in blocks}
    free = _all_free(blocks, page, taken)
    for block in blocks:
        root = by_id[roots[block.id]]
        if block.role is Role.PHOTO and not root.turn:
            spans = _ring(box(root), ROUND_GAP, pitch, free)
            if spans:
                yield block, spans


def round_page(blocks: Sequence[Block], page: Page, pitch: Grains, taken: Sequence[BaseGeometry]) -> tuple[Span, ...]:
    """Return the free stretches along the inside of the page's edges, clockwise from the top left."""
    left, top, right, bottom = (round(bound) for bound in on_page(page).bounds)
    inset = PAGE_INSET + pitch
    inner = Box(Ends(left + inset, right - inset), Ends(top + inset, bottom - inset))
    return _ring(inner, 0, pitch, _all_free(blocks, page, taken))


def _all_free(blocks: Sequence[Block], page: Page, taken: Sequence[BaseGeometry]) -> BaseGeometry:
    return unary_union([surface.free.buffer(1.0, join_style="mitre") for surface in surfaces_of(blocks, page, taken)])


def _ring(inner: Box, gap: Grains, pitch: Grains, free: BaseGeometry) -> tuple[Span, ...]:
    """Return the longest free stretch along each side of a box; the corners are left out."""
    x, y = inner.x, inner.y
    far = gap + pitch
    sides = (
        (Span(x.low, y.low - far, x.length), shapely.box(x.low, y.low - far, x.high, y.low - gap)),
        (Span(x.high + far, y.low, y.length, 9_000), shapely.box(x.high + gap, y.low, x.high + far, y.high)),
        (Span(x.high, y.high + far, x.length, 18_000), shapely.box(x.low, y.high + gap, x.high, y.high + far)),
        (Span(x.low - far, y.high, y.length, 27_000), shapely.box(x.low - far, y.low, x.low - gap, y.high)),
    )
    return tuple(span for side, band in sides if (span := free_along(side, band, free)) is not None)


def free_along(side: Span, band: BaseGeometry, free: BaseGeometry) -> Span | None:
    """Return the longest stretch of a line that is free; ``band`` is what the line takes up from end to end."""
    axis = 0 if side.turn in (0, 18_000) else 1
    low, high = band.bounds[axis], band.bounds[axis + 2]
    outside = band.difference(free)
    parts = sorted(
        (part.bounds[axis], part.bounds[axis + 2]) for part in getattr(outside, "geoms", [outside]) if part.area > 1
    )
    best, at = (low, low), low
    for begin, end in [*parts, (high, high)]:
        best = max(best, (at, begin), key=lambda stretch: stretch[1] - stretch[0])
        at = max(at, end)
    length = int(best[1] - best[0])
    if length < 2 * LEAST_SPAN:
        return None
    begun = round(best[0] - low) if side.turn in (0, 9_000) else round(high - best[1])
    step = {0: (1, 0), 9_000: (0, 1), 18_000: (-1, 0), 27_000: (0, -1)}[side.turn]
    return Span(side.x + step[0] * begun, side.y + step[1] * begun, length, side.turn)
