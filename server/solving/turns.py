"""Whose turn it is: calls that wait, dealt to the processes that are idle.

What a hand waits for (live) goes first, then what is quick, then the rest; among
those of one kind the person whose turn is longest ago. One process takes quick
calls only, so that a short question never waits for the end of long ones.
"""

from collections.abc import Hashable
from dataclasses import dataclass
from typing import Final

from server.solving.limits import MOST_HEAVY_WAITING, MOST_QUICK_WAITING, MOST_WAITING, QUICK

#: A heavy call is ended for a live one so often at most, else it might never be done.
MOST_POSTPONED: Final = 2


class TooMany(Exception):
    """Too much of one person, or of all, waits already. Nothing was begun: ask again in ``seconds``."""

    code = "too-many"
    seconds = 1


@dataclass(eq=False)
class Call:
    """One call of a task, waiting or running."""

    task: str
    person: Hashable | None = None
    #: What only the newest solve counts for.
    live: Hashable | None = None
    replaced: bool = False
    #: Ended to make room for a live one; to be done again.
    postponed: bool = False
    times_postponed: int = 0
    #: Which seat it was dealt to: None while it waits.
    seat: int | None = None

    @property
    def is_quick(self) -> bool:
        """Whether somebody waits for it at the page."""
        return self.live is not None or self.task in QUICK


class Turns:
    """Who waits and who sits where. Not safe among threads by itself: the pool holds its lock."""

    def __init__(self, seats: int) -> None:
        self.seats: list[Call | None] = [None] * seats
        self.waiting: list[Call] = []
        self._served: dict[Hashable, int] = {}
        self._turn = 0

    def join(self, call: Call) -> list[Call]:
        """Put a call in line; returns those it replaces. Raises ``TooMany``."""
        older = [one for one in self._all() if call.live is not None and one.live == call.live and not one.replaced]
        for one in older:
            one.replaced = True
        self.waiting = [one for one in self.waiting if not one.replaced]
        if call.person is not None:
            mine = [one for one in self.waiting if one.person == call.person and one.is_quick == call.is_quick]
            if len(mine) >= (MOST_QUICK_WAITING if call.is_quick else MOST_HEAVY_WAITING):
                raise TooMany
            if len(self.waiting) >= MOST_WAITING:
                raise TooMany
        self.waiting.append(call)
        return older

    def again(self, call: Call) -> None:
        """Put a call that was begun back in line, before those that came after it."""
        call.seat = None
        self.waiting.insert(0, call)

    def leave(self, call: Call) -> None:
        """Take a call out of the line, or off its seat."""
        if call in self.waiting:
            self.waiting.remove(call)
        if call.seat is not None and self.seats[call.seat] is call:
            self.seats[call.seat] = None
        call.seat = None

    def deal(self) -> bool:
        """Give every idle seat to whose turn it is; tells whether any was given."""
        given = False
        # The seat for quick calls first, so that these leave the others to the heavy ones.
        for seat, sitting in enumerate(self.seats):
            if sitting is not None:
                continue
            call = self._next(seat)
            if call is not None:
                self.waiting.remove(call)
                self.seats[seat], call.seat = call, seat
                self._turn += 1
                self._served[call.person] = self._turn
                given = True
        return given

    def to_postpone(self) -> Call | None:
        """Return a heavy call to end for a live one that finds no seat, if none is being ended already."""
        if not any(call.live is not None for call in self.waiting):
            return None
        sitting = [call for call in self.seats if call is not None]
        if any(call.replaced or call.postponed for call in sitting):
            return None
        may = [call for call in sitting if not call.is_quick and call.times_postponed < MOST_POSTPONED]
        return may[-1] if may else None

    def _all(self) -> list[Call]:
        return [*self.waiting, *(call for call in self.seats if call is not None)]

    def _next(self, seat: int) -> Call | None:
        quick_only = seat == 0 and len(self.seats) > 1
        may = [call for call in self.waiting if call.is_quick or not quick_only]
        running = [one.person for one in self.seats if one is not None]
        return min(
            may,
            key=lambda call: (
                call.live is None,
                not call.is_quick,
                running.count(call.person) if call.person is not None else 0,
                self._served.get(call.person, 0) if call.person is not None else 0,
                self.waiting.index(call),
            ),
            default=None,
        )
