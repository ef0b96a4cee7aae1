"""Many colours at once, as arrays: rows of L*, a*, b*. The same sums as ``space``, for hundreds of papers."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

import numpy as np

from inkquilt.colour.space import Rgb, lab


def lab_rows(colours: Sequence[Rgb]) -> Any:
    """Return an array of shape (n, 3) of L*, a*, b*."""
    return np.array([lab(colour) for colour in colours], dtype=float).reshape(-1, 3)


def differences(one: Any, other: Any) -> Any:
    """Return CIEDE2000 between arrays of places that broadcast against each other, in the last axis.

    Sharma, Wu and Dalal (2005), equations (3) to (22), as in ``space.difference``.
    """
    l1, a1, b1 = (one[..., axis] for axis in range(3))
    l2, a2, b2 = (other[..., axis] for axis in range(3))
    mean7 = ((np.hypot(a1, b1) + np.hypot(a2, b2)) / 2) ** 7
    more = 1.5 - 0.5 * np.sqrt(mean7 / (mean7 + 25.0**7))
    a1, a2 = more * a1, more * a2
    c1, c2 = np.hypot(a1, b1), np.hypot(a2, b2)
    h1, h2 = (np.degrees(np.arctan2(b, a)) % 360 for a, b in ((a1, b1), (a2, b2)))
    none = c1 * c2 == 0
    turn = np.where(none, 0.0, (h2 - h1 + 180) % 360 - 180)
    hue = 2 * np.sqrt(c1 * c2) * np.sin(np.radians(turn / 2))
    mean_l, mean_c = (l1 + l2) / 2, (c1 + c2) / 2
    total = h1 + h2
    far = np.abs(h1 - h2) > 180
    mean_h = np.where(none, total, np.where(far, np.where(total < 360, total + 360, total - 360), total) / 2)
    t = 1 - 0.17 * _cos(mean_h - 30) + 0.24 * _cos(2 * mean_h) + 0.32 * _cos(3 * mean_h + 6)
    t = t - 0.20 * _cos(4 * mean_h - 63)
    theta = 30 * np.exp(-(((mean_h - 275) / 25) ** 2))
    rotation = 2 * np.sqrt(mean_c**7 / (mean_c**7 + 25.0**7))
    s_l = 1 + 0.015 * (mean_l - 50) ** 2 / np.sqrt(20 + (mean_l - 50) ** 2)
    s_c, s_h = 1 + 0.045 * mean_c, 1 + 0.015 * mean_c * t
    light, full, hue = (l2 - l1) / s_l, (c2 - c1) / s_c, hue / s_h
    square = light**2 + full**2 + hue**2 - np.sin(np.radians(2 * theta)) * rotation * full * hue
    return np.sqrt(np.maximum(0.0, square))


def _cos(degrees: Any) -> Any:
    return np.cos(np.radians(degrees))
