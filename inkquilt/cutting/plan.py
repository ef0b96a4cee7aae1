"""The cut plan of a page: for each paper its pieces on the sheets and scraps there are.

The middle that is cut out of a piece goes on as a scrap for later pieces of the same
paper; as a piece is larger than its own middle, no piece ever waits for itself.
Pieces of another shape than a rectangle are planned as the *blank* they are cut from.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Final

from inkquilt.cutting.guillotine import CutPlan, CutSheet, PaperTask, Stock, StockKind, Wanted, improving_papers
from inkquilt.lengths import INCH
from inkquilt.paper.kinds import Lie, SideName
from inkquilt.paper.pieces import Piece
from inkquilt.paper.saving import Opening, Saving, SavingKind
from inkquilt.sketch.model import Shape, Size

#: The sheet most paper is sold as; common practice, no source.
USUAL_SHEET: Final = Size(12 * INCH, 12 * INCH)
_MIDDLE: Final = "middle of "


@dataclass(frozen=True, slots=True)
class CutPiece:
    """One piece as it is cut: its number on the page, with a letter where several share it, and its blank's size.

    ``size`` is as it lies on the page, ``side`` the side of the paper that shows; ``lie`` says how
    it lies on a directional side.
    """

    key: str
    number: int
    block: str
    name: str
    shape: Shape
    size: Size
    side: SideName = SideName.A
    lie: Lie = Lie.UP
    opening: Opening | None = None

    def wanted(self, directional: frozenset[SideName]) -> Wanted:
        """Return it for the planner; pieces of a directional side are not turned at will."""
        return Wanted(self.key, self.lying(directional), may_turn=self.side not in directional)

    def lying(self, directional: frozenset[SideName]) -> Size:
        """Return its size as it lies on the sheet, as far as the pattern decides that."""
        across = self.side in directional and self.lie is Lie.ACROSS
        return self.size.swapped() if across else self.size


@dataclass(frozen=True, slots=True)
class PaperNeed:
    """The pieces of one paper and the paper there is for them; ``directional`` are its sides with a right way up."""

    paper: str
    pieces: tuple[CutPiece, ...]
    stocks: tuple[Stock, ...]
    directional: frozenset[SideName] = frozenset()


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

    def turned(self, key: str, size: Size) -> bool:
        """Tell whether a piece lies on its sheet another way than on the page."""
        return self.piece(key).size != size


def cut_pieces(
    pieces: Iterable[Piece],
    savings: Mapping[str, Saving],
    lies: Mapping[str, Lie],
    copies: Mapping[str, int],
    side: SideName = SideName.A,
) -> tuple[CutPiece, ...]:
    """Return pieces of one side of a paper as they are cut, with the savings that are wanted and spare copies.

    A spare (a base nobody sees) is not among them.
    """
    found: list[CutPiece] = []
    by_number: dict[int, list[CutPiece]] = {}
    for piece in pieces:
        saving = savings.get(piece.block)
        if saving is not None and saving.kind is SavingKind.SPARE:
            continue
        sizes = saving.parts if saving is not None and saving.kind is SavingKind.SHORT else (piece.size,)
        opening = saving.opening if saving is not None and saving.kind is SavingKind.GUT else None
        if opening is None and piece.shape is Shape.FRAME and piece.band:
            band = piece.band
            opening = Opening(band, band, Size(piece.size.width - 2 * band, piece.size.height - 2 * band))
        lie = lies.get(piece.block, Lie.UP)
        for _ in range(1 + copies.get(piece.block, 0)):
            for size in sizes:
                one = CutPiece("", piece.number, piece.block, piece.name, piece.shape, size, side, lie, opening)
                by_number.setdefault(piece.number, []).append(one)
    for number, several in by_number.items():
        for place, one in enumerate(several):
            letter = chr(ord("a") + place) if len(several) > 1 else ""
            found.append(replace(one, key=f"{number}{letter}"))
    return tuple(found)


def middle_of(piece: CutPiece) -> Stock | None:
    """Return what is cut out of a piece as paper for others."""
    if piece.opening is None:
        return None
    return Stock(f"{_MIDDLE}{piece.key}", piece.opening.size, StockKind.SCRAP, 1)


def piece_of_middle(stock: Stock) -> str | None:
    """Return the key of the piece whose middle a stock is."""
    return stock.key.removeprefix(_MIDDLE) if stock.key.startswith(_MIDDLE) else None


def plan_page(needs: Sequence[PaperNeed], seconds: float) -> Iterator[tuple[PaperPlan, ...]]:
    """Yield a plan for all papers at once, then better ones while there is time."""
    for plans in improving_papers([_task(need) for need in needs], seconds):
        yield tuple(_settled(need, plan) for need, plan in zip(needs, plans, strict=True))


def _task(need: PaperNeed) -> PaperTask:
    # Patterns of a middle lie as they lay on the sheet, so a directional piece may be cut from one.
    middles = [middle for piece in need.pieces if (middle := middle_of(_as_cut(piece, need))) is not None]
    wanted = tuple(piece.wanted(need.directional) for piece in need.pieces)
    return PaperTask(need.paper, wanted, (*need.stocks, *middles))


def _as_cut(piece: CutPiece, need: PaperNeed) -> CutPiece:
    """Return a piece with its opening as it lies on the sheet when the pattern runs across it."""
    if piece.opening is None or piece.lying(need.directional) == piece.size:
        return piece
    opening = piece.opening
    return replace(piece, opening=Opening(opening.y, opening.x, opening.size.swapped()))


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
