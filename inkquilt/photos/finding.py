"""Which sketches take these photos: the whole shelf ranked, every way to hold each sketch.

A quick cost on stretched slots: the slots are taken as they would be if the sketch
were stretched over the page, and each photo loses what the largest crop there cuts
off. For every sketch and quarter turn the cheapest choice of slots is found (Jonker
and Volgenant 1987, as SciPy has it); of the ways to hold it the reading order counts
too. What ranks first is then fitted truly by whoever asked.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from enum import Enum
from typing import Any, Final

import numpy as np
from scipy.optimize import linear_sum_assignment

from inkquilt.photos.matching import IN_TIME, LEFT_OUT, LOSS, WISH, Candidate, PhotoWish
from inkquilt.sketch.model import Role, Size, Sketch

#: What an empty slot costs: a mat is left for a photo that comes later.
OPEN_SLOT: Final = 400
#: Wider than this many times its height, a sketch is drawn across two pages.
SPREAD: Final = 1.5


class Lack(Enum):
    """What a sketch can be without that was asked for."""

    TITLE = "no room for a title"
    JOURNALING = "no room for the story"
    ONE_PAGE = "drawn across two pages"
    TWO_PAGES = "drawn for one page"
    SLOTS = "too few slots"
    PAPERS = "more papers than there are"


@dataclass(frozen=True, slots=True)
class PhotosWanted:
    """What a sketch must have; ``spread`` True or False wants it drawn across two pages or not.

    With ``most_papers`` it asks for no more different papers than there are, a shared white for mats not counted.
    """

    title: bool = False
    journaling: bool = False
    spread: bool | None = None
    every_photo: bool = False
    most_papers: int | None = None

    def lacks(self, sketch: Sketch, photos: int) -> tuple[Lack, ...]:
        """Return what of it a sketch is without, for so many photos: nothing where it has all."""
        roles = [block.role for block in sketch.blocks]
        across_two = sketch.page.width > SPREAD * sketch.page.height
        missing = {
            Lack.TITLE: self.title and Role.TITLE not in roles,
            Lack.JOURNALING: self.journaling and Role.JOURNALING not in roles,
            Lack.ONE_PAGE: self.spread is False and across_two,
            Lack.TWO_PAGES: self.spread is True and not across_two,
            Lack.SLOTS: self.every_photo and roles.count(Role.PHOTO) < photos,
            Lack.PAPERS: self.most_papers is not None and _papers(sketch) > self.most_papers,
        }
        return tuple(lack for lack, is_missing in missing.items() if is_missing)


def _papers(sketch: Sketch) -> int:
    """Return how many papers a sketch asks for; mats alone may be cut from any of them."""
    return len({block.paper for block in sketch.blocks if block.paper and block.role is not Role.MAT})


@dataclass(frozen=True, slots=True)
class Ranked:
    """A sketch of the shelf and how it is held: its quick cost, and for each photo the slot or None."""

    sketch: int
    turn: int
    mirrored: bool
    cost: int
    slots: tuple[int | None, ...]


def slots_of(sketch: Sketch) -> Any:
    """Return the photo slots of a sketch, in the order of its blocks: left, top, width and height in parts of its page.

    A numpy array with one row for each.
    """
    rows = [
        (block.x / sketch.page.width, block.y / sketch.page.height,
         block.width / sketch.page.width, block.height / sketch.page.height)
        for block in sketch.blocks if block.role is Role.PHOTO
    ]  # fmt: skip
    return np.array(rows, dtype=float).reshape(-1, 4)


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
