"""One stroke over a picture of a page, roughly from corner to corner of a piece: the piece, and the mat round it.

Each side of the stroke goes to the line near it along which most is marked (``sides``); where none is, it stays
where the hand drew it. Where one colour shows evenly round what was found, or within its edges, it is a photo and
its mat.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import astuple, dataclass
from fractions import Fraction
from typing import Final

import cv2
import numpy as np

from inkquilt.paper.openings import Inset
from inkquilt.sketch.model import Size
from inkquilt_io.picture.page import Pixels
from inkquilt_io.picture.sides import Sides, sides_of
from inkquilt_io.picture.values import Traced, refuse

#: A picture is looked at with its longer side so long, in pixels.
_LOOKED_AT: Final = 700
#: A side is looked for so far from where it was drawn, and what shows of a mat is so much; in parts of the longer side.
_REACH: Final = 0.022
_REVEALS: Final = (0.006, 0.036)
#: A line counts from this share of marks on; being off costs so much for each pixel.
_LEAST: Final = 0.35
_OFF: Final = 0.008
#: What is drawn so near to the page's edge, in pixels, ends with the page.
_AT_EDGE: Final = 9
#: What shows of a mat is of one colour (CIE Lab, 8 bit), and as wide on three sides or more but for such a part
#: of the picture's longer side.
_ONE_COLOUR: Final = 9.0
_CALM: Final = 6.0
_EVEN: Final = 3
_EVENLY: Final = 0.0045
#: An edge is blurred, and found, only so sharply.
_BLUR: Final = 0.0045
_ROUNDS: Final = 3


@dataclass(frozen=True, slots=True)
class Box:
    """A rectangle in pixels."""

    left: int
    top: int
    right: int
    foot: int

    def grown(self, by: int) -> Box:
        """Return it larger all round."""
        return Box(self.left - by, self.top - by, self.right + by, self.foot + by)


def trace_piece(picture: bytes, page: Size, drawn: Inset, matted: bool = True) -> Traced:
    """Return what a stroke over the JPEG of a straightened page goes round; what is not ``matted`` has no mat.

    Raises ``PictureFaults``.
    """
    pixels = cv2.imdecode(np.frombuffer(picture, np.uint8), cv2.IMREAD_COLOR)
    if pixels is None:
        raise refuse("not-a-picture", "The picture of this drawing cannot be read any more.")
    return traced_in(pixels, page, drawn, matted)


def traced_in(picture: Pixels, page: Size, drawn: Inset, matted: bool = True) -> Traced:
    """Return what a stroke over a straightened page in BGR goes round."""
    scale = _LOOKED_AT / max(picture.shape[:2])
    small = cv2.resize(picture, None, fx=scale, fy=scale, interpolation=cv2.INTER_AREA)
    grain = Fraction(small.shape[1], page.width)
    found = _around(
        Box(*(round(length * grain) for length in (drawn.x, drawn.y, drawn.right, drawn.bottom))), *sides_of(small)
    )
    # What shows of a mat is little: it is looked for in the picture as large as it is.
    grain = Fraction(picture.shape[1], page.width)
    whole = Box(*(round(length / scale) for length in astuple(found)))
    inner, outer = _Rings(picture).with_mat(whole) if matted else (whole, None)

    def on_page(box: Box) -> Inset:
        left, top = max(0, round(box.left / grain)), max(0, round(box.top / grain))
        right, bottom = min(page.width, round(box.right / grain)), min(page.height, round(box.foot / grain))
        return Inset(left, top, Size(max(1, right - left), max(1, bottom - top)))

    return Traced(on_page(inner), on_page(outer) if outer is not None else None)


def _around(drawn: Box, upright: Sides, level: Sides) -> Box:
    """Return the rectangle of marked lines near the one that was drawn."""
    wide, high = level.length, upright.length
    reach = round(_REACH * max(wide, high))
    box = drawn
    for _ in range(_ROUNDS):
        box = Box(
            _nearest(upright, drawn.left, (box.top, box.foot), wide, reach),
            _nearest(level, drawn.top, (box.left, box.right), high, reach),
            _nearest(upright, drawn.right, (box.top, box.foot), wide, reach),
            _nearest(level, drawn.foot, (box.left, box.right), high, reach),
        )
    return box


def _nearest(sides: Sides, drawn: int, along: tuple[int, int], whole: int, reach: int) -> int:
    """Return the line near where one was drawn that is marked most; near the page's edge that itself."""
    begin, end = max(0, min(along)), min(sides.length, max(along))
    if end - begin < 4:
        return drawn
    if drawn <= _AT_EDGE or drawn >= whole - _AT_EDGE:
        return 0 if drawn <= _AT_EDGE else whole
    best, place = _LEAST, drawn
    for line in range(drawn - reach, drawn + reach + 1):
        worth = _middle(sides, line, begin, end) - _OFF * abs(line - drawn) if 0 <= line < whole else 0.0
        if worth > best:
            best, place = worth, line
    return place


class _Rings:
    """Looks for mats: rings of one colour round a piece."""

    def __init__(self, picture: Pixels) -> None:
        self.high, self.wide = picture.shape[:2]
        self.long = max(self.high, self.wide)
        self.blur = max(2, round(_BLUR * self.long))
        self.lab = cv2.cvtColor(picture, cv2.COLOR_BGR2LAB).astype(np.float32)

    def with_mat(self, found: Box) -> tuple[Box, Box | None]:
        """Return a piece and its mat: what was found may be either of them."""
        outward = self._even_reveal(found, 1)
        if outward is not None:
            return found, self._within(found.grown(outward))
        inward = self._even_reveal(found, -1)
        if inward is not None:
            return found.grown(-inward), found
        return found, None

    def _within(self, box: Box) -> Box:
        return Box(max(0, box.left), max(0, box.top), min(self.wide, box.right), min(self.high, box.foot))

    def _even_reveal(self, box: Box, way: int) -> int | None:
        """Return how far one colour reaches from the sides of a box, outward or inward, where it does so evenly."""
        least, most = (round(part * self.long) for part in _REVEALS)
        reach = [self._reach_of(self._lines(box, side, way, most)) for side in range(4)]
        told = sorted(one for one in reach if one is not None and least <= one < most)
        for middle in told:
            near = [one for one in told if abs(one - middle) <= _EVENLY * self.long]
            if len(near) >= _EVEN:
                return round(float(np.mean(near)))
        return None

    def _lines(self, box: Box, side: int, way: int, most: int) -> list[Pixels]:
        """Return the lines of pixels beside a side of a box, the nearest first, as far as the picture goes."""
        found = []
        spare_across, spare_down = (box.right - box.left) // 6, (box.foot - box.top) // 6
        down, across = (
            slice(box.top + spare_down, box.foot - spare_down),
            slice(box.left + spare_across, box.right - spare_across),
        )
        for step in range(self.blur, most + 2 * self.blur):
            match side:
                case 0:
                    at = box.left - way * step
                    line = self.lab[down, at] if 0 <= at < self.wide else None
                case 1:
                    at = box.top - way * step
                    line = self.lab[at, across] if 0 <= at < self.high else None
                case 2:
                    at = box.right + way * step
                    line = self.lab[down, at] if 0 <= at < self.wide else None
                case _:
                    at = box.foot + way * step
                    line = self.lab[at, across] if 0 <= at < self.high else None
            if line is None or len(line) < 6:
                break
            found.append(line)
        return found

    def _reach_of(self, lines: Sequence[Pixels]) -> int | None:
        """Return how many pixels from a side the colour right beside it goes, or None where it is of no one colour."""
        if len(lines) < 4:
            return None
        first = np.concatenate(lines[:2])
        colour = np.median(first, axis=0)
        if np.median(np.abs(first - colour), axis=0).max() > _CALM:
            return None
        for number, line in enumerate(lines):
            off = np.linalg.norm(line - colour, axis=1)
            if float(np.median(off)) > _ONE_COLOUR:
                return int(number + self.blur)
        return None


def _middle(sides: Sides, line: int, begin: int, end: int) -> float:
    """Return how much of a side is marked, its ends left out: they are where the hand was least sure."""
    spare = min((end - begin) // 6, 14)
    return sides.support(line, begin + spare, max(begin + spare + 1, end - spare))
