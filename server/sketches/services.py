"""What can be done with sketches."""

import json
from dataclasses import replace
from decimal import Decimal
from functools import cache
from pathlib import Path
from typing import Any, Final

from django.db import transaction

from inkquilt.errors import Fault
from inkquilt.sketch import Role
from inkquilt.sketch import Sketch as CoreSketch
from inkquilt.sketch.reading import read_sketch
from inkquilt.sketch.writing import write_sketch
from server.common.naming import copy_name
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


def rename_sketch(*, sketch: Sketch, name: str) -> Sketch:
    """Give a sketch another name; pages made from it keep theirs."""
    drawn = replace(core_sketch(sketch), name=name)
    sketch.name, sketch.document = name, write_sketch(drawn)
    sketch.save(update_fields=["name", "document"])
    return sketch


def copy_sketch(*, sketch: Sketch) -> Sketch:
    """Lay a copy of a sketch beside it, to change it and keep both."""
    names = set(Sketch.objects.visible_to(sketch.owner).values_list("name", flat=True))
    return keep_sketch(owner=sketch.owner, sketch=replace(core_sketch(sketch), name=copy_name(sketch.name, names)))


#: Sketches of our own that lie on every new shelf.
_READY: Final = Path(__file__).parent / "ready"


@cache
def ready_sketches() -> tuple[CoreSketch, ...]:
    """Return the sketches that lie on every new shelf."""
    texts = (path.read_text("utf-8") for path in sorted(_READY.glob("*.quilt.json")))
    return tuple(read_sketch(json.loads(text, parse_float=Decimal)).sketch for text in texts)


def lay_out_ready(owner: Any) -> int:
    """Put the ready sketches on a person's shelf, but those that lie there by that name; returns how many were put."""
    there = set(Sketch.objects.visible_to(owner).values_list("name", flat=True))
    missing = [sketch for sketch in ready_sketches() if sketch.name not in there]
    Sketch.objects.bulk_create(Sketch(owner=owner, **columns(sketch)) for sketch in missing)
    return len(missing)


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


def core_sketch(row: Sketch | CoreSketch) -> CoreSketch:
    """Return a kept sketch as a value of the core; one that lies on no shelf is one already."""
    return read_sketch(row.document).sketch if isinstance(row, Sketch) else row
