"""The drawing each way starts from: the sketch turned, mirrored, switched, and filled where a page is larger."""

from __future__ import annotations

from dataclasses import replace

from inkquilt.fit.filling import Filled, filled
from inkquilt.fit.request import FitRequest, School, Way
from inkquilt.fit.straighten import straightened
from inkquilt.fit.switches import switched
from inkquilt.sketch.model import Block, Role, Size, Sketch
from inkquilt.sketch.relations import cut_to_page
from inkquilt.sketch.transform import oriented


def held(request: FitRequest, way: Way) -> Sketch:
    """Return the sketch as it is held: turned, mirrored, cut to its page, with the page's switches made.

    Titles drawn lying lie, also when the sketch is held on its side.
    """
    page = Size(request.page.width, request.page.height)
    sketch = cut_to_page(oriented(request.sketch, way.turn, way.mirrored))
    if way.turn % 180:
        sketch = with_lying_titles(sketch)
    sketch = switched(sketch, request.switches, page)
    upright = frozenset(block.id for block in request.near if not block.turn)
    return straightened(sketch, frozenset(block.id for block in sketch.blocks if block.turn and block.id in upright))


def with_lying_titles(sketch: Sketch) -> Sketch:
    """Return a sketch held on its side with its titles, and their mats, lying again about their own middles."""
    names = {block.id for block in sketch.blocks if block.role is Role.TITLE}
    while more := {block.id for block in sketch.blocks if len(block.of) == 1 and block.of[0] in names} - names:
        names |= more
    return replace(
        sketch, blocks=tuple(_lying(block, sketch.page) if block.id in names else block for block in sketch.blocks)
    )


def _lying(block: Block, page: Size) -> Block:
    x = block.x + (block.width - block.height) // 2
    y = block.y + (block.height - block.width) // 2
    x = max(0, min(x, page.width - block.height))
    return block.placed(x, max(0, min(y, page.height - block.width)), block.size.swapped())


def drawn_for(request: FitRequest, way: Way) -> Filled | None:
    """Return the drawing a way is fitted from, with its note, or None where the way has nothing to do."""
    sketch = held(request, way)
    if way.school is School.FILL:
        return filled(sketch, request.page, way.variant)
    return Filled(sketch, "")
