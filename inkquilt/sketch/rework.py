"""Two slots made one, one slot made two: changes to a sketch that a person may decide on."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from enum import Enum
from typing import Final

from inkquilt.lengths import INCH, Grains
from inkquilt.sketch.geometry import Axis, box, is_tilted
from inkquilt.sketch.model import MOST_BLOCKS, Block, Role, Shape, Size, Sketch

#: Slots further apart than this do not read as one place.
NEIGHBOURS: Final[Grains] = INCH
#: Between the halves of a slot that is split, when nothing else says how much.
SPLIT_GAP: Final[Grains] = INCH // 8
#: A slot with sides shorter than twice this is not split.
LEAST_HALF: Final[Grains] = INCH


class Rework(Enum):
    """What can be done to the slots of a sketch."""

    MERGE = "merge"
    SPLIT = "split"
    DROP = "drop"
    CARD = "card"


def mergeable(sketch: Sketch) -> Iterator[tuple[str, str]]:
    """Yield pairs of photo slots that lie side by side or one above the other and could be one."""
    photos = [b for b in sketch.blocks if b.role is Role.PHOTO and b.shape is Shape.RECT and not is_tilted(b)]
    for index, one in enumerate(photos):
        for two in photos[index + 1 :]:
            if any(_join(one, two, axis) for axis in Axis) and not _between(sketch, one, two):
                yield one.id, two.id


def _join(one: Block, two: Block, axis: Axis) -> bool:
    a, b = box(one).along(axis), box(two).along(axis)
    gap = max(b.low - a.high, a.low - b.high)
    c, d = box(one).along(axis.other), box(two).along(axis.other)
    shared = min(c.high, d.high) - max(c.low, d.low)
    return 0 <= gap <= NEIGHBOURS and 4 * shared >= 3 * max(c.length, d.length)


def _between(sketch: Sketch, one: Block, two: Block) -> bool:
    """Tell whether another photo or words lie in the box round both."""
    left, top = min(one.x, two.x), min(one.y, two.y)
    right = max(one.x + one.width, two.x + two.width)
    foot = max(one.y + one.height, two.y + two.height)
    return any(
        other.id not in (one.id, two.id)
        and other.role in (Role.PHOTO, Role.TITLE, Role.JOURNALING)
        and other.x < right
        and other.x + other.width > left
        and other.y < foot
        and other.y + other.height > top
        for other in sketch.blocks
    )


def merged(sketch: Sketch, first: str, second: str) -> Sketch:
    """Return the sketch with two slots made one that covers both; the second's own mats go with it.

    The first one's mats grow round the new slot with the reveals they had. Raises
    ``KeyError`` when a slot is not there.
    """
    one, two = sketch.block(first), sketch.block(second)
    left, top = min(one.x, two.x), min(one.y, two.y)
    right = max(one.x + one.width, two.x + two.width)
    foot = max(one.y + one.height, two.y + two.height)
    grown = one.placed(left, top, Size(right - left, foot - top))
    alone = sketch.without(frozenset({second}))
    by = (one.x - left, one.y - top, right - one.x - one.width, foot - one.y - one.height)
    stack = _mats_of(alone, first)

    def change(block: Block) -> Block:
        if block.id == first:
            return grown
        if block.id in stack:
            size = Size(block.width + by[0] + by[2], block.height + by[1] + by[3])
            return block.placed(block.x - by[0], block.y - by[1], size)
        return block

    return replace(alone, blocks=tuple(map(change, alone.blocks)))


def _mats_of(sketch: Sketch, piece: str) -> set[str]:
    mats: set[str] = set()
    while True:
        more = {b.id for b in sketch.blocks if len(b.of) == 1 and b.of[0] in {piece, *mats}} - mats
        if not more:
            return mats
        mats |= more


def splittable(sketch: Sketch) -> Iterator[str]:
    """Yield the slots large enough to hold two small photos."""
    for block in sketch.blocks:
        if block.role is Role.PHOTO and block.shape is Shape.RECT and not is_tilted(block):
            if max(block.width, block.height) >= 2 * LEAST_HALF + SPLIT_GAP and len(sketch.blocks) < MOST_BLOCKS:
                yield block.id


def split(sketch: Sketch, name: str) -> Sketch:
    """Return the sketch with a slot halved across its longer side; a mat behind it carries both halves."""
    block = sketch.block(name)
    across = block.width >= block.height
    length = block.width if across else block.height
    half = (length - SPLIT_GAP) // 2
    new = sketch.free_id(name, 2)
    label = f"{block.label}, second" if block.label else None
    if across:
        one = block.placed(block.x, block.y, Size(half, block.height))
        two = replace(block, id=new, label=label).placed(block.x + length - half, block.y, Size(half, block.height))
    else:
        one = block.placed(block.x, block.y, Size(block.width, half))
        two = replace(block, id=new, label=label).placed(block.x, block.y + length - half, Size(block.width, half))
    blocks: list[Block] = []
    for other in sketch.blocks:
        if other.id == name:
            blocks += [one, two]
        elif name in other.of:
            at = other.of.index(name)
            blocks.append(replace(other, of=(*other.of[: at + 1], new, *other.of[at + 1 :])))
        else:
            blocks.append(other)
    return replace(sketch, blocks=tuple(blocks))


def reworked(sketch: Sketch, rework: Rework, blocks: tuple[str, ...]) -> Sketch:
    """Return the sketch with it done. Raises ``KeyError`` for blocks it does not have."""
    match rework:
        case Rework.MERGE:
            return merged(sketch, *blocks)
        case Rework.SPLIT:
            return split(sketch, blocks[0])
        case _:
            return sketch.without(frozenset(blocks))
