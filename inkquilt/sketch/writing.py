"""Writing a sketch as JSON data that reads back equal."""

from __future__ import annotations

from typing import Any

from inkquilt.lengths import Grains, Unit, json_length
from inkquilt.sketch.model import POLYGON_PARTS, Block, Part, Shape, Sketch
from inkquilt.sketch.reading import KIND, VERSION


def write_sketch(sketch: Sketch) -> dict[str, Any]:
    """Return the sketch in the form ``read_sketch`` reads."""
    return {
        "kind": KIND,
        "version": VERSION,
        "name": sketch.name,
        "unit": sketch.unit.value,
        "page": {
            "width": json_length(sketch.page.width, sketch.unit),
            "height": json_length(sketch.page.height, sketch.unit),
        },
        "blocks": [write_block(block, sketch.unit) for block in sketch.blocks],
    }


def write_block(block: Block, unit: Unit) -> dict[str, Any]:
    """Return one block in ``unit``; fields that say nothing are left out."""

    def length(grains: Grains) -> int | float | str:
        return json_length(grains, unit)

    row: dict[str, Any] = {
        "id": block.id,
        "role": block.role.value,
        "shape": block.shape.value,
        "x": length(block.x),
        "y": length(block.y),
        "width": length(block.width),
        "height": length(block.height),
        "turn": block.turn // 100 if block.turn % 100 == 0 else block.turn / 100,
        "level": block.level,
    }
    if block.of:
        row["of"] = block.of[0] if len(block.of) == 1 else list(block.of)
    if block.paper:
        row["paper"] = block.paper
    if block.min_size:
        row["min"] = {"width": length(block.min_size.width), "height": length(block.min_size.height)}
    if block.label:
        row["label"] = block.label
    if block.shape is Shape.TRIANGLE:
        row["corner"] = block.corner.value
    if block.shape is Shape.FRAME and block.band is not None:
        row["band"] = length(block.band)
    if block.shape is Shape.POLYGON:
        row["points"] = _points(block.corners)
        if block.openings:
            row["openings"] = [_points(opening) for opening in block.openings]
    if block.shape in (Shape.BANNER, Shape.HALF_CIRCLE):
        row["end"] = block.end.value
    if block.shape is Shape.BANNER:
        if block.notch is not None:
            row["notch"] = length(block.notch)
    return row


def _points(corners: tuple[Part, ...]) -> list[list[float]]:
    return [[part.across / POLYGON_PARTS, part.down / POLYGON_PARTS] for part in corners]
