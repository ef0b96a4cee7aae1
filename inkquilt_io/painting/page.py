"""The whole page as one picture, without rulers."""

from __future__ import annotations

import io
import math
from collections.abc import Collection, Iterator
from enum import Enum
from typing import Final

from PIL import Image, ImageFilter

from inkquilt.lengths import INCH
from inkquilt_io.painting.layers import Layer, PaintedPage, layers_of

#: What a page without a base of its own is laid on.
BARE: Final = (244, 238, 226)
_SMALLEST: Final = 64
_LARGEST: Final = 4800


class PictureKind(Enum):
    """The kinds of picture files."""

    PNG = "png"
    JPEG = "jpg"


def composed(
    size: tuple[int, int], layers: Collection[Layer], ground: tuple[int, int, int] = BARE, shadow: float = 0
) -> Image.Image:
    """Return layers laid on each other, cut to the page; with a ``shadow`` of so many pixels beneath each."""
    sheet = Image.new("RGBA", size, (*ground, 255))
    for layer in layers if not shadow else with_shadows(layers, shadow):
        left, top = max(0, layer.left), max(0, layer.top)
        right = min(size[0], layer.left + layer.image.width)
        bottom = min(size[1], layer.top + layer.image.height)
        if left < right and top < bottom:
            part = layer.image.crop((left - layer.left, top - layer.top, right - layer.left, bottom - layer.top))
            sheet.alpha_composite(part, (left, top))
    return sheet.convert("RGB")


def with_shadows(layers: Collection[Layer], reach: float) -> Iterator[Layer]:
    """Yield layers, each with a soft shadow beneath it, a little lower and to the right."""
    room = math.ceil(2 * reach)
    for layer in layers:
        dark = Image.new("L", (layer.image.width + 2 * room, layer.image.height + 2 * room), 0)
        dark.paste(layer.image.getchannel("A").point(lambda alpha: alpha * 2 // 5), (room, room))
        veil = Image.new("RGBA", dark.size, (24, 26, 44, 0))
        veil.putalpha(dark.filter(ImageFilter.GaussianBlur(reach)))
        yield Layer(layer.key, veil, layer.left - room + round(reach / 3), layer.top - room + round(reach / 2))
        yield layer


def painted(page: PaintedPage, longest: int) -> Image.Image:
    """Return a page as a picture so many pixels long on its longer side."""
    longest = min(_LARGEST, max(_SMALLEST, longest))
    whole = page.page
    scale = longest / max(whole.width, whole.height)
    size = round(whole.width * scale), round(whole.height * scale)
    return composed(size, layers_of(page, scale), shadow=scale * INCH / 40)


def page_picture(page: PaintedPage, kind: PictureKind, longest: int) -> bytes:
    """Return a page as a picture file; it says at how many pixels an inch it has its true size."""
    image = painted(page, longest)
    per_inch = round(longest * INCH / max(page.page.width, page.page.height))
    out = io.BytesIO()
    if kind is PictureKind.PNG:
        image.save(out, "PNG", optimize=True, dpi=(per_inch, per_inch))
    else:
        image.save(out, "JPEG", quality=90, dpi=(per_inch, per_inch))
    return out.getvalue()
