"""The photos on a page, out of the database, and the page as the core looks at it with them."""

from collections.abc import Iterator

from django.db.models import QuerySet

from inkquilt.colour import read_colour
from inkquilt.composition import layouts, surroundings
from inkquilt.composition.document import PageDocument
from inkquilt.composition.labels import Writable
from inkquilt.layout import Layout
from inkquilt.paper.pieces import paper_of
from inkquilt.paper.printed import PrintedPlace, printed_on
from inkquilt.photos.owned import OwnedPhoto
from inkquilt.photos.tones import ToneGrid
from inkquilt.words.stories import JournalPage
from server.embellishments.models import owned_by
from server.pages.journaling import writing_in
from server.pages.models import Page
from server.photos.models import Photo
from server.photos.tones import tones_of
from server.stash.models import Paper
from server.tools.models import ShapingTool
from server.words.lettering import FONT_COLOUR


def with_areas(page: Page) -> QuerySet:
    """Return the photos of a page's owner with what matters in each."""
    return Photo.objects.visible_to(page.owner).prefetch_related("areas")


def pictures_of(page: Page, document: PageDocument) -> dict[int, Photo]:
    """Return the photos on a page that are still there, by their numbers."""
    return with_areas(page).in_bulk([placed.photo for placed in document.photos.values()])


def cores_of(pictures: dict[int, Photo]) -> dict[int, OwnedPhoto]:
    """Return photos as the core knows them."""
    return {number: photo.core for number, photo in pictures.items()}


def grids_of(pictures: dict[int, Photo]) -> dict[int, ToneGrid]:
    """Return what photos look like in a coarse grid, those that can be looked at."""
    return {number: grid for number, photo in pictures.items() if (grid := tones_of(photo)) is not None}


def layout_of(page: Page, document: PageDocument) -> Layout:
    """Return everything that lies on a page as far as it is known."""
    pictures = pictures_of(page, document)
    ink = read_colour(FONT_COLOUR)
    return layouts.layout_of(document, cores_of(pictures), grids_of(pictures), writing_in, ink)


def journal_page(page: Page, document: PageDocument, without: str | None = None) -> JournalPage:
    """Return a page as words are set on it; the story ``without`` is set anew and takes no room."""
    pictures = pictures_of(page, document)
    printed = tuple(printed_places(document))
    about = {number: told_of(photo) for number, photo in pictures.items()}
    return surroundings.journal_page(
        document, cores_of(pictures), grids_of(pictures), writing_in, printed, without, about, writable_by(page.owner)
    )


def told_of(photo: Photo) -> str:
    """Return everything that is told of a photo in words."""
    return f"{photo.name} {photo.group} {photo.note}"


def writable_by(owner: object) -> Writable:
    """Return what of a person's can be written on."""
    dies = tuple(die for tool in ShapingTool.objects.visible_to(owner) for die in tool.core.makes)
    return Writable(owned_by(owner), dies)


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
