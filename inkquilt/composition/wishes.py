"""What a page's document asks of its pieces, as the core knows it."""

from inkquilt.composition.cut_list import cut_list
from inkquilt.composition.digest import digest
from inkquilt.composition.document import PageDocument
from inkquilt.cutting.pieces import CutWishes
from inkquilt.cutting.terms import Settled, offered, openwork_of, settled
from inkquilt.paper import PieceList
from inkquilt.paper.kinds import PaperKind
from inkquilt.paper.openings import Inset
from inkquilt.paper.pieces import paper_of
from inkquilt.paper.saving import Saving, SavingKind, savings_of


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
    found = savings_of(document.blocks, document.grid, document.cuts.lip, openwork_of(wishes, frozenset(vellum)))
    return offered(found, wishes)


def parts_on(document: PageDocument) -> dict[str, tuple[Inset, ...]]:
    """Return the pieces that are cut as several, or short, because she saves paper on them, by block."""
    found = savings_on(document, wishes_on(document).wishes) if document.cuts.saved else ()
    parted = (one for one in found if one.kind in (SavingKind.SHORT, SavingKind.JOIN))
    return {saving.block: saving.parts for saving in parted if saving.block in document.cuts.saved}
