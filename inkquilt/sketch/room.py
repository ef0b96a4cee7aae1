"""Keeping room on a page for something the sketch does not have: a cluster, a title, words, a tag.

The room is found where least lies on the page now, and becomes a piece of the
sketch, so that every way to fit keeps it.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from fractions import Fraction
from typing import Final

from inkquilt.errors import BadInput, Fault
from inkquilt.lengths import Grains
from inkquilt.sketch.geometry import box
from inkquilt.sketch.model import MOST_BLOCKS, Block, Role, Shape, Size, Sketch
from inkquilt.sketch.transform import mirrored, oriented, turned

#: Parts of the page's width and height that room for a thing takes. Common practice, no source.
ROOM: Final = {
    Role.CLUSTER: (Fraction(1, 7), Fraction(1, 7)),
    Role.TITLE: (Fraction(1, 2), Fraction(1, 9)),
    Role.JOURNALING: (Fraction(1, 3), Fraction(1, 6)),
    Role.TAG: (Fraction(1, 6), Fraction(1, 9)),
}
#: Places are tried at so many steps across and down.
_TRIED: Final = 48
#: What lies on a page and would be covered.
_IN_THE_WAY: Final = frozenset({Role.PHOTO, Role.MAT, Role.TITLE, Role.JOURNALING, Role.TAG, Role.CLUSTER})


def with_room(
    sketch: Sketch, turn: int, mirror: bool, page: Size, blocks: tuple[Block, ...], role: Role, grid: Grains
) -> tuple[Sketch, str]:
    """Return the sketch with room for a thing, and the new block's name.

    ``blocks`` are what lies on the ``page`` now, which is the sketch turned and
    mirrored. Raises ``BadInput`` for a thing that needs no room of its own and for too
    many pieces.
    """
    if role not in ROOM:
        raise BadInput([Fault("role", "no-room", "Room is kept for a cluster, a title, words or a tag.")])
    if len(sketch.blocks) >= MOST_BLOCKS:
        raise BadInput([Fault(None, "too-many", f"A sketch has {MOST_BLOCKS} pieces at most.")])
    held = oriented(sketch, turn, mirror)
    across, down = Fraction(held.page.width, page.width), Fraction(held.page.height, page.height)
    size = _size(role, page, grid)
    x, y = emptiest(page, blocks, size, grid)
    drawn = Size(round(size.width * across), round(size.height * down))
    if role is Role.CLUSTER:
        side = min(drawn.width, drawn.height)
        drawn = Size(side, side)
    name = sketch.free_id("room")
    shape = Shape.CIRCLE if role is Role.CLUSTER else Shape.RECT
    level = max(block.level for block in sketch.blocks) + 1
    label = f"room for {'words' if role is Role.JOURNALING else f'a {role.value}'}"
    block = Block(
        name, role, shape, round(x * across), round(y * down), drawn.width, drawn.height, level=level, label=label
    )
    wider = replace(held, blocks=(*held.blocks, block))
    return turned(mirrored(wider) if mirror else wider, -turn % 360), name


def _size(role: Role, page: Size, grid: Grains) -> Size:
    wide, high = ROOM[role]
    size = Size(_to_grid(page.width * wide, grid), _to_grid(page.height * high, grid))
    side = min(size.width, size.height)
    return Size(side, side) if role is Role.CLUSTER else size


def _to_grid(length: Fraction, grid: Grains) -> Grains:
    return max(1, round(length / grid)) * grid


def emptiest(page: Size, blocks: tuple[Block, ...], size: Size, grid: Grains) -> tuple[Grains, Grains]:
    """Return where a piece of a size covers least of what lies on a page; of equal places the lowest, then leftmost."""
    boxes = [box(block) for block in blocks if block.role in _IN_THE_WAY]

    def covered(x: Grains, y: Grains) -> Grains:
        return sum(
            max(0, min(x + size.width, b.x.high) - max(x, b.x.low))
            * max(0, min(y + size.height, b.y.high) - max(y, b.y.low))
            for b in boxes
        )

    places = ((x, y) for y in _steps(page.height - size.height, grid) for x in _steps(page.width - size.width, grid))
    return min(places, key=lambda place: (covered(*place), -place[1], place[0]))


def _steps(length: Grains, grid: Grains) -> Iterator[Grains]:
    step = max(grid, length // _TRIED // grid * grid)
    yield from range(0, max(1, length + 1), step)
