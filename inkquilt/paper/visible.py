"""What of a piece of paper lies hidden under other pieces, and the largest rectangle of it.

Outlines are worked out with Shapely. Rectangles are proposals in whole grains, each
made of cells that were found hidden; the lip that every cut keeps (1/4 in by default) is
far more than any rounding, so that no float decides a cut.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from typing import Final, NamedTuple

import shapely
from shapely import affinity
from shapely.geometry.base import BaseGeometry
from shapely.ops import unary_union

from inkquilt.lengths import Grains
from inkquilt.paper.openings import Inset
from inkquilt.photos.cover import DUST, outline_on_page
from inkquilt.sketch.geometry import Box
from inkquilt.sketch.model import CUT_FROM_PAPER, Block, Role
from inkquilt.space.rectangles import largest_rectangle

#: What hides what lies under it. Titles and clusters are open work: one looks through.
HIDES: Final = CUT_FROM_PAPER | {Role.PHOTO}


class Bounds(NamedTuple):
    """The box round a part of a piece, from the piece's own top left corner; it holds all of the part."""

    left: Grains
    top: Grains
    right: Grains
    bottom: Grains


def hidden_of(
    block: Block,
    blocks: Sequence[Block],
    sheer: frozenset[str] = frozenset(),
    holes: Mapping[str, Sequence[Inset]] | None = None,
) -> BaseGeometry:
    """Return the part of a block that other blocks hide.

    ``sheer`` ones, of vellum, hide nothing; through ``holes`` in others one looks.
    """
    stacked = sorted(blocks, key=lambda b: (b.role is not Role.BASE, b.level))
    above = stacked[stacked.index(block) + 1 :]
    covering = [_covering(b, (holes or {}).get(b.id, ())) for b in above if b.role in HIDES and b.id not in sheer]
    return outline_on_page(block).intersection(unary_union(covering))


def _covering(block: Block, holes: Sequence[Inset]) -> BaseGeometry:
    outline = outline_on_page(block)
    if not holes:
        return outline
    open_ = unary_union([shapely.box(hole.x, hole.y, hole.right, hole.bottom) for hole in holes])
    lying = affinity.rotate(
        affinity.translate(open_, block.x, block.y),
        block.turn / 100,
        origin=(block.x + block.width / 2, block.y + block.height / 2),
    )
    return outline.difference(lying)


def visible_parts(block: Block, hidden: BaseGeometry) -> list[Bounds]:
    """Return the boxes round the parts of an unturned block that show, apart from each other."""
    shown = outline_on_page(block).difference(hidden)
    found = []
    for part in getattr(shown, "geoms", [shown]):
        # A sliver of no breadth comes of rounding along edges that meet.
        if part.is_empty or shapely.buffer(part, -1.0).is_empty:
            continue
        left, top, right, bottom = part.bounds
        found.append(
            Bounds(
                max(0, math.floor(left) - block.x),
                max(0, math.floor(top) - block.y),
                min(block.width, math.ceil(right) - block.x),
                min(block.height, math.ceil(bottom) - block.y),
            )
        )
    return found


def is_all_hidden(block: Block, hidden: BaseGeometry) -> bool:
    """Tell whether nothing of a block shows."""
    outline = outline_on_page(block)
    return bool(outline.difference(hidden).area <= DUST * outline.area / 10)


def largest_hidden(block: Block, hidden: BaseGeometry) -> Box | None:
    """Return the largest upright rectangle of an unturned rectangular block that is hidden, in page coordinates."""
    if hidden.is_empty:
        return None
    return largest_rectangle(hidden.intersection(shapely.box(*_bounds(block))))


def _bounds(block: Block) -> tuple[Grains, Grains, Grains, Grains]:
    return block.x, block.y, block.x + block.width, block.y + block.height
