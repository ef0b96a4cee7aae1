"""Papers of the stash on a page."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Annotated, Final

from inkquilt.composition.asked import AtMost, Between, Name, PaperLetter
from inkquilt.composition.changes.base import After, Change, Changed, Known, change, the_block, the_block_on
from inkquilt.composition.changes.building import LayLayer
from inkquilt.composition.document import PageDocument
from inkquilt.composition.faces import Face, apart, face_at, lettered
from inkquilt.composition.papers import PaperChoice
from inkquilt.cutting.terms import Behind, WindowTerm
from inkquilt.errors import refuse
from inkquilt.page import Side
from inkquilt.paper.kinds import SideName
from inkquilt.paper.openings import Distances
from inkquilt.paper.repeats import MOST_IN_ROW
from inkquilt.sketch.building import free_letter
from inkquilt.sketch.geometry import opening_outlines
from inkquilt.sketch.model import Block, Shape
from inkquilt.sketch.reading import MOST_OPENINGS

#: Looks when a paper's colour is not known.
_UNKNOWN_COLOUR: Final = "#e9e1cf"


def choice_of(known: Known, number: int, side: SideName) -> PaperChoice:
    """Return a paper of the stash as a page keeps it. Raises ``BadInput`` for one that is not there."""
    paper = known.paper(number)
    if paper is None:
        raise refuse("unknown-stash-paper", "This paper is not in your stash.", "stash_paper")
    shown = paper.sides[side]
    colour = shown.colours[0] if shown.colours else _UNKNOWN_COLOUR
    return PaperChoice(
        paper.pk, paper.name, side, shown.kind, colour, shown.directional, paper.pictures.get(side),
        shown.colours, shown.shares, shown.busyness,
    )  # fmt: skip


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
        chosen = choice_of(known, self.stash_paper, self.side)
        if face:
            document, letter = apart(document, face)
        papers = {**document.cuts.papers, letter: chosen}
        where = f"on {face.name}" if face else f"for paper {letter}"
        return Changed(_with_papers(document, papers), f"{chosen.name}, {self.side.value} side, {where}")

    def _touched(self, document: PageDocument) -> Face:
        """Return the piece of paper that was touched; a photo means the mat it lies on."""
        block = the_block(document, self.block)
        if face_at(document, block) is None:
            raise refuse("no-paper-there", "There is no paper there: touch a paper, strip, mat or tag.", "block")
        face = face_at(document, block, self.cell)
        if face is None:
            raise refuse("no-such-piece", f"{block.name} is no row with so many pieces.", "cell")
        return face


@dataclass(frozen=True, slots=True)
class Dealt:
    """One paper of the stash for one of the page's papers."""

    paper: PaperLetter
    stash_paper: int
    side: SideName = SideName.A


@dataclass(frozen=True, slots=True)
class PlainBorder:
    """A plain paper laid behind pieces, showing 1/8 in (3 mm) all round."""

    blocks: Annotated[tuple[Name, ...], AtMost(40)]
    stash_paper: int
    side: SideName = SideName.A


@change("deal-papers", After.STAYS)
class DealPapers(Change):
    """Lay papers of the stash in the places of several of the page's papers at once.

    ``border`` lays a plain border behind pieces, ``upright`` turns the pattern up on pieces that lie across it.
    """

    papers: Annotated[tuple[Dealt, ...], AtMost(60)] = ()
    border: PlainBorder | None = None
    upright: Annotated[tuple[Name, ...], AtMost(60)] = ()

    def applied(self, document: PageDocument, known: Known) -> Changed:
        chosen = {}
        for one in self.papers:
            if one.paper not in document.letters:
                raise refuse("unknown-paper", f"There is no paper “{one.paper[:20]}” on this page.", "papers")
            chosen[one.paper] = choice_of(known, one.stash_paper, one.side)
        document = _with_papers(document, {**document.cuts.papers, **chosen})
        cuts = replace(document.cuts, across=document.cuts.across - set(self.upright))
        document = replace(document, cuts=cuts)
        if self.border:
            document = _bordered(document, self.border, known)
        return Changed(document, self._words(len(chosen)))

    def _words(self, count: int) -> str:
        if self.border:
            return "a plain border laid behind"
        if self.upright and not count:
            return "the pattern turned up"
        return f"papers laid in {count} places" if count != 1 else "a paper laid"


def _bordered(document: PageDocument, border: PlainBorder, known: Known) -> PageDocument:
    """Return the document with a layer of one new paper behind each of the pieces."""
    letter = ""
    for name in border.blocks:
        before = {block.id for block in document.sketch.blocks}
        showing = _inner_sides(document, name)
        document = LayLayer(block=name, further=True, showing=showing).applied(document, known).document
        layers = {block.id for block in document.sketch.blocks} - before
        letter = letter or free_letter(document.sketch.blocks, document.letters)
        for layer in layers:
            document = lettered(document, layer, letter)
    choice = choice_of(known, border.stash_paper, border.side)
    return _with_papers(document, {**document.cuts.papers, letter: choice} if letter else document.cuts.papers)


def _inner_sides(document: PageDocument, name: str) -> tuple[Side, ...]:
    """Return the sides of a piece that lie inside the page, for along its edges nothing shows; none for all four."""
    block, page = the_block_on(document, name), document.page
    free = {
        Side.LEFT: block.x > 0,
        Side.TOP: block.y > 0,
        Side.RIGHT: block.x + block.width < page.width,
        Side.BOTTOM: block.y + block.height < page.height,
    }
    return () if all(free.values()) else tuple(side for side, inside in free.items() if inside)


@change("behind", After.STAYS)
class PutBehind(Change):
    """Lay a paper of the stash behind an opening of a piece, counted from nought, or take it away.

    Its backing is cut a lip larger than the opening. Every opening has a paper of its own.
    """

    block: Name
    opening: Annotated[int, Between(0, MOST_OPENINGS - 1)] = 0
    stash_paper: int | None = None
    side: SideName = SideName.A

    def applied(self, document: PageDocument, known: Known) -> Changed:
        block = the_block(document, self.block)
        count = len(opening_outlines(block))
        if self.opening >= count:
            raise refuse("no-opening", f"{block.name} has no opening {self.opening + 1}.", "opening")
        where = f"opening {self.opening + 1} of {block.name}" if count > 1 else f"the opening of {block.name}"
        if self.stash_paper is None:
            return Changed(_backed(document, block, self.opening, None), f"nothing behind {where}")
        chosen = choice_of(known, self.stash_paper, self.side)
        letter = free_letter(document.sketch.blocks, document.letters)
        document = _backed(document, block, self.opening, letter)
        papers = {**document.cuts.papers, letter: chosen}
        return Changed(_with_papers(document, papers), f"{chosen.name}, {self.side.value} side, behind {where}")


def _backed(document: PageDocument, block: Block, opening: int, letter: str | None) -> PageDocument:
    """Return the document with that paper behind an opening; the choice for the letter that was there is let go."""
    terms = document.cuts.of(block.id)
    if block.shape is Shape.FRAME:
        before = {window.backing for window in terms.windows}
        windows = (WindowTerm(Distances(0, 0, 0, 0), letter),) if letter else ()
        terms = replace(terms, windows=windows)
    else:
        before = {one.paper for one in terms.behind if one.opening == opening}
        others = [one for one in terms.behind if one.opening != opening]
        behind = [*others, Behind(opening, letter)] if letter else others
        terms = replace(terms, behind=tuple(sorted(behind, key=lambda one: one.opening)))
    cuts = document.cuts.with_terms(block.id, terms)
    document = replace(document, cuts=cuts)
    papers = {one: choice for one, choice in cuts.papers.items() if one not in before or one in document.letters}
    return _with_papers(document, papers)


def _with_papers(document: PageDocument, papers: dict[str, PaperChoice]) -> PageDocument:
    return replace(document, cuts=replace(document.cuts, papers=papers))
