"""What need not be cut from good paper, because nobody will see it.

*Gutting*: the hidden middle of a piece is cut out and goes on as paper for others;
the hole is smaller than what covers it by a *lip* on every side. *Cut short*: a strip
or panel that runs right under others becomes one or two pieces that reach a lip under
the cover. *Spare*: a piece nobody sees at all may be any spare sheet. Lips and what
is worth the trouble are common practice, no source.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from enum import Enum
from typing import Final

from inkquilt.lengths import INCH, Grains, Unit, with_unit
from inkquilt.paper.pieces import CUT_FROM_PAPER
from inkquilt.paper.visible import hidden_of, is_all_hidden, largest_hidden
from inkquilt.sketch.geometry import Axis, Box, Ends
from inkquilt.sketch.model import Block, Role, Shape, Size

USUAL_LIP: Final[Grains] = INCH // 4
#: A lip is at least this, so that no rounding shows a gap.
LEAST_LIP: Final[Grains] = INCH // 16
#: A frame narrower than this tears.
LEAST_BAND: Final[Grains] = INCH // 2
#: What is saved is at least so long both ways.
LEAST_SAVED: Final[Grains] = INCH


class SavingKind(Enum):
    """The ways to save paper."""

    GUT = "gut"
    SHORT = "short"
    SPARE = "spare"


@dataclass(frozen=True, slots=True)
class Opening:
    """A hole in a piece or between its two ends, from the piece's own top left corner."""

    x: Grains
    y: Grains
    size: Size


@dataclass(frozen=True, slots=True)
class Saving:
    """One way to save paper on one piece.

    ``opening`` is what need not be there, None for a spare; ``parts`` are the pieces that
    are cut instead of one; ``cuts`` is how many cuts more it takes.
    """

    block: str
    kind: SavingKind
    opening: Opening | None
    parts: tuple[Size, ...]
    cuts: int

    @property
    def area(self) -> int:
        """Area saved, in square grains; a spare is told without a number."""
        return self.opening.size.width * self.opening.size.height if self.opening else 0


def savings_of(
    blocks: Sequence[Block], grid: Grains, lip: Grains = USUAL_LIP, sheer: frozenset[str] = frozenset()
) -> tuple[Saving, ...]:
    """Return what could be saved on a page, at most one way for each piece, the most first.

    ``lip`` is raised to ``LEAST_LIP``. Only whole rectangles that lie straight are looked
    at; openings lie on the grid as counted from the piece's edges.
    """
    lip = max(lip, LEAST_LIP)
    found = [saving for block in blocks if (saving := _saving(block, blocks, grid, lip, sheer)) is not None]
    return tuple(sorted(found, key=lambda saving: -saving.area))


def _saving(block: Block, blocks: Sequence[Block], grid: Grains, lip: Grains, sheer: frozenset[str]) -> Saving | None:
    if block.role not in CUT_FROM_PAPER or block.shape is not Shape.RECT or block.turn or block.id in sheer:
        return None
    hidden = hidden_of(block, blocks, sheer)
    if is_all_hidden(block, hidden):
        return Saving(block.id, SavingKind.SPARE, None, (), 0)
    box = largest_hidden(block, hidden)
    if box is None:
        return None
    options = [_gutted(block, box, grid, lip)]
    if block.role is not Role.BASE:  # everything is stuck to the base: it stays in one piece
        options += [_short(block, box, axis, grid, lip) for axis in Axis]
    return max((option for option in options if option is not None), key=lambda o: o.area, default=None)


def _short(block: Block, box: Box, axis: Axis, grid: Grains, lip: Grains) -> Saving | None:
    """Return the piece cut short along an axis, where it is hidden over its whole breadth."""
    across = box.along(axis.other)
    start, length = (block.x, block.width) if axis is Axis.X else (block.y, block.height)
    whole, breadth = (block.y, block.height) if axis is Axis.X else (block.x, block.width)
    if across.low > whole or across.high < whole + breadth:
        return None
    ends = _inward(box.along(axis), start, length, grid, lip, at_edges=True)
    if ends.length < LEAST_SAVED:
        return None
    low, high = ends.low - start, start + length - ends.high
    parts = tuple(Size(part, breadth) if axis is Axis.X else Size(breadth, part) for part in (low, high) if part > 0)
    opening = (
        Opening(ends.low - start, 0, Size(ends.length, breadth))
        if axis is Axis.X
        else Opening(0, ends.low - start, Size(breadth, ends.length))
    )
    return Saving(block.id, SavingKind.SHORT, opening, parts, len(parts) - 1) if parts else None


def _gutted(block: Block, box: Box, grid: Grains, lip: Grains) -> Saving | None:
    across = _inward(box.x, block.x, block.width, grid, lip)
    down = _inward(box.y, block.y, block.height, grid, lip)
    if min(across.length, down.length) < LEAST_SAVED:
        return None
    opening = Opening(across.low - block.x, down.low - block.y, Size(across.length, down.length))
    return Saving(block.id, SavingKind.GUT, opening, (block.size,), 4)


def _inward(hidden: Ends, start: Grains, length: Grains, grid: Grains, lip: Grains, at_edges: bool = False) -> Ends:
    """Return where an opening may begin and end: a lip inside what hides it, on the grid from the piece's edges.

    With ``at_edges`` it may reach the piece's own edge, else a band stays there.
    """
    low, high = hidden.low + lip - start, start + length - hidden.high + lip
    low, high = (-(-side // grid) * grid for side in (low, high))
    if at_edges:
        low = 0 if hidden.low <= start else low
        high = 0 if hidden.high >= start + length else high
    else:
        low, high = max(low, LEAST_BAND), max(high, LEAST_BAND)
    return Ends(start + low, start + length - high)


def saving_words(saving: Saving, unit: Unit) -> str:
    """Say what a saving does, saves and costs."""
    if saving.opening is None:
        return "Nothing of it shows: any spare sheet will do."
    size = saving.opening.size
    gives = f"{with_unit(size.width, unit)} × {with_unit(size.height, unit)}"
    if saving.kind is SavingKind.GUT:
        return f"Gut it: a middle of {gives} for other pieces, four cuts inside the sheet."
    if len(saving.parts) == 1:
        return f"Cut it short: {gives} less, no cut more."
    return f"Two ends instead of one length: {gives} less, one cut more."
