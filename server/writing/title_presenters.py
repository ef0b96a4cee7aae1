"""Ways to set a title, as the API tells of them."""

from collections.abc import Iterator, Mapping
from typing import Any

from inkquilt.colour import Rgb, read_colour
from inkquilt.composition.changes import Lettering
from inkquilt.composition.changes.accents import puts_of
from inkquilt.composition.changes.contents import SetTitle
from inkquilt.composition.changes.title_later import LayTitle
from inkquilt.composition.document import PageDocument
from inkquilt.composition.lettering import lettering_from
from inkquilt.lengths import Unit, format_nearest, with_unit
from inkquilt.sketch import Block, Role, Shape
from inkquilt.suggestions.underlays import laid_before, standing_out, under_setting, underlay_words
from inkquilt.words import TitleSetting, TitleWay
from inkquilt.words.readable import Readability, Underlay, UnderlayKind
from inkquilt.words.spelling import shortages
from inkquilt.words.title_later import TitlePart, TitleSpot
from server.pages.accents import accent_answer
from server.pages.change_serializers import written_change
from server.pages.title_lettering import lettering_answer
from server.writing.titles import TitleSpots, TitleWays


def ways_answer(found: TitleWays, block: Block, lettering: Lettering, document: PageDocument) -> dict[str, Any]:
    """Return the ways to set a title."""
    unit = document.unit
    names = {alphabet.key: alphabet.name for alphabet in lettering.alphabets}
    return {
        "ways": [
            {
                **_way(way, reading, block, lettering.colours, names, unit),
                "underlays": list(_underlays(way, reading, block, lettering.colours, found.plain, document)),
            }
            for way, reading in zip(found.ways, found.reading, strict=True)
        ],
        "used_on": list(found.used_on),
        "taken": found.taken,
    }


def spots_answer(
    found: TitleSpots, alphabet: str, colours: Mapping[str, str], document: PageDocument
) -> dict[str, Any]:
    """Return where a title can still go, with the change that lays it there."""
    unit = document.unit
    carried = {name for block in document.blocks for name in block.of}
    outermost = [block for block in document.blocks if block.id not in carried]
    return {
        "spots": [
            {
                "kind": spot.kind.value,
                "where": spot.where,
                "words": spot.words(unit),
                "parts": [_part(part, colours, unit) for part in spot.parts],
                "moved": [
                    _moved(block, spot, unit) for block in outermost if block.id in spot.moved
                ],
                "change": written_change(
                    LayTitle(text=" ".join(part.text for part in spot.parts), where=spot.where, alphabet=alphabet)
                ),
            }
            for spot in found.spots
        ],
        "used_on": list(found.used_on),
    }  # fmt: skip


def _part(part: TitlePart, colours: Mapping[str, str], unit: Unit) -> dict[str, Any]:
    x, y, grains = part.box.x, part.box.y, unit.grains
    place = Block("", Role.TITLE, Shape.RECT, x.low, y.low, x.length, y.length)
    return {
        "text": part.text,
        "x": x.low / grains, "y": y.low / grains, "width": x.length / grains, "height": y.length / grains,
        **lettering_answer(lettering_from(part.setting, place, colours[part.setting.lines[0].alphabet]), unit),
    }  # fmt: skip


def _moved(block: Block, spot: TitleSpot, unit: Unit) -> dict[str, Any]:
    grains = unit.grains
    return {
        "x": (block.x + spot.across) / grains, "y": (block.y + spot.down) / grains,
        "width": block.width / grains, "height": block.height / grains,
    }  # fmt: skip


def _way(
    way: TitleSetting, reading: Readability, block: Block, colours: Mapping[str, str], names: dict[str, str], unit: Unit
) -> dict[str, Any]:
    colour = colours[way.lines[0].alphabet]
    return {
        "text": way.text,
        "way": way.way.value,
        "words": _words(way, names, unit),
        "fits": way.fits,
        "width": way.size.width / unit.grains,
        "height": way.size.height / unit.grains,
        "lines": [
            {
                "text": line.text,
                "alphabet": line.alphabet,
                "name": names[line.alphabet],
                "words": _line_words(line.letters[0].x, line.width, line.height, unit) if line.letters else "",
            }
            for line in way.lines
        ],
        **lettering_answer(lettering_from(way, block, colour), unit),
        "troubles": [*_troubles(way, unit), *_reading_troubles(reading, unit)],
        "notes": [*_smaller_words(way, names), *(one.words() for one in way.substitutes)],
    }


def _smaller_words(way: TitleSetting, names: dict[str, str]) -> Iterator[str]:
    """Say that a word is set smaller, and what that saves."""
    if way.smaller is not None:
        other = next(line for line in way.lines if line.alphabet != way.smaller.alphabet)
        small, large = names[way.smaller.alphabet], names[other.alphabet]
        yield f"“{way.smaller.text}” smaller, in {small}: it takes no letters of {large}"


def _underlays(
    way: TitleSetting,
    reading: Readability,
    block: Block,
    colours: Mapping[str, str],
    plain: tuple[Rgb, ...],
    document: PageDocument,
) -> Iterator[dict[str, Any]]:
    """Yield what can be laid under a title that is hard to read so, with the change that sets it and lays that."""
    before = laid_before(document.accents, block.id)
    others = [one for one in document.accents if one not in before]
    colour = standing_out(read_colour(colours[way.lines[0].alphabet]), plain)[0]
    for one in reading.underlays:
        laid = under_setting(one, block, way, colour, others, document.page)
        if laid:
            yield {
                "words": f"lay {underlay_words(one, document.unit)} under it",
                "accents": [accent_answer(piece, document.page, document.blocks) for piece in laid],
                "change": written_change(
                    SetTitle(
                        block=block.id,
                        title_way=way.way,
                        lines=tuple(line.text for line in way.lines),
                        alphabets=tuple(line.alphabet for line in way.lines),
                        put=puts_of(laid, document.unit),
                        take=tuple(piece.key for piece in before),
                    )
                ),
            }


def _line_words(start: int, width: int, height: int, unit: Unit) -> str:
    return (
        f"starts {format_nearest(start, unit)} in, {format_nearest(width, unit)} long, "
        f"{format_nearest(height, unit)} high, its middle at {format_nearest(start + width // 2, unit)}"
    )


def _words(way: TitleSetting, names: dict[str, str], unit: Unit) -> str:
    """Name a way in a few words: lines, alphabets, height."""
    used = list(dict.fromkeys(line.alphabet for line in way.lines))
    lines = {1: "one line", 2: "two lines", 3: "three lines"}.get(len(way.lines), f"{len(way.lines)} lines")
    if way.way is TitleWay.STACKED:
        lines = "a word a line"
    heights = " and ".join(dict.fromkeys(with_unit(line.height, unit) for line in way.lines))
    how = {TitleWay.STRAIGHT: "", TitleWay.STACKED: ""}.get(way.way, f", {way.way.value}")
    return f"{lines}{how}, {' and '.join(names[key] for key in used)} {heights}"


def _troubles(way: TitleSetting, unit: Unit) -> list[str]:
    found = []
    if way.over:
        found.append(f"{with_unit(way.over, unit)} too large for its place")
    return [*found, *shortages(way.missing)]


def _reading_troubles(reading: Readability, unit: Unit) -> list[str]:
    if reading.is_readable:
        return []
    letters = list(dict.fromkeys(one.letter for one in reading.letters if not one.is_readable))
    characters = {one.letter: one.character for one in reading.letters}
    worst = reading.worst
    assert worst is not None
    hard = "".join(characters[number] for number in letters)
    strip = next((one for one in reading.underlays if one.kind is UnderlayKind.STRIP), None)
    help_ = f"; a plain strip beneath of {_size(strip, unit)} would mend it" if strip else ""
    return [f"hard to read there: {hard} (contrast {worst.contrast:.1f} to 1, 3 is wanted){help_}"]


def _size(underlay: Underlay, unit: Unit) -> str:
    return f"{with_unit(underlay.size.width, unit)} × {with_unit(underlay.size.height, unit)}"
