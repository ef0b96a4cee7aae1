"""Papers of the stash on a page."""

from __future__ import annotations

from dataclasses import replace
from typing import Final

from inkquilt.composition.asked import Name, PaperLetter
from inkquilt.composition.changes.base import After, Change, Changed, Known, change, the_block
from inkquilt.composition.document import PageDocument
from inkquilt.composition.papers import PaperChoice
from inkquilt.errors import refuse
from inkquilt.paper.kinds import SideName
from inkquilt.paper.pieces import alike_to, paper_at, paper_of
from inkquilt.sketch.building import free_letter
from inkquilt.sketch.model import Block

#: Looks when a paper's colour is not known.
_UNKNOWN_COLOUR: Final = "#e9e1cf"


@change("paper", After.STAYS)
class ChoosePaper(Change):
    """Lay a paper of the stash in the place of one of the page's papers, or take it away.

    The place is named by the letter of its ``paper``, or by the ``block`` that was touched: then it lies on that
    piece alone, which is of a paper of its own from then on.
    """

    paper: PaperLetter = ""
    block: Name = ""
    stash_paper: int | None = None
    side: SideName = SideName.A

    def applied(self, document: PageDocument, known: Known) -> Changed:
        piece = self._touched(document) if self.block else None
        letter = paper_of(piece) if piece else self.paper
        if piece and self.stash_paper is not None:
            document, letter = _apart(document, piece)
        if letter not in {paper_of(block) for block in document.sketch.blocks}:
            raise refuse("unknown-paper", f"There is no paper “{letter[:20]}” on this page.", "paper")
        papers = dict(document.cuts.papers)
        if self.stash_paper is None:
            papers.pop(letter, None)
            done = f"no paper chosen for {letter}"
        else:
            papers[letter] = chosen = self._choice(known, self.stash_paper)
            where = f"on {piece.name}" if piece else f"for paper {letter}"
            done = f"{chosen.name}, {self.side.value} side, {where}"
        return Changed(replace(document, cuts=replace(document.cuts, papers=papers)), done)

    def _choice(self, known: Known, number: int) -> PaperChoice:
        paper = known.paper(number)
        if paper is None:
            raise refuse("unknown-stash-paper", "This paper is not in your stash.", "stash_paper")
        side = paper.sides[self.side]
        colour = side.colours[0] if side.colours else _UNKNOWN_COLOUR
        return PaperChoice(
            paper.pk, paper.name, self.side, side.kind, colour, side.directional, paper.pictures.get(self.side)
        )

    def _touched(self, document: PageDocument) -> Block:
        """Return the piece of paper that was touched; a photo means the mat it lies on."""
        block = the_block(document, self.block)
        piece = paper_at(block, document.sketch.blocks)
        if piece is None:
            raise refuse("no-paper-there", "There is no paper there: touch a paper, strip, mat or tag.", "block")
        return piece


def _apart(document: PageDocument, piece: Block) -> tuple[PageDocument, str]:
    """Return the document with a piece of a paper that no other piece is of, and the letter of that."""
    letter = paper_of(piece)
    if not alike_to(piece, document.sketch.blocks):
        return document, letter
    own = free_letter(document.sketch.blocks)

    def lettered(blocks: tuple[Block, ...]) -> tuple[Block, ...]:
        return tuple(replace(block, paper=own) if block.id == piece.id else block for block in blocks)

    sheets = {**document.sheets, own: document.sheets[letter]} if letter in document.sheets else document.sheets
    sketch = replace(document.sketch, blocks=lettered(document.sketch.blocks))
    fit = document.fit and replace(document.fit, blocks=lettered(document.fit.blocks))
    return replace(document, sketch=sketch, fit=fit, sheets=sheets), own
