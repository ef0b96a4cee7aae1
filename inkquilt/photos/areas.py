"""Parts of a photo that matter, and parts that may be covered.

Areas are upright boxes in parts of the photo's width and height, y downward.
What matters has a weight from 1 to ``HEAVIEST``: when not everything can be kept,
the lighter areas give way first.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from enum import Enum
from fractions import Fraction
from typing import Final

HEAVIEST: Final = 5


@dataclass(frozen=True, slots=True)
class Area:
    """A box on a photo, from 0 to 1 each way. ``matters`` False says that it may be covered."""

    left: Fraction
    top: Fraction
    width: Fraction
    height: Fraction
    matters: bool = True
    weight: int = 1

    @property
    def right(self) -> Fraction:
        """The far end across."""
        return self.left + self.width

    @property
    def bottom(self) -> Fraction:
        """The far end down."""
        return self.top + self.height


def that_matter(areas: Iterable[Area]) -> tuple[Area, ...]:
    """Return the areas that must stay visible, the heaviest first."""
    return tuple(sorted((area for area in areas if area.matters), key=lambda area: -area.weight))


def around(areas: Iterable[Area]) -> Area | None:
    """Return the box round all areas, or None when there are none."""
    boxes = list(areas)
    if not boxes:
        return None
    left, top = min(a.left for a in boxes), min(a.top for a in boxes)
    right, bottom = max(a.right for a in boxes), max(a.bottom for a in boxes)
    return Area(left, top, right - left, bottom - top)


class Sign(Enum):
    """Why an area is proposed."""

    FACE = "face"
    EYE = "eye"


@dataclass(frozen=True, slots=True)
class FocalProposal:
    """An area that may matter."""

    area: Area
    sign: Sign
