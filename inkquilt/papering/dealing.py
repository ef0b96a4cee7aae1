"""The best assignment of papers to places: searched well, and proven where there are few.

Places are changed one by one, and two that swap, from many starts, until nothing gains; then all assignments that could
still be better are looked through (branch and bound), as far as the work goes. The bound: what is dealt already, for
each place that is not the least it costs with that, and for every two of those the least of their pair; the cost of
all together is never below nought.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any, Final

import numpy as np

from inkquilt.papering.scoring import Scores

#: So many nodes are looked at for the proof, and so many starts are tried.
USUAL_NODES: Final = 4_000
USUAL_STARTS: Final = 10
_SWEEPS: Final = 12
_GOLDEN: Final = (5**0.5 - 1) / 2
_BETTER: Final = 1e-9


@dataclass(frozen=True, slots=True)
class Dealt:
    """An assignment: of each place the row of its candidate, its cost, and whether nothing can be better."""

    chosen: tuple[int, ...]
    cost: float
    proven: bool


@dataclass(slots=True)
class _Search:
    scores: Scores
    allowed: list[Any]
    extra: Any
    nodes: int
    best: tuple[int, ...]
    cost: float
    order: list[int] = field(default_factory=list)
    floors: list[float] = field(default_factory=list)


def deal(
    scores: Scores,
    allowed: Sequence[Sequence[int]],
    extra: Any = None,
    *,
    starts: int = USUAL_STARTS,
    nodes: int = USUAL_NODES,
    first: Sequence[Sequence[int]] = (),
) -> Dealt:
    """Return the best assignment with the rows that are ``allowed`` in each place.

    ``extra`` are more costs of each place alone: (places, candidates). ``first`` are assignments to begin from. The
    same question has the same answer.
    """
    rows = [np.array(sorted(set(row)), dtype=int) for row in allowed]
    count = len(scores.papers)
    costs = np.zeros((len(rows), count)) if extra is None else extra
    greedy = [int(row[(scores.alone[place] + costs[place])[row].argmin()]) for place, row in enumerate(rows)]
    best: tuple[int, ...] = ()
    cost = np.inf
    for begun in (greedy, *first, *_scattered(rows, starts)):
        allowed_now = [row if row in rows[place] else greedy[place] for place, row in enumerate(begun)]
        found, value = _improved(scores, rows, costs, allowed_now)
        if value < cost - _BETTER:
            best, cost = found, value
    search = _Search(scores, rows, costs, nodes, best, cost)
    proven = _look_through(search)
    return Dealt(search.best, search.cost, proven)


def cost_of(scores: Scores, chosen: Sequence[int], extra: Any = None) -> float:
    """Return the cost of an assignment, with more costs of each place alone."""
    more = 0.0 if extra is None else sum(float(extra[place, row]) for place, row in enumerate(chosen))
    return scores.total(chosen) + more


def _scattered(rows: Sequence[Any], starts: int) -> Iterator[list[int]]:
    """Yield assignments far from each other, the same ones every time: steps of the golden ratio."""
    for start in range(starts):
        parts = ((_GOLDEN * (1 + start * len(rows) + place)) % 1 for place in range(len(rows)))
        yield [int(row[int(part * len(row))]) for part, row in zip(parts, rows, strict=True)]


def _improved(scores: Scores, rows: Sequence[Any], extra: Any, chosen: list[int]) -> tuple[tuple[int, ...], float]:
    """Return what no change of one place, nor a swap of two, makes better."""
    for _ in range(_SWEEPS):
        changed = False
        for place, row in enumerate(rows):
            costs = scores.instead(chosen, place) + extra[place]
            best = int(row[costs[row].argmin()])
            if costs[best] < costs[chosen[place]] - _BETTER:
                chosen[place] = best
                changed = True
        if not changed and not _swapped(scores, rows, extra, chosen):
            break
    return tuple(chosen), cost_of(scores, chosen, extra)


def _swapped(scores: Scores, rows: Sequence[Any], extra: Any, chosen: list[int]) -> bool:
    """Swap the first two places that gain by it, and tell whether there were such."""
    now = cost_of(scores, chosen, extra)
    for one in range(len(rows)):
        for other in range(one + 1, len(rows)):
            a, b = chosen[one], chosen[other]
            if a == b or b not in rows[one] or a not in rows[other]:
                continue
            chosen[one], chosen[other] = b, a
            if cost_of(scores, chosen, extra) < now - _BETTER:
                return True
            chosen[one], chosen[other] = a, b
    return False


# -- proof --------------------------------------------------------------------------------------------------


def _look_through(search: _Search) -> bool:
    """Look through what could still be better; tell whether all of it was."""
    scores, rows = search.scores, search.allowed
    count = len(rows)
    if not count:
        return True
    search.order = sorted(range(count), key=lambda place: -float(np.ptp(_own(search, place))))
    least = _least_pairs(scores.pairs, rows)
    # What every two places cost at least that are not dealt yet.
    for depth in range(count + 1):
        left = search.order[depth:]
        pairs = [(min(a, b), max(a, b)) for n, a in enumerate(left) for b in left[n + 1 :]]
        search.floors.append(sum(least[pair] for pair in pairs))
    own = {place: _own(search, place) for place in range(count)}
    return _branch(search, 0, [-1] * count, 0.0, own)


def _own(search: _Search, place: int) -> Any:
    return (search.scores.alone[place] + search.extra[place])[search.allowed[place]]


def _least_pairs(pairs: Mapping[tuple[int, int], Any], rows: Sequence[Any]) -> dict[tuple[int, int], float]:
    return {(one, other): float(costs[np.ix_(rows[one], rows[other])].min()) for (one, other), costs in pairs.items()}


def _branch(search: _Search, depth: int, chosen: list[int], sure: float, costs: Mapping[int, Any]) -> bool:
    """Deal the next place; ``costs`` are those of places that are not dealt, with what is dealt already."""
    if depth == len(search.order):
        total = sure + float(search.scores.whole(chosen))
        if total < search.cost - _BETTER:
            search.best, search.cost = tuple(chosen), total
        return True
    place = search.order[depth]
    left = search.order[depth + 1 :]
    mine = costs[place]
    for number in np.argsort(mine, kind="stable"):
        search.nodes -= 1
        if search.nodes < 0:
            return False
        so_far = sure + float(mine[number])
        later = {other: costs[other] + _paired(search, place, int(number), other) for other in left}
        bound = so_far + sum(float(one.min()) for one in later.values()) + search.floors[depth + 1]
        if bound >= search.cost - _BETTER:
            continue
        chosen[place] = int(search.allowed[place][number])
        if not _branch(search, depth + 1, chosen, so_far, later):
            return False
    chosen[place] = -1
    return True


def _paired(search: _Search, place: int, number: int, other: int) -> Any:
    row = int(search.allowed[place][number])
    if place < other:
        return search.scores.pairs[place, other][row][search.allowed[other]]
    return search.scores.pairs[other, place][:, row][search.allowed[other]]
