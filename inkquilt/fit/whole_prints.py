"""Listed print sizes for a whole design: every class of twins one size of the list, larger ones staying larger."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from math import log
from typing import Final

from inkquilt.design.marks import SHAPE, change_of_shape
from inkquilt.design.reading import Design, area
from inkquilt.fit.sizes import stance_of
from inkquilt.sketch.model import Block, Size

#: Scales against the page's own that are tried, the nearest first.
SCALES: Final = tuple(sorted((1.2 - step * 0.04 for step in range(13)), key=lambda scale: abs(scale - 1)))
#: A print of other proportions is as unwelcome as one so many times off in area.
_SHAPE_COUNTS: Final = 2.0


def listed_sizes(design: Design, scale: float, prints: tuple[Size, ...]) -> Iterator[dict[str, Size]]:
    """Yield sizes for all photos, those nearest to the page's own ``scale`` first. Twins share a size."""
    photos = {photo.id: photo for photo in design.photos}
    seen: list[dict[str, Size]] = []
    for factor in SCALES:
        sizes = _sizes_at(design, photos, scale * factor, prints)
        if sizes is not None and sizes not in seen:
            seen.append(sizes)
            yield sizes


def _sizes_at(
    design: Design, photos: Mapping[str, Block], scale: float, prints: tuple[Size, ...]
) -> dict[str, Size] | None:
    sizes: dict[str, Size] = {}
    for twins in design.twins:
        best = _nearest(photos[twins[0]], scale, prints)
        if best is None:
            return None
        sizes |= dict.fromkeys(twins, best)
    pairs = [(pair.photo, pair.other) for pair in design.larger]
    if design.lead is not None:
        pairs += [(design.lead, name) for name in photos if name != design.lead]
    if any(_area(sizes[big]) < _area(sizes[small]) for big, small in pairs):
        return None
    return sizes


def _nearest(photo: Block, scale: float, prints: tuple[Size, ...]) -> Size | None:
    wanted = area(photo) * scale**2
    alike = [
        size for one in prints for size in {one, one.swapped()}
        if stance_of(size) == stance_of(photo.size) and change_of_shape(photo.size, size) <= SHAPE
    ]  # fmt: skip

    def off(size: Size) -> float:
        return abs(log(_area(size) / wanted)) + _SHAPE_COUNTS * log(change_of_shape(photo.size, size))

    return min(alike, key=lambda size: (off(size), size.width), default=None)


def _area(size: Size) -> int:
    return size.width * size.height
