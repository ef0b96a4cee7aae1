"""What lies on a page besides its blocks, and what is known of its surfaces."""

from collections.abc import Iterator

from shapely.geometry import box
from shapely.geometry.base import BaseGeometry
from shapely.ops import unary_union

from inkquilt.colour import read_colour
from inkquilt.composition.document import PageDocument
from inkquilt.composition.stories import Story, as_it_lies
from inkquilt.paper.pieces import paper_of
from inkquilt.paper.printed import PrintedPlace, printed_on
from inkquilt.photos.cover import outline_on_page
from inkquilt.photos.tones import calm_part
from inkquilt.sketch import Role
from inkquilt.words.legible import Beneath, outline_of
from inkquilt.words.stories import JournalPage
from server.pages.journaling import writing_in
from server.pages.photos_on_page import on_page
from server.photos.models import Photo
from server.photos.tones import tones_of
from server.stash.models import Paper


def journal_page(document: PageDocument, pictures: dict[int, Photo], without: str | None = None) -> JournalPage:
    """Return the page as words are set on it; the story ``without`` is set anew and takes no room."""
    blocks = document.blocks
    taken = tuple(
        shape
        for name, story in document.stories.items()
        if name != without and story.sheet is None and (lying := as_it_lies(story, blocks)) is not None
        for shape in story_shapes(lying)
    ) + tuple(accent.outline for accent in document.accents)
    calm = calm_parts(document, pictures)
    filled = frozenset(story.block for name, story in document.stories.items() if name != without and story.block)
    return JournalPage(blocks, document.page, document.grid, calm, taken, filled, tuple(printed_places(document)))


def printed_places(document: PageDocument) -> Iterator[PrintedPlace]:
    """Yield the frames and lines printed on the papers of the stash that a page is made of, where they come to lie."""
    chosen = document.cuts.papers
    papers = Paper.objects.prefetch_related("stocks").in_bulk({choice.paper for choice in chosen.values()})
    for block in document.blocks:
        choice = chosen.get(paper_of(block))
        paper = papers.get(choice.paper) if choice else None
        sheet = paper.whole_sheet if paper and paper.motifs else None
        if choice and paper and sheet:
            cuts = document.cuts
            region, lie = cuts.of(block.id).region, cuts.lie(block.id)
            yield from printed_on(block, paper.core_motifs, choice.side, sheet, region, lie)


def story_shapes(story: Story) -> Iterator[BaseGeometry]:
    """Yield where the cards of a story lie, or its lines."""
    for ground in story.grounds:
        yield box(ground.x, ground.y, ground.x + ground.size.width, ground.y + ground.size.height)
    if not story.grounds:
        pitch = writing_in(story).pitch
        yield from (outline_of(line.span, pitch) for line in story.lines)


def calm_parts(document: PageDocument, pictures: dict[int, Photo]) -> dict[str, BaseGeometry]:
    """Return the calm part of every photo that nothing lies on, by slot."""
    stacked = sorted(document.blocks, key=lambda block: (block.role is not Role.BASE, block.level))
    placed = on_page(document, pictures).placed
    found = {}
    for number, block in enumerate(stacked):
        if block.id not in placed:
            continue
        tones = tones_of(pictures[document.photos[block.id].photo])
        if tones is not None:
            above = unary_union([outline_on_page(other) for other in stacked[number + 1 :]])
            found[block.id] = calm_part(block, placed[block.id], tones).difference(above)
    return found


def papers_beneath(document: PageDocument) -> dict[str, Beneath]:
    """Return what is known of the paper of each block."""
    papers = document.cuts.papers
    return {
        block.id: Beneath(read_colour(papers[letter].colour), papers[letter].kind)
        for block in document.blocks
        if (letter := paper_of(block)) in papers
    }
