"""What a touch on each piece of a page may do: which paper one dropped there replaces, what it is built with."""

from __future__ import annotations

from dataclasses import dataclass

from inkquilt.composition.document import PageDocument
from inkquilt.paper.pieces import alike_to, paper_at, paper_of
from inkquilt.sketch.building import LAYERED, may_lean


@dataclass(frozen=True, slots=True)
class Touched:
    """One piece: ``paper`` is the letter of what a paper dropped there would take the place of, None where none lies.

    ``alike`` is how many more pieces are of that paper.
    """

    block: str
    paper: str | None
    alike: int
    may_be_layered: bool
    may_lean: bool


def touched(document: PageDocument) -> tuple[Touched, ...]:
    """Return what may be done with each piece that lies on a page."""
    found = []
    for block in document.blocks:
        piece = paper_at(block, document.sketch.blocks)
        letter = None if piece is None else paper_of(piece)
        alike = 0 if piece is None else len(alike_to(piece, document.sketch.blocks))
        found.append(Touched(block.id, letter, alike, block.role in LAYERED, may_lean(block)))
    return tuple(found)
