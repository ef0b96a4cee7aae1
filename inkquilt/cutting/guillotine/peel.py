"""Filling sheets from above: strips as wide or as high as the rest of a sheet are taken off it one by one.

Every strip is a block from the pool. What the search may waste is known from the
start, as all sheets and all pieces are given; a rest with the same pieces still to
place is looked at once only.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final, NamedTuple

import numpy as np

from inkquilt.cutting.guillotine.blocks import Ints, Pool, named
from inkquilt.cutting.guillotine.values import Placed, Rect, SheetLayout, Stock
from inkquilt.cutting.guillotine.work import Meter

#: Units of work of a rest that is looked at, and how many blocks looked through are one.
_A_REST: Final = 85
_BLOCKS_A_UNIT: Final = 20


class _Strip(NamedTuple):
    """A block laid at the rest's top left; the cut runs level below it or upright right of it."""

    block: int
    level: bool


class _Laid(NamedTuple):
    sheet: int
    x: int
    y: int
    block: int


@dataclass(frozen=True, slots=True)
class Effort:
    """How far to look: rests looked at, strips tried at each, and how much chance there is in their order."""

    rests: int
    strips: int
    noise: float
    seed: int


class Peeling:
    """One search through one pool, as far as the effort goes."""

    def __init__(self, pool: Pool, stocks: Sequence[Stock], effort: Effort, meter: Meter) -> None:
        self.pool = pool
        self.stocks = stocks
        self.effort = effort
        self.meter = meter
        self._dead: set[tuple[int, int, int, int]] = set()
        self._laid: list[_Laid] = []
        self._looks = effort.rests
        self._random = np.random.default_rng(effort.seed)
        self._sets = np.unique(pool.held)
        self._misfits: dict[tuple[int, int, int], int] = {}

    def run(self) -> list[SheetLayout] | None:
        """Return layouts that hold all pieces, or None."""
        kinds = self.pool.kinds
        total = sum(stock.area for stock in self.stocks)
        spare = total - kinds.area(kinds.everything)
        if spare < 0 or not self._sheet(0, kinds.everything, spare):
            return None
        return self._layouts()

    # -- the search --------------------------------------------------------------------

    def _sheet(self, number: int, left: int, spare: int) -> bool:
        """Go on with the next sheet."""
        if left == 0:
            return True
        if number == len(self.stocks):
            return False
        size = self.stocks[number].size
        pool = self.pool
        usable = np.flatnonzero(
            pool.alive & (pool.width <= size.width) & (pool.height <= size.height) & pool.kinds.within(pool.held, left)
        )
        return self._rest(number, Rect(0, 0, size.width, size.height), left, spare, usable)

    def _rest(self, number: int, rest: Rect, left: int, spare: int, usable: Ints) -> bool:
        """Fill the rest of a sheet and then those after it, with so much area to spare."""
        if left == 0:
            return True
        if left & self._misfit(number, rest.width, rest.height):
            return False
        key = (number, rest.width, rest.height, left)
        if key in self._dead:
            return False
        if self._looks <= 0 or self.meter.is_spent():
            return False
        self._looks -= 1
        self.meter.spend(_A_REST + len(usable) // _BLOCKS_A_UNIT)
        pool = self.pool
        held, width, height = pool.held[usable], pool.width[usable], pool.height[usable]
        fine = (width <= rest.width) & (height <= rest.height) & pool.kinds.within(held, left)
        usable, held, width, height = usable[fine], held[fine], width[fine], height[fine]
        for strip in self._strips(rest, spare, usable, width, height, held, left):
            if self._taken(number, rest, left, spare, usable, strip):
                return True
        if rest.area <= spare and self._sheet(number + 1, left, spare - rest.area):
            return True
        if self._looks > 0:
            self._dead.add(key)
        return False

    def _misfit(self, number: int, width: int, height: int) -> int:
        """Return the set of all pieces that fit neither in this rest nor on a later sheet."""
        key = (number, width, height)
        known = self._misfits.get(key)
        if known is None:
            kinds = self.pool.kinds
            places = [(width, height), *((s.size.width, s.size.height) for s in self.stocks[number + 1 :])]
            known = 0
            for kind, members in enumerate(kinds.members):
                fits = any(s.width <= w and s.height <= h for s in members[0].stances for w, h in places)
                if not fits:
                    known |= kinds.field(kind)
            self._misfits[key] = known
        return known

    def _strips(
        self, rest: Rect, spare: int, usable: Ints, width: Ints, height: Ints, held: Ints, left: int
    ) -> list[_Strip]:
        """Return the strips to try: those that leave one other block, then the least wasteful, larger first."""
        last = np.flatnonzero(held == left)
        if len(last):
            return [_Strip(int(usable[last[0]]), True)]
        inner = width * height - self.pool.filled[usable]
        waste = np.concatenate([inner + (rest.width - width) * height, inner + (rest.height - height) * width])
        area = np.concatenate([rest.width * height, rest.height * width])
        tried = np.flatnonzero(waste <= spare)
        count = len(usable)
        after = left - held[tried % count] if count else held
        place = np.searchsorted(self._sets, after)
        leaves_one = self._sets[np.minimum(place, len(self._sets) - 1)] == after
        share = waste[tried] / area[tried]
        if self.effort.noise:
            share = share + self.effort.noise * self._random.random(len(tried))
        order = tried[np.lexsort((-area[tried], share, ~leaves_one))][: self.effort.strips]
        return [_Strip(int(usable[spot % count]), bool(spot < count)) for spot in order]

    def _taken(self, number: int, rest: Rect, left: int, spare: int, usable: Ints, strip: _Strip) -> bool:
        """Take a strip off and go on with what is left."""
        pool = self.pool
        width, height = int(pool.width[strip.block]), int(pool.height[strip.block])
        filled = int(pool.filled[strip.block])
        if strip.level:
            after = Rect(rest.x, rest.y + height, rest.width, rest.height - height)
            waste = rest.width * height - filled
        else:
            after = Rect(rest.x + width, rest.y, rest.width - width, rest.height)
            waste = width * rest.height - filled
        self._laid.append(_Laid(number, rest.x, rest.y, strip.block))
        remaining = left - int(pool.held[strip.block])
        if self._rest(number, after, remaining, spare - waste, usable):
            return True
        self._laid.pop()
        return False

    def _layouts(self) -> list[SheetLayout]:
        used: dict[int, int] = {}
        placed: list[list[Placed]] = [[] for _ in self.stocks]
        for laid in self._laid:
            placed[laid.sheet].extend(named(self.pool.kinds, self.pool.spots(laid.block, laid.x, laid.y), used))
        return [SheetLayout(stock, tuple(on)) for stock, on in zip(self.stocks, placed, strict=True) if on]
