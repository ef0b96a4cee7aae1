"""A first plan of cuts for one paper: edge-to-edge cuts only, sheets of one size.

Pieces go, largest first, into the tightest free rectangle that takes them; what is
left of it is split in two by a cut from edge to edge, so the whole plan can be
cut with a trimmer. Good, not optimal: it never mixes papers, may turn a piece by
a quarter when asked, and opens a new sheet only when no free rectangle serves.

Coordinates are in grains from the sheet's top left corner, y downward.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from enum import Enum
from typing import Final, NamedTuple

from inkquilt.cutting.pieces import Piece
from inkquilt.lengths import INCH, Grains
from inkquilt.sketch.model import Size

#: The sheet most paper is sold as; common practice, no source.
USUAL_SHEET: Final = Size(12 * INCH, 12 * INCH)


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
class Placement:
    """Where a piece lies on its sheet, and whether it was turned by a quarter."""

    piece: Piece
    x: Grains
    y: Grains
    turned: bool

    @property
    def size(self) -> Size:
        """The piece's size as it lies."""
        return self.piece.size.swapped() if self.turned else self.piece.size


@dataclass(frozen=True, slots=True)
class CutSheet:
    """One sheet with its pieces and the cuts in the order to make them."""

    placements: tuple[Placement, ...]
    cuts: tuple[Cut, ...]


@dataclass(frozen=True, slots=True)
class PaperPlan:
    """The sheets of one paper. ``too_large`` fit on no sheet of this size."""

    sheet: Size
    sheets: tuple[CutSheet, ...]
    too_large: tuple[Piece, ...]

    @property
    def waste(self) -> int:
        """Area of the sheets that is in no piece, in square grains."""
        used = sum(p.size.width * p.size.height for sheet in self.sheets for p in sheet.placements)
        return len(self.sheets) * self.sheet.width * self.sheet.height - used


class _Free(NamedTuple):
    part: str
    x: Grains
    y: Grains
    width: Grains
    height: Grains


class _Spot(NamedTuple):
    """Waste of the shorter side first: the tightest rectangle wins, then the earlier sheet."""

    short_rest: Grains
    long_rest: Grains
    sheet: int
    free: int
    turned: bool


@dataclass(slots=True)
class _OpenSheet:
    free: list[_Free]
    placements: list[Placement]
    cuts: list[Cut]


def plan_cuts(pieces: Sequence[Piece], sheet: Size, may_turn: bool = True) -> PaperPlan:
    """Plan all pieces of one paper onto sheets of one size."""
    largest_first = sorted(
        pieces, key=lambda p: (-max(p.size.width, p.size.height), -min(p.size.width, p.size.height), p.number)
    )
    sheets: list[_OpenSheet] = []
    too_large: list[Piece] = []
    for piece in largest_first:
        if not any(_fits(size, sheet.width, sheet.height) for _, size in _stances(piece, may_turn)):
            too_large.append(piece)
            continue
        spot = min(_spots(piece, sheets, may_turn), default=None)
        if spot is None:
            sheets.append(_OpenSheet([_Free("0", 0, 0, sheet.width, sheet.height)], [], []))
            spot = min(_spots(piece, sheets[-1:], may_turn))._replace(sheet=len(sheets) - 1)
        _place(piece, sheets[spot.sheet], spot)
    return PaperPlan(
        sheet,
        tuple(CutSheet(tuple(open_.placements), tuple(open_.cuts)) for open_ in sheets),
        tuple(sorted(too_large, key=lambda p: p.number)),
    )


def _stances(piece: Piece, may_turn: bool) -> Iterator[tuple[bool, Size]]:
    yield False, piece.size
    if may_turn and piece.size.width != piece.size.height:
        yield True, piece.size.swapped()


def _fits(size: Size, width: Grains, height: Grains) -> bool:
    return size.width <= width and size.height <= height


def _spots(piece: Piece, sheets: Sequence[_OpenSheet], may_turn: bool) -> Iterator[_Spot]:
    for index, open_ in enumerate(sheets):
        for place, free in enumerate(open_.free):
            for turned, size in _stances(piece, may_turn):
                if _fits(size, free.width, free.height):
                    rests = sorted((free.width - size.width, free.height - size.height))
                    yield _Spot(rests[0], rests[1], index, place, turned)


def _place(piece: Piece, sheet: _OpenSheet, spot: _Spot) -> None:
    """Cut the piece out of its free rectangle; the first cut leaves the larger rest whole."""
    free = sheet.free.pop(spot.free)
    size = piece.size.swapped() if spot.turned else piece.size
    sheet.placements.append(Placement(piece, free.x, free.y, spot.turned))
    right, below = free.width - size.width, free.height - size.height
    upright_first = right * free.height >= below * free.width
    part = free.part
    if upright_first:
        part = _cut(sheet, free, part, Direction.UPRIGHT, size.width)
        kept = _Free(part, free.x, free.y, size.width, free.height)
        _cut(sheet, kept, part, Direction.LEVEL, size.height)
    else:
        part = _cut(sheet, free, part, Direction.LEVEL, size.height)
        kept = _Free(part, free.x, free.y, free.width, size.height)
        _cut(sheet, kept, part, Direction.UPRIGHT, size.width)


def _cut(sheet: _OpenSheet, free: _Free, part: str, direction: Direction, at: Grains) -> str:
    """Cut a part if anything falls off; return the name of the part that holds the piece."""
    length = free.width if direction is Direction.UPRIGHT else free.height
    if at == length:
        return part
    sheet.cuts.append(Cut(part, direction, at, Size(free.width, free.height)))
    if direction is Direction.UPRIGHT:
        rest = _Free(part + "b", free.x + at, free.y, free.width - at, free.height)
    else:
        rest = _Free(part + "b", free.x, free.y + at, free.width, free.height - at)
    sheet.free.append(rest)
    return part + "a"
