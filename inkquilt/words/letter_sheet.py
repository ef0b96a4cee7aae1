"""A sheet of letters as it was photographed: the letters in the order of reading, how high and how wide they are.

What was found are marks: the dot of an i is one of its own, and is put to its stem. What each letter is she says, in
the order in which they stand.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from statistics import median
from typing import Final

from inkquilt.lengths import INCH, Grains
from inkquilt.sketch.model import Size
from inkquilt.words.alphabets import GAP, UnreadableLetters, WidthClass
from inkquilt.words.spelling import characters_of

#: Of a photograph heights are told to this.
FINEST: Final[Grains] = INCH // 16
#: A mark lower than this part of the others, right above one of them, is its dot or accent.
_DOT: Final = 0.45
#: Letters whose middles differ by less than this part of their height stand in one row.
_ROW: Final = 0.6
#: As high as a capital.
_TALL: Final = frozenset("bdfhklt&!?")


@dataclass(frozen=True, slots=True)
class Mark:
    """Something printed on the sheet: its middle, and the upright box round it, in grains. ``number`` names it."""

    number: int
    x: Grains
    y: Grains
    size: Size

    @property
    def top(self) -> float:
        """Its upper edge."""
        return self.y - self.size.height / 2

    @property
    def bottom(self) -> float:
        """Its lower edge."""
        return self.y + self.size.height / 2


@dataclass(frozen=True, slots=True)
class Measured:
    """The height of its capitals, and how wide its letters are for that."""

    height: Grains
    width: WidthClass


def in_reading_order(marks: Sequence[Mark]) -> tuple[Mark, ...]:
    """Return the letters row by row, each from left to right, dots put to their stems."""
    if not marks:
        return ()
    letters = _with_dots(marks)
    usual = median(letter.size.height for letter in letters)
    rows: list[list[Mark]] = []
    for letter in sorted(letters, key=lambda one: one.y):
        if rows and abs(letter.y - median(one.y for one in rows[-1])) < _ROW * usual:
            rows[-1].append(letter)
        else:
            rows.append([letter])
    return tuple(letter for row in rows for letter in sorted(row, key=lambda one: one.x))


def _with_dots(marks: Sequence[Mark]) -> list[Mark]:
    usual = median(mark.size.height for mark in marks)
    small = [mark for mark in marks if mark.size.height < _DOT * usual]
    letters = [mark for mark in marks if mark not in small]
    for dot in small:
        below = [one for one in letters if _is_over(dot, one, usual)]
        if not below:
            letters.append(dot)  # a dash or a full stop is a letter of its own
            continue
        stem = min(below, key=lambda one: one.top - dot.bottom)
        left = min(stem.x - stem.size.width / 2, dot.x - dot.size.width / 2)
        right = max(stem.x + stem.size.width / 2, dot.x + dot.size.width / 2)
        whole = Size(round(right - left), round(stem.bottom - dot.top))
        letters[letters.index(stem)] = Mark(
            stem.number, round((left + right) / 2), round((dot.top + stem.bottom) / 2), whole
        )
    return letters


def _is_over(dot: Mark, letter: Mark, usual: float) -> bool:
    beside = abs(dot.x - letter.x) > (dot.size.width + letter.size.width) / 2
    return not beside and -0.1 * usual <= letter.top - dot.bottom <= _DOT * usual


def measured(text: str, sizes: Sequence[Size], plain: Mapping[str, int]) -> Measured:
    """Return how high and wide letters are of which each was found: ``text`` names them in their order.

    ``plain`` gives the widths of a plain font in thousandths of its height. Raises ``UnreadableLetters`` where there
    are not as many as were found.
    """
    letters = characters_of(text)
    if len(letters) != len(sizes):
        raise UnreadableLetters(
            f"{len(sizes)} letters were found and {len(letters)} typed: type each of them, in the order they stand."
        )
    both = list(zip(letters, sizes, strict=True))
    tall = [size.height for letter, size in both if letter.isupper() or letter.isdigit() or letter in _TALL]
    exact = median(tall or [max(size.height for size in sizes)])
    height = max(FINEST, round(exact / FINEST) * FINEST)
    # A font's letters bring the gaps between them, what is found of a letter does not.
    known = [(size.width + exact * GAP / 100, plain[letter]) for letter, size in both if letter in plain]
    usual = sum(width for _, width in known) * exact / 1000
    part = 100 * sum(width for width, _ in known) / usual if usual else 100
    return Measured(height, min(WidthClass, key=lambda one: abs(one.percent - part)))
