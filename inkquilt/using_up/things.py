"""Things of the stash as they lie there: since when, how much is left, and when some of it was used."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date
from enum import Enum


class StashKind(Enum):
    """What kind of thing it is."""

    PAPER = "paper"
    EMBELLISHMENT = "embellishment"
    LETTERS = "letters"


@dataclass(frozen=True, slots=True)
class StashThing:
    """One thing that is owned, by its kind and number.

    ``left`` is how many there are, of papers whole sheets; None never runs out. ``scraps`` are a paper's. ``used`` are
    the days of the pages it is on. ``sort`` is what it is for (a base, a dot) or shows (stripe, solid).
    """

    kind: StashKind
    number: int
    name: str
    came: date
    left: int | None
    scraps: int = 0
    used: tuple[date, ...] = ()
    liked: bool = False
    kit: str = ""
    sort: str = ""

    @property
    def lies_since(self) -> date:
        """The day since which it was not touched: when it came, or was last used."""
        return max(self.came, *self.used) if self.used else self.came

    @property
    def is_there(self) -> bool:
        """Whether some of it is left."""
        return self.left is None or self.left > 0 or self.scraps > 0
