"""Pages side by side as they lie when an album is opened, and who would go opposite a page that lies alone.

The first page lies on the right, opposite the inside of the cover, or on the left. Two facing pages made as one always
lie side by side: where the next place is a right one it stays empty.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import timedelta
from enum import Enum
from typing import Final

from inkquilt.album.order import AlbumPage, are_of_one_event

#: A loose page that tells of days no further away may go opposite. Common practice, no source.
NEAR: Final = timedelta(days=45)


class Shown(Enum):
    """What of a page lies at a place."""

    WHOLE = "whole"
    LEFT = "left half"
    RIGHT = "right half"


@dataclass(frozen=True, slots=True)
class Place:
    """One side of an opening with a page, or half of a spread."""

    page: int
    shown: Shown = Shown.WHOLE


@dataclass(frozen=True, slots=True)
class Opening:
    """Two facing places; None is empty. ``is_cover`` when the left one is the inside of the cover.

    ``lonely`` is the page with an empty place opposite; ``together`` says that both pages tell of one event.
    """

    left: Place | None
    right: Place | None
    is_cover: bool = False
    lonely: int | None = None
    together: bool = False


def openings_of(pages: Sequence[AlbumPage], starts_right: bool = True) -> tuple[Opening, ...]:
    """Return an album's openings for its pages, which are in order."""
    places: list[Place | None] = [None] if starts_right else []
    for page in pages:
        is_right = len(places) % 2 == 1
        if is_right and (page.is_spread or (page.waits and len(places) > 1)):
            places.append(None)
        if page.is_spread:
            places += [Place(page.key, Shown.LEFT), Place(page.key, Shown.RIGHT)]
        else:
            places.append(Place(page.key))
            if page.waits and len(places) % 2 == 1:
                places.append(None)
    if len(places) % 2:
        places.append(None)
    by_key = {page.key: page for page in pages}
    pairs = zip(places[::2], places[1::2], strict=True)
    return tuple(
        _opening(left, right, number == 0 and starts_right, by_key) for number, (left, right) in enumerate(pairs)
    )


def _opening(left: Place | None, right: Place | None, is_cover: bool, pages: dict[int, AlbumPage]) -> Opening:
    if left is not None and right is not None:
        together = left.page == right.page or are_of_one_event(pages[left.page], pages[right.page])
        return Opening(left, right, together=together)
    alone = left or right
    return Opening(left, right, is_cover, None if is_cover or alone is None else alone.page)


def leaves_of(openings: Sequence[Opening]) -> int:
    """Return how many leaves, or protectors, there are: each has a right place, and on its back a left one."""
    ends_left = bool(openings) and openings[-1].right is None
    starts_left = bool(openings) and openings[0].left is not None
    return len(openings) - ends_left + starts_left


def could_face(page: AlbumPage, loose: Iterable[AlbumPage]) -> tuple[int, ...]:
    """Return loose pages that would go opposite: of the same event first, then of days near it."""
    found: list[tuple[bool, timedelta, int]] = []
    for one in loose:
        if one.is_spread or one.key == page.key or one.first is None or page.first is None:
            continue
        away, together = abs(one.first - page.first), are_of_one_event(page, one)
        if together or away <= NEAR:
            found.append((not together, away, one.key))
    return tuple(key for _, _, key in sorted(found))
