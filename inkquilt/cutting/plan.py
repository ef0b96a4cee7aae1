"""The cut plan of a page: for each paper its pieces on the sheets and scraps there are.

The middle that is cut out of a piece goes on as a scrap for later pieces of the same
paper; as a piece is larger than its own middle, no piece ever waits for itself.
Pieces of another shape than a rectangle are planned as the *blank* they are cut from.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Final

from inkquilt.cutting.guillotine import (
    CutPlan,
    CutSheet,
    PaperTask,
    Proof,
    Stock,
    StockKind,
    improving_papers,
    improving_plans,
)
from inkquilt.cutting.pieces import CutPiece
from inkquilt.cutting.pinned import Beginning, begin, begin_more, put_together
from inkquilt.lengths import INCH
from inkquilt.paper.kinds import SideName
from inkquilt.paper.regions import Motif
from inkquilt.sketch.model import Size

#: The sheet most paper is sold as; common practice, no source.
USUAL_SHEET: Final = Size(12 * INCH, 12 * INCH)
_MIDDLE: Final = "middle of "
#: With motifs to save, so many sheets are opened at most.
_MOST_OPENED: Final = 60


@dataclass(frozen=True, slots=True)
class PaperNeed:
    """The pieces of one paper and the paper there is for them; ``directional`` are its sides with a right way up."""

    paper: str
    pieces: tuple[CutPiece, ...]
    stocks: tuple[Stock, ...]
    directional: frozenset[SideName] = frozenset()
    #: What is printed where on its whole sheets.
    motifs: tuple[Motif, ...] = ()


@dataclass(frozen=True, slots=True)
class PaperPlan:
    """How one paper is cut. Middles are told as stock of their own, after the sheet they come from."""

    need: PaperNeed
    plan: CutPlan

    @property
    def sheets(self) -> tuple[CutSheet, ...]:
        """Sheets in an order in which every middle comes after the piece it is cut from."""
        return tuple(_in_order(self.plan.sheets))

    def piece(self, key: str) -> CutPiece:
        """Return a piece by its key."""
        return next(piece for piece in self.need.pieces if piece.key == key)

    def side_up(self, sheet: CutSheet) -> SideName:
        """Return which side of a sheet lies up: that of its pinned pieces, else B only where all show it."""
        pieces = [self.piece(placed.key) for placed in sheet.placed]
        pinned = [piece for piece in pieces if piece.region is not None]
        if pinned:
            return max(pinned, key=lambda piece: piece.size.width * piece.size.height).side
        return SideName.B if {piece.side for piece in pieces} == {SideName.B} else SideName.A

    def turned(self, key: str, size: Size) -> bool:
        """Tell whether a piece lies on its sheet another way than on the page."""
        return self.piece(key).size != size


def middles_of(piece: CutPiece, lies: Size) -> Iterator[Stock]:
    """Yield what is cut out of a piece as paper for others, as it lies with the piece on the sheet."""
    for place, opening in enumerate(piece.openings_as(lies)):
        yield Stock(middle_key(piece.key, place), opening.size, StockKind.SCRAP, 1)


def middle_key(piece: str, place: int) -> str:
    """Return the key of the middle of one of a piece's openings, counted from 0."""
    return f"{_MIDDLE}{piece}{f' {place + 1}' if place else ''}"


def piece_of_middle(stock: Stock) -> str | None:
    """Return the key of the piece whose middle a stock is."""
    return stock.key.removeprefix(_MIDDLE).split(" ")[0] if stock.key.startswith(_MIDDLE) else None


def plan_page(needs: Sequence[PaperNeed], seconds: float) -> Iterator[tuple[PaperPlan, ...]]:
    """Yield a plan for all papers at once, then better ones while there is time."""
    begun = [_begun(need) for need in needs]
    tasks = [_task(need, one) for need, one in zip(needs, begun, strict=True)]
    for plans in improving_papers(tasks, seconds):
        yield tuple(_settled(need, _finished(plan, one)) for need, plan, one in zip(needs, plans, begun, strict=True))


def _begun(need: PaperNeed) -> Beginning:
    """Cut out what is pinned; where motifs are to be saved, open so many sheets as will do."""
    beginning = begin(need.pieces, need.stocks, need.directional, need.motifs)
    if not any(motif.saved for motif in need.motifs):
        return beginning
    sides = {piece.side for piece in need.pieces}
    up = SideName.B if sides == {SideName.B} else SideName.A
    best, least = beginning, len(need.pieces) + 1
    for count in range(_MOST_OPENED):
        more = begin_more(beginning, count, need.motifs, up)
        task = _task(need, more)
        unplaced = len(next(improving_plans(task.wanted, task.stocks, 0.0)).unplaced) if task.wanted else 0
        if unplaced >= least:  # another sheet takes nothing more
            break
        best, least = more, unplaced
        if not unplaced:
            break
    return best


def _task(need: PaperNeed, begun: Beginning) -> PaperTask:
    # Patterns of a middle lie as they lay on the sheet, so a directional piece may be cut from one.
    middles = [middle for piece in need.pieces for middle in middles_of(piece, piece.lying(need.directional))]
    wanted = tuple(piece.wanted(need.directional) for piece in need.pieces if piece.region is None)
    rests = [rest for sheet in begun.sheets for rest in sheet.rest_stocks()]
    return PaperTask(need.paper, wanted, (*begun.stocks, *rests, *middles))


def _finished(plan: CutPlan, begun: Beginning) -> CutPlan:
    """Return the plan with sheets that were begun put together again."""
    if not begun.sheets and not begun.unplaced:
        return plan
    sheets = put_together(begun.sheets, plan.sheets)
    # How many sheets the pinned pieces need was not searched for: only a single one is surely the least.
    opened = sum(sheet.stock.kind is StockKind.SHEET for sheet in sheets)
    status = plan.status if opened <= 1 else Proof.BEST_FOUND
    return replace(plan, sheets=tuple(sheets), unplaced=(*plan.unplaced, *begun.unplaced), status=status)


def _settled(need: PaperNeed, plan: CutPlan) -> PaperPlan:
    """Return the plan without middles of pieces that found no place themselves."""
    lost = set(plan.unplaced)
    kept: list[CutSheet] = list(plan.sheets)
    while True:
        gone = [sheet for sheet in kept if piece_of_middle(sheet.stock) in lost]
        if not gone:
            break
        kept = [sheet for sheet in kept if sheet not in gone]
        lost |= {placed.key for sheet in gone for placed in sheet.placed}
    unplaced = tuple(piece.key for piece in need.pieces if piece.key in lost)
    return PaperPlan(need, replace(plan, sheets=tuple(kept), unplaced=unplaced))


def _in_order(sheets: Sequence[CutSheet]) -> Iterator[CutSheet]:
    waiting, done = list(sheets), set[str]()
    while waiting:
        ready = next((s for s in waiting if (piece_of_middle(s.stock) or "") in done | {""}), waiting[0])
        waiting.remove(ready)
        done |= {placed.key for placed in ready.placed}
        yield ready
