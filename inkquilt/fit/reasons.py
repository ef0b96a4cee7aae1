"""Why a wish was not met: the very rules it clashes with, or the dearer wish it would cost.

Each lost relation is asked for again as if it were a rule. If no page can have
it, the rules that forbid it are reduced to the fewest; else the best page that
has it is worked out, and what is dearer on that page is named.
"""

from __future__ import annotations

from dataclasses import replace

from inkquilt.fit.clash import what_forbids
from inkquilt.fit.explain import size_text
from inkquilt.fit.kept import InLine, Lost, SameGap, SameSize, lost_of
from inkquilt.fit.model import Expr, FitModel
from inkquilt.fit.proving import best_page
from inkquilt.fit.readback import read_back
from inkquilt.fit.request import Broken, Cost, Fit, FitRequest
from inkquilt.fit.rules import Rules, write_rules
from inkquilt.fit.sizes import partner_reveal
from inkquilt.fit.wishes import Wishes
from inkquilt.sketch.geometry import Axis
from inkquilt.sketch.model import Block, Role
from inkquilt.sketch.patterns import Anchor, Centred, Concentric, Tuck
from inkquilt.sketch.relations import Apart, Edge


def with_reasons(request: FitRequest, fit: Fit) -> Fit:
    """Return the fit with a reason for everything its page lost."""
    if not fit.found or not fit.relations.broken:
        return fit
    rules = write_rules(fit.sketch, request.held_by(fit.way), fit.way.school)
    lost = lost_of(rules, fit.blocks)
    broken = tuple(_explained(rules, fit, one) for one in lost)
    return replace(fit, relations=replace(fit.relations, broken=broken))


def _explained(rules: Rules, fit: Fit, lost: Lost) -> Broken:
    reason = _forbidden(rules, lost) or _too_dear(rules, fit, lost)
    return replace(lost.broken, why=f"{lost.broken.why}{reason}")


def _forbidden(rules: Rules, lost: Lost) -> str | None:
    """Return which rules forbid it, or None if a page can have it."""
    model = FitModel(rules, explain=True)
    _require(model, lost)
    demands = what_forbids(model, rules.request.budget)
    if demands is None:
        return None
    if not demands:
        return ": the page's edges and the reveals leave no other place"
    return f": else these could not hold: {'; '.join(demand.demand for demand in demands)}"


def _too_dear(rules: Rules, fit: Fit, lost: Lost) -> str:
    """Return what would be given up for it on the best page that has it."""
    model = FitModel(rules)
    _require(model, lost)
    wishes = Wishes(model)
    best = best_page(model, wishes, rules.request.budget)
    if not best.found:
        return ": no page with it was found in the time"
    blocks = read_back(best.solver, model, rules)
    return f": else {_dearer(rules, fit, wishes.cost(best.solver), blocks)}"


def _dearer(rules: Rules, fit: Fit, cost: Cost, blocks: tuple[Block, ...]) -> str:
    """Name the dearest stage on which the other page is worse."""
    here = fit.cost
    assert here is not None
    if cost.photos > here.photos:
        changed = [
            f"{after.name} would be {size_text(after.size, rules)} instead of {size_text(before.size, rules)}"
            for before, after in zip(fit.blocks, blocks, strict=True)
            if before.role is Role.PHOTO and before.size != after.size
        ]
        return ", ".join(changed[:2]) or "photos would change size"
    if cost.moved > here.moved:
        return "pieces that are right as drawn would move"
    there = [lost.broken.why for lost in lost_of(rules, blocks)]
    new = [why for why in there if why not in {lost.broken.why for lost in lost_of(rules, fit.blocks)}]
    if new and (cost.lines, cost.rows) >= (here.lines, here.rows):
        return f"another would be lost: {new[0]}"
    return "the other pieces would move further from their places"


# -- asking for it -------------------------------------------------------------------


def _span(model: FitModel, block_id: str, axis: Axis) -> tuple[Expr, Expr]:
    place = model.placed[block_id]
    return (place.x, place.width) if axis is Axis.X else (place.y, place.height)


def _gap(model: FitModel, pair: tuple[str, str], axis: Axis) -> Expr:
    start, length = _span(model, pair[0], axis)
    return _span(model, pair[1], axis)[0] - start - length


def _require(model: FitModel, lost: Lost) -> None:
    """Add what was lost to a model, as a rule."""
    match lost.held:
        case InLine(edge, staying):
            _equal(model, model.edge(edge).expr, model.edge(staying).expr)
        case SameGap(axis, pair, usual):
            _equal(model, _gap(model, pair, axis), _gap(model, usual, axis))
        case SameSize(block_id, usual_id):
            one, two = model.placed[block_id], model.placed[usual_id]
            _equal(model, one.width, two.width)
            _equal(model, one.height, two.height)
        case Centred() as centred:
            start, length = _span(model, centred.last, centred.axis)
            bed, whole = _span(model, centred.on, centred.axis) if centred.on else (0, model.extent(centred.axis))
            before, after = _span(model, centred.first, centred.axis)[0] - bed, bed + whole - start - length
            _between(model, after - before, 0, model.grid)
        case Concentric() as layer:
            reveal = partner_reveal(layer.reveal, model.rules.sketch.unit, model.page.unit)
            for axis in Axis:
                start, length = _span(model, layer.upper, axis)
                under, whole = _span(model, layer.lower, axis)
                _equal(model, start - under, reveal)
                _equal(model, under + whole - start - length, reveal)
        case Anchor() as anchor:
            start, length = _span(model, anchor.upper, anchor.axis)
            under, whole = _span(model, anchor.lower, anchor.axis)
            off = 2 * start + length - 2 * (under + whole if anchor.high else under) - anchor.doubled
            _between(model, off, -2 * model.grid, 2 * model.grid)
        case Tuck() as tuck:
            over, length = _span(model, tuck.upper, tuck.axis)
            under, whole = _span(model, tuck.lower, tuck.axis)
            amount = (under + whole - over if tuck.high else over + length - under) - tuck.amount
            _between(model, amount, -model.grid, model.grid)
        case Apart() as apart:
            first = model.edge(Edge(apart.first, apart.axis, True))
            second = model.edge(Edge(apart.second, apart.axis, False))
            model.require(first.expr * second.scale, second.expr * first.scale, None)


def _equal(model: FitModel, one: Expr, two: Expr) -> None:
    _between(model, one - two, 0, 0)


def _between(model: FitModel, expr: Expr, least: int, most: int) -> None:
    model.require(least, expr, None)
    model.require(expr, most, None)
