"""Reading a choice of photos (kind ``ink-quilt/photos``, version 1) out of JSON data."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any, Final

from inkquilt.errors import BadInput, Fault, UnreadableLength
from inkquilt.lengths import Unit, read_number
from inkquilt.sketch.model import Size

KIND: Final = "ink-quilt/photos"
VERSION: Final = 1
MOST_PHOTOS: Final = 1000
MOST_PRINT_SIZES: Final = 60
MOST_PIXELS: Final = 100_000


@dataclass(frozen=True, slots=True)
class ReadPhoto:
    """A photo by its pixels, and the slot it is meant for, if any."""

    id: str
    width: int
    height: int
    slot: str | None = None


@dataclass(frozen=True, slots=True)
class PhotoChoice:
    """Photos, and the print sizes they can be had in (None: the usual ones)."""

    photos: tuple[ReadPhoto, ...]
    print_sizes: tuple[Size, ...] | None


def read_photos(data: object, default_unit: Unit = Unit.IN) -> PhotoChoice:
    """Read a photo file. Print sizes are in its ``unit``, or ``default_unit`` if it has none.

    Raises ``BadInput`` with every fault.
    """
    faults: list[Fault] = []
    if not isinstance(data, Mapping) or data.get("kind") != KIND or data.get("version") != VERSION:
        raise BadInput([Fault(None, "kind", f"This is not a photo file: kind “{KIND}”, version {VERSION}.")])
    unit = next((unit for unit in Unit if unit.value == data.get("unit")), None)
    if unit is None and data.get("unit") is not None:
        faults.append(Fault(None, "unknown-unit", "“unit” should be in or mm."))
    sizes = read_print_sizes(data.get("print_sizes"), unit or default_unit, faults)
    photos = _photos(data.get("photos", []), faults)
    if faults:
        raise BadInput(faults)
    return PhotoChoice(photos, sizes)


def read_print_sizes(rows: object, unit: Unit, faults: list[Fault]) -> tuple[Size, ...] | None:
    """Read a list of [width, height]; what is wrong goes to ``faults``."""
    if rows is None:
        return None
    if not isinstance(rows, list) or not 0 < len(rows) <= MOST_PRINT_SIZES:
        faults.append(Fault(None, "print-sizes", f"“print_sizes” should list 1 to {MOST_PRINT_SIZES} sizes."))
        return None
    sizes = []
    for row in rows:
        size = _size(row, unit)
        if size is None:
            faults.append(Fault(None, "print-size", f"“{str(row)[:40]}” is no print size such as [4, 6]."))
        else:
            sizes.append(size)
    return tuple(dict.fromkeys(sizes))


def _size(row: Any, unit: Unit) -> Size | None:
    if not isinstance(row, list | tuple) or len(row) != 2:
        return None
    try:
        width, height = (read_number(value, unit).grains for value in row)
    except (UnreadableLength, TypeError, ValueError, ArithmeticError):
        return None
    return Size(width, height) if min(width, height) > 0 else None


def _photos(rows: object, faults: list[Fault]) -> tuple[ReadPhoto, ...]:
    if not isinstance(rows, list) or len(rows) > MOST_PHOTOS:
        faults.append(Fault(None, "photos", f"“photos” should be a list of at most {MOST_PHOTOS}."))
        return ()
    photos = []
    for index, row in enumerate(rows):
        name = row.get("id") if isinstance(row, Mapping) else None
        if not isinstance(row, Mapping) or not isinstance(name, str) or not name:
            faults.append(Fault(None, "photo-id", f"Photo number {index + 1} needs an “id”."))
            continue
        width, height, slot = row.get("width"), row.get("height"), row.get("slot")
        if not _is_pixels(width) or not _is_pixels(height):
            faults.append(Fault(name, "photo-pixels", f"Photo “{name}”: width and height are whole pixels."))
        elif slot is not None and not isinstance(slot, str):
            faults.append(Fault(name, "photo-slot", f"Photo “{name}”: “slot” names a photo block."))
        else:
            photos.append(ReadPhoto(name, int(width), int(height), slot))  # type: ignore[arg-type]
    return tuple(photos)


def _is_pixels(value: object) -> bool:
    return isinstance(value, int) and not isinstance(value, bool) and 0 < value <= MOST_PIXELS
