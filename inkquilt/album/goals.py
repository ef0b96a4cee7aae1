"""Goals: so many pages of something in every month, year or school year, and where they are missing."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from datetime import date, timedelta
from enum import Enum
from typing import Final

from inkquilt.photos.events import MONTHS

#: So many times are looked back at most.
MOST_TIMES: Final = 240
#: School years begin in August or September; a day in August belongs to the coming one. Common practice, no source.
SCHOOL_MONTH: Final = 8
_QUARTER: Final = 3


class Every(Enum):
    """How often pages are meant to be made; ``ONCE`` counts all of them together."""

    WEEK = "week"
    MONTH = "month"
    QUARTER = "quarter"
    YEAR = "year"
    SCHOOL_YEAR = "school year"
    ONCE = "once"


@dataclass(frozen=True, slots=True)
class Goal:
    """So many pages about something, every so often, from the first day to the last that were said, if any."""

    count: int
    every: Every
    about: tuple[str, ...]
    since: date | None = None
    until: date | None = None


@dataclass(frozen=True, slots=True)
class Span:
    """A week, month or year: its days, and what it is called."""

    first: date
    last: date
    words: str


@dataclass(frozen=True, slots=True)
class Reached:
    """How many pages a span has of those it wants; ``is_open`` while it is not over."""

    span: Span
    have: int
    want: int
    is_open: bool

    @property
    def missing(self) -> int:
        """How many pages it still wants."""
        return max(0, self.want - self.have)


def begin_of(goal: Goal, said: date, oldest: date | None) -> date:
    """Return where a goal begins that does not say since when: as it was ``said``, or with the ``oldest`` photo.

    Years at school are over when one thinks of them; a page a month begins with the month it is wished in. Common
    practice, no source.
    """
    if goal.every is Every.SCHOOL_YEAR and oldest is not None:
        return min(said, oldest)
    return said


def reached(goal: Goal, days: Iterable[date], begin: date, today: date) -> tuple[Reached, ...]:
    """Return every span of a goal with how many of the pages, told by their days, lie in it, the earliest first.

    ``begin`` is where a goal begins that does not say since when; the latest ``MOST_TIMES`` are told.
    """
    told = sorted(days)
    first = goal.since or min([begin, *told[:1]])
    last = min(goal.until or today, today) if goal.every is not Every.ONCE else goal.until or today
    spans = list(_spans(goal.every, first, max(first, last)))[-MOST_TIMES:]
    if goal.every is Every.ONCE:
        spans = [Span(first, date.max if goal.until is None else goal.until, "in all")]
    return tuple(
        Reached(span, sum(span.first <= day <= span.last for day in told), goal.count, span.last >= today)
        for span in spans
    )


def _spans(every: Every, first: date, last: date) -> Iterator[Span]:
    at = _begin(every, first)
    while at <= last:
        after = _next(every, at)
        yield Span(at, after - timedelta(days=1), _words(every, at))
        at = after


def _begin(every: Every, day: date) -> date:
    match every:
        case Every.WEEK:
            return day - timedelta(days=day.weekday())
        case Every.MONTH:
            return day.replace(day=1)
        case Every.QUARTER:
            return day.replace(month=(day.month - 1) // _QUARTER * _QUARTER + 1, day=1)
        case Every.SCHOOL_YEAR:
            return date(day.year - (day.month < SCHOOL_MONTH), SCHOOL_MONTH, 1)
        case _:
            return date(day.year, 1, 1)


def _next(every: Every, begin: date) -> date:
    match every:
        case Every.WEEK:
            return begin + timedelta(days=7)
        case Every.MONTH:
            return _months_on(begin, 1)
        case Every.QUARTER:
            return _months_on(begin, _QUARTER)
        case _:
            return begin.replace(year=begin.year + 1)


def _months_on(begin: date, months: int) -> date:
    number = begin.year * 12 + begin.month - 1 + months
    return date(number // 12, number % 12 + 1, 1)


def _words(every: Every, begin: date) -> str:
    match every:
        case Every.WEEK:
            return f"week of {begin.day} {MONTHS[begin.month - 1]} {begin.year}"
        case Every.MONTH:
            return f"{MONTHS[begin.month - 1]} {begin.year}"
        case Every.QUARTER:
            return f"{MONTHS[begin.month - 1]} to {MONTHS[begin.month + 1]} {begin.year}"
        case Every.SCHOOL_YEAR:
            return f"school year {begin.year}/{(begin.year + 1) % 100:02}"
        case _:
            return f"{begin.year}"
