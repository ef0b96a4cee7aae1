"""A page's stories as they were written, kept in its document: every line and card in its place.

Places are from the corner of the journaling block a story fills, so that it goes where the
block goes, or else from the page's corner. When its block changes size the story is written anew in the
same way.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator
from dataclasses import dataclass, replace
from typing import Final

from inkquilt.lengths import Grains
from inkquilt.sketch import Block
from inkquilt.sketch.model import Size
from inkquilt.words.flow import WrittenLine
from inkquilt.words.journaling import journal_ways
from inkquilt.words.script import Script, at_size
from inkquilt.words.stories import BARE, Ground, JournalPage, JournalSetting, JournalWay

MOST_STORIES: Final = 12


@dataclass(frozen=True, slots=True)
class HandFacts:
    """A hand as it was when a story was written in it."""

    name: str
    characters: int
    line: Grains
    pitch: Grains


@dataclass(frozen=True, slots=True)
class Story:
    """One story: its text, how and where it is written, its lines and cards. ``block`` is the block it fills.

    ``wished`` and ``size`` are in half points, 0 in a hand, whose facts ``hand`` are copied.
    """

    text: str
    way: JournalWay
    where: str
    script: str
    colour: str
    lines: tuple[WrittenLine, ...]
    grounds: tuple[Ground, ...] = ()
    left_over: str = ""
    block: str | None = None
    filled: Size | None = None
    sheet: Size | None = None
    sides: int = 1
    wished: int = 0
    size: int = 0
    hand: HandFacts | None = None


def story_of(
    text: str, setting: JournalSetting, colour: str, facts: HandFacts | None, blocks: Iterable[Block]
) -> Story:
    """Return a story as it is kept."""
    block = next((one for one in blocks if one.id == setting.block), None)
    story = Story(
        text, setting.way, setting.where, setting.script.key, colour, setting.lines, setting.grounds,
        setting.left_over, block.id if block else None, block.size if block else None, setting.sheet, setting.sides,
        setting.wished or 0, setting.script.half_points or 0, facts,
    )  # fmt: skip
    return story if block is None else moved(story, -block.x, -block.y)


def moved(story: Story, across: Grains, down: Grains) -> Story:
    """Return a story somewhere else."""
    lines = tuple(
        replace(line, span=replace(line.span, x=line.span.x + across, y=line.span.y + down)) for line in story.lines
    )
    grounds = tuple(replace(ground, x=ground.x + across, y=ground.y + down) for ground in story.grounds)
    return replace(story, lines=lines, grounds=grounds)


def as_it_lies(story: Story, blocks: Iterable[Block]) -> Story | None:
    """Return a story with its places on the page; None when its block is not there. Off the page nothing lies."""
    if story.block is None:
        return story
    block = next((one for one in blocks if one.id == story.block), None)
    return moved(story, block.x, block.y) if block else None


def set_anew(story: Story, on: JournalPage, writing_of: Callable[[Story], Script]) -> Story:
    """Return a story written again, in the same way, where its block was fitted to another size.

    ``writing_of`` gives what it is written in, at its size.
    """
    block = next((one for one in on.blocks if one.id == story.block), None)
    if block is None or story.filled == block.size:
        return story
    writing = writing_of(story)
    script = at_size(writing, story.wished) if story.wished else writing
    same = [one for one in journal_ways(story.text, script, on) if (one.way, one.block) == (story.way, story.block)]
    # There may be several labels for one place: hers first.
    same.sort(key=lambda one: one.where != story.where)
    return story_of(story.text, same[0], story.colour, story.hand, on.blocks) if same else story


def written_bare(stories: Iterable[Story]) -> frozenset[str]:
    """Return the blocks in whose place words stand straight on the page: the card drawn there is not cut."""
    return frozenset(story.block for story in stories if story.block is not None and story.way in BARE)


def pieces_spent(stories: Iterable[Story]) -> Iterator[str]:
    """Yield what of the stash stories are written on, by its key, once for each piece."""
    yield from (ground.piece for story in stories for ground in story.grounds if ground.piece)
