"""The piece list of a page: every paper piece and photo with its number and finished size.

Blocks with the same ``paper`` are one paper; without it each role is its own.
Numbers run in the order of sticking down, bottom layer first, and are the ones
the page's diagram shows. Titles and clusters are not cut from sheets.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, replace

from inkquilt.lengths import Grains
from inkquilt.page import Fold
from inkquilt.paper.openings import Inset
from inkquilt.sketch.geometry import opening_outlines
from inkquilt.sketch.model import CUT_FROM_PAPER, Block, Corner, Role, Shape, Size


@dataclass(frozen=True, slots=True)
class Piece:
    """One piece to cut: its number on the page, finished size before turning, and shape.

    ``band`` is how wide the sides of a frame are, ``corner`` where a triangle has its right angle; ``openings`` are the
    boxes round what is cut out of a polygon.
    """

    number: int
    block: str
    name: str
    role: Role
    shape: Shape
    size: Size
    tilted: bool
    band: Grains | None = None
    corner: Corner = Corner.BOTTOM_LEFT
    openings: tuple[Inset, ...] = ()


@dataclass(frozen=True, slots=True)
class PaperPieces:
    """All pieces of one paper. ``paper`` is its letter or name, or the role when it has none."""

    paper: str
    pieces: tuple[Piece, ...]


@dataclass(frozen=True, slots=True)
class PieceList:
    """A page's pieces: those cut from paper, by paper, and the photos."""

    papers: tuple[PaperPieces, ...]
    photos: tuple[Piece, ...]

    @property
    def numbers(self) -> dict[str, int]:
        """Each piece's number on the page, by block id."""
        pieces = [*self.photos, *(piece for group in self.papers for piece in group.pieces)]
        return {piece.block: piece.number for piece in pieces}


def _halves(block: Block, piece: Piece, fold: Fold | None) -> list[Piece]:
    """Return a piece as it is cut for two facing pages: what would lie in the gap falls away."""
    if fold is None or block.turn or block.x + block.width <= fold.at or block.x >= fold.end:
        return [piece]
    left, right = fold.at - block.x, block.x + block.width - fold.end
    sides = [(name, width) for name, width in (("left page", left), ("right page", right)) if width > 0]
    if len(sides) == 1:
        return [replace(piece, size=Size(sides[0][1], block.height))]
    return [replace(piece, name=f"{piece.name}, {side}", size=Size(width, block.height)) for side, width in sides]


def _opening_boxes(block: Block) -> tuple[Inset, ...]:
    boxes = []
    for ring in opening_outlines(block):
        left, top = min(v.x for v in ring), min(v.y for v in ring)
        size = Size(max(v.x for v in ring) - left, max(v.y for v in ring) - top)
        boxes.append(Inset(left - block.x, top - block.y, size))
    return tuple(boxes)


def paper_of(block: Block) -> str:
    """Return which paper a block is cut from."""
    return block.paper or block.role.value


def paper_at(block: Block, blocks: Iterable[Block]) -> Block | None:
    """Return the piece of paper that is meant when a block is touched: itself, or of a photo the mat it lies on."""
    if block.role in CUT_FROM_PAPER:
        return block
    return next((mat for mat in blocks if block.id in mat.of), None)


def pieces_of(blocks: tuple[Block, ...], fold: Fold | None = None) -> PieceList:
    """Return the piece list of a page; papers come in the order in which they are first stuck down.

    On two facing pages a piece that crosses the gap is two pieces under one number,
    each as long as it lies on its page.
    """
    order = sorted(blocks, key=lambda block: (block.role is not Role.BASE, block.level))
    papers: dict[str, list[Piece]] = {}
    photos: list[Piece] = []
    number = 0
    for block in order:
        if block.role is not Role.PHOTO and block.role not in CUT_FROM_PAPER:
            continue
        number += 1
        band = block.frame_band if block.shape is Shape.FRAME else None
        tilted = block.turn != 0
        whole = Piece(number, block.id, block.name, block.role, block.shape, block.size, tilted, band, block.corner)
        if block.openings:
            whole = replace(whole, openings=_opening_boxes(block))
        if block.role is Role.PHOTO:
            photos.append(whole)
        else:
            papers.setdefault(paper_of(block), []).extend(_halves(block, whole, fold))
    return PieceList(tuple(PaperPieces(name, tuple(group)) for name, group in papers.items()), tuple(photos))
