"""Events: days on which photos were taken, those that follow one another belonging together.

A *group* that photos were put in belongs together whatever the days. That a day without a photo ends an event is common
practice, no source.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date, timedelta
from typing import Final

#: Photos of the next day still belong to it: evenings go on.
_NEXT: Final = timedelta(days=1)


@dataclass(frozen=True, slots=True)
class DatedPhoto:
    """A photo by its number, the day it was taken, and the group it was put in, if any."""

    number: int
    day: date
    group: str = ""


@dataclass(frozen=True, slots=True)
class Event:
    """Days whose photos belong together; ``name`` is that of the group most of them are in."""

    first: date
    last: date
    photos: tuple[int, ...]
    name: str = ""


def events_of(photos: Iterable[DatedPhoto]) -> tuple[Event, ...]:
    """Return the events of photos, the earliest first."""
    rest = sorted(photos, key=lambda one: (one.day, one.number))
    groups: dict[str, list[DatedPhoto]] = {}
    for photo in rest:
        if photo.group:
            groups.setdefault(photo.group, []).append(photo)
    found = [_event(group) for group in groups.values()]
    run: list[DatedPhoto] = []
    for photo in (one for one in rest if not one.group):
        if run and photo.day - run[-1].day > _NEXT:
            found.append(_event(run))
            run = []
        run.append(photo)
    if run:
        found.append(_event(run))
    return tuple(sorted(found, key=lambda one: (one.first, one.last, one.photos)))


def _event(photos: list[DatedPhoto]) -> Event:
    named = Counter(photo.group for photo in photos if photo.group).most_common(1)
    name = named[0][0] if named else ""
    return Event(photos[0].day, photos[-1].day, tuple(photo.number for photo in photos), name)


MONTHS: Final = (
    "January", "February", "March", "April", "May", "June", "July", "August", "September", "October", "November",
    "December",
)  # fmt: skip


def day_words(first: date | None, last: date | None) -> str:
    """Return days in words: "14 June 2026", "30 June to 2 July 2026"."""
    if first is None:
        return ""
    if last is None or last == first:
        return f"{first.day} {MONTHS[first.month - 1]} {first.year}"
    end = f"{last.day} {MONTHS[last.month - 1]} {last.year}"
    if first.year != last.year:
        return f"{first.day} {MONTHS[first.month - 1]} {first.year} to {end}"
    if first.month != last.month:
        return f"{first.day} {MONTHS[first.month - 1]} to {end}"
    return f"{first.day} to {end}"
