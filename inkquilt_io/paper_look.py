"""What is printed on a photographed paper: its kind, how far it repeats, how busy it is, whether it has a way up.

Stripes and plaids are told by what of the picture rows and columns alone explain, and by the structure tensor (Bigün
and Granlund, "Optimal orientation detection of linear symmetry", ICCV 1987); figures by their outlines. Foil and vellum
cannot be told from a picture: a person says so. The bounds are the project's own, tuned on drawn papers.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, Final, NamedTuple

import cv2
import numpy as np
from PIL import Image

from inkquilt.lengths import INCH, Grains
from inkquilt.paper.kinds import PaperKind, PaperSide
from inkquilt_io.main_colours import binned, colours_of
from inkquilt_io.photo_values import AS_IT_IS, Light
from inkquilt_io.tones import lab_of

#: A sheet is looked at with so many pixels along its longer side.
LOOKED_AT: Final = 480
#: A pixel further than this from the ground's colour (CIE 1976) is printed.
_PRINTED: Final = 10.0
#: Less printed than this is grain.
_LEAST_PRINT: Final = 0.012
#: What the eye takes together from arm's length, in inches.
_BLUR: Final = 0.05
#: The spread of colours (CIE 1976, root mean square) of the busiest papers.
_BUSIEST: Final = 30.0
#: Figures up to this are small, in inches.
_SMALL: Final = 0.45
#: A bloom is at least this, in inches.
_LEAST_BLOOM: Final = 0.35
#: A figure has so many pixels.
_LEAST_FIGURE: Final = 10
_FEW: Final = 5


class _Figures(NamedTuple):
    """What is printed, figure by figure, those cut off by the picture's edge left out: arrays, lengths in pixels."""

    areas: Any
    wide: Any
    high: Any
    middles: Any
    bottoms: Any
    roundness: Any
    solidity: Any
    lean: Any
    strokes: Any
    greenish: Any


@dataclass(frozen=True, slots=True)
class _Seen:
    lab: Any
    printed: Any
    inch: float


def read_side(image: Image.Image, wide: Grains, light: Light = AS_IT_IS) -> PaperSide:
    """Return what a picture of one side of a paper shows; ``wide`` is how much of the paper lies from left to right."""
    shares = colours_of(image, (), light, is_photo=False)[:4]
    scale = min(1.0, LOOKED_AT / max(image.size))
    size = tuple(max(8, round(side * scale)) for side in image.size)
    rgb = np.asarray(image.convert("RGB").resize((size[0], size[1]), Image.Resampling.LANCZOS), dtype=float)
    lab = lab_of(rgb)
    inch = size[0] * INCH / wide
    ground = _ground(lab)
    printed = (np.sqrt(((lab - ground) ** 2).sum(axis=2)) > _PRINTED).astype(np.uint8)
    printed = cv2.morphologyEx(printed, cv2.MORPH_OPEN, np.ones((2, 2), np.uint8))
    seen = _Seen(lab, printed, inch)
    kind, repeat, directional = _kind(seen)
    return PaperSide(
        kind,
        tuple(one.colour.text for one in shares),
        directional,
        tuple(max(1, round(100 * one.share)) for one in shares),
        None if repeat is None else round(repeat * INCH / inch),
        _busyness(seen),
    )


def _ground(lab: Any) -> Any:
    """Return the colour that most of the paper shows."""
    flat = lab.reshape(-1, 3)
    place = binned(flat, 6.0)
    return np.median(flat[place == np.bincount(place).argmax()], axis=0)


def _busyness(seen: _Seen) -> int:
    """Return the spread of colours as it is seen from arm's length, in per cent of that of the busiest papers."""
    soft = cv2.GaussianBlur(seen.lab.astype(np.float32), (0, 0), max(0.5, _BLUR * seen.inch))
    spread = float(np.sqrt(soft.reshape(-1, 3).var(axis=0).sum()))
    return round(100 * min(1.0, spread / _BUSIEST))


def _kind(seen: _Seen) -> tuple[PaperKind, float | None, bool]:
    """Return the kind, its repeat in pixels, and whether it has a way up."""
    share = float(seen.printed.mean())
    if share < _LEAST_PRINT or _is_smooth(seen):
        return PaperKind.SOLID, None, False
    lines = _lines(seen)
    if lines is not None:
        return lines
    figures = _figures(seen)
    if figures is None or len(figures.areas) < _FEW:
        return PaperKind.LARGE_PRINT, None, False
    repeat = _repeat(figures)
    if _are_dots(figures):
        return PaperKind.DOTS, repeat, False
    if _are_words(figures, seen):
        return PaperKind.WORDS, _line_pitch(seen), True
    up = _has_way_up(figures)
    if _are_flowers(figures, seen.inch):
        return PaperKind.FLORAL, repeat, up
    big = np.maximum(figures.wide, figures.high) / seen.inch
    size = float(np.median(big[figures.areas >= np.median(figures.areas)]))
    return (PaperKind.SMALL_PRINT if size < _SMALL else PaperKind.LARGE_PRINT), repeat, up


def _gradients(seen: _Seen) -> tuple[Any, Any]:
    soft = cv2.GaussianBlur(seen.lab.astype(np.float32), (0, 0), 0.8)
    return cv2.Sobel(soft, cv2.CV_32F, 1, 0) / 8, cv2.Sobel(soft, cv2.CV_32F, 0, 1) / 8


def _is_smooth(seen: _Seen) -> bool:
    """Tell whether colours run into each other without an edge: light on foil, or a lamp at one side."""
    across, down = _gradients(seen)
    steep = np.sqrt((across**2 + down**2).sum(axis=2))
    return bool(np.percentile(steep, 98.5) < 2.6)


# -- lines ---------------------------------------------------------------------------------------------------


def _lines(seen: _Seen) -> tuple[PaperKind, float | None, bool] | None:
    """Return what is made of lines only: a stripe or a plaid."""
    across, down = _gradients(seen)
    gxx, gyy, gxy = ((one * other).sum() for one, other in ((across, across), (down, down), (across, down)))
    total = float(gxx + gyy) or 1.0
    coherence = float(np.hypot(gxx - gyy, 2 * gxy)) / total
    if coherence > 0.86:
        angle = 0.5 * float(np.degrees(np.arctan2(2 * gxy, gxx - gyy)))
        return PaperKind.STRIPE, _period(_straightened(seen.lab, angle)), True
    lab = seen.lab
    spread = lab.reshape(-1, 3).var(axis=0).sum() or 1.0
    columns, rows = (float(lab.mean(axis=axis).var(axis=0).sum() / spread) for axis in (0, 1))
    if columns + rows > 0.62 and min(columns, rows) > 0.12:
        return PaperKind.PLAID, _period(lab if columns >= rows else lab.swapaxes(0, 1)), False
    return None


def _straightened(lab: Any, angle: float) -> Any:
    """Return the middle of a picture turned so that its stripes stand upright."""
    rows, columns = lab.shape[:2]
    turn = cv2.getRotationMatrix2D((columns / 2, rows / 2), angle, 1.0)
    turned = cv2.warpAffine(lab.astype(np.float32), turn, (columns, rows), borderMode=cv2.BORDER_REFLECT)
    if min(abs(angle), abs(abs(angle) - 90)) < 2:
        return turned
    high, wide = int(rows * 0.15), int(columns * 0.15)
    return turned[high : rows - high, wide : columns - wide]


def _period(lab: Any) -> float | None:
    """Return how many pixels from left to right a picture repeats after: the first high peak of its correlation."""
    profile = lab.mean(axis=0)
    profile = profile - profile.mean(axis=0)
    length = len(profile)
    spectrum = np.abs(np.fft.rfft(profile, 2 * length, axis=0)) ** 2
    alike = np.fft.irfft(spectrum.sum(axis=1))[: length * 2 // 3]
    alike = alike / (length - np.arange(len(alike)))
    alike = alike / (alike[0] or 1.0)
    inner = alike[1:-1]
    peaks = np.flatnonzero((inner > alike[:-2]) & (inner >= alike[2:]) & (inner > 0.3)) + 1
    if not len(peaks):
        return None
    best = alike[peaks].max()
    return float(peaks[alike[peaks] > 0.8 * best][0])


# -- figures --------------------------------------------------------------------------------------------------


def _figures(seen: _Seen) -> _Figures | None:
    count, labels, stats, middles = cv2.connectedComponentsWithStats(seen.printed, connectivity=8)
    rows, columns = seen.printed.shape
    kept = []
    deep = cv2.distanceTransform(seen.printed, cv2.DIST_L2, 3)
    hue = np.degrees(np.arctan2(seen.lab[..., 2], seen.lab[..., 1])) % 360
    green = (hue > 100) & (hue < 172) & (np.hypot(seen.lab[..., 1], seen.lab[..., 2]) > 10)
    for number in range(1, count):
        left, top, wide, high, area = stats[number]
        edge = left == 0 or top == 0 or left + wide == columns or top + high == rows
        if area < _LEAST_FIGURE or edge:
            continue
        window = np.s_[top : top + high, left : left + wide]
        mask = labels[window] == number
        outline, _ = cv2.findContours(mask.astype(np.uint8), cv2.RETR_EXTERNAL, cv2.CHAIN_APPROX_NONE)
        contour = max(outline, key=cv2.contourArea)
        around, inside = cv2.arcLength(contour, True), max(1.0, cv2.contourArea(contour))
        hull = max(1.0, cv2.contourArea(cv2.convexHull(contour)))
        ys = np.nonzero(mask)[0]
        spread = ys.std() or 1.0
        lean = float((((ys - ys.mean()) / spread) ** 3).mean())
        kept.append(
            (inside, wide, high, middles[number], top + high, 4 * np.pi * inside / around**2 if around else 0.0,
             inside / hull, lean, 2 * deep[window][mask].max(), green[window][mask].mean())
        )  # fmt: skip
    if not kept:
        return None
    return _Figures(*(np.array(column, dtype=float) for column in zip(*kept, strict=True)))


def _repeat(figures: _Figures) -> float | None:
    """Return how far a figure lies from the next of about its size, in the middle of all."""
    large = figures.areas >= 0.4 * np.percentile(figures.areas, 75)
    middles = figures.middles[large]
    if len(middles) < 2:
        return None
    gaps = np.hypot(*(middles[:, None] - middles[None]).transpose(2, 0, 1))
    np.fill_diagonal(gaps, np.inf)
    return float(np.median(gaps.min(axis=1)))


def _are_dots(figures: _Figures) -> bool:
    long = np.maximum(figures.wide, figures.high)
    square = np.minimum(figures.wide, figures.high) / long
    # Of a few pixels an outline is never quite round.
    round_ = (figures.roundness > np.where(long < 12, 0.74, 0.8)) & (square > 0.78) & (figures.solidity > 0.86)
    return bool(figures.areas[round_].sum() > 0.7 * figures.areas.sum() and _spread(long[round_]) < 0.35)


def _are_words(figures: _Figures, seen: _Seen) -> bool:
    """Tell whether figures stand on lines like letters: thin, of many widths, their feet level."""
    if len(figures.areas) < 25 or _spread(figures.wide) < 0.25:
        return False
    feet = figures.bottoms
    level = np.mean([(np.abs(feet - foot) <= 1).sum() >= 5 for foot in feet])
    thin = float(np.median(figures.strokes / figures.high))
    empty = float((seen.printed.mean(axis=1) < 0.03).mean())
    return bool(level > 0.55 and thin < 0.42 and empty > 0.12)


def _line_pitch(seen: _Seen) -> float | None:
    return _period(seen.printed.astype(float).T[..., None])


def _are_flowers(figures: _Figures, inch: float) -> bool:
    """Tell whether there are leaves, and blooms that are round and lobed, or both grown together."""
    total = figures.areas.sum()
    green = float((figures.areas * figures.greenish).sum() / total)
    if not 0.08 < green < 0.8:
        return False
    long = np.maximum(figures.wide, figures.high)
    square = np.minimum(figures.wide, figures.high) / long
    lobed = (figures.solidity > 0.6) & (figures.solidity < 0.97) & (figures.roundness < 0.88)
    bloom = (figures.greenish < 0.9) & (square > 0.45) & lobed & (long > _LEAST_BLOOM * inch)
    return bool(figures.areas[bloom].sum() > 0.35 * total)


def _has_way_up(figures: _Figures) -> bool:
    """Tell whether most figures are heavier at one end than at the other, and the same way."""
    large = figures.areas >= np.median(figures.areas)
    lean = figures.lean[large]
    return bool(abs(np.median(lean)) > 0.12 and (np.sign(lean) == np.sign(np.median(lean))).mean() > 0.85)


def _spread(values: Any) -> float:
    """Return the standard deviation in parts of the mean."""
    return float(values.std() / values.mean()) if len(values) else 0.0
