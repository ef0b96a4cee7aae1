"""How journaling is written: somebody's own hand, or a shipped font at a size.

A *hand* is told by what can be measured at the desk: how many characters fill a line of a
known length, and how far apart the lines are. A font has the widths of its letters and its kerning.
Widths are exact sums of whole parts of an em (a line, for a hand), rounded up to a grain once.
"""

from __future__ import annotations

import unicodedata
from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from enum import Enum
from typing import Final

from inkquilt.errors import CoreError
from inkquilt.lengths import INCH, Grains

#: A printer's point.
POINTS_TO_INCH: Final = 72
#: Text is not set smaller or larger than this, in half points. Common practice, no source.
LEAST_HALF_POINTS: Final = 16
MOST_HALF_POINTS: Final = 48
USUAL_HALF_POINTS: Final = 22
#: From one line to the next, in hundredths of a font's size.
LEADING: Final = 135


class ScriptKind(Enum):
    """Who writes."""

    HAND = "hand"
    FONT = "font"


class UnreadableHand(CoreError):
    """Numbers of a hand that cannot be."""

    code = "unreadable-hand"


@dataclass(frozen=True, slots=True)
class Script:
    """A hand or font at one size. ``widths`` and ``kerning`` are in ``parts`` of ``em``, ``plain`` for the rest.

    ``half_points`` is a font's size; a hand has none.
    """

    key: str
    name: str
    kind: ScriptKind
    pitch: Grains
    em: Grains
    parts: int
    plain: int
    widths: Mapping[str, int] = field(default_factory=dict)
    kerning: Mapping[str, int] = field(default_factory=dict)
    half_points: int | None = None

    def units(self, text: str) -> int:
        """Return the width of a text in parts of the em."""
        widths, plain = self.widths, self.plain
        total = sum(widths.get(character, plain) for character in text)
        if self.kerning:
            total += sum(self.kerning.get(text[at : at + 2], 0) for at in range(len(text) - 1))
        return total

    def fitting(self, text: str, room: int) -> tuple[int, int]:
        """Return how many of a text's first characters go into a room, and their width, in parts of the em.

        What does not fit is not looked at, so that a text of any length costs no more than a line.
        """
        total = 0
        for at, character in enumerate(text):
            more = self.widths.get(character, self.plain)
            if self.kerning and at:
                more += self.kerning.get(text[at - 1 : at + 1], 0)
            if total + more > room:
                return at, total
            total += more
        return len(text), total

    def width(self, text: str) -> Grains:
        """Return the width of a text, rounded up to a whole grain."""
        return -(-self.units(text) * self.em // self.parts)

    def room(self, length: Grains) -> int:
        """Return how many parts of the em go into a length."""
        return length * self.parts // self.em

    def missing(self, text: str) -> tuple[str, ...]:
        """Return the characters a font has not, each once."""
        if self.kind is ScriptKind.HAND:
            return ()
        return tuple(dict.fromkeys(c for c in text if not c.isspace() and c not in self.widths))


def hand(key: str, name: str, characters: int, line: Grains, pitch: Grains) -> Script:
    """Return somebody's hand: so many characters fill a line, and lines are so far apart. Raises ``UnreadableHand``."""
    if not (4 <= characters <= 400 and INCH // 2 <= line <= 40 * INCH and INCH // 16 <= pitch <= 2 * INCH):
        raise UnreadableHand(
            "A hand is told by how many characters (4 to 400) fill a line of 1/2 to 40 in, and by lines "
            "1/16 to 2 in apart. 42 characters on 6 in, lines 1/4 in apart would do."
        )
    return Script(key, name, ScriptKind.HAND, pitch, line, characters, 1)


def font(
    key: str, name: str, widths: Mapping[str, int], kerning: Mapping[str, int], parts: int, half_points: int
) -> Script:
    """Return a font at a size; ``parts`` are its units to the em."""
    em = half_points * INCH // (2 * POINTS_TO_INCH)
    plain = widths.get("n", parts // 2)
    pitch = em * LEADING // 100
    return Script(key, name, ScriptKind.FONT, pitch, em, parts, plain, widths, kerning, half_points)


def at_size(script: Script, half_points: int) -> Script:
    """Return a font at another size; a hand has the size it has."""
    if script.kind is ScriptKind.HAND:
        return script
    sized = font(script.key, script.name, script.widths, script.kerning, script.parts, half_points)
    return replace(sized, plain=script.plain)


def sizes_of(script: Script) -> tuple[Script, ...]:
    """Return a script at every size it can be written in from its own downwards."""
    if script.half_points is None:
        return (script,)
    return tuple(at_size(script, size) for size in range(script.half_points, LEAST_HALF_POINTS - 1, -1))


def runs_leftward(text: str) -> bool:
    """Tell whether a text is written from right to left, by its first letter that says so (Unicode rule P2)."""
    for character in text:
        direction = unicodedata.bidirectional(character)
        if direction in ("L", "R", "AL"):
            return direction != "L"
    return False
