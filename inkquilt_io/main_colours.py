"""The main colours of a picture with their shares, and what its light does to them.

Pixels are gathered in CIELAB: in small bins first, then round a few centres (Lloyd, "Least squares quantization in
PCM", IEEE Transactions on Information Theory 28 (1982)), which are joined where the eye takes them for one. What
matters in a photo counts more. Skin and sky are told from what people match.

Skin: the chrominance box of Chai and Ngan, "Face segmentation using skin-color map in videophone applications", IEEE
Transactions on Circuits and Systems for Video Technology 9 (1999), and only by what matters. Sky: light or blue, calm,
and reaching to the upper edge. Light by the whole picture: the p-norm mean of Finlayson and Trezzi, "Shades of gray and
colour constancy", Color Imaging Conference 12 (2004), with their p of 6.
"""

from __future__ import annotations

from collections.abc import Sequence
from pathlib import Path
from typing import Any, Final

import cv2
import numpy as np
from PIL import Image

from inkquilt.colour import ColourPart, ColourShare, Rgb, space
from inkquilt.colour.many import differences
from inkquilt.photos.areas import Area
from inkquilt_io.photo_files import loaded_photo, open_photo
from inkquilt_io.photo_values import AS_IT_IS, Light
from inkquilt_io.tones import lab_of

#: A picture is looked at with so many pixels along its longer side.
LOOKED_AT: Final = 160
#: So many colours are told, and a colour that fills less is not.
MOST: Final = 6
LEAST_SHARE: Final = 0.025
#: A strong colour is told from this share on: the red kite in a wide sky is what people match.
STRONG_CHROMA: Final = 38.0
LEAST_STRONG: Final = 0.006
#: Colours nearer than this (CIEDE2000) are one to the eye that matches papers.
ONE_COLOUR: Final = 11.0
#: What matters counts so much more than the rest, for each step of its weight.
_MATTERS: Final = 1.5
_CENTRES: Final = 14
_ROUNDS: Final = 12
#: Side of a bin in CIELAB.
_BIN: Final = 5.0
_NORM: Final = 6
#: Where colours of a paper differ by this within three pixels (CIE 1976, one axis) is an edge, which counts so much.
_EDGE_STEP: Final = 14.0
_EDGE_COUNTS: Final = 0.04
_SKIN_CR: Final = (133, 173)
_SKIN_CB: Final = (77, 127)


def photo_colours(
    path: Path, most_pixels: int, areas: Sequence[Area] = (), light: Light = AS_IT_IS
) -> tuple[ColourShare, ...]:
    """Return the main colours of a photo file, the largest share first. Raises ``NotAPhoto``."""
    image = open_photo(path, most_pixels)
    image.draft("RGB", (2 * LOOKED_AT, 2 * LOOKED_AT))  # a JPEG is read at an eighth of its size
    return colours_of(loaded_photo(image), areas, light)


def view_colours(path: Path, areas: Sequence[Area], light: Light) -> tuple[ColourShare, ...]:
    """Return the main colours of an upright picture that was made of a photo already."""
    with Image.open(path) as image:
        image.draft("RGB", (2 * LOOKED_AT, 2 * LOOKED_AT))
        return colours_of(image.convert("RGB"), areas, light)


def colours_of(
    image: Image.Image, areas: Sequence[Area] = (), light: Light = AS_IT_IS, *, is_photo: bool = True
) -> tuple[ColourShare, ...]:
    """Return the main colours of a picture, the largest share first; on a paper nothing is skin or sky."""
    return _main(_small(image, light), areas, is_photo)


def colours_of_pixels(rgb: Any) -> tuple[ColourShare, ...]:
    """Return the main colours of some pixels, an array of shape (n, 3), wherever they lie."""
    few = rgb[:: max(1, len(rgb) // LOOKED_AT**2)]
    return _main(few.reshape(1, -1, 3).astype(float), (), is_photo=False)


def _main(rgb: Any, areas: Sequence[Area], is_photo: bool) -> tuple[ColourShare, ...]:
    lab = lab_of(rgb)
    weights, near = _weights(lab.shape[:2], areas)
    if not is_photo and min(lab.shape[:2]) > 2:
        weights = weights * np.where(_is_edge(lab), _EDGE_COUNTS, 1.0)
    parts = _parts(rgb, lab, near) if is_photo else np.zeros(lab.shape[:2], dtype=int)
    found: list[ColourShare] = []
    total = weights.sum()
    for number, part in enumerate(ColourPart):
        mask = parts == number
        if mask.any():
            found += _gathered(lab[mask], rgb[mask], weights[mask], total, part)
    kept = [one for one in found if one.share >= (LEAST_STRONG if _is_strong(one) else LEAST_SHARE)] or found[:1]
    told = sorted(kept, key=lambda one: -one.share * (4 if _is_strong(one) else 1))[:MOST]
    return tuple(sorted(told, key=lambda one: -one.share))


def _is_strong(one: ColourShare) -> bool:
    return one.part is ColourPart.MATCHED and space.lab(one.colour).chroma >= STRONG_CHROMA


def colour_at(path: Path, x: float, y: float, light: Light = AS_IT_IS) -> Rgb:
    """Return the middle one of the colours round a place, given in parts of the picture's width and height."""
    with Image.open(path) as image:
        rgb = _small(image.convert("RGB"), light)
    rows, columns = rgb.shape[:2]
    column, row = (min(side - 1, max(0, int(part * side))) for part, side in ((x, columns), (y, rows)))
    there = rgb[max(0, row - 1) : row + 2, max(0, column - 1) : column + 2].reshape(-1, 3)
    return Rgb(*(int(value) for value in np.median(there, axis=0)))


def _small(image: Image.Image, light: Light) -> Any:
    scale = LOOKED_AT / max(image.size)
    size = tuple(max(2, round(side * min(1.0, scale))) for side in image.size)
    rgb = np.asarray(image.convert("RGB").resize((size[0], size[1]), Image.Resampling.BOX), dtype=float)
    return _in_white_light(rgb, light)


def _in_white_light(rgb: Any, light: Light) -> Any:
    """Return pixels as they were in white light: each channel of linear sRGB scaled (von Kries)."""
    if light == AS_IT_IS:
        return rgb
    part = rgb / 255
    linear = np.where(part <= 0.04045, part / 12.92, ((part + 0.055) / 1.055) ** 2.4)
    if light.lightest:
        # The middle of its lightest hundredth: a single bright pixel is glare.
        bright = linear.mean(axis=2)
        seen = np.maximum(np.median(linear[bright >= np.percentile(bright, 99)], axis=0), 0.02)
        scaled = linear * (0.9 / seen)
    elif light.white is not None:
        rows, columns = linear.shape[:2]
        column, row = (min(s - 1, max(0, int(p * s))) for p, s in zip(light.white, (columns, rows), strict=True))
        there = linear[max(0, row - 1) : row + 2, max(0, column - 1) : column + 2].reshape(-1, 3)
        seen = np.maximum(np.median(there, axis=0), 0.02)
        scaled = linear * (0.9 / seen)  # white paper gives back nine tenths of the light
    else:
        seen = np.maximum((linear**_NORM).mean(axis=(0, 1)) ** (1 / _NORM), 0.01)
        scaled = linear * (seen.mean() / seen)
    scaled = np.clip(scaled, 0, 1)
    return 255 * np.where(scaled <= 0.0031308, 12.92 * scaled, 1.055 * scaled ** (1 / 2.4) - 0.055)


def _is_edge(lab: Any) -> Any:
    """Return which pixels of a paper lie where two of its colours meet: there they are mixed by the camera alone."""
    across = np.abs(lab[:, 2:] - lab[:, :-2]).max(axis=2)
    down = np.abs(lab[2:] - lab[:-2]).max(axis=2)
    steep = np.zeros(lab.shape[:2])
    steep[:, 1:-1] = across
    steep[1:-1] = np.maximum(steep[1:-1], down)
    return steep > _EDGE_STEP


def _weights(shape: tuple[int, ...], areas: Sequence[Area]) -> tuple[Any, Any]:
    """Return how much each pixel counts, and whether it lies in or close by what matters."""
    rows, columns = shape
    weights, near = np.ones(shape), np.zeros(shape, dtype=bool)
    for area in areas:
        if not area.matters:
            continue
        left, top = float(area.left), float(area.top)
        right, bottom = left + float(area.width), top + float(area.height)
        inside = np.s_[
            int(top * rows) : max(1, round(bottom * rows)), int(left * columns) : max(1, round(right * columns))
        ]
        weights[inside] = np.maximum(weights[inside], 1 + _MATTERS * area.weight)
        wide, high = (right - left) / 2, (bottom - top) / 2
        near[
            max(0, int((top - high) * rows)) : round((bottom + high) * rows),
            max(0, int((left - wide) * columns)) : round((right + wide) * columns),
        ] = True
    return weights, near


def _parts(rgb: Any, lab: Any, near: Any) -> Any:
    """Return of each pixel what it is: 0 a colour to match, 1 skin, 2 sky."""
    parts = np.zeros(lab.shape[:2], dtype=int)
    coded = cv2.cvtColor(rgb.astype(np.uint8), cv2.COLOR_RGB2YCrCb)
    red, blue = coded[..., 1], coded[..., 2]
    skin = (red >= _SKIN_CR[0]) & (red <= _SKIN_CR[1]) & (blue >= _SKIN_CB[0]) & (blue <= _SKIN_CB[1])
    chroma = np.hypot(lab[..., 1], lab[..., 2])
    parts[skin & near & (chroma < 45) & (lab[..., 0] > 25)] = 1
    parts[_sky(lab, chroma)] = 2
    return parts


def _sky(lab: Any, chroma: Any) -> Any:
    """Return where the sky is: calm from the upper edge down, blue, or light and nearly without colour."""
    hue = np.degrees(np.arctan2(lab[..., 2], lab[..., 1])) % 360
    blue = (hue > 195) & (hue < 300) & (lab[..., 0] > 45)
    pale = (lab[..., 0] > 78) & (chroma < 22)
    step = np.abs(np.diff(lab[..., 0], axis=0, prepend=lab[:1, :, 0])) + np.abs(
        np.diff(lab[..., 0], axis=1, prepend=lab[:, :1, 0])
    )
    maybe = ((blue | pale) & (step < 7)).astype(np.uint8)
    _, labels = cv2.connectedComponents(maybe, connectivity=4)
    rows = labels.shape[0]
    tops, counts = np.unique(labels[: max(1, rows // 30)][maybe[: max(1, rows // 30)] > 0], return_counts=True)
    wide = [one for one, count in zip(tops, counts, strict=True) if count >= labels.shape[1] * 0.15]
    sky = np.isin(labels, wide) & (maybe > 0)
    return sky if 0.04 <= sky.mean() <= 0.85 else np.zeros_like(sky)


def _gathered(lab: Any, rgb: Any, weights: Any, total: float, part: ColourPart) -> list[ColourShare]:
    """Return the colours of some pixels, each as near to what is really there as a mean can be."""
    place = binned(lab, _BIN)
    heavy = np.bincount(place, weights)
    bins = len(heavy)
    points = np.stack([np.bincount(place, weights * lab[:, axis], bins) for axis in range(3)], axis=1) / heavy[:, None]
    nearest = _joined(points, heavy, _centred(points, heavy))
    group = nearest[place]
    shares = []
    for number in np.unique(group):
        mine = group == number
        weight = weights[mine].sum()
        mean = (rgb[mine] * weights[mine, None]).sum(axis=0) / weight
        shares.append(ColourShare(Rgb(*(round(value) for value in mean)), float(weight / total), part))
    return shares


def binned(lab: Any, side: float) -> Any:
    """Return for each of the places in CIELAB (n, 3) the number of the bin it falls into; numbers run from 0."""
    steps = np.round(lab / side).astype(int) + 128
    codes = (steps[:, 0] * 512 + steps[:, 1]) * 512 + steps[:, 2]
    return np.unique(codes, return_inverse=True)[1]


def _centred(points: Any, heavy: Any) -> Any:
    """Return which of a few centres each point belongs to; the first centres are far from each other and heavy."""
    chosen = [int(heavy.argmax())]
    gap = np.full(len(points), np.inf)
    for _ in range(min(_CENTRES, len(points)) - 1):
        gap = np.minimum(gap, ((points - points[chosen[-1]]) ** 2).sum(axis=1))
        best = int((gap * np.sqrt(heavy)).argmax())
        if gap[best] == 0:
            break
        chosen.append(best)
    centres = points[chosen]
    nearest = np.zeros(len(points), dtype=int)
    for _ in range(_ROUNDS):
        nearest = ((points[:, None] - centres[None]) ** 2).sum(axis=2).argmin(axis=1)
        for number in range(len(centres)):
            mine = nearest == number
            if mine.any():
                centres[number] = np.average(points[mine], axis=0, weights=heavy[mine])
    return nearest


def _joined(points: Any, heavy: Any, nearest: Any) -> Any:
    """Return the groups with those made one whose colours the eye takes for one, the nearest first."""
    nearest = nearest.copy()
    while True:
        numbers = np.unique(nearest)
        if len(numbers) == 1:
            return nearest
        means = np.array([np.average(points[nearest == n], axis=0, weights=heavy[nearest == n]) for n in numbers])
        gaps = differences(means[:, None], means[None])
        gaps[np.tril_indices(len(numbers))] = np.inf
        one, other = np.unravel_index(gaps.argmin(), gaps.shape)
        if gaps[one, other] > ONE_COLOUR:
            return nearest
        nearest[nearest == numbers[other]] = numbers[one]
