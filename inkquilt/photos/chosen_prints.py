"""Which prints to order for photos that go on one page: listed sizes, each near its photo's proportions.

Common practice, no source: photos take about a third of a page, one that should be big twice as much
as the others, one that may be small half.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from fractions import Fraction
from math import log
from typing import Final

from inkquilt.design.distance import cut_off
from inkquilt.photos.matching import PhotoWish
from inkquilt.sketch.model import Size

#: Parts of the page that the photos take together, the fullest first.
SHARES: Final = (0.4, 0.35, 0.3, 0.25, 0.2, 0.15)
#: Photos that are still printed take this part, however much the prints that exist take.
_LEAST_SHARE: Final = 0.05
_WEIGHTS: Final = {PhotoWish.BIG: 2.0, PhotoWish.ANY: 1.0, PhotoWish.SMALL: 0.5}
#: What is cut off a photo counts this much against a print of the wrong size.
_CUT: Final = 2.0


@dataclass(frozen=True, slots=True)
class Chosen:
    """A photo to be printed, or a print that exists."""

    proportions: Fraction
    wish: PhotoWish = PhotoWish.ANY
    printed: Size | None = None


def chosen_prints(
    photos: Sequence[Chosen], page: Size, listed: Sequence[Size], room: Size | None = None
) -> Iterator[tuple[Size, ...]]:  # fmt: skip
    """Yield sizes for photos of one page, the fullest page first; prints that exist keep theirs.

    No other is larger than ``room``, which is a part of the page that is large enough for some print.
    """
    both = sorted({size for one in listed for size in (one, one.swapped())}, key=lambda s: (s.width, s.height))
    most = room or page
    holds = [one for one in both if one.width <= most.width and one.height <= most.height]
    holds = holds or [min(both, key=lambda one: one.width * one.height)]
    weights = sum(_WEIGHTS[photo.wish] for photo in photos if photo.printed is None)
    taken = sum(photo.printed.width * photo.printed.height for photo in photos if photo.printed is not None)
    whole = page.width * page.height
    seen: set[tuple[Size, ...]] = set()
    for share in SHARES:
        area = max(share * whole - taken, _LEAST_SHARE * whole)
        sizes = tuple(
            photo.printed or _print_for(photo.proportions, area * _WEIGHTS[photo.wish] / weights, holds)
            for photo in photos
        )
        if sizes not in seen:
            seen.add(sizes)
            yield sizes


def _print_for(proportions: Fraction, area: float, listed: Sequence[Size]) -> Size:
    return min(listed, key=lambda one: abs(log(one.width * one.height / area)) + _CUT * cut_off(proportions, one))
