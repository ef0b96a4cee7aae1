"""The exact fit: a drawing's hard rules and staged wishes, solved by CP-SAT and proven.

It is what fits a page again round a hand's pins. Deterministic: one worker, a fixed seed, limits in
the solver's deterministic time.
"""

from __future__ import annotations

from inkquilt.errors import FitNotSound
from inkquilt.fit.check import check_fit
from inkquilt.fit.clash import find_clash
from inkquilt.fit.explain import moved
from inkquilt.fit.model import FitModel
from inkquilt.fit.proving import best_page
from inkquilt.fit.readback import read_back
from inkquilt.fit.relation_report import relations_of
from inkquilt.fit.request import Fit, FitRequest, School, Status, Way
from inkquilt.fit.rules import write_rules
from inkquilt.fit.wishes import Wishes
from inkquilt.sketch.model import Sketch


def exact_fit(drawing: Sketch, request: FitRequest, way: Way, school: School, held: Sketch) -> Fit:
    """Return the best page of a drawing by the rules and wishes of a school, or why there is none.

    ``held`` is the sketch that sizes and places are told from. Raises ``FitNotSound`` where the
    independent checker refuses the result.
    """
    rules = write_rules(drawing, request, school)
    model = FitModel(rules)
    wishes = Wishes(model)
    best = best_page(model, wishes, request.budget)
    if best.impossible:
        return Fit(way, Status.IMPOSSIBLE, drawing, held=held, clash=find_clash(rules, request.budget))
    if not best.found:
        return Fit(way, Status.UNKNOWN, drawing, held=held)
    blocks = read_back(best.solver, model, rules)
    faults = check_fit(drawing, blocks, request, school)
    if faults:
        raise FitNotSound(faults)
    return Fit(
        way,
        Status.OPTIMAL if best.proven else Status.BEST_FOUND,
        drawing,
        blocks,
        cost=wishes.cost(best.solver),
        gap=best.gap,
        changes=tuple(moved(request, held, blocks)),
        relations=relations_of(rules, blocks),
        held=held,
    )
