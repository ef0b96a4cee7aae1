"""What of a stash wants to be used: the oldest first, last sheets, kits begun, what was never used."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from typing import Final

from inkquilt.using_up.things import StashKind, StashThing
from inkquilt.wording import counted

#: What came later than this many days ago is not told as never used: there was hardly time. Common practice, no source.
SETTLED: Final = timedelta(days=60)


def longest_lying(things: Sequence[StashThing]) -> tuple[StashThing, ...]:
    """Return what is left, what was not touched the longest first; what never runs out, like a stamp, is not told."""
    there = [thing for thing in things if thing.is_there and thing.left is not None]
    return tuple(sorted(there, key=lambda thing: (thing.lies_since, thing.came, thing.name.lower(), thing.number)))


def last_sheets(things: Sequence[StashThing]) -> tuple[StashThing, ...]:
    """Return liked papers of which one sheet is left, or only scraps."""
    papers = (thing for thing in things if thing.kind is StashKind.PAPER and thing.liked and thing.is_there)
    return tuple(sorted((one for one in papers if one.left in (0, 1)), key=lambda one: (one.name.lower(), one.number)))


def never_used(things: Sequence[StashThing], today: date) -> tuple[StashThing, ...]:
    """Return what is on no page and lies for a while, the oldest first."""
    found = (one for one in things if one.is_there and not one.used and one.came <= today - SETTLED)
    return tuple(sorted(found, key=lambda one: (one.came, one.name.lower(), one.number)))


@dataclass(frozen=True, slots=True)
class KitBegun:
    """A kit of which some was used: what, and what is still there."""

    name: str
    used: tuple[StashThing, ...]
    left: tuple[StashThing, ...]


def kits_begun(things: Sequence[StashThing]) -> tuple[KitBegun, ...]:
    """Return kits that were begun and of which something is left, the most used first."""
    kits: dict[str, list[StashThing]] = {}
    for thing in things:
        if thing.kit:
            kits.setdefault(thing.kit, []).append(thing)
    found = []
    for name, parts in kits.items():
        used = tuple(one for one in parts if one.used or not one.is_there)
        left = tuple(one for one in parts if one.is_there)
        if used and left:
            found.append((len(used) / len(parts), KitBegun(name, used, left)))
    return tuple(kit for _, kit in sorted(found, key=lambda one: (-one[0], one[1].name.lower())))


def lying_words(thing: StashThing, today: date) -> str:
    """Return how long a thing lies: "never used, since March 2024", "last used 3 months ago".

    >>> lying_words(StashThing(StashKind.PAPER, 1, "kraft", date(2025, 1, 5), 2), date(2026, 3, 1))
    'never used, in the stash for 1 year and 1 month'
    """
    time = time_words(thing.lies_since, today)
    if not thing.used:
        return f"never used, in the stash for {time}"
    return f"last used {time} ago" if thing.lies_since in thing.used else f"in the stash for {time}"


_YEAR: Final = 12


def time_words(day: date, today: date) -> str:
    """Return the time between two days in years and months, or days.

    >>> time_words(date(2026, 1, 31), date(2026, 2, 28)), time_words(date(2024, 1, 1), date(2026, 2, 1))
    ('28 days', '2 years and 1 month')
    """
    months = (today.year - day.year) * _YEAR + today.month - day.month - (today.day < day.day)
    if months < 1:
        return counted(max(0, (today - day).days), "day")
    years, rest = divmod(months, _YEAR)
    return " and ".join(counted(number, word) for number, word in ((years, "year"), (rest, "month")) if number)
