"""A page's stories as they were written, kept in its document: every line and card in its place.

Places are from the corner of the journaling block a story fills, so that it goes where the
block goes, or else from the page's corner. When its block changes size the story is written anew in the
same way.
"""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from typing import Any, Final, Self

from inkquilt.lengths import Grains, Unit, json_length, read_number, with_unit
from inkquilt.sketch import Block
from inkquilt.sketch.model import Size
from inkquilt.words.flow import Span, WrittenLine
from inkquilt.words.journaling import journal_ways
from inkquilt.words.script import Script, at_size, hand
from inkquilt.words.stories import BARE, Ground, JournalPage, JournalSetting, JournalWay
from inkquilt_io.lettering import FONT_KEY, FONTS, text_font

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

    @property
    def writing(self) -> Script:
        """What it is written in, at its size."""
        if self.hand is not None:
            facts = self.hand
            return hand(self.script, facts.name, facts.characters, facts.line, facts.pitch)
        name = self.script.removeprefix(FONT_KEY)
        return text_font(name if name in FONTS else next(iter(FONTS)), self.size)

    def written(self, unit: Unit) -> dict[str, Any]:
        """Return it as JSON data."""

        def length(grains: Grains) -> Any:
            return json_length(grains, unit)

        def size(value: Size | None) -> list[Any] | None:
            return value and [length(value.width), length(value.height)]

        return {
            "text": self.text,
            "way": self.way.value,
            "where": self.where,
            "script": self.script,
            "colour": self.colour,
            "lines": [
                [one.text, length(one.span.x), length(one.span.y), length(one.span.length), one.span.turn,
                 length(one.width)]
                for one in self.lines
            ],
            "grounds": [[length(g.x), length(g.y), *(size(g.size) or ()), g.ruled] for g in self.grounds],
            "left_over": self.left_over,
            "block": self.block,
            "filled": size(self.filled),
            "sheet": size(self.sheet),
            "sides": self.sides,
            "wished": self.wished,
            "size": self.size,
            "hand": self.hand
            and [self.hand.name, self.hand.characters, length(self.hand.line), length(self.hand.pitch)],
        }  # fmt: skip

    @classmethod
    def read(cls, row: dict[str, Any], unit: Unit) -> Self:
        """Read it."""

        def length(value: Any) -> Grains:
            return read_number(value, unit).grains

        def size(value: Any) -> Size | None:
            return value and Size(length(value[0]), length(value[1]))

        writer = row["hand"]
        return cls(
            text=str(row["text"]),
            way=JournalWay(row["way"]),
            where=str(row["where"]),
            script=str(row["script"]),
            colour=str(row["colour"]),
            lines=tuple(
                WrittenLine(str(text), Span(length(x), length(y), length(long), int(turn)), length(width))
                for text, x, y, long, turn, width in row["lines"]
            ),
            grounds=tuple(
                Ground(length(x), length(y), Size(length(wide), length(high)), bool(ruled))
                for x, y, wide, high, ruled in row["grounds"]
            ),
            left_over=str(row["left_over"]),
            block=row["block"],
            filled=size(row["filled"]),
            sheet=size(row["sheet"]),
            sides=int(row["sides"]),
            wished=int(row["wished"]),
            size=int(row["size"]),
            hand=writer and HandFacts(str(writer[0]), int(writer[1]), length(writer[2]), length(writer[3])),
        )


def story_of(
    text: str, setting: JournalSetting, colour: str, facts: HandFacts | None, blocks: Iterable[Block], unit: Unit
) -> Story:
    """Return a story as it is kept."""
    block = next((one for one in blocks if one.id == setting.block), None)
    story = Story(
        text, setting.way, setting.where, setting.script.key, colour, setting.lines, setting.grounds,
        setting.left_over, block and block.id, block and block.size, setting.sheet, setting.sides,
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
    return block and moved(story, block.x, block.y)


def set_anew(story: Story, on: JournalPage) -> Story:
    """Return a story written again, in the same way, where its block was fitted to another size."""
    block = next((one for one in on.blocks if one.id == story.block), None)
    if block is None or story.filled == block.size:
        return story
    script = at_size(story.writing, story.wished) if story.wished else story.writing
    for setting in journal_ways(story.text, script, on):
        if (setting.way, setting.block) == (story.way, story.block):
            return story_of(story.text, setting, story.colour, story.hand, on.blocks, on.page.unit)
    return story


# -- told ---------------------------------------------------------------------------------


def written_answer(
    script: Script, colour: str, lines: Iterable[WrittenLine], grounds: Iterable[Ground], unit: Unit
) -> dict[str, Any]:
    """Return words as a board draws them."""
    grains = unit.grains
    is_font = script.half_points is not None
    return {
        # A hand's letters are drawn as high as its lines leave room for.
        "em": (script.em if is_font else script.pitch * 3 // 4) / grains,
        "pitch": script.pitch / grains,
        "font": script.name if is_font else "",
        "colour": colour,
        "lines": [
            {
                "text": line.text,
                "x": line.span.x / grains,
                "y": line.span.y / grains,
                "width": line.width / grains,
                "turn": line.span.turn / 100,
            }
            for line in lines
        ],
        "grounds": [
            {
                "x": ground.x / grains,
                "y": ground.y / grains,
                "width": ground.size.width / grains,
                "height": ground.size.height / grains,
                "ruled": ground.ruled,
                "words": f"{with_unit(ground.size.width, unit)} × {with_unit(ground.size.height, unit)}",
            }
            for ground in grounds
        ],
    }


def stories_answer(stories: Mapping[str, Story], blocks: Iterable[Block], unit: Unit) -> list[dict[str, Any]]:
    """Return a page's stories as they lie; one whose block is not there lies nowhere."""
    blocks = tuple(blocks)
    found = []
    for name, story in stories.items():
        lying = as_it_lies(story, blocks) if story.sheet is None else None
        lines, grounds = (lying.lines, lying.grounds) if lying else ((), ())
        found.append(
            {
                "name": name,
                "text": story.text,
                "way": story.way.value,
                "where": story.where,
                "script": story.script,
                "half_points": story.wished or None,
                "block": story.block,
                "off_page": story.sheet is not None,
                "bare": story.way in BARE,
                "left_over": len(story.left_over.split()),
                **written_answer(story.writing, story.colour, lines, grounds, unit),
            }
        )
    return found
