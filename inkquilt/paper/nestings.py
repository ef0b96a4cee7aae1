"""Pieces cut out of the middle of others that they, or what lies between, hide: no paper of their own.

*Inlaid*: a piece that lies within another, of the same paper's other side, is cut out of that one and turned over.
The two lie edge to edge on a carrier, and a hairline may show. *Nested*: of outlines within each other, a smaller one
of the same paper comes out of the hidden middle of a larger one; it is cut by hand, with a *lip* of what lies between
over the hole. Rectangles are gutted instead (``saving``): then any piece can come out of the middle. Common practice,
no source.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Final

import shapely

from inkquilt.paper.kinds import SideName
from inkquilt.paper.openings import Inset
from inkquilt.paper.saving import LEAST_BAND, LEAST_LIP, SOLID, Openwork, Saving, SavingKind
from inkquilt.paper.visible import hidden_of
from inkquilt.photos.cover import outline_on_page
from inkquilt.sketch.model import CUT_FROM_PAPER, Block, Role, Shape

#: What is cut with one outline by hand. Triangles come two from one square.
_BY_HAND: Final = frozenset({Shape.CIRCLE, Shape.POLYGON, Shape.HALF_CIRCLE, Shape.BANNER})


@dataclass(frozen=True, slots=True)
class PaperSideOf:
    """What a block is cut from: a paper by any name that tells it from others, and the side that shows."""

    paper: str
    side: SideName


def nestings_of(
    blocks: Sequence[Block], papers: Mapping[str, PaperSideOf], openwork: Openwork = SOLID
) -> tuple[Saving, ...]:
    """Return what can be cut out of the middle of what, each piece once at most, the most paper first."""
    stack = sorted(blocks, key=lambda block: (block.role is not Role.BASE, block.level))
    found = sorted((*_inlays(stack, papers, openwork), *_nests(stack, papers, openwork)), key=lambda one: -one.area)
    kept: list[Saving] = []
    for saving in found:
        # A hole takes one piece, and a piece comes out of one hole; out of that piece another may come.
        if all(one.block != saving.block and one.inner != saving.inner for one in kept):
            kept.append(saving)
    return tuple(kept)


def _inlays(stack: Sequence[Block], papers: Mapping[str, PaperSideOf], openwork: Openwork) -> Iterator[Saving]:
    for place, outer in enumerate(stack):
        if not _is_straight(outer, openwork) or outer.id not in papers:
            continue
        for above, inner in enumerate(stack[place + 1 :], place + 1):
            if not _is_straight(inner, openwork) or inner.id not in papers:
                continue
            one, other = papers[outer.id], papers[inner.id]
            opening = Inset(inner.x - outer.x, inner.y - outer.y, inner.size)
            if one.paper == other.paper and one.side is not other.side and _has_bands(opening, outer):
                between = [block for block in stack[place + 1 : above] if _share(block, inner)]
                if not between:
                    yield Saving(outer.id, SavingKind.INLAY, opening, (), 4, opening.area, inner.id)


def _is_straight(block: Block, openwork: Openwork) -> bool:
    solid = block.id not in openwork.sheer and block.id not in openwork.holes
    return block.role in CUT_FROM_PAPER and block.shape is Shape.RECT and not block.turn and solid


def _has_bands(opening: Inset, outer: Block) -> bool:
    """Tell whether enough of the outer piece is left all round."""
    low = min(opening.x, opening.y)
    high = min(outer.width - opening.right, outer.height - opening.bottom)
    return min(low, high) >= LEAST_BAND


def _share(one: Block, other: Block) -> bool:
    return bool(outline_on_page(one).intersection(outline_on_page(other)).area > 0)


def _nests(stack: Sequence[Block], papers: Mapping[str, PaperSideOf], openwork: Openwork) -> Iterator[Saving]:
    for place, outer in enumerate(stack):
        if outer.shape not in _BY_HAND or outer.id not in papers or outer.id in openwork.sheer:
            continue
        alike = [one for one in stack[place + 1 :] if papers.get(one.id) == papers[outer.id] and one.shape in _BY_HAND]
        if not alike:
            continue
        hidden = shapely.buffer(hidden_of(outer, stack, openwork.sheer, openwork.holes), -LEAST_LIP)
        room = hidden.intersection(shapely.buffer(outline_on_page(outer), -LEAST_BAND))
        for inner in alike:
            outline = outline_on_page(inner)
            if not room.is_empty and room.covers(outline):
                area = inner.width * inner.height
                yield Saving(outer.id, SavingKind.NEST, None, (), 0, area, inner.id)
