"""What the stash answers about scraps that were found in a photograph."""

from base64 import b64encode
from typing import Any

from inkquilt.lengths import INCH, Grains, Unit, size_with_unit
from inkquilt.paper.scraps import FINEST, usable_rect
from inkquilt.sketch.model import POLYGON_PARTS
from inkquilt_io.picture.values import Thing


def _to_finest(length: Grains) -> Grains:
    return round(length / FINEST) * FINEST


def found_scrap(thing: Thing, unit: Unit) -> dict[str, Any]:
    """Return a scrap that was found, and what can be cut out of it."""
    rect = usable_rect(thing.size, thing.outline)
    return {
        "size": size_with_unit(_to_finest(thing.size.width), _to_finest(thing.size.height), unit),
        "usable": size_with_unit(rect.size.width, rect.size.height, unit) if rect else "",
        "wide": thing.size.width / INCH,
        "high": thing.size.height / INCH,
        "corners": [[p.across / POLYGON_PARTS, p.down / POLYGON_PARTS] for p in rect.corners] if rect else [],
        "picture": b64encode(thing.picture).decode(),
        "outline": [list(corner) for corner in thing.outline],
        "across": thing.size.width,
        "down": thing.size.height,
    }
