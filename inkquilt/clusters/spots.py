"""Where a cluster can go: places kept for it, corners of photos, where strips meet, the title's start, words' corners.

Common practice, no source. A spot is a point with the way outward from what it adorns, in degrees clockwise
from the right.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass
from enum import Enum

from inkquilt.layout import Layout
from inkquilt.lengths import INCH
from inkquilt.sketch.geometry import Box, box
from inkquilt.sketch.model import Block, Role
from inkquilt.sketch.relations import stack_roots


class SpotKind(Enum):
    """What a spot is, in the order they are liked."""

    KEPT = "the place kept for it"
    APEX = "where strips meet the photo"
    PHOTO = "a corner of the photo"
    TITLE = "the start of the title"
    WORDS = "a corner of the words"
    EDGE = "a corner of the page"


@dataclass(frozen=True, slots=True)
class ClusterSpot:
    """A place for a cluster: its point, the way outward, what it adorns, and where, in words."""

    kind: SpotKind
    x: float
    y: float
    outward: float
    key: str
    words: str

    def away(self, distance: float) -> tuple[float, float]:
        """Return the point so far outward."""
        angle = math.radians(self.outward)
        return self.x + distance * math.cos(angle), self.y + distance * math.sin(angle)


_CORNERS = (
    ("upper left", False, False, 225.0),
    ("upper right", True, False, 315.0),
    ("lower right", True, True, 45.0),
    ("lower left", False, True, 135.0),
)
#: A strip's edge this near to a photo's corner meets it.
_MEETS = 0.75 * INCH


def spots_of(layout: Layout) -> tuple[ClusterSpot, ...]:
    """Return every spot of a page; two that are nearly one are told once."""
    found: list[ClusterSpot] = []
    for spot in sorted(_spots(layout), key=lambda spot: list(SpotKind).index(spot.kind)):
        if all(math.hypot(spot.x - other.x, spot.y - other.y) > INCH for other in found):
            found.append(spot)
    return tuple(found)


def _spots(layout: Layout) -> Iterator[ClusterSpot]:
    blocks = layout.blocks
    roots = stack_roots(blocks)
    by_id = {block.id: block for block in blocks}
    middle = layout.page.width / 2, layout.page.height / 2
    strips = [box(block) for block in blocks if block.role in (Role.STRIP, Role.PAPER, Role.BORDER)]
    for block in blocks:
        if block.role is Role.CLUSTER:
            x, y = block.x + block.width / 2, block.y + block.height / 2
            outward = math.degrees(math.atan2(y - middle[1], x - middle[0])) % 360
            yield ClusterSpot(SpotKind.KEPT, x, y, outward, block.id, f"in the place kept for {block.name}")
        elif block.role is Role.PHOTO:
            yield from _corners(block, box(by_id[roots[block.id]]), strips)
        elif block.role is Role.TITLE and block.id in layout.titles:
            yield ClusterSpot(
                SpotKind.TITLE, block.x, block.y + block.height / 2, 180.0, block.id, "at the start of the title"
            )
        elif block.role is Role.JOURNALING:
            around = box(block)
            yield ClusterSpot(
                SpotKind.WORDS, around.x.high, around.y.high, 45.0, block.id, "at the lower right corner of the words"
            )
            yield ClusterSpot(
                SpotKind.WORDS, around.x.high, around.y.low, 315.0, block.id, "at the upper right corner of the words"
            )
    yield from _page_corners(layout)


def _corners(photo: Block, around: Box, strips: list[Box]) -> Iterator[ClusterSpot]:
    for name, right, low, outward in _CORNERS:
        x = around.x.high if right else around.x.low
        y = around.y.high if low else around.y.low
        meets = [
            strip
            for strip in strips
            if min(abs(strip.y.low - y), abs(strip.y.high - y)) < _MEETS
            or min(abs(strip.x.low - x), abs(strip.x.high - x)) < _MEETS
        ]
        kind = SpotKind.APEX if len(meets) >= 2 else SpotKind.PHOTO
        yield ClusterSpot(kind, x, y, outward, photo.id, f"at the {name} corner of {photo.name}")


def _page_corners(layout: Layout) -> Iterator[ClusterSpot]:
    clear = layout.page.clear
    inset = 1.25 * INCH
    for name, right, low, outward in _CORNERS:
        x = layout.page.width - clear.right - inset if right else clear.left + inset
        y = layout.page.height - clear.bottom - inset if low else clear.top + inset
        yield ClusterSpot(SpotKind.EDGE, x, y, outward, "", f"near the {name} corner of the page")
