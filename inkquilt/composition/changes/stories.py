"""Stories written on a page, and taken away again."""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated

from inkquilt.composition.asked import Between, Letters
from inkquilt.composition.changes.base import After, Change, Changed, Known, change
from inkquilt.composition.document import PageDocument
from inkquilt.composition.stories import MOST_STORIES, story_of
from inkquilt.errors import refuse
from inkquilt.words.flow import LONGEST_TEXT
from inkquilt.words.journaling import journal_ways
from inkquilt.words.stories import JournalWay

StoryName = Annotated[str, Letters(20)]


@change("story", After.STAYS)
class WriteStory(Change):
    """Write a story in one of the ways shown, in place of the one named, or as a new one."""

    text: Annotated[str, Letters(LONGEST_TEXT)] = ""
    script: Annotated[str, Letters(30)] = ""
    half_points: Annotated[int, Between(0, 1000)] | None = None
    journal_way: JournalWay
    where: Annotated[str, Letters(300)]
    story: StoryName | None = None

    def applied(self, document: PageDocument, known: Known) -> Changed:
        name = self.story or _free_name(document)
        if self.story and name not in document.stories:
            raise refuse("unknown-story", "That story is not on this page any more.", "story")
        if name not in document.stories and len(document.stories) >= MOST_STORIES:
            raise refuse("too-many-stories", f"A page has up to {MOST_STORIES} stories.", "story")
        text = self.text.strip()
        writing = known.writing(self.script, self.half_points)
        for setting in journal_ways(text, writing.script, known.journal_page(document, name)):
            if (self.journal_way, self.where) == (setting.way, setting.where):
                story = story_of(text, setting, writing.colour, writing.facts, document.blocks)
                done = f"words {setting.way.value}" if text else "a place for words"
                return Changed(replace(document, stories={**document.stories, name: story}), done)
        raise refuse("no-such-way", "The page changed since: choose one of the ways shown now.", "journal_way")


@change("story-away", After.STAYS)
class TakeStoryAway(Change):
    """Take a story off the page."""

    story: StoryName

    def applied(self, document: PageDocument, known: Known) -> Changed:
        if self.story not in document.stories:
            raise refuse("unknown-story", "That story is not on this page any more.", "story")
        stories = {other: story for other, story in document.stories.items() if other != self.story}
        return Changed(replace(document, stories=stories), "words removed")


def _free_name(document: PageDocument) -> str:
    return next(name for number in range(1, MOST_STORIES + 2) if (name := f"words-{number}") not in document.stories)
