"""Looking for what matters on a photo: faces, and what draws the eye. Proposals only; a person decides.

Faces by OpenCV's own cascades (Viola and Jones 2001), frontal and from the side.
What draws the eye by the spectral residual of the brightness (Hou and Zhang,
"Saliency Detection: A Spectral Residual Approach", CVPR 2007).
"""

from __future__ import annotations

from fractions import Fraction
from pathlib import Path
from typing import Any, Final

import cv2
import numpy as np
from PIL import Image

from inkquilt.photos.areas import Area, FocalProposal, Sign

#: Faces are looked for on a picture whose longer side has so many pixels.
LOOKED_AT: Final = 900
#: A face is at least this part of the longer side.
SMALLEST_FACE: Final = 0.04
#: The picture in which the spectral residual is taken, from the paper.
RESIDUAL_SIDE: Final = 64
#: The part of all that draws the eye which its box holds.
EYE_CATCHING: Final = 0.55
MOST_FACES: Final = 12
#: The cascades come with the library.
CASCADES: Final = Path(cv2.__file__).parent / "data"


def look_for_areas(path: Path) -> list[FocalProposal]:
    """Return proposals for an upright picture, the surest first; none is a fair answer."""
    with Image.open(path) as image:
        grey = np.asarray(image.convert("L"))
    faces = _faces(grey)
    if faces:
        return [FocalProposal(area, Sign.FACE) for area in faces]
    catching = _eye_catching(grey)
    return [FocalProposal(catching, Sign.EYE)] if catching else []


def _faces(grey: Any) -> list[Area]:
    height, width = grey.shape
    scale = LOOKED_AT / max(height, width)
    small = cv2.equalizeHist(cv2.resize(grey, (round(width * scale), round(height * scale))))
    least = round(SMALLEST_FACE * LOOKED_AT)
    found: list[tuple[int, int, int, int, float]] = []
    for name, mirrored in (
        ("haarcascade_frontalface_default.xml", False),
        ("haarcascade_profileface.xml", False),
        ("haarcascade_profileface.xml", True),
    ):
        cascade = cv2.CascadeClassifier(str(CASCADES / name))
        seen = cv2.flip(small, 1) if mirrored else small
        boxes, _, sure = cascade.detectMultiScale3(
            seen, scaleFactor=1.1, minNeighbors=6, minSize=(least, least), outputRejectLevels=True
        )
        for (x, y, w, h), certain in zip(boxes, sure, strict=True):
            left = small.shape[1] - x - w if mirrored else x
            found.append((int(left), int(y), int(w), int(h), float(certain)))
    kept: list[tuple[int, int, int, int, float]] = []
    for box in sorted(found, key=lambda box: -box[4]):
        if box[4] > 2 and all(_common(box, other) < 0.3 for other in kept):
            kept.append(box)
    rows, columns = small.shape
    return [_area(x / columns, y / rows, w / columns, h / rows, 4) for x, y, w, h, _ in kept[:MOST_FACES]]


def _common(a: tuple[int, int, int, int, float], b: tuple[int, int, int, int, float]) -> float:
    """Return the part of the smaller box that both share."""
    across = min(a[0] + a[2], b[0] + b[2]) - max(a[0], b[0])
    down = min(a[1] + a[3], b[1] + b[3]) - max(a[1], b[1])
    return max(0, across) * max(0, down) / min(a[2] * a[3], b[2] * b[3])


def _eye_catching(grey: Any) -> Area | None:
    small = cv2.resize(grey, (RESIDUAL_SIDE, RESIDUAL_SIDE)).astype(np.float64)
    spectrum = np.fft.fft2(small)
    strength = np.log(np.abs(spectrum) + 1e-9)
    residual = strength - cv2.blur(strength, (3, 3))
    drawn = np.abs(np.fft.ifft2(np.exp(residual + 1j * np.angle(spectrum)))) ** 2
    drawn = cv2.GaussianBlur(drawn, (9, 9), 2.5)
    if not np.isfinite(drawn).all() or drawn.max() <= 0 or np.ptp(grey) < 8:
        return None
    # the fewest of the brightest spots that hold the wanted part, and the box round the middle of them
    spots = np.argsort(drawn, axis=None)[::-1]
    held = np.cumsum(drawn.ravel()[spots]) / drawn.sum()
    rows, columns = np.unravel_index(spots[: int(np.searchsorted(held, EYE_CATCHING)) + 1], drawn.shape)
    left, right = np.quantile(columns, (0.05, 0.95))
    top, bottom = np.quantile(rows, (0.05, 0.95))
    side = RESIDUAL_SIDE
    return _area(left / side, top / side, (right - left + 1) / side, (bottom - top + 1) / side, 2)


def _area(left: float, top: float, width: float, height: float, weight: int) -> Area:
    """Return an area within the photo, in ten-thousandths."""
    x, y = max(0.0, left), max(0.0, top)
    wide, high = min(width, 1 - x), min(height, 1 - y)
    places = [Fraction(round(part * 10_000), 10_000) for part in (x, y, wide, high)]
    return Area(places[0], places[1], places[2], places[3], weight=weight)
