"""Pieces and motifs that come from one place of a sheet: they are cut out first, and what is left goes to the rest.

Each takes at most four cuts right across; the parts beside it are told to the
planner as scraps, and afterwards the sheet is put together again, so that one sheet is
still one sheet with one order of cuts.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Final

from inkquilt.cutting.guillotine import Cut, CutSheet, Direction, Leftover, Placed, Stock, StockKind
from inkquilt.cutting.guillotine.values import Rect
from inkquilt.cutting.pieces import CutPiece
from inkquilt.paper.kinds import SideName
from inkquilt.paper.openings import Inset
from inkquilt.paper.regions import Motif
from inkquilt.sketch.model import Size

_REST: Final = "rest "


@dataclass(frozen=True, slots=True)
class Begun:
    """A sheet with its pinned pieces cut out: ``rests`` are the parts left for others, by part name.

    ``kept`` are parts with a motif on them, which nothing else is cut from. Places are seen
    from ``up``, the side that lies up.
    """

    number: int
    stock: Stock
    up: SideName
    rests: Mapping[str, Rect]
    placed: tuple[Placed, ...] = ()
    cuts: tuple[Cut, ...] = ()
    kept: Mapping[str, Rect] = field(default_factory=dict)

    def rest_stocks(self) -> Iterator[Stock]:
        """Yield the parts that are left as scraps for the planner."""
        for part, rect in self.rests.items():
            yield Stock(f"{_REST}{self.number} {part}", Size(rect.width, rect.height), StockKind.SCRAP, 1)


@dataclass(frozen=True, slots=True)
class Beginning:
    """What the pinned pieces come to: sheets begun, the stock that is left, and pieces that no sheet takes there."""

    sheets: tuple[Begun, ...]
    stocks: tuple[Stock, ...]
    unplaced: tuple[str, ...]


def begin(
    pieces: Sequence[CutPiece], stocks: Sequence[Stock], directional: frozenset[SideName], motifs: Sequence[Motif] = ()
) -> Beginning:
    """Cut the pinned pieces out of sheets, as many from one sheet as go; from a sheet begun motifs are saved first.

    Scraps are left alone: nobody knows which part of a sheet they are.
    """
    left = list(stocks)
    begun: list[Begun] = []
    unplaced: list[str] = []
    pinned = sorted((p for p in pieces if p.region is not None), key=lambda p: -p.size.width * p.size.height)
    for piece in pinned:
        placed = _on_begun(piece, begun, directional) or _on_new(piece, left, begun, directional, motifs)
        if not placed:
            unplaced.append(piece.key)
    return Beginning(tuple(begun), tuple(left), tuple(unplaced))


def begin_more(before: Beginning, count: int, motifs: Sequence[Motif], up: SideName) -> Beginning:
    """Open so many sheets more, save the motifs of each first, and leave no other sheet to the planner."""
    left, begun = list(before.stocks), list(before.sheets)
    for _ in range(count):
        sheets = [n for n, stock in enumerate(left) if stock.kind is StockKind.SHEET and stock.count != 0]
        if not sheets:
            break
        place = max(sheets, key=lambda n: left[n].area)
        begun.append(_motifs_saved(_opened(len(begun), left, place, up), motifs))
    # No sheet is used without saving what is on it: only scraps are left beside those that are begun.
    scraps = tuple(stock for stock in left if stock.kind is StockKind.SCRAP)
    return Beginning(tuple(begun), scraps, before.unplaced)


def _opened(number: int, left: list[Stock], place: int, up: SideName) -> Begun:
    stock = left[place]
    left[place] = stock.less(1)
    whole = Rect(0, 0, stock.size.width, stock.size.height)
    return Begun(number, replace(stock, count=1), up, {"0": whole})


def _on_begun(piece: CutPiece, begun: list[Begun], directional: frozenset[SideName]) -> bool:
    for place, sheet in enumerate(begun):
        spot = _spot(piece, sheet.stock.size, sheet.up, directional)
        if spot is not None and (after := _cut_out(sheet, spot, piece.key)) is not None:
            begun[place] = after
            return True
    return False


def _on_new(
    piece: CutPiece,
    left: list[Stock],
    begun: list[Begun],
    directional: frozenset[SideName],
    motifs: Sequence[Motif],
) -> bool:
    """Open the smallest sheet on which the piece has that place."""
    order = sorted(range(len(left)), key=lambda place: left[place].area)
    for place in order:
        stock = left[place]
        if stock.kind is not StockKind.SHEET or stock.count == 0:
            continue
        spot = _spot(piece, stock.size, piece.side, directional)
        if spot is None:
            continue
        opened = _cut_out(_opened(len(begun), left, place, piece.side), spot, piece.key)
        assert opened is not None  # a whole sheet takes what fits on it
        begun.append(_motifs_saved(opened, motifs))
        return True
    return False


def _spot(piece: CutPiece, sheet: Size, up: SideName, directional: frozenset[SideName]) -> Inset | None:
    """Return where a piece lies on a sheet, seen from the side that lies up."""
    assert piece.region is not None
    spot = piece.region.on(sheet, piece.lying(directional))
    return spot.mirrored(sheet.width) if spot is not None and piece.side is not up else spot


def seen_from(place: Inset, side: SideName, up: SideName, sheet: Size) -> Inset:
    """Return a place given as seen from one side of a sheet, as seen from the side that lies up."""
    return place if side is up else place.mirrored(sheet.width)


def _motifs_saved(sheet: Begun, motifs: Sequence[Motif]) -> Begun:
    for motif in motifs:
        if motif.saved:
            place = seen_from(motif.place, motif.side, sheet.up, sheet.stock.size)
            after = _cut_out(sheet, place, None)
            sheet = after or sheet
    return sheet


def _cut_out(sheet: Begun, spot: Inset, key: str | None) -> Begun | None:
    """Cut a place out of one of the rests, or return None when none holds it; without a key the part is kept."""
    for part, rest in sheet.rests.items():
        if (
            rest.x <= spot.x
            and rest.y <= spot.y
            and spot.right <= rest.x + rest.width
            and spot.bottom <= rest.y + rest.height
        ):
            options = [_freed(part, rest, spot, upright_first) for upright_first in (True, False)]
            freed = max(options, key=lambda one: (max((r.area for r in one.rests.values()), default=0), -len(one.cuts)))
            rests = {name: rect for name, rect in sheet.rests.items() if name != part} | freed.rests
            kept = sheet.kept if key is not None else {**sheet.kept, freed.part: freed.rect}
            placed = (*sheet.placed, Placed(key, spot.x, spot.y, spot.size)) if key is not None else sheet.placed
            return replace(sheet, rests=rests, placed=placed, cuts=(*sheet.cuts, *freed.cuts), kept=kept)
    return None


@dataclass(frozen=True, slots=True)
class _Freed:
    cuts: list[Cut]
    rests: dict[str, Rect]
    part: str
    rect: Rect


def _freed(part: str, rest: Rect, spot: Inset, upright_first: bool) -> _Freed:
    """Return the cuts that free a place, those of one direction first."""
    cuts: list[Cut] = []
    rests: dict[str, Rect] = {}
    both = (Direction.UPRIGHT, Direction.LEVEL)
    for direction in both if upright_first else both[::-1]:
        upright = direction is Direction.UPRIGHT
        for low in (True, False):
            start = rest.x if upright else rest.y
            length = rest.width if upright else rest.height
            edge = (spot.x if low else spot.right) if upright else (spot.y if low else spot.bottom)
            at = edge - start
            if not 0 < at < length:
                continue
            cuts.append(Cut(part, direction, at, Size(rest.width, rest.height)))
            halves = _halves(rest, direction, at)
            gone, stays = ("a", "b") if low else ("b", "a")
            rests[part + gone] = halves[gone]
            part, rest = part + stays, halves[stays]
    return _Freed(cuts, rests, part, rest)


def _halves(rest: Rect, direction: Direction, at: int) -> dict[str, Rect]:
    if direction is Direction.UPRIGHT:
        return {
            "a": rest._replace(width=at),
            "b": Rect(rest.x + at, rest.y, rest.width - at, rest.height),
        }
    return {"a": rest._replace(height=at), "b": Rect(rest.x, rest.y + at, rest.width, rest.height - at)}


def put_together(begun: Sequence[Begun], sheets: Sequence[CutSheet]) -> list[CutSheet]:
    """Return all sheets, those that were begun as one each with what was planned on their rests."""
    on_rests = {sheet.stock.key: sheet for sheet in sheets if sheet.stock.key.startswith(_REST)}
    whole = [_whole(one, on_rests) for one in begun]
    whole = [one for one in whole if one.placed]  # a sheet that nothing came from stays whole
    return [*whole, *(sheet for sheet in sheets if sheet.stock.key not in on_rests)]


def _whole(begun: Begun, on_rests: Mapping[str, CutSheet]) -> CutSheet:
    placed, cuts = list(begun.placed), list(begun.cuts)
    leftovers = [Leftover(part, rect.x, rect.y, Size(rect.width, rect.height)) for part, rect in begun.kept.items()]
    for part, rect in begun.rests.items():
        sheet = on_rests.get(f"{_REST}{begun.number} {part}")
        if sheet is None:
            leftovers.append(Leftover(part, rect.x, rect.y, Size(rect.width, rect.height)))
            continue
        placed += [replace(one, x=one.x + rect.x, y=one.y + rect.y) for one in sheet.placed]
        cuts += [replace(cut, part=part + cut.part[1:]) for cut in sheet.cuts]
        leftovers += [
            replace(left, part=part + left.part[1:], x=left.x + rect.x, y=left.y + rect.y) for left in sheet.leftovers
        ]
    return CutSheet(begun.stock, tuple(placed), tuple(cuts), tuple(leftovers))
