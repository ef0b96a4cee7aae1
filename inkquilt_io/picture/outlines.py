"""The outline that explains a piece of a picture, as a block."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from typing import Final

import cv2
import numpy as np

from inkquilt.sketch.draft import FoundShape
from inkquilt.sketch.model import Block, Corner, End, Role, Shape, Size
from inkquilt_io.picture.page import Pixels
from inkquilt_io.picture.pieces import PicturePiece

#: Edges this near to the page's, in parts of its longer side, are the page's.
_ALIKE: Final = 0.012


def blocks_of(labels: Pixels, pieces: list[PicturePiece], page: Size) -> Iterator[FoundShape]:
    """Yield a block for each piece, the one that lies lowest first."""
    scale = page.width / labels.shape[1]
    for number, piece in enumerate(_bottom_up(labels, pieces), start=1):
        block = _outline_of(labels, piece, scale, page)
        if block is not None:
            yield FoundShape(replace(block, id=f"piece-{number}"), False)


def _bottom_up(labels: Pixels, pieces: list[PicturePiece]) -> list[PicturePiece]:
    """Order pieces so that what shows within another's outline comes after it."""
    left = sorted(pieces, key=lambda piece: -(piece.width * piece.height))
    ordered: list[PicturePiece] = []
    while left:
        lowest = next((one for one in left if not any(_shows_over(labels, one, other) for other in left)), left[0])
        ordered.append(lowest)
        left.remove(lowest)
    return ordered


def _shows_over(labels: Pixels, one: PicturePiece, other: PicturePiece) -> bool:
    """Tell whether ``one`` shows where the outlines of both meet, more than ``other`` does."""
    if one is other:
        return False
    left, right = max(one.left, other.left), min(one.right, other.right)
    top, foot = max(one.top, other.top), min(one.foot, other.foot)
    if right - left < 4 or foot - top < 4:
        return False
    shared = labels[top + 2 : foot - 2, left + 2 : right - 2]
    return int(np.isin(shared, one.labels).sum()) > int(np.isin(shared, other.labels).sum())


def _outline_of(labels: Pixels, piece: PicturePiece, scale: float, page: Size) -> Block | None:
    mask = np.isin(labels, piece.labels).astype(np.uint8)
    contours, _ = cv2.findContours(mask, cv2.RETR_EXTERNAL, cv2.CHAIN_APPROX_NONE)
    outline = np.concatenate([contour for contour in contours if len(contour) > 8] or contours)
    hull = cv2.convexHull(outline)
    round_one = _circle(outline.reshape(-1, 2), int(mask.sum()), labels.shape, scale)
    if round_one is not None:
        return round_one
    tilted = _tilted(piece, hull, scale)
    if tilted is not None:
        return tilted
    box = _box(piece, scale, page)
    if box is None:
        return None
    if len(contours) == 1:
        return _triangle(box, hull, piece) or _banner(box, contours[0], piece, scale) or box
    return box


def _box(piece: PicturePiece, scale: float, page: Size) -> Block | None:
    """Return the upright box, its edges on the page's where they are near."""
    left, top = round(piece.left * scale), round(piece.top * scale)
    right, foot = round(piece.right * scale), round(piece.foot * scale)
    near = round(_ALIKE / 2 * max(page.width, page.height))
    left, top = (0 if left <= near else left), (0 if top <= near else top)
    right = page.width if page.width - right <= near else right
    foot = page.height if page.height - foot <= near else foot
    if right <= left or foot <= top:
        return None
    return Block("", Role.PAPER, Shape.RECT, left, top, right - left, foot - top)


#: A circle's outline is off its circle by at most this part of its radius, in most places, over so much of its round.
_ROUND: Final = 0.03
_MOST: Final = 0.6
_SEEN: Final = 0.45


def _circle(outline: Pixels, area: int, shape: tuple[int, ...], scale: float) -> Block | None:
    """Return a circle if the outline runs along one for the most part; what covers a disc cuts into it.

    Least squares (Kasa 1976), again and again without the points that are farthest off.
    """
    high, wide = shape[:2]
    free = (outline[:, 0] > 9) & (outline[:, 0] < wide - 10) & (outline[:, 1] > 9) & (outline[:, 1] < high - 10)
    points = outline[free].astype(np.float64)
    kept = points
    for _ in range(4):
        if len(kept) < 40:
            return None
        matrix = np.column_stack([kept, np.ones(len(kept))])
        fitted, *_ = np.linalg.lstsq(matrix, (kept**2).sum(axis=1), rcond=None)
        centre = fitted[:2] / 2
        radius = float(np.sqrt(max(fitted[2] + (centre**2).sum(), 0)))
        off = np.abs(np.linalg.norm(points - centre, axis=1) - radius)
        kept = points[off <= max(1.5, 2 * float(np.median(off)))]
    near = points[off <= max(2.0, _ROUND * radius)]
    angles = np.arctan2(near[:, 1] - centre[1], near[:, 0] - centre[0])
    seen = len(np.unique(np.floor((angles + np.pi) / (2 * np.pi) * 72))) / 72
    if len(near) < _MOST * len(points) or seen < _SEEN or not 8 < radius < 0.6 * max(high, wide):
        return None
    if not 0.4 < area / (np.pi * radius**2) < 1.1:
        return None
    side = round(2 * radius * scale)
    x, y = round(float(centre[0]) * scale) - side // 2, round(float(centre[1]) * scale) - side // 2
    return Block("", Role.PAPER, Shape.CIRCLE, x, y, side, side)


def _tilted(piece: PicturePiece, hull: Pixels, scale: float) -> Block | None:
    (centre_x, centre_y), (long, short), angle = cv2.minAreaRect(hull)
    hull_area = max(float(cv2.contourArea(hull)), 1.0)
    tilt = (angle + 45) % 90 - 45
    if abs(tilt) <= 1.2 or hull_area / max(long * short, 1) <= 0.93 or hull_area / (piece.width * piece.height) >= 0.97:
        return None
    wide, high = (long, short) if abs((angle % 180) - 90) > 45 else (short, long)
    x, y = round((centre_x - wide / 2) * scale), round((centre_y - high / 2) * scale)
    turn = round(tilt * 100) % 36_000
    return Block("", Role.PAPER, Shape.RECT, x, y, round(wide * scale), round(high * scale), turn)


_OPPOSITE: Final = {
    Corner.TOP_LEFT: Corner.BOTTOM_RIGHT,
    Corner.TOP_RIGHT: Corner.BOTTOM_LEFT,
    Corner.BOTTOM_RIGHT: Corner.TOP_LEFT,
    Corner.BOTTOM_LEFT: Corner.TOP_RIGHT,
}


def _triangle(box: Block, hull: Pixels, piece: PicturePiece) -> Block | None:
    """Return a right-angled triangle that fills half of its box."""
    area = float(cv2.contourArea(hull)) / (piece.width * piece.height)
    if not 0.44 < area < 0.56:
        return None
    ends = {
        Corner.TOP_LEFT: (piece.left, piece.top),
        Corner.TOP_RIGHT: (piece.right, piece.top),
        Corner.BOTTOM_RIGHT: (piece.right, piece.foot),
        Corner.BOTTOM_LEFT: (piece.left, piece.foot),
    }
    # the corner the hull stays farthest from lies opposite of the right angle
    far = {c: -cv2.pointPolygonTest(hull, (float(x), float(y)), True) for c, (x, y) in ends.items()}
    farthest = max(far, key=lambda corner: far[corner])
    if far[farthest] < 0.2 * min(piece.width, piece.height):
        return None
    return replace(box, shape=Shape.TRIANGLE, corner=_OPPOSITE[farthest])


def _banner(box: Block, contour: Pixels, piece: PicturePiece, scale: float) -> Block | None:
    """Return a banner if one end is notched: a single three-cornered bite in the middle of a side."""
    corners = cv2.approxPolyDP(contour, 0.02 * cv2.arcLength(contour, True), True).reshape(-1, 2)
    if len(corners) != 5:
        return None
    hull = cv2.convexHull(corners, returnPoints=False).ravel()
    inner = [corners[index] for index in range(5) if index not in set(hull.tolist())]
    if len(inner) != 1:
        return None
    x, y = float(inner[0][0]), float(inner[0][1])
    depths = {
        End.LEFT: (x - piece.left, piece.width, y - piece.top, piece.height),
        End.RIGHT: (piece.right - x, piece.width, y - piece.top, piece.height),
        End.TOP: (y - piece.top, piece.height, x - piece.left, piece.width),
        End.BOTTOM: (piece.foot - y, piece.height, x - piece.left, piece.width),
    }
    centred = {
        end: depth
        for end, (depth, length, along, breadth) in depths.items()
        if 0.05 * length < depth < 0.5 * length and abs(along - breadth / 2) < 0.15 * breadth
    }
    if not centred:
        return None
    end = min(centred, key=lambda side: centred[side])
    return replace(box, shape=Shape.BANNER, end=end, notch=round(centred[end] * scale))
