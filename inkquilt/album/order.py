"""The order of pages in an album: by what they tell, whenever they were made; a hand may lay one elsewhere.

A page that was laid by hand stays right behind the page it was laid behind, whatever comes in between the others. One
whose page went out of the album goes back among the events.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from typing import Final

from inkquilt.lengths import Grains

#: Days apart at which pages still tell of one event: evenings go on.
_NEXT: Final = timedelta(days=1)


@dataclass(frozen=True, slots=True)
class ByHand:
    """Laid right behind the page ``after``, before all others with None; of two there the later ``turn`` is nearer."""

    after: int | None
    turn: int


@dataclass(frozen=True, slots=True)
class AlbumPage:
    """A page in an album, by its number.

    ``first`` to ``last`` is what it tells of, ``finished`` when it was made. ``counted`` is what it counts for in the
    thickness. With ``is_spread`` it is two facing pages. One that ``waits`` keeps the place opposite free.
    """

    key: int
    first: date | None = None
    last: date | None = None
    finished: date | None = None
    counted: Grains = 0
    is_spread: bool = False
    waits: bool = False
    by_hand: ByHand | None = None


def in_order(pages: Sequence[AlbumPage]) -> tuple[AlbumPage, ...]:
    """Return the pages as they lie in the album, each once."""
    known = {page.key: page for page in pages}
    behind: dict[int | None, list[AlbumPage]] = {}
    for page in pages:
        hand = page.by_hand
        if hand is not None and (hand.after is None or hand.after in known):
            behind.setdefault(hand.after, []).append(page)
    for row in behind.values():
        row.sort(key=lambda page: -page.by_hand.turn if page.by_hand else 0)
    laid = {page.key for row in behind.values() for page in row}
    laid -= _going_round(known, laid)
    free = sorted((page for page in pages if page.key not in laid), key=_when)

    def with_followers(start: Sequence[AlbumPage]) -> Iterator[AlbumPage]:
        left = list(reversed(start))
        while left:
            page = left.pop()
            yield page
            left.extend(one for one in reversed(behind.get(page.key, ())) if one.key in laid)

    first = [page for page in behind.get(None, ()) if page.key in laid]
    return tuple(with_followers([*first, *free]))


def _going_round(known: Mapping[int, AlbumPage], laid: set[int]) -> set[int]:
    """Return pages that were laid behind one another in a ring: none of them says where the ring lies."""
    found: set[int] = set()
    for key in laid:
        seen: set[int] = set()
        at: int | None = key
        while at is not None and at in laid and at not in seen:
            seen.add(at)
            hand = known[at].by_hand
            at = hand.after if hand else None
        if at == key:
            found |= seen
    return found


def _when(page: AlbumPage) -> tuple[date, date, date, int]:
    first = page.first or page.finished or date.max
    return first, page.last or first, page.finished or date.max, page.key


def moved(pages: Sequence[AlbumPage], key: int, after: int | None) -> dict[int, ByHand | None]:
    """Return which pages are laid anew when one is put right behind another, or before all with None.

    What lay behind the moved page by hand stays where it is. Raises ``KeyError`` for a page that is not there.
    """
    if after == key or not {key, after} <= {None, *(page.key for page in pages)}:
        raise KeyError(key)
    found = released(pages, key)
    found[key] = ByHand(after, 1 + max([_last_turn(pages), *(hand.turn for hand in found.values() if hand)]))
    return found


def released(pages: Sequence[AlbumPage], key: int) -> dict[int, ByHand | None]:
    """Return which pages are laid anew when one lies by its event again, or goes: what lay behind it by hand stays.

    Raises ``KeyError`` for a page that is not there.
    """
    order = [page.key for page in in_order(pages)]
    if key not in order:
        raise KeyError(key)
    before = order[order.index(key) - 1] if order[0] != key else None
    followers = [page.key for page in pages if page.by_hand and page.by_hand.after == key]
    turn = 1 + _last_turn(pages)
    found: dict[int, ByHand | None] = {
        follower: ByHand(before, turn + number)
        for number, follower in enumerate(sorted(followers, key=lambda one: -order.index(one)))
    }
    found[key] = None
    return found


def _last_turn(pages: Sequence[AlbumPage]) -> int:
    return max((page.by_hand.turn for page in pages if page.by_hand), default=0)


def are_of_one_event(one: AlbumPage, other: AlbumPage) -> bool:
    """Tell whether two pages tell of days that overlap or follow one another."""
    if one.first is None or other.first is None:
        return False
    return one.first <= (other.last or other.first) + _NEXT and other.first <= (one.last or one.first) + _NEXT
