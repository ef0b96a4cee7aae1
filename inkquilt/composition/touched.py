"""What a touch on each piece of a page may do: which paper one dropped there replaces, what it is built with."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from inkquilt.composition.document import PageDocument
from inkquilt.composition.faces import Face, alike_to, face_at, faces_of
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
    faces, found = faces_of(document), []
    for block in document.blocks:
        whole = _touch(face_at(document, block), faces)
        cells = tuple(_touch(face, faces) for face in faces if face.block.id == block.id and face.cell is not None)
        found.append(Touched(block.id, whole.paper, whole.alike, cells, block.role in LAYERED, may_lean(block)))
    return tuple(found)


def _touch(face: Face | None, faces: Sequence[Face]) -> Touch:
    return Touch(None, 0) if face is None else Touch(face.letter, len(alike_to(face, faces)))
