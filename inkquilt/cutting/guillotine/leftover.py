"""The largest single leftover there can be on a number of equal sheets, where few kinds of pieces make that exact.

What has to be found is better than a plan that is known, and that says how little may
be wasted: all that is spare, less the leftover that is to be beaten. With so little
waste there are few blocks. On the sheet with the leftover they are peeled off strip by
strip, and what cannot be peeled any more is left; the other pieces must fit on the
sheets that remain.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from heapq import heappop, heappush
from typing import Final, NamedTuple

import numpy as np

from inkquilt.cutting.guillotine.blocks import MOST_BITS, Allowance, Ints, Kinds, Pool, grown, named, single_pieces
from inkquilt.cutting.guillotine.values import Placed, Rect, SheetLayout, Stock, Wanted
from inkquilt.cutting.guillotine.work import Meter
from inkquilt.lengths import Grains

#: With more blocks it takes longer than the usual search finds something.
_MOST_BLOCKS: Final = 6_000
#: Waste and fill are weighed in so many parts of a sheet.
_FINENESS: Final = 10_000
_MOST_SHEETS: Final = 3
#: Waste is not looked at in parts: what is spare in all says enough.
_ANY: Final = 1000
#: Units of work of a rest that is looked at and of a set that is split, and how many blocks looked through are one.
_A_REST: Final = 30
_A_SPLIT: Final = 100
_BLOCKS_A_UNIT: Final = 50


class _Rest(NamedTuple):
    """What is left of the sheet after the pieces of a set are peeled off; ``before`` is the rest it comes from."""

    held: int
    width: Grains
    height: Grains
    x: Grains
    y: Grains
    before: int
    block: int

    @property
    def area(self) -> int:
        return self.width * self.height


@dataclass(frozen=True, slots=True)
class Largest:
    """``layouts`` leave more than was known; ``proven`` when nothing leaves more than they, or than was known."""

    layouts: tuple[SheetLayout, ...] = ()
    proven: bool = True


def largest_leftover(pieces: Sequence[Wanted], sheet: Stock, count: int, known: int, meter: Meter) -> Largest | None:
    """Return a plan on ``count`` such sheets that leaves the largest single part, or None when that is too much work.

    ``known`` is the area to be beaten, in square grains.
    """
    kinds = Kinds(pieces)
    spare = count * sheet.area - kinds.area(kinds.everything)
    if count > _MOST_SHEETS or kinds.bits > MOST_BITS:
        return None
    if spare <= known:
        return Largest()
    pool = _blocks(kinds, sheet, Allowance(spare - known - 1, _ANY), meter)
    return None if pool is None else _Peeled(pool, sheet, count, known, spare, meter).best()


def _blocks(kinds: Kinds, sheet: Stock, allowed: Allowance, meter: Meter) -> Pool | None:
    pool, since = single_pieces(kinds, sheet.size), 0
    while since < pool.size:
        since, pool = pool.size, grown(pool, since, sheet.size, allowed, _MOST_BLOCKS - pool.size, 0, meter)
        if meter.is_spent():
            return None
        if not pool.complete or pool.size >= _MOST_BLOCKS:
            pool.complete = False
            break
    return pool


@dataclass
class _Peeled:
    pool: Pool
    sheet: Stock
    count: int
    known: int
    spare: int
    meter: Meter
    rests: list[_Rest] = field(default_factory=list)
    #: Per set of pieces the rests that no other is as large as both ways.
    fronts: dict[int, list[tuple[Grains, Grains]]] = field(default_factory=dict)
    #: Rests that are to be peeled on, the most promising first.
    waiting: list[tuple[int, int, int]] = field(default_factory=list)
    alive: Ints = field(init=False)
    step: int = field(init=False)
    known_others: dict[tuple[int, int], list[int] | None] = field(default_factory=dict)

    def __post_init__(self) -> None:
        self.alive = np.flatnonzero(self.pool.alive)
        self.step = max(1, self.sheet.area // _FINENESS)

    def best(self) -> Largest:
        """Look at the rests, fullest sheets first; each that is found good must be beaten by all later ones."""
        size = self.sheet.size
        everything = self.pool.kinds.everything
        self._add(_Rest(0, size.width, size.height, 0, 0, -1, -1), 0)
        found: tuple[int, list[int]] | None = None
        while self.waiting and not self.meter.is_spent():
            *_, place = heappop(self.waiting)
            rest = self.rests[place]
            self.meter.spend(_A_REST + len(self.alive) // _BLOCKS_A_UNIT)
            if rest.area <= self.known:
                continue
            others = self._on_others(everything - rest.held, self.count - 1)
            if others is not None:
                self.known, found = rest.area, (place, others)
            self._peel(place)
        layouts = tuple(self._layouts(*found)) if found else ()
        return Largest(layouts, self.pool.complete and not self.waiting)

    def _add(self, rest: _Rest, filled: int) -> None:
        wasted = self.sheet.area - filled - rest.area
        heappush(self.waiting, (wasted // self.step - filled // self.step, wasted, len(self.rests)))
        self.rests.append(rest)

    def _peel(self, place: int) -> None:
        """Add all rests worth having that one block less leaves."""
        rest, pool = self.rests[place], self.pool
        some = self.alive[pool.kinds.within(pool.held[self.alive], pool.kinds.everything - rest.held)]
        some = some[(pool.width[some] <= rest.width) & (pool.height[some] <= rest.height)]
        self._take(place, some)

    def _take(self, place: int, blocks: Ints) -> None:
        """Peel blocks off a rest, each level and upright, where enough is left and little is wasted."""
        rest, pool = self.rests[place], self.pool
        filled = pool.kinds.area(rest.held) + pool.filled[blocks]
        for level in (True, False):
            width = rest.width - (0 if level else pool.width[blocks])
            height = rest.height - (pool.height[blocks] if level else 0)
            area = width * height
            fine = (area > self.known) & (self.sheet.area - filled - area < self.spare - self.known)
            for block in blocks[fine]:
                high, wide = int(pool.height[block]), int(pool.width[block])
                held = rest.held + int(pool.held[block])
                after = (
                    _Rest(held, rest.width, rest.height - high, rest.x, rest.y + high, place, int(block))
                    if level
                    else _Rest(held, rest.width - wide, rest.height, rest.x + wide, rest.y, place, int(block))
                )
                if self._is_new(after):
                    self._add(after, pool.kinds.area(held))

    def _is_new(self, rest: _Rest) -> bool:
        front = self.fronts.setdefault(rest.held, [])
        if any(width >= rest.width and height >= rest.height for width, height in front):
            return False
        front[:] = [one for one in front if one[0] > rest.width or one[1] > rest.height]
        front.append((rest.width, rest.height))
        return True

    def _on_others(self, held: int, count: int) -> list[int] | None:
        """Return a block for each of the other sheets, so that they hold a set together."""
        if held == 0:
            return []
        if count == 0:
            return None
        if (held, count) not in self.known_others:
            self.known_others[held, count] = self._split(held, count)
        return self.known_others[held, count]

    def _split(self, held: int, count: int) -> list[int] | None:
        pool = self.pool
        whole = np.flatnonzero(pool.alive & (pool.held == held))
        if len(whole):
            return [int(whole[0])]
        if count == 1:
            return None
        parts = np.flatnonzero(pool.alive & pool.kinds.within(pool.held, held))
        self.meter.spend(_A_SPLIT + pool.size // _BLOCKS_A_UNIT)
        for part in parts[np.argsort(-pool.filled[parts], kind="stable")]:
            rest = self._on_others(held - int(pool.held[part]), count - 1)
            if rest is not None:
                return [int(part), *rest]
        return None

    def _layouts(self, place: int, others: Sequence[int]) -> Iterator[SheetLayout]:
        used: dict[int, int] = {}
        peeled: list[Placed] = []
        last = self.rests[place]
        free = Rect(last.x, last.y, last.width, last.height)
        while self.rests[place].before >= 0:
            rest = self.rests[place]
            before = self.rests[rest.before]
            peeled += named(self.pool.kinds, self.pool.spots(rest.block, before.x, before.y), used)
            place = rest.before
        if peeled:
            yield SheetLayout(self.sheet, tuple(peeled), free)
        for block in others:
            yield SheetLayout(self.sheet, tuple(named(self.pool.kinds, self.pool.spots(block, 0, 0), used)))
