"""Text in strips about as full as each other: no strip holds a single word where its neighbours can give one.

Each paragraph takes as few lines as it needs at all; among all ways to break it into these the sum of the
squares of what is left empty is least, after D. E. Knuth and M. F. Plass, *Breaking Paragraphs into Lines*,
Software: Practice and Experience 11 (1981), in its simplest form, from memory.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import replace
from functools import cache
from typing import Final

from inkquilt.words.flow import Flow, Span, WrittenLine, flow
from inkquilt.words.script import Script

#: What a strip of one word costs: as much as one that is empty.
_LONE: Final = 1.0


def balanced_flow(text: str, script: Script, spans: Sequence[Span]) -> Flow:
    """Write a text into the spans that ``flow`` needs for it, each about as full as the others. Raises ``TextTooLong``.

    What does not fit, and a paragraph with a word that has to be broken, is written as ``flow`` writes it.
    """
    written = flow(text, script, spans)
    if not written.fits:
        return written
    lines: list[WrittenLine] = []
    at = 0
    for paragraph in filter(str.strip, text.splitlines()):
        words = paragraph.split()
        taken = _lines_of(written.lines[at:], words)
        at += len(taken)
        broken = " ".join(line.text for line in taken).split() != words
        lines += taken if broken else _balanced(words, script, taken)
    return replace(written, lines=tuple(lines))


def _lines_of(lines: Sequence[WrittenLine], words: Sequence[str]) -> list[WrittenLine]:
    """Return the first lines: those that hold these words."""
    wanted, found = len("".join(words)), list[WrittenLine]()
    for line in lines:
        if wanted <= 0:
            break
        wanted -= len("".join(line.text.split()))
        found.append(line)
    return found


def _balanced(words: Sequence[str], script: Script, lines: Sequence[WrittenLine]) -> list[WrittenLine]:
    """Break words anew over the spans of lines that hold them."""
    spans = [line.span for line in lines]
    count = len(spans)
    latest = _latest(lines)
    earliest = _earliest(words, script, spans)

    def cost(begin: int, end: int, row: int) -> float:
        room = script.room(spans[row].length)
        width = script.units(" ".join(words[begin:end]))
        if begin >= end or width > room:
            return math.inf
        lone = _LONE if end - begin == 1 and len(words) > count else 0.0
        return (1 - width / room) ** 2 + lone

    @cache
    def best(begin: int, row: int) -> tuple[float, int]:
        """Return the least cost of the words from here on in the rows from here on, and where this row ends."""
        if row == count - 1:
            return cost(begin, len(words), row), len(words)
        ends = range(max(begin + 1, earliest[row + 1]), latest[row + 1] + 1)
        return min(((cost(begin, end, row) + best(end, row + 1)[0], end) for end in ends), default=(math.inf, begin))

    found, begin = [], 0
    for row, span in enumerate(spans):
        end = best(begin, row)[1]
        text = " ".join(words[begin:end])
        found.append(WrittenLine(text, span, script.width(text)))
        begin = end
    return found


def _latest(lines: Sequence[WrittenLine]) -> list[int]:
    """Return the word with which each row begins at the latest: as it does when each takes all it can."""
    found = [0]
    for line in lines[:-1]:
        found.append(found[-1] + len(line.text.split()))
    return found


def _earliest(words: Sequence[str], script: Script, spans: Sequence[Span]) -> list[int]:
    """Return the word with which each row begins at the earliest: when each row from the last on takes all it can."""
    found, begin = [0] * len(spans), len(words)
    for row in range(len(spans) - 1, 0, -1):
        room, end = script.room(spans[row].length), begin
        while begin > 0 and script.units(" ".join(words[begin - 1 : end])) <= room:
            begin -= 1
        found[row] = begin
    return found
