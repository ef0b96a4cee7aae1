"""A page's embellishments as a board draws them."""

from collections.abc import Iterable
from typing import Any

from shapely.geometry.base import BaseGeometry

from inkquilt.embellishments import Accent
from inkquilt.layout import room_filled
from inkquilt.lengths import format_nearest
from inkquilt.moving import leads_group
from inkquilt.page import Page
from inkquilt.sketch.model import POLYGON_PARTS, Block
from server.embellishments.models import picture_address


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
        "colours": [colour.text for colour in what.colours],
        "ink": what.ink.text,
        "text": what.text,
        "picture": picture_address(what.key) if what.pictured else None,
        "shown": [[part.across / POLYGON_PARTS, part.down / POLYGON_PARTS] for part in what.shown] or None,
        "under": accent.under,
        "group": accent.group,
        "leads": leads_group(accent),
        "fills": room_filled(accent, blocks),
        "foam": accent.foam,
        "points": [[x / grains, y / grains] for x, y in outline.exterior.coords[:-1]],
        "from_left": format_nearest(accent.x, unit),
        "from_top": format_nearest(accent.y, unit),
    }
