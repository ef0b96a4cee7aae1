"""A page's stories, and what they are written in, as a board draws them."""

from collections.abc import Iterable, Mapping
from typing import Any

from inkquilt.composition.stories import Story, as_it_lies
from inkquilt.lengths import Unit, with_unit
from inkquilt.sketch import Block
from inkquilt.words.alphabets import FONT_KEY
from inkquilt.words.flow import WrittenLine
from inkquilt.words.script import Script, hand
from inkquilt.words.stories import BARE, Ground
from inkquilt_io.lettering import FONTS, drawn_size, text_font


def writing_in(story: Story) -> Script:
    """Return what a story is written in, at its size: the hand it was written in, or a shipped font."""
    if story.hand is not None:
        facts = story.hand
        return hand(story.script, facts.name, facts.characters, facts.line, facts.pitch)
    name = story.script.removeprefix(FONT_KEY)
    return text_font(name if name in FONTS else next(iter(FONTS)), story.size)


def written_answer(
    script: Script, colour: str, lines: Iterable[WrittenLine], grounds: Iterable[Ground], unit: Unit
) -> dict[str, Any]:
    """Return words as a board draws them."""
    grains = unit.grains
    return {
        "em": drawn_size(script) / grains,
        "pitch": script.pitch / grains,
        "font": script.name if script.half_points is not None else "",
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
                "points": [[x / grains, y / grains] for x, y in ground.shape.exterior.coords[:-1]]
                if ground.outline
                else [],
                "colour": ground.colour,
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
                **written_answer(writing_in(story), story.colour, lines, grounds, unit),
            }
        )
    return found
