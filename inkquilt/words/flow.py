"""Text flowed into lines: as much as goes on each, words kept whole, paragraphs begun anew.

A *span* is room for one line: its top left corner, its length, and how it is turned about that
corner. A word longer than the longest line is broken where the line ends.
"""

from __future__ import annotations

import math
from collections import deque
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Final

import shapely
from shapely.geometry.base import BaseGeometry

from inkquilt.errors import CoreError
from inkquilt.lengths import INCH, Grains
from inkquilt.sketch.geometry import Box
from inkquilt.words.script import Script

#: Longer texts are not laid on one page.
LONGEST_TEXT: Final = 80_000
#: A shorter line holds no word.
LEAST_SPAN: Final[Grains] = INCH // 2
_BREAK: Final = "\n"
#: Plain prose to reckon with where there is no text yet.
_PROSE: Final = (
    "we had meant to stay for an hour and came home after dark with sand in our shoes and the whole story still to "
    "tell because nobody at home would believe how the day had gone or who had been the first to laugh about it"
)
SAMPLE: Final = tuple(_PROSE.split())


class TextTooLong(CoreError):
    """More text than a page takes."""

    code = "text-too-long"


@dataclass(frozen=True, slots=True)
class Span:
    """Room for one line: its top left corner, its length, and its turn about that corner (hundredths of a degree)."""

    x: Grains
    y: Grains
    length: Grains
    turn: int = 0


@dataclass(frozen=True, slots=True)
class WrittenLine:
    """A line as it is written; ``width`` is that of its text."""

    text: str
    span: Span
    width: Grains


@dataclass(frozen=True, slots=True)
class Flow:
    """Lines, and the text for which there was no room."""

    lines: tuple[WrittenLine, ...]
    left_over: str = ""

    @property
    def fits(self) -> bool:
        """Whether everything has a place."""
        return not self.left_over


def flow(text: str, script: Script, spans: Sequence[Span]) -> Flow:
    """Write a text into spans, one after the other. Raises ``TextTooLong``."""
    if len(text) > LONGEST_TEXT:
        raise TextTooLong(f"A page takes up to {LONGEST_TEXT} characters of text; this has {len(text)}.")
    rooms = [script.room(span.length) for span in spans]
    longest = max(rooms, default=0)
    words = deque(_words(text))
    lines = []
    for span, room in zip(spans, rooms, strict=True):
        while words and words[0] == _BREAK:
            words.popleft()
        line = _take_line(words, script, room, longest)
        if line:
            lines.append(WrittenLine(line, span, script.width(line)))
    return Flow(tuple(lines), " ".join(words).replace(f" {_BREAK} ", _BREAK).strip())


def _words(text: str) -> Iterator[str]:
    """Yield words, with a line break between paragraphs."""
    for number, paragraph in enumerate(filter(str.strip, text.splitlines())):
        if number:
            yield _BREAK
        yield from paragraph.split()


def _take_line(words: deque[str], script: Script, room: int, longest: int) -> str:
    """Take the words of the next line; nothing where the first does not fit and a longer line is to come."""
    line, units = "", 0
    while words and words[0] != _BREAK:
        before = script.kerning.get(line[-1] + " ", 0) if line else 0
        piece = f" {words[0]}" if line else words[0]
        fits, more = script.fitting(piece, room - units - before)
        if fits < len(piece):
            break
        line, units = line + piece, units + before + more
        words.popleft()
    if line or not words or script.fitting(words[0], longest)[0] == len(words[0]):
        return line
    word = words[0]
    cut = min(script.fitting(word, room)[0], len(word) - 1)
    if cut:
        words[0] = word[cut:]
    return word[:cut]


# -- spans ------------------------------------------------------------------------------------


def spans_in(box: Box, pitch: Grains, inset: Grains = 0) -> tuple[Span, ...]:
    """Return the lines of a box, its inset left free on every side."""
    length = box.x.length - 2 * inset
    count = max(0, box.y.length - 2 * inset) // pitch
    if length < LEAST_SPAN:
        return ()
    return tuple(Span(box.x.low + inset, box.y.low + inset + row * pitch, length) for row in range(count))


def spans_within(region: BaseGeometry, pitch: Grains, inset: Grains = 0) -> tuple[Span, ...]:
    """Return the lines in a region of any outline: of every row the stretches that lie wholly within it."""
    inner = shapely.buffer(region, -inset, join_style="mitre") if inset else region
    if inner.is_empty:
        return ()
    left, top, right, bottom = inner.bounds
    found = []
    first = math.ceil(top)
    for row in range(int((bottom - first) // pitch)):
        y = first + row * pitch
        band = shapely.box(left - 1, y, right + 1, y + pitch)
        for low, high in _whole(band.difference(inner), left):
            if high - low >= LEAST_SPAN:
                found.append(Span(math.ceil(low), y, math.floor(high) - math.ceil(low)))
    return tuple(found)


def _whole(outside: BaseGeometry, left: float) -> list[tuple[float, float]]:
    """Return the stretches over which nothing of a row lies outside; what lies outside goes on past both ends."""
    parts = [part for part in getattr(outside, "geoms", [outside]) if part.area > 1]
    ends = sorted((part.bounds[0], part.bounds[2]) for part in parts)
    found, at = [], left
    for low, high in ends:
        if low > at:
            found.append((at, low))
        at = max(at, high)
    return found


# -- how much ----------------------------------------------------------------------------------


@dataclass(frozen=True, slots=True)
class Capacity:
    """How much goes somewhere: words of plain prose, characters of it, and lines."""

    words: int
    characters: int
    lines: int


def capacity(script: Script, spans: Sequence[Span]) -> Capacity:
    """Return how much plain prose goes into spans."""
    average = script.units(" ".join(SAMPLE)) / len(SAMPLE)
    most = int(sum(script.room(span.length) for span in spans) / average) + 20
    text = " ".join(SAMPLE[n % len(SAMPLE)] for n in range(min(most, LONGEST_TEXT // 6)))
    written = flow(text, script, spans)
    lines = [line.text for line in written.lines]
    words = sum(len(line.split()) for line in lines)
    return Capacity(words, sum(len(line) for line in lines) + max(0, len(lines) - 1), len(lines))


def prose(words: int) -> str:
    """Return so many words of plain prose."""
    return " ".join(SAMPLE[n % len(SAMPLE)] for n in range(words))


def least_height(text: str, script: Script, width: Grains, inset: Grains = 0) -> Grains | None:
    """Return the height of the shortest block of a width that holds a text; None when it is too narrow."""
    length = width - 2 * inset
    if length < LEAST_SPAN:
        return None
    count = sum(1 for _ in _words(text)) + script.units(text) // max(1, script.room(length)) + 2
    written = flow(text, script, [Span(0, row * script.pitch, length) for row in range(count)])
    if not written.fits:
        return None
    last = written.lines[-1].span.y + script.pitch if written.lines else 0
    return last + 2 * inset
