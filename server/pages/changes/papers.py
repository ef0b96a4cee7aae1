"""Papers of the stash on a page."""

from dataclasses import replace
from typing import Any, Final

from inkquilt.paper.kinds import SideName
from inkquilt.paper.pieces import CUT_FROM_PAPER, paper_of
from server.common.asked import refuse
from server.pages.changes.base import Changed, Known, the_block
from server.pages.cut_terms import CutTerms, PaperChoice
from server.pages.document import PageDocument

#: Looks when a paper's colour is not known.
_UNKNOWN_COLOUR: Final = "#e9e1cf"


def choose_paper(document: PageDocument, change: dict[str, Any], known: Known) -> Changed:
    """Lay a paper of the stash in the place of one of the page's papers, or take it away."""
    letter = _touched(document, change) if change.get("block") else str(change.get("paper") or "")
    if letter not in {paper_of(block) for block in document.sketch.blocks}:
        raise refuse("unknown-paper", f"There is no paper “{letter[:20]}” on this page.", "paper")
    papers = dict(document.cuts.papers)
    if change.get("stash_paper") is None:
        papers.pop(letter, None)
        return _changed(document, replace(document.cuts, papers=papers), f"no paper chosen for {letter}")
    paper = known.paper(int(change["stash_paper"]))
    if paper is None:
        raise refuse("unknown-stash-paper", "This paper is not in your stash.", "stash_paper")
    name = SideName(change.get("side") or SideName.A.value)
    side = paper.sides[name]
    colour = side.colours[0] if side.colours else _UNKNOWN_COLOUR
    papers[letter] = PaperChoice(
        paper.pk, paper.name, name, side.kind, colour, side.directional, paper.pictures.get(name)
    )
    done = f"{paper.name}, {name.value} side, for paper {letter}"
    return _changed(document, replace(document.cuts, papers=papers), done)


def _touched(document: PageDocument, change: dict[str, Any]) -> str:
    """Return the paper of the piece that was touched; a photo means the mat it lies on."""
    block = the_block(document, change)
    if block.role not in CUT_FROM_PAPER:
        block = next((mat for mat in document.sketch.blocks if block.id in mat.of), None)
        if block is None:
            raise refuse("no-paper-there", "There is no paper there: touch a paper, strip, mat or tag.", "block")
    return paper_of(block)


def _changed(document: PageDocument, cuts: CutTerms, done: str) -> Changed:
    return Changed(replace(document, cuts=cuts), done)
