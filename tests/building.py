"""Small sketches for tests, written the way a person would measure them."""

import json
from decimal import Decimal
from pathlib import Path
from typing import Any

from inkquilt.fit import Fit, FitRequest, School, Way
from inkquilt.fit.exact import exact_fit
from inkquilt.fit.solve import fit
from inkquilt.fit.ways import held
from inkquilt.lengths import Unit, parse_length
from inkquilt.page import Margins, Page
from inkquilt.sketch import Block, Sketch
from inkquilt.sketch.model import Size
from inkquilt.sketch.reading import read_sketch

#: The schools that fit a sketch as it is drawn.
PLAIN_SCHOOLS = (School.KEEP_PHOTOS, School.KEEP_PROPORTIONS)
DEMO_SKETCHES = sorted((Path(__file__).parents[1] / "server" / "sketches" / "ready").glob("*.quilt.json"))


def row(block_id: str, role: str, x: Any, y: Any, width: Any, height: Any, **more: Any) -> dict[str, Any]:
    """Return one block as JSON data."""
    return {"id": block_id, "role": role, "x": x, "y": y, "width": width, "height": height, **more}


def data_of(*rows: dict[str, Any], page: tuple[Any, Any] = (12, 12), unit: str = "in") -> dict[str, Any]:
    """Return a sketch as JSON data."""
    return {
        "kind": "ink-quilt/sketch",
        "version": 1,
        "name": "Test",
        "unit": unit,
        "page": {"width": page[0], "height": page[1]},
        "blocks": list(rows),
    }


def sketch_of(*rows: dict[str, Any], page: tuple[Any, Any] = (12, 12), unit: str = "in") -> Sketch:
    """Return a sketch."""
    return read_sketch(data_of(*rows, page=page, unit=unit)).sketch


def read_demo_data(name: str) -> dict[str, Any]:
    """Return one of the demo's sketches by its file name, as JSON data."""
    path = next(path for path in DEMO_SKETCHES if path.name.startswith(name))
    return json.loads(path.read_text("utf-8"), parse_float=Decimal)


def demo_sketch(name: str) -> Sketch:
    """Return one of the demo's sketches by its file name."""
    return read_sketch(read_demo_data(name)).sketch


def inches(text: str) -> int:
    """Return a length in grains."""
    return parse_length(text, Unit.IN).grains


def page_of(width: str, height: str, clear: str = "0", unit: Unit = Unit.IN) -> Page:
    """Return a page."""
    margin = parse_length(clear, unit).grains
    return Page(parse_length(width, unit).grains, parse_length(height, unit).grains, unit, Margins.even(margin))


def size(width: str, height: str) -> Size:
    """Return a size in inches."""
    return Size(inches(width), inches(height))


def fitted(sketch: Sketch, page: Page, school: School = School.KEEP_PROPORTIONS, turn: int = 0) -> Fit:
    """Fit on the usual terms."""
    return fit(FitRequest.plain(sketch, page), Way(school, turn))


def exact(request: FitRequest, way: Way) -> Fit:
    """Fit a drawing exactly, as a page is fitted again round a hand's pins."""
    request = request.held_by(way)
    drawing = held(request, way)
    return exact_fit(drawing, request, way, way.school, drawing)


def exactly(sketch: Sketch, page: Page, school: School = School.KEEP_PHOTOS, turn: int = 0) -> Fit:
    """Fit exactly on the usual terms."""
    return exact(FitRequest.plain(sketch, page), Way(school, turn))


def block_of(result: Fit, block_id: str) -> Block:
    """Return one block of a fitted page."""
    return next(block for block in result.blocks if block.id == block_id)


def own_page(sketch: Sketch) -> Page:
    """Return the page a sketch is drawn for."""
    return Page(sketch.page.width, sketch.page.height, sketch.unit)
