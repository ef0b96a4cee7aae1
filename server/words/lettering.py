"""Everything a person can set a title in."""

from typing import Any, Final

from inkquilt.composition.changes import Lettering
from inkquilt_io.lettering import FONTS, font_alphabet
from server.words.models import Alphabet

#: Shipped fonts are printed or written after in this colour.
FONT_COLOUR: Final = "#1d2a57"


def lettering_of(owner: Any) -> Lettering:
    """Return everything a person can set a title in: her alphabets with the shipped fonts after them."""
    rows = list(Alphabet.objects.visible_to(owner))
    fonts = [font_alphabet(name) for name in FONTS]
    colours = {row.key: row.colour for row in rows} | {font.key: FONT_COLOUR for font in fonts}
    return Lettering((*(row.core for row in rows), *fonts), colours)
