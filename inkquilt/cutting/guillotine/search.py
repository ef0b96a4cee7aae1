"""Looking for a plan on given sheets that holds every piece: blocks grown from below, strips peeled from above.

Several *tracks* take turns, each allowing its blocks another waste: a strict one
sees far with few blocks, a lenient one finds what wastes a little everywhere. A
track whose blocks are all there, and were all tried, is a proof that there is no
such plan.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from enum import Enum, auto
from typing import Final

import numpy as np

from inkquilt.cutting.guillotine.blocks import MOST_BITS, Allowance, Kinds, Pool, grown, named, single_pieces
from inkquilt.cutting.guillotine.peel import Effort, Peeling
from inkquilt.cutting.guillotine.values import SheetLayout, Stock, Wanted
from inkquilt.cutting.guillotine.work import Meter
from inkquilt.sketch.model import Size

#: Waste a block may have, in hundredths of the share that all sheets together have to spare.
_TRACKS: Final = (60, 120, 250, 500)
#: A track that may waste as much as there is to spare.
_ANY: Final = 1000
#: With no more sets of pieces than this all blocks are grown first.
_FEW_SETS: Final = 4_000
#: Units of work of a sheet that is filled, and how many blocks looked through are one.
_A_SHEET: Final = 15
_BLOCKS_A_UNIT: Final = 150
#: Blocks kept at each growth, and how far to look, from quick to thorough.
_STAGES: Final = (
    (300, Effort(100, 4, 0.0, 0)),
    (800, Effort(300, 8, 0.01, 1)),
    (2_000, Effort(1_000, 16, 0.01, 2)),
    (5_000, Effort(4_000, 40, 0.01, 3)),
    (12_000, Effort(50_000, 1_000_000, 0.0, 4)),
)


class Verdict(Enum):
    """What a search came to."""

    FOUND = auto()
    IMPOSSIBLE = auto()
    GAVE_UP = auto()


@dataclass(frozen=True, slots=True)
class SearchResult:
    """Layouts when there are any."""

    verdict: Verdict
    layouts: tuple[SheetLayout, ...] = ()


def can_search(pieces: Sequence[Wanted]) -> bool:
    """Tell whether there are few enough pieces for the search."""
    return Kinds(pieces).bits <= MOST_BITS


def is_soon_settled(pieces: Sequence[Wanted]) -> bool:
    """Tell whether so many pieces are alike that all blocks of them are soon grown."""
    return math.prod(len(members) + 1 for members in Kinds(pieces).members) * 2 <= _FEW_SETS


def search(pieces: Sequence[Wanted], stocks: Sequence[Stock], meter: Meter) -> SearchResult:
    """Lay all pieces on these sheets and scraps, each of them one piece of paper. Small ones are filled first."""
    kinds = Kinds(pieces)
    if not pieces:
        return SearchResult(Verdict.FOUND)
    usable = sorted((s for s in stocks if any(p.fits(s.size) for p in pieces)), key=lambda s: s.area)
    spare = sum(stock.area for stock in usable) - kinds.area(kinds.everything)
    if spare < 0 or any(not any(p.fits(s.size) for s in usable) for p in pieces):
        return SearchResult(Verdict.IMPOSSIBLE)
    if (known := _all_blocks(kinds, usable, spare, meter)).verdict is not Verdict.GAVE_UP:
        return known
    total = sum(stock.area for stock in usable)
    strict = sorted({min(_ANY, 1 + spare * share * 10 // total) for share in _TRACKS} | {_ANY}) if spare else [0]
    tracks = [_track(kinds, usable, Allowance(spare, thousandths), meter) for thousandths in strict]
    while tracks:
        for track in list(tracks):
            found = next(track, None)
            if found is None:
                tracks.remove(track)
            elif found.verdict is not Verdict.GAVE_UP:
                return found
            if meter.is_spent():
                return SearchResult(Verdict.GAVE_UP)
    return SearchResult(Verdict.GAVE_UP)


def _all_blocks(kinds: Kinds, stocks: Sequence[Stock], spare: int, meter: Meter) -> SearchResult:
    """With many equal pieces there are few blocks: all of them are soon grown, and that settles it."""
    if math.prod(len(members) + 1 for members in kinds.members) > _FEW_SETS:
        return SearchResult(Verdict.GAVE_UP)
    largest = _largest(stocks)
    pool, since = single_pieces(kinds, largest), 0
    while since < pool.size:
        since, pool = pool.size, grown(pool, since, largest, Allowance(spare, _ANY), _FEW_SETS, 0, meter)
        if not pool.complete or meter.is_spent():
            return SearchResult(Verdict.GAVE_UP)
    return _WholeSheets(pool, stocks, meter).run()


def _largest(stocks: Sequence[Stock]) -> Size:
    return Size(max(s.size.width for s in stocks), max(s.size.height for s in stocks))


def _track(kinds: Kinds, stocks: Sequence[Stock], allowed: Allowance, meter: Meter) -> Iterator[SearchResult]:
    """Grow blocks and peel after each growth; begin again with more blocks where too many had to be left out."""
    largest = _largest(stocks)
    for most, effort in _STAGES:
        pool, since = single_pieces(kinds, largest), 0
        while since < pool.size:
            since, pool = pool.size, grown(pool, since, largest, allowed, most, effort.seed, meter)
            everything = pool.complete and pool.size == since and allowed.thousandths in (0, _ANY)
            if everything:
                yield _WholeSheets(pool, stocks, meter).run()
                return
            layouts = Peeling(pool, stocks, effort, meter).run()
            if layouts is not None:
                yield SearchResult(Verdict.FOUND, tuple(layouts))
                return
            yield SearchResult(Verdict.GAVE_UP)


class _WholeSheets:
    """Where every block there can be is known, each sheet is one block: which of them, is all that is left to ask."""

    def __init__(self, pool: Pool, stocks: Sequence[Stock], meter: Meter) -> None:
        self._pool = pool
        self._stocks = stocks
        self._meter = meter
        self._gave_up = False
        self._dead: set[tuple[int, int]] = set()
        self._chosen: list[tuple[Stock, int]] = []
        self._fitting = [
            np.flatnonzero(pool.alive & (pool.width <= s.size.width) & (pool.height <= s.size.height)) for s in stocks
        ]

    def run(self) -> SearchResult:
        """Return layouts, or that there are none."""
        kinds = self._pool.kinds
        spare = sum(stock.area for stock in self._stocks) - kinds.area(kinds.everything)
        if not self._fill(0, kinds.everything, spare):
            return SearchResult(Verdict.GAVE_UP if self._gave_up else Verdict.IMPOSSIBLE)
        used: dict[int, int] = {}
        return SearchResult(
            Verdict.FOUND,
            tuple(
                SheetLayout(stock, tuple(named(kinds, self._pool.spots(block, 0, 0), used)))
                for stock, block in self._chosen
            ),
        )

    def _fill(self, number: int, left: int, spare: int) -> bool:
        if left == 0:
            return True
        if number == len(self._stocks) or (number, left) in self._dead:
            return False
        if self._meter.is_spent():
            self._gave_up = True
            return False
        stock, pool = self._stocks[number], self._pool
        fitting = self._fitting[number]
        self._meter.spend(_A_SHEET + len(fitting) // _BLOCKS_A_UNIT)
        fitting = fitting[(pool.filled[fitting] >= stock.area - spare) & pool.kinds.within(pool.held[fitting], left)]
        for block in fitting[np.argsort(-pool.filled[fitting], kind="stable")]:
            self._chosen.append((stock, int(block)))
            waste = stock.area - int(pool.filled[block])
            if self._fill(number + 1, left - int(pool.held[block]), spare - waste):
                return True
            self._chosen.pop()
        if stock.area <= spare and self._fill(number + 1, left, spare - stock.area):
            return True
        self._dead.add((number, left))
        return False
