"""Papers of the stash on a page, and how its pieces are cut from them."""

from dataclasses import replace
from typing import Any, Final

from inkquilt.lengths import INCH, with_unit
from inkquilt.paper.kinds import SideName
from inkquilt.paper.pieces import CUT_FROM_PAPER, paper_of
from inkquilt.paper.saving import LEAST_LIP
from server.common.asked import asked_length, refuse
from server.pages.changes.base import Changed, Known, the_block
from server.pages.cut_terms import CutTerms, PaperChoice
from server.pages.document import PageDocument

MOST_COPIES: Final = 20
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
    papers[letter] = PaperChoice(paper.pk, paper.name, name, side.kind, colour, side.directional)
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


def lie_across(document: PageDocument, change: dict[str, Any], _: Known) -> Changed:
    """Let the pattern run across a piece, or upright again."""
    block = the_block(document, change)
    across = _toggled(document.cuts.across, block.id, bool(change.get("on")))
    words = "across" if change.get("on") else "upright"
    return _changed(document, replace(document.cuts, across=across), f"pattern {words} on {block.name}")


def save_on(document: PageDocument, change: dict[str, Any], _: Known) -> Changed:
    """Save paper on a piece, or cut it whole again."""
    block = the_block(document, change)
    saved = _toggled(document.cuts.saved, block.id, bool(change.get("on")))
    words = "paper saved on" if change.get("on") else "cut whole:"
    return _changed(document, replace(document.cuts, saved=saved), f"{words} {block.name}")


def spare_copies(document: PageDocument, change: dict[str, Any], _: Known) -> Changed:
    """Ask for spare copies of a piece."""
    block = the_block(document, change)
    count = change.get("count") or 0
    if not 0 <= count <= MOST_COPIES:
        raise refuse("copies", f"There can be up to {MOST_COPIES} spare copies.", "count")
    copies = {**document.cuts.copies, block.id: count}
    if not count:
        del copies[block.id]
    return _changed(document, replace(document.cuts, copies=copies), f"{count} spare of {block.name}")


def set_lip(document: PageDocument, change: dict[str, Any], _: Known) -> Changed:
    """Say how far paper reaches under what covers it."""
    lip = asked_length(change, "lip", document.unit, "The lip")
    if not LEAST_LIP <= lip <= 2 * INCH:
        raise refuse("lip", f"A lip is from {with_unit(LEAST_LIP, document.unit)} to 2 in.", "lip")
    return _changed(document, replace(document.cuts, lip=lip), f"lip of {with_unit(lip, document.unit)}")


def _toggled(blocks: frozenset[str], block: str, on: bool) -> frozenset[str]:
    return blocks | {block} if on else blocks - {block}


def _changed(document: PageDocument, cuts: CutTerms, done: str) -> Changed:
    return Changed(replace(document, cuts=cuts), done)
