"""The largest circle in a region of any outline."""

from __future__ import annotations

from dataclasses import dataclass

import shapely
from shapely.geometry.base import BaseGeometry

from inkquilt.lengths import INCH, Grains

#: It is found to within so much of a radius.
_TOLERANCE = INCH / 64


@dataclass(frozen=True, slots=True)
class Circle:
    """A circle, in grains."""

    x: Grains
    y: Grains
    radius: Grains


def largest_circle(region: BaseGeometry) -> Circle | None:
    """Return the largest circle within a region, to 1/64 in, or None where there is no region."""
    parts = [part for part in getattr(region, "geoms", [region]) if part.area > 0]
    spokes = [shapely.maximum_inscribed_circle(part, _TOLERANCE) for part in parts]
    if not spokes:
        return None
    longest = max(spokes, key=lambda spoke: spoke.length)
    (x, y), _ = longest.coords
    return Circle(round(x), round(y), int(longest.length))
