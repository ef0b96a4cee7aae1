"""What is told of hands, and of the ways to write a story."""

from typing import Any

from inkquilt.lengths import Unit, with_unit
from inkquilt.words.alphabets import FONT_KEY
from server.words.lettering import FONT_COLOUR
from server.words.models import Hand


def hand_answer(row: Hand, unit: Unit) -> dict[str, Any]:
    """Return somebody's hand, measured in what she measures in."""
    words = f"{row.characters} characters on {with_unit(row.line, unit)}, lines {with_unit(row.pitch, unit)} apart"
    return {
        "id": row.pk, "key": row.key, "name": row.name, "words": words, "colour": row.colour, "is_font": False
    }  # fmt: skip


def text_font_answer(name: str) -> dict[str, Any]:
    """Return a shipped font to write in."""
    key = f"{FONT_KEY}{name}"
    return {"id": None, "key": key, "name": name, "words": "printed", "colour": FONT_COLOUR, "is_font": True}
