"""The cut plan of one paper: quick plans at once, then fewer sheets, then a larger single leftover.

Edge-to-edge cuts only, any mix of sheets and scraps, pieces that may or may not be
turned. What is best comes in this order: no piece left out, few new sheets, their
area, the largest single leftover, scraps no larger than needed, few cuts.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, field, replace
from heapq import nsmallest
from itertools import chain, islice
from typing import Final

import numpy as np
from numpy.typing import NDArray

from inkquilt.cutting.guillotine.bounds import least_sheets
from inkquilt.cutting.guillotine.construct import Attempt, QuickPlan, attempts, construct, shaken
from inkquilt.cutting.guillotine.leftover import Largest, largest_leftover
from inkquilt.cutting.guillotine.parts import largest_part, tightened, with_cuts
from inkquilt.cutting.guillotine.search import Verdict, can_search, is_soon_settled, search
from inkquilt.cutting.guillotine.values import CutPlan, Proof, SheetLayout, Stock, StockKind, Wanted
from inkquilt.cutting.guillotine.work import Meter, Questions, Work
from inkquilt.lengths import Grains
from inkquilt.sketch.model import Size

#: Shaken quick plans between two thorough attempts.
_SHAKEN: Final = 40
#: The first plan is the best of so few; with very many pieces no more are tried at first.
_MANY: Final = 120
_FEW_ATTEMPTS: Final = 12
_SEED: Final = 7
_PROMISING: Final = 8
#: After so many rounds for each piece without anything better there is nothing better.
_FRUITLESS: Final = 40
#: After so many rounds of quick plans one thorough attempt, which is ended after so many questions.
_THOROUGH: Final = 4
_QUESTIONS: Final = 300
#: Where a search is soon settled so many shapes are asked for in turn.
_FEW_ASKED: Final = 8
#: So often such a leftover lies beside one piece only.
_BESIDE_ONE: Final = 0.5
#: Units of work of thinking of a leftover to ask for.
_A_SHAPE: Final = 110
#: So often all that is spare is asked for, however much more that is.
_ALL_OF_IT: Final = 0.3
#: So often a leftover is asked for that pieces beside it would leave.
_BESIDE_PIECES: Final = 0.75
#: So many good plans besides the best are gone on from.
_CLIMBS: Final = 3
#: The search for fewer sheets may take this part of the work; the rest is for a larger leftover.
_FEWER_PART: Final = 0.9
#: Once so much of the work is done the exact leftover is tried again.
_AGAIN: Final = 0.5
#: The first time it is given up when so much is spent.
_FIRST_EXACT: Final = 0.35
#: The key of a leftover that is asked for as if it were a piece.
_LEFTOVER: Final = "\0leftover"


def plan_cuts(pieces: Sequence[Wanted], stocks: Sequence[Stock], seconds: float = 1.0) -> CutPlan:
    """Return the best plan found with the work of so many seconds of a small machine."""
    return best_plan(pieces, stocks, Work.of_seconds(seconds))


def improving_plans(pieces: Sequence[Wanted], stocks: Sequence[Stock], seconds: float) -> Iterator[CutPlan]:
    """Yield a first plan at once and then better ones; the last says what was proven."""
    yield from _Planning(pieces, stocks, Work.of_seconds(seconds)).run()


def best_plan(pieces: Sequence[Wanted], stocks: Sequence[Stock], work: Work) -> CutPlan:
    """Return the best plan found with so much work, which is counted in ``work``."""
    *_, last = _Planning(pieces, stocks, work).run()
    return last


@dataclass
class _Planning:
    pieces: Sequence[Wanted]
    stocks: Sequence[Stock]
    work: Work
    best: QuickPlan = field(default_factory=lambda: QuickPlan((), (), 0))
    #: Good quick plans, to go on from.
    promising: list[QuickPlan] = field(default_factory=list)
    bound: int = field(init=False)
    placeable: list[Wanted] = field(init=False)
    _random: np.random.Generator = field(default_factory=lambda: np.random.default_rng(_SEED))

    def run(self) -> Iterator[CutPlan]:
        available = [stock for stock in self.stocks if stock.count != 0]
        self.placeable = [piece for piece in self.pieces if any(piece.fits(stock.size) for stock in available)]
        self.stocks = available
        self.bound = least_sheets(self.placeable, available)
        every = attempts(self.placeable)
        self._keep(construct(attempt, available, self.work) for attempt in islice(every, _FEW_ATTEMPTS))
        yield self.plan()
        if len(self.placeable) <= _MANY:
            self._keep(construct(attempt, available, self.work) for attempt in every)
        if self.placeable:
            for better in chain(self._fewer_sheets(), self._larger_leftover()):
                self.best = better
                yield self.plan()
        yield self.plan()

    def _keep(self, some: Iterable[QuickPlan]) -> None:
        """Keep the best of some plans and the one before; of promising ones it is reckoned what can be left."""
        promising = nsmallest(_PROMISING, some, key=lambda draft: draft.rank)
        self.promising = [*self.promising, *promising]
        before = [self.best] if self.best.made_by else []
        self.best = min((*before, *(_measured(one) for one in promising)), key=lambda draft: draft.rank)

    def plan(self) -> CutPlan:
        """Return the best so far with its cuts."""
        unplaceable = [p.key for p in self.pieces if p.key not in {q.key for q in self.placeable}]
        proven = not self.best.unplaced and self.best.new_sheets <= self.bound
        return CutPlan(
            tuple(with_cuts(layout) for layout in self.best.layouts),
            (*unplaceable, *self.best.unplaced),
            Proof.OPTIMAL if proven else Proof.BEST_FOUND,
            self.bound,
        )

    # -- fewer sheets ------------------------------------------------------------------

    def _fewer_sheets(self) -> Iterator[QuickPlan]:
        work = self.work.part(_FEWER_PART)
        climb = _Climb(self.best, self.stocks, self._random, work)
        searched = not can_search(self.placeable)
        while (self.best.unplaced or self.best.new_sheets > self.bound) and not work.is_spent():
            goal = self._goal()
            if goal is None:
                return
            quick = climb.fewer(_SHAKEN, self.best)
            if quick is not None:
                yield quick
            elif searched:
                emptied = self._emptied()
                if emptied is not None:
                    yield emptied
            else:
                found = search(self.placeable, goal, work)
                if found.verdict is Verdict.FOUND:
                    yield _draft(found.layouts)
                elif found.verdict is Verdict.IMPOSSIBLE and not self.best.unplaced and self._only_one_kind():
                    self.bound = self.best.new_sheets
                searched = found.verdict is not Verdict.FOUND

    def _goal(self) -> list[Stock] | None:
        """Return all scraps and one new sheet fewer than now, or all there is while pieces are left out."""
        units = [one for stock in self.stocks if stock.kind is StockKind.SCRAP for one in [stock] * (stock.count or 1)]
        sheets = sorted((s for s in self.stocks if s.kind is StockKind.SHEET), key=lambda s: -s.area)
        wanted = self.best.new_sheets if self.best.unplaced else self.best.new_sheets - 1
        for stock in sheets:
            taken = wanted if stock.count is None else min(wanted, stock.count)
            units += [stock] * taken
            wanted -= taken
        return None if wanted else units

    def _only_one_kind(self) -> bool:
        """With sheets of several sizes, those tried were the largest, which another mix need not be."""
        return sum(stock.kind is StockKind.SHEET for stock in self.stocks) <= 1

    def _emptied(self) -> QuickPlan | None:
        """With too many pieces for one search: empty one sheet by laying the pieces of a few sheets anew."""
        by_key = {piece.key: piece for piece in self.placeable}
        sheets = sorted((lay for lay in self.best.layouts if lay.stock.kind is StockKind.SHEET), key=lambda o: o.filled)
        some: list[SheetLayout] = []
        for layout in sheets:
            pieces = [by_key[p.key] for one in (*some, layout) for p in one.placed]
            if not can_search(pieces):
                break
            some.append(layout)
        if len(some) < 2:
            return None
        pieces = [by_key[p.key] for one in some for p in one.placed]
        found = search(pieces, [one.stock for one in some[:-1]], self.work)
        if found.verdict is not Verdict.FOUND:
            return None
        kept = [layout for layout in self.best.layouts if not any(layout is one for one in some)]
        return _draft([*kept, *found.layouts])

    # -- a larger leftover -------------------------------------------------------------

    def _larger_leftover(self) -> Iterator[QuickPlan]:
        """Shake the plan, and ask for a leftover as if it were a piece, until nothing larger can be."""
        starts = [one for one in self.promising if not one.unplaced and one.new_sheets <= self.best.new_sheets]
        climbs = [_Climb(start, self.stocks, self._random, self.work) for start in [self.best, *starts[-_CLIMBS:]]]
        asking = _Asking(self.placeable, self._random, self.work)
        rounds = fruitless = 0
        again = [_AGAIN, 0.0]  # a better plan leaves less to be looked at
        while self.best.layouts and not self.best.unplaced and not self.work.is_spent():
            spare = self._spare()
            if self.best.leftover >= spare:
                return
            if again and (not again[-1] or self.work.part(again[-1]).is_spent()):
                again.pop()
                exact = self._exact_leftover(1.0 if asking.soon_settled or not again else _FIRST_EXACT)
                if exact is not None and exact.layouts:
                    yield _draft(exact.layouts)
                if exact is not None and exact.proven:
                    return
            sheets = [layout.stock for layout in self.best.layouts]
            better = climbs[rounds % len(climbs)].better(_SHAKEN, self.best) or asking.quick(
                self.best, sheets, spare, _SHAKEN // 2
            )
            rounds, fruitless = rounds + 1, fruitless + 1
            if better is None and (asking.soon_settled or rounds % _THOROUGH == 0):
                better = asking.thorough(self.best, sheets, spare)
            if better is not None:
                fruitless = 0
                yield better
            if fruitless > _FRUITLESS * len(self.placeable):
                return

    def _exact_leftover(self, part: float) -> Largest | None:
        """Return the largest leftover where that is exact: few kinds of pieces, on equal new sheets alone.

        None when that is too much for this part of the work.
        """
        stocks = {layout.stock for layout in self.best.layouts}
        if self.best.unplaced or len(stocks) != 1:
            return None
        (sheet,) = stocks
        if sheet.kind is not StockKind.SHEET:
            return None
        return largest_leftover(self.placeable, sheet, len(self.best.layouts), self.best.leftover, self.work.part(part))

    def _spare(self) -> int:
        """What all sheets cut into have in common to spare: no single leftover is larger."""
        return min(
            max(layout.stock.area for layout in self.best.layouts),
            sum(layout.stock.area - layout.filled for layout in self.best.layouts),
        )


class _Climb:
    """Shakes an attempt again and again and goes on from what is no worse."""

    def __init__(self, start: QuickPlan, stocks: Sequence[Stock], random: np.random.Generator, meter: Meter) -> None:
        self._now = start
        self._meter = meter
        self._stocks = stocks
        self._random = random

    def fewer(self, tries: int, than: QuickPlan) -> QuickPlan | None:
        """Return a plan that leaves out less or needs fewer sheets, if one comes up."""
        return next((found for found in self._steps(tries) if found.is_fewer(than)), None)

    def better(self, tries: int, than: QuickPlan) -> QuickPlan | None:
        """Return a plan that is better in any way, if one comes up."""
        found = next((found for found in self._steps(tries) if found.rank < than.rank), None)
        return found and _measured(found)

    def _steps(self, tries: int) -> Iterator[QuickPlan]:
        for _ in range(tries):
            if self._now.made_by is None:
                return
            found = construct(shaken(self._now.made_by, self._random), self._stocks, self._meter)
            if found.rank <= self._now.rank:
                self._now = found
                yield found


class _Asking:
    """Plans with a larger leftover than the best has, found by asking for one as if it were a piece."""

    def __init__(self, pieces: Sequence[Wanted], random: np.random.Generator, meter: Meter) -> None:
        self._meter = meter
        self._pieces = pieces
        self._random = random
        self._base = next(attempts(pieces))
        #: Shapes that cannot be left, nor any that hold one of them.
        self._dead: list[Size] = []
        self.soon_settled = is_soon_settled(pieces)
        self._searches = can_search([*pieces, Wanted(_LEFTOVER, Size(1, 1), may_turn=False)])

    def quick(self, best: QuickPlan, sheets: Sequence[Stock], spare: int, tries: int) -> QuickPlan | None:
        """Return a better quick plan: the leftover is placed first, the pieces in a shaken order."""
        stocks = [replace(stock, key=f"{number} {stock.key}", count=1) for number, stock in enumerate(sheets)]
        for _ in range(tries):
            if best.made_by is not None:
                self._base = best.made_by
            asked = Wanted(_LEFTOVER, self._shape(best, sheets, spare, 0.3), may_turn=False)
            order = shaken(self._base, self._random)
            found = construct(replace(order, pieces=(asked, *order.pieces)), stocks, self._meter)
            if not found.unplaced:
                better = _draft(_relabelled(_without(found.layouts), sheets), made_by=order)
                if better.rank < best.rank:
                    return better
        return None

    def thorough(self, best: QuickPlan, sheets: Sequence[Stock], spare: int) -> QuickPlan | None:
        """Return a better plan that the search finds, if it may be asked for so many pieces."""
        if not self._searches:
            return None
        for _ in range(_FEW_ASKED if self.soon_settled else 1):
            asked = self._shape(best, sheets, spare, 0.6)
            if self._meter.is_spent() or self._is_hopeless(asked):
                continue
            wanted = [*self._pieces, Wanted(_LEFTOVER, asked, may_turn=False)]
            found = search(wanted, sheets, Questions(self._meter, _QUESTIONS))
            if found.verdict is Verdict.IMPOSSIBLE:
                self._dead.append(asked)
            if found.verdict is Verdict.FOUND:
                better = _draft(_without(found.layouts))
                if better.rank < best.rank:
                    return better
        return None

    def _is_hopeless(self, asked: Size) -> bool:
        return any(dead.width <= asked.width and dead.height <= asked.height for dead in self._dead)

    def _shape(self, best: QuickPlan, sheets: Sequence[Stock], spare: int, reach: float) -> Size:
        """Return a shape a little larger than the best leftover.

        Mostly one that pieces beside it and below it would leave of a sheet, else one right across.
        """
        self._meter.spend(_A_SHAPE)
        sheet = sheets[int(self._random.integers(len(sheets)))].size
        if self._random.random() < _ALL_OF_IT:
            reach = 1.0
        most = best.leftover + max(1, int((spare - best.leftover) * reach))
        single = bool(self._random.random() < _BESIDE_ONE)
        wide, high = self._rests(sheet.width, single), self._rests(sheet.height, single)
        areas = np.outer(wide, high)
        across, down = np.nonzero((areas > best.leftover) & (areas <= most))
        if len(across) and self._random.random() < _BESIDE_PIECES:
            one = self._random.integers(len(across))
            return Size(int(wide[across[one]]), int(high[down[one]]))
        area = best.leftover + max(1, int((spare - best.leftover) * reach * self._random.random()))
        if self._random.random() < 0.5:
            return Size(min(sheet.width, -(-area // sheet.height)), sheet.height)
        return Size(sheet.width, min(sheet.height, -(-area // sheet.width)))

    def _rests(self, length: Grains, single: bool) -> NDArray[np.int64]:
        """Return what none, one or (unless ``single``) two pieces leave of a length."""
        sides = np.unique([0, *(side for p in self._pieces for side in (p.size.width, p.size.height))])
        rests = length - (sides if single else np.unique(np.add.outer(sides, sides)))
        return rests[rests > 0]


def _without(layouts: Sequence[SheetLayout]) -> list[SheetLayout]:
    return [SheetLayout(one.stock, tuple(p for p in one.placed if p.key != _LEFTOVER)) for one in layouts]


def _relabelled(layouts: Sequence[SheetLayout], sheets: Sequence[Stock]) -> list[SheetLayout]:
    """Give layouts on numbered single sheets their own stock back."""
    return [SheetLayout(sheets[int(one.stock.key.split(" ", 1)[0])], one.placed) for one in layouts]


def _draft(layouts: Sequence[SheetLayout], unplaced: Sequence[str] = (), made_by: Attempt | None = None) -> QuickPlan:
    """Return a plan of these layouts, with the largest part that can be left."""
    full = tuple(tightened(layout) for layout in layouts if layout.placed)
    kinds = {layout.stock.kind for layout in full}
    kind = StockKind.SHEET if StockKind.SHEET in kinds else StockKind.SCRAP
    left = max((largest_part(layout) for layout in full if layout.stock.kind is kind), default=0)
    return QuickPlan(full, tuple(unplaced), left, made_by)


def _measured(draft: QuickPlan) -> QuickPlan:
    """Return a quick plan with the largest part that can be left, which its free rectangles show only in part."""
    return _draft(draft.layouts, draft.unplaced, draft.made_by)


@dataclass(frozen=True, slots=True)
class PaperTask:
    """What is to be cut from one paper, and what there is of it."""

    paper: str
    wanted: tuple[Wanted, ...]
    stocks: tuple[Stock, ...]


def improving_papers(tasks: Sequence[PaperTask], seconds: float) -> Iterator[tuple[CutPlan, ...]]:
    """Yield a plan for every paper at once, then all of them again whenever one of them is better.

    The work is shared out anew after each paper, so that what one does not need the others have.
    """
    work = Work.of_seconds(seconds)
    plans = [next(improving_plans(task.wanted, task.stocks, 0.0)) for task in tasks]
    yield tuple(plans)
    for place, task in enumerate(tasks):
        if work.is_spent():
            return
        if _may_be_better(plans[place]):
            with work.share(len(tasks) - place) as own:
                plans[place] = best_plan(task.wanted, task.stocks, own)
            yield tuple(plans)


def _may_be_better(plan: CutPlan) -> bool:
    """Tell whether there is anything to gain: a sheet less, a piece more, or a leftover less broken up."""
    left = sum(len(sheet.leftovers) for sheet in plan.sheets)
    return bool(plan.unplaced) or plan.status is not Proof.OPTIMAL or left > 1
