"""Draws made-up papers: a ground and a print of a known kind, size and colours. The same seed draws the same paper."""

import math
import random
from collections.abc import Callable
from typing import Final, NamedTuple

from PIL import Image, ImageDraw, ImageFont

Colour = tuple[int, int, int]
Point = tuple[float, float]
#: Drawn so many times larger and scaled down, which smooths every edge.
_FINE: Final = 2
_WORDS: Final = (
    "honey",
    "roof",
    "summer",
    "wings",
    "kite",
    "wind",
    "lantern",
    "walk",
    "home",
    "sky",
    "again",
    "street",
)


class Printed(NamedTuple):
    """A paper to draw: its kind, its colours with the ground first, how many inches a repeat is, and a seed.

    ``motif`` says which of the kind's own figures it has, where it has some; ``wide`` by ``high`` inches are drawn.
    """

    kind: str
    colours: tuple[str, ...]
    repeat: float = 0.5
    seed: int = 1
    motif: str = ""
    wide: float = 12.0
    high: float = 12.0


class _Sheet(NamedTuple):
    pen: ImageDraw.ImageDraw
    image: Image.Image
    inks: tuple[Colour, ...]
    inch: float
    wide: float
    high: float
    chance: random.Random
    motif: str


def paint(paper: Printed, pixels: int = 640) -> Image.Image:
    """Return a picture of the paper, ``pixels`` wide."""
    width = pixels * _FINE
    inch = width / paper.wide
    height = round(inch * paper.high)
    inks = tuple(_rgb(one) for one in paper.colours)
    image = Image.new("RGB", (width, height), inks[0])
    chance = random.Random(paper.seed)
    sheet = _Sheet(ImageDraw.Draw(image), image, inks, inch, paper.wide, paper.high, chance, paper.motif)
    _KINDS[paper.kind](sheet, paper.repeat)
    return image.resize((pixels, max(1, round(height / _FINE))), Image.Resampling.LANCZOS)


def _rgb(text: str) -> Colour:
    red, green, blue = bytes.fromhex(text.removeprefix("#"))
    return red, green, blue


def _mixed(one: Colour, other: Colour, part: float) -> Colour:
    red, green, blue = (round(a + (b - a) * part) for a, b in zip(one, other, strict=True))
    return red, green, blue


# -- plain ------------------------------------------------------------------------------------------------


def _solid(sheet: _Sheet, repeat: float) -> None:
    """Cardstock: a fine grain that is no pattern."""
    ground = sheet.inks[0]
    light = _mixed(ground, (255, 255, 255), 0.06)
    for _ in range(int(sheet.wide * sheet.high * 30)):
        x, y = sheet.chance.uniform(0, sheet.wide) * sheet.inch, sheet.chance.uniform(0, sheet.high) * sheet.inch
        long = sheet.chance.uniform(0.04, 0.14) * sheet.inch
        sheet.pen.line([x, y, x + long, y], fill=light, width=2)


def _metallic(sheet: _Sheet, repeat: float) -> None:
    """Foil: light runs over it slantwise."""
    ground, shine = sheet.inks[0], _mixed(sheet.inks[0], (255, 255, 255), 0.55)
    long = int(sheet.image.width + sheet.image.height)
    for at in range(0, long, 3):
        part = 0.5 + 0.5 * math.sin(at / (sheet.inch * 1.7)) * math.cos(at / (sheet.inch * 4.1))
        sheet.pen.line(
            [at, 0, at - sheet.image.height, sheet.image.height], fill=_mixed(ground, shine, part**3), width=5
        )


# -- lines --------------------------------------------------------------------------------------------------


def _stripe(sheet: _Sheet, repeat: float) -> None:
    """Upright stripes of one or more colours; ``level`` ones run across."""
    bands = sheet.inks[1:]
    step = repeat * sheet.inch
    each = step / (2 * len(bands)) if sheet.motif != "even" else step / (len(bands) + 1)
    long = sheet.high if sheet.motif == "level" else sheet.wide
    for number in range(int(long / repeat) + 2):
        at = number * step
        for band in bands:
            end = at + each * (0.9 if sheet.motif != "even" else 1)
            box = [0, at, sheet.image.width, end] if sheet.motif == "level" else [at, 0, end, sheet.image.height]
            sheet.pen.rectangle(box, fill=band)
            at += each * (1.3 if sheet.motif != "even" else 1)


def _plaid(sheet: _Sheet, repeat: float) -> None:
    """Bands both ways that mix where they cross, with a thin line between."""
    step, inks = repeat * sheet.inch, sheet.inks
    width, height = sheet.image.size
    ground, band = inks[0], inks[1]
    thin = inks[2] if len(inks) > 2 else _mixed(ground, band, 0.5)
    cross = Image.new("L", (width, height), 0)
    for upright in (True, False):
        layer = Image.new("L", (width, height), 0)
        pen = ImageDraw.Draw(layer)
        for number in range(int((width if upright else height) / step) + 1):
            low, high = number * step, number * step + 0.45 * step
            pen.rectangle([low, 0, high, height] if upright else [0, low, width, high], fill=120)
        sheet.image.paste(band, mask=layer)
        cross = layer if upright else cross
    for number in range(int(max(width, height) / step) + 1):
        at = (number + 0.72) * step
        for line in ([at, 0, at, height], [0, at, width, at]):
            sheet.pen.line(line, fill=thin, width=max(2, round(step / 26)))


def _words(sheet: _Sheet, repeat: float) -> None:
    """Rows of words; ``repeat`` is how far the lines are apart."""
    step = repeat * sheet.inch
    font = ImageFont.load_default(size=max(8, step * 0.72))
    for row in range(int(sheet.high / repeat) + 1):
        x = -sheet.chance.uniform(0, 2) * step
        while x < sheet.image.width:
            word = sheet.chance.choice(_WORDS)
            ink = sheet.inks[1 + sheet.chance.randrange(len(sheet.inks) - 1)]
            sheet.pen.text((x, row * step), word, fill=ink, font=font)
            x += sheet.pen.textlength(word, font=font) + 0.35 * step


# -- figures --------------------------------------------------------------------------------------------------


def _dots(sheet: _Sheet, repeat: float) -> None:
    """Round dots in staggered rows."""
    radius = 0.24 * repeat * sheet.inch
    for x, y, number in _places(sheet, repeat, loose=0.0):
        ink = sheet.inks[1 + number % (len(sheet.inks) - 1)]
        sheet.pen.ellipse([x - radius, y - radius, x + radius, y + radius], fill=ink)


def _figures(sheet: _Sheet, repeat: float) -> None:
    """One figure after the other, loosely in rows."""
    draw = _MOTIFS[sheet.motif or "leaf"]
    for x, y, number in _places(sheet, repeat, loose=0.12):
        ink = sheet.inks[1 + number % (len(sheet.inks) - 1)]
        turn = 0.0 if sheet.motif in _UPRIGHT else sheet.chance.uniform(0, 2 * math.pi)
        draw(sheet, x, y, 0.32 * repeat * sheet.inch, ink, turn)


def _floral(sheet: _Sheet, repeat: float) -> None:
    """Flowers with leaves, large and small."""
    leaf, *blooms = sheet.inks[1:]
    for x, y, _ in _places(sheet, repeat * 0.8, loose=0.3):
        _leaf(sheet, x, y, 0.34 * repeat * sheet.inch, leaf, sheet.chance.uniform(0, 2 * math.pi))
    for x, y, number in _places(sheet, repeat, loose=0.2):
        size = sheet.chance.uniform(0.26, 0.42) * repeat * sheet.inch
        _flower(sheet, x, y, size, blooms[number % len(blooms)], sheet.chance.uniform(0, 1))


def _places(sheet: _Sheet, repeat: float, loose: float) -> list[tuple[float, float, int]]:
    step = repeat * sheet.inch
    found = []
    for row in range(-1, int(sheet.high / repeat) + 2):
        for column in range(-1, int(sheet.wide / repeat) + 2):
            x = (column + (0.5 if row % 2 else 0) + sheet.chance.uniform(-loose, loose)) * step
            y = (row + 0.5 + sheet.chance.uniform(-loose, loose)) * step
            found.append((x, y, row + 2 * column))
    return found


def _flower(sheet: _Sheet, x: float, y: float, size: float, ink: Colour, turn: float) -> None:
    petals, dark = 6, _mixed(ink, (40, 30, 40), 0.35)
    for number in range(petals):
        angle = turn + number * 2 * math.pi / petals
        px, py, r = x + 0.6 * size * math.cos(angle), y + 0.6 * size * math.sin(angle), 0.45 * size
        sheet.pen.ellipse([px - r, py - r, px + r, py + r], fill=ink, outline=_mixed(ink, (255, 255, 255), 0.35))
    r = 0.3 * size
    sheet.pen.ellipse([x - r, y - r, x + r, y + r], fill=dark)


def _turned(
    x: float, y: float, turn: float, points: list[tuple[float, float]], size: float
) -> list[tuple[float, float]]:
    c, s = math.cos(turn), math.sin(turn)
    return [(x + size * (a * c - b * s), y + size * (a * s + b * c)) for a, b in points]


def _leaf(sheet: _Sheet, x: float, y: float, size: float, ink: Colour, turn: float) -> None:
    side = [(-1 + t / 5, 0.42 * math.sin(math.pi * t / 10)) for t in range(11)]
    outline = side + [(a, -b) for a, b in reversed(side)]
    sheet.pen.polygon(_turned(x, y, turn, outline, size), fill=ink)
    rib = _turned(x, y, turn, [(-1, 0), (1, 0)], size)
    sheet.pen.line(rib, fill=_mixed(ink, (255, 255, 255), 0.4), width=max(1, round(size / 14)))


def _star(sheet: _Sheet, x: float, y: float, size: float, ink: Colour, turn: float) -> None:
    points = [
        (
            (1 if n % 2 == 0 else 0.42) * math.sin(n * math.pi / 5),
            -(1 if n % 2 == 0 else 0.42) * math.cos(n * math.pi / 5),
        )
        for n in range(10)
    ]
    sheet.pen.polygon(_turned(x, y, turn, points, size), fill=ink)


def _cross(sheet: _Sheet, x: float, y: float, size: float, ink: Colour, turn: float) -> None:
    for line in ([(-1, 0), (1, 0)], [(0, -1), (0, 1)]):
        sheet.pen.line(_turned(x, y, 0.0, line, size), fill=ink, width=max(2, round(size / 3.2)))


def _kite(sheet: _Sheet, x: float, y: float, size: float, ink: Colour, turn: float) -> None:
    sheet.pen.polygon(_turned(x, y, 0.25, [(0, -1), (0.62, -0.2), (0, 1), (-0.62, -0.2)], size), fill=ink)
    tail = [(0.05 * math.sin(3 * t), 1 + t / 8) for t in range(9)]
    sheet.pen.line(_turned(x, y, 0.25, tail, size), fill=_mixed(ink, (30, 30, 50), 0.4), width=max(2, round(size / 14)))


def _tree(sheet: _Sheet, x: float, y: float, size: float, ink: Colour, turn: float) -> None:
    sheet.pen.rectangle([x - 0.1 * size, y + 0.5 * size, x + 0.1 * size, y + size], fill=_mixed(ink, (60, 40, 30), 0.6))
    for low, wide in ((0.6, 0.75), (0.15, 0.6), (-0.3, 0.45)):
        sheet.pen.polygon(_turned(x, y, 0.0, [(0, low - 0.75), (wide, low), (-wide, low)], size), fill=ink)


def _lantern(sheet: _Sheet, x: float, y: float, size: float, ink: Colour, turn: float) -> None:
    dark = _mixed(ink, (30, 30, 60), 0.5)
    sheet.pen.line([x, y - size, x, y - 0.55 * size], fill=dark, width=max(2, round(size / 12)))
    sheet.pen.ellipse([x - 0.6 * size, y - 0.6 * size, x + 0.6 * size, y + 0.75 * size], fill=ink)
    for at in (-0.25, 0.05, 0.35):
        sheet.pen.line(
            [x - 0.55 * size, y + at * size, x + 0.55 * size, y + at * size], fill=dark, width=max(1, round(size / 24))
        )


def _cloud(sheet: _Sheet, x: float, y: float, size: float, ink: Colour, turn: float) -> None:
    for across, up, r in ((-0.6, 0.1, 0.4), (0, -0.15, 0.55), (0.6, 0.1, 0.42)):
        cx, cy = x + across * size, y + up * size
        sheet.pen.ellipse([cx - r * size, cy - r * size, cx + r * size, cy + r * size], fill=ink)
    sheet.pen.rectangle([x - 0.6 * size, y + 0.1 * size, x + 0.6 * size, y + 0.5 * size], fill=ink)


_MOTIFS: Final[dict[str, Callable[[_Sheet, float, float, float, Colour, float], None]]] = {
    "leaf": _leaf, "star": _star, "cross": _cross, "kite": _kite, "tree": _tree, "lantern": _lantern, "cloud": _cloud,
}  # fmt: skip
#: Figures with a right way up.
_UPRIGHT: Final = frozenset({"kite", "tree", "lantern", "cloud", "cross"})
_KINDS: Final[dict[str, Callable[[_Sheet, float], None]]] = {
    "solid": _solid, "metallic": _metallic, "vellum": _solid, "stripe": _stripe, "plaid": _plaid, "words": _words,
    "dots": _dots, "small print": _figures, "large print": _figures, "floral": _floral,
}  # fmt: skip
