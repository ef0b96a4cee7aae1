"""A page's embellishments, kept in its document with a copy of each: it looks the same when they are used up."""

from collections.abc import Iterable
from typing import Any

from shapely.geometry.base import BaseGeometry

from inkquilt.colour import Rgb, read_colour
from inkquilt.embellishments import Accent, Embellishment, EmbellishmentKind, Facing, Form
from inkquilt.layout import room_filled
from inkquilt.lengths import Grains, Unit, format_nearest, json_length, read_number
from inkquilt.moving import leads_group
from inkquilt.page import Page
from inkquilt.sketch.model import Block, Size


def colour_text(colour: Rgb) -> str:
    """Return a colour as ``#rrggbb``."""
    return f"#{colour.red:02x}{colour.green:02x}{colour.blue:02x}"


def written_accent(accent: Accent, unit: Unit) -> dict[str, Any]:
    """Return a piece as JSON data."""
    what = accent.what
    return {
        "key": accent.key,
        "x": json_length(accent.x, unit),
        "y": json_length(accent.y, unit),
        "turn": accent.turn,
        "under": accent.under,
        "group": accent.group,
        "foam": accent.foam,
        "what": {
            "key": what.key,
            "name": what.name,
            "kind": what.kind.value,
            "form": what.form.value,
            "size": [json_length(what.size.width, unit), json_length(what.size.height, unit)],
            "colours": [colour_text(colour) for colour in what.colours],
            "facing": what.facing.value,
            "thickness": json_length(what.thickness, unit),
            "count": what.count,
            "text": what.text,
        },
    }


def read_accent(row: dict[str, Any], unit: Unit) -> Accent:
    """Read a piece."""

    def length(value: Any) -> Grains:
        return read_number(value, unit).grains

    what = row["what"]
    embellishment = Embellishment(
        str(what["key"]),
        str(what["name"]),
        EmbellishmentKind(what["kind"]),
        Form(what["form"]),
        Size(length(what["size"][0]), length(what["size"][1])),
        tuple(read_colour(colour) for colour in what["colours"]),
        Facing(what["facing"]),
        length(what["thickness"]),
        what["count"],
        str(what["text"]),
    )
    return Accent(
        str(row["key"]), embellishment, length(row["x"]), length(row["y"]), int(row["turn"]), row["under"],
        str(row["group"]), bool(row["foam"]),
    )  # fmt: skip


def accent_answer(accent: Accent, page: Page, blocks: Iterable[Block]) -> dict[str, Any]:
    """Return a piece as a board draws it among the page's blocks."""
    unit = page.unit
    grains = unit.grains
    what = accent.what
    outline: BaseGeometry = accent.outline
    return {
        "key": accent.key,
        "embellishment": what.key,
        "name": what.name,
        "kind": what.kind.value,
        "form": what.form.value,
        "x": accent.x / grains,
        "y": accent.y / grains,
        "width": what.size.width / grains,
        "height": what.size.height / grains,
        "turn": accent.turn / 100,
        "colours": [colour_text(colour) for colour in what.colours],
        "text": what.text,
        "under": accent.under,
        "group": accent.group,
        "leads": leads_group(accent),
        "fills": room_filled(accent, blocks),
        "foam": accent.foam,
        "points": [[x / grains, y / grains] for x, y in outline.exterior.coords[:-1]],
        "from_left": format_nearest(accent.x, unit),
        "from_top": format_nearest(accent.y, unit),
    }
