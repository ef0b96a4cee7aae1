"""What need not be cut from good paper, because nobody will see it.

*Gutting*: the hidden middle of a piece is cut out and goes on as paper for others;
the hole is smaller than what covers it by a *lip* on every side. *Cut short*: a strip
or panel that runs right under others becomes one or more pieces that reach a lip under
the cover. *Joined*: where it is hidden for too short a length to save anything, it can
still be joined from two scraps. *Spare*: a piece nobody sees at all may be any spare
sheet. Lips and what is worth the trouble are common practice, no source.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from enum import Enum
from typing import Final

from inkquilt.lengths import INCH, Grains, Unit, with_unit
from inkquilt.paper.openings import Inset
from inkquilt.paper.visible import Bounds, hidden_of, is_all_hidden, largest_hidden, visible_parts
from inkquilt.sketch.geometry import Axis, Box, Ends
from inkquilt.sketch.model import CUT_FROM_PAPER, Block, Role, Shape, Size

USUAL_LIP: Final[Grains] = INCH // 4
#: A lip is at least this, so that no rounding shows a gap.
LEAST_LIP: Final[Grains] = INCH // 16
#: Two joined pieces overlap by at least this, and each ends at least so far under the cover.
LEAST_OVERLAP: Final[Grains] = INCH // 16
#: A frame narrower than this tears.
LEAST_BAND: Final[Grains] = INCH // 2
#: What is saved is at least so long both ways.
LEAST_SAVED: Final[Grains] = INCH


class SavingKind(Enum):
    """The ways to save paper."""

    GUT = "gut"
    SHORT = "short"
    JOIN = "join"
    SPARE = "spare"
    INLAY = "inlay"
    NEST = "nest"


@dataclass(frozen=True, slots=True)
class Saving:
    """One way to save paper on one piece.

    ``opening`` is what is cut out of it; ``parts`` are the pieces that are cut instead of
    one; ``cuts`` is how many cuts more it takes; ``area`` is saved, in square grains. A spare
    and a join are told without a number. ``inner`` is the piece that is cut out of it
    (``nestings``).
    """

    block: str
    kind: SavingKind
    opening: Inset | None
    parts: tuple[Inset, ...]
    cuts: int
    area: int = 0
    inner: str | None = None


@dataclass(frozen=True, slots=True)
class Openwork:
    """What does not hide all it covers: ``sheer`` blocks hide nothing; ``holes`` are open places of others."""

    sheer: frozenset[str] = frozenset()
    holes: Mapping[str, tuple[Inset, ...]] = field(default_factory=dict)


SOLID: Final = Openwork()


def savings_of(
    blocks: Sequence[Block], grid: Grains, lip: Grains = USUAL_LIP, openwork: Openwork = SOLID
) -> tuple[Saving, ...]:
    """Return what could be saved on a page, at most one way for each piece, the most first.

    ``lip`` is raised to ``LEAST_LIP``. Only whole rectangles that lie straight and are no
    openwork themselves are looked at; openings and ends lie on the grid as counted from the
    piece's edges.
    """
    lip = max(lip, LEAST_LIP)
    found = [saving for block in blocks if (saving := _saving(block, blocks, grid, lip, openwork)) is not None]
    return tuple(sorted(found, key=lambda saving: -saving.area))


def _saving(block: Block, blocks: Sequence[Block], grid: Grains, lip: Grains, openwork: Openwork) -> Saving | None:
    if block.role not in CUT_FROM_PAPER or block.shape is not Shape.RECT or block.turn:
        return None
    if block.id in openwork.sheer or block.id in openwork.holes:
        return None
    hidden = hidden_of(block, blocks, openwork.sheer, openwork.holes)
    if is_all_hidden(block, hidden):
        return Saving(block.id, SavingKind.SPARE, None, (), 0)
    box = largest_hidden(block, hidden)
    if box is None:
        return None
    options = [_gutted(block, box, grid, lip)]
    joined = None
    if block.role is not Role.BASE:  # everything is stuck to the base: it stays in one piece
        shown = visible_parts(block, hidden)
        options.append(_short(block, shown, grid, lip))
        joined = _joined(block, shown, grid)
    return max((option for option in options if option is not None), key=lambda o: o.area, default=joined)


# -- pieces instead of one ---------------------------------------------------------------


def _short(block: Block, shown: Sequence[Bounds], grid: Grains, lip: Grains) -> Saving | None:
    """Return the pieces that show, each reaching a lip under what covers the rest."""
    parts = _merged([_reaching(block.size, bounds, grid, lip) for bounds in shown])
    area = block.width * block.height - sum(part.area for part in parts)
    if not parts or not _is_worth_it(block.size, parts, area):
        return None
    return Saving(block.id, SavingKind.SHORT, None, tuple(parts), len(parts) - 1, area)


def _is_worth_it(piece: Size, parts: Sequence[Inset], area: int) -> bool:
    """Tell whether at least an inch of the piece's whole breadth is saved."""
    if parts == [Inset(0, 0, piece)]:
        return False
    return area >= LEAST_SAVED * min(piece.width, piece.height)


def _reaching(piece: Size, shown: Bounds, grid: Grains, lip: Grains) -> Inset:
    """Return what is cut for a part that shows: a lip more on each side that is not the piece's edge, on the grid."""
    left, right = _outward(shown.left, shown.right, piece.width, grid, lip)
    top, bottom = _outward(shown.top, shown.bottom, piece.height, grid, lip)
    return Inset(left, top, Size(right - left, bottom - top))


def _outward(low: Grains, high: Grains, length: Grains, grid: Grains, lip: Grains) -> tuple[Grains, Grains]:
    start, end = max(0, low - lip), min(length, high + lip)
    if end < length:
        end = min(length, -(-end // grid) * grid)
    if start == 0 or end < length:
        return start // grid * grid, end
    # One that ends at the far edge is counted from there, so that its length is on the grid.
    return max(0, length - -(-(length - start) // grid) * grid), end


def _merged(parts: list[Inset]) -> list[Inset]:
    """Return the parts with those that share an area made one, from left to right."""
    left = list(parts)
    done: list[Inset] = []
    while left:
        part = left.pop()
        clash = next((one for one in (*left, *done) if one.overlaps(part)), None)
        if clash is None:
            done.append(part)
            continue
        (left if clash in left else done).remove(clash)
        x, y = min(part.x, clash.x), min(part.y, clash.y)
        size = Size(max(part.right, clash.right) - x, max(part.bottom, clash.bottom) - y)
        left.append(Inset(x, y, size))
    return sorted(done, key=lambda part: (part.x, part.y))


def _joined(block: Block, shown: Sequence[Bounds], grid: Grains) -> Saving | None:
    """Return two pieces that overlap where the piece is hidden over its whole breadth, along its longer side."""
    axis = Axis.X if block.width >= block.height else Axis.Y
    length = block.width if axis is Axis.X else block.height
    spans = sorted((b.left, b.right) if axis is Axis.X else (b.top, b.bottom) for b in shown)
    best: tuple[Grains, Grains] | None = None
    reach = 0
    for low, high in spans:
        if low - reach >= 3 * LEAST_OVERLAP and reach > 0:
            join = _overlap(Ends(reach, low), length, grid)
            if join is not None and (best is None or _evenness(join, length) < _evenness(best, length)):
                best = join
        reach = max(reach, high)
    if best is None:
        return None
    end, start = best
    first, second = (Size(end, block.height), Size(length - start, block.height))
    places = (Inset(0, 0, first), Inset(start, 0, second))
    if axis is Axis.Y:
        first, second = Size(block.width, end), Size(block.width, length - start)
        places = (Inset(0, 0, first), Inset(0, start, second))
    return Saving(block.id, SavingKind.JOIN, None, places, 1)


def _overlap(hidden: Ends, length: Grains, grid: Grains) -> tuple[Grains, Grains] | None:
    """Return where the first piece ends and the second begins, both a little under the cover, on the grid if it can.

    The overlap is a lip where there is room, never less than ``LEAST_OVERLAP``.
    """
    low, high = hidden.low + LEAST_OVERLAP, hidden.high - LEAST_OVERLAP
    for step in (grid, LEAST_OVERLAP):
        end = high // step * step
        start = length - (length - low) // step * step
        while end - step - start >= USUAL_LIP:
            end -= step
        if end - start >= LEAST_OVERLAP and start >= low:
            return end, start
    return None


def _evenness(join: tuple[Grains, Grains], length: Grains) -> Grains:
    return abs(length - sum(join))


# -- a hole in it --------------------------------------------------------------------------


def _gutted(block: Block, box: Box, grid: Grains, lip: Grains) -> Saving | None:
    across = _inward(box.x, block.x, block.width, grid, lip)
    down = _inward(box.y, block.y, block.height, grid, lip)
    if min(across.length, down.length) < LEAST_SAVED:
        return None
    opening = Inset(across.low - block.x, down.low - block.y, Size(across.length, down.length))
    return Saving(block.id, SavingKind.GUT, opening, (Inset(0, 0, block.size),), 4, opening.area)


def _inward(hidden: Ends, start: Grains, length: Grains, grid: Grains, lip: Grains) -> Ends:
    """Return where an opening may begin and end: a lip inside what hides it, on the grid from the piece's edges."""
    low, high = hidden.low + lip - start, start + length - hidden.high + lip
    low, high = (max(LEAST_BAND, -(-side // grid) * grid) for side in (low, high))
    return Ends(start + low, start + length - high)


def saving_words(saving: Saving, unit: Unit) -> str:
    """Say what a saving does, saves and costs."""
    if saving.kind is SavingKind.SPARE:
        return "Nothing of it shows: any spare sheet will do."
    if saving.kind is SavingKind.INLAY and saving.opening is not None:
        return (
            f"Cut its middle out, {_size_words(saving.opening.size, unit)}, and turn that over: it is the piece that "
            "lies there. Lay both on a carrier, edge to edge; a hairline may show."
        )
    if saving.kind is SavingKind.NEST:
        return "Cut the smaller one out of its hidden middle: one piece of paper gives both."
    if saving.opening is not None:
        gives = _size_words(saving.opening.size, unit)
        return f"Gut it: a middle of {gives} for other pieces, four cuts inside the sheet."
    parts = " and ".join(_size_words(part.size, unit) for part in saving.parts)
    if saving.kind is SavingKind.JOIN:
        return f"Join it from {parts}: they overlap where it is hidden, so two scraps will do; one cut more."
    if len(saving.parts) == 1:
        return f"Cut it short: {parts} is all that shows, no cut more."
    cuts = "one cut" if saving.cuts == 1 else f"{saving.cuts} cuts"
    return f"{_COUNTS.get(len(saving.parts), len(saving.parts))} pieces instead of one: {parts}; {cuts} more."


_COUNTS: Final = {2: "Two", 3: "Three", 4: "Four", 5: "Five", 6: "Six"}


def _size_words(size: Size, unit: Unit) -> str:
    return f"{with_unit(size.width, unit)} × {with_unit(size.height, unit)}"
