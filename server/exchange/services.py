"""Pages and sketches as files; measures and how they were reckoned."""

from base64 import b64decode
from collections.abc import Iterator

from inkquilt.colour import read_colour
from inkquilt.composition.document import PageDocument
from inkquilt.composition.lettering import TitleLettering
from inkquilt.composition.pictures import crop_in
from inkquilt.composition.stories import Story, as_it_lies
from inkquilt.composition.wishes import parts_on, wishes_on
from inkquilt.fit.ways import drawn_for
from inkquilt.layout import room_filled
from inkquilt.measuring import MeasureFrom, MeasureRow, Sum, measure_card, reckoned
from inkquilt.paper import pieces_of
from inkquilt.sketch.model import Size
from inkquilt.words.stories import BARE
from inkquilt_io.shapes import DrawnLetter, DrawnTitle, FittedPage, Picture, PrintedStory
from server.common.errors import ApiError
from server.embellishments.models import Embellishment
from server.pages.journaling import writing_in
from server.pages.models import Page
from server.pages.pictures import pictures_of
from server.sketches.models import Sketch
from server.sketches.services import core_sketch


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
    for story in document.stories.values():
        if story.block is not None and story.way in BARE:
            yield story.block
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


def drawn_sketch(row: Sketch) -> FittedPage:
    """Return a sketch ready to be drawn into a file."""
    sketch = core_sketch(row)
    return FittedPage(
        sketch.name,
        sketch.page.width,
        sketch.page.height,
        sketch.unit,
        sketch.blocks,
        {},
        {},
        pieces_of(sketch.blocks).numbers,
    )


def measures_of_page(document: PageDocument, counted: MeasureFrom) -> tuple[MeasureRow, ...]:
    """Return the measure card of a page."""
    page = document.page
    size = Size(page.width, page.height)
    return measure_card(size, page.unit, document.blocks, counted, page.fold, parts_on(document))


def measures_of_sketch(row: Sketch, counted: MeasureFrom) -> tuple[MeasureRow, ...]:
    """Return the measure card of a sketch as it was drawn."""
    sketch = core_sketch(row)
    return measure_card(sketch.page, sketch.unit, sketch.blocks, counted)


def reckoning_of(document: PageDocument, block_id: str) -> tuple[Sum, ...]:
    """Return how a piece of a page was reckoned. Raises ``ApiError`` for one that is not on it."""
    page, drawn = document.page, drawn_for(document.request, document.way)
    if all(block.id != block_id for block in document.blocks):
        raise ApiError("unknown-block", f"There is no piece “{block_id[:60]}” on this page.", 404)
    sketch = drawn.sketch if drawn else document.sketch
    return reckoned(sketch, Size(page.width, page.height), page.unit, document.blocks, block_id)
