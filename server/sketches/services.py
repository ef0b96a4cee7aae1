"""What can be done with sketches."""

from typing import Any

from django.db import transaction

from inkquilt.errors import Fault
from inkquilt.sketch import Role
from inkquilt.sketch import Sketch as CoreSketch
from inkquilt.sketch.reading import read_sketch
from inkquilt.sketch.writing import write_sketch
from server.sketches.models import Sketch


def add_sketch(*, owner: Any, data: object) -> tuple[Sketch, tuple[Fault, ...]]:
    """Read a sketch from decoded JSON and keep it; returns what should be said about it too.

    Raises ``SketchFaults``; then nothing is kept.
    """
    read = read_sketch(data)
    return keep_sketch(owner=owner, sketch=read.sketch), read.remarks


def keep_sketch(*, owner: Any, sketch: CoreSketch) -> Sketch:
    """Keep a sketch on a person's shelf."""
    with transaction.atomic():
        return Sketch.objects.create(owner=owner, **columns(sketch))


def columns(sketch: CoreSketch) -> dict[str, Any]:
    """Return the columns of a sketch's row."""
    return {
        "name": sketch.name,
        "document": write_sketch(sketch),
        "page_width": sketch.page.width,
        "page_height": sketch.page.height,
        "unit": sketch.unit.value,
        "photo_count": sum(block.role is Role.PHOTO for block in sketch.blocks),
        "block_count": len(sketch.blocks),
    }


def core_sketch(row: Sketch) -> CoreSketch:
    """Return a kept sketch as a value of the core."""
    return read_sketch(row.document).sketch
