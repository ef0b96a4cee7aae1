"""Fitting a sketch to a page: build the model, solve, read back, check.

Deterministic: one worker, a fixed seed, limits in the solver's deterministic
time. Wall time is only reported.
"""

from __future__ import annotations

import time
from collections.abc import Iterable, Iterator

from ortools.sat.python import cp_model

from inkquilt.errors import FitNotSound
from inkquilt.fit.check import check_fit
from inkquilt.fit.clash import find_clash
from inkquilt.fit.explain import changes_of
from inkquilt.fit.kept import relations_of
from inkquilt.fit.model import FitModel
from inkquilt.fit.readback import read_back
from inkquilt.fit.request import Fit, FitRequest, School, Status, Way
from inkquilt.fit.rules import write_rules
from inkquilt.fit.solver import new_solver
from inkquilt.fit.wishes import Wishes
from inkquilt.sketch.relations import cut_to_page
from inkquilt.sketch.transform import oriented

#: The ways offered side by side when nothing else is asked.
USUAL_WAYS = tuple(Way(school, turn) for turn in (0, 90) for school in School)


def fit_ways(request: FitRequest, ways: Iterable[Way] = USUAL_WAYS) -> Iterator[Fit]:
    """Yield a fit for each way, as each is done."""
    for way in ways:
        yield fit(request, way)


def fit(request: FitRequest, way: Way) -> Fit:
    """Fit the request's sketch to its page in one way.

    A page that cannot be is a value (``Status.IMPOSSIBLE`` with its clash), not
    an error. Raises ``FitNotSound`` if the independent checker refuses the result.
    """
    started = time.perf_counter()
    sketch = cut_to_page(oriented(request.sketch, way.turn, way.mirrored))
    rules = write_rules(sketch, request, way.school)
    model = FitModel(rules)
    wishes = Wishes(model)
    solver = new_solver(request.budget)
    outcome = solver.solve(model.cp)
    if outcome == cp_model.INFEASIBLE:
        clash = find_clash(rules, request.budget)
        return Fit(way, Status.IMPOSSIBLE, sketch, clash=clash, seconds=time.perf_counter() - started)
    if outcome not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
        return Fit(way, Status.UNKNOWN, sketch, seconds=time.perf_counter() - started)
    blocks = read_back(solver, model, rules)
    faults = check_fit(sketch, blocks, request, way.school)
    if faults:
        raise FitNotSound(faults)
    cost, bound = round(solver.objective_value), round(solver.best_objective_bound)
    return Fit(
        way,
        Status.OPTIMAL if outcome == cp_model.OPTIMAL else Status.BEST_FOUND,
        sketch,
        blocks,
        cost=wishes.cost(solver),
        gap=(cost - bound) / max(1, abs(cost)),
        seconds=time.perf_counter() - started,
        changes=changes_of(rules, blocks),
        relations=relations_of(rules, blocks),
    )


def is_possible(request: FitRequest, way: Way) -> bool:
    """Tell whether a page can be made in one way at all; wishes and clashes are left aside, which is quicker."""
    sketch = cut_to_page(oriented(request.sketch, way.turn, way.mirrored))
    outcome = new_solver(request.budget).solve(FitModel(write_rules(sketch, request, way.school)).cp)
    return outcome in (cp_model.OPTIMAL, cp_model.FEASIBLE)
