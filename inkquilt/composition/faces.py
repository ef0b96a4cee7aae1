"""The pieces of a page that can each be of another paper: whole pieces, and the single pieces of a row.

The paper letters of a sketch are only where it starts: a piece that gets a paper of its own gets a letter of its own.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace

from inkquilt.composition.document import PageDocument
from inkquilt.paper.pieces import paper_at, paper_of
from inkquilt.paper.repeats import Repeat
from inkquilt.sketch.building import free_letter
from inkquilt.sketch.model import CUT_FROM_PAPER, Block


@dataclass(frozen=True, slots=True)
class Face:
    """One piece of paper: a block, or of a row the piece ``cell``, counted from nought. ``letter`` is its paper's."""

    block: Block
    cell: int | None
    letter: str

    @property
    def name(self) -> str:
        """What it is called."""
        return self.block.name if self.cell is None else f"piece {self.cell + 1} of {self.block.name}"


def faces_of(document: PageDocument) -> tuple[Face, ...]:
    """Return every piece of paper on a page, left out ones among them."""
    cut = (block for block in document.sketch.blocks if block.role in CUT_FROM_PAPER)
    return tuple(face for block in cut for face in _faces_of(document, block))


def _faces_of(document: PageDocument, block: Block) -> Iterator[Face]:
    row = document.cuts.of(block.id).repeat
    if row is None:
        yield Face(block, None, paper_of(block))
    else:
        yield from (Face(block, place, letter) for place, letter in enumerate(row.papers_of(paper_of(block))))


def face_at(document: PageDocument, block: Block, cell: int | None = None) -> Face | None:
    """Return what a paper dropped on a block lies on: of a photo its mat; None where there is no paper.

    A row of which no piece is named is one face, of the paper that is its block's own; None for a piece it has not.
    """
    piece = paper_at(block, document.sketch.blocks)
    if piece is None:
        return None
    if cell is None:
        return Face(piece, None, paper_of(piece))
    return next((face for face in _faces_of(document, piece) if face.cell == cell), None)


def alike_to(face: Face, faces: Iterable[Face]) -> tuple[Face, ...]:
    """Return the others of these that are of the same paper; to a whole row its own pieces are no others."""

    def is_other(one: Face) -> bool:
        return one.block.id != face.block.id or (face.cell is not None and one.cell != face.cell)

    return tuple(one for one in faces if one.letter == face.letter and is_other(one))


def apart(document: PageDocument, face: Face) -> tuple[PageDocument, str]:
    """Return the document with a face of a paper that no other is of, and the letter of that."""
    row = document.cuts.of(face.block.id).repeat
    lone = not alike_to(face, faces_of(document))
    own = face.letter if lone else free_letter(document.sketch.blocks, document.letters)
    if row is not None:
        repeat = replace(row, papers=()) if face.cell is None else row.with_paper(face.cell, own, paper_of(face.block))
        document = _with_row(document, face.block, repeat)
    if lone:
        return document, own
    if face.cell is None:
        document = lettered(document, face.block.id, own)
    sheets = document.sheets
    return replace(document, sheets={**sheets, own: sheets[face.letter]} if face.letter in sheets else sheets), own


def _with_row(document: PageDocument, block: Block, repeat: Repeat) -> PageDocument:
    terms = replace(document.cuts.of(block.id), repeat=repeat)
    return replace(document, cuts=document.cuts.with_terms(block.id, terms))


def lettered(document: PageDocument, name: str, letter: str) -> PageDocument:
    """Return the document with a block of the paper of that letter."""

    def with_letter(blocks: tuple[Block, ...]) -> tuple[Block, ...]:
        return tuple(replace(block, paper=letter) if block.id == name else block for block in blocks)

    sketch = replace(document.sketch, blocks=with_letter(document.sketch.blocks))
    fit = document.fit and replace(document.fit, blocks=with_letter(document.fit.blocks))
    return replace(document, sketch=sketch, fit=fit)
