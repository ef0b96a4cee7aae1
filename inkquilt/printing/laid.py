"""Prints as they lie on sheets of photo paper, with their cut marks: what ``packing`` and ``sheets`` fill."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Final, NamedTuple

from inkquilt.errors import CoreError
from inkquilt.lengths import INCH, MM, Grains
from inkquilt.printing.prints import Print
from inkquilt.sketch.model import Size

#: A cut mark is so long, outside of the print.
MARK: Final[Grains] = INCH // 16


class PieceTooLarge(CoreError):
    """A piece that fits no sheet, however it is turned. ``index`` says which."""

    code = "piece-too-large"

    def __init__(self, index: int) -> None:
        self.index = index
        super().__init__("This is larger than the sheet, however it is turned.")


class PackedSpot(NamedTuple):
    """Where a piece lies: its sheet, the place of its top left corner, and whether it is turned by a quarter."""

    sheet: int
    x: Grains
    y: Grains
    turned: bool


@dataclass(frozen=True, slots=True)
class Packed:
    """A spot for every piece, in their order. ``fewest`` when the area shows that fewer sheets cannot do."""

    spots: tuple[PackedSpot, ...]
    sheets: int
    fewest: bool


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
