"""A plain word for every colour: "dusty blue", "deep green", "cream".

A colour has a family, by its hue, lightness and colourfulness in CIELAB, and a word for what kind of it it is. The
lines between the families are the project's own; how they agree with published lists of names is measured in the tests.
"""

from __future__ import annotations

from enum import Enum
from functools import lru_cache
from typing import Final

from inkquilt.colour.space import Lab, Rgb, lab


class Family(Enum):
    """The words that people begin with."""

    WHITE = "white"
    GREY = "grey"
    BLACK = "black"
    CREAM = "cream"
    BROWN = "brown"
    RED = "red"
    ORANGE = "orange"
    YELLOW = "yellow"
    GREEN = "green"
    TEAL = "teal"
    BLUE = "blue"
    PURPLE = "purple"
    PINK = "pink"


#: What goes with everything: no accent.
NEUTRALS: Final = frozenset({Family.WHITE, Family.GREY, Family.BLACK, Family.CREAM})

#: Where a family ends, by hue angle h_ab in degrees; those of blue and purple move with lightness and chroma.
_HUES: Final = (
    (18.0, Family.PINK), (44.0, Family.RED), (76.0, Family.ORANGE), (110.0, Family.YELLOW), (163.0, Family.GREEN),
)  # fmt: skip
#: Less colour than this is none; of a warm light colour a little more still is cream.
_GREYISH: Final = 8.0


def family_of(colour: Rgb) -> Family:
    """Return the family of a colour."""
    return _family(lab(colour))


def _family(place: Lab) -> Family:
    light, chroma, hue = place.lightness, place.chroma, place.hue
    warm = 45 <= hue < 115
    if light < 12 or (light < 20 and chroma < _GREYISH + 3):
        return Family.BLACK if chroma < 18 else _of_hue(place)
    if chroma < _GREYISH:
        return Family.WHITE if light >= 93 else Family.CREAM if warm and light >= 88 and chroma > 4 else Family.GREY
    if warm and light >= 84 and chroma < 32:
        return Family.CREAM
    return Family.BROWN if _is_brown(place) else _of_hue(place)


def _is_brown(place: Lab) -> bool:
    light, chroma, hue = place.lightness, place.chroma, place.hue
    if not 38 <= hue < 90 or (hue < 45 and (light > 36 or chroma > 48)):
        return False
    return (light < 52 and chroma < 70 and hue < 78) or (light < 72 and chroma < 46) or (light < 79 and chroma < 34)


def _of_hue(place: Lab) -> Family:
    light, chroma, hue = place.lightness, place.chroma, place.hue
    # In CIELAB blues turn to purple the more colour they have: sRGB's own blue lies at 306 degrees.
    blue_ends = 284 + 0.24 * chroma + 0.4 * max(0.0, 35 - light)
    teal_ends = 190 if light >= 84 and chroma < 36 else 218
    purple_ends = 344 if light < 48 else 329
    if hue < 163:
        family = next(family for limit, family in _HUES if hue < limit)
        if family is Family.RED and light >= 62 and hue < 38:
            return Family.PINK
        return Family.RED if family is Family.PINK and light < 42 and hue > 5 else family
    if hue < teal_ends:
        return Family.TEAL
    if hue < blue_ends:
        return Family.BLUE
    return Family.PURPLE if hue < purple_ends else Family.PINK


@lru_cache(maxsize=4096)
def colour_name(colour: Rgb) -> str:
    """Return what to call a colour.

    >>> colour_name(Rgb(0x22, 0x34, 0x5C)), colour_name(Rgb(0x9A, 0xAE, 0x8C)), colour_name(Rgb(0xB8, 0x33, 0x2F))
    ('navy', 'sage', 'red')
    """
    place = lab(colour)
    family = _family(place)
    own = _OWN.get(family)
    if own is not None:
        word = own(place)
        if word:
            return word
    kind = _kind(place)
    return f"{kind} {family.value}" if kind else family.value


def _kind(place: Lab) -> str:
    light, chroma = place.lightness, place.chroma
    if light >= 80:
        return "pale" if chroma < 36 else "light" if chroma < 60 else "bright"
    if light < 36:
        return "deep" if chroma >= 18 else "dark"
    if chroma < 27:
        return "dusty"
    if light >= 66:
        return "light" if chroma < 50 else "bright"
    return "bright" if chroma >= 72 else ""


def _grey(place: Lab) -> str:
    light = place.lightness
    return "pale grey" if light >= 80 else "grey" if light >= 52 else "dark grey" if light >= 34 else "charcoal"


def _brown(place: Lab) -> str:
    if place.lightness >= 62:
        return "tan" if place.chroma >= 18 else "beige"
    if place.lightness < 28:
        return "dark brown"
    return "rust" if place.chroma >= 42 and place.hue < 62 else "brown"


def _yellow(place: Lab) -> str:
    if place.lightness < 46 or (place.hue > 98 and place.lightness < 62):
        return "olive"
    if place.lightness < 72:
        return "mustard" if place.chroma >= 40 else "khaki"
    return "butter yellow" if place.lightness >= 86 and place.chroma < 60 else ""


def _green(place: Lab) -> str:
    light, chroma = place.lightness, place.chroma
    if light >= 80 and chroma < 34:
        return "mint" if place.hue >= 140 else "pale green"
    if place.hue < 122:
        return "olive" if light < 54 else "lime" if chroma >= 50 else "sage"
    return "sage" if 54 <= light < 80 and chroma < 24 else ""


def _blue(place: Lab) -> str:
    if place.lightness < 30:
        return "navy"
    return "sky blue" if place.lightness >= 74 and place.hue < 262 and place.chroma >= 14 else ""


def _purple(place: Lab) -> str:
    if place.lightness >= 66:
        return "lilac" if place.hue >= 305 else "lavender"
    return "plum" if place.lightness < 50 and place.hue >= 318 and place.chroma < 50 else ""


def _pink(place: Lab) -> str:
    if place.lightness < 45 and place.chroma < 48:
        return "burgundy"
    return "blush" if place.lightness >= 80 and place.chroma < 24 else "rose" if place.chroma < 38 else ""


def _red(place: Lab) -> str:
    return "burgundy" if place.lightness < 30 else ""


def _orange(place: Lab) -> str:
    return "peach" if place.lightness >= 76 and place.chroma < 46 else "rust" if place.lightness < 52 else ""


_OWN: Final = {
    Family.WHITE: lambda place: "white",
    Family.BLACK: lambda place: "black",
    Family.CREAM: lambda place: "cream",
    Family.GREY: _grey,
    Family.BROWN: _brown,
    Family.YELLOW: _yellow,
    Family.GREEN: _green,
    Family.BLUE: _blue,
    Family.PURPLE: _purple,
    Family.PINK: _pink,
    Family.RED: _red,
    Family.ORANGE: _orange,
}
