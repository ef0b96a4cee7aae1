"""Which ways there are to put a sketch on a page, and the drawing each of them starts from."""

from __future__ import annotations

from collections.abc import Iterator

from inkquilt.fit.filling import FILLS, Filled, filled
from inkquilt.fit.reflow import REFLOWS, is_far_off, reflowed
from inkquilt.fit.request import FitRequest, School, Variant, Way
from inkquilt.fit.straighten import straightened
from inkquilt.fit.switches import switched
from inkquilt.sketch.model import Size, Sketch
from inkquilt.sketch.relations import cut_to_page
from inkquilt.sketch.transform import oriented


def held(request: FitRequest, way: Way) -> Sketch:
    """Return the sketch as it is held: turned, mirrored, cut to its page, with the page's switches made."""
    page = Size(request.page.width, request.page.height)
    sketch = switched(cut_to_page(oriented(request.sketch, way.turn, way.mirrored)), request.switches, page)
    upright = frozenset(block.id for block in request.near if not block.turn)
    return straightened(sketch, frozenset(block.id for block in sketch.blocks if block.turn and block.id in upright))


def drawn_for(request: FitRequest, way: Way) -> Filled | None:
    """Return the drawing a way is fitted from, with its note, or None where the way has nothing to do."""
    sketch = held(request, way)
    match way.school:
        case School.FILL:
            return filled(sketch, request.page, way.variant)
        case School.REFLOW:
            anew = reflowed(sketch, request.page, way.variant)
            return None if anew is None else Filled(anew, "the sketch's rows and columns arranged anew for this page")
        case _:
            return Filled(sketch, "")


def usual_ways(request: FitRequest, turn: int = 0, mirrored: bool = False) -> tuple[Way, ...]:
    """Return the ways worth showing side by side for one way of holding the sketch.

    The three plain schools always, the photos once more with the sketch on its
    side, each way of filling an extra that the page has, and new arrangements of
    rows and columns on a page of far other proportions.
    """
    return tuple(_usual(request, turn, mirrored))


def _usual(request: FitRequest, turn: int, mirrored: bool) -> Iterator[Way]:
    for school in (School.KEEP_PHOTOS, School.KEEP_PROPORTIONS):
        yield Way(school, turn, mirrored)
    yield Way(School.KEEP_PHOTOS, (turn + 90) % 360, mirrored)
    if (request.page.width, request.page.height) != (request.sketch.page.width, request.sketch.page.height):
        yield Way(School.IDEA, turn, mirrored)
    sketch = held(request, Way(School.FILL, turn, mirrored))
    fills = [v for v in FILLS if filled(sketch, request.page, v) is not None]
    yield from (Way(School.FILL, turn, mirrored, variant) for variant in fills)
    if is_far_off(sketch, request.page):
        seen: list[Sketch] = []
        for variant in REFLOWS:
            anew = reflowed(sketch, request.page, variant)
            if anew is not None and anew not in seen and _suits(request, variant):
                seen.append(anew)
                yield Way(School.REFLOW, turn, mirrored, variant)


def _suits(request: FitRequest, variant: Variant) -> bool:
    """One column is for a high page, one row for a wide one."""
    high = request.page.height >= request.page.width
    return variant is not (Variant.ONE_ROW if high else Variant.ONE_COLUMN)
