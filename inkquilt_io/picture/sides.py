"""Straight sides of pieces in a textured picture: where what lies to both sides of a line differs, line by line.

On either side of every point the means of colour and of unrest are compared, over a narrow window that tells
where the side runs and over a wide one in which a print comes out even. Points that stand out across the line are
its *marks*; how much of any stretch is marked is told by running sums.

Oriented differences of means after Martin, Fowlkes and Malik, *Learning to Detect Natural Image Boundaries*, IEEE
PAMI 26 (2004), in a simple form, from memory.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

import cv2
import numpy as np

from inkquilt_io.picture.page import Pixels

#: How wide the narrow window is across the line, and how far both reach along it to either side, in pixels.
_NARROW: Final = 4
_ALONG: Final = 8
#: The wide window is a bell curve so many pixels away, in which stripes up to a fifth of an inch apart come out even.
_SPREAD: Final = 6.0
_AWAY: Final = 8
#: A difference below this (CIE Lab, 8 bit, with unrest) is none, in the narrow window or the wide one.
_LEAST: Final = 4.0
_LEAST_WIDE: Final = 2.5
#: So near to the picture's edge nothing is a side: the page ends there.
_RIM: Final = 8
#: Marks this near to a line, across it, are on it.
_NEAR: Final = 2
#: Colour counts so much more than lightness, unrest so much less.
_COLOUR: Final = 1.4
_UNREST: Final = 0.7


@dataclass(frozen=True, slots=True)
class Sides:
    """Marks of sides along one way of the picture: ``marks[line, along]``, and their running sums along each line."""

    marks: Pixels
    sums: Pixels

    @property
    def length(self) -> int:
        """How long each line is."""
        return int(self.marks.shape[1])

    def support(self, line: int, begin: int, end: int) -> float:
        """Return the part of a stretch of a line that is marked."""
        return float(self.sums[line, end] - self.sums[line, begin]) / max(1, end - begin)


def sides_of(picture: Pixels) -> tuple[Sides, Sides]:
    """Return the upright and the level sides of a picture in BGR; a line of the upright ones is a column."""
    features = _features(picture)
    upright = _sides(features)
    level = _sides(np.ascontiguousarray(features.transpose(1, 0, 2)))
    return upright, level


def _features(picture: Pixels) -> Pixels:
    lab = cv2.cvtColor(cv2.GaussianBlur(picture, (0, 0), 0.8), cv2.COLOR_BGR2LAB).astype(np.float32)
    light = lab[..., 0]
    unrest = cv2.GaussianBlur(np.abs(light - cv2.GaussianBlur(light, (0, 0), 2.5)), (0, 0), 2)
    return np.dstack([light, lab[..., 1] * _COLOUR, lab[..., 2] * _COLOUR, unrest * 4 * _UNREST])


def _sides(features: Pixels) -> Sides:
    """Return the sides that run down a picture."""
    along = cv2.blur(features, (1, 2 * _ALONG + 1))
    narrow = _difference(cv2.blur(along, (_NARROW, 1)), _NARROW // 2 + 1)
    wide = _difference(cv2.GaussianBlur(along, (0, 0), sigmaX=_SPREAD, sigmaY=0.1), _AWAY)
    strength = np.sqrt(narrow * wide)
    peak = cv2.dilate(strength, np.ones((1, 2 * _NEAR + 3), np.uint8))
    stands_out = (narrow > _LEAST) & (wide > _LEAST_WIDE)
    marks = ((strength >= peak - 1e-3) & stands_out).astype(np.uint8)
    marks[:, :_RIM] = marks[:, -_RIM:] = 0
    near = cv2.dilate(marks, np.ones((1, 2 * _NEAR + 1), np.uint8))
    by_line = np.ascontiguousarray(near.T)
    sums = np.zeros((by_line.shape[0], by_line.shape[1] + 1), np.int32)
    np.cumsum(by_line, axis=1, out=sums[:, 1:])
    return Sides(by_line, sums)


def _difference(means: Pixels, shift: int) -> Pixels:
    """Return how much the means so many pixels left and right of each pixel differ."""
    left, right = np.roll(means, shift, axis=1), np.roll(means, -shift, axis=1)
    found: Pixels = np.sqrt(((left - right) ** 2).sum(axis=2))
    found[:, :shift] = found[:, -shift:] = 0
    return found
