"""A draft put right with one stroke: pieces swept together or away, a photo traced with its mat."""

from __future__ import annotations

from dataclasses import replace
from fractions import Fraction
from typing import Final

from inkquilt.errors import refuse
from inkquilt.lengths import Grains
from inkquilt.sketch.building import refuse_full
from inkquilt.sketch.draft import Draft
from inkquilt.sketch.geometry import Box, Ends, box
from inkquilt.sketch.model import Block, Role, Shape, Size
from inkquilt.sketch.redraw import removed
from inkquilt.sketch.tidy import MARK

#: A piece is swept when this part of it lies under the stroke.
_SWEPT: Final = 0.8


def swept_away(draft: Draft, stroke: Box) -> Draft:
    """Take out every piece under a stroke but the base. Raises ``BadInput`` where there is none."""
    for block in _under(draft, stroke):
        draft = removed(draft, block.id)
    return draft


def swept_together(draft: Draft, stroke: Box) -> Draft:
    """Make one piece of all under a stroke, as large as they are together and what the largest of them was.

    What was found in a photo is one photo. Raises ``BadInput`` where there are not two.
    """
    under = _under(draft, stroke)
    if len(under) < 2:
        raise refuse("nothing-together", "Sweep over two pieces or more: they become one.")
    boxes = [box(block) for block in under]
    largest = max(under, key=lambda block: block.width * block.height)
    left, top = min(one.x.low for one in boxes), min(one.y.low for one in boxes)
    size = Size(max(one.x.high for one in boxes) - left, max(one.y.high for one in boxes) - top)
    role = largest.role if largest.role is not Role.MAT else Role.PHOTO
    lowest = min(block.level for block in under)
    for block in under:
        if block.id != largest.id:
            draft = removed(draft, block.id)
    one = replace(largest, role=role, of=(), shape=Shape.RECT, turn=0, corners=(), level=lowest).placed(left, top, size)
    blocks = tuple(one if block.id == largest.id else block for block in draft.sketch.blocks)
    return Draft(replace(draft.sketch, blocks=blocks), draft.guessed | {one.id})


def _under(draft: Draft, stroke: Box) -> list[Block]:
    """Return the pieces that lie under a stroke for the most part; the base never does."""
    found = [
        block
        for block in draft.sketch.blocks
        if block.role is not Role.BASE and _shared(box(block), stroke) >= _SWEPT * _area(box(block))
    ]
    if not found:
        raise refuse("nothing-swept", "There is no piece under this stroke. Go over all of a piece to sweep it.")
    return found


def _area(one: Box) -> int:
    return one.x.length * one.y.length


def _shared(one: Box, other: Box) -> int:
    wide = min(one.x.high, other.x.high) - max(one.x.low, other.x.low)
    high = min(one.y.high, other.y.high) - max(one.y.low, other.y.low)
    return max(0, wide) * max(0, high)


def with_traced(draft: Draft, role: Role, piece: Box, mat: Box | None) -> Draft:
    """Lay what was traced on top of all, on the marks, with its mat right behind it. Raises ``BadInput``."""
    refuse_full(draft.sketch.blocks, 2 if mat else 1)
    mark = MARK[draft.sketch.unit]
    sketch = draft.sketch
    level = max((block.level for block in sketch.blocks), default=0) + 1
    name = sketch.free_id(role.value)
    piece = _on_marks(piece, mark)
    laid: tuple[Block, ...] = (_block(name, role, piece, level + 1),)
    if mat is not None:
        laid = (
            replace(_block(sketch.free_id("mat"), Role.MAT, _around(piece, mat, mark, sketch.page), level), of=(name,)),
            *laid,
        )
    return Draft(replace(sketch, blocks=(*sketch.blocks, *laid)), draft.guessed)


def _block(name: str, role: Role, where: Box, level: int) -> Block:
    return Block(name, role, Shape.RECT, where.x.low, where.y.low, where.x.length, where.y.length, level=level)


def _on_marks(one: Box, mark: Grains) -> Box:
    x, y = (Ends(round(end.low / mark) * mark, round(end.high / mark) * mark) for end in (one.x, one.y))
    return Box(Ends(x.low, max(x.high, x.low + mark)), Ends(y.low, max(y.high, y.low + mark)))


def _around(piece: Box, mat: Box, mark: Grains, page: Size) -> Box:
    """Return a mat that shows alike by the mean of where it was found to, one mark at least; it ends with the page."""
    shows = (piece.x.low - mat.x.low, mat.x.high - piece.x.high, piece.y.low - mat.y.low, mat.y.high - piece.y.high)
    shown = [show for show in shows if show > 0]
    reveal = max(1, round(Fraction(sum(shown), max(1, len(shown)) * mark))) * mark
    x, y = (
        Ends(max(0, end.low - reveal), min(whole, end.high + reveal))
        for end, whole in ((piece.x, page.width), (piece.y, page.height))
    )
    return Box(x, y)
