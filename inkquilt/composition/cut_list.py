"""Everything that is cut for a page: its pieces, and what its words are written on.

Cards, strips, flaps, booklets and what a die cuts for words are one paper of their own, ``WORDS``, until a paper is
chosen for it. Where words stand straight on the page, in the place of a card that was drawn, that card is not cut.
"""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from inkquilt.composition.document import WORDS, PageDocument
from inkquilt.composition.stories import Story, written_bare
from inkquilt.paper import PaperPieces, Piece, PieceList, pieces_of
from inkquilt.sketch.model import Role, Shape, Size
from inkquilt.words.rooms import ROUND
from inkquilt.words.stories import JournalWay

#: What is cut for words that do not show on the page. The next page is none.
_BESIDE: Final = {
    JournalWay.FLAP_SMALL: "flap for words",
    JournalWay.FLAP_LARGE: "flap for words",
    JournalWay.FLAP_PHOTO: "flap for words",
    JournalWay.BOOKLET: "booklet for words, to be folded",
    JournalWay.POCKET: "card for words",
}


def cut_list(document: PageDocument) -> PieceList:
    """Return everything that is cut for a page; what is cut for words has the numbers after the page's own."""
    pieces = pieces_of(document.blocks, document.page.fold)
    bare = written_bare(document.stories.values())
    papers = [
        PaperPieces(group.paper, kept)
        for group in pieces.papers
        if (kept := tuple(piece for piece in group.pieces if piece.block not in bare))
    ]
    words = tuple(_for_words(document, len(pieces.numbers) + 1))
    return PieceList((*papers, PaperPieces(WORDS, words)) if words else tuple(papers), pieces.photos)


def _for_words(document: PageDocument, first: int) -> Iterator[Piece]:
    number = first
    for name, story in document.stories.items():
        for called, shape, size in _cut_for(story, document):
            yield Piece(number, name, called, Role.JOURNALING, shape, size, tilted=False)
            number += 1


def _cut_for(story: Story, document: PageDocument) -> Iterator[tuple[str, Shape, Size]]:
    """Yield what is cut for a story: its name, shape and size."""
    if story.sheet is not None and story.way in _BESIDE:
        folded = 2 if story.way is JournalWay.BOOKLET else 1
        yield _BESIDE[story.way], Shape.RECT, Size(folded * story.sheet.width, story.sheet.height)
    drawn = next((block.size for block in document.blocks if block.id == story.block), None)
    for ground in story.grounds:
        # The card of the sketch's own place is cut as the page's own piece.
        if not ground.piece and ground.size != drawn:
            called = "strip of words" if story.way in (JournalWay.STRIPS, JournalWay.SPREAD) else "card for words"
            yield called, Shape.CIRCLE if ground.outline == ROUND else Shape.RECT, ground.size
