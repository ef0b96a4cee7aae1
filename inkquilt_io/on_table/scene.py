"""One piece in its part of the page, and what each place it could lie at would explain of what is seen there.

With ``I`` the picture, ``T`` the piece, ``a`` how much of a pixel it covers and ``B`` all the rest, the *cost* of a
place is what it explains worse than what would lie there without it,

    E(place) = sum over the pixels that show of |I - M|² - |I - B|²,  M = aT + (1 - a)B,

in CIE Lab. What the piece contrasts with what lies beneath it, ``V``, is the scale of it: near ``E = -V`` it lies
there, near ``V`` it does not.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Final

import cv2
import numpy as np

from inkquilt_io.on_table.plan import AS_PLANNED, Box, Patch, Plan, Pose, posed
from inkquilt_io.picture.page import Pixels

#: A piece contrasts with what lies beneath by this (CIE Lab, squared, of a pixel) or tells nothing; to be missed it
#: contrasts so many times more than what is printed on what lies beneath.
CONTRAST: Final = 26.0
_MOST_UNREST: Final = 2.0
_OVER_NOISE: Final = 1.5
#: From here on colours are simply not alike: what is printed on a paper counts no more than that.
UNLIKE: Final = 600.0
#: Two places differ by that many pixels at least, or one cannot be told from the other.
_LEAST_DIFFERING: Final = 40
#: Fewer pixels of a piece tell nothing.
_LEAST_SEEN: Final = 12


@dataclass(frozen=True, slots=True)
class Scene:
    """A thing in its part of the page: what would lie there without it, how much of it is open, what is seen there.

    ``contrast`` is how it differs from what would lie there without it, ``area`` how many of its pixels show, ``noise``
    what the plan does not explain round about it, of a pixel.
    """

    patch: Patch
    per_inch: float
    box: Box
    seen: Pixels
    beneath: Pixels
    apart: Pixels
    open_: Pixels
    contrast: float
    area: float
    noise: float

    @property
    def tells(self) -> bool:
        """Whether a thing differs enough from what is beneath it to be looked for."""
        return self.area >= _LEAST_SEEN and self.contrast / self.area >= CONTRAST and self.unrest <= _MOST_UNREST

    @property
    def unrest(self) -> float:
        """What is not explained round about a thing, in parts of its contrast."""
        return self.noise * self.area / self.contrast

    @property
    def stands_out(self) -> bool:
        """Whether a thing differs enough from what is printed on what is beneath it to be missed."""
        return self.unrest * _OVER_NOISE <= 1

    @classmethod
    def of(cls, plan: Plan, seen: Pixels, key: str, reach: float) -> Scene:
        patch = plan.of_thing(key)
        high, wide = patch.alpha.shape
        room = math.ceil(reach * plan.per_inch) + math.ceil(0.06 * max(high, wide)) + 3
        box = Box(round(patch.left) - room, round(patch.top) - room, wide + 2 * room, high + 2 * room)
        background, open_, there = plan.composed(box, key), plan.open_above(box, key), box.cut(seen)
        x, y = round(patch.left) - box.left, round(patch.top) - box.top
        part = slice(y, y + high), slice(x, x + wide)
        weight = patch.alpha * open_[part]
        unlike = squared(patch.lab - background[part]) * patch.alpha**2
        contrast = max(1.0, float((np.minimum(unlike, UNLIKE) * open_[part]).sum()))
        apart = np.minimum(squared(there - background), UNLIKE)
        around = open_.copy()
        around[part] *= 1 - patch.alpha
        noise = float((apart * around).sum() / max(1.0, float(around.sum())))
        return cls(patch, plan.per_inch, box, there, background, apart, open_, contrast, float(weight.sum()), noise)

    def costs(self, turn: float, pad: int) -> Pixels:
        """Return the costs of all shifts of whole pixels up to ``pad``, at a turn; none is capped.

        With M = aT + (1 - a)B and d = I - B, |I - M|² - |d|² = -2a d(T - B) + a²|T - B|²: correlations of a, aT, a²,
        a²T and a²|T|².
        """
        lab, alpha, left, top = posed(self.patch, Pose(turn=turn), self.per_inch)
        high, wide = alpha.shape
        x, y = round(left) - self.box.left - pad, round(top) - self.box.top - pad
        window = slice(max(0, y), y + high + 2 * pad), slice(max(0, x), x + wide + 2 * pad)
        w, beneath = self.open_[window], self.beneath[window]
        off = (self.seen[window] - beneath) * w[..., None]
        twice = alpha * alpha
        cost = 2 * _correlation(np.einsum("ijk,ijk->ij", off, beneath), alpha) + _correlation(w, twice * squared(lab))
        cost += _correlation(squared(beneath) * w, twice)
        for channel in range(3):
            of = lab[..., channel]
            cost -= 2 * _correlation(off[..., channel], alpha * of)
            cost -= 2 * _correlation(beneath[..., channel] * w, twice * of)
        return cost

    def cost(self, pose: Pose) -> float:
        """Return the cost of a pose, between pixels too; what is not alike at all counts no more than that."""
        return self.cost_of(self.patch, pose)

    def cost_of(self, patch: Patch, pose: Pose) -> float:
        """Return the cost of a patch at a pose."""
        here, mixed = self.mixed(patch, pose)
        off = np.minimum(squared(self.seen[here] - mixed), UNLIKE)
        return float(((off - self.apart[here]) * self.open_[here]).sum())

    def mixed(self, patch: Patch, pose: Pose) -> tuple[tuple[slice, slice], Pixels]:
        """Return where a patch at a pose lies in the box, and how the page would look there."""
        lab, alpha, left, top = posed(patch, pose, self.per_inch)
        x, y = math.floor(left), math.floor(top)
        shift = np.array([[1, 0, left - x], [0, 1, top - y]], np.float32)
        size = alpha.shape[1] + 1, alpha.shape[0] + 1
        lab = cv2.warpAffine(lab, shift, size, borderMode=cv2.BORDER_REPLICATE)
        alpha = cv2.warpAffine(alpha, shift, size)
        x, y = x - self.box.left, y - self.box.top
        x0, y0 = min(self.box.wide, max(0, x)), min(self.box.high, max(0, y))
        x1, y1 = max(x0, min(self.box.wide, x + size[0])), max(y0, min(self.box.high, y + size[1]))
        here = slice(y0, y1), slice(x0, x1)
        if x0 == x1 or y0 == y1:
            return here, self.beneath[here]
        part = slice(y0 - y, y1 - y), slice(x0 - x, x1 - x)
        over = alpha[part][..., None]
        return here, lab[part] * over + self.beneath[here] * (1 - over)

    def gain(self, pose: Pose) -> float:
        """Return how much better a pose explains what is seen than the planned place does, -1 to 1.

        That is told of what the two differ by; 0 where they hardly differ.
        """
        planned, there = self.beneath.copy(), self.beneath.copy()
        for sheet, one in ((planned, AS_PLANNED), (there, pose)):
            here, mixed = self.mixed(self.patch, one)
            sheet[here] = mixed
        differ = np.minimum(squared(planned - there), UNLIKE) * self.open_
        whole = float(differ.sum())
        if whole < _LEAST_DIFFERING * CONTRAST:
            return 0.0
        return (self.cost(AS_PLANNED) - self.cost(pose)) / whole


def squared(off: Pixels) -> Pixels:
    """Return the sum of the squares of all channels, pixel by pixel (a sum along so short an axis takes far longer)."""
    found: Pixels = np.einsum("ijk,ijk->ij", off, off)
    return found


def _correlation(window: Pixels, patch: Pixels) -> Pixels:
    return cv2.matchTemplate(
        np.ascontiguousarray(window, np.float32), np.ascontiguousarray(patch, np.float32), cv2.TM_CCORR
    )
