"""Making the light of a photographed page even, so that one paper has one colour all over."""

from __future__ import annotations

from typing import Final

import cv2
import numpy as np

from inkquilt_io.picture.page import Pixels

#: Every so many pixels one is looked at.
_APART: Final = 6
#: Light is taken to change over the page by this power of brightness at most, either way.
_MOST: Final = 1.8


def evened(picture: Pixels) -> Pixels:
    """Return the picture as if lit evenly.

    Within one paper only the light changes: the logarithm of brightness is a smooth
    surface over the page (of second degree) plus one constant per paper. Differences
    between near pixels that are no edge tell the surface's slope (homomorphic
    correction; least squares over the differences, edges left out).
    """
    grey = cv2.cvtColor(cv2.GaussianBlur(picture, (0, 0), 3), cv2.COLOR_BGR2GRAY)
    tone = np.log(np.maximum(grey[::_APART, ::_APART].astype(np.float32), 8.0))
    high, wide = tone.shape
    down, across = np.mgrid[0:high, 0:wide].astype(np.float32)
    x, y = across / wide * 2 - 1, down / high * 2 - 1
    surface = np.stack([x, y, x * x, x * y, y * y], axis=-1)
    rows, values = [], []
    for step in ((0, 4), (4, 0)):
        near = tone[step[0] :, step[1] :] - tone[: high - step[0], : wide - step[1]]
        slope = surface[step[0] :, step[1] :] - surface[: high - step[0], : wide - step[1]]
        # a shadow's slope is small; anything steeper is an edge of a paper
        calm = np.abs(near - np.median(near)) < max(3 * float(np.median(np.abs(near - np.median(near)))), 0.004)
        rows.append(slope[calm])
        values.append(near[calm])
    matrix, wanted = np.concatenate(rows), np.concatenate(values)
    if len(wanted) < 50:
        return picture
    factors, *_ = np.linalg.lstsq(matrix, wanted, rcond=None)
    whole_y, whole_x = np.mgrid[0 : picture.shape[0], 0 : picture.shape[1]].astype(np.float32)
    u, v = whole_x / picture.shape[1] * 2 - 1, whole_y / picture.shape[0] * 2 - 1
    light = factors[0] * u + factors[1] * v + factors[2] * u * u + factors[3] * u * v + factors[4] * v * v
    light = np.clip(np.exp(light - np.median(light)), 1 / _MOST, _MOST)
    even: Pixels = np.clip(picture.astype(np.float32) / light[..., None], 0, 255).astype(np.uint8)
    return even
