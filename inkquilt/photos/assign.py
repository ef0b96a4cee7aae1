"""The best choice of a slot for each photo, proven by OR-Tools' CP-SAT.

One literal for each photo in each slot. Pairs in time and pairs that belong
together each have a literal that they are not as wished; the rows that force it
are the tightest there are, so that few photos are proven at once.
"""

from __future__ import annotations

from typing import Any, Final

from ortools.sat.python import cp_model

from inkquilt.photos.matching import TOGETHER, Choice, CostTable

#: Deterministic time; a dozen photos need a hundredth of it.
BUDGET: Final = 2.0
SEED: Final = 7


def best_choice(table: CostTable, budget: float = BUDGET) -> Choice:
    """Return the cheapest choice in which every locked photo stays; no slot holds two."""
    model = cp_model.CpModel()
    photos, slots = range(len(table.costs)), range(len(table.beside))
    put = [[model.new_bool_var(f"{photo} in {slot}") for slot in slots] for photo in photos]
    for photo in photos:
        model.add_at_most_one(put[photo])
    for slot in slots:
        model.add_at_most_one(put[photo][slot] for photo in photos)
    for photo, slot in table.locked:
        model.add(put[photo][slot] == 1)
    cost: Any = 0
    for photo in photos:
        placed = sum(put[photo])
        cost += table.left_out[photo] * (1 - placed) + sum(
            table.costs[photo][slot] * put[photo][slot] for slot in slots
        )
    for earlier, later in table.in_time:
        cost += table.out_of_turn * _turned_round(model, put[earlier], put[later])
    for photo, other in table.together:
        cost += TOGETHER * _apart(model, put[photo], put[other], table)
    model.minimize(cost)
    solver = cp_model.CpSolver()
    solver.parameters.num_workers = 1
    solver.parameters.random_seed = SEED
    solver.parameters.max_deterministic_time = budget
    solver.parameters.linearization_level = 2
    outcome = solver.solve(model)
    chosen = tuple(next((slot for slot in slots if solver.value(put[photo][slot])), None) for photo in photos)
    return Choice(chosen, table.total(chosen), outcome == cp_model.OPTIMAL)


def _turned_round(model: cp_model.CpModel, earlier: list[Any], later: list[Any]) -> Any:
    """Return a literal that is true when the earlier photo is read after the later one."""
    turned = model.new_bool_var("turned round")
    for slot in range(1, len(earlier)):
        model.add(earlier[slot] + sum(later[:slot]) <= 1 + turned)
    return turned


def _apart(model: cp_model.CpModel, one: list[Any], two: list[Any], table: CostTable) -> Any:
    """Return a literal that is true when both photos are placed and not side by side."""
    apart = model.new_bool_var("apart")
    for slot, beside in enumerate(table.beside):
        model.add(one[slot] + sum(two) - sum(two[other] for other in beside) <= 1 + apart)
    return apart
