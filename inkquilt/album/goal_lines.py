"""A goal entered in one line, as people say it: ``one page about myself a month``, ``every school year of Ada``."""

from __future__ import annotations

import re
from calendar import monthrange
from datetime import date
from typing import Final

from inkquilt.album.goals import Every, Goal
from inkquilt.errors import CoreError
from inkquilt.photos.events import MONTHS

_NUMBERS: Final = {
    "a": 1, "an": 1, "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8, "nine": 9,
    "ten": 10, "eleven": 11, "twelve": 12,
}  # fmt: skip
_MOST_PAGES: Final = 500
_EVERY: Final = (
    (r"(?:an?|each|every|per|the) school ?years?|school ?years?", Every.SCHOOL_YEAR),
    (r"(?:an?|each|every|per) (?:quarter|season)|quarterly", Every.QUARTER),
    (r"(?:an?|each|every|per) week|weekly", Every.WEEK),
    (r"(?:an?|each|every|per) month|monthly", Every.MONTH),
    (r"(?:an?|each|every|per) year|yearly", Every.YEAR),
)
_COUNT: Final = re.compile(rf"\b(\d+|{'|'.join(_NUMBERS)}) pages?\b")
_MONTH: Final = "|".join(f"{name.lower()}|{name[:3].lower()}" for name in MONTHS)
_DAY: Final = rf"(?:(?P<m{{0}}>{_MONTH})\.? )?(?P<y{{0}}>\d{{{{4}}}})"
_TIME: Final = re.compile(
    rf"\b(?:since|from) {_DAY.format(1)}(?: (?:to|until|till) {_DAY.format(2)})?\b"
    rf"|\b(?:until|till|by) {_DAY.format(3)}\b|\b(?:in|of) {_DAY.format(4)}\b"
)
_SMALL: Final = frozenset({
    "about", "of", "on", "with", "for", "the", "a", "an", "and", "page", "pages", "all", "every", "each", "per",
    "to", "in", "my", "our", "from", "since", "some", "something",
})  # fmt: skip


class UnreadableGoal(CoreError):
    """A line that says no goal."""

    code = "unreadable-goal"

    def __init__(self, line: str, why: str) -> None:
        self.line = line
        super().__init__(
            f"“{line[:60]}”: {why} These would do: one page about myself a month; every school year of Ada since 2019; "
            "12 pages of the bees in 2026."
        )


def read_goal(line: str) -> Goal:
    """Read one line. Raises ``UnreadableGoal`` where it says neither how often nor how many, or about nothing."""
    text = " ".join(line.split())
    rest = text.lower()
    counted = _COUNT.search(rest)
    count = 1
    if counted is not None:
        count = _NUMBERS.get(counted[1]) or int(counted[1])
        rest = _without(rest, counted)
    if not 1 <= count <= _MOST_PAGES:
        raise UnreadableGoal(text, f"it can be 1 to {_MOST_PAGES} pages.")
    every, rest = _how_often(rest)
    since, until, rest = _when(text, rest)
    about = [word for word in re.findall(r"[^\W_]+", rest) if word not in _SMALL]
    if every is Every.SCHOOL_YEAR:
        about.insert(0, "school")
    if every is None and counted is None:
        raise UnreadableGoal(text, "how many pages, or how often?")
    if not about:
        raise UnreadableGoal(text, "pages about what, or whom?")
    return Goal(count, every or Every.ONCE, tuple(dict.fromkeys(about)), since, until)


def _without(text: str, found: re.Match[str]) -> str:
    return " ".join(f"{text[: found.start()]} {text[found.end() :]}".split())


def _how_often(rest: str) -> tuple[Every | None, str]:
    for pattern, every in _EVERY:
        found = re.search(rf"\b(?:{pattern})\b", rest)
        if found is not None:
            return every, _without(rest, found)
    return None, rest


def _when(line: str, rest: str) -> tuple[date | None, date | None, str]:
    """Return the first and the last day that are said, and what is left of the line."""
    found = _TIME.search(rest)
    if found is None:
        return None, None, rest
    said = found.groupdict()
    since = _first_day(said["m1"], said["y1"] or "") or _first_day(said["m4"], said["y4"] or "")
    until = next((day for n in "234" if (day := _last_day(said[f"m{n}"], said[f"y{n}"] or ""))), None)
    if since is not None and until is not None and until < since:
        raise UnreadableGoal(line, "it ends before it begins.")
    return since, until, _without(rest, found)


def _number(month: str) -> int:
    return next(number for number, name in enumerate(MONTHS, start=1) if name.lower().startswith(month))


def _first_day(month: str | None, year: str) -> date | None:
    return date(int(year), _number(month) if month else 1, 1) if year.strip("0") else None


def _last_day(month: str | None, year: str) -> date | None:
    if not year.strip("0"):
        return None
    number = _number(month) if month else len(MONTHS)
    return date(int(year), number, monthrange(int(year), number)[1])
