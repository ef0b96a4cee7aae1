"""The ways to set a page's title in the lettering of its owner."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Final

from django.db.models import F

from inkquilt.colour import Rgb, read_colour
from inkquilt.paper.pieces import paper_of
from inkquilt.photos.tones import ToneGrid
from inkquilt.sketch import Block
from inkquilt.words import TitlePlace, TitleSetting, settings_of
from inkquilt.words.readable import Readability, readability
from server.pages.document import PageDocument
from server.pages.models import Page, Revision
from server.photos.models import Photo
from server.photos.tones import tones_of
from server.words.lettering import lettering_of

MOST_WAYS: Final = 6


@dataclass(frozen=True, slots=True)
class TitleWays:
    """The ways to set a title, how each can be read, and the pages that have that title already."""

    ways: tuple[TitleSetting, ...]
    reading: tuple[Readability, ...]
    used_on: tuple[str, ...]


def title_ways(*, page: Page, document: PageDocument, block: Block, text: str) -> TitleWays:
    """Return the best ways to set a text in a title's place. Raises ``CoreError``."""
    lettering = lettering_of(page.owner)
    ways = settings_of(text, TitlePlace(block.size), lettering.alphabets, MOST_WAYS)
    return TitleWays(ways, tuple(_readings(page, document, block, ways, lettering.colours)), used_on(page, text))


def _tones(page: Page, document: PageDocument) -> Iterator[tuple[str, ToneGrid]]:
    """Yield what the photos on a page look like, by slot."""
    pictures = Photo.objects.visible_to(page.owner).in_bulk([one.photo for one in document.photos.values()])
    for slot, one in document.photos.items():
        tones = tones_of(pictures[one.photo]) if one.photo in pictures else None
        if tones is not None:
            yield slot, tones


def _readings(
    page: Page, document: PageDocument, block: Block, ways: Sequence[TitleSetting], colours: dict[str, str]
) -> list[Readability]:
    papers = {letter: read_colour(choice.colour) for letter, choice in document.cuts.papers.items()}
    known: dict[str, Rgb] = {b.id: papers[paper_of(b)] for b in document.blocks if paper_of(b) in papers}
    known |= {slot: tones.colour for slot, tones in _tones(page, document)}
    return [
        readability(block, way, read_colour(colours[way.lines[0].alphabet]), document.blocks, known) for way in ways
    ]


def used_on(page: Page, text: str) -> tuple[str, ...]:
    """Return the names of the person's other pages with that title, whatever its capitals."""
    wanted = " ".join(text.split()).casefold()
    rows = Revision.objects.filter(page__owner_id=page.owner_id, page__deleted_at=None, number=F("page__head")).exclude(
        page=page
    )
    found = rows.values_list("page__name", "document__titles")
    return tuple(
        name for name, titles in found if wanted and any(one.casefold() == wanted for one in (titles or {}).values())
    )
