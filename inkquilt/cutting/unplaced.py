"""Pieces that find no place: why, what would do, and what is to be bought."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from enum import Enum
from typing import Final

from inkquilt.cutting.guillotine import Stock, StockKind, Wanted, plan_cuts
from inkquilt.cutting.pieces import CutPiece
from inkquilt.cutting.pinned import Beginning, begin_more
from inkquilt.cutting.plan import USUAL_SHEET, PaperNeed, PaperPlan, piece_of_middle
from inkquilt.lengths import Unit, with_unit
from inkquilt.paper.kinds import SideName
from inkquilt.sketch.model import Size

#: What is to be bought need not be planned to the end.
_SECONDS: Final = 0.05


class Why(Enum):
    """Why a piece has no place."""

    NO_PAPER = "no paper"
    TOO_LARGE = "too large"
    OTHER_WAY = "other way"
    NOT_THERE = "not there"
    MOTIF = "motif"
    USED_UP = "used up"


@dataclass(frozen=True, slots=True)
class Lack:
    """A piece without a place."""

    piece: CutPiece
    why: Why

    def words(self, unit: Unit) -> str:
        """Say why, and what would do."""
        size = f"{with_unit(self.piece.size.width, unit)} × {with_unit(self.piece.size.height, unit)}"
        what = f"{self.piece.key} {self.piece.name} ({size})"
        match self.why:
            case Why.NO_PAPER:
                return f"{what}: there is no sheet of this paper left. Choose another paper or enter what you have."
            case Why.TOO_LARGE:
                return f"{what} is larger than any sheet there is: choose a larger sheet, or make it smaller."
            case Why.OTHER_WAY:
                return f"{what} fits only the other way round: let the pattern run across it, or take another paper."
            case Why.NOT_THERE:
                return (
                    f"{what} does not fit at that place of a whole sheet that is left: "
                    "choose another place of the sheet, or none."
                )
            case Why.MOTIF:
                return (
                    f"{what} does not fit beside what is saved on the sheet: "
                    "let the printed place go, or choose another paper."
                )
            case Why.USED_UP:
                return f"{what}: the sheets there are give no more. Enter another sheet, or choose another paper."


def lacking(plan: PaperPlan) -> tuple[Lack, ...]:
    """Return the pieces without a place, each with the reason."""
    return tuple(Lack(plan.piece(key), _why(plan.piece(key), plan.need)) for key in plan.plan.unplaced)


def _why(piece: CutPiece, need: PaperNeed) -> Why:
    sizes = [stock.size for stock in need.stocks if stock.count != 0 and piece_of_middle(stock) is None]
    if not sizes:
        return Why.NO_PAPER
    wanted = piece.wanted(need.directional)
    whole = [stock.size for stock in need.stocks if stock.kind is StockKind.SHEET and stock.count != 0]
    region = piece.region
    if region is not None and any(wanted.fits(size) for size in sizes):
        is_there = any(region.on(size, piece.lying(need.directional)) for size in whole)
        return Why.USED_UP if is_there else Why.NOT_THERE
    if any(motif.saved for motif in need.motifs) and not _fits_beside(wanted, need) and any(map(wanted.fits, sizes)):
        return Why.MOTIF
    if any(wanted.fits(size) for size in sizes):
        return Why.USED_UP
    turned = piece.size.swapped() if wanted.size == piece.size else piece.size
    if not wanted.may_turn and any(turned.width <= s.width and turned.height <= s.height for s in sizes):
        return Why.OTHER_WAY
    return Why.TOO_LARGE


def _fits_beside(wanted: Wanted, need: PaperNeed) -> bool:
    """Tell whether a piece fits a whole sheet once what is to be saved is cut out of it, or a scrap."""
    one = [replace(stock, count=1) for stock in need.stocks if stock.kind is StockKind.SHEET]
    begun = begin_more(Beginning((), tuple(one), ()), len(one), need.motifs, SideName.A)
    rests = [rest.size for sheet in begun.sheets for rest in sheet.rest_stocks()]
    scraps = [stock.size for stock in need.stocks if stock.kind is StockKind.SCRAP]
    return any(wanted.fits(size) for size in (*rests, *scraps))


@dataclass(frozen=True, slots=True)
class ToBuy:
    """So many sheets of a size that are lacking of a paper."""

    paper: str
    sheet: Size
    count: int


def to_buy(plan: PaperPlan, paper: str, bought: Sequence[Size] = ()) -> ToBuy | None:
    """Return what is lacking for the pieces without a place; nothing when no sheet is large enough.

    ``bought`` are the sizes of sheets she buys, this paper's own before others: the first that takes the pieces is
    bought again, else the largest that is known.
    """
    lacks = [lack for lack in lacking(plan) if lack.why not in (Why.NOT_THERE, Why.MOTIF)]  # no sheet more would help
    pieces = [lack.piece.wanted(plan.need.directional) for lack in lacks]
    known = [stock.size for stock in plan.need.stocks if stock.kind is StockKind.SHEET]
    others = sorted({*known, USUAL_SHEET}, key=lambda size: -size.width * size.height)
    for sheet in dict.fromkeys((*bought, *others)):
        if pieces and all(piece.fits(sheet) for piece in pieces):
            planned = plan_cuts(pieces, [Stock("bought", sheet)], _SECONDS)
            return ToBuy(paper, sheet, planned.new_sheets)
    return None
