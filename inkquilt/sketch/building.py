"""Pieces laid on a page by themselves or beside others: where they come to lie, how large, on what layer.

Usual sizes, and on which side one more of a piece is laid first, are common practice, no source.
"""

from __future__ import annotations

from collections.abc import Collection, Iterator, Sequence
from dataclasses import replace
from enum import Enum
from fractions import Fraction
from itertools import count
from typing import Final, NamedTuple

from inkquilt.errors import refuse
from inkquilt.lengths import Grains, with_unit
from inkquilt.page import Page
from inkquilt.sketch.geometry import Box, Ends, box
from inkquilt.sketch.model import FULL_TURN, MOST_BLOCKS, Block, Role, Shape, Size
from inkquilt.sketch.naming import next_name
from inkquilt.sketch.relations import Reveals, stack_roots
from inkquilt.sketch.room import ROOM, emptiest

#: Parts of the page's width and height that a piece takes when nothing else is said.
_PARTS: Final = {
    **ROOM,
    Role.PAPER: (Fraction(1, 3), Fraction(1, 3)),
    Role.STRIP: (Fraction(1), Fraction(1, 12)),
    Role.BORDER: (Fraction(1), Fraction(1, 24)),
    Role.PHOTO: (Fraction(1, 4), Fraction(1, 3)),
}
#: What a layer can be laid behind.
LAYERED: Final = frozenset(
    {Role.PHOTO, Role.TITLE, Role.JOURNALING, Role.PAPER, Role.TAG, Role.MAT, Role.STRIP, Role.BORDER}
)
#: What can be laid by itself; a mat belongs to something.
LAID: Final = frozenset(_PARTS)
#: Papers lie beneath these, and may run off the page; these may not.
PAPERS: Final = frozenset({Role.BASE, Role.PAPER, Role.STRIP, Role.BORDER})
#: A piece is tilted by no more than this, in hundredths of a degree.
MOST_TILT: Final = 4_500


class Beside(Enum):
    """Where one more of a piece is laid."""

    RIGHT = "right"
    LEFT = "left"
    BELOW = "below"
    ABOVE = "above"


#: One step that way, across and down.
STEPS: Final = {Beside.RIGHT: (1, 0), Beside.LEFT: (-1, 0), Beside.BELOW: (0, 1), Beside.ABOVE: (0, -1)}


def usual_size(role: Role, page: Page, grid: Grains) -> Size:
    """Return the size a piece is laid in when none is said; a cluster's place is round."""
    wide, high = _PARTS[role]
    width = page.width if wide == 1 else _to_grid(page.width * wide, grid)
    size = Size(width, _to_grid(page.height * high, grid))
    side = min(size.width, size.height)
    return Size(side, side) if role is Role.CLUSTER else size


def _to_grid(length: Fraction, grid: Grains) -> Grains:
    return max(1, round(length / grid)) * grid


def refuse_full(blocks: Sequence[Block], more: int = 1) -> None:
    """Raise ``BadInput`` when so many more would be too many."""
    if len(blocks) + more > MOST_BLOCKS:
        raise refuse("too-many", f"A page has {MOST_BLOCKS} pieces at most: remove some first.")


def new_piece(blocks: Sequence[Block], role: Role, shape: Shape, size: Size, letters: Collection[str] = ()) -> Block:
    """Return a piece that is none of these yet, with a name of its own and a paper that none is of, on its layer.

    ``letters`` are those of papers that are no block's own.
    """
    names = {block.id for block in blocks}
    name = next(one for number in count(1) if (one := f"{role.value}-{number}") not in names)
    paper = free_letter(blocks, letters) if role in PAPERS or role is Role.TAG else None
    return Block(
        name,
        role,
        shape,
        0,
        0,
        size.width,
        size.height,
        level=layer_for(blocks, role),
        paper=paper,
        label=next_name(role, blocks),
    )


def free_letter(blocks: Sequence[Block], taken: Collection[str] = ()) -> str:
    """Return the first paper letter that no piece has, and is not ``taken`` otherwise."""
    taken = {*taken, *(block.paper for block in blocks if block.paper)}
    letters = (chr(code) for code in range(ord("A"), ord("Z") + 1))
    return next((letter for letter in letters if letter not in taken), f"paper {len(taken)}")


def layer_for(blocks: Sequence[Block], role: Role) -> int:
    """Return the layer of a new piece: a paper right under photos and words, anything else on top of all."""
    if role not in PAPERS:
        return max((block.level for block in blocks), default=0) + 1
    lowest = min((block.level for block in blocks if block.role not in PAPERS), default=None)
    beneath = [block.level for block in blocks if block.role in PAPERS and (lowest is None or block.level < lowest)]
    return max(beneath, default=0 if lowest is None else lowest - 1)


# -- where -----------------------------------------------------------------------------------


def areas_for(role: Role, page: Page, grid: Grains) -> Iterator[Box]:
    """Yield where a piece may lie: the whole page for papers, within the margins and off the gap for all else."""
    if role in PAPERS:
        yield Box(Ends(0, page.width), Ends(0, page.height))
        return
    clear = page.clear
    down = Ends(-(-clear.top // grid) * grid, page.height - clear.bottom)
    left, right = -(-clear.left // grid) * grid, page.width - clear.right
    if page.fold is None:
        yield Box(Ends(left, right), down)
    else:
        yield Box(Ends(left, page.fold.at), down)
        yield Box(Ends(-(-page.fold.end // grid) * grid, right), down)


def in_emptiest(piece: Block, blocks: Sequence[Block], page: Page, grid: Grains) -> Block:
    """Return a piece where it covers least. Raises ``BadInput`` where the page has no room for its size at all."""
    found: list[tuple[int, Block]] = []
    for area in areas_for(piece.role, page, grid):
        if piece.width > area.x.length or piece.height > area.y.length:
            continue
        moved = tuple(one.placed(one.x - area.x.low, one.y - area.y.low, one.size) for one in blocks)
        x, y = emptiest(Size(area.x.length, area.y.length), moved, piece.size, grid)
        placed = piece.placed(x + area.x.low, y + area.y.low, piece.size)
        found.append((_covered(placed, blocks), placed))
    if not found:
        raise _too_large(piece, page)
    return min(found, key=lambda one: one[0])[1]


def _too_large(piece: Block, page: Page) -> Exception:
    unit = page.unit
    size = f"{with_unit(piece.width, unit)} × {with_unit(piece.height, unit)}"
    return refuse("too-large", f"A piece of {size} has no room on this page: a smaller one would do.", "width")


def _covered(piece: Block, blocks: Sequence[Block]) -> int:
    """Return how much of photos, words and clusters a piece lies over, or under, in square grains."""
    one = box(piece)
    return sum(
        max(0, min(one.x.high, b.x.high) - max(one.x.low, b.x.low))
        * max(0, min(one.y.high, b.y.high) - max(one.y.low, b.y.low))
        for b in (box(block) for block in blocks if block.role not in PAPERS)
    )


def held_on(piece: Block, page: Page, grid: Grains) -> tuple[Grains, Grains]:
    """Return by how much a piece has to move to lie where it may. Raises ``BadInput`` when it is too large for that."""
    lies = box(piece)
    moves = []
    for area in areas_for(piece.role, page, grid):
        if lies.x.length <= area.x.length and lies.y.length <= area.y.length:
            moves.append((_into(lies.x, area.x, grid), _into(lies.y, area.y, grid)))
    if not moves:
        raise _too_large(piece, page)
    return min(moves, key=lambda move: abs(move[0]) + abs(move[1]))


def cut_to(piece: Block, page: Page) -> Block:
    """Return what of a straight paper lies on the page, which it then runs off; anything else as it is.

    Raises ``BadInput`` when nothing of it would.
    """
    if piece.role not in PAPERS or piece.shape is not Shape.RECT or piece.turn:
        return piece
    left, top = max(0, piece.x), max(0, piece.y)
    right, foot = min(page.width, piece.x + piece.width), min(page.height, piece.y + piece.height)
    if right <= left or foot <= top:
        raise refuse("off-page", f"{piece.name} would lie beside the page.", "at_x")
    return piece.placed(left, top, Size(right - left, foot - top))


def _into(lies: Ends, area: Ends, grid: Grains) -> Grains:
    """Return the least move, in whole marks where there is room, that brings one stretch into another."""
    if lies.low < area.low:
        by = -(-(area.low - lies.low) // grid) * grid
        return by if lies.high + by <= area.high else area.low - lies.low
    if lies.high > area.high:
        by = -(-(lies.high - area.high) // grid) * grid
        return -by if lies.low - by >= area.low else area.high - lies.high
    return 0


# -- stacks ----------------------------------------------------------------------------------


def stack_of(blocks: Sequence[Block], block_id: str) -> tuple[Block, ...]:
    """Return a piece with all that moves with it: its mats and what lies on them, from the outermost inwards."""
    roots = stack_roots(blocks)
    members = [block for block in blocks if roots[block.id] == roots[block_id]]
    return tuple(sorted(members, key=lambda block: block.id != roots[block_id]))


def moved(members: Sequence[Block], across: Grains, down: Grains) -> tuple[Block, ...]:
    """Return pieces moved together."""
    return tuple(block.placed(block.x + across, block.y + down, block.size) for block in members)


def copied(blocks: Sequence[Block], members: Sequence[Block]) -> tuple[Block, ...]:
    """Return one more of a stack, right where it lies; its pieces have names of their own."""
    taken = {block.id for block in blocks}
    names: dict[str, str] = {}
    for block in members:
        stem = block.id.rstrip("0123456789").rstrip("-") or block.id
        names[block.id] = next(one for number in count(2) if (one := f"{stem}-{number}") not in taken)
        taken.add(names[block.id])
    return tuple(
        replace(
            block, id=names[block.id], of=tuple(names.get(piece, piece) for piece in block.of),
            label=_again(block.label, blocks), min_size=block.min_size,
        )
        for block in members
    )  # fmt: skip


def _again(label: str | None, blocks: Sequence[Block]) -> str | None:
    """Return a label with the next free number, where the piece has one."""
    if label is None:
        return None
    stem = label.rstrip("0123456789").rstrip()
    taken = {block.label for block in blocks}
    return next(one for number in count(2) if (one := f"{stem} {number}") not in taken)


def beside(
    members: Sequence[Block], blocks: Sequence[Block], page: Page, grid: Grains, gap: Grains, side: Beside | None
) -> tuple[Block, ...]:
    """Return a stack moved to lie beside where it is: on the side that is asked, else on the first that is free.

    Where no side is free it goes where it covers least. Raises ``BadInput`` when the side asked for is off the page.
    """
    root = members[0]
    lies = box(root)
    for one in (side,) if side else tuple(Beside):
        across, down = STEPS[one]
        by_x, by_y = across * _step(lies.x.length + gap, grid), down * _step(lies.y.length + gap, grid)
        there = moved(members, by_x, by_y)
        if not _is_on(there[0], page, grid):
            continue
        if side or not _covered(there[0], blocks):
            return there
    if side:
        raise refuse("off-page", f"There is no room for one more {side.value} of it: the page ends there.", "side")
    placed = in_emptiest(root, blocks, page, grid)
    return moved(members, placed.x - root.x, placed.y - root.y)


class StepBeside(NamedTuple):
    """How far a stack is moved to lie on that side of another piece."""

    side: Beside
    across: Grains
    down: Grains


def steps_beside(
    blocks: Sequence[Block], block_id: str, other_id: str, page: Page, grid: Grains
) -> tuple[StepBeside, ...]:
    """Return the ways to move a piece, with what lies behind it, wholly beside another one, the shortest first.

    A mark lies between the two; only where it stays on the page and covers nothing that lies there.
    """
    members = stack_of(blocks, block_id)
    others = [block for block in blocks if block not in members]
    lies, over = box(members[0]), box(next(block for block in blocks if block.id == other_id))
    ways = (
        StepBeside(Beside.RIGHT, _step(over.x.high + grid - lies.x.low, grid), 0),
        StepBeside(Beside.LEFT, -_step(lies.x.high + grid - over.x.low, grid), 0),
        StepBeside(Beside.BELOW, 0, _step(over.y.high + grid - lies.y.low, grid)),
        StepBeside(Beside.ABOVE, 0, -_step(lies.y.high + grid - over.y.low, grid)),
    )
    free = []
    for way in ways:
        (there, *_) = moved(members, way.across, way.down)
        if _is_on(there, page, grid) and not _covered(there, others):
            free.append(way)
    return tuple(sorted(free, key=lambda way: abs(way.across) + abs(way.down)))


def strip_beside(
    strip: Block, root: Block, blocks: Sequence[Block], page: Page, grid: Grains, gap: Grains, side: Beside | None
) -> Block:
    """Return a strip along a side of a piece, as long as that and as broad as it was: on the side that is asked,
    else on the first that is free, else on the first that is on the page.

    Raises ``BadInput`` when the page ends there.
    """
    found = [
        placed for one in ((side,) if side else tuple(Beside)) if (placed := _along(strip, root, page, grid, gap, one))
    ]
    if not found:
        where = (
            f"{side.value} of it" if side in (Beside.LEFT, Beside.RIGHT) else f"{side.value} it" if side else "there"
        )
        raise refuse("off-page", f"There is no room for a strip {where}: the page ends there.", "side")
    return next((one for one in found if not _covered(one, blocks)), found[0])


def _along(strip: Block, root: Block, page: Page, grid: Grains, gap: Grains, side: Beside) -> Block | None:
    lies, breadth = box(root), min(strip.width, strip.height)
    upright = side in (Beside.LEFT, Beside.RIGHT)
    size = Size(breadth, lies.y.length) if upright else Size(lies.x.length, breadth)
    x, y = lies.x.low, lies.y.low
    match side:
        case Beside.RIGHT:
            x = _step(lies.x.high + gap, grid)
        case Beside.LEFT:
            x = (lies.x.low - gap) // grid * grid - breadth
        case Beside.BELOW:
            y = _step(lies.y.high + gap, grid)
        case Beside.ABOVE:
            y = (lies.y.low - gap) // grid * grid - breadth
    placed = strip.placed(x, y, size)
    reaches = Size(x + size.width, y + size.height)
    is_on = x >= 0 and y >= 0 and reaches.width <= page.width and reaches.height <= page.height
    return placed if is_on else None


def layer_under(strip: Block, reveal: Reveals, layer: Block, page: Page) -> Block:
    """Return a paper under a strip that shows by so much on each side; what is beside the page is cut off."""
    size = Size(strip.width + reveal.left + reveal.right, strip.height + reveal.top + reveal.bottom)
    under = replace(layer, shape=strip.shape, turn=strip.turn, level=strip.level, end=strip.end)
    return cut_to(under.placed(strip.x - reveal.left, strip.y - reveal.top, size), page)


def _step(length: Grains, grid: Grains) -> Grains:
    return -(-length // grid) * grid


def _is_on(piece: Block, page: Page, grid: Grains) -> bool:
    lies = box(piece)
    return any(
        area.x.low <= lies.x.low
        and lies.x.high <= area.x.high
        and area.y.low <= lies.y.low
        and lies.y.high <= area.y.high
        for area in areas_for(piece.role, page, grid)
    )


def may_lean(block: Block) -> bool:
    """Tell whether a piece can lean at all."""
    return block.shape is not Shape.CIRCLE and block.role is not Role.BASE


def tilted(members: Sequence[Block], turn: int) -> tuple[Block, ...]:
    """Return a stack leaning by so much (hundredths of a degree clockwise), each piece about its own middle.

    Raises ``BadInput`` for pieces that do not lean: circles, more than half a quarter, mats that show unevenly.
    """
    if abs(turn) > MOST_TILT:
        raise refuse("tilt", f"A piece leans by {MOST_TILT // 100}° at most.", "degrees")
    root = members[0]
    for block in members:
        if not may_lean(block):
            raise refuse("tilt", f"{block.name} has no lean.", "block")
        if turn and (2 * block.x + block.width, 2 * block.y + block.height) != (
            2 * root.x + root.width,
            2 * root.y + root.height,
        ):
            raise refuse("tilt", "A mat that shows more on one side does not lean with its photo.", "block")
    return tuple(replace(block, turn=turn % FULL_TURN) for block in members)
