"""What is to be printed, and whether the photo is fine enough.

Pixels per inch are counted where they are fewest. Common practice, no source: 300
cannot be told from more at reading distance, 200 is fine from arm's length, below
150 it is seen.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum
from fractions import Fraction
from typing import Final

from inkquilt.lengths import INCH, Grains
from inkquilt.photos.crop import Crop, Pixels
from inkquilt.sketch.model import Size

FINE: Final = 200
SOFT: Final = 150
#: What is printed past the edge of a print, to be cut off.
BLEED: Final[Grains] = INCH // 8


class Grade(Enum):
    """How a print comes out."""

    FINE = "fine"
    SOFT = "soft"
    POOR = "poor"


@dataclass(frozen=True, slots=True)
class Fineness:
    """Pixels per inch of a print, what that means, and the largest size of these proportions at which it is fine."""

    per_inch: int
    grade: Grade
    largest_fine: Size


def fineness(photo: Pixels, crop: Crop, size: Size) -> Fineness:
    """Return how fine a crop of a photo is at a size. Raises ``ValueError`` for a size without area."""
    if min(size.width, size.height) <= 0:
        raise ValueError("a print has a width and a height")
    across = crop.width * photo.across * INCH / size.width
    down = crop.height * photo.down * INCH / size.height
    least = min(across, down)
    grade = Grade.FINE if least >= FINE else Grade.SOFT if least >= SOFT else Grade.POOR
    scale = least / FINE
    return Fineness(int(least), grade, Size(int(size.width * scale), int(size.height * scale)))


@dataclass(frozen=True, slots=True)
class Print:
    """One photo to be printed: ``size`` is what is used of it, in grains.

    ``border`` stays white round it and belongs to it; ``bleed`` is picture past its
    edge, cut off. Only one of the two is sensible.
    """

    key: str
    name: str
    size: Size
    border: Grains = 0
    bleed: Grains = 0

    @property
    def footprint(self) -> Size:
        """What it takes of a sheet."""
        more = 2 * max(self.border, self.bleed)
        return Size(self.size.width + more, self.size.height + more)


def bled(crop: Crop, size: Size, bleed: Grains) -> Crop:
    """Return the crop of a print with its bleed: what lies past its edges on the photo, mirrored nowhere.

    Where the photo ends there the crop is moved in, so that the edge is never bare.
    """
    width = min(Fraction(1), crop.width * (size.width + 2 * bleed) / size.width)
    height = min(Fraction(1), crop.height * (size.height + 2 * bleed) / size.height)
    middle = crop.middle
    left = min(max(middle.x - width / 2, Fraction(0)), 1 - width)
    top = min(max(middle.y - height / 2, Fraction(0)), 1 - height)
    return Crop(left, top, width, height, crop.turn)
