"""What of a photo shows in its slot.

A crop is given in parts of the photo's width and height, exact fractions from
the top left corner. Pixels are no lengths: nothing here decides a cut.
"""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from typing import Final

from inkquilt.sketch.model import Size

#: The middle of the photo.
MIDDLE: Final = Fraction(1, 2)


@dataclass(frozen=True, slots=True)
class Crop:
    """The part of a photo that shows: left, top, width and height, each from 0 to 1."""

    left: Fraction
    top: Fraction
    width: Fraction
    height: Fraction


def crop_to_fill(
    pixels_across: int, pixels_down: int, slot: Size, look_x: Fraction = MIDDLE, look_y: Fraction = MIDDLE
) -> Crop:
    """Return the largest part with the slot's proportions, as near as can be to a point.

    ``look_x`` and ``look_y`` (0 to 1) say what should come to the middle of the slot.

    >>> crop_to_fill(600, 400, Size(400, 400))
    Crop(left=Fraction(1, 6), top=Fraction(0, 1), width=Fraction(2, 3), height=Fraction(1, 1))

    Raises ``ValueError`` for a photo or slot without area.
    """
    if min(pixels_across, pixels_down, slot.width, slot.height) <= 0:
        raise ValueError("a photo and its slot both need a width and a height")
    photo_shape = Fraction(pixels_across, pixels_down)
    slot_shape = Fraction(slot.width, slot.height)
    width = min(Fraction(1), slot_shape / photo_shape)
    height = min(Fraction(1), photo_shape / slot_shape)
    return Crop(_start(look_x, width), _start(look_y, height), width, height)


def _start(look: Fraction, part: Fraction) -> Fraction:
    return min(max(look - part / 2, Fraction(0)), 1 - part)
