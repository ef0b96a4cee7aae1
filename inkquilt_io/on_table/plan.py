"""The plan of a page as it is looked for on the table: every piece a patch of its own, where it is taken to lie.

Colours are CIE Lab, places are pixels of a page of so many an inch. Papers are in their mean colours, for from where on
its sheet a piece is cut is not known; all edges are as soft as a photograph's.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from typing import Final

import cv2
import numpy as np

from inkquilt.assembly.things import AssemblyPage
from inkquilt.lengths import INCH
from inkquilt_io.painting.layers import Layer, PaintedPage, layers_of
from inkquilt_io.painting.page import BARE
from inkquilt_io.painting.papers import PaperPaint, mean_colour
from inkquilt_io.picture.page import Pixels

#: Pieces are looked for at so many pixels an inch: far off, and near by.
FAR: Final = 20.0
NEAR: Final = 48.0
#: The plan and the picture are made so soft, in inches: sharper in one of them, edges differ wherever they lie. A
#: photograph is soft itself, and so made less so.
PLAN_BLUR: Final = 0.032
SEEN_BLUR: Final = 0.022


def lab_of(picture: Pixels) -> Pixels:
    """Return CIE Lab in its own units; lightness counts a little less, for light falls unevenly."""
    found: Pixels = cv2.cvtColor(picture.astype(np.float32) / 255, cv2.COLOR_BGR2LAB)
    found[..., 0] = found[..., 0] * 0.8
    return found


@dataclass(frozen=True, slots=True)
class Patch:
    """A thing at one scale: its colours (Lab), how much of each pixel it covers, its corner on the page in pixels."""

    key: str
    lab: Pixels
    alpha: Pixels
    left: float
    top: float
    level: int


@dataclass(frozen=True, slots=True)
class Pose:
    """Where a thing lies instead: shifted in inches, turned about its middle in degrees; ``gone`` where nowhere."""

    across: float = 0.0
    down: float = 0.0
    turn: float = 0.0
    gone: bool = False
    other: str = ""


AS_PLANNED = Pose()


@dataclass(frozen=True, slots=True)
class Box:
    """A part of the page, in pixels; it may reach over its edges."""

    left: int
    top: int
    wide: int
    high: int

    def meets(self, patch: Patch, pose: Pose, per_inch: float) -> bool:
        """Tell whether a patch may lie in it, however it is turned."""
        high, wide = patch.alpha.shape
        room = 0 if not pose.turn else (math.hypot(wide, high) - min(wide, high)) / 2
        left, top = patch.left + pose.across * per_inch - room, patch.top + pose.down * per_inch - room
        right, foot = left + wide + 2 * room + 2, top + high + 2 * room + 2
        return left < self.left + self.wide and right > self.left and top < self.top + self.high and foot > self.top

    def cut(self, sheet: Pixels) -> Pixels:
        """Return the part of a page's sheet that lies in it; what is off the page is nought."""
        found = np.zeros((self.high, self.wide, *sheet.shape[2:]), np.float32)
        x0, y0 = max(0, self.left), max(0, self.top)
        x1, y1 = min(sheet.shape[1], self.left + self.wide), min(sheet.shape[0], self.top + self.high)
        if x0 < x1 and y0 < y1:
            found[y0 - self.top : y1 - self.top, x0 - self.left : x1 - self.left] = sheet[y0:y1, x0:x1]
        return found


@dataclass
class Plan:
    """The page as it is taken to lie, at one scale."""

    per_inch: float
    size: tuple[int, int]
    patches: list[Patch]
    poses: dict[str, Pose] = field(default_factory=dict)

    @classmethod
    def of(cls, painted: PaintedPage, page: AssemblyPage, per_inch: float) -> Plan:
        scale = per_inch / INCH
        size = max(1, round(page.width * scale)), max(1, round(page.height * scale))
        owner = {part.key: thing.key for thing in page.things for part in thing.parts}
        runs: list[tuple[str, list[Layer]]] = []
        for layer in layers_of(_plain(painted), scale):
            key = owner.get(layer.key, "")
            if runs and runs[-1][0] == key and key:
                runs[-1][1].append(layer)
            else:
                runs.append((key, [layer]))
        patches = [_patch(key, layers, level, per_inch) for level, (key, layers) in enumerate(runs)]
        return cls(per_inch, size, patches)

    @property
    def whole(self) -> Pixels:
        """The page as it is taken to lie."""
        return self.composed(Box(0, 0, *self.size))

    def composed(self, box: Box, without: str | None = None) -> Pixels:
        """Return a part of the page as it is taken to lie, one thing left out."""
        ground = lab_of(np.full((1, 1, 3), BARE[::-1], np.uint8))
        sheet = np.tile(ground, (box.high, box.wide, 1)).astype(np.float32)
        for patch in self.patches:
            pose = self.poses.get(patch.key, AS_PLANNED)
            if patch.key != without and not pose.gone and box.meets(patch, pose, self.per_inch):
                _laid(sheet, box, *posed(patch, pose, self.per_inch))
        return sheet

    def open_above(self, box: Box, key: str) -> Pixels:
        """Return how much of each pixel nothing lies over that is above a thing; off the page nothing is open."""
        level = min(patch.level for patch in self.patches if patch.key == key)
        cover = np.zeros((box.high, box.wide, 1), np.float32)
        for patch in self.patches:
            pose = self.poses.get(patch.key, AS_PLANNED)
            if patch.level > level and patch.key != key and not pose.gone and box.meets(patch, pose, self.per_inch):
                _, alpha, left, top = posed(patch, pose, self.per_inch)
                _laid(cover, box, np.ones((*alpha.shape, 1), np.float32), alpha, left, top)
        open_: Pixels = 1 - cover[..., 0]
        open_[: max(0, -box.top)] = open_[:, : max(0, -box.left)] = 0
        open_[max(0, self.size[1] - box.top) :] = 0
        open_[:, max(0, self.size[0] - box.left) :] = 0
        return open_

    def of_thing(self, key: str) -> Patch:
        """Return a thing's patches as one."""
        own = [patch for patch in self.patches if patch.key == key]
        if len(own) == 1:
            return own[0]
        left, top = min(one.left for one in own), min(one.top for one in own)
        right = max(one.left + one.alpha.shape[1] for one in own)
        foot = max(one.top + one.alpha.shape[0] for one in own)
        lab = np.zeros((round(foot - top), round(right - left), 3), np.float32)
        alpha = np.zeros(lab.shape[:2], np.float32)
        for one in own:
            x, y = round(one.left - left), round(one.top - top)
            part = slice(y, y + one.alpha.shape[0]), slice(x, x + one.alpha.shape[1])
            over = one.alpha[..., None]
            lab[part] = one.lab * over + lab[part] * (1 - over)
            alpha[part] = one.alpha + alpha[part] * (1 - one.alpha)
        return Patch(key, lab, alpha, left, top, own[0].level)


def _plain(painted: PaintedPage) -> PaintedPage:
    """Return a page with its papers in their mean colours: from where on its sheet a piece is cut is not known."""
    papers = {letter: PaperPaint(mean_colour(paint)) for letter, paint in painted.papers.items()}
    return replace(painted, papers=papers)


def softened(sheet: Pixels, inches: float, per_inch: float) -> Pixels:
    """Return a sheet made soft by a bell curve so many inches wide."""
    soft: Pixels = cv2.GaussianBlur(sheet, (0, 0), inches * per_inch)
    return soft


def _patch(key: str, layers: Sequence[Layer], level: int, per_inch: float) -> Patch:
    left, top = min(one.left for one in layers), min(one.top for one in layers)
    right = max(one.left + one.image.width for one in layers)
    foot = max(one.top + one.image.height for one in layers)
    lab = np.zeros((foot - top, right - left, 3), np.float32)
    alpha = np.zeros(lab.shape[:2], np.float32)
    for one in layers:
        rgba = np.asarray(one.image.convert("RGBA"))
        own = lab_of(np.ascontiguousarray(rgba[..., 2::-1]))
        over = rgba[..., 3].astype(np.float32) / 255
        part = (
            slice(one.top - top, one.top - top + over.shape[0]),
            slice(one.left - left, one.left - left + over.shape[1]),
        )
        lab[part] = own * over[..., None] + lab[part] * (1 - over[..., None])
        alpha[part] = over + alpha[part] * (1 - over)
    return soft_patch(key, lab, alpha, left, top, level, per_inch)


def soft_patch(
    key: str, lab: Pixels, alpha: Pixels, left: int, top: int, level: int, per_inch: float
) -> Patch:  # fmt: skip
    """Return a patch with soft edges, on a rim that holds them."""
    rim = math.ceil(3 * PLAN_BLUR * per_inch)
    high, wide = alpha.shape
    whole = np.zeros((high + 2 * rim, wide + 2 * rim, 4), np.float32)
    whole[rim : rim + high, rim : rim + wide, :3] = lab * alpha[..., None]
    whole[rim : rim + high, rim : rim + wide, 3] = alpha
    whole = softened(whole, PLAN_BLUR, per_inch)
    cover = whole[..., 3]
    return Patch(key, whole[..., :3] / np.maximum(cover, 1e-3)[..., None], cover, left - rim, top - rim, level)


def _turned(lab: Pixels, alpha: Pixels, degrees: float) -> tuple[Pixels, Pixels]:
    """Return a patch turned clockwise about its middle, on a sheet that holds it."""
    if not degrees:
        return lab, alpha
    high, wide = alpha.shape
    reach = math.radians(abs(degrees))
    new_wide = math.ceil(wide * math.cos(reach) + high * math.sin(reach)) + 1
    new_high = math.ceil(high * math.cos(reach) + wide * math.sin(reach)) + 1
    matrix = cv2.getRotationMatrix2D(((wide - 1) / 2, (high - 1) / 2), -degrees, 1)
    matrix[:, 2] += ((new_wide - wide) / 2, (new_high - high) / 2)
    size = new_wide, new_high
    return (
        cv2.warpAffine(lab, matrix, size, borderMode=cv2.BORDER_REPLICATE),
        cv2.warpAffine(alpha, matrix, size),
    )


def posed(patch: Patch, pose: Pose, per_inch: float) -> tuple[Pixels, Pixels, float, float]:
    lab, alpha = _turned(patch.lab, patch.alpha, pose.turn)
    left = patch.left + (patch.alpha.shape[1] - alpha.shape[1]) / 2 + pose.across * per_inch
    top = patch.top + (patch.alpha.shape[0] - alpha.shape[0]) / 2 + pose.down * per_inch
    return lab, alpha, left, top


def _laid(sheet: Pixels, box: Box, lab: Pixels, alpha: Pixels, left: float, top: float) -> None:
    """Lay a patch on the sheet of a part of the page, to the nearest pixel."""
    x, y = round(left) - box.left, round(top) - box.top
    x0, y0 = max(0, x), max(0, y)
    x1, y1 = min(sheet.shape[1], x + alpha.shape[1]), min(sheet.shape[0], y + alpha.shape[0])
    if x0 >= x1 or y0 >= y1:
        return
    over = alpha[y0 - y : y1 - y, x0 - x : x1 - x, None]
    part = sheet[y0:y1, x0:x1]
    sheet[y0:y1, x0:x1] = lab[y0 - y : y1 - y, x0 - x : x1 - x] * over + part * (1 - over)
