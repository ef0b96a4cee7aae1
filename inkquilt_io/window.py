"""The part of a picture that a crop shows, as a picture of its own."""

from __future__ import annotations

import math

from PIL import Image

from inkquilt.photos import Crop


def window_of(image: Image.Image, crop: Crop, most: tuple[int, int] | None = None) -> Image.Image:
    """Return what a crop shows of an upright picture, no more pixels than it has there, nor than ``most``.

    A window that lies turned on the photo is turned upright about its middle.
    """
    if crop.turn:
        middle = float(crop.middle.x) * image.width, float(crop.middle.y) * image.height
        image = image.rotate(crop.turn / 100, Image.Resampling.BICUBIC, center=middle)
    left, top = float(crop.left) * image.width, float(crop.top) * image.height
    box = (
        max(0.0, left),
        max(0.0, top),
        min(float(image.width), left + float(crop.width) * image.width),
        min(float(image.height), top + float(crop.height) * image.height),
    )
    size = math.ceil(box[2] - box[0] - 1e-6), math.ceil(box[3] - box[1] - 1e-6)
    if most is not None:
        size = min(size[0], most[0]), min(size[1], most[1])
    return image.resize((max(1, size[0]), max(1, size[1])), Image.Resampling.LANCZOS, box=box)
