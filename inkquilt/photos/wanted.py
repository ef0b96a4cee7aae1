"""What is asked of a sketch for some photos, and what comes back of the shelf: the values ``finding`` reckons with."""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum
from typing import Any, Final

import numpy as np

from inkquilt.sketch.model import Role, Sketch

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
