"""Everything told of a story before it is written: the ways, what to mind about each, and what room is left."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Final

from inkquilt.colour import Rgb
from inkquilt.lengths import INCH, Grains, with_unit
from inkquilt.space import surfaces_of
from inkquilt.words.flow import least_height, prose
from inkquilt.words.journaling import PlaceHeld, journal_ways, places_left
from inkquilt.words.legible import TEXT, Beneath, legibility
from inkquilt.words.script import Script, runs_leftward
from inkquilt.words.stories import INSET, ON_CARD, JournalPage, JournalSetting, JournalWay

#: So many ways to write on the page itself; those beside it are few and always told.
MOST_WAYS: Final = 14
#: So many of one kind: the same way in ever smaller gaps is no other choice.
_OF_A_KIND: Final = 3
MOST_PLACES: Final = 12
#: Where no block is there to fill, the shortest block is told for this width.
_USUAL_WIDTH: Final[Grains] = 3 * INCH


@dataclass(frozen=True, slots=True)
class StoryTold:
    """The ways with what to mind about each, the places left, and how short a block can be."""

    ways: tuple[JournalSetting, ...]
    minded: tuple[tuple[str, ...], ...]
    places: tuple[PlaceHeld, ...]
    shortest: str


def story_told(
    text: str, words: int, script: Script, ink: Rgb, on: JournalPage, papers: Mapping[str, Beneath]
) -> StoryTold:
    """Return the best ways to write a text, or so many words. ``papers`` by block. Raises ``CoreError``."""
    ways = _told_of(journal_ways(text or prose(words), script, on))
    if words and not text:  # a wish is not a text: its lines are only ruled
        ways = tuple(replace(way, lines=tuple(replace(line, text="") for line in way.lines)) for way in ways)
    return StoryTold(
        ways,
        tuple(_minded(way, script, ink, on, papers) for way in ways),
        places_left(script, on)[:MOST_PLACES],
        _shortest(text or prose(words), script, on),
    )


def _told_of(ways: Sequence[JournalSetting]) -> tuple[JournalSetting, ...]:
    """Return the best few of each kind, in their order."""
    seen: Counter[JournalWay] = Counter()
    found = []
    for way in ways:
        seen[way.way] += 1
        if seen[way.way] <= _OF_A_KIND:
            found.append(way)
    on_page = [way for way in found if not way.hidden][:MOST_WAYS]
    return tuple(way for way in found if way.hidden or way in on_page)


def _minded(
    way: JournalSetting, script: Script, ink: Rgb, on: JournalPage, papers: Mapping[str, Beneath]
) -> tuple[str, ...]:
    found = list(way.told)
    missing = script.missing(" ".join(line.text for line in way.lines) + way.left_over)
    if missing:
        found.append(f"{script.name} has no {' '.join(missing[:12])}: write it by hand, or with other words")
    if runs_leftward(" ".join(line.text for line in way.lines)):
        found.append("written from right to left: begin each line at its right end")
    if way.way is JournalWay.ROUND_PAGE or way.way is JournalWay.ROUND_PHOTO:
        found.append(f"{with_unit(way.length, on.page.unit)} of line in all")
    if way.way not in ON_CARD and not way.hidden:
        found += _reading(way, ink, on, papers)
    return tuple(found)


def _reading(way: JournalSetting, ink: Rgb, on: JournalPage, papers: Mapping[str, Beneath]) -> list[str]:
    if way.way is JournalWay.ON_PHOTO:
        return ["a pen for glossy surfaces, and let it dry"]
    blocks = [block for block in on.blocks if block.id != way.block]
    surfaces = surfaces_of(blocks, on.page, on.taken)
    spans = [line.span for line in way.lines]
    seen = legibility(spans, way.script.pitch, ink, surfaces, papers)
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
