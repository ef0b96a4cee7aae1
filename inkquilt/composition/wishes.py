"""What a page's document asks of its pieces, as the core knows it."""

from inkquilt.composition.cut_list import cut_list
from inkquilt.composition.digest import digest
from inkquilt.composition.document import PageDocument
from inkquilt.cutting.pieces import CutWishes
from inkquilt.cutting.terms import Settled, offered, openwork_of, settled
from inkquilt.paper import PieceList
from inkquilt.paper.kinds import PaperKind, SideName
from inkquilt.paper.nestings import PaperSideOf, nestings_of
from inkquilt.paper.openings import Inset
from inkquilt.paper.pieces import paper_of
from inkquilt.paper.saving import Saving, SavingKind, savings_of
from inkquilt.sketch.model import CUT_FROM_PAPER


def wishes_on(document: PageDocument, pieces: PieceList | None = None) -> Settled:
    """Return what is asked of a page's pieces, the savings that are wanted left out."""
    cuts = document.cuts
    pieces = pieces or cut_list(document)
    every = [piece.block for group in pieces.papers for piece in group.pieces]
    wishes = CutWishes(
        lies={block: cuts.lie(block) for block in every},
        sides={letter: choice.side for letter, choice in cuts.papers.items()},
        copies=cuts.copies,
        directional=frozenset(letter for letter, choice in cuts.papers.items() if choice.directional),
        lip=cuts.lip,
        grid=document.grid,
        unit=document.unit,
    )
    return settled(pieces, cuts.pieces, wishes)


def cutting_terms(document: PageDocument) -> str:
    """Return a key for all of a page that its cuts depend on; titles, photos and what is written are none of it."""
    words = (cut_list(document),) if document.stories else ()
    return digest((document.blocks, document.page, document.grid, document.sheets, document.cuts, *words))


def savings_on(document: PageDocument, wishes: CutWishes) -> tuple[Saving, ...]:
    """Return what could be saved on a page."""
    vellum = {
        block.id
        for block in document.blocks
        if (choice := document.cuts.papers.get(paper_of(block))) and choice.kind is PaperKind.VELLUM
    }
    openwork = openwork_of(wishes, frozenset(vellum))
    nested = offered(nestings_of(document.blocks, _papers_of(document), openwork), wishes)
    known = {one.block for one in nested}
    found = savings_of(document.blocks, document.grid, document.cuts.lip, openwork)
    both = (*nested, *offered((one for one in found if one.block not in known), wishes))
    return tuple(sorted(both, key=lambda saving: -saving.area))


def _papers_of(document: PageDocument) -> dict[str, PaperSideOf]:
    """Return what each piece is cut from: two letters may be one paper of the stash."""
    chosen = document.cuts.papers
    found = {}
    for block in document.blocks:
        if block.role in CUT_FROM_PAPER:
            letter = paper_of(block)
            choice = chosen.get(letter)
            name, side = (f"stash {choice.paper}", choice.side) if choice else (letter, SideName.A)
            found[block.id] = PaperSideOf(name, side)
    return found


def parts_on(document: PageDocument) -> dict[str, tuple[Inset, ...]]:
    """Return the pieces that are cut as several, or short, by block: she saves paper on them, or joins them."""
    wishes = wishes_on(document).wishes
    found = savings_on(document, wishes) if document.cuts.saved else ()
    parted = (one for one in found if one.kind in (SavingKind.SHORT, SavingKind.JOIN))
    sizes = {block.id: block.size for block in document.blocks}
    seams = {block: seam for block, seam in wishes.seams.items() if block in sizes}
    joined = {block: seam.parts(sizes[block], wishes.lip, wishes.grid) for block, seam in seams.items()}
    return {saving.block: saving.parts for saving in parted if saving.block in document.cuts.saved} | joined
