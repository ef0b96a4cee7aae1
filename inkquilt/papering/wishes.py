"""Where she starts from when she chooses papers, and what else she wishes of a papering."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from enum import Enum
from typing import Final

from inkquilt.colour import ColourPart, ColourShare, Rgb, lab
from inkquilt.colour.wheel import Scheme, angle_of, apart, scheme_of
from inkquilt.papering.candidates import COLOURFUL


class StartKind(Enum):
    """Where she starts. Common practice, no source."""

    PHOTOS = "the photos"
    PAPER = "a paper I like"
    WHEEL = "the colour wheel"
    PALETTE = "a palette of mine"
    KIT = "a kit"
    KEPT_OUT = "the photos’ colours kept out"


@dataclass(frozen=True, slots=True)
class Target:
    """A colour that is looked for, and how much it counts, 0 to 1."""

    colour: Rgb
    weight: float


@dataclass(frozen=True, slots=True)
class Start:
    """A start with what it looks for: colours, or only their places on the wheel; papers that must be there.

    ``by_hue`` when a colour is right wherever it has the hue of a target, light or deep.
    """

    kind: StartKind
    targets: tuple[Target, ...] = ()
    papers: frozenset[int] = frozenset()
    kit: str = ""
    by_hue: bool = False


class Temper(Enum):
    """How a papering shall look on the whole."""

    EVEN = "evenly shared"
    CALM = "calmer"
    CONTRAST = "more contrast"
    BRIGHT = "brighter"


@dataclass(frozen=True, slots=True)
class Wishes:
    """What else is wished. ``without`` are colours that shall not show, ``using`` papers that must.

    ``triangle`` when colours shall come again far from each other, ``favourites`` when dear papers are used in slivers.
    """

    temper: Temper = Temper.EVEN
    using: frozenset[int] = frozenset()
    without: tuple[Rgb, ...] = ()
    scraps_only: bool = False
    triangle: bool = True
    favourites: bool = False


#: Skin counts little and sky a third: people match clothes, grass, things. Common practice, no source.
_COUNTS: Final = {ColourPart.MATCHED: 1.0, ColourPart.SKIN: 0.1, ColourPart.SKY: 0.35}
_MOST_TARGETS: Final = 6
#: Hues this near on the wheel are one, in degrees.
ONE_HUE: Final = 25.0


def from_photos(photos: Sequence[Sequence[ColourShare]], touched: Sequence[Rgb] = (), *, out: bool = False) -> Start:
    """Start from the photos' colours, those she touched before all others; or keep them ``out`` of the papers."""
    weighed: list[tuple[float, Rgb]] = [(9.0, colour) for colour in touched]
    for shares in photos:
        for one in shares:
            strong = 0.35 + min(1.0, lab(one.colour).chroma / 45)
            weighed.append((one.share**0.5 * strong * _COUNTS[one.part], one.colour))
    kept: list[Target] = []
    for weight, colour in sorted(weighed, key=lambda row: -row[0]):
        if all(_is_other(colour, one.colour) for one in kept):
            kept.append(Target(colour, min(1.0, max(0.25, weight))))
    return Start(StartKind.KEPT_OUT if out else StartKind.PHOTOS, tuple(kept[:_MOST_TARGETS]))


def from_scheme(colour: Rgb, scheme: Scheme) -> Start:
    """Start from a colour and those that a scheme of the wheel adds to it."""
    colours = scheme_of(colour, scheme)
    return Start(StartKind.WHEEL, tuple(Target(one, 1.0) for one in colours), by_hue=True)


def from_colours(
    colours: Sequence[Rgb], kind: StartKind = StartKind.PALETTE, papers: frozenset[int] = frozenset(), kit: str = ""
) -> Start:
    """Start from a palette's colours, a paper's, or a kit's."""
    return Start(kind, tuple(Target(one, 1.0) for one in colours[:_MOST_TARGETS]), papers, kit)


def _is_other(one: Rgb, other: Rgb) -> bool:
    """Tell whether two colours are two to someone who matches papers."""
    first, second = lab(one), lab(other)
    if min(first.chroma, second.chroma) < COLOURFUL:
        return abs(first.lightness - second.lightness) > 22 or abs(first.chroma - second.chroma) > COLOURFUL
    return apart(angle_of(first), angle_of(second)) > ONE_HUE or abs(first.lightness - second.lightness) > 30
