"""Finding the best page of a model and proving it best.

Most pages are proven at once, all wishes in one sum. What is not proven soon is
solved in two steps, the photos' sizes first and then the rest beside them: the
order of the wishes makes that the same optimum, and each step's bound is far
tighter than the one sum's (measured over the bench sketches: of the 18 pages
left unproven by one sum, 7 to 9 are proven in two steps at the same cost).
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from fractions import Fraction
from typing import Final

from ortools.sat.python import cp_model

from inkquilt.fit.model import FitModel
from inkquilt.fit.request import Budget
from inkquilt.fit.solver import new_solver
from inkquilt.fit.wishes import Wishes

#: The part of the budget that goes to all wishes in one sum.
AT_ONCE: Final = Fraction(1, 4)

#: Rounds of simplifying a model before it is solved: a third proves four more of the hardest 18 pages.
PRESOLVES: Final = 3

FOUND: Final = (cp_model.OPTIMAL, cp_model.FEASIBLE)


@dataclass(frozen=True, slots=True)
class Solution:
    """How a solve ended; ``solver`` holds the values when a page was ``found``.

    ``bound`` is what every page costs at least, all wishes in one sum.
    """

    solver: cp_model.CpSolver
    outcome: cp_model.CpSolverStatus
    cost: int = 0
    bound: int = 0

    @property
    def found(self) -> bool:
        """Whether there is a page to read."""
        return self.outcome in FOUND

    @property
    def proven(self) -> bool:
        """Whether no better page can be."""
        return self.outcome == cp_model.OPTIMAL

    @property
    def impossible(self) -> bool:
        """Whether it is proven that no page can be."""
        return self.outcome == cp_model.INFEASIBLE

    @property
    def gap(self) -> float:
        """Return (cost - bound) / max(1, cost): 0 when proven."""
        return (self.cost - self.bound) / max(1, self.cost)


def best_page(model: FitModel, wishes: Wishes, budget: Budget) -> Solution:
    """Return the best page of a model that its wishes were added to; the model may be left with other wishes."""
    at_once = replace(budget, deterministic_time=budget.deterministic_time * float(AT_ONCE))
    first = _solved(model, wishes, at_once)
    if first.proven or first.impossible:
        return first
    return _photos_first(model, wishes, budget, first)


def _photos_first(model: FitModel, wishes: Wishes, budget: Budget, first: Solution) -> Solution:
    """Settle what the photos cost, then the rest; what is known already is where each step begins."""
    left = budget.deterministic_time - first.solver.deterministic_time
    photos_cost = wishes.ask_for(wishes.stages[:1])
    _begin_at(model, first)
    photos = _solved(model, wishes, replace(budget, deterministic_time=left), weight=wishes.weight(0))
    if not photos.proven:
        return photos if photos.impossible else _cheaper(first, photos)
    least = photos.solver.value(photos_cost)
    model.cp.add(photos_cost <= least)
    wishes.ask_for(wishes.stages[1:])
    _begin_at(model, first if first.found and first.solver.value(photos_cost) == least else photos)
    left = max(0.0, left - photos.solver.deterministic_time)
    rest = _solved(model, wishes, replace(budget, deterministic_time=left), beside=wishes.weight(0) * least)
    return rest if rest.proven else _cheaper(first, replace(photos, outcome=cp_model.FEASIBLE), rest)


def _solved(model: FitModel, wishes: Wishes, budget: Budget, *, weight: int = 1, beside: int = 0) -> Solution:
    """Solve for the stages asked for; what they cost counts ``weight`` in the one sum, ``beside`` is settled."""
    solver = new_solver(budget, PRESOLVES)
    outcome = solver.solve(model.cp)
    if outcome not in FOUND:
        return Solution(solver, outcome)
    bound = weight * round(solver.best_objective_bound) + beside
    return Solution(solver, outcome, solver.value(wishes.whole), bound)


def _cheaper(*solutions: Solution) -> Solution:
    """Return the cheapest of unproven pages, with the best bound known."""
    found = [solution for solution in solutions if solution.found]
    if not found:
        return solutions[0]
    cheapest = min(found, key=lambda solution: solution.cost)
    return replace(cheapest, bound=max(solution.bound for solution in found))


def _begin_at(model: FitModel, known: Solution) -> None:
    """Hint the solver at a page that is known already."""
    if not known.found:
        return
    model.cp.clear_hints()  # type: ignore[no-untyped-call]  # OR-Tools leaves it unannotated
    for index, value in enumerate(known.solver.response_proto.solution):
        model.cp.add_hint(model.cp.get_int_var_from_proto_index(index), value)
