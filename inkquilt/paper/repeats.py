"""Pieces repeated along a length: flags of a border, squares of a row, strips that grow.

Gaps between pieces are equal and lie on the cutter's marks; what is over goes to the two
margins. All of it is whole grains. Common practice, no source.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from enum import Enum

from inkquilt.errors import CoreError
from inkquilt.lengths import Grains, Unit, with_unit
from inkquilt.sketch.model import Size


class Margins(Enum):
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
    length: Grains, width: Grains, count: int, grid: Grains, unit: Unit, margins: Margins = Margins.FLUSH
) -> Row:
    """Lay a number of pieces along a length.

    Three pieces of 3 1/4 on 12 with margins like gaps would have gaps of 9/16; on a grid of 1/8 they
    are 1/2, and what is over goes to the margins. Raises ``RowTooLong``.
    """
    rest = length - count * width
    if rest < 0:
        raise RowTooLong(count, width, length, unit)
    gaps = count - 1 if margins is Margins.FLUSH else count + 1
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
        row[-1] = next(paper for paper in papers if paper not in (row[0], row[-2]))
    return tuple(row)


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
