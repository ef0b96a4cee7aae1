"""Which sketches take these photos: the whole shelf ranked, every way to hold each sketch.

A quick cost on stretched slots: the slots are taken as they would be if the sketch
were stretched over the page, and each photo loses what the largest crop there cuts
off. For every sketch and quarter turn the cheapest choice of slots is found (Jonker
and Volgenant 1987, as SciPy has it); of the ways to hold it the reading order counts
too. What ranks first is then fitted truly by whoever asked.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any, Final

import numpy as np
from scipy.optimize import linear_sum_assignment

from inkquilt.photos.matching import IN_TIME, LEFT_OUT, LOSS, WISH, Candidate, PhotoWish
from inkquilt.photos.wanted import OPEN_SLOT, Ranked
from inkquilt.sketch.model import Size


def rank(shelf: Sequence[Any], photos: Sequence[Candidate], page: Size) -> list[Ranked]:
    """Return every way to hold every sketch that has a slot, the cheapest first; ties in the order of the shelf."""
    shapes = np.array([photo.photo.across / photo.photo.down for photo in photos])
    wishes = np.array([_WISH[photo.wish] for photo in photos])
    found: list[Ranked] = []
    for number, slots in enumerate(shelf):
        if len(slots) == 0 or not photos:
            continue
        for turned in (False, True):
            found += _held(number, slots, turned, shapes, wishes, photos, page)
    return sorted(found, key=lambda ranked: (ranked.cost, ranked.sketch))


_WISH: Final = {PhotoWish.ANY: 0, PhotoWish.BIG: 1, PhotoWish.SMALL: -1}


def _held(
    number: int, places: Any, turned: bool, shapes: Any, wishes: Any, photos: Sequence[Candidate], page: Size
) -> list[Ranked]:
    """Return the four ways to hold a sketch upright, or on its side: one choice does, for the slots are as large."""
    wide, high = (places[:, 3], places[:, 2]) if turned else (places[:, 2], places[:, 3])
    slot_shapes = wide * page.width / (high * page.height)
    areas = wide * high / (wide * high).max()
    kept = np.minimum(shapes[:, None] / slot_shapes, slot_shapes / shapes[:, None])
    costs = LOSS * (1 - kept)
    costs = costs + np.where(wishes[:, None] > 0, WISH * (1 - areas), np.where(wishes[:, None] < 0, WISH * areas, 0))
    rows, columns = linear_sum_assignment(costs)
    chosen: list[int | None] = [None] * len(photos)
    for photo, slot in zip(rows.tolist(), columns.tolist(), strict=True):
        chosen[photo] = slot
    base = float(costs[rows, columns].sum())
    base += LEFT_OUT * (len(photos) - len(rows)) + OPEN_SLOT * (len(places) - len(rows))
    middles = places[:, :2] + places[:, 2:] / 2
    return [
        Ranked(number, turn, mirrored, round(base + IN_TIME * _turned_round(middles, turn, mirrored, chosen, photos)),
               tuple(chosen))
        for turn in ((90, 270) if turned else (0, 180)) for mirrored in (False, True)
    ]  # fmt: skip


def _turned_round(
    middles: Any, turn: int, mirrored: bool, chosen: Sequence[int | None], photos: Sequence[Candidate]
) -> int:
    """Count the pairs of photos that are read in another order than they were taken in."""
    dated = sorted(
        (photo.taken, slot)
        for photo, slot in zip(photos, chosen, strict=True)
        if photo.taken is not None and slot is not None
    )
    if len(dated) < 2:
        return 0
    x, y = middles[:, 0], middles[:, 1]
    x, y = {0: (x, y), 90: (1 - y, x), 180: (1 - x, 1 - y), 270: (y, 1 - x)}[turn]
    if mirrored:
        x = 1 - x
    read = 4 * np.round(y * 4) + x  # in rows of a quarter of the page
    order = read[[slot for _, slot in dated]]
    return int((order[:, None] > order[None, :])[np.triu_indices(len(order), 1)].sum())
