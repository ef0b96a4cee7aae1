"""The piece list as CSV that spreadsheets read as it is meant.

Lengths stand as text with their unit (a bare 1/8 becomes a date in a
spreadsheet) beside a decimal column; a cell that would be taken for a formula
is led by an apostrophe.
"""

from __future__ import annotations

import csv
import io
from decimal import Decimal
from typing import Final

from inkquilt.lengths import Grains, Unit, with_unit
from inkquilt.paper import Piece, PieceList

HEADER: Final = (
    "Number", "Piece", "What", "Paper", "Width", "Height", "Width (decimal)", "Height (decimal)", "Unit", "Shape",
)  # fmt: skip
_FORMULA_STARTS: Final = ("=", "+", "-", "@", "\t", "\r", "\n")


def pieces_csv(pieces: PieceList, unit: Unit) -> bytes:
    """Return the piece list, UTF-8 with a byte order mark so that every spreadsheet reads its letters."""
    out = io.StringIO()
    writer = csv.writer(out)
    writer.writerow(HEADER)
    for group in pieces.papers:
        for piece in group.pieces:
            writer.writerow(_row(piece, group.paper, unit))
    for piece in pieces.photos:
        writer.writerow(_row(piece, "photo print", unit))
    return out.getvalue().encode("utf-8-sig")


def _row(piece: Piece, paper: str, unit: Unit) -> list[str]:
    size = piece.size
    shape = piece.shape.value + (", stuck down tilted" if piece.tilted else "")
    cells = [
        str(piece.number),
        piece.name,
        piece.role.value,
        paper,
        with_unit(size.width, unit),
        with_unit(size.height, unit),
        _decimal(size.width, unit),
        _decimal(size.height, unit),
        unit.value,
        shape,
    ]
    return [escaped(cell) for cell in cells]


def _decimal(grains: Grains, unit: Unit) -> str:
    return f"{(Decimal(grains) / unit.grains).quantize(Decimal('0.0001')).normalize():f}"


def escaped(cell: str) -> str:
    """Return a cell that no spreadsheet takes for a formula.

    >>> escaped("=1+1"), escaped("4 in")
    ("'=1+1", '4 in')
    """
    return f"'{cell}" if cell.startswith(_FORMULA_STARTS) else cell
