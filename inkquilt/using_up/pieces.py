"""Pieces in a project box, cut already and not used yet, as one says them: ``3 photo mats 4 1/4 x 6 1/4``."""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import Final

from inkquilt.errors import CoreError
from inkquilt.lengths import Unit
from inkquilt.paper.entry import UnreadablePaper, read_entry
from inkquilt.sketch.model import Size

MOST_PIECES: Final = 1_000
_SIZED: Final = re.compile(r"\d\s*(?:in|mm|cm|\"|″)?\s*[x×]\s*\d", re.IGNORECASE)
_COUNT: Final = re.compile(r"^(\d{1,4})\s+(?=\S)")


class UnreadablePiece(CoreError):
    """A line that says no pieces."""

    code = "unreadable-piece"

    def __init__(self, line: str, why: str) -> None:
        self.line = line
        super().__init__(f"“{line[:60]}”: {why} These would do: 3 photo mats 4 1/4 x 6 1/4; 5 scallop circles.")


@dataclass(frozen=True, slots=True)
class KeptPieces:
    """So many pieces of one name; their size where it was said."""

    name: str
    count: int
    size: Size | None


def read_pieces(line: str, unit: Unit = Unit.IN) -> KeptPieces:
    """Read one line. Raises ``UnreadablePiece``."""
    text = " ".join(line.split())
    if _SIZED.search(text):
        try:
            entry = read_entry(text, unit)
        except UnreadablePaper as error:
            raise UnreadablePiece(text, "what are they, and how large?") from error
        return KeptPieces(entry.name, entry.count, entry.size)
    counted = _COUNT.match(text)
    count = int(counted[1]) if counted else 1
    name = text[counted.end() :] if counted else text
    if not any(letter.isalpha() for letter in name):
        raise UnreadablePiece(text, "what are they?")
    if not 1 <= count <= MOST_PIECES:
        raise UnreadablePiece(text, f"there can be 1 to {MOST_PIECES} of them.")
    return KeptPieces(name[:80], count, None)
