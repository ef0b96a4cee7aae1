"""What is told of lettering and title settings."""

from base64 import b64encode
from collections import Counter
from collections.abc import Sequence
from statistics import median
from typing import Any

from inkquilt.lengths import Unit, format_nearest, with_unit
from inkquilt.words import Alphabet as CoreAlphabet
from inkquilt.words import LetteringKind
from inkquilt.words.letter_sheet import FINEST, Mark, in_reading_order
from inkquilt_io.picture.values import Thing
from server.words.lettering import FONT_COLOUR
from server.words.models import Alphabet


def alphabet_answer(row: Alphabet, unit: Unit) -> dict[str, Any]:
    """Return an alphabet of a person, its height in what she measures in."""
    return {
        "id": row.pk,
        "key": row.key,
        "name": row.name,
        "kind": row.kind,
        "height": with_unit(row.height, unit),
        "width": row.width,
        "colour": row.colour,
        "letters": [{"letter": letter, "count": count} for letter, count in row.letters.items()],
    }


def found_letters(things: Sequence[Thing], unit: Unit) -> dict[str, Any]:
    """Return the letters found on a sheet, in the order of reading."""
    order = in_reading_order([Mark(number, one.x, one.y, one.lies) for number, one in enumerate(things)])
    usual = round(median(letter.size.height for letter in order) / FINEST) * FINEST
    colours = Counter(one.colours[0].text for one in things)
    return {
        "letters": [
            {
                "picture": b64encode(things[letter.number].picture).decode(),
                "width": letter.size.width,
                "height": letter.size.height,
            }
            for letter in order
        ],
        "height": format_nearest(usual, unit),
        "colour": colours.most_common(1)[0][0],
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
