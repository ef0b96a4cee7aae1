"""The ways to write a story on a page of its owner."""

from collections.abc import Sequence
from dataclasses import dataclass

from inkquilt.colour import read_colour
from inkquilt.composition.changes import Writing
from inkquilt.composition.document import PageDocument
from inkquilt.composition.surroundings import papers_beneath
from inkquilt.words.minding import StoryTold
from inkquilt.words.prompts import Told, prompts
from server.pages.models import Page
from server.pages.pictures import journal_page, pictures_of
from server.photos.models import FocalArea, Photo
from server.solving.pool import solvers
from server.words.scripts import writing_of


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
    """In what it is written, what is told of it, and questions that help to begin."""

    writing: Writing
    told: StoryTold
    questions: tuple[str, ...]


def story_ways(*, page: Page, document: PageDocument, asked: StoryAsked) -> StoryWays:
    """Return the best ways to write a story on a page. Raises ``CoreError``."""
    writing = writing_of(page.owner, asked.script, asked.half_points)
    on = journal_page(page, document, asked.story)
    told: StoryTold = solvers().run(
        "story_told", asked.text, asked.words, writing.script, read_colour(writing.colour), on, papers_beneath(document)
    )
    photos, title = _told(document, pictures_of(page, document)), next(iter(document.titles.values()), "")
    return StoryWays(writing, told, prompts(photos, title))


def _told(document: PageDocument, pictures: dict[int, Photo]) -> Sequence[Told]:
    found = []
    for placed in document.photos.values():
        photo = pictures.get(placed.photo)
        if photo is not None:
            faces = sum(area.source == FocalArea.Source.FACE for area in photo.areas.all())
            found.append(Told(photo.name, photo.note, photo.taken is not None, photo.has_place, faces))
    return found
