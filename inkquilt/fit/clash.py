"""Why nothing fits: the smallest set of demands that cannot hold together.

The solver names a set of demands that clash; it is then reduced by deletion
until dropping any one of them makes the rest possible. The sum shown is reckoned
apart from the solver: along one axis, lengths that must follow each other
(``Difference``) are added up round a circle; when they come to more than
nothing, they need more room than there is (longest path, Bellman 1958).
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from typing import Final, NamedTuple

from ortools.sat.python import cp_model

from inkquilt.errors import PageTooSmall
from inkquilt.fit.model import FitModel
from inkquilt.fit.request import Budget, Clash, Demand
from inkquilt.fit.rules import PAGE, Difference, Rules, Share, write_rules
from inkquilt.fit.solver import new_solver
from inkquilt.lengths import LONGEST, Grains, Unit, format_nearest
from inkquilt.sketch.geometry import Axis
from inkquilt.sketch.relations import Edge, Lie

#: What one of the many small solves for a clash may cost, in deterministic time.
SOON: Final = 0.01


def find_clash(rules: Rules, budget: Budget) -> Clash | None:
    """Return the clash of rules that cannot hold, or None if they can.

    Most clashes lie along one axis and are found by adding lengths; the solver is
    asked only for the rest, and to prove that no demand named is idle.
    """
    core = _along_one_axis(rules)
    if not core:
        found = _unsatisfied(FitModel(rules, explain=True), None, budget)
        if found is None:
            return None
        core = found
    # what is not decided soon may hold: a demand then stays named, and a page counts as long enough
    soon = replace(budget, deterministic_time=min(budget.deterministic_time, SOON))
    core = _reduced(rules, core, soon)
    shown = sum_of(rules, core) or least_length(rules, core, soon) or least_page(rules, core, soon)
    if shown is None:
        return Clash(tuple(core), "", None)
    return Clash(tuple(core), shown.text, shown.short_by)


def what_forbids(model: FitModel, budget: Budget) -> list[Demand] | None:
    """Return the demands that forbid what an explained model was told besides, reduced; None if nothing does."""
    core = _unsatisfied(model, None, budget)
    return None if core is None else _fewest(model, core, budget)


def _along_one_axis(rules: Rules) -> list[Demand]:
    for axis in Axis:
        along = [difference for difference in rules.differences if difference.before.axis is axis]
        circle = _too_long_circle(along, _page_ends(rules, axis))
        if circle:
            return list(dict.fromkeys(step.demand for step in circle if step.demand is not None))
    return []


def _reduced(rules: Rules, core: list[Demand], budget: Budget) -> list[Demand]:
    """Drop demands until dropping any one more makes the rest possible."""
    return _fewest(FitModel(_only(rules, set(core)), explain=True), core, budget)


def _fewest(model: FitModel, core: list[Demand], budget: Budget) -> list[Demand]:
    for demand in list(core):
        if demand in core:
            smaller = _unsatisfied(model, [other for other in core if other != demand], budget)
            if smaller is not None:
                core = smaller
    return core


def _only(rules: Rules, demands: set[Demand]) -> Rules:
    return replace(
        rules,
        differences=tuple(d for d in rules.differences if d.demand is None or d.demand in demands),
        shares=tuple(share for share in rules.shares if share.demand in demands),
        coverings=tuple(covering for covering in rules.coverings if covering.across.demand in demands),
        slanted=tuple(slanted for slanted in rules.slanted if slanted.demand in demands),
    )


def _unsatisfied(model: FitModel, demands: Sequence[Demand] | None, budget: Budget) -> list[Demand] | None:
    """Return demands out of these (None: all) that clash, in order, or None if they can all hold."""
    wanted = list(model.literals) if demands is None else list(demands)
    literals = [model.literals[demand] for demand in wanted if demand in model.literals]
    model.cp.clear_assumptions()
    model.cp.add_assumptions(literals)
    solver = new_solver(budget)
    if solver.solve(model.cp) != cp_model.INFEASIBLE:
        return None
    named = set(solver.sufficient_assumptions_for_infeasibility())
    return [demand for demand in wanted if demand in model.literals and model.literals[demand].index in named]


@dataclass(frozen=True, slots=True)
class ShownSum:
    """A line of arithmetic that does not come out, and by how much."""

    text: str
    short_by: Grains


def sum_of(rules: Rules, demands: Sequence[Demand]) -> ShownSum | None:
    """Return the sum that shows why these demands clash along one axis, or None if none does.

    What holds always (reveals, the page's edges) takes part whatever the demands.
    """
    wanted = set(demands)
    given = [d for d in rules.differences if d.demand is None or d.demand in wanted]
    for axis in Axis:
        circle = _too_long_circle([d for d in given if d.before.axis is axis], _page_ends(rules, axis))
        if circle:
            return _shown(circle, rules.request.page.unit, axis)
    return None


def least_length(rules: Rules, demands: Sequence[Demand], budget: Budget) -> ShownSum | None:
    """Return what these demands need along one axis when shares of covered pieces take part.

    A share grows with its piece, so no plain sum shows it; the shortest page on
    which the demands hold along the axis alone does.
    """
    wanted = set(demands)
    for axis in Axis:
        page = _page_ends(rules, axis)
        cp = cp_model.CpModel()
        places: dict[Edge, cp_model.IntVar] = {}

        def at(edge: Edge, cp: cp_model.CpModel = cp, places: dict[Edge, cp_model.IntVar] = places) -> cp_model.IntVar:
            if edge not in places:
                places[edge] = cp.new_int_var(-LONGEST, LONGEST, f"{edge.block} {edge.high}")
            return places[edge]

        cp.add(at(page.low) == 0)
        for d in rules.differences:
            if d.before.axis is axis and (d.demand is None or d.demand in wanted):
                cp.add(at(d.after) - at(d.before) >= d.at_least)
        for share in rules.shares:
            if share.axis is axis and share.demand in wanted:
                _post_share(cp, share, at)
        cp.minimize(at(page.high))
        solver = new_solver(budget)
        if solver.solve(cp) == cp_model.OPTIMAL and (needed := solver.value(at(page.high))) > page.length:
            return _needed(rules, axis, needed, page.length)
    return None


#: How many times its length a page may grow while looking for one on which demands hold.
_MOST_GROWTH: Final = 3


def least_page(rules: Rules, demands: list[Demand], budget: Budget) -> ShownSum | None:
    """Return how much wider or higher the page would have to be, where both axes take part.

    Print sizes tie width to height, so the demands are solved again on longer pages:
    growing by 1, 2, 4 ... grid steps until one holds them, for little is short as a
    rule, then halving towards the shortest. The smaller growth is shown.
    """
    fails, grown = 0, 1
    while grown * rules.request.grid <= (_MOST_GROWTH - 1) * max(rules.request.page.width, rules.request.page.height):
        for axis in Axis:
            if _hold_on(rules, demands, axis, grown, budget):
                return _least_growth(rules, demands, _Grown(axis, fails, grown), budget)
        fails, grown = grown, 2 * grown
    return None


class _Grown(NamedTuple):
    """On a page longer by ``holds`` steps along an axis demands hold, on one longer by ``fails`` they do not."""

    axis: Axis
    fails: int
    holds: int


def _least_growth(rules: Rules, demands: list[Demand], known: _Grown, budget: Budget) -> ShownSum:
    """Halve towards the least growth on which demands hold, along the axis known to and along the other."""
    axis, fails, holds = known
    while holds - fails > 1:
        middle = (fails + holds) // 2
        axis_of = next((a for a in (axis, axis.other) if _hold_on(rules, demands, a, middle, budget)), None)
        if axis_of is None:
            fails = middle
        else:
            axis, holds = axis_of, middle
    length = _page_ends(rules, axis).length
    return _needed(rules, axis, length + holds * rules.request.grid, length)


def _hold_on(rules: Rules, demands: list[Demand], axis: Axis, grown: int, budget: Budget) -> bool:
    page = rules.request.page
    length = _page_ends(rules, axis).length + grown * rules.request.grid
    try:
        longer = replace(page, width=length) if axis is Axis.X else replace(page, height=length)
    except PageTooSmall:  # larger than any album
        return False
    on_it = write_rules(rules.sketch, replace(rules.request, page=longer), rules.school)
    return _unsatisfied(FitModel(_only(on_it, set(demands)), explain=True), demands, budget) is None


def _needed(rules: Rules, axis: Axis, needed: Grains, length: Grains) -> ShownSum:
    unit = rules.request.page.unit
    way, size = ("across", "wide") if axis is Axis.X else ("up and down", "high")
    text = (
        f"together they need at least {format_nearest(needed, unit)} {unit.value} {way}; "
        f"the page is {format_nearest(length, unit)} {unit.value} {size}"
    )
    return ShownSum(text, needed - length)


def _post_share(cp: cp_model.CpModel, share: Share, at: Callable[[Edge], cp_model.IntVar]) -> None:
    low, high = at(Edge(share.lower, share.axis, False)), at(Edge(share.lower, share.axis, True))
    start = low if share.lie is Lie.OVER_LOW else at(Edge(share.upper, share.axis, False))
    end = high if share.lie is Lie.OVER_HIGH else at(Edge(share.upper, share.axis, True))
    cp.add((end - start) * share.of <= (high - low) * share.covered)


@dataclass(frozen=True, slots=True)
class _PageEnds:
    low: Edge
    high: Edge
    length: Grains


def _page_ends(rules: Rules, axis: Axis) -> _PageEnds:
    page = rules.request.page
    return _PageEnds(Edge(PAGE, axis, False), Edge(PAGE, axis, True), page.width if axis is Axis.X else page.height)


def _too_long_circle(differences: list[Difference], page: _PageEnds) -> list[Difference]:
    """Return differences that lead in a circle and add up to more than nothing, or none.

    Going back from the page's far end to its near end takes its length away.
    """
    steps = [
        *differences,
        Difference(page.high, page.low, -page.length, None, "page"),
        Difference(page.low, page.high, page.length, None, "page"),
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
    parts = " + ".join(_part(step, unit) for step in needed) or "0"
    total = format_nearest(sum(step.at_least for step in needed), unit)
    room = " and ".join(_room(step, unit, axis) for step in there) or "there is no room"
    return ShownSum(f"{parts} = {total} {unit.value}; {room}", short_by)


def _part(step: Difference, unit: Unit) -> str:
    """Write the number first: "1 1/2 lantern 1" cannot be misread."""
    amount = format_nearest(step.at_least, unit)
    return f"{step.term} {amount}" if step.term.endswith(":") else f"{amount} {step.term or 'gap'}"


def _room(step: Difference, unit: Unit, axis: Axis) -> str:
    length = format_nearest(-step.at_least, unit)
    if step.term == "page":
        return f"the page is {length} {unit.value} {'wide' if axis is Axis.X else 'high'}"
    if step.term in ("", "overhang", "overlap", "reveal"):
        return f"{length} {unit.value} less by its {step.term or 'place'}"
    return f"{step.term} gives at most {length} {unit.value}"
