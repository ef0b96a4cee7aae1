"""Fitting a sketch to a page: build the model, solve, read back, check.

Deterministic: one worker, a fixed seed, limits in the solver's deterministic
time. Wall time is only reported.
"""

from __future__ import annotations

import time
from collections.abc import Iterable, Iterator
from dataclasses import replace

from inkquilt.errors import FitNotSound
from inkquilt.fit.check import check_fit
from inkquilt.fit.clash import find_clash
from inkquilt.fit.explain import changes_of, tilts_given_up
from inkquilt.fit.kept import relations_of
from inkquilt.fit.model import FitModel
from inkquilt.fit.proving import FOUND, best_page
from inkquilt.fit.readback import read_back
from inkquilt.fit.request import Fit, FitRequest, Status, Way
from inkquilt.fit.rules import write_rules
from inkquilt.fit.solver import new_solver
from inkquilt.fit.straighten import straightened, tilted_stacks
from inkquilt.fit.ways import drawn_for, held, usual_ways
from inkquilt.fit.wishes import Wishes
from inkquilt.sketch.model import Role, Sketch


def fit_ways(request: FitRequest, ways: Iterable[Way] | None = None) -> Iterator[Fit]:
    """Yield a fit for each way (the usual ones when none are given), as each is done."""
    for way in usual_ways(request) if ways is None else ways:
        yield fit(request, way)


def fit(request: FitRequest, way: Way) -> Fit:
    """Fit the request's sketch to its page in one way.

    A page that cannot be is a value (``Status.IMPOSSIBLE`` with its clash), not
    an error. A tilt that costs a photo its size, or the whole page, is given up
    (``Fit.straightened``). Raises ``FitNotSound`` if the independent checker refuses
    the result.
    """
    started = time.perf_counter()
    request = request.held_by(way)
    drawn = drawn_for(request, way)
    if drawn is None:
        return Fit(way, Status.IMPOSSIBLE, held(request, way), note="this page has nothing for this way to do")
    sketch = drawn.sketch
    best = _fit(sketch, request, way, frozenset())
    if best.cost is None or best.cost.photos:
        for names in _tilts_to_give_up(sketch, best):
            other = _fit(straightened(sketch, names), request, way, names)
            if other.cost is not None and (best.cost is None or other.cost.photos < best.cost.photos):
                best = other
    if best.status is Status.IMPOSSIBLE:
        best = replace(best, clash=find_clash(write_rules(sketch, request, way.school), request.budget))
    return replace(best, note=drawn.note, seconds=time.perf_counter() - started)


def _tilts_to_give_up(sketch: Sketch, best: Fit) -> Iterator[frozenset[str]]:
    """Yield what to straighten: each stack that lost its size alone, then those together, then all."""
    stacks = tilted_stacks(sketch)
    drawn = {block.id: block.size for block in sketch.blocks}
    smaller = {block.id for block in best.blocks if block.role is Role.PHOTO and block.size != drawn[block.id]}
    shrunk = [stack for stack in stacks if stack & smaller]
    tried = [*shrunk, frozenset().union(*shrunk), frozenset().union(*stacks)]
    yield from dict.fromkeys(names for names in tried if names)


def _fit(sketch: Sketch, request: FitRequest, way: Way, straight: frozenset[str]) -> Fit:
    rules = write_rules(sketch, request, way.school)
    model = FitModel(rules)
    wishes = Wishes(model)
    best = best_page(model, wishes, request.budget)
    if not best.found:
        return Fit(way, Status.IMPOSSIBLE if best.impossible else Status.UNKNOWN, sketch, straightened=straight)
    blocks = read_back(best.solver, model, rules)
    faults = check_fit(sketch, blocks, request, way.school)
    if faults:
        raise FitNotSound(faults)
    as_held = held(request, way)
    return Fit(
        way,
        Status.OPTIMAL if best.proven else Status.BEST_FOUND,
        sketch,
        blocks,
        cost=wishes.cost(best.solver),
        gap=best.gap,
        changes=(*tilts_given_up(as_held, straight), *changes_of(rules, blocks, as_held)),
        relations=relations_of(rules, blocks),
        held=as_held,
        straightened=straight,
    )


def is_possible(request: FitRequest, way: Way) -> bool:
    """Tell whether a page can be made in one way at all; wishes and clashes are left aside, which is quicker."""
    request = request.held_by(way)
    drawn = drawn_for(request, way)
    if drawn is None:
        return False
    sketch = drawn.sketch
    upright = straightened(sketch, frozenset().union(*tilted_stacks(sketch)))
    return any(
        new_solver(request.budget).solve(FitModel(write_rules(one, request, way.school)).cp) in FOUND
        for one in dict.fromkeys((sketch, upright))
    )
