"""What lies on a page besides its blocks, and what is known of its surfaces: what words are set on."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from types import MappingProxyType

from shapely.geometry.base import BaseGeometry
from shapely.ops import unary_union

from inkquilt.colour import Rgb, read_colour
from inkquilt.composition.document import PageDocument
from inkquilt.composition.labels import NOTHING_TO_WRITE_ON, Writable, labels_of
from inkquilt.composition.pictures import Pictures, on_page
from inkquilt.composition.stories import Story, as_it_lies, pieces_spent
from inkquilt.embellishments import left_of
from inkquilt.paper.pieces import paper_of
from inkquilt.paper.printed import PrintedPlace
from inkquilt.photos.cover import outline_on_page
from inkquilt.photos.tones import ToneGrid, TonesOnPage, calm_part
from inkquilt.sketch.model import Block, Role
from inkquilt.words.legible import Beneath, outline_of
from inkquilt.words.readable import Grounds
from inkquilt.words.script import Script
from inkquilt.words.stories import JournalPage

#: What a story is written in, at its size.
WritingIn = Callable[[Story], Script]
#: Photos' coarse grids by their numbers, those that have one.
Tones = Mapping[int, ToneGrid]


def journal_page(
    document: PageDocument,
    pictures: Pictures,
    tones: Tones,
    writing_in: WritingIn,
    printed: tuple[PrintedPlace, ...] = (),
    without: str | None = None,
    about: Mapping[int, str] = MappingProxyType({}),
    writable: Writable = NOTHING_TO_WRITE_ON,
) -> JournalPage:
    """Return the page as words are set on it; the story ``without`` is set anew and takes no room.

    ``about`` says what is told of photos by their numbers, ``writable`` what of hers can be written on.
    """
    blocks = document.blocks
    taken = tuple(
        shape
        for name, story in document.stories.items()
        if name != without and story.sheet is None and (lying := as_it_lies(story, blocks)) is not None
        for shape in story_shapes(lying, writing_in)
    ) + tuple(accent.outline for accent in document.accents)
    filled = frozenset(story.block for name, story in document.stories.items() if name != without and story.block)
    told = {slot: about.get(placed.photo, "") for slot, placed in document.photos.items()}
    others = [story for name, story in document.stories.items() if name != without]
    left = left_of(writable.owned, document.accents, pieces_spent(others))
    return JournalPage(
        blocks, document.page, document.grid, calm_parts(document, pictures, tones), taken, filled, printed, told,
        tuple(labels_of(writable, left, document.unit)),
    )  # fmt: skip


def story_shapes(story: Story, writing_in: WritingIn) -> Iterator[BaseGeometry]:
    """Yield where the cards of a story lie, or its lines."""
    for ground in story.grounds:
        yield ground.shape
    if not story.grounds:
        pitch = writing_in(story).pitch
        yield from (outline_of(line.span, pitch) for line in story.lines)


def calm_parts(document: PageDocument, pictures: Pictures, tones: Tones) -> dict[str, BaseGeometry]:
    """Return the calm part of every photo that nothing lies on, by slot."""
    stacked = sorted(document.blocks, key=lambda block: (block.role is not Role.BASE, block.level))
    placed = on_page(document, pictures).placed
    found = {}
    for number, block in enumerate(stacked):
        grid = tones.get(document.photos[block.id].photo) if block.id in placed else None
        if grid is not None:
            above = unary_union([outline_on_page(other) for other in stacked[number + 1 :]])
            found[block.id] = calm_part(block, placed[block.id], grid).difference(above)
    return found


def papers_beneath(document: PageDocument) -> dict[str, Beneath]:
    """Return what is known of the paper of each block."""
    papers = document.cuts.papers
    return {
        block.id: Beneath(read_colour(papers[letter].colour), papers[letter].kind)
        for block in document.blocks
        if (letter := paper_of(block)) in papers
    }


def title_grounds(document: PageDocument, title: Block, pictures: Pictures, tones: Tones) -> Grounds:
    """Return what a title may lie on: papers by their colours, photos place by place, what is tucked under it."""
    colours = {letter: read_colour(choice.colour) for letter, choice in document.cuts.papers.items()}
    known: dict[str, Rgb] = {b.id: colours[paper_of(b)] for b in document.blocks if paper_of(b) in colours}
    tucked = [accent for accent in document.accents if accent.under == title.id]
    known |= {accent.key: accent.what.colours[0] for accent in tucked}
    blocks = {block.id: block for block in document.blocks}
    shown = {
        slot: TonesOnPage.of(blocks[slot], placed, grid)
        for slot, placed in on_page(document, pictures).placed.items()
        if (grid := tones.get(document.photos[slot].photo)) is not None
    }
    return Grounds(document.blocks, known, shown, tuple((accent.key, accent.outline) for accent in tucked))
