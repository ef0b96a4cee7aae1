"""What is told of lettering and title settings."""

from typing import Any

from inkquilt.lengths import Unit, with_unit
from inkquilt.words import Alphabet as CoreAlphabet
from inkquilt.words import LetteringKind
from server.words.lettering import FONT_COLOUR
from server.words.models import Alphabet


def alphabet_answer(row: Alphabet) -> dict[str, Any]:
    """Return an alphabet of a person."""
    return {
        "id": row.pk,
        "key": row.key,
        "name": row.name,
        "kind": row.kind,
        "height": with_unit(row.height, Unit(row.unit)),
        "width": row.width,
        "colour": row.colour,
        "letters": [{"letter": letter, "count": count} for letter, count in row.letters.items()],
    }


def font_answer(font: CoreAlphabet) -> dict[str, Any]:
    """Return a shipped font."""
    return {
        "id": None,
        "key": font.key,
        "name": font.name,
        "kind": LetteringKind.FONT.value,
        "height": "",
        "width": None,
        "colour": FONT_COLOUR,
        "letters": [],
    }
