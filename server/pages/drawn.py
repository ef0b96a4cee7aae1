"""Pages ready to be drawn into a file, or painted as a picture."""

from base64 import b64decode
from collections.abc import Iterator

from inkquilt.colour import read_colour
from inkquilt.composition.document import PageDocument
from inkquilt.composition.lettering import TitleLettering
from inkquilt.composition.papers import PaperChoice
from inkquilt.composition.pictures import crop_in
from inkquilt.composition.stories import Story, as_it_lies, written_bare
from inkquilt.composition.wishes import wishes_on
from inkquilt.layout import room_filled
from inkquilt.paper import pieces_of
from inkquilt_io.painting import PaintedPage
from inkquilt_io.painting.papers import PaperPaint
from inkquilt_io.shapes import DrawnLetter, DrawnTitle, FittedPage, Picture, PrintedStory
from server.embellishments.models import Embellishment
from server.pages.journaling import writing_in
from server.pages.models import Page
from server.pages.pictures import pictures_of
from server.stash.models import PaperPicture


def fitted_page(page: Page, document: PageDocument) -> FittedPage:
    """Return a page ready to be drawn into a file; a photo whose picture is gone leaves its slot empty."""
    blocks = document.blocks
    photos = pictures_of(page, document)
    pictures = {}
    for block in blocks:
        placed = document.photos.get(block.id)
        photo = photos.get(placed.photo) if placed else None
        if placed and photo and photo.rendition("view").is_file():
            pictures[block.id] = Picture(str(photo.rendition("view")), crop_in(photo.core, block, placed))
    return FittedPage(
        page.name,
        document.page.width,
        document.page.height,
        document.unit,
        blocks,
        pictures,
        document.titles,
        pieces_of(blocks).numbers,
        wishes_on(document).wishes,
        document.page.fold,
        {name: _drawn_title(set_) for name, set_ in document.lettering.items()},
        tuple(
            _printed(lying)
            for story in document.stories.values()
            if story.sheet is None and (lying := as_it_lies(story, blocks)) is not None
        ),
        document.accents,
        _things(page, document),
        frozenset(_bare(document)),
    )


def _things(page: Page, document: PageDocument) -> dict[str, bytes]:
    """Return how the embellishments on a page look that were photographed, those put aside since among them."""
    pictured = {accent.what.key for accent in document.accents if accent.what.pictured}
    if not pictured:
        return {}
    rows = Embellishment.objects.filter(owner=page.owner).exclude(picture="")
    return {row.key: b64decode(row.picture) for row in rows if row.key in pictured}


def _bare(document: PageDocument) -> Iterator[str]:
    """Yield the blocks of which only the place is there."""
    yield from written_bare(document.stories.values())
    for accent in document.accents:
        if (room := room_filled(accent, document.blocks)) is not None:
            yield room


def printed_stories(document: PageDocument) -> tuple[PrintedStory, ...]:
    """Return every story of a page ready to be printed on its own."""
    return tuple(_printed(story) for story in document.stories.values())


def _printed(story: Story) -> PrintedStory:
    return PrintedStory(writing_in(story), read_colour(story.colour), story.lines, story.grounds, story.sheet)


def _drawn_title(set_: TitleLettering) -> DrawnTitle:
    letters = tuple(DrawnLetter(one.character, one.x, one.y, one.size) for one in set_.letters)
    return DrawnTitle(letters, set_.turn, read_colour(set_.colour), set_.font)


def painted_page(page: Page, document: PageDocument) -> PaintedPage:
    """Return a page ready to be painted, with how its papers look."""
    chosen = document.cuts.papers
    rows = PaperPicture.objects.kept().filter(
        paper__owner=page.owner, paper__in=[choice.paper for choice in chosen.values()]
    )
    pictures = {(row.paper_id, row.side): row for row in rows}
    papers = {
        letter: _paint(choice, pictures.get((choice.paper, choice.side.value))) for letter, choice in chosen.items()
    }
    stories = tuple(
        name
        for name, story in document.stories.items()
        if story.sheet is None and as_it_lies(story, document.blocks) is not None
    )
    return PaintedPage(fitted_page(page, document), papers, document.cuts.across, stories)


def _paint(choice: PaperChoice, picture: PaperPicture | None) -> PaperPaint:
    colour = read_colour(choice.colour)
    if picture is None:
        return PaperPaint((colour.red, colour.green, colour.blue), choice.kind)
    return PaperPaint(
        (colour.red, colour.green, colour.blue), choice.kind, bytes(picture.jpeg), picture.wide, picture.high
    )
