"""Ways to write a story, as the API tells of them."""

from typing import Any

from inkquilt.composition.changes import Writing
from inkquilt.lengths import Unit, with_unit
from inkquilt.words.journaling import PlaceHeld
from inkquilt.words.stories import BARE, JournalSetting
from server.pages.journaling import written_answer
from server.writing.stories import StoryWays

#: Less room than for so many words more is not worth telling.
_SPARE = 5


def story_ways_answer(found: StoryWays, unit: Unit) -> dict[str, Any]:
    """Return the ways to write a story."""
    told = found.told
    return {
        "ways": [_way(way, minded, found.writing, unit) for way, minded in zip(told.ways, told.minded, strict=True)],
        "places": [_place(place, unit) for place in told.places],
        "shortest": told.shortest,
        "prompts": list(found.questions),
    }


def _way(way: JournalSetting, minded: tuple[str, ...], writing: Writing, unit: Unit) -> dict[str, Any]:
    lines, grounds = ((), ()) if way.sheet else (way.lines, way.grounds)
    return {
        "way": way.way.value,
        "where": way.where,
        "words": _words(way),
        "fits": way.fits,
        "off_page": way.sheet is not None,
        "sheet": f"{with_unit(way.sheet.width, unit)} × {with_unit(way.sheet.height, unit)}" if way.sheet else "",
        "minded": list(minded),
        "block": way.block,
        "bare": way.way in BARE,
        **written_answer(way.script, writing.colour, lines, grounds, unit),
    }


def _words(way: JournalSetting) -> str:
    """Say how much goes there: of her words, or of plain prose where nothing is written yet."""
    size = f", {way.script.half_points / 2:g} points" if way.script.half_points is not None else ""
    count = len(way.lines)
    lines = f"{count} line{'' if count == 1 else 's'}{size}"
    over, written = len(way.left_over.split()), sum(len(line.text.split()) for line in way.lines)
    if not written:
        return f"{lines}, holds about {way.holds.words} words{f', {over} fewer than wished' if over else ''}"
    if over:
        return f"{lines}, holds {written} of your {written + over} words: {over} have no place"
    more = way.holds.words - written
    return f"{lines}, room for about {more} more words" if more >= _SPARE else lines


def _place(place: PlaceHeld, unit: Unit) -> dict[str, Any]:
    grains = unit.grains
    box = place.box
    return {
        "name": place.name,
        "kind": place.kind,
        "words": f"about {place.holds.words} words",
        "box": box and [box.x.low / grains, box.y.low / grains, box.x.high / grains, box.y.high / grains],
    }
