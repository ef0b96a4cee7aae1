"""The piece list, and lists of the stash, as CSV that spreadsheets read as it is meant.

Lengths stand as text with their unit (a bare 1/8 becomes a date in a
spreadsheet) beside a decimal column; a cell that would be taken for a formula
is led by an apostrophe.
"""

from __future__ import annotations

import csv
import io
from collections.abc import Mapping, Sequence
from dataclasses import replace
from decimal import Decimal
from typing import Final

from inkquilt.cutting import CutPiece
from inkquilt.lengths import Grains, Unit, with_unit
from inkquilt.paper import Piece, PieceList
from inkquilt_io.print_values import PrintedList

HEADER: Final = (
    "Number", "Piece", "What", "Paper", "Width", "Height", "Width (decimal)", "Height (decimal)", "Unit", "Shape",
)  # fmt: skip
_FORMULA_STARTS: Final = ("=", "+", "-", "@", "\t", "\r", "\n")


def pieces_csv(pieces: PieceList, to_cut: Mapping[str, Sequence[CutPiece]], unit: Unit) -> bytes:
    """Return the piece list, UTF-8 with a byte order mark so that every spreadsheet reads its letters.

    Papers are listed as they are cut: the pieces of a row one by one, what lies behind a window too.
    """
    out = io.StringIO()
    writer = csv.writer(out)
    writer.writerow(HEADER)
    whole = {piece.block: piece for group in pieces.papers for piece in group.pieces}
    for paper, some in to_cut.items():
        for one in some:
            piece = replace(whole[one.block], name=one.name, size=one.size, shape=one.shape)
            writer.writerow(_row(one.key, piece, paper, unit))
    for piece in pieces.photos:
        writer.writerow(_row(str(piece.number), piece, "photo print", unit))
    return out.getvalue().encode("utf-8-sig")


def list_csv(told: PrintedList) -> bytes:
    """Return a list of the stash, UTF-8 with a byte order mark like the piece list."""
    out = io.StringIO()
    writer = csv.writer(out)
    writer.writerow(("What", "Name", "How much"))
    for part in told.parts:
        writer.writerows([escaped(cell) for cell in (part.head, *line)] for line in part.lines)
    return out.getvalue().encode("utf-8-sig")


def _row(key: str, piece: Piece, paper: str, unit: Unit) -> list[str]:
    size = piece.size
    shape = piece.shape.value + (", stuck down tilted" if piece.tilted else "")
    cells = [
        key,
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
