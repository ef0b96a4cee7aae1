"""The lettering people own: sheets of letter stickers, die-cut letters, stamps, and shipped fonts.

An alphabet has one height, that of its capitals, and a width for each character at
that height; a font can be had at any height, its widths grow with it. Stickers and
die-cut letters run out: ``counts`` says how many of each are left. Widths by *class* are those of a
plain font, narrower or wider by a fixed part; common practice, no source.
"""

from __future__ import annotations

import re
import unicodedata
from collections.abc import Mapping
from dataclasses import dataclass, field
from enum import Enum
from typing import Final

from inkquilt.errors import CoreError
from inkquilt.lengths import INCH, Grains

#: Keys of shipped fonts begin so.
FONT_KEY: Final = "font "


class LetteringKind(Enum):
    """Where letters come from."""

    STICKERS = "stickers"
    DIE_CUT = "die-cut"
    STAMPS = "stamps"
    FONT = "font"


class WidthClass(Enum):
    """How wide letters are for their height."""

    NARROW = "narrow"
    PLAIN = "plain"
    WIDE = "wide"

    @property
    def percent(self) -> int:
        """Their width in hundredths of a plain letter's."""
        return {WidthClass.NARROW: 78, WidthClass.PLAIN: 100, WidthClass.WIDE: 124}[self]


#: The gap between two letters, and the space between two words, in hundredths of the height.
GAP: Final = 8
SPACE: Final = 36
#: A font is not set smaller or larger than this.
LEAST_HEIGHT: Final[Grains] = INCH // 4
MOST_HEIGHT: Final[Grains] = 3 * INCH


@dataclass(frozen=True, slots=True)
class Alphabet:
    """One alphabet. ``widths`` hold for ``height``; ``kerning`` moves the second of two letters, mostly closer.

    ``counts`` is None where letters never run out. ``scales`` for a font.
    """

    key: str
    name: str
    kind: LetteringKind
    height: Grains
    widths: Mapping[str, Grains]
    counts: Mapping[str, int] | None = None
    kerning: Mapping[str, Grains] = field(default_factory=dict)
    scales: bool = False

    def form_of(self, character: str) -> str | None:
        """Return how a character is set: itself, or its other case where only that is there; None if neither is."""
        for form in (character, character.upper(), character.lower()):
            if form in self.widths:
                return form
        return None

    def heights(self) -> tuple[Grains, ...]:
        """Return the heights it can be had at, the largest first: a font in steps of 1/8 in."""
        if not self.scales:
            return (self.height,)
        return tuple(range(MOST_HEIGHT, LEAST_HEIGHT - 1, -INCH // 8))

    def width(self, form: str, height: Grains) -> Grains:
        """Return a letter's width at a height, rounded up to a whole grain."""
        return -(-self.widths[form] * height // self.height)

    def gap(self, before: str, after: str, height: Grains) -> Grains:
        """Return the gap between two letters at a height."""
        kern = self.kerning.get(before + after, 0) * height // self.height
        return height * GAP // 100 + kern if self.kind is not LetteringKind.FONT else kern

    def space(self, height: Grains) -> Grains:
        """Return the space between two words at a height."""
        return self.width(" ", height) if " " in self.widths else height * SPACE // 100


def widths_by_class(plain: Mapping[str, int], height: Grains, width: WidthClass, characters: str) -> dict[str, Grains]:
    """Return widths of these characters at a height.

    ``plain`` gives those of a plain font in thousandths of its height; a character it has not is as
    wide as it is high.
    """
    return {
        character: height * plain.get(character, 1000) * width.percent // 100_000
        for character in dict.fromkeys(characters)
        if not character.isspace()
    }


#: A letter with its count, and a comma before or after it.
_COUNTED: Final = re.compile(r"(?:^|,)\s*\S\s*[:×x]?\s*\d+\s*(?:,|$)")


class UnreadableLetters(CoreError):
    """Letters of a sheet that cannot be read."""

    code = "unreadable-letters"


def read_letters(text: str) -> dict[str, int]:
    """Read how many of each letter a sheet has: the letters as they stand on it, or with counts and commas.

    >>> read_letters("AAB &"), read_letters("a 3, b 1, &2")
    ({'A': 2, 'B': 1, '&': 1}, {'a': 3, 'b': 1, '&': 2})

    Raises ``UnreadableLetters``.
    """
    text = unicodedata.normalize("NFC", text)
    if "," not in text or not _COUNTED.search(text):
        counts: dict[str, int] = {}
        for character in text:
            if not character.isspace():
                counts[character] = counts.get(character, 0) + 1
    else:
        counts = dict(_counted(part) for part in text.split(",") if part.strip())
    if not counts:
        raise UnreadableLetters("Which letters are on it? AAABBCDE would do, or A 3, B 2, C 1.")
    return counts


def _counted(part: str) -> tuple[str, int]:
    letter, count = part.strip()[0], part.strip()[1:].strip(" :×x") or "1"
    if not count.isdecimal() or int(count) > 999:
        raise UnreadableLetters(f"“{part.strip()[:20]}” is no letter with its count. A 3 would do.")
    return letter, int(count)
