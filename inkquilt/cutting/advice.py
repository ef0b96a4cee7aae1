"""Where a little less would save a whole sheet ("make both mats 6 in instead of 6 1/4"), and where a join would."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Final

from inkquilt.cutting.guillotine import Stock, StockKind, Wanted, plan_cuts
from inkquilt.cutting.guillotine.bounds import least_sheets
from inkquilt.cutting.pieces import CutPiece
from inkquilt.cutting.plan import PaperPlan, piece_of_middle
from inkquilt.lengths import INCH, MM, Grains, Unit, with_unit
from inkquilt.paper.saving import Saving
from inkquilt.sketch.geometry import Axis
from inkquilt.sketch.model import Size

#: So much smaller a piece may be proposed: what an eye does not miss; common practice, no source.
_LESS: Final = {
    Unit.IN: (INCH // 16, INCH // 8, INCH // 4),
    Unit.MM: (2 * MM, 4 * MM, 6 * MM),
}
#: Each attempt is short: the proposal is a hint, not a proof.
_SECONDS: Final = 0.05
_MOST_TRIED: Final = 24


@dataclass(frozen=True, slots=True)
class SheetSaver:
    """Pieces of one size made a little smaller on one side, and the sheets that then do."""

    blocks: tuple[str, ...]
    numbers: tuple[int, ...]
    axis: Axis
    before: Grains
    after: Grains
    sheets: int

    def words(self, unit: Unit) -> str:
        """Say what to do."""
        pieces = " and ".join(str(number) for number in self.numbers)
        side = "wide" if self.axis is Axis.X else "high"
        return (
            f"Make {pieces} {with_unit(self.after, unit)} {side} instead of {with_unit(self.before, unit)}: "
            f"then {self._then()}."
        )

    def _then(self) -> str:
        if self.sheets == 0:
            return "no sheet has to be begun"
        return "1 sheet is enough" if self.sheets == 1 else f"{self.sheets} sheets are enough"


def sheet_saver(plan: PaperPlan, unit: Unit) -> SheetSaver | None:
    """Return the smallest change to pieces of one size that saves a new sheet, or that finds all a place.

    Nothing is proposed where pieces or motifs are tied to a place of their sheet.
    """
    if any(piece.region for piece in plan.need.pieces) or any(motif.saved for motif in plan.need.motifs):
        return None
    if not plan.plan.unplaced and plan.plan.new_sheets <= (0 if _has_scraps(plan) else 1):
        return None
    for saver in _tried(plan, unit):
        pieces = [_smaller(piece, saver) for piece in plan.need.pieces]
        wanted = [piece.wanted(plan.need.directional) for piece in pieces]
        stocks = [s for s in plan.need.stocks if piece_of_middle(s) is None]
        if _is_hopeless(wanted, plan):
            continue
        tried = plan_cuts(wanted, stocks, _SECONDS)
        if (len(tried.unplaced), tried.new_sheets) < (len(plan.plan.unplaced), plan.plan.new_sheets):
            return replace(saver, sheets=tried.new_sheets)
    return None


def _has_scraps(plan: PaperPlan) -> bool:
    return any(stock.kind.value == "scrap" for stock in plan.need.stocks)


def _is_hopeless(wanted: Sequence[Wanted], plan: PaperPlan) -> bool:
    return not plan.plan.unplaced and least_sheets(wanted, plan.need.stocks) >= plan.plan.new_sheets


def _tried(plan: PaperPlan, unit: Unit) -> Iterator[SheetSaver]:
    """Yield changes, the smallest first; pieces of one size change together."""
    groups: dict[Size, list[CutPiece]] = {}
    for piece in plan.need.pieces:
        groups.setdefault(piece.size, []).append(piece)
    count = 0
    for less in _LESS[unit]:
        for size, pieces in sorted(groups.items(), key=lambda one: -one[0].width * one[0].height):
            for axis, before in ((Axis.X, size.width), (Axis.Y, size.height)):
                if before > 4 * less and count < _MOST_TRIED:
                    count += 1
                    numbers = tuple(dict.fromkeys(piece.number for piece in pieces))
                    blocks = tuple(dict.fromkeys(piece.block for piece in pieces))
                    yield SheetSaver(blocks, numbers, axis, before, before - less, 0)


def _smaller(piece: CutPiece, saver: SheetSaver) -> CutPiece:
    side = piece.size.width if saver.axis is Axis.X else piece.size.height
    if piece.block not in saver.blocks or side != saver.before:
        return piece
    if saver.axis is Axis.X:
        return replace(piece, size=Size(saver.after, piece.size.height))
    return replace(piece, size=Size(piece.size.width, saver.after))


def is_worth_joining(saving: Saving, stocks: Sequence[Stock]) -> bool:
    """Tell whether joining spares whole paper: a scrap takes each part, and none takes the whole piece."""
    scraps = [stock.size for stock in stocks if stock.kind is StockKind.SCRAP and stock.count != 0]
    whole = Size(max(part.right for part in saving.parts), max(part.bottom for part in saving.parts))
    if any(Wanted("", whole).fits(scrap) for scrap in scraps):
        return False
    return all(any(Wanted("", part.size).fits(scrap) for scrap in scraps) for part in saving.parts)
