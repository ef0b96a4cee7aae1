"""Prints laid on sheets of photo paper."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from inkquilt.lengths import INCH, Grains
from inkquilt.printing.laid import LaidPrint, Packed, PrintPaper, PrintSheet
from inkquilt.printing.packing import pack
from inkquilt.printing.prints import Print
from inkquilt.sketch.model import Size

#: Between two prints, so that one cut does not go into the other.
GAP: Final[Grains] = INCH // 8


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
