"""Finding the page in a picture of it, and laying it straight."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any, Final, TypeAlias

import cv2
import numpy as np

from inkquilt.sketch.model import Size

Pixels: TypeAlias = np.ndarray[Any, Any]

#: The straightened page is so many pixels long on its longer side.
STRAIGHT_AT: Final = 1400
#: A page takes at least this part of its picture; else the whole picture is the page.
_PAGE_LEAST: Final = 0.2


def page_corners(picture: Pixels) -> Pixels | None:
    """Return the page's corners clockwise from the top left, or None when no page stands out."""
    return next(iter(page_outlines(picture)), None)


def page_outlines(picture: Pixels) -> list[Pixels]:
    """Return what may be the page, the likeliest first: the corners of each clockwise from the top left."""
    grey = cv2.cvtColor(picture, cv2.COLOR_BGR2GRAY)
    smooth = cv2.bilateralFilter(grey, 9, 40, 9)
    edges = cv2.Canny(smooth, 25, 75)
    away = cv2.distanceTransform(255 - edges, cv2.DIST_L2, 3)
    whole = picture.shape[0] * picture.shape[1]
    found: list[tuple[float, Pixels]] = []
    for mask in _page_masks(picture, smooth):
        contours, _ = cv2.findContours(mask, cv2.RETR_EXTERNAL, cv2.CHAIN_APPROX_SIMPLE)
        for contour in sorted(contours, key=cv2.contourArea, reverse=True)[:3]:
            quad = _quad(cv2.convexHull(contour))
            if quad is None:
                continue
            area = cv2.contourArea(quad)
            filled = cv2.contourArea(contour) / max(area, 1)
            if not (_PAGE_LEAST * whole < area < 0.985 * whole and filled > 0.85):
                continue
            support = _on_edges(quad, away)
            if support > _EDGE_SUPPORT:
                found.append((support * area, quad))
    # of equals the first one found
    return [_clockwise(quad) for _, quad in sorted(found, key=lambda one: -one[0])]


#: At least this part of a page's sides lies on edges of the picture.
_EDGE_SUPPORT: Final = 0.7


def _on_edges(quad: Pixels, away: Pixels) -> float:
    """Return the part of a quadrilateral's sides that lies on edges."""
    high, wide = away.shape
    hits = total = 0
    for a, b in zip(quad, np.roll(quad, -1, 0), strict=True):
        for x, y in np.linspace(a, b, 120):
            column, row = round(float(x)), round(float(y))
            total += 1
            inside = 2 <= column < wide - 2 and 2 <= row < high - 2
            hits += bool(inside and away[row, column] <= 3.5)
    return hits / total


def _page_masks(picture: Pixels, smooth: Pixels) -> Iterator[Pixels]:
    """Yield masks in which the page may be one whole: by the colour of the ground around it, and by its outline."""
    high, wide = smooth.shape
    rims = (picture[:6], picture[-6:], picture[:, :6], picture[:, -6:])
    rim = np.concatenate([part.reshape(-1, 3) for part in rims])
    ground = np.median(rim, axis=0)
    # the light falls unevenly: the ground is compared by its colour more than by its brightness
    lit = picture.astype(np.float32).sum(axis=2, keepdims=True) / max(float(ground.sum()), 1)
    distance = np.linalg.norm(picture.astype(np.float32) - ground * np.clip(lit, 0.6, 1.5), axis=2)
    brighter = np.abs(picture.astype(np.float32) - ground).max(axis=2)
    distance = np.maximum(distance, brighter - 30)
    kernel = np.ones((7, 7), np.uint8)
    for level in (18, 32, 48):
        mask = (distance > level).astype(np.uint8) * 255
        yield cv2.morphologyEx(
            cv2.morphologyEx(mask, cv2.MORPH_OPEN, np.ones((3, 3), np.uint8)), cv2.MORPH_CLOSE, kernel
        )
    edges = cv2.dilate(cv2.Canny(smooth, 30, 90), np.ones((3, 3), np.uint8))
    filled = edges.copy()
    outside = np.zeros((high + 2, wide + 2), np.uint8)
    for corner in ((0, 0), (wide - 1, 0), (0, high - 1), (wide - 1, high - 1)):
        if filled[corner[1], corner[0]] == 0:
            cv2.floodFill(filled, outside, corner, 128)
    yield np.where(filled == 128, 0, 255).astype(np.uint8)


def _quad(hull: Pixels) -> Pixels | None:
    length = cv2.arcLength(hull, True)
    for part in (0.01, 0.02, 0.03, 0.05):
        corners = cv2.approxPolyDP(hull, part * length, True)
        if len(corners) == 4:
            return _sharpened(hull, corners.reshape(4, 2).astype(np.float32))
    return None


def _sharpened(hull: Pixels, corners: Pixels) -> Pixels:
    """Return the corners where the sides' own lines meet; rounding of the hull's corners falls away."""
    points = hull.reshape(-1, 2).astype(np.float32)
    dense = np.concatenate([np.linspace(a, b, 60) for a, b in zip(points, np.roll(points, -1, 0), strict=True)])
    lines = []
    for a, b in zip(corners, np.roll(corners, -1, 0), strict=True):
        along = (b - a) / max(float(np.linalg.norm(b - a)), 1)
        way = dense - a
        at, off = way @ along, np.abs(way[:, 0] * along[1] - way[:, 1] * along[0])
        length = float(np.linalg.norm(b - a))
        near = dense[(off < 0.02 * length) & (at > 0.08 * length) & (at < 0.92 * length)]
        if len(near) < 8:
            return corners
        vx, vy, x, y = cv2.fitLine(near.astype(np.float32), cv2.DIST_HUBER, 0, 0.01, 0.01).ravel()
        lines.append((vx, vy, x, y))
    meets = []
    for (ax, ay, px, py), (bx, by, qx, qy) in zip([lines[-1], *lines[:-1]], lines, strict=True):
        cross = ax * by - ay * bx
        if abs(cross) < 1e-6:
            return corners
        t = ((qx - px) * by - (qy - py) * bx) / cross
        meets.append((px + t * ax, py + t * ay))
    return np.array(meets, np.float32)


def _clockwise(quad: Pixels) -> Pixels:
    middle = quad.mean(axis=0)
    order = np.argsort(np.arctan2(quad[:, 1] - middle[1], quad[:, 0] - middle[0]))
    ring = quad[order]
    first = int(np.argmin(ring.sum(axis=1)))
    return np.roll(ring, -first, axis=0).astype(np.float32)


def straightened(picture: Pixels, corners: Pixels, page: Size) -> Pixels:
    scale = STRAIGHT_AT / max(page.width, page.height)
    wide, high = round(page.width * scale), round(page.height * scale)
    target = np.array([[0, 0], [wide, 0], [wide, high], [0, high]], np.float32)
    matrix = cv2.getPerspectiveTransform(corners, target)
    return cv2.warpPerspective(picture, matrix, (wide, high), flags=cv2.INTER_AREA, borderMode=cv2.BORDER_REPLICATE)
