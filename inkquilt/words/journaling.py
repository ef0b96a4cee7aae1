"""The ways to write a story on a page, ranked, each with what has to be cut and every line in its place.

Card and flap sizes are those of pocket cards; how likely a way is wanted before another is
common practice, no source. What counts, in this order: that the text fits, that it shows, that it
is written no smaller than wished, the usual order of the ways, and a place that is neither
crammed nor half empty.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from inkquilt.sketch.geometry import Box
from inkquilt.words.balanced import balanced_flow
from inkquilt.words.flow import Capacity, Flow, Span, capacity, flow, spans_in
from inkquilt.words.places import FreePlace, round_page, round_photos
from inkquilt.words.rooms import (
    date_block,
    empty_rooms,
    in_blocks,
    in_gaps,
    in_parts,
    labelled,
    off_page,
    on_printed,
    printed_places,
    printed_spans,
    rounds,
    shaped,
    strip_at,
)
from inkquilt.words.script import Script, sizes_of
from inkquilt.words.stories import (
    DATE_WORDS,
    INSET,
    QUOTATION,
    JournalPage,
    JournalSetting,
    JournalWay,
    Maker,
    Room,
)
from inkquilt.words.voices import in_voices


def journal_ways(text: str, script: Script, on: JournalPage) -> tuple[JournalSetting, ...]:
    """Return the ways to write a text, the best first; without a text, places that look finished when left empty.

    Fonts are made smaller only where that makes the text fit. Raises ``TextTooLong``.
    """
    places = on.places
    if not text.strip():
        return tuple(_settings("", (script,), empty_rooms(on, places)))
    makers = [in_blocks(on), on_printed(on), in_gaps(on, places), in_parts(places)]
    makers += [labelled(on, places), shaped(on), rounds(on), off_page(on)]
    if len(text.split()) <= DATE_WORDS:
        makers.append(date_block(text, places))
    found: list[JournalSetting] = []
    for maker in makers:
        found += _settings(text, sizes_of(script), maker)
    found += _in_voices(text, sizes_of(script), on, places)
    if len(text.split()) > QUOTATION:
        found = [one for one in found if one.way is not JournalWay.QUOTATION]
    best: dict[tuple[JournalWay, str], JournalSetting] = {}
    for setting in sorted(found, key=lambda one: one.worth):
        best.setdefault((setting.way, setting.where), setting)
    return tuple(best.values())


def _settings(text: str, scripts: Sequence[Script], maker: Maker) -> Iterator[JournalSetting]:
    """Yield each room with the text in it, in the largest size that fits, or else in the smallest."""
    open_: dict[tuple[JournalWay, str], JournalSetting] = {}
    done: set[tuple[JournalWay, str]] = set()
    for script in scripts:
        for room in maker(script):
            key = (room.way, room.where)
            if key in done or not room.spans:
                continue
            written = _written(text, script, room)
            setting = _setting(room, script, written, scripts[0].half_points)
            open_[key] = setting
            if written.fits:
                done.add(key)
    yield from open_.values()


def _written(text: str, script: Script, room: Room) -> Flow:
    """Write a text in a room; strips are about as long as each other."""
    write = balanced_flow if room.way in (JournalWay.STRIPS, JournalWay.SPREAD) else flow
    return write(text, script, room.spans)


def _setting(room: Room, script: Script, written: Flow, wished: int | None) -> JournalSetting:
    grounds = room.grounds
    if room.way in (JournalWay.STRIPS, JournalWay.SPREAD):
        grounds = tuple(strip_at(line, script) for line in written.lines)
    holds = capacity(script, room.spans)
    return JournalSetting(
        room.way, room.where, script, written.lines, holds, grounds, written.left_over, room.block, room.sheet,
        room.sides, wished,
    )  # fmt: skip


def _in_voices(
    text: str, scripts: Sequence[Script], on: JournalPage, places: Sequence[FreePlace]
) -> Iterator[JournalSetting]:
    """Yield a text with each voice in a place of its own, in the largest size that fits, or else in the smallest."""
    setting = None
    for script in scripts:
        voices = in_voices(text, script, on, places)
        if voices is None:
            return
        room = Room(JournalWay.VOICES, "each near what it is about", voices.spans)
        setting = replace(_setting(room, script, voices.flow, scripts[0].half_points), told=voices.told)
        if setting.fits:
            break
    if setting is not None:
        yield setting


@dataclass(frozen=True, slots=True)
class PlaceHeld:
    """A place on a finished page with what it holds."""

    name: str
    kind: str
    box: Box | None
    spans: tuple[Span, ...]
    holds: Capacity


def places_left(script: Script, on: JournalPage) -> tuple[PlaceHeld, ...]:
    """Return where words can still go on a finished page, with how many of them; the roomiest first."""
    found = []
    for place in on.places:
        spans = spans_in(place.box, script.pitch, INSET)
        found.append(PlaceHeld(place.name, place.kind.value, place.box, spans, capacity(script, spans)))
    for one, free in printed_places(on):
        what, spans = "lines" if one.pitch else "frame", printed_spans(one, free, script.pitch)
        found.append(PlaceHeld(f"the printed {what} “{one.name}”", "printed", None, spans, capacity(script, spans)))
    for photo, ring in round_photos(on.blocks, on.page, script.pitch, on.taken):
        found.append(PlaceHeld(f"round {photo.name}", "outline", None, ring, capacity(script, ring)))
    edges = round_page(on.blocks, on.page, script.pitch, on.taken)
    if edges:
        found.append(PlaceHeld("round the page", "outline", None, edges, capacity(script, edges)))
    return tuple(sorted((one for one in found if one.holds.words), key=lambda one: -one.holds.words))
