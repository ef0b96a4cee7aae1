"""Papers of which pages at work need more than there is: at least so many sheets, by area."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction

from inkquilt.cutting import USUAL_SHEET
from inkquilt.sketch.model import Size


@dataclass(frozen=True, slots=True)
class PaperWanted:
    """A paper with what is there of it, and the pieces that pages at work are to be cut from it."""

    name: str
    stock: tuple[tuple[Size, int], ...]
    pieces: tuple[Size, ...]


@dataclass(frozen=True, slots=True)
class PaperShort:
    """A paper that is short by at least so many sheets of a size; cutting may need more."""

    name: str
    sheets: int
    size: Size


def papers_short(wanted: Sequence[PaperWanted]) -> tuple[PaperShort, ...]:
    """Return the papers that are short, by name.

    A piece that no sheet there is holds wants a new one; the others want what is missing in area.
    """
    return tuple(short for one in sorted(wanted, key=lambda one: one.name.lower()) if (short := _short(one)))


def _short(wanted: PaperWanted) -> PaperShort | None:
    sheets = [size for size, count in wanted.stock if count]
    size = max(sheets, key=_area, default=USUAL_SHEET)
    size = max(size, USUAL_SHEET, key=_area)
    homeless = [piece for piece in wanted.pieces if not any(_holds(sheet, piece) for sheet in sheets)]
    housed = sum(_area(piece) for piece in wanted.pieces if piece not in homeless)
    there = sum(_area(one) * count for one, count in wanted.stock)
    missing = sum(map(_area, homeless)) + max(0, housed - there)
    if not missing:
        return None
    return PaperShort(wanted.name, max(1, math.ceil(Fraction(missing, _area(size)))), size)


def _area(size: Size) -> int:
    return size.width * size.height


def _holds(sheet: Size, piece: Size) -> bool:
    return (piece.width <= sheet.width and piece.height <= sheet.height) or (
        piece.height <= sheet.width and piece.width <= sheet.height
    )
