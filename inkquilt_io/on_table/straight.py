"""How a page lies in a photograph: by places that look alike in the picture and on the plan, or by its outline.

Whichever then looks more like the plan is taken, the right side up.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from typing import Any, Final

import cv2
import numpy as np

from inkquilt.lengths import INCH
from inkquilt.sketch.model import Size
from inkquilt_io.on_table.plan import FAR, NEAR, Plan, lab_of
from inkquilt_io.picture.page import Pixels, page_outlines

#: The page is laid straight at so many pixels on the longer side, and outlines are looked for on so large a picture.
_STRAIGHT_AT: Final = 1440
_FOUND_AT: Final = 1500
#: Straightenings this near to each other, in inches at the corners, are one; an outline is right though it looks
#: a little less like the plan; told more closely, the page lies no further off than this.
_AGREE: Final = 0.12
_NEARLY: Final = 0.7
_CLOSE: Final = 0.15
#: So many places that look alike tell how the page lies.
_FEATURES: Final = 24
_MOST_FEATURES: Final = 1500
#: From afar, and from nearer, the page is so many pixels wide and high; so many outlines are tried.
_AFAR: Final = 90
_NEARER: Final = 300
_OUTLINES: Final = 4


def _smaller(picture: Pixels) -> Pixels:
    """Return the picture at the size at which pages are found best."""
    longest = max(picture.shape[:2])
    if longest <= _FOUND_AT:
        return picture
    return cv2.resize(picture, None, fx=_FOUND_AT / longest, fy=_FOUND_AT / longest, interpolation=cv2.INTER_AREA)


def straight_size(size: Size) -> tuple[int, int]:
    scale = _STRAIGHT_AT / max(size.width, size.height)
    return round(size.width * scale), round(size.height * scale)


def straightening(picture: Pixels, size: Size, plans: Mapping[float, Plan]) -> Pixels | None:
    """Return what lays the page straight, the right side up, or None where no page is seen."""
    smaller = _smaller(picture)
    scale = picture.shape[1] / smaller.shape[1]
    wide, high = straight_size(size)
    target = np.array([[0, 0], [wide, 0], [wide, high], [0, high]], np.float32)
    outlines = []
    for corners in page_outlines(smaller)[:_OUTLINES]:
        for turned in range(4):
            ring = np.roll(corners * scale, -turned, axis=0).astype(np.float32)
            outlines.append(cv2.getPerspectiveTransform(ring, target))
    by_features = _by_features(picture, size, plans[NEAR])
    tried = outlines if by_features is None else [*outlines, by_features]
    if not tried:
        return None

    soft = {side: cv2.GaussianBlur(picture, (0, 0), 0.5 * wide / side) for side in (_AFAR, _NEARER)}

    def alike(matrix: Pixels, side: int = _NEARER) -> float:
        return _alike_to(soft, matrix, size, plans[FAR], side)

    likely = sorted(tried, key=lambda one: -alike(one, _AFAR))[:3]
    best = max(likely, key=alike)
    # One large piece that was moved brings the most places that look alike: where the outline is another, it is right.
    if best is by_features and outlines:
        outline = max(outlines, key=lambda one: alike(one, _AFAR))
        if _apart(best, outline, size) > _AGREE and alike(outline) > _NEARLY * alike(best):
            best = outline
    return _closer(soft, best, size, plans[FAR])


def _apart(one: Pixels, other: Pixels, size: Size) -> float:
    """Return how far corners of the page lie apart by two straightenings, in inches."""
    wide, high = straight_size(size)
    corners = np.array([[[0, 0], [wide, 0], [wide, high], [0, high]]], np.float32)
    moved = cv2.perspectiveTransform(corners, other @ np.linalg.inv(one))
    return float(np.abs(moved - corners).max()) / (wide / (size.width / INCH))


def _closer(soft: Mapping[int, Pixels], matrix: Pixels, size: Size, plan: Plan) -> Pixels:
    """Return the straightening told more closely by lightness (ECC; Evangelidis and Psarakis 2008, from memory)."""
    wide, high = straight_size(size)
    shrink = np.diag([_NEARER / wide, _NEARER / high, 1.0])
    seen = _from_afar(soft, matrix, size, _NEARER)[..., 0]
    painted = cv2.resize(plan.whole, (_NEARER, _NEARER), interpolation=cv2.INTER_AREA)[..., 0]
    warp = np.eye(3, dtype=np.float32)
    until = (cv2.TERM_CRITERIA_EPS | cv2.TERM_CRITERIA_COUNT, 40, 1e-5)
    try:
        closer: Any = cv2.findTransformECC  # its type stubs lack the last two
        _, warp = closer(painted, seen, warp, cv2.MOTION_HOMOGRAPHY, until, None, 5)
    except cv2.error:  # it did not settle: what there is stays
        return matrix
    found: Pixels = np.linalg.inv(shrink) @ np.linalg.inv(warp) @ shrink @ matrix
    before, after = (_alike_to(soft, one, size, plan, _NEARER) for one in (matrix, found))
    return found if after > before and _apart(matrix, found, size) < _CLOSE else matrix


def _from_afar(soft: Mapping[int, Pixels], matrix: Pixels, size: Size, side: int) -> Pixels:
    """Return the page laid straight, so many pixels wide and high, in Lab; ``soft`` is the picture, softened for it."""
    wide, high = straight_size(size)
    small = np.diag([side / wide, side / high, 1.0]) @ matrix
    return lab_of(cv2.warpPerspective(soft[side], small, (side, side), borderMode=cv2.BORDER_REPLICATE))


def _alike_to(soft: Mapping[int, Pixels], matrix: Pixels, size: Size, plan: Plan, side: int) -> float:
    """Return how much a picture laid straight looks like the plan, seen so many pixels wide: 1 at most."""
    seen = _from_afar(soft, matrix, size, side)
    painted = cv2.resize(plan.whole, (side, side), interpolation=cv2.INTER_AREA)
    return float(np.mean([_correlated(seen[..., channel], painted[..., channel]) for channel in range(3)]))


def _by_features(picture: Pixels, size: Size, plan: Plan) -> Pixels | None:
    """Return what lays the page straight by places that look alike in the picture and on the plan (SIFT; Lowe 2004)."""
    shown = _smaller(picture)
    drawn: Pixels = np.clip(plan.whole[..., 0] / 0.8 * 2.55, 0, 255).astype(np.uint8)
    drawn = cv2.resize(drawn, None, fx=1.5, fy=1.5, interpolation=cv2.INTER_CUBIC)
    finder: Any = getattr(cv2, "SIFT_create")(nfeatures=_MOST_FEATURES)  # noqa: B009 (its stubs lack it)
    there, their_looks = finder.detectAndCompute(drawn, None)
    here, looks = finder.detectAndCompute(cv2.cvtColor(shown, cv2.COLOR_BGR2GRAY), None)
    if their_looks is None or looks is None or len(there) < _FEATURES or len(here) < _FEATURES:
        return None
    pairs = cv2.BFMatcher(cv2.NORM_L2).knnMatch(looks, their_looks, k=2)
    alike = [pair[0] for pair in pairs if len(pair) == 2 and pair[0].distance < 0.75 * pair[1].distance]
    if len(alike) < _FEATURES:
        return None
    scale = picture.shape[1] / shown.shape[1]
    to_page = straight_size(size)[0] / drawn.shape[1]
    source = np.array([here[one.queryIdx].pt for one in alike], np.float32) * scale
    target = np.array([there[one.trainIdx].pt for one in alike], np.float32) * to_page
    matrix, inliers = cv2.findHomography(source, target, cv2.RANSAC, 6.0)
    return matrix if matrix is not None and int(inliers.sum()) >= _FEATURES else None


def _correlated(one: Pixels, other: Pixels) -> float:
    a, b = one - one.mean(), other - other.mean()
    return float((a * b).sum() / max(1e-6, math.sqrt(float((a * a).sum()) * float((b * b).sum()))))
