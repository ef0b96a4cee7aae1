"""Pieces repeated along a length: flags of a border, squares of a row, strips that grow.

Gaps between pieces are equal and lie on the cutter's marks; what is over goes to the two
margins. All of it is whole grains. Common practice, no source.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from enum import Enum
from itertools import pairwise
from typing import Final

from inkquilt.errors import CoreError
from inkquilt.lengths import Grains, Unit, with_unit
from inkquilt.paper.openings import Inset
from inkquilt.sketch.model import Size

#: More pieces of one row are not asked for.
MOST_IN_ROW: Final = 60


class RowMargins(Enum):
    """Where the row begins: flush with the length, or with margins as wide as the gaps."""

    FLUSH = "flush"
    LIKE_GAPS = "like gaps"


class RowTooLong(CoreError):
    """Pieces that are together longer than the length. ``over`` is by how much."""

    code = "row-too-long"

    def __init__(self, count: int, width: Grains, length: Grains, unit: Unit) -> None:
        self.over = count * width - length
        super().__init__(
            f"{count} pieces of {with_unit(width, unit)} are {with_unit(self.over, unit)} longer than "
            f"{with_unit(length, unit)}: take {length // width}, or make them {with_unit(length // count, unit)} wide."
        )


@dataclass(frozen=True, slots=True)
class Row:
    """So many pieces of a width along a length: the gap between two, and the margins before and after."""

    count: int
    width: Grains
    gap: Grains
    before: Grains
    after: Grains

    def starts(self) -> tuple[Grains, ...]:
        """Return where each piece begins."""
        return tuple(self.before + place * (self.width + self.gap) for place in range(self.count))


def row_of(
    length: Grains, width: Grains, count: int, grid: Grains, unit: Unit, margins: RowMargins = RowMargins.FLUSH
) -> Row:
    """Lay a number of pieces along a length.

    Three pieces of 3 1/4 on 12 with margins like gaps would have gaps of 9/16; on a grid of 1/8 they
    are 1/2, and what is over goes to the margins. Raises ``RowTooLong``.
    """
    rest = length - count * width
    if rest < 0:
        raise RowTooLong(count, width, length, unit)
    gaps = count - 1 if margins is RowMargins.FLUSH else count + 1
    gap = rest // gaps // grid * grid if gaps else 0
    over = rest - gap * (count - 1)
    before = over // 2 // grid * grid
    return Row(count, width, gap, before, over - before)


def graduated(heights: Sequence[Grains], room: Grains, unit: Unit) -> tuple[Grains, ...]:
    """Return where strips of growing heights begin, one against the other. Raises ``RowTooLong``."""
    total = sum(heights)
    if total > room:
        raise RowTooLong(1, total, room, unit)
    starts, at = [], 0
    for height in heights:
        starts.append(at)
        at += height
    return tuple(starts)


def alternated(papers: Sequence[str], count: int, closed: bool = False) -> tuple[str, ...]:
    """Share papers out along a row so that neighbours differ; ``closed`` rows meet at their ends, like a frame.

    >>> alternated(["navy", "mint"], 5)
    ('navy', 'mint', 'navy', 'mint', 'navy')
    """
    if not papers:
        return ()
    row = [papers[place % len(papers)] for place in range(count)]
    if closed and count > 2 and len(papers) > 2 and row[0] == row[-1]:
        row[-1] = next((paper for paper in papers if paper not in (row[0], row[-2])), row[-1])
    return tuple(row)


@dataclass(frozen=True, slots=True)
class Repeat:
    """A border or strip made of several pieces: ``count`` equal ones along its length, or ``heights`` across it.

    ``width`` is that of one piece along the length, None for one that fills it; ``tuck`` is how
    much of each is hidden under a neighbour and cut more; ``papers`` take turns; ``flags`` are
    notched at their free end.
    """

    count: int = 0
    width: Grains | None = None
    margins: RowMargins = RowMargins.FLUSH
    tuck: Grains = 0
    heights: tuple[Grains, ...] = ()
    papers: tuple[str, ...] = ()
    flags: bool = False

    @property
    def pieces(self) -> int:
        """How many pieces it has."""
        return len(self.heights) or self.count

    def papers_of(self, paper: str) -> tuple[str, ...]:
        """Return the paper of each piece; ``paper`` is the block's own, for a repeat without papers."""
        return alternated(self.papers or (paper,), self.pieces)

    def with_paper(self, piece: int, letter: str, paper: str) -> Repeat:
        """Return it with one piece, counted from nought, of another paper; ``paper`` is the block's own."""
        each = list(self.papers_of(paper))
        each[piece] = letter
        return replace(self, papers=tuple(each))


@dataclass(frozen=True, slots=True)
class Cell:
    """One piece of a repeat: where it shows in its block, the size it is cut, and its paper."""

    place: Inset
    cut: Size
    paper: str


def cells_of(block: Size, repeat: Repeat, paper: str, grid: Grains, unit: Unit) -> tuple[Cell, ...]:
    """Return the pieces of a repeat in a block; ``paper`` is the block's own, for a repeat without papers.

    Raises ``RowTooLong``.
    """
    level = block.width >= block.height
    length, breadth = (block.width, block.height) if level else (block.height, block.width)
    made = _graduated if repeat.heights else _row
    spans = made(length, breadth, repeat, grid, unit)
    return tuple(_cell(span, level, one) for span, one in zip(spans, repeat.papers_of(paper), strict=True))


@dataclass(frozen=True, slots=True)
class _Span:
    """A piece as if its block lay level."""

    x: Grains
    y: Grains
    size: Size
    tuck: Grains = 0


def _row(length: Grains, breadth: Grains, repeat: Repeat, grid: Grains, unit: Unit) -> Iterator[_Span]:
    if repeat.width is None:
        # Pieces that fill a length end on the grid; the last ones are a step wider where it does not divide.
        ends = [length * place // repeat.count // grid * grid for place in range(repeat.count)] + [length]
        for start, end in pairwise(ends):
            yield _Span(start, 0, Size(end - start, breadth), repeat.tuck)
        return
    row = row_of(length, repeat.width, repeat.count, grid, unit, repeat.margins)
    for start in row.starts():
        yield _Span(start, 0, Size(repeat.width, breadth), repeat.tuck)


def _graduated(length: Grains, breadth: Grains, repeat: Repeat, _grid: Grains, unit: Unit) -> Iterator[_Span]:
    starts = graduated(repeat.heights, breadth, unit)
    for start, height in zip(starts, repeat.heights, strict=True):
        yield _Span(0, start, Size(length, height), repeat.tuck)


def _cell(span: _Span, level: bool, paper: str) -> Cell:
    shown, cut = Inset(span.x, span.y, span.size), Size(span.size.width, span.size.height + span.tuck)
    return Cell(shown, cut, paper) if level else Cell(shown.swapped(), cut.swapped(), paper)


def per_sheet(sheet: Size, piece: Size, may_turn: bool = True) -> int:
    """Return how many equal pieces edge-to-edge cuts are sure to give: rows one way, then the rest the other way."""
    stances = {piece, piece.swapped()} if may_turn else {piece}
    return max((_rows_then_rest(sheet, stance, stances) for stance in stances), default=0)


def _rows_then_rest(sheet: Size, first: Size, stances: set[Size]) -> int:
    best = 0
    for rows in range(sheet.height // first.height + 1):
        rest = Size(sheet.width, sheet.height - rows * first.height)
        count = rows * (sheet.width // first.width)
        side = Size(sheet.width % first.width, rows * first.height)
        for spare in (rest, side):
            count += max((spare.width // s.width) * (spare.height // s.height) for s in stances)
        best = max(best, count)
    return best
