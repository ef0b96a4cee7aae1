"""The drawing each way starts from: the sketch turned, mirrored, switched, and filled where a page is larger."""

from __future__ import annotations

from inkquilt.fit.filling import Filled, filled
from inkquilt.fit.request import FitRequest, School, Way
from inkquilt.fit.straighten import straightened
from inkquilt.fit.switches import switched
from inkquilt.sketch.model import Size, Sketch
from inkquilt.sketch.relations import cut_to_page
from inkquilt.sketch.transform import oriented


def held(request: FitRequest, way: Way) -> Sketch:
    """Return the sketch as it is held: turned, mirrored, cut to its page, with the page's switches made."""
    page = Size(request.page.width, request.page.height)
    sketch = cut_to_page(oriented(request.sketch, way.turn, way.mirrored))
    sketch = switched(sketch, request.switches, page)
    upright = frozenset(block.id for block in request.near if not block.turn)
    return straightened(sketch, frozenset(block.id for block in sketch.blocks if block.turn and block.id in upright))


def drawn_for(request: FitRequest, way: Way) -> Filled | None:
    """Return the drawing a way is fitted from, with its note, or None where the way has nothing to do."""
    sketch = held(request, way)
    if way.school is School.FILL:
        return filled(sketch, request.page, way.variant)
    return Filled(sketch, "")
