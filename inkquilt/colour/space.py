"""Colours compared: contrast for reading, and difference as the eye sees it.

sRGB after IEC 61966-2-1, white D65. Contrast: WCAG 2.2, relative luminance and
contrast ratio. Difference: CIEDE2000 after Sharma, Wu and Dalal, "The CIEDE2000
color-difference formula", Color Research and Application 30 (2005), whose equation numbers
stand beside the steps. Floats: nothing here decides a cut.
"""

from __future__ import annotations

import math
from typing import Final, NamedTuple

from inkquilt.errors import CoreError

#: WCAG 2.2, 1.4.3: large letters need this contrast to what lies beneath.
LARGE_LETTERS: Final = 3.0


class Rgb(NamedTuple):
    """A colour in sRGB, 0 to 255."""

    red: int
    green: int
    blue: int

    @property
    def text(self) -> str:
        """Return it as ``#rrggbb``."""
        return f"#{self.red:02x}{self.green:02x}{self.blue:02x}"


class Lab(NamedTuple):
    """A colour in CIELAB under D65."""

    lightness: float
    a: float
    b: float

    @property
    def chroma(self) -> float:
        """How colourful it is: C*ab."""
        return math.hypot(self.a, self.b)

    @property
    def hue(self) -> float:
        """Its hue angle h_ab in degrees, 0 to 360; 0 for a grey."""
        return _hue(self.a, self.b)


class UnreadableColour(CoreError):
    """A text that is no colour."""

    code = "unreadable-colour"

    def __init__(self, text: str) -> None:
        self.text = text
        super().__init__(f"“{text[:20]}” is no colour. #22345c would do.")


def read_colour(text: str) -> Rgb:
    """Read ``#rrggbb``. Raises ``UnreadableColour``."""
    try:
        if len(text) != 7 or text[0] != "#":
            raise ValueError
        return Rgb(*bytes.fromhex(text[1:]))
    except ValueError as error:
        raise UnreadableColour(text) from error


def _linear(channel: int) -> float:
    value = channel / 255
    return value / 12.92 if value <= 0.04045 else float(((value + 0.055) / 1.055) ** 2.4)


def luminance(colour: Rgb) -> float:
    """Return the relative luminance, 0 to 1."""
    red, green, blue = (_linear(channel) for channel in colour)
    return 0.2126 * red + 0.7152 * green + 0.0722 * blue


def contrast(one: Rgb, other: Rgb) -> float:
    """Return the contrast ratio, 1 to 21."""
    light, dark = sorted((luminance(one), luminance(other)), reverse=True)
    return (light + 0.05) / (dark + 0.05)


def lab(colour: Rgb) -> Lab:
    """Return a colour in CIELAB."""
    red, green, blue = (_linear(channel) for channel in colour)
    x = (0.4124564 * red + 0.3575761 * green + 0.1804375 * blue) / 0.95047
    y = 0.2126729 * red + 0.7151522 * green + 0.0721750 * blue
    z = (0.0193339 * red + 0.1191920 * green + 0.9503041 * blue) / 1.08883
    fx, fy, fz = (_cube_root(value) for value in (x, y, z))
    return Lab(116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz))


def rgb_of(place: Lab) -> Rgb:
    """Return the colour at a place of CIELAB; one outside sRGB is cut to it, channel by channel."""
    fy = (place.lightness + 16) / 116
    fx, fz = fy + place.a / 500, fy - place.b / 200
    x, y, z = (white * _cubed(f) for white, f in zip((0.95047, 1.0, 1.08883), (fx, fy, fz), strict=True))
    red = 3.2404542 * x - 1.5371385 * y - 0.4985314 * z
    green = -0.9692660 * x + 1.8760108 * y + 0.0415560 * z
    blue = 0.0556434 * x - 0.2040259 * y + 1.0572252 * z
    return Rgb(*(_channel(value) for value in (red, green, blue)))


def _cubed(value: float) -> float:
    return value**3 if value**3 > 216 / 24389 else (116 * value - 16) * 27 / 24389


def _channel(linear: float) -> int:
    part = 12.92 * linear if linear <= 0.0031308 else 1.055 * linear ** (1 / 2.4) - 0.055
    return round(255 * min(1.0, max(0.0, part)))


def _cube_root(value: float) -> float:
    return float(value ** (1 / 3)) if value > 216 / 24389 else (24389 / 27 * value + 16) / 116


def difference(one: Lab, other: Lab) -> float:
    """Return the CIEDE2000 difference; 1 is about what an eye just sees."""
    chroma = (math.hypot(one.a, one.b) + math.hypot(other.a, other.b)) / 2  # (3)
    g = 0.5 * (1 - math.sqrt(chroma**7 / (chroma**7 + 25**7)))  # (4)
    a1, a2 = (1 + g) * one.a, (1 + g) * other.a  # (5)
    c1, c2 = math.hypot(a1, one.b), math.hypot(a2, other.b)  # (6)
    h1, h2 = _hue(a1, one.b), _hue(a2, other.b)  # (7)
    turn = 0.0 if c1 * c2 == 0 else (h2 - h1 + 180) % 360 - 180  # (10)
    if c1 * c2 and turn == -180:
        turn = 180.0 if h2 > h1 else -180.0
    light, full = other.lightness - one.lightness, c2 - c1  # (8), (9)
    hue = 2 * math.sqrt(c1 * c2) * math.sin(math.radians(turn / 2))  # (11)
    mean_l, mean_c = (one.lightness + other.lightness) / 2, (c1 + c2) / 2  # (12), (13)
    mean_h = h1 + h2 if c1 * c2 == 0 else _mean_hue(h1, h2)  # (14)
    t = (
        1
        - 0.17 * _cos(mean_h - 30)
        + 0.24 * _cos(2 * mean_h)
        + 0.32 * _cos(3 * mean_h + 6)
        - 0.20 * _cos(4 * mean_h - 63)
    )  # (15)
    theta = 30 * math.exp(-(((mean_h - 275) / 25) ** 2))  # (16)
    rotation = 2 * math.sqrt(mean_c**7 / (mean_c**7 + 25**7))  # (17)
    s_l = 1 + 0.015 * (mean_l - 50) ** 2 / math.sqrt(20 + (mean_l - 50) ** 2)  # (18)
    s_c, s_h = 1 + 0.045 * mean_c, 1 + 0.015 * mean_c * t  # (19), (20)
    r_t = -math.sin(math.radians(2 * theta)) * rotation  # (21)
    parts = light / s_l, full / s_c, hue / s_h
    return math.sqrt(sum(part**2 for part in parts) + r_t * parts[1] * parts[2])  # (22)


def _hue(a: float, b: float) -> float:
    return math.degrees(math.atan2(b, a)) % 360 if a or b else 0.0


def _mean_hue(h1: float, h2: float) -> float:
    if abs(h1 - h2) <= 180:
        return (h1 + h2) / 2
    return (h1 + h2 + 360) / 2 if h1 + h2 < 360 else (h1 + h2 - 360) / 2


def _cos(degrees: float) -> float:
    return math.cos(math.radians(degrees))
