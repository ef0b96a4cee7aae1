"""How a paper looks on a picture of a page: its own picture laid again and again, or its kind's print."""

from __future__ import annotations

import io
from collections.abc import Callable
from dataclasses import dataclass
from functools import lru_cache
from typing import Final

from PIL import Image, ImageDraw

from inkquilt.lengths import INCH, Grains
from inkquilt.paper.kinds import PaperKind
from inkquilt_io.look import Colour

#: A print repeats this often; as on screen, it is drawn in a cell of 12 by 12.
_REPEAT: Final[Grains] = INCH // 5
_CELL: Final = 12.0
#: Prints are drawn so many times finer, so that their edges come out even.
_FINER: Final = 4
#: The ink of a print on light and on dark paper, with its strength, and where light begins.
_ON_LIGHT: Final = (30, 34, 60, 41)
_ON_DARK: Final = (255, 255, 255, 51)
_LIGHT: Final = 120


@dataclass(frozen=True, slots=True)
class PaperPaint:
    """What is known of a paper's look: its colour and kind; its picture (JPEG) shows ``wide`` by ``high`` of it."""

    colour: Colour
    kind: PaperKind = PaperKind.SOLID
    picture: bytes | None = None
    wide: Grains = 0
    high: Grains = 0
    across: bool = False


def paper_tile(paint: PaperPaint, scale: float) -> Image.Image:
    """Return one repeat of a paper at so many pixels a grain."""
    tile = _pictured(paint, scale) if paint.picture else _printed(paint.colour, paint.kind, scale)
    return tile.transpose(Image.Transpose.ROTATE_270) if paint.across else tile


def filled(paint: PaperPaint, size: tuple[int, int], scale: float) -> Image.Image:
    """Return a piece of a paper of so many pixels."""
    tile = paper_tile(paint, scale)
    sheet = Image.new("RGB", size, paint.colour)
    for left in range(0, size[0], tile.width):
        for top in range(0, size[1], tile.height):
            sheet.paste(tile, (left, top))
    return sheet


def mean_colour(paint: PaperPaint) -> Colour:
    """Return the colour of a paper seen from afar."""
    if paint.picture is None:
        return paint.colour
    red, green, blue = _decoded(paint.picture).resize((1, 1), Image.Resampling.BOX).tobytes()
    return red, green, blue


@lru_cache(maxsize=64)
def _decoded(picture: bytes) -> Image.Image:
    with Image.open(io.BytesIO(picture)) as image:
        return image.convert("RGB")


def _pictured(paint: PaperPaint, scale: float) -> Image.Image:
    size = max(1, round(paint.wide * scale)), max(1, round(paint.high * scale))
    return _decoded(paint.picture or b"").resize(size, Image.Resampling.LANCZOS)


@lru_cache(maxsize=256)
def _printed(colour: Colour, kind: PaperKind, scale: float) -> Image.Image:
    side = max(4, round(_REPEAT * scale))
    big = side * _FINER
    unit = big / _CELL
    tile = Image.new("RGB", (big, big), colour)
    light = 0.3 * colour[0] + 0.59 * colour[1] + 0.11 * colour[2] > _LIGHT
    veil = Image.new("RGBA", (big, big), (0, 0, 0, 0))
    draw = ImageDraw.Draw(veil)
    _PRINTS.get(kind, _nothing)(draw, unit, _ON_LIGHT if light else _ON_DARK)
    tile.paste(veil, (0, 0), veil)
    return tile.resize((side, side), Image.Resampling.LANCZOS)


Ink = tuple[int, int, int, int]


def _nothing(draw: ImageDraw.ImageDraw, unit: float, ink: Ink) -> None:
    """A plain paper."""


def _dot(draw: ImageDraw.ImageDraw, unit: float, ink: Ink, x: float, y: float, radius: float) -> None:
    draw.ellipse([(x - radius) * unit, (y - radius) * unit, (x + radius) * unit, (y + radius) * unit], fill=ink)


def _two_dots(radius: float) -> Callable[[ImageDraw.ImageDraw, float, Ink], None]:
    def drawn(draw: ImageDraw.ImageDraw, unit: float, ink: Ink) -> None:
        _dot(draw, unit, ink, 3, 3, radius)
        _dot(draw, unit, ink, 9, 9, radius)

    return drawn


def _bands(across: bool, width: float) -> Callable[[ImageDraw.ImageDraw, float, Ink], None]:
    def drawn(draw: ImageDraw.ImageDraw, unit: float, ink: Ink) -> None:
        for at in (3, 9):
            low, high = (at - width / 2) * unit, (at + width / 2) * unit
            draw.rectangle([low, 0, high, _CELL * unit], fill=ink)
            if across:
                draw.rectangle([0, low, _CELL * unit, high], fill=ink)

    return drawn


def _blooms(draw: ImageDraw.ImageDraw, unit: float, ink: Ink) -> None:
    for x, y in ((6, 3.4), (8.6, 6), (6, 8.6), (3.4, 6)):
        _dot(draw, unit, ink, x, y, 2)
    _dot(draw, unit, ink, 6, 6, 1.1)


def _large(draw: ImageDraw.ImageDraw, unit: float, ink: Ink) -> None:
    _dot(draw, unit, ink, 3.4, 3.6, 2.6)
    draw.polygon([(8 * unit, 12 * unit), (10 * unit, 6 * unit), (11.6 * unit, 9 * unit)], fill=ink)
    draw.polygon([(6 * unit, unit), (10 * unit, 4 * unit), (7 * unit, 3.4 * unit)], fill=ink)


def _lines_of_words(draw: ImageDraw.ImageDraw, unit: float, ink: Ink) -> None:
    for x, y, long in ((1, 3, 4), (6.5, 3, 4.5), (1, 9, 6), (8.5, 9, 2.5)):
        draw.rectangle([x * unit, (y - 0.8) * unit, (x + long) * unit, (y + 0.8) * unit], fill=ink)


def _sheen(draw: ImageDraw.ImageDraw, unit: float, ink: Ink) -> None:
    for shift in (-12, 0, 12):
        ends = [((shift - 3) * unit, 9 * unit), ((shift + 9) * unit, -3 * unit)]
        draw.line(ends, fill=(255, 255, 255, 107), width=max(1, round(2.6 * unit)))


_PRINTS: Final = {
    PaperKind.SMALL_PRINT: _two_dots(1.2),
    PaperKind.DOTS: _two_dots(2.3),
    PaperKind.STRIPE: _bands(across=False, width=2.2),
    PaperKind.PLAID: _bands(across=True, width=2.0),
    PaperKind.FLORAL: _blooms,
    PaperKind.LARGE_PRINT: _large,
    PaperKind.WORDS: _lines_of_words,
    PaperKind.METALLIC: _sheen,
}
