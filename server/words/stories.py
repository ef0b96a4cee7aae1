"""The ways to write a story on a page of its owner."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Final

from inkquilt.colour import read_colour
from inkquilt.lengths import INCH, Grains, with_unit
from inkquilt.space import surfaces_of
from inkquilt.words.flow import least_height, prose
from inkquilt.words.journaling import PlaceHeld, journal_ways, places_left
from inkquilt.words.legible import TEXT, legibility
from inkquilt.words.prompts import Told, prompts
from inkquilt.words.script import Script, runs_leftward
from inkquilt.words.stories import INSET, ON_CARD, JournalPage, JournalSetting, JournalWay
from server.pages.answers import pictures_of
from server.pages.document import PageDocument
from server.pages.models import Page
from server.pages.surroundings import journal_page, papers_beneath
from server.photos.models import FocalArea, Photo
from server.words.scripts import Writing, writing_of

MOST_WAYS: Final = 14
MOST_PLACES: Final = 12
#: Where no block is there to fill, the shortest block is told for this width.
_USUAL_WIDTH: Final[Grains] = 3 * INCH


@dataclass(frozen=True, slots=True)
class StoryAsked:
    """What is to be written: a text, or a number of words that is wished for; in place of a story, or as a new one."""

    text: str
    words: int
    script: str
    half_points: int | None
    story: str | None


@dataclass(frozen=True, slots=True)
class StoryWays:
    """The ways with what to mind about each, the places left, how short a block can be, and questions."""

    writing: Writing
    ways: tuple[JournalSetting, ...]
    minded: tuple[tuple[str, ...], ...]
    places: tuple[PlaceHeld, ...]
    shortest: str
    questions: tuple[str, ...]


def story_ways(*, page: Page, document: PageDocument, asked: StoryAsked) -> StoryWays:
    """Return the best ways to write a story on a page. Raises ``CoreError``."""
    writing = writing_of(page.owner, asked.script, asked.half_points)
    pictures = pictures_of(page, document)
    on = journal_page(document, pictures, asked.story)
    text = asked.text or prose(asked.words)
    ways = journal_ways(text, writing.script, on)[:MOST_WAYS]
    if asked.words and not asked.text:  # a wish is not a text: its lines are only ruled
        ways = tuple(replace(way, lines=tuple(replace(line, text="") for line in way.lines)) for way in ways)
    return StoryWays(
        writing,
        ways,
        tuple(_minded(way, writing, document, on) for way in ways),
        places_left(writing.script, on)[:MOST_PLACES],
        _shortest(text, writing.script, on),
        prompts(_told(document, pictures), next(iter(document.titles.values()), "")),
    )


def _minded(way: JournalSetting, writing: Writing, document: PageDocument, on: JournalPage) -> tuple[str, ...]:
    found = []
    missing = writing.script.missing(" ".join(line.text for line in way.lines) + way.left_over)
    if missing:
        found.append(f"{writing.script.name} has no {' '.join(missing[:12])}: write it by hand, or with other words")
    if runs_leftward(" ".join(line.text for line in way.lines)):
        found.append("written from right to left: begin each line at its right end")
    if way.way is JournalWay.ROUND_PAGE or way.way is JournalWay.ROUND_PHOTO:
        found.append(f"{with_unit(way.length, document.unit)} of line in all")
    if way.way not in ON_CARD and not way.hidden:
        found += _reading(way, writing, document, on)
    return tuple(found)


def _reading(way: JournalSetting, writing: Writing, document: PageDocument, on: JournalPage) -> list[str]:
    if way.way is JournalWay.ON_PHOTO:
        return ["a pen for glossy surfaces, and let it dry"]
    blocks = [block for block in on.blocks if block.id != way.block]
    surfaces = surfaces_of(blocks, on.page, on.taken)
    spans = [line.span for line in way.lines]
    seen = legibility(spans, way.script.pitch, read_colour(writing.colour), surfaces, papers_beneath(document))
    found = []
    if seen.card:
        found.append("the paper beneath is busy: write on a card laid there")
    if seen.least is not None and seen.least < TEXT:
        pen = "a light pen" if seen.light_pen else "a darker pen or a card"
        found.append(f"hard to read there (contrast {seen.least:.1f} to 1, 4.5 is wanted): take {pen}")
    if seen.must_dry:
        found.append("a smooth surface: let the ink dry before touching it")
    return found


def _shortest(text: str, script: Script, on: JournalPage) -> str:
    """Say how short a block for the text can be, as wide as the page's own place for words."""
    blocks = on.open_blocks
    width = blocks[0].width if blocks else min(_USUAL_WIDTH, on.page.width)
    high = least_height(text, script, width, INSET)
    if high is None or not text.strip():
        return ""
    high = -(-high // on.grid) * on.grid
    fits = "" if high <= on.page.height else ", which is more than the page"
    unit = on.page.unit
    return f"{with_unit(width, unit)} wide, this needs {with_unit(high, unit)} of height{fits}"


def _told(document: PageDocument, pictures: dict[int, Photo]) -> Sequence[Told]:
    found = []
    for placed in document.photos.values():
        photo = pictures.get(placed.photo)
        if photo is not None:
            faces = sum(area.source == FocalArea.Source.FACE for area in photo.areas.all())
            found.append(Told(photo.name, photo.note, photo.taken is not None, photo.has_place, faces))
    return found
