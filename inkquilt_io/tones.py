"""How a photo looks: the lightness of its edges, how bright its colours are, and its deepest strong colour.

Lightness and chroma are those of CIE 1976 L*a*b* (ISO/CIE 11664-4) under D65, from
sRGB (IEC 61966-2-1).
"""

from __future__ import annotations

from pathlib import Path
from typing import Any, Final

import numpy as np
from PIL import Image

from inkquilt.colour import Rgb
from inkquilt.photos import Crop
from inkquilt.photos.mats import Tones
from inkquilt.photos.tones import CELLS, ToneGrid
from inkquilt_io.window import window_of

#: Looked at with so many pixels a side.
LOOKED_AT: Final = 96
#: Pixels across and down of a cell of the coarse grid.
_PIXELS_A_CELL: Final = 10
#: The edge of a photo is this part of its shorter side.
EDGE: Final = 0.1
#: A deep colour is darker than this and stronger than this (L*, C*ab), and covers this part of the photo.
DEEP_LIGHTNESS: Final = 48.0
STRONG_CHROMA: Final = 20.0
LEAST_PART: Final = 0.02

_TO_XYZ: Final = np.array(
    [[0.4124564, 0.3575761, 0.1804375], [0.2126729, 0.7151522, 0.0721750], [0.0193339, 0.1191920, 0.9503041]]
)
_WHITE: Final = np.array([0.95047, 1.0, 1.08883])


def lab_of(rgb: Any) -> Any:
    """Return L*, a* and b* of sRGB values from 0 to 255, in the last axis."""
    part = np.asarray(rgb, dtype=float) / 255
    linear = np.where(part <= 0.04045, part / 12.92, ((part + 0.055) / 1.055) ** 2.4)
    ratio = linear @ _TO_XYZ.T / _WHITE
    root = np.where(ratio > (6 / 29) ** 3, np.cbrt(ratio), ratio / (3 * (6 / 29) ** 2) + 4 / 29)
    x, y, z = root[..., 0], root[..., 1], root[..., 2]
    return np.stack([116 * y - 16, 500 * (x - y), 200 * (y - z)], axis=-1)


def tones_of(path: Path, crop: Crop) -> Tones:
    """Return how the part of an upright picture that a crop shows looks."""
    with Image.open(path) as image:
        shown = window_of(image.convert("RGB"), crop, (LOOKED_AT, LOOKED_AT))
    rgb = np.asarray(shown)
    lab = lab_of(rgb)
    rows, columns = lab.shape[:2]
    depth = max(1, round(min(rows, columns) * EDGE))
    edge = np.ones((rows, columns), dtype=bool)
    edge[depth : rows - depth, depth : columns - depth] = False
    chroma = np.hypot(lab[..., 1], lab[..., 2])
    return Tones(float(lab[..., 0][edge].mean()), float(chroma.mean()), _deepest(shown, lab, chroma))


def _deepest(shown: Image.Image, lab: Any, chroma: Any) -> tuple[int, int, int] | None:
    """Return the strongest of the photo's main colours that is deep; None when it has none."""
    main = shown.quantize(12, Image.Quantize.MEDIANCUT)
    palette = np.array(main.getpalette()[: 12 * 3]).reshape(-1, 3)  # type: ignore[index]  # it was just made
    counts = np.bincount(np.asarray(main).ravel(), minlength=len(palette))
    colours = lab_of(palette)
    strength = np.hypot(colours[:, 1], colours[:, 2])
    deep = [
        index
        for index in range(len(palette))
        if colours[index, 0] <= DEEP_LIGHTNESS
        and strength[index] >= STRONG_CHROMA
        and counts[index] >= LEAST_PART * counts.sum()
    ]
    if not deep:
        return None
    red, green, blue = (int(part) for part in palette[max(deep, key=lambda index: strength[index])])
    return red, green, blue


def tone_grid(path: Path) -> ToneGrid:
    """Return the coarse grid of a picture: the mean colour of each cell, and the spread of its brightness."""
    side = CELLS * _PIXELS_A_CELL
    with Image.open(path) as image:
        pixels = np.asarray(image.convert("RGB").resize((side, side), Image.Resampling.BOX), dtype=float)
    cells = pixels.reshape(CELLS, _PIXELS_A_CELL, CELLS, _PIXELS_A_CELL, 3).swapaxes(1, 2)
    colours = cells.mean(axis=(2, 3)).round().astype(int).reshape(-1, 3)
    # Luma after ITU-R BT.601: how bright it looks is enough to tell calm from busy.
    detail = (cells @ np.array([0.299, 0.587, 0.114])).std(axis=(2, 3)).round().astype(int).ravel()
    return ToneGrid(tuple(Rgb(*row) for row in colours.tolist()), tuple(detail.tolist()))
