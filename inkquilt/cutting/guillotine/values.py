"""What a cut plan is made from and what comes out: pieces wanted, paper in hand, sheets with their cuts.

x runs to the right, y downward, from the top left corner of a sheet; lengths in
grains. Nothing here knows of pages: a wanted piece is a key, a size and whether it
may be turned by a quarter.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from enum import Enum
from typing import NamedTuple

from inkquilt.lengths import Grains
from inkquilt.sketch.model import Size


@dataclass(frozen=True, slots=True)
class Wanted:
    """A piece to cut. ``may_turn`` is False where the paper's direction forbids a quarter turn."""

    key: str
    size: Size
    may_turn: bool = True

    @property
    def stances(self) -> tuple[Size, ...]:
        """The ways it may lie, as it is first."""
        turned = self.size.swapped()
        return (self.size, turned) if self.may_turn and turned != self.size else (self.size,)

    def fits(self, size: Size) -> bool:
        """Tell whether it fits in a rectangle of that size."""
        return any(s.width <= size.width and s.height <= size.height for s in self.stances)


class StockKind(Enum):
    """A sheet is new paper, a scrap is left from an earlier one."""

    SHEET = "sheet"
    SCRAP = "scrap"


@dataclass(frozen=True, slots=True)
class Stock:
    """Paper in hand: ``count`` pieces of one size, or as many as are needed when it is None."""

    key: str
    size: Size
    kind: StockKind = StockKind.SHEET
    count: int | None = None

    @property
    def area(self) -> int:
        """Area of one, in square grains."""
        return self.size.width * self.size.height

    def less(self, used: int) -> Stock:
        """Return what is there after so many are used."""
        return self if self.count is None else replace(self, count=max(0, self.count - used))


class Direction(Enum):
    """Which way a cut runs over the part that is cut."""

    UPRIGHT = "upright"
    LEVEL = "level"


@dataclass(frozen=True, slots=True)
class Cut:
    """One cut right across a part of the sheet: ``at`` from the part's left or top edge.

    Part 0 is the sheet; cutting part P gives P + "a" (left or upper) and P + "b".
    """

    part: str
    direction: Direction
    at: Grains
    part_size: Size


@dataclass(frozen=True, slots=True)
class Placed:
    """Where a wanted piece lies on its sheet, with its size as it lies."""

    key: str
    x: Grains
    y: Grains
    size: Size

    @property
    def right(self) -> Grains:
        """Its right edge."""
        return self.x + self.size.width

    @property
    def bottom(self) -> Grains:
        """Its lower edge."""
        return self.y + self.size.height


@dataclass(frozen=True, slots=True)
class Leftover:
    """A part that no piece is cut from."""

    part: str
    x: Grains
    y: Grains
    size: Size

    @property
    def area(self) -> int:
        """In square grains."""
        return self.size.width * self.size.height


@dataclass(frozen=True, slots=True)
class CutSheet:
    """One sheet or scrap with its pieces, the cuts in the order to make them, and what is left."""

    stock: Stock
    placed: tuple[Placed, ...]
    cuts: tuple[Cut, ...]
    leftovers: tuple[Leftover, ...]


class Proof(Enum):
    """``OPTIMAL``: fewer new sheets cannot do, and as many pieces as can be are placed."""

    OPTIMAL = "optimal"
    BEST_FOUND = "best-found"


@dataclass(frozen=True, slots=True)
class CutPlan:
    """A whole plan. ``bound`` is a number of new sheets that no plan for all pieces can do without."""

    sheets: tuple[CutSheet, ...]
    unplaced: tuple[str, ...]
    status: Proof
    bound: int

    @property
    def new_sheets(self) -> int:
        """How many new sheets are cut into."""
        return sum(sheet.stock.kind is StockKind.SHEET for sheet in self.sheets)

    @property
    def waste(self) -> int:
        """Area of what is cut into but in no piece, in square grains."""
        return sum(sheet.stock.area - sum(p.size.width * p.size.height for p in sheet.placed) for sheet in self.sheets)

    @property
    def largest_leftover(self) -> Leftover | None:
        """The largest single part that is left."""
        return max((left for sheet in self.sheets for left in sheet.leftovers), key=lambda o: o.area, default=None)


class Rect(NamedTuple):
    """A rectangle on a sheet, in grains."""

    x: Grains
    y: Grains
    width: Grains
    height: Grains

    @property
    def area(self) -> int:
        """In square grains."""
        return self.width * self.height


@dataclass(frozen=True, slots=True)
class SheetLayout:
    """Pieces on one sheet before the cuts are worked out."""

    stock: Stock
    placed: tuple[Placed, ...]
    #: A rectangle that is to be left in one piece.
    free: Rect | None = None

    @property
    def filled(self) -> int:
        """Area of the pieces, in square grains."""
        return sum(p.size.width * p.size.height for p in self.placed)
