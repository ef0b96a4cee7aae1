"""Papers of the stash on a page."""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated, Final

from inkquilt.composition.asked import Between, Name, PaperLetter
from inkquilt.composition.changes.base import After, Change, Changed, Known, change, the_block
from inkquilt.composition.document import PageDocument
from inkquilt.composition.faces import Face, apart, face_at
from inkquilt.composition.papers import PaperChoice
from inkquilt.errors import refuse
from inkquilt.paper.kinds import SideName
from inkquilt.paper.repeats import MOST_IN_ROW

#: Looks when a paper's colour is not known.
_UNKNOWN_COLOUR: Final = "#e9e1cf"


@change("paper", After.STAYS)
class ChoosePaper(Change):
    """Lay a paper of the stash in the place of one of the page's papers, or take it away.

    The place is named by the letter of its ``paper``, or by the ``block`` that was touched: then it lies on that
    piece alone, which is of a paper of its own from then on. Of a row ``cell`` is the one piece that was touched,
    counted from nought; without it the paper lies on the whole row.
    """

    paper: PaperLetter = ""
    block: Name = ""
    cell: Annotated[int, Between(0, MOST_IN_ROW - 1)] | None = None
    stash_paper: int | None = None
    side: SideName = SideName.A

    def applied(self, document: PageDocument, known: Known) -> Changed:
        face = self._touched(document) if self.block else None
        letter = face.letter if face else self.paper
        if letter not in document.letters:
            raise refuse("unknown-paper", f"There is no paper “{letter[:20]}” on this page.", "paper")
        if self.stash_paper is None:
            papers = {one: choice for one, choice in document.cuts.papers.items() if one != letter}
            return Changed(_with_papers(document, papers), f"no paper chosen for {letter}")
        chosen = self._choice(known, self.stash_paper)
        if face:
            document, letter = apart(document, face)
        papers = {**document.cuts.papers, letter: chosen}
        where = f"on {face.name}" if face else f"for paper {letter}"
        return Changed(_with_papers(document, papers), f"{chosen.name}, {self.side.value} side, {where}")

    def _choice(self, known: Known, number: int) -> PaperChoice:
        paper = known.paper(number)
        if paper is None:
            raise refuse("unknown-stash-paper", "This paper is not in your stash.", "stash_paper")
        side = paper.sides[self.side]
        colour = side.colours[0] if side.colours else _UNKNOWN_COLOUR
        return PaperChoice(
            paper.pk, paper.name, self.side, side.kind, colour, side.directional, paper.pictures.get(self.side)
        )

    def _touched(self, document: PageDocument) -> Face:
        """Return the piece of paper that was touched; a photo means the mat it lies on."""
        block = the_block(document, self.block)
        if face_at(document, block) is None:
            raise refuse("no-paper-there", "There is no paper there: touch a paper, strip, mat or tag.", "block")
        face = face_at(document, block, self.cell)
        if face is None:
            raise refuse("no-such-piece", f"{block.name} is no row with so many pieces.", "cell")
        return face


def _with_papers(document: PageDocument, papers: dict[str, PaperChoice]) -> PageDocument:
    return replace(document, cuts=replace(document.cuts, papers=papers))
