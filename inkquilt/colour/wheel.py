"""A painter's colour wheel, and schemes on it.

Red, yellow and blue stand a third of the wheel apart and twelve hues at equal steps, after Johannes Itten, "Kunst der
Farbe" (1961), the twelve-part wheel; here red is at 0 degrees, yellow at 120, blue at 240. Which colour stands where:
the red-yellow-blue cube of Gossett and Chen, "Paint Inspired Color Mixing and Compositing for Visualization", IEEE
Symposium on Information Visualization (2004), its corners from memory. Between two of the twelve an angle is read off
along the hue angle of CIELAB. The wheel is for choosing, no measure: nothing is decided by it that is cut.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum
from functools import cache
from itertools import pairwise
from typing import Final

from inkquilt.colour.space import Lab, Rgb, lab, rgb_of

#: The steps of the wheel.
STEPS: Final = 12
#: Corners of the cube, parts of 1, by (red, yellow, blue).
_CORNERS: Final = {
    (0, 0, 0): (1.0, 1.0, 1.0), (1, 0, 0): (1.0, 0.0, 0.0), (0, 1, 0): (1.0, 1.0, 0.0), (0, 0, 1): (0.163, 0.373, 0.6),
    (0, 1, 1): (0.0, 0.66, 0.2), (1, 0, 1): (0.5, 0.0, 0.5), (1, 1, 0): (1.0, 0.5, 0.0), (1, 1, 1): (0.2, 0.094, 0.0),
}  # fmt: skip
#: Red, yellow and blue of the twelve hues, from red by yellow and blue back to red; the intermediate ones are half way.
_TWELVE: Final = (
    (1, 0, 0), (1, 0.5, 0), (1, 1, 0), (0.5, 1, 0), (0, 1, 0), (0, 1, 0.5), (0, 1, 1), (0, 0.5, 1), (0, 0, 1),
    (0.5, 0, 1), (1, 0, 1), (1, 0, 0.5),
)  # fmt: skip
_NAMES: Final = (
    "red", "red-orange", "orange", "yellow-orange", "yellow", "yellow-green", "green", "blue-green", "blue",
    "blue-violet", "violet", "red-violet",
)  # fmt: skip


class Scheme(Enum):
    """Which hues go together, by their distance on the wheel. Common practice, no source."""

    OPPOSITE = "two opposite"
    THREE = "three, a third apart"
    NEIGHBOURS = "neighbours"
    SPLIT = "split: one, and the two beside its opposite"
    TONES = "one colour in many tones"


_TURNS: Final = {
    Scheme.OPPOSITE: (0, 180),
    Scheme.THREE: (0, 120, 240),
    Scheme.NEIGHBOURS: (-30, 0, 30),
    Scheme.SPLIT: (0, 150, 210),
    Scheme.TONES: (0,),
}


_LEAST_CHROMA: Final = 38.0


@dataclass(frozen=True, slots=True)
class Spoke:
    """One of the twelve hues: its angle on the wheel in degrees, its word and its colour."""

    angle: int
    name: str
    colour: Rgb


def mixed(red: float, yellow: float, blue: float) -> Rgb:
    """Return what red, yellow and blue paint give, each 0 to 1: linear between the corners of the cube."""
    parts = [0.0, 0.0, 0.0]
    for (r, y, b), corner in _CORNERS.items():
        weight = (red if r else 1 - red) * (yellow if y else 1 - yellow) * (blue if b else 1 - blue)
        parts = [part + weight * value for part, value in zip(parts, corner, strict=True)]
    return Rgb(*(round(255 * part) for part in parts))


@cache
def spokes() -> tuple[Spoke, ...]:
    """Return the twelve hues, red first."""
    return tuple(
        Spoke(step * 360 // STEPS, name, mixed(*paints))
        for step, (name, paints) in enumerate(zip(_NAMES, _TWELVE, strict=True))
    )


@cache
def _hues() -> tuple[tuple[float, float], ...]:
    """Return CIELAB hue angles, rising from that of red on, with the angles on the wheel; the whole turn is closed."""
    found: list[tuple[float, float]] = []
    for spoke in spokes():
        hue = lab(spoke.colour).hue
        while found and hue <= found[-1][0]:
            hue += 360
        found.append((hue, float(spoke.angle)))
    return (*found, (found[0][0] + 360, 360.0))


def angle_of(colour: Rgb | Lab) -> float:
    """Return where a colour stands on the wheel, 0 to 360; of greys the number means nothing."""
    hue = (colour if isinstance(colour, Lab) else lab(colour)).hue
    rows = _hues()
    if hue < rows[0][0]:
        hue += 360
    for (low, start), (high, end) in pairwise(rows):
        if hue <= high:
            return (start + (end - start) * (hue - low) / (high - low)) % 360
    return 0.0


def at_angle(angle: float, like: Lab | None = None) -> Rgb:
    """Return the colour of the wheel at an angle; as light and as colourful as ``like``, if that is given."""
    angle %= 360
    step, rest = divmod(angle, 360 / STEPS)
    one, other = (lab(spokes()[int(place) % STEPS].colour) for place in (step, step + 1))
    part = rest * STEPS / 360
    pure = Lab(*(a + (b - a) * part for a, b in zip(one, other, strict=True)))
    if like is None:
        return rgb_of(pure)
    scale = like.chroma / pure.chroma if pure.chroma else 0.0
    return rgb_of(Lab(like.lightness, pure.a * scale, pure.b * scale))


def apart(one: float, other: float) -> float:
    """Return how far two angles lie from each other, 0 to 180."""
    return abs((one - other + 180) % 360 - 180)


def scheme_of(colour: Rgb, scheme: Scheme) -> tuple[Rgb, ...]:
    """Return the colours of a scheme with a colour in it, that one first; many tones of it are lighter and darker."""
    place = lab(colour)
    if scheme is Scheme.TONES:
        tones = (Lab(light, place.a * fade, place.b * fade) for light, fade in ((88, 0.35), (70, 0.8), (30, 0.8)))
        return (colour, *(rgb_of(tone) for tone in tones))
    start = angle_of(colour)
    # Its others are shown in a middle tone: the opposite of a deep blue is no brown to look at.
    share = max(1.0, _LEAST_CHROMA / place.chroma) if place.chroma else 0.0
    tone = Lab(min(72.0, max(52.0, place.lightness)), place.a * share, place.b * share)
    return (colour, *(at_angle(start + turn, tone) for turn in _TURNS[scheme] if turn != 0))
