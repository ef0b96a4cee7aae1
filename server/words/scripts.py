"""Everything a person can write a story in: her own hand, and the shipped fonts."""

from typing import Any

from inkquilt.composition.changes import Writing
from inkquilt.composition.stories import HandFacts
from inkquilt.words.alphabets import FONT_KEY
from inkquilt.words.script import LEAST_HALF_POINTS, MOST_HALF_POINTS, USUAL_HALF_POINTS
from inkquilt_io.lettering import FONTS, text_font
from server.common.asked import refuse
from server.words.lettering import FONT_COLOUR
from server.words.models import HAND_KEY, Hand


def writing_of(owner: Any, key: str, half_points: int | None = None) -> Writing:
    """Return a person's hand or a shipped font by its key. Raises ``BadInput``."""
    number = key.removeprefix(HAND_KEY)
    if key.startswith(HAND_KEY) and number.isdecimal():
        row = Hand.objects.visible_to(owner).filter(pk=int(number)).first()
        if row is not None:
            return Writing(row.core, row.colour, HandFacts(row.name, row.characters, row.line, row.pitch))
    name = key.removeprefix(FONT_KEY)
    if name in FONTS and key.startswith(FONT_KEY):
        size = half_points or USUAL_HALF_POINTS
        if not LEAST_HALF_POINTS <= size <= MOST_HALF_POINTS:
            raise refuse("text-size", "Text is written from 8 to 24 points high.", "half_points")
        return Writing(text_font(name, size), FONT_COLOUR)
    raise refuse("unknown-script", "There is no such hand or font. Choose one of those listed.", "script")
