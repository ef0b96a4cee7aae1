"""What a touch on each piece of a page may do: which paper one dropped there replaces, what it is built with."""

from __future__ import annotations

from dataclasses import dataclass

from inkquilt.composition.document import PageDocument
from inkquilt.composition.faces import Face, alike_to, face_at
from inkquilt.sketch.building import LAYERED, may_lean


@dataclass(frozen=True, slots=True)
class Touch:
    """A piece of paper under the hand: ``paper`` is the letter of what a paper dropped there would take the place of,
    None where none lies; ``alike`` is how many more pieces are of that paper.
    """

    paper: str | None
    alike: int


@dataclass(frozen=True, slots=True)
class Touched:
    """One piece, and the pieces that it has when it is a row."""

    block: str
    paper: str | None
    alike: int
    cells: tuple[Touch, ...]
    may_be_layered: bool
    may_lean: bool


def touched(document: PageDocument) -> tuple[Touched, ...]:
    """Return what may be done with each piece that lies on a page."""
    found = []
    for block in document.blocks:
        whole = _touch(document, face_at(document, block))
        row = document.cuts.of(block.id).repeat
        cells = tuple(_touch(document, face_at(document, block, place)) for place in range(row.pieces if row else 0))
        found.append(Touched(block.id, whole.paper, whole.alike, cells, block.role in LAYERED, may_lean(block)))
    return tuple(found)


def _touch(document: PageDocument, face: Face | None) -> Touch:
    return Touch(None, 0) if face is None else Touch(face.letter, len(alike_to(document, face)))
