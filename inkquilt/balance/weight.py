"""Visual weight of pieces, and where the weight of a page lies.

The weight of a piece is its visible area in square inches times

    what it is x (0.4 + 0.9 contrast + 0.4 colourfulness + 0.4 detail) x (1 + 2 height in inches)

contrast is CIEDE2000 to what lies beneath, over 60; colourfulness CIELAB chroma over 80; both at
most 1; what is not known counts as a half. That these are what makes a piece heavy is common practice; the factors are
the project's own, tuned on drawn pages.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Final

import shapely
from shapely.geometry.base import BaseGeometry

from inkquilt.balance.surfaces import SeenSurface, VisiblePart, see
from inkquilt.colour import Lab, Rgb, difference, lab
from inkquilt.layout import Layout
from inkquilt.lengths import INCH

#: How much what a piece is counts. Common practice, no source.
_PART_WEIGHT: Final = {
    VisiblePart.BASE: 0.0,
    VisiblePart.PAPER: 0.35,
    VisiblePart.MAT: 0.5,
    VisiblePart.PHOTO: 1.0,
    VisiblePart.TITLE: 0.9,
    VisiblePart.WORDS: 0.6,
    VisiblePart.TAG: 0.7,
    VisiblePart.ROOM: 0.0,
    VisiblePart.ACCENT: 1.3,
}
#: The element that leads counts so much more.
LEAD: Final = 1.3
_FULL_CONTRAST: Final = 60.0
_FULL_CHROMA: Final = 80.0
#: What lies beneath is looked for until less than this part of a piece is left.
_ENOUGH: Final = 0.02


@dataclass(frozen=True, slots=True)
class Weighed:
    """A piece with its visible part, its weight, and the middle of what shows."""

    seen: SeenSurface
    visible: BaseGeometry
    weight: float
    x: float
    y: float
    contrast: float | None


@dataclass(frozen=True, slots=True)
class Moments:
    """Where the weight lies: its centre in grains, and how far from the middle each way, -1 to 1 of half the page.

    ``across`` is more than nought to the right, ``down`` to the foot; ``falling`` and ``rising`` are the shares of the
    weight along the two diagonals, from the upper left and from the lower left, 0 to 1 each.
    """

    x: float
    y: float
    across: float
    down: float
    falling: float
    rising: float


def weigh(layout: Layout) -> tuple[Weighed, ...]:
    """Return every piece of a page with its weight, the lowest first."""
    pieces = see(layout)
    whole = layout.whole
    shown = visible_of([piece.outline.intersection(whole) for piece in pieces])
    found = []
    for number, (piece, visible) in enumerate(zip(pieces, shown, strict=True)):
        contrast = _contrast(piece, beneath(piece.outline, pieces[:number]))
        middle = visible.centroid if not visible.is_empty else piece.outline.centroid
        weight = _weight(piece, visible, contrast) * (LEAD if piece.key == layout.lead else 1.0)
        found.append(Weighed(piece, visible, weight, middle.x, middle.y, contrast))
    return tuple(found)


def visible_of(outlines: Sequence[BaseGeometry]) -> list[BaseGeometry]:
    """Return what shows of each outline, the lowest first: each without those above that touch it."""
    tree = shapely.STRtree(list(outlines))
    found = []
    for number, outline in enumerate(outlines):
        over = [outlines[other] for other in tree.query(outline, "intersects").tolist() if other > number]
        found.append(outline.difference(shapely.union_all(over)) if over else outline)
    return found


def beneath(outline: BaseGeometry, lower: Sequence[SeenSurface]) -> list[tuple[SeenSurface, float]]:
    """Return what lies right beneath an outline, the highest first, each with its share of it."""
    found = []
    left, area = outline, outline.area or 1.0
    for piece in reversed(lower):
        if not piece.outline.intersects(left):
            continue
        share = piece.outline.intersection(left).area / area
        if share > _ENOUGH / 4:
            found.append((piece, share))
            left = left.difference(piece.outline)
            if left.area < _ENOUGH * area:
                break
    return found


def _contrast(piece: SeenSurface, lower: Sequence[tuple[SeenSurface, float]]) -> float | None:
    """Return the mean difference to what is beneath, None where a colour is not known."""
    known = [(other.colours[0], share) for other, share in lower if other.colours]
    total = sum(share for _, share in known)
    if not piece.colours or not total:
        return None
    return sum(difference(lab_of(piece.colours[0]), lab_of(other)) * share for other, share in known) / total


@lru_cache(maxsize=4096)
def lab_of(colour: Rgb) -> Lab:
    """Return a colour in CIELAB, remembered."""
    return lab(colour)


def chroma_of(colour: Rgb) -> float:
    """Return how colourful a colour is."""
    place = lab_of(colour)
    return math.hypot(place.a, place.b)


def _weight(piece: SeenSurface, visible: BaseGeometry, contrast: float | None) -> float:
    area = float(visible.area) / INCH**2
    against = 0.5 if contrast is None else min(1.0, contrast / _FULL_CONTRAST)
    chroma = min(1.0, chroma_of(piece.colours[0]) / _FULL_CHROMA) if piece.colours else 0.5
    look = 0.4 + 0.9 * against + 0.4 * chroma + 0.4 * piece.detail
    return area * _PART_WEIGHT[piece.part] * look * (1 + 2 * piece.height / INCH)


def moments_of(layout: Layout, weighed: Sequence[Weighed]) -> Moments:
    """Return where the weight of a page lies; of a bare page, in its middle."""
    width, height = layout.page.width, layout.page.height
    total = sum(one.weight for one in weighed)
    if not total:
        return Moments(width / 2, height / 2, 0.0, 0.0, 0.5, 0.5)
    x = sum(one.weight * one.x for one in weighed) / total
    y = sum(one.weight * one.y for one in weighed) / total
    falling = rising = 0.0
    for one in weighed:
        across, down = one.x / width - 0.5, one.y / height - 0.5
        if across * down > 0:
            falling += one.weight
        elif across * down < 0:
            rising += one.weight
    return Moments(x, y, 2 * x / width - 1, 2 * y / height - 1, falling / total, rising / total)
