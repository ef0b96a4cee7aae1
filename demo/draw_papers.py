"""Draws the demo's one photographed paper: a pale comb with a row of bees printed along its lower edge.

It is made up, and comes out the same every time.
"""

import math
from typing import Final

from PIL import Image, ImageDraw

#: The sheet is 12 in square; drawn at twice the size and scaled down, which smooths every edge.
PIXELS: Final = 640
_FINE: Final = 2
_CELLS: Final = 22
_GROUND: Final = (247, 232, 190)
_WAX: Final = (228, 194, 112)
_FILLED: Final = (238, 208, 134)
_BAND: Final = (255, 248, 230)
_BEE: Final = (70, 54, 40)
_WING: Final = (205, 214, 224)
#: The printed row of bees begins so far down, in parts of the sheet.
BEES_FROM: Final = 11 / 12


def comb() -> Image.Image:
    """Return the sheet."""
    side = PIXELS * _FINE
    image = Image.new("RGB", (side, side), _GROUND)
    pen = ImageDraw.Draw(image)
    radius = side / _CELLS / math.sqrt(3)
    wide, high = math.sqrt(3) * radius, 1.5 * radius
    for row in range(-1, int(side / high) + 2):
        for column in range(-1, _CELLS + 2):
            x = column * wide + (wide / 2 if row % 2 else 0)
            filled = (3 * row + 5 * column + row * column) % 11 < 2
            _cell(pen, x, row * high, radius, filled)
    top = BEES_FROM * side
    pen.rectangle([0, top, side, side], fill=_BAND)
    pen.line([0, top, side, top], fill=_WAX, width=4 * _FINE)
    for place in range(12):
        _bee(pen, (place + 0.5) * side / 12, (top + side) / 2, side / 46)
    return image.resize((PIXELS, PIXELS), Image.Resampling.LANCZOS)


def _cell(pen: ImageDraw.ImageDraw, x: float, y: float, radius: float, filled: bool) -> None:
    corners = [
        (x + radius * math.sin(math.radians(60 * turn)), y + radius * math.cos(math.radians(60 * turn)))
        for turn in range(6)
    ]
    if filled:
        pen.polygon(corners, fill=_FILLED)
    pen.line([*corners, corners[0]], fill=_WAX, width=3)


def _bee(pen: ImageDraw.ImageDraw, x: float, y: float, size: float) -> None:
    pen.ellipse([x - 0.2 * size, y - 1.1 * size, x + 0.7 * size, y - 0.1 * size], fill=_WING)
    pen.ellipse([x - 0.9 * size, y - 1.0 * size, x - 0.05 * size, y - 0.1 * size], fill=_WING)
    pen.ellipse([x - size, y - 0.5 * size, x + size, y + 0.5 * size], fill=_WAX)
    for stripe in (-0.45, 0.05, 0.55):
        pen.ellipse(
            [x + (stripe - 0.14) * size, y - 0.46 * size, x + (stripe + 0.14) * size, y + 0.46 * size], fill=_BEE
        )
    pen.ellipse([x + 0.75 * size, y - 0.3 * size, x + 1.3 * size, y + 0.3 * size], fill=_BEE)
