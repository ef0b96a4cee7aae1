"""An ink, pen or paint entered in one line, as people say it: ``navy pen``, ``walnut ink #5a4632``."""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import Final

from inkquilt.colour import Rgb, read_colour
from inkquilt.errors import CoreError
from inkquilt.paper.entry import COLOURS
from inkquilt.papering.companions import CompanionKind

_KINDS: Final = {
    "ink": CompanionKind.INK, "inkpad": CompanionKind.INK, "stamp": CompanionKind.INK, "pad": CompanionKind.INK,
    "pen": CompanionKind.PEN, "marker": CompanionKind.PEN, "pencil": CompanionKind.PEN,
    "paint": CompanionKind.PAINT, "splatter": CompanionKind.PAINT, "wash": CompanionKind.PAINT,
    "mist": CompanionKind.PAINT,
}  # fmt: skip
_SHINES: Final = frozenset({"gold", "silver", "copper", "metallic", "glitter"})
#: Colours that are said of inks and pens beside those of papers: common practice, no source.
_MORE: Final = {"walnut": "#5a4632", "sepia": "#5b4636", "tomato": "#c2452f", "vintage": "#8a7355"}
_HEX: Final = re.compile(r"#[0-9a-f]{6}\b")


class UnreadableCompanion(CoreError):
    """A line that says no ink, pen or paint."""

    code = "unreadable-companion"

    def __init__(self, line: str, why: str) -> None:
        self.line = line
        super().__init__(f"“{line[:60]}”: {why} These would do: navy pen; gold splatter; walnut ink.")


@dataclass(frozen=True, slots=True)
class CompanionEntry:
    """What a line says."""

    name: str
    kind: CompanionKind
    colour: Rgb
    metallic: bool


def read_companion(line: str) -> CompanionEntry:
    """Read one line. Raises ``UnreadableCompanion``."""
    text = " ".join(line.split())
    hexed = _HEX.search(text.lower())
    name = " ".join((text[: hexed.start()] + text[hexed.end() :]).split()) if hexed else text
    words = re.findall(r"[^\W\d_]+", name.lower())
    kind = next((_KINDS[word] for word in reversed(words) if word in _KINDS), None)
    if kind is None:
        raise UnreadableCompanion(text, "is it an ink, a pen or a paint?")
    known = {**COLOURS, **_MORE}
    colour = hexed[0] if hexed else next((known[word] for word in words if word in known), None)
    if colour is None:
        raise UnreadableCompanion(text, "what colour is it?")
    return CompanionEntry(name[:60], kind, read_colour(colour), bool(_SHINES & set(words)))
