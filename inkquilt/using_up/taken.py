"""What pages took of papers, and what that cost: each piece by its own area, what falls off is not counted."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction

from inkquilt.sketch.model import Size


@dataclass(frozen=True, slots=True)
class TakenPaper:
    """What one page took of one paper, in square grains; ``price`` is that of a ``sheet`` in hundredths, if known."""

    paper: str
    area: int
    sheet: Size
    price: int | None


@dataclass(frozen=True, slots=True)
class YearOfPaper:
    """What pages took of a paper: on how many, how many sheets that is, and what it cost in hundredths, if known."""

    paper: str
    pages: int
    sheets: Fraction
    cost: int | None


@dataclass(frozen=True, slots=True)
class YearTaken:
    """What the pages of a year took: each paper, the most first; all sheets, the cost of those with a known price."""

    papers: tuple[YearOfPaper, ...]
    sheets: Fraction
    cost: int
    unpriced: int


def year_taken(taken: Sequence[TakenPaper]) -> YearTaken:
    """Return what pages took in all."""
    by_paper: dict[str, list[TakenPaper]] = {}
    for one in taken:
        by_paper.setdefault(one.paper, []).append(one)
    papers = sorted(
        (_of_one(name, rows) for name, rows in by_paper.items()), key=lambda one: (-one.sheets, one.paper.lower())
    )
    return YearTaken(
        tuple(papers),
        sum((one.sheets for one in papers), Fraction(0)),
        sum(one.cost for one in papers if one.cost is not None),
        sum(one.cost is None for one in papers),
    )


def _of_one(name: str, rows: Sequence[TakenPaper]) -> YearOfPaper:
    sheets = sum((Fraction(row.area, row.sheet.width * row.sheet.height) for row in rows), Fraction(0))
    price = rows[-1].price
    return YearOfPaper(name, len(rows), sheets, None if price is None else round(sheets * price))
