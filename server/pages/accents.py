"""A page's embellishments, kept in its document with a copy of each, so that it looks the same when they are used up.

When the page is fitted anew they go along with what they lie on: each cluster with the nearest corner of the nearest
photo, title, words or tag.
"""

from collections.abc import Iterable, Sequence
from dataclasses import replace
from typing import Any

from shapely.geometry import box
from shapely.geometry.base import BaseGeometry

from inkquilt.colour import Rgb, read_colour
from inkquilt.embellishments import Accent, Embellishment, EmbellishmentKind, Facing, Form
from inkquilt.layout import SCATTER
from inkquilt.lengths import Grains, Unit, format_nearest, json_length, read_number
from inkquilt.page import Page
from inkquilt.sketch import Block, Role
from inkquilt.sketch.model import Size
from inkquilt.trying.changes import leads_group

#: What embellishments go along with.
_HOLDS = frozenset({Role.PHOTO, Role.TITLE, Role.JOURNALING, Role.TAG, Role.CLUSTER})


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


def accent_answer(accent: Accent, page: Page) -> dict[str, Any]:
    """Return a piece as a board draws it."""
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
        "foam": accent.foam,
        "points": [[x / grains, y / grains] for x, y in outline.exterior.coords[:-1]],
        "from_left": format_nearest(accent.x, unit),
        "from_top": format_nearest(accent.y, unit),
    }


# -- going along with the page ----------------------------------------------------------------


def going_along(
    accents: Sequence[Accent], before: Iterable[Block], after: Iterable[Block], old: Page, new: Page
) -> tuple[Accent, ...]:
    """Return pieces after the page was fitted anew: each group moved like the corner it is nearest to.

    Scattered ones keep their part of the page. All stay on it.
    """
    was = [block for block in before if block.role in _HOLDS]
    now = {block.id: block for block in after}
    groups: dict[str, list[Accent]] = {}
    for accent in accents:
        groups.setdefault(accent.group or accent.key, []).append(accent)
    moved: dict[str, Accent] = {}
    for group, members in groups.items():
        if group.startswith(SCATTER):
            across, down = new.width / old.width, new.height / old.height
            for one in members:
                moved[one.key] = one.moved(round(one.x * across), round(one.y * down))
            continue
        dx, dy = _shift(members, was, now)
        for one in members:
            moved[one.key] = kept_on(one.moved(one.x + dx, one.y + dy), new)
    return tuple(replace(one, under=one.under if one.under in now else None) for one in (moved[a.key] for a in accents))


def _shift(members: Sequence[Accent], was: Sequence[Block], now: dict[str, Block]) -> tuple[Grains, Grains]:
    """Return how far the nearest corner of the nearest block moved."""
    x, y = (sum(getattr(one, axis) for one in members) / len(members) for axis in ("x", "y"))
    held = [block for block in was if block.id in now]
    if not held:
        return 0, 0
    spot = box(x, y, x + 1, y + 1)
    block = min(held, key=lambda b: box(b.x, b.y, b.x + b.width, b.y + b.height).distance(spot))
    after = now[block.id]
    right, low = x > block.x + block.width / 2, y > block.y + block.height / 2
    return (
        after.x - block.x + (after.width - block.width if right else 0),
        after.y - block.y + (after.height - block.height if low else 0),
    )


def kept_on(accent: Accent, page: Page) -> Accent:
    """Return a piece moved onto the page by as much as it sticks out."""
    left, top, right, bottom = accent.outline.bounds
    x = accent.x + max(0, round(-left)) - max(0, round(right - page.width))
    y = accent.y + max(0, round(-top)) - max(0, round(bottom - page.height))
    return accent.moved(x, y)
