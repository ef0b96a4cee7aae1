"""Everything a person can set a title in."""

from dataclasses import dataclass
from typing import Any, Final

from inkquilt.words import Alphabet as CoreAlphabet
from inkquilt_io.lettering import FONTS, font_alphabet
from server.words.models import Alphabet

#: Shipped fonts are printed or written after in this colour.
FONT_COLOUR: Final = "#1d2a57"


@dataclass(frozen=True, slots=True)
class Lettering:
    """A person's alphabets with the shipped fonts after them, and the colour of each by its key."""

    alphabets: tuple[CoreAlphabet, ...]
    colours: dict[str, str]


def lettering_of(owner: Any) -> Lettering:
    """Return everything a person can set a title in."""
    rows = list(Alphabet.objects.visible_to(owner))
    fonts = [font_alphabet(name) for name in FONTS]
    colours = {row.key: row.colour for row in rows} | {font.key: FONT_COLOUR for font in fonts}
    return Lettering((*(row.core for row in rows), *fonts), colours)
