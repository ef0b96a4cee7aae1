"""How much work a plan may take: counted, not timed, so that a plan is the same on every machine.

What a step counts was fitted to the times that steps take (``python -m bench.work`` measures how well). It may count
somewhat too much or too little: that only makes a plan a little quicker or slower, never another one.
"""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from typing import Final, Protocol

#: Units of work that one core of a small machine does in a second, when others work beside it.
PER_SECOND: Final = 1_500_000


class Meter(Protocol):
    """What a search asks: it says what it did, and is told whether that was all it may."""

    def spend(self, units: int) -> None:
        """Count so much work."""

    def is_spent(self) -> bool:
        """Tell whether there is no more."""


@dataclass(slots=True)
class Work:
    """A budget of work, and how much of it is used."""

    most: int
    used: int = 0

    @classmethod
    def of_seconds(cls, seconds: float) -> Work:
        """Return the work of so many seconds of a small machine."""
        return cls(round(seconds * PER_SECOND))

    @property
    def left(self) -> int:
        """What is not used yet."""
        return max(0, self.most - self.used)

    def spend(self, units: int) -> None:
        """Count so much work."""
        self.used += units

    def is_spent(self) -> bool:
        """Tell whether all of it is used."""
        return self.used >= self.most

    @contextmanager
    def share(self, among: int) -> Iterator[Work]:
        """Give one of so many its equal share of what is left; what it used is used here."""
        own = Work(self.left // among)
        yield own
        self.spend(own.used)

    def part(self, share: float) -> Part:
        """Return the same budget, up to a share of it."""
        return Part(self, share)


@dataclass(frozen=True, slots=True)
class Part:
    """A share of a budget, counted from its beginning."""

    whole: Work
    share: float

    def spend(self, units: int) -> None:
        """Count so much work."""
        self.whole.spend(units)

    def is_spent(self) -> bool:
        """Tell whether that share is used."""
        return self.whole.used >= self.share * self.whole.most


@dataclass(slots=True)
class Questions:
    """Ends an attempt after so many questions, or when the work is used."""

    meter: Meter
    left: int

    def spend(self, units: int) -> None:
        """Count so much work."""
        self.meter.spend(units)

    def is_spent(self) -> bool:
        """Tell whether there is no more, which is a question itself."""
        self.left -= 1
        return self.left < 0 or self.meter.is_spent()
