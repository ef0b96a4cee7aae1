"""Stories written on a page, and taken away again."""

from dataclasses import replace
from typing import Any

from inkquilt.words.journaling import journal_ways
from server.common.asked import refuse
from server.pages.changes.base import Changed, Known
from server.pages.document import PageDocument
from server.pages.journaling import MOST_STORIES, story_of


def write_story(document: PageDocument, change: dict[str, Any], known: Known) -> Changed:
    """Write a story in one of the ways shown, in place of the one named, or as a new one."""
    name = change.get("story") or _free_name(document)
    if change.get("story") and name not in document.stories:
        raise refuse("unknown-story", "That story is not on this page any more.", "story")
    if name not in document.stories and len(document.stories) >= MOST_STORIES:
        raise refuse("too-many-stories", f"A page has up to {MOST_STORIES} stories.", "story")
    text = str(change.get("text") or "").strip()
    writing = known.writing(str(change.get("script") or ""), change.get("half_points"))
    wanted = (change.get("journal_way"), change.get("where"))
    for setting in journal_ways(text, writing.script, known.journal_page(document, name)):
        if wanted == (setting.way.value, setting.where):
            story = story_of(text, setting, writing.colour, writing.facts, document.blocks, document.unit)
            done = f"words {setting.way.value}" if text else "a place for words"
            return Changed(replace(document, stories={**document.stories, name: story}), done)
    raise refuse("no-such-way", "The page changed since: choose one of the ways shown now.", "journal_way")


def take_story_away(document: PageDocument, change: dict[str, Any], _: Known) -> Changed:
    """Take a story off the page."""
    name = str(change.get("story") or "")
    if name not in document.stories:
        raise refuse("unknown-story", "That story is not on this page any more.", "story")
    stories = {other: story for other, story in document.stories.items() if other != name}
    return Changed(replace(document, stories=stories), "words taken away")


def _free_name(document: PageDocument) -> str:
    return next(name for number in range(1, MOST_STORIES + 2) if (name := f"words-{number}") not in document.stories)
