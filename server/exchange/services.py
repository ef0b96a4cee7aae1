"""Pages and sketches as files; measures and how they were reckoned."""

from inkquilt.composition.document import PageDocument
from inkquilt.composition.wishes import parts_on
from inkquilt.fit.ways import drawn_for
from inkquilt.measuring import MeasureFrom, MeasureRow, Sum, measure_card, reckoned
from inkquilt.paper import pieces_of
from inkquilt.sketch.model import Size
from inkquilt_io.shapes import FittedPage
from server.common.errors import ApiError
from server.sketches.models import Sketch
from server.sketches.services import core_sketch


def drawn_sketch(row: Sketch) -> FittedPage:
    """Return a sketch ready to be drawn into a file."""
    sketch = core_sketch(row)
    return FittedPage(
        sketch.name,
        sketch.page.width,
        sketch.page.height,
        sketch.unit,
        sketch.blocks,
        {},
        {},
        pieces_of(sketch.blocks).numbers,
    )


def measures_of_page(document: PageDocument, counted: MeasureFrom) -> tuple[MeasureRow, ...]:
    """Return the measure card of a page."""
    page = document.page
    size = Size(page.width, page.height)
    return measure_card(size, page.unit, document.blocks, counted, page.fold, parts_on(document))


def measures_of_sketch(row: Sketch, counted: MeasureFrom) -> tuple[MeasureRow, ...]:
    """Return the measure card of a sketch as it was drawn."""
    sketch = core_sketch(row)
    return measure_card(sketch.page, sketch.unit, sketch.blocks, counted)


def reckoning_of(document: PageDocument, block_id: str) -> tuple[Sum, ...]:
    """Return how a piece of a page was reckoned. Raises ``ApiError`` for one that is not on it."""
    page, drawn = document.page, drawn_for(document.request, document.way)
    if all(block.id != block_id for block in document.blocks):
        raise ApiError("unknown-block", f"There is no piece “{block_id[:60]}” on this page.", 404)
    sketch = drawn.sketch if drawn else document.sketch
    return reckoned(sketch, Size(page.width, page.height), page.unit, document.blocks, block_id)
