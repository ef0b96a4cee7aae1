"""Tools as the API tells of them."""

from typing import Any

from inkquilt.cutting.trimmer import Trimmer as CoreTrimmer
from inkquilt.fit.request import Die
from inkquilt.lengths import Unit, format_length, format_nearest
from inkquilt.sketch.model import Shape, Size
from server.tools.models import ShapingTool, Trimmer


def trimmer_answer(row: Trimmer | None, trimmer: CoreTrimmer) -> dict[str, Any]:
    """Return a trimmer."""
    lengths = {
        name: format_length(getattr(trimmer, name), trimmer.unit)
        for name in ("longest", "widest", "finest", "narrowest")
    }
    offset = trimmer.stop_offset
    return {
        "id": row.pk if row else None,
        "name": trimmer.name,
        **lengths,
        "stop_offset": None if offset is None else format_length(offset, trimmer.unit),
        "unit": trimmer.unit.value,
    }


def tool_answer(row: ShapingTool) -> dict[str, Any]:
    """Return a punch or die."""
    tool, unit = row.core, Unit(row.unit)
    return {
        "id": row.pk,
        "name": tool.name,
        "smallest": format_length(tool.smallest, unit) if tool.smallest else "",
        "widest": format_length(tool.widest, unit) if tool.widest else "",
        "blank": size_words(tool.blank, unit) if tool.blank else "",
        "depth": format_length(tool.depth, unit) if tool.depth else "",
        "makes": _makes_words(tool.makes, unit),
        "unit": unit.value,
    }


def _makes_words(makes: tuple[Die, ...], unit: Unit) -> str:
    if not makes:
        return ""
    if makes[0].shape is Shape.CIRCLE:
        return "round " + ", ".join(format_nearest(die.size.width, unit) for die in makes)
    return ", ".join(size_words(die.size, unit) for die in makes)


def size_words(size: Size, unit: Unit) -> str:
    """Say a size without its unit."""
    return f"{format_nearest(size.width, unit)} × {format_nearest(size.height, unit)}"
