"""Quick plans: pieces one after another into the free rectangle that suits best, then split by an edge-to-edge cut.

Free rectangles with guillotine splits after Jylanki, "A Thousand Ways to Pack the
Bin" (2010), section 3: sort orders, fit rules and split rules are all tried, as no
one of them is best. Where a piece fits nowhere a further sheet is opened: the
smallest scrap that takes it, then a new sheet.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace
from itertools import product
from typing import Final, NamedTuple

import numpy as np

from inkquilt.cutting.guillotine.values import Placed, Rect, SheetLayout, Stock, StockKind, Wanted
from inkquilt.cutting.guillotine.work import Meter
from inkquilt.sketch.model import Size

#: How often a rule is changed when an attempt is shaken.
_OTHER_RULE: Final = 0.2
#: Units of work of an attempt whatever it places, of a piece, and of each free rectangle that it is tried in.
_AN_ATTEMPT: Final = 60
_EACH: Final = 12
_EACH_LOOKED_AT: Final = 1

Order = Callable[[Wanted], tuple[int, ...]]
#: How badly a piece sits in a free rectangle, given the rectangle's width and height and the piece's.
FitRule = Callable[[int, int, int, int], int]
#: Tells whether the first cut runs upright, right of the piece.
SplitRule = Callable[[int, int, int, int], bool]


def _long(piece: Wanted) -> int:
    return max(piece.size.width, piece.size.height)


def _short(piece: Wanted) -> int:
    return min(piece.size.width, piece.size.height)


def _area(piece: Wanted) -> int:
    return piece.size.width * piece.size.height


ORDERS: Final[tuple[Order, ...]] = (
    lambda p: (-_area(p), -_long(p)),
    lambda p: (-_long(p), -_short(p)),
    lambda p: (-_short(p), -_long(p)),
    lambda p: (-_long(p) - _short(p), -_long(p)),
    lambda p: (-p.size.width, -p.size.height),
    lambda p: (-p.size.height, -p.size.width),
    lambda p: (p.may_turn, -_area(p)),
)
FIT_RULES: Final[tuple[FitRule, ...]] = (
    lambda wide, high, w, h: wide * high - w * h,
    lambda wide, high, w, h: min(wide - w, high - h),
    lambda wide, high, w, h: max(wide - w, high - h),
)
#: Each is given the free rectangle's width and height and what is left right of the piece and below it.
SPLIT_RULES: Final[tuple[SplitRule, ...]] = (
    lambda w, h, right, below: right * h >= below * w,
    lambda w, h, right, below: right * (h - below) <= below * (w - right),
    lambda w, h, right, below: right > below,
    lambda w, h, right, below: right <= below,
    lambda w, h, right, below: w > h,
    lambda w, h, right, below: w <= h,
)


@dataclass(slots=True)
class _Open:
    stock: Stock
    free: list[Rect]
    placed: list[Placed]


@dataclass(frozen=True, slots=True)
class PlacingRules:
    """How pieces are placed; with ``first_sheet`` on the first sheet that takes one, else where it sits best.

    With ``scraps_first`` all scraps lie open from the start, the smallest first; else one is opened when needed.
    """

    fit: FitRule
    split: SplitRule
    first_sheet: bool
    scraps_first: bool = False


@dataclass(frozen=True, slots=True)
class Attempt:
    """An order of the pieces with the rules to place them by."""

    pieces: tuple[Wanted, ...]
    rules: PlacingRules


@dataclass(frozen=True, slots=True)
class QuickPlan:
    """A plan without its cuts: layouts, what found no place, and the area of a part that can be left in one piece.

    ``leftover`` is that of a new sheet, or of a scrap when no new sheet is cut into.
    """

    layouts: tuple[SheetLayout, ...]
    unplaced: tuple[str, ...]
    leftover: int
    #: How it was made, when it was made by placing piece after piece.
    made_by: Attempt | None = None

    @property
    def new_sheets(self) -> int:
        """How many new sheets are opened."""
        return sum(layout.stock.kind is StockKind.SHEET for layout in self.layouts)

    @property
    def rank(self) -> tuple[int, ...]:
        """Less is better.

        Pieces left out, new sheets and their area; then what is left in one piece and
        how much is cut into as scraps. Without new sheets small scraps go before a large rest.
        """
        sheets = sum(layout.stock.area for layout in self.layouts if layout.stock.kind is StockKind.SHEET)
        scraps = sum(layout.stock.area for layout in self.layouts if layout.stock.kind is StockKind.SCRAP)
        waste = (-self.leftover, scraps) if sheets else (scraps, -self.leftover)
        return (len(self.unplaced), self.new_sheets, sheets, *waste)

    def is_fewer(self, than: QuickPlan) -> bool:
        """Tell whether it leaves out fewer pieces, or needs fewer new sheets."""
        return (len(self.unplaced), self.new_sheets) < (len(than.unplaced), than.new_sheets)


def attempts(pieces: Sequence[Wanted]) -> Iterator[Attempt]:
    """Yield every sort order with every set of rules."""
    ordered = [tuple(sorted(pieces, key=order)) for order in ORDERS]
    for first_sheet, split, order, fit in product((False, True), SPLIT_RULES, ordered, FIT_RULES):
        yield Attempt(order, PlacingRules(fit, split, first_sheet, scraps_first=first_sheet))


def shaken(attempt: Attempt, random: np.random.Generator) -> Attempt:
    """Return an attempt with a few pieces at other places of the order and now and then another rule."""
    pieces, rules = list(attempt.pieces), attempt.rules
    for _ in range(random.integers(1, 4)):
        one, other = random.integers(len(pieces), size=2)
        if random.random() < 0.5:
            pieces[one], pieces[other] = pieces[other], pieces[one]
        else:
            pieces.insert(other, pieces.pop(one))
    if random.random() < _OTHER_RULE:
        rules = replace(rules, fit=FIT_RULES[random.integers(len(FIT_RULES))])
    if random.random() < _OTHER_RULE:
        rules = replace(rules, split=SPLIT_RULES[random.integers(len(SPLIT_RULES))])
    if random.random() < _OTHER_RULE:
        rules = replace(rules, first_sheet=not rules.first_sheet)
    if random.random() < _OTHER_RULE:
        rules = replace(rules, scraps_first=not rules.scraps_first)
    return Attempt(tuple(pieces), rules)


def construct(attempt: Attempt, stocks: Sequence[Stock], meter: Meter) -> QuickPlan:
    """Place the pieces in their order."""
    rules = attempt.rules
    unopened = {stock.key: stock.count for stock in stocks}
    by_use = sorted(stocks, key=lambda s: (s.kind is StockKind.SHEET, s.area))
    opened: list[_Open] = []
    if rules.scraps_first:
        for scrap in by_use:
            if scrap.kind is StockKind.SCRAP:
                opened += [_opened(scrap) for _ in range(min(scrap.count or 0, len(attempt.pieces)))]
                unopened[scrap.key] = 0
    unplaced: list[str] = []
    looked = 0
    for piece in attempt.pieces:
        looked += sum(len(open_.free) for open_ in opened)
        if _place(piece, opened, rules):
            continue
        stock = next((s for s in by_use if unopened[s.key] != 0 and piece.fits(s.size)), None)
        if stock is None:
            unplaced.append(piece.key)
            continue
        left = unopened[stock.key]
        unopened[stock.key] = None if left is None else left - 1
        opened.append(_opened(stock))
        _place(piece, opened[-1:], rules)
    meter.spend(_AN_ATTEMPT + _EACH * len(attempt.pieces) + _EACH_LOOKED_AT * looked)
    opened = [open_ for open_ in opened if open_.placed]
    kinds = {open_.stock.kind for open_ in opened}
    kind = StockKind.SHEET if StockKind.SHEET in kinds else StockKind.SCRAP
    largest = max((free.area for open_ in opened if open_.stock.kind is kind for free in open_.free), default=0)
    layouts = tuple(SheetLayout(open_.stock, tuple(open_.placed)) for open_ in opened)
    return QuickPlan(layouts, tuple(unplaced), largest, attempt)


def _opened(stock: Stock) -> _Open:
    return _Open(stock, [Rect(0, 0, stock.size.width, stock.size.height)], [])


class _Best(NamedTuple):
    badness: int
    open: _Open
    place: int
    stance: Size


def _place(piece: Wanted, opened: Sequence[_Open], rules: PlacingRules) -> bool:
    """Put a piece into the best free rectangle of all sheets or of the first that takes it; tell if there was one."""
    best: _Best | None = None
    fit = rules.fit
    stances = [(stance, stance.width, stance.height) for stance in piece.stances]
    for open_ in opened:
        for place, (_, _, wide, high) in enumerate(open_.free):
            for stance, width, height in stances:
                if width <= wide and height <= high:
                    badness = fit(wide, high, width, height)
                    if best is None or badness < best.badness:
                        best = _Best(badness, open_, place, stance)
        if best is not None and rules.first_sheet:
            break
    if best is None:
        return False
    free = best.open.free.pop(best.place)
    best.open.placed.append(Placed(piece.key, free.x, free.y, best.stance))
    best.open.free.extend(_rests(free, best.stance, rules.split))
    return True


def _rests(free: Rect, size: Size, split: SplitRule) -> Iterator[Rect]:
    """Yield what is left of a free rectangle with a piece in its corner, in two parts."""
    right, below = free.width - size.width, free.height - size.height
    upright = split(free.width, free.height, right, below)
    if right:
        yield Rect(free.x + size.width, free.y, right, free.height if upright else size.height)
    if below:
        yield Rect(free.x, free.y + size.height, size.width if upright else free.width, below)
