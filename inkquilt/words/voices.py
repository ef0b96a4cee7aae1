"""Several voices on one page: each paragraph of a text in a place of its own, near the photo it is about.

A voice is about a photo when it shares a word with what is told of that photo. Common practice, no source.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import permutations
from typing import Final

from inkquilt.lengths import INCH
from inkquilt.sketch.geometry import Box, box
from inkquilt.sketch.model import Block, Role
from inkquilt.words.flow import Flow, Span, flow, spans_in
from inkquilt.words.naming import naming_words
from inkquilt.words.places import FreePlace, PlaceKind
from inkquilt.words.script import Script
from inkquilt.words.stories import INSET, MOST_VOICES, JournalPage

#: Of so many places the voices have their choice.
_MOST_PLACES: Final = 8
#: A word that has no place weighs more than any distance.
_WORD: Final = 1_000.0
#: A voice that is about nothing on the page goes where the reading goes: so much for each place further down.
_STEP: Final = 0.5


@dataclass(frozen=True, slots=True)
class Voices:
    """A text in several places: its lines, the lines there are, and where each voice stands."""

    flow: Flow
    spans: tuple[Span, ...]
    told: tuple[str, ...]


def voices_of(text: str) -> list[str]:
    """Return the voices of a text: its paragraphs."""
    return [voice.strip() for voice in text.splitlines() if voice.strip()]


def in_voices(text: str, script: Script, on: JournalPage, places: Sequence[FreePlace]) -> Voices | None:
    """Write each voice of a text in a place of its own; None where there are not two of each.

    Raises ``TextTooLong``.
    """
    voices = voices_of(text)[:MOST_VOICES]
    open_ = [
        place for place in places if place.kind is not PlaceKind.PHOTO and spans_in(place.box, script.pitch, INSET)
    ][:_MOST_PLACES]
    if min(len(voices), len(open_)) < 2:
        return None
    over = voices_of(text)[MOST_VOICES:]
    abouts = [_about(voice, on) for voice in voices]
    spans = [spans_in(place.box, script.pitch, INSET) for place in open_]
    flows = [[flow(voice, script, lines) for lines in spans] for voice in voices]
    costs = [
        [_cost(flows[v][p], place, rank, abouts[v], v) for p, (place, rank) in enumerate(_in_reading_order(open_))]
        for v in range(len(voices))
    ]
    chosen = cheapest(costs)
    # More voices than places: the last ones have none.
    kept = [(v, chosen[v]) for v in sorted(chosen)]
    left = [flows[v][p].left_over for v, p in kept if flows[v][p].left_over]
    left += [voice for v, voice in enumerate(voices) if v not in chosen] + over
    lines = tuple(line for v, p in kept for line in flows[v][p].lines)
    told = tuple(_told(voices[v], open_[p], abouts[v]) for v, p in kept)
    return Voices(Flow(lines, "\n".join(left)), tuple(span for _, p in kept for span in spans[p]), told)


def cheapest(costs: Sequence[Sequence[float]]) -> dict[int, int]:
    """Return for each row the column that is its own, so that all together cost least; rows without one are left out.

    Every choice is looked at: of four voices in eight places there are 1,680.
    """
    rows, columns = range(len(costs)), range(len(costs[0]))
    if len(rows) <= len(columns):
        found = (dict(zip(rows, chosen, strict=True)) for chosen in permutations(columns, len(rows)))
    else:
        found = (dict(zip(chosen, columns, strict=True)) for chosen in permutations(rows, len(columns)))
    return min(found, key=lambda chosen: sum(costs[row][column] for row, column in chosen.items()))


def _in_reading_order(places: Sequence[FreePlace]) -> list[tuple[FreePlace, int]]:
    """Return places as they are, each with its turn when a page is read from the top left."""
    order = sorted(range(len(places)), key=lambda n: (places[n].box.y.low, places[n].box.x.low))
    return [(place, order.index(n)) for n, place in enumerate(places)]


def _cost(written: Flow, place: FreePlace, rank: int, about: Block | None, voice: int) -> float:
    over = _WORD * len(written.left_over.split())
    if about is None:
        return over + _STEP * abs(rank - voice)
    return over + _apart(place.box, box(about)) / INCH


def _apart(one: Box, other: Box) -> float:
    """Return how far two boxes are apart, each way added."""
    return float(
        sum(max(0, b.low - a.high, a.low - b.high) for a, b in ((one.x, other.x), (one.y, other.y)))
    )  # fmt: skip


def _about(voice: str, on: JournalPage) -> Block | None:
    """Return the photo a voice names with the most words."""
    mine = naming_words(voice)
    shared = {
        block.id: len(mine & naming_words(on.about.get(block.id, "")))
        for block in on.blocks
        if block.role is Role.PHOTO
    }
    best = max(shared, key=lambda name: shared[name], default=None)
    return next((b for b in on.blocks if b.id == best), None) if best is not None and shared[best] else None


def _told(voice: str, place: FreePlace, about: Block | None) -> str:
    words = voice.split()
    said = " ".join(words[:4]) + ("…" if len(words) > 4 else "")
    beside = f", near {about.name}, which it names" if about is not None else ""
    return f"“{said}” in {place.name}{beside}"
