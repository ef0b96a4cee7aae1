"""What to do where paper is too short for a piece: shift a mat so that it is smaller, or join the piece from two."""

from __future__ import annotations

from collections.abc import Collection, Iterator, Sequence
from dataclasses import dataclass
from typing import Final

from inkquilt.composition.changes.base import Change
from inkquilt.composition.changes.building import OffsetMat
from inkquilt.composition.changes.cutting import JoinAt
from inkquilt.composition.document import PageDocument
from inkquilt.composition.wishes import wishes_on
from inkquilt.cutting.guillotine import StockKind, Wanted
from inkquilt.cutting.plan import PaperNeed
from inkquilt.cutting.terms import Wish, may_have, openwork_of
from inkquilt.lengths import Grains, Unit, format_length, with_unit
from inkquilt.paper.seams import SeamOffer, best_seam
from inkquilt.photos.mats import shifted_mat
from inkquilt.sketch.model import Block, Size

#: Of a size of paper so many are looked at as parts.
_MOST_OF_A_SIZE: Final = 4
#: Where a sheet does it whole, a seam that shows over more than this part of its length is not proposed.
_BARELY_SHOWN: Final = 4


@dataclass(frozen=True, slots=True)
class Advice:
    """One way to cut less: the change, and what it is, in words."""

    change: Change
    words: str


def _plain_pieces(document: PageDocument, need: PaperNeed) -> Iterator[tuple[Block, Wanted]]:
    """Yield the pieces that are cut as the page shows them, each the only one of its block."""
    blocks = {block.id: block for block in document.blocks}
    for piece in need.pieces:
        block = blocks.get(piece.block)
        plain = not (piece.openings or piece.slant or piece.region) and not piece.is_across(need.directional)
        if block is not None and plain and piece.key.isdigit() and piece.size == block.size:
            yield block, piece.wanted(need.directional)


# -- shifted -------------------------------------------------------------------------------


def shifted_ways(document: PageDocument, needs: Sequence[PaperNeed]) -> Iterator[Advice]:
    """Yield mats that no paper in hand takes whole, and one does when they are shifted."""
    for need in needs:
        sizes = [stock.size for stock in need.stocks if stock.count != 0]
        for block, wanted in _plain_pieces(document, need):
            if not block.of or any(wanted.fits(size) for size in sizes):
                continue
            for across, down in ((True, False), (False, True), (True, True)):
                mat = shifted_mat(block, document.blocks, across=across, down=down)
                if mat is not None and any(Wanted("", mat.size, wanted.may_turn).fits(size) for size in sizes):
                    change = OffsetMat(block=block.id, across=across, down=down)
                    yield Advice(change, _shifted_words(block.name, mat.size, document.unit, (across, down)))
                    break


def _shifted_words(name: str, size: Size, unit: Unit, ways: tuple[bool, bool]) -> str:
    shows = {
        (True, False): "above, below and on the right",
        (False, True): "below and on both sides",
        (True, True): "on the right and below",
    }[ways]
    return f"Cut {name} {_size_words(size, unit)} and shift it: it shows {shows}"


# -- joined --------------------------------------------------------------------------------


def joined_ways(document: PageDocument, needs: Sequence[PaperNeed], known: Collection[str]) -> Iterator[Advice]:
    """Yield pieces that two papers in hand give and no scrap gives whole; ``known`` are joined in hiding already."""
    wishes = wishes_on(document).wishes
    openwork, lip = openwork_of(wishes), wishes.lip
    for need in needs:
        there = [stock for stock in need.stocks if stock.count != 0]
        parts = [s.size for s in there for _ in range(min(_MOST_OF_A_SIZE, s.count or _MOST_OF_A_SIZE))]
        for block, wanted in _plain_pieces(document, need):
            whole = [stock.kind for stock in there if wanted.fits(stock.size)]
            if block.id in known or Wish.SEAM not in may_have(block) or StockKind.SCRAP in whole:
                continue
            offer = best_seam(
                block, document.blocks, parts, document.grid, lip, may_turn=wanted.may_turn, openwork=openwork
            )
            if offer is None or (whole and offer.shows * _BARELY_SHOWN > offer.seam.across(block.size)):
                continue
            change = JoinAt(block=block.id, at=format_length(offer.seam.at, document.unit), level=offer.seam.level)
            yield Advice(change, _seam_words(block, offer, lip, document.grid, document.unit))


def _seam_words(block: Block, offer: SeamOffer, lip: Grains, grid: Grains, unit: Unit) -> str:
    sizes = " and ".join(_size_words(part.size, unit) for part in offer.seam.parts(block.size, lip, grid))
    where = offer.seam.words(unit)
    if not offer.shows:
        return f"Join {block.name} from {sizes}, {where}: the seam is hidden"
    if offer.shows >= offer.seam.across(block.size):
        return f"Join {block.name} from {sizes}: the seam shows {where}"
    return f"Join {block.name} from {sizes}: a seam shows in part, {where}"


def _size_words(size: Size, unit: Unit) -> str:
    return f"{with_unit(size.width, unit)} × {with_unit(size.height, unit)}"
