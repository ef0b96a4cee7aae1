"""Putting the parts of one piece together that show on both sides of what lies over it.

Where two regions meet, the edge belongs to the one that lies on top: it runs along
that one's own outline (its convex hull), and cuts into the other's. Two regions of
one colour are one piece if everything between them can lie on top of both, and
together they show the sides a piece has. Of two explanations the one with fewer
pieces is taken.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Final

import cv2
import numpy as np

from inkquilt_io.picture.page import Pixels
from inkquilt_io.picture.regions import ColourRegion, Regions

#: Colours this near in CIE Lab (8 bit, light made even) are one paper's.
_COLOUR: Final = 5.0
_LIGHTNESS: Final = 9.0
_BLEACHED: Final = 40.0
#: Edges this near, in parts of the page's longer side, are one edge.
_ALIKE: Final = 0.012
#: A border shorter than this many pixels is a touch at a corner.
_TOUCH: Final = 24
_LEAK: Final = 0.1
#: Ground between pieces is narrower than this part of the page's longer side; so is what is left of a hidden piece.
_GAP: Final = 0.034
_SLIVER: Final = 0.0145
#: Pixels off an outline that still count as on it.
_ON_OUTLINE: Final = 11
#: So many pixels along its outline a joined piece may be off.
_RIM: Final = 21
#: What is thinner than so many pixels is a spike of a region, no part of it.
_SPIKE: Final = 7
#: An edge runs along an outline when this part of it does, and not when less than that does; the two differ clearly.
_OWNS: Final = 0.7
_OWNS_NOT: Final = 0.45
_CLEARLY: Final = 0.4


@dataclass(slots=True, eq=False)
class PicturePiece:
    """Regions that are one piece, with the box round them all."""

    labels: list[int]
    left: int
    top: int
    right: int
    foot: int
    area: int
    colour: Pixels
    bleached: bool
    hull: Pixels = field(repr=False)

    @property
    def width(self) -> int:
        return self.right - self.left

    @property
    def height(self) -> int:
        return self.foot - self.top


def pieces_of(found: Regions) -> list[PicturePiece]:
    """Return the pieces of a page, its ground left out."""
    return _Joining(found).pieces()


class _Joining:
    def __init__(self, found: Regions) -> None:
        self.map = found.nearest
        self.high, self.wide = found.nearest.shape
        self.near = max(3, round(_ALIKE * max(self.high, self.wide)))
        self.parts = [self.piece_of(region) for region in found.regions]
        self.of: dict[int, PicturePiece] = {part.labels[0]: part for part in self.parts}
        self.borders = _borders(found.nearest)
        self.judged: dict[tuple[int, int, int, int], bool] = {}

    def piece_of(self, region: ColourRegion) -> PicturePiece:
        box = region.left, region.top, region.right, region.foot
        return PicturePiece(
            [region.label], *box, region.area, region.colour, region.bleached, self.hull_of(region.label)
        )

    def hull_of(self, label: int) -> Pixels:
        """Return the convex hull, spikes along edges that meet there left out."""
        mask = (self.map == label).astype(np.uint8)
        opened = cv2.morphologyEx(mask, cv2.MORPH_OPEN, np.ones((_SPIKE, _SPIKE), np.uint8))
        if 2 * int(opened.sum()) > int(mask.sum()):
            mask = np.asarray(opened)
        contours, _ = cv2.findContours(mask, cv2.RETR_EXTERNAL, cv2.CHAIN_APPROX_SIMPLE)
        hull: Pixels = cv2.convexHull(np.concatenate([c for c in contours if len(c) > 3] or list(contours)))
        return hull

    def pieces(self) -> list[PicturePiece]:
        base = self.base()
        if base is not None:
            self.join_base(base)
        self.join_pairs([part for part in self.parts if part is not base])
        return [part for part in self.parts if part is not base and not self.is_sliver(part)]

    def is_sliver(self, part: PicturePiece) -> bool:
        """Tell whether a part is too short and narrow to be a piece anyone cuts: what was left of a hidden one."""
        longer = max(self.high, self.wide)
        short, long = sorted((part.width, part.height))
        return bool(short < _SLIVER * longer and long < 12 * _SLIVER * longer)

    def join_pairs(self, parts: list[PicturePiece]) -> None:
        """Join pairs that may be one, the largest first: of mats one in another the outer parts belong together."""
        while True:
            pairs = [
                (one, other)
                for index, one in enumerate(parts)
                for other in parts[index + 1 :]
                if _one_colour(one, other) and self.show_one_outline(one, other)
            ]
            pairs.sort(key=lambda pair: -_joint_area(*pair))
            pair = next((pair for pair in pairs if self.may_be_one(*pair)), None)
            if pair is None:
                return
            self.join(*pair)
            parts.remove(pair[1])

    def join_base(self, base: PicturePiece) -> None:
        while True:
            part = next(
                (p for p in self.parts if p is not base and _one_colour(base, p) and self.may_be_base(base, p)), None
            )
            if part is None:
                return
            self.join(base, part)

    def join(self, one: PicturePiece, other: PicturePiece) -> None:
        self.parts.remove(other)
        share = other.area / (one.area + other.area)
        one.colour = one.colour * (1 - share) + other.colour * share
        one.labels += other.labels
        one.bleached = one.bleached or other.bleached
        one.left, one.top = min(one.left, other.left), min(one.top, other.top)
        one.right, one.foot = max(one.right, other.right), max(one.foot, other.foot)
        one.area += other.area
        one.hull = cv2.convexHull(np.concatenate([one.hull, other.hull]))
        for label in other.labels:
            self.of[label] = one

    # -- the ground --------------------------------------------------------------------

    def base(self) -> PicturePiece | None:
        """Return what most of the page's rim shows, if that is much of it: the page's own ground."""
        rims = {id(part): self.rim(part) for part in self.parts}
        largest = max(self.parts, key=lambda part: rims[id(part)], default=None)
        if largest is None or rims[id(largest)] < 0.2 * (self.high + self.wide):
            return None
        return largest

    def rim(self, part: PicturePiece) -> int:
        inset = 4
        rim = np.concatenate([self.map[inset], self.map[-inset - 1], self.map[:, inset], self.map[:, -inset - 1]])
        return int(np.isin(rim, part.labels).sum())

    def may_be_base(self, base: PicturePiece, part: PicturePiece) -> bool:
        """Tell whether a region is ground that shows between what lies on it."""
        if self.border(base, part) > self.touch(part):
            return False  # an edge runs between them: a piece of the ground's colour
        if self.rim(part) > _TOUCH or min(part.width, part.height) <= _GAP * max(self.high, self.wide):
            return True
        return not any(self.is_over(part, self.of[label]) for label in self.beside(part) if self.of[label] is not base)

    # -- one piece or two --------------------------------------------------------------

    def may_be_one(self, one: PicturePiece, other: PicturePiece) -> bool:
        """Tell whether all that shows between two parts can lie on top of both."""
        key = (one.labels[0], len(one.labels), other.labels[0], len(other.labels))
        if key not in self.judged:
            self.judged[key] = self.border(one, other) <= min(self.touch(one), self.touch(other)) and not any(
                self.is_over(one, piece) or self.is_over(other, piece) for piece in self.between(one, other)
            )
        return self.judged[key]

    def between(self, one: PicturePiece, other: PicturePiece) -> set[PicturePiece]:
        """Return what shows within the outline round two parts, not counting what lies along that outline."""
        hull = cv2.convexHull(np.concatenate([one.hull, other.hull]))
        left, top, wide, high = cv2.boundingRect(hull)
        inside: Pixels = np.zeros((high, wide), np.uint8)
        cv2.fillConvexPoly(inside, hull - np.array([left, top]), 1)
        rim = max(5, min(_RIM, min(wide, high) // 4))
        inside = cv2.erode(inside, np.ones((rim, rim), np.uint8), borderValue=0)
        shown = self.map[top : top + high, left : left + wide][inside.astype(bool)]
        labels, counts = np.unique(shown, return_counts=True)
        least = max(60, round(0.004 * shown.size))
        found = {self.of[int(label)] for label, count in zip(labels, counts, strict=True) if label and count > least}
        return found - {one, other}

    def show_one_outline(self, one: PicturePiece, other: PicturePiece) -> bool:
        """Tell whether the two show the sides of the box round both as parts of one piece do."""
        left, top = min(one.left, other.left), min(one.top, other.top)
        right, foot = max(one.right, other.right), max(one.foot, other.foot)

        def sides(piece: PicturePiece) -> int:
            pairs = ((piece.left, left), (piece.top, top), (piece.right, right), (piece.foot, foot))
            return sum(abs(a - b) <= self.near for a, b in pairs)

        fewer, more = sorted((sides(one), sides(other)))
        return fewer >= 2 or more == 4 or (more == 3 and fewer == 1)

    # -- who lies on top ---------------------------------------------------------------

    def beside(self, part: PicturePiece) -> set[int]:
        return {
            b if a in part.labels else a
            for (a, b), points in self.borders.items()
            if len(points) > _TOUCH and (a in part.labels) != (b in part.labels) and min(a, b) > 0
        }

    def touch(self, part: PicturePiece) -> float:
        """Return how long a border may be that two regions have by leaking along edges."""
        return max(_TOUCH, _LEAK * 2 * (part.width + part.height))

    def border(self, one: PicturePiece, other: PicturePiece) -> int:
        return sum(len(self.borders.get((min(a, b), max(a, b)), ())) for a in one.labels for b in other.labels)

    def is_over(self, one: PicturePiece, other: PicturePiece) -> bool:
        """Tell whether ``one`` lies over ``other``: their common edge is an outline of the one, not of the other."""
        points = [
            self.borders[key]
            for a in one.labels
            for b in other.labels
            if len(self.borders.get(key := (min(a, b), max(a, b)), ())) > _TOUCH
        ]
        if not points:
            return False
        places = np.concatenate(points)
        mine, theirs = self.along(one, places), self.along(other, places)
        return mine >= _OWNS and theirs < _OWNS_NOT and mine - theirs > _CLEARLY

    def along(self, piece: PicturePiece, places: Pixels) -> float:
        """Return the part of an edge that runs along the outline of a piece."""
        outline = np.zeros(self.map.shape, np.uint8)
        cv2.polylines(outline, [piece.hull], True, 1, _ON_OUTLINE)
        return float(outline[places[:, 0], places[:, 1]].mean())


def _borders(nearest: Pixels) -> dict[tuple[int, int], Pixels]:
    """Return where regions meet, as rows and columns of pixels by pair of labels, the lower one first."""
    found: dict[tuple[int, int], list[Pixels]] = {}
    for first, second in ((nearest[:, :-1], nearest[:, 1:]), (nearest[:-1], nearest[1:])):
        rows, columns = np.nonzero(first != second)
        if not len(rows):
            continue
        a, b = first[rows, columns], second[rows, columns]
        low, high = np.minimum(a, b), np.maximum(a, b)
        pairs = low.astype(np.int64) * 100_000 + high
        order = np.argsort(pairs, kind="stable")
        keys, starts = np.unique(pairs[order], return_index=True)
        places = np.stack([rows, columns], axis=1)[order]
        for key, part in zip(keys, np.split(places, starts[1:]), strict=True):
            found.setdefault((int(key) // 100_000, int(key) % 100_000), []).append(part)
    return {pair: np.concatenate(parts) for pair, parts in found.items()}


def _joint_area(one: PicturePiece, other: PicturePiece) -> int:
    wide = max(one.right, other.right) - min(one.left, other.left)
    return wide * (max(one.foot, other.foot) - min(one.top, other.top))


def _one_colour(one: PicturePiece, other: PicturePiece) -> bool:
    """Tell whether two pieces are of one colour; what was too bright for the camera may be any light one."""
    off = np.abs(one.colour - other.colour)
    lightness = _BLEACHED if one.bleached or other.bleached else _LIGHTNESS
    return bool(off[0] <= lightness and max(off[1], off[2]) <= _COLOUR)
