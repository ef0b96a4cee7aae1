"""Why nothing fits: the smallest set of demands that cannot hold together.

The solver names a set of demands that clash; it is then reduced by deletion
until dropping any one of them makes the rest possible. The sum shown is reckoned
apart from the solver: along one axis, lengths that must follow each other
(``Difference``) are added up round a circle; when they come to more than
nothing, they need more room than there is (longest path, Bellman 1958).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

from ortools.sat.python import cp_model

from inkquilt.fit.model import FitModel
from inkquilt.fit.request import Budget, Clash, Demand
from inkquilt.fit.rules import PAGE, Difference, Rules
from inkquilt.lengths import Grains, Unit, format_nearest
from inkquilt.sketch.geometry import Axis
from inkquilt.sketch.relations import Edge

#: What tracing a clash may cost at most, in solves.
MOST_SOLVES: Final = 400


def find_clash(rules: Rules, budget: Budget) -> Clash | None:
    """Return the clash of rules that cannot hold, or None if they can."""
    model = FitModel(rules, explain=True)
    demands = list(model.literals)
    core = _unsatisfied(model, demands, budget)
    if core is None:
        return None
    solves = 0
    for demand in list(core):
        if demand not in core or solves >= MOST_SOLVES:
            continue
        solves += 1
        smaller = _unsatisfied(model, [other for other in core if other != demand], budget)
        if smaller is not None:
            core = smaller
    shown = sum_of(rules, core)
    if shown is None:
        return Clash(tuple(core), "", None)
    return Clash(tuple(core), shown.text, shown.short_by)


def _unsatisfied(model: FitModel, demands: Sequence[Demand], budget: Budget) -> list[Demand] | None:
    """Return demands out of these that clash, in their given order, or None if they can all hold."""
    literals = [model.literals[demand] for demand in demands]
    model.cp.clear_assumptions()
    model.cp.add_assumptions(literals)
    solver = cp_model.CpSolver()
    solver.parameters.num_workers = 1
    solver.parameters.random_seed = budget.seed
    solver.parameters.max_deterministic_time = budget.deterministic_time
    if solver.solve(model.cp) != cp_model.INFEASIBLE:
        return None
    named = set(solver.sufficient_assumptions_for_infeasibility())
    return [demand for demand, literal in zip(demands, literals, strict=True) if literal.index in named]


@dataclass(frozen=True, slots=True)
class ShownSum:
    """A line of arithmetic that does not come out, and by how much."""

    text: str
    short_by: Grains


def sum_of(rules: Rules, demands: Sequence[Demand]) -> ShownSum | None:
    """Return the sum that shows why these demands clash along one axis, or None if none does.

    Reveals and page edges hold always, so they take part whatever the demands.
    """
    wanted = set(demands)
    given = [d for d in rules.differences if d.demand in wanted or d.term == "reveal"]
    for axis in Axis:
        circle = _too_long_circle([d for d in given if d.before.axis is axis], _page_ends(rules, axis))
        if circle:
            return _shown(circle, rules.request.page.unit, axis)
    return None


@dataclass(frozen=True, slots=True)
class _PageEnds:
    low: Edge
    high: Edge
    length: Grains


def _page_ends(rules: Rules, axis: Axis) -> _PageEnds:
    page = rules.request.page
    return _PageEnds(
        Edge(PAGE, axis, False), Edge(PAGE, axis, True), page.width if axis is Axis.X else page.height
    )


def _too_long_circle(differences: list[Difference], page: _PageEnds) -> list[Difference]:
    """Return differences that lead in a circle and add up to more than nothing, or none.

    Going back from the page's far end to its near end takes its length away.
    """
    whole = Demand("the page", ())
    steps = [
        *differences,
        Difference(page.high, page.low, -page.length, whole, "page"),
        Difference(page.low, page.high, page.length, whole, "page"),
    ]
    far: dict[Edge, Grains] = {edge: 0 for step in steps for edge in (step.before, step.after)}
    came_by: dict[Edge, Difference] = {}
    changed: Edge | None = None
    for _ in range(len(far) + 1):
        changed = None
        for step in steps:
            if far[step.before] + step.at_least > far[step.after]:
                far[step.after] = far[step.before] + step.at_least
                came_by[step.after] = step
                changed = step.after
        if changed is None:
            return []
    assert changed is not None
    for _ in range(len(far)):  # walk back until surely inside the circle
        changed = came_by[changed].before
    circle = []
    edge = changed
    while True:
        step = came_by[edge]
        circle.append(step)
        edge = step.before
        if edge == changed:
            return circle[::-1]


def _shown(circle: list[Difference], unit: Unit, axis: Axis) -> ShownSum:
    """Write the circle as a sum: what is needed, and what there is."""
    short_by = sum(step.at_least for step in circle)
    start = next((i for i, step in enumerate(circle) if step.term == "page" and step.at_least < 0), 0)
    ordered = circle[start:] + circle[:start]
    needed = [step for step in ordered if step.at_least > 0]
    there = [step for step in ordered if step.at_least < 0]
    parts = " + ".join(f"{step.term or 'gap'} {format_nearest(step.at_least, unit)}" for step in needed) or "0"
    total = format_nearest(sum(step.at_least for step in needed), unit)
    room = " and ".join(_room(step, unit, axis) for step in there) or "there is no room"
    return ShownSum(f"{parts} = {total} {unit.value}; {room}", short_by)


def _room(step: Difference, unit: Unit, axis: Axis) -> str:
    length = format_nearest(-step.at_least, unit)
    if step.term == "page":
        return f"the page is {length} {unit.value} {'wide' if axis is Axis.X else 'high'}"
    if step.term in ("", "overhang", "overlap", "reveal"):
        return f"{length} {unit.value} less by its {step.term or 'place'}"
    return f"{step.term} gives at most {length} {unit.value}"
