"""Finding the things that lie on a plain sheet in a photograph of it: their outlines, sizes and colours.

The sheet is found and straightened as a page is, and its light made even. What differs from the sheet is a thing; its
edge is where the picture is halfway between the thing and the sheet. Sizes come from the sheet's own, which is known.
"""

from __future__ import annotations

import io
from collections.abc import Iterator
from typing import Final

import cv2
import numpy as np
from PIL import Image

from inkquilt.colour import Rgb
from inkquilt.embellishments import Form
from inkquilt.lengths import INCH, Grains
from inkquilt.sketch.model import POLYGON_PARTS, Part, Size
from inkquilt_io.main_colours import colours_of_pixels
from inkquilt_io.picture.light import evened
from inkquilt_io.picture.opening import opened
from inkquilt_io.picture.page import STRAIGHT_AT, Pixels, page_corners, straightened
from inkquilt_io.picture.values import MOST_THINGS, PictureFaults, Thing, refuse

#: The least that is taken for a thing, and the most that are told.
LEAST: Final[Grains] = INCH // 8
#: What differs by less than this (CIE Lab, 8 bit) is the sheet; a pale thing is one from its edge on.
_DIFFERS: Final = 7.0
_NOISE: Final = 4.0
#: The sheet's colour changes by no more than this over a picture whose light was made even; every so many pixels one
#: is looked at.
_SHEET: Final = 25.0
_APART: Final = 5
#: The rim of the sheet, where its edge shows.
_RIM: Final[Grains] = INCH // 8
#: An outline has so many corners at most, and is off by so many pixels.
_CORNERS: Final = 40
_OFF: Final = 1.5
#: Colours of a thing, and the least part of it that one fills.
_COLOURS: Final = 3
_LEAST_SHARE: Final = 0.1
#: A cut-out picture's longer side, in pixels.
_CUT_OUT: Final = 200


def find_things(content: bytes, sheet: Size, most: int = MOST_THINGS) -> tuple[Thing, ...]:
    """Return what lies on a plain sheet of a known size, row by row, so many at most.

    The sheet may lie on its side in the picture. Raises ``PictureFaults`` where no sheet or nothing on it is found.
    """
    picture = opened(content)
    corners = page_corners(picture)
    if corners is None:
        raise refuse("no-sheet", "No sheet was found: lay the things on a plain sheet, all of it in the picture.")
    lies = _as_it_lies(corners, sheet)
    straight = straightened(picture, corners, lies)
    per_pixel = max(lies.width, lies.height) / STRAIGHT_AT
    even = evened(straight)
    found = [
        thing for mask in _masks(even, per_pixel) if (thing := _thing(straight, even, mask, per_pixel)) is not None
    ]
    if not found:
        raise refuse("nothing-found", "Nothing was found on the sheet: lay the things apart, on a plain one.")
    return tuple(sorted(found, key=lambda one: (one.y // INCH, one.x))[:most])


def _as_it_lies(corners: Pixels, sheet: Size) -> Size:
    """Return the sheet lying or standing, as it does in the picture."""
    sides = np.linalg.norm(corners - np.roll(corners, -1, 0), axis=1)
    lying = float(sides[0] + sides[2]) > float(sides[1] + sides[3])
    return sheet if lying == (sheet.width > sheet.height) else sheet.swapped()


def _masks(even: Pixels, per_pixel: float) -> Iterator[Pixels]:
    """Yield each thing's own pixels in the whole picture."""
    tones = cv2.cvtColor(cv2.GaussianBlur(even, (0, 0), 1.2), cv2.COLOR_BGR2LAB).astype(np.float32)
    away = np.linalg.norm(tones - _ground(tones), axis=2)
    differs = (away > max(_DIFFERS, _NOISE * float(np.median(away)))).astype(np.uint8)
    rim = round(_RIM / per_pixel)
    differs[:rim], differs[-rim:], differs[:, :rim], differs[:, -rim:] = 0, 0, 0, 0
    differs = cv2.morphologyEx(differs, cv2.MORPH_OPEN, np.ones((3, 3), np.uint8))
    differs = cv2.morphologyEx(differs, cv2.MORPH_CLOSE, np.ones((7, 7), np.uint8))
    contours, _ = cv2.findContours(differs, cv2.RETR_EXTERNAL, cv2.CHAIN_APPROX_NONE)
    least = (LEAST / per_pixel) ** 2 / 2
    for contour in contours:
        if cv2.contourArea(contour) >= least:
            yield _to_its_edge(away, contour)


def _ground(tones: Pixels) -> Pixels:
    """Return what the bare sheet looks like everywhere: a smooth surface (of third degree) through most of the picture.

    Least squares, again and again without the pixels that are farthest off: things, however many there are.
    """
    high, wide = tones.shape[:2]
    rows, columns = (np.linspace(-1, 1, side, dtype=np.float32) for side in (high, wide))
    powers = [(i, j) for i in range(4) for j in range(4 - i)]
    some = tones[::_APART, ::_APART].reshape(-1, 3)
    y, x = (axis.reshape(-1) for axis in np.meshgrid(rows[::_APART], columns[::_APART], indexing="ij"))
    matrix = np.stack([x**i * y**j for i, j in powers], axis=1)
    kept = np.linalg.norm(some - np.median(some, axis=0), axis=1) < _SHEET
    for _ in range(4):
        factors, *_ = np.linalg.lstsq(matrix[kept], some[kept], rcond=None)
        off = np.linalg.norm(some - matrix @ factors, axis=1)
        kept = off < max(_DIFFERS / 2, 2.5 * float(np.median(off[kept])))
    across = np.stack([columns**i for i in range(4)])
    down = np.stack([rows**j for j in range(4)])
    ground: Pixels = np.zeros_like(tones)
    for (i, j), factor in zip(powers, factors, strict=True):
        ground += (down[j][:, None] * across[i][None, :])[..., None] * factor
    return ground


def _to_its_edge(away: Pixels, contour: Pixels) -> Pixels:
    """Return the mask of a thing to where the picture is halfway between it and the sheet."""
    rough = np.zeros(away.shape, np.uint8)
    cv2.drawContours(rough, [contour], -1, 1, -1)
    near = cv2.dilate(rough, np.ones((9, 9), np.uint8))
    inner = cv2.erode(rough, np.ones((5, 5), np.uint8))
    ring = (cv2.erode(rough, np.ones((9, 9), np.uint8)) < inner).astype(bool)
    # the colour along its edge, for a pale thing may have dark middle
    level = float(np.median(away[ring])) if ring.any() else float(np.median(away[rough.astype(bool)]))
    mask = ((away > level / 2) & near.astype(bool)).astype(np.uint8) | cv2.erode(rough, np.ones((7, 7), np.uint8))
    contours, _ = cv2.findContours(mask, cv2.RETR_EXTERNAL, cv2.CHAIN_APPROX_NONE)
    filled = np.zeros(away.shape, np.uint8)
    cv2.drawContours(filled, [max(contours, key=cv2.contourArea)], -1, 1, -1)
    return filled


def _thing(straight: Pixels, even: Pixels, mask: Pixels, per_pixel: float) -> Thing | None:
    contours, _ = cv2.findContours(mask, cv2.RETR_EXTERNAL, cv2.CHAIN_APPROX_NONE)
    contour = max(contours, key=cv2.contourArea)
    (middle_x, middle_y), (one, two), angle = cv2.minAreaRect(contour)
    # Pixels' middles are what a contour runs along: half a pixel more on each side.
    wide, high, angle = _upright(one + 1, two + 1, angle)
    if min(wide, high) * per_pixel < LEAST / 2:
        return None
    turn = cv2.getRotationMatrix2D((middle_x, middle_y), angle, 1.0)
    points = cv2.transform(contour.astype(np.float32), turn).reshape(-1, 2)
    left, top = middle_x - wide / 2, middle_y - high / 2
    simple = _simplified(points)
    parts = tuple(
        Part(
            *(
                round(min(max(value, 0.0), 1.0) * POLYGON_PARTS)
                for value in ((x + 0.5 - left) / wide, (y + 0.5 - top) / high)
            )
        )
        for x, y in simple
    )
    inside = mask.astype(bool)
    area = float(mask.sum()) / (wide * high)
    return Thing(
        Size(max(1, round(wide * per_pixel)), max(1, round(high * per_pixel))),
        parts,
        _colours(even[inside]),
        _form(contour, wide, high, area),
        _cut_out(straight, mask, turn, (left, top, wide, high)),
        round(middle_x * per_pixel),
        round(middle_y * per_pixel),
        _box_of(contour, per_pixel),
    )


def _box_of(contour: Pixels, per_pixel: float) -> Size:
    _, _, wide, high = cv2.boundingRect(contour)
    return Size(max(1, round(wide * per_pixel)), max(1, round(high * per_pixel)))


def _part(at: float, length: float) -> int:
    """Return a corner's place along a side, from the middle of its pixel."""
    return round(min(max((at + 0.5) / length, 0.0), 1.0) * POLYGON_PARTS)


def _upright(one: float, two: float, angle: float) -> tuple[float, float, float]:
    """Return width, height and the turn that sets it straight, by less than an eighth of a round."""
    turn = (angle + 45) % 90 - 45
    lying = abs(((angle - turn) / 90) % 2) < 0.5
    return (one, two, turn) if lying else (two, one, turn)


def _simplified(points: Pixels) -> Pixels:
    off = _OFF
    while True:
        simple: Pixels = cv2.approxPolyDP(points.astype(np.float32).reshape(-1, 1, 2), off, True).reshape(-1, 2)
        if len(simple) <= _CORNERS:
            return simple
        off *= 1.3


def _form(contour: Pixels, wide: float, high: float, area: float) -> Form:
    """Return the outline it is nearest to; a thing of another outline keeps its own."""
    long, short = max(wide, high), min(wide, high)
    hull = cv2.contourArea(cv2.convexHull(contour))
    solid = cv2.contourArea(contour) / max(hull, 1.0)
    if area > 0.9:
        return Form.STRIP if long > 2.5 * short else Form.LABEL
    if solid > 0.96 and abs(area - np.pi / 4) < 0.06:
        return Form.ROUND if long < 1.25 * short else Form.LEAF
    if solid > 0.95 and long > 1.8 * short:
        return Form.LEAF
    if solid < 0.8:
        return Form.STAR
    return Form.HEART if area < 0.7 else Form.FLOWER


def _colours(pixels: Pixels) -> tuple[Rgb, ...]:
    found = colours_of_pixels(pixels[:, ::-1])
    return tuple(one.colour for one in found if one.share >= _LEAST_SHARE)[:_COLOURS] or (found[0].colour,)


def _cut_out(straight: Pixels, mask: Pixels, turn: Pixels, box: tuple[float, float, float, float]) -> bytes:
    """Return the thing alone, set straight, on nothing."""
    left, top, wide, high = box
    size = (max(1, round(wide)), max(1, round(high)))
    shift = turn.copy()
    shift[:, 2] -= (left, top)
    colour = cv2.warpAffine(straight, shift, size, flags=cv2.INTER_LINEAR, borderMode=cv2.BORDER_REPLICATE)
    alpha = cv2.warpAffine(mask * 255, shift, size, flags=cv2.INTER_LINEAR)
    image = Image.fromarray(np.dstack([colour[..., ::-1], alpha]), "RGBA")
    image.thumbnail((_CUT_OUT, _CUT_OUT), Image.Resampling.LANCZOS)
    out = io.BytesIO()
    image.save(out, "WEBP", quality=85)
    return out.getvalue()


__all__ = ["LEAST", "MOST_THINGS", "PictureFaults", "Thing", "find_things"]
