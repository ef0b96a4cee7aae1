"""What happens to printed places of a sheet: which cut goes through a motif, and which piece carries it away."""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum

from inkquilt.cutting.guillotine import CutSheet, StockKind
from inkquilt.cutting.pieces import CutPiece
from inkquilt.cutting.pinned import seen_from
from inkquilt.cutting.plan import PaperPlan
from inkquilt.paper.kinds import SideName
from inkquilt.paper.openings import Inset
from inkquilt.paper.regions import Motif


class Fate(Enum):
    """What becomes of a motif."""

    CUT_THROUGH = "cut through"
    HIDDEN = "hidden"
    SHOWN = "shown"
    KEPT = "kept"


@dataclass(frozen=True, slots=True)
class MotifFate:
    """One motif on one sheet of a plan, counted from 1; ``pieces`` are those it lies on, in whole or in part."""

    motif: Motif
    sheet: int
    fate: Fate
    pieces: tuple[str, ...] = ()

    def words(self) -> str:
        """Say what becomes of it."""
        what = f"“{self.motif.name}” on the {self.motif.side.value} side"
        pieces = " and ".join(self.pieces)
        match self.fate:
            case Fate.CUT_THROUGH if self.pieces:
                return f"Sheet {self.sheet}: {what} is cut through; part of it goes with {pieces}."
            case Fate.CUT_THROUGH:
                return f"Sheet {self.sheet}: {what} is cut through."
            case Fate.HIDDEN:
                return f"Sheet {self.sheet}: {what} is glued down with {pieces}, which shows the other side."
            case Fate.SHOWN:
                return f"Sheet {self.sheet}: {what} shows on {pieces}."
            case Fate.KEPT:
                return f"Sheet {self.sheet}: {what} is left whole."


def may_be_cut_from(piece: CutPiece, motif: Motif, directional: frozenset[SideName]) -> bool:
    """Tell whether a piece goes into a printed place of the side it shows, such as a border into a printed strip."""
    lying, place = piece.lying(directional), motif.place.size
    return piece.side is motif.side and lying.width <= place.width and lying.height <= place.height


def fates_of(plan: PaperPlan) -> tuple[MotifFate, ...]:
    """Return what becomes of every motif on the new sheets that are cut; those lost come first."""
    order = list(Fate)
    found = [
        _fate(plan, sheet, number, motif)
        for number, sheet in enumerate(plan.sheets, 1)
        if sheet.stock.kind is StockKind.SHEET
        for motif in plan.need.motifs
    ]
    return tuple(sorted(found, key=lambda one: order.index(one.fate)))


def _fate(plan: PaperPlan, sheet: CutSheet, number: int, motif: Motif) -> MotifFate:
    place = seen_from(motif.place, motif.side, plan.side_up(sheet), sheet.stock.size)
    pieces = [p for p in sheet.placed if Inset(p.x, p.y, p.size).overlaps(place)]
    keys = tuple(piece.key for piece in pieces)
    holding = [p for p in pieces if _holds(Inset(p.x, p.y, p.size), place)]
    if holding and not any(hole.overlaps(place) for hole in _holes(plan, sheet, holding[0].key)):
        shows = plan.piece(holding[0].key).side is motif.side
        return MotifFate(motif, number, Fate.SHOWN if shows else Fate.HIDDEN, keys)
    if any(_holds(Inset(left.x, left.y, left.size), place) for left in sheet.leftovers):
        return MotifFate(motif, number, Fate.KEPT)
    if any(_holds(hole, place) for key in keys for hole in _holes(plan, sheet, key)):
        return MotifFate(motif, number, Fate.KEPT)
    return MotifFate(motif, number, Fate.CUT_THROUGH, keys)


def _holes(plan: PaperPlan, sheet: CutSheet, key: str) -> list[Inset]:
    placed = next(p for p in sheet.placed if p.key == key)
    openings = plan.piece(key).openings_as(placed.size)
    return [Inset(placed.x + hole.x, placed.y + hole.y, hole.size) for hole in openings]


def _holds(outer: Inset, inner: Inset) -> bool:
    across = outer.x <= inner.x and inner.right <= outer.right
    return across and outer.y <= inner.y and inner.bottom <= outer.bottom
