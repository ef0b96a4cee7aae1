"""Sheets of photo paper with prints and cut marks."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Final

from inkquilt.lengths import INCH, MM, Grains
from inkquilt.printing.packing import Packed, pack
from inkquilt.printing.prints import Print
from inkquilt.sketch.model import Size

#: Between two prints, so that one cut does not go into the other.
GAP: Final[Grains] = INCH // 8
#: A cut mark is so long, outside of the print.
MARK: Final[Grains] = INCH // 16


@dataclass(frozen=True, slots=True)
class PrintPaper:
    """Photo paper that can be bought."""

    key: str
    name: str
    size: Size


PAPERS: Final = (
    PrintPaper("4x6", "4 × 6", Size(4 * INCH, 6 * INCH)),
    PrintPaper("5x7", "5 × 7", Size(5 * INCH, 7 * INCH)),
    PrintPaper("letter", "8½ × 11", Size(17 * INCH // 2, 11 * INCH)),
    PrintPaper("a4", "A4", Size(210 * MM, 297 * MM)),
    PrintPaper("12x12", "12 × 12", Size(12 * INCH, 12 * INCH)),
)


@dataclass(frozen=True, slots=True)
class LaidPrint:
    """A print on its sheet: the place of its picture's top left corner, bleed and border outside of it."""

    print: Print
    x: Grains
    y: Grains
    turned: bool

    @property
    def size(self) -> Size:
        """The picture as it lies."""
        return self.print.size.swapped() if self.turned else self.print.size


@dataclass(frozen=True, slots=True)
class SheetMark:
    """A short line where to cut, from one point to another."""

    x0: Grains
    y0: Grains
    x1: Grains
    y1: Grains


@dataclass(frozen=True, slots=True)
class PrintSheet:
    """One sheet of photo paper; places in grains from its top left corner, ``margin`` cannot be printed on."""

    paper: PrintPaper
    margin: Grains
    laid: tuple[LaidPrint, ...]

    def marks(self) -> Iterator[SheetMark]:
        """Yield the cut marks: two at each corner of what is cut out, outside of it and on the paper."""
        width, height = self.paper.size.width, self.paper.size.height
        for laid in self.laid:
            border = laid.print.border
            left, top = laid.x - border, laid.y - border
            right, bottom = laid.x + laid.size.width + border, laid.y + laid.size.height + border
            for x in (left, right):
                yield SheetMark(x, max(0, top - MARK), x, top)
                yield SheetMark(x, bottom, x, min(height, bottom + MARK))
            for y in (top, bottom):
                yield SheetMark(max(0, left - MARK), y, left, y)
                yield SheetMark(right, y, min(width, right + MARK), y)


def print_sheets(
    prints: Sequence[Print], paper: PrintPaper, margin: Grains, budget: float = 1.0
) -> tuple[tuple[PrintSheet, ...], Packed]:
    """Lay prints on as few sheets as are found, within what the printer can print. Raises ``PieceTooLarge``.

    A print that fills the whole paper needs no gap. Prints keep ``GAP`` from each other.
    """
    room = Size(paper.size.width - 2 * margin, paper.size.height - 2 * margin)
    # each print takes the gap to its right and below with it, and the sheet is as much larger
    pieces = [Size(one.footprint.width + GAP, one.footprint.height + GAP) for one in prints]
    packed = pack(pieces, Size(room.width + GAP, room.height + GAP), budget)
    sheets: list[list[LaidPrint]] = [[] for _ in range(packed.sheets)]
    for one, spot in zip(prints, packed.spots, strict=True):
        inset = max(one.border, one.bleed)
        sheets[spot.sheet].append(LaidPrint(one, margin + spot.x + inset, margin + spot.y + inset, spot.turned))
    return tuple(PrintSheet(paper, margin, tuple(laid)) for laid in sheets), packed
