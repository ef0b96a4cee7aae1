"""Writing fits as JSON data (kind ``ink-quilt/fit``, version 1)."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import asdict
from typing import Any, Final

from inkquilt.fit.request import Clash, Fit, FitRequest, School
from inkquilt.lengths import MM, SIXTY_FOURTH, Grains, Unit, json_length
from inkquilt.sketch.writing import write_block

KIND: Final = "ink-quilt/fit"
VERSION: Final = 1


def write_fits(request: FitRequest, fits: Iterable[Fit]) -> dict[str, Any]:
    """Return the whole answer: page, grid, every fit, and the clash when none of them fits.

    All lengths are in the page's unit, as numbers or reduced fractions.
    """
    fits = list(fits)
    unit = request.page.unit
    clashes = [fit.clash for fit in fits if fit.clash is not None]
    nothing_fits = not any(fit.found for fit in fits)
    return {
        "kind": KIND,
        "version": VERSION,
        "unit": unit.value,
        "grid": str(json_length(request.grid, unit)),
        "page": {
            "width": json_length(request.page.width, unit),
            "height": json_length(request.page.height, unit),
        },
        "fits": [write_fit(fit, unit) for fit in fits],
        "clash": write_clash(clashes[0], unit) if nothing_fits and clashes else None,
    }


def write_fit(fit: Fit, unit: Unit) -> dict[str, Any]:
    """Return one fit; its blocks are complete sketch blocks in the page's unit."""
    return {
        "school": fit.way.school.value,
        "variant": fit.way.variant.value,
        "plan": fit.way.plan,
        "rearranged": bool(fit.way.plan) or fit.way.school is School.FILL,
        "note": fit.note,
        "turn": fit.way.turn,
        "mirrored": fit.way.mirrored,
        "status": fit.status.value,
        "gap": fit.gap,
        "seconds": round(fit.seconds, 3),
        "cost": fit.cost and asdict(fit.cost),
        "distance": fit.distance and {name: round(part, 4) for name, part in asdict(fit.distance).items()},
        "given_up": [rung.value for rung in fit.rungs],
        "aside": sorted(fit.aside),
        "missed": [{"mark": one.mark.value, "blocks": list(one.blocks)} for one in fit.missed],
        "blocks": [write_block(block, unit) for block in fit.blocks],
        "changes": [
            {"block": c.block, "kind": c.kind, "from": c.before, "to": c.after, "why": c.why} for c in fit.changes
        ],
        "relations": {
            "kept": fit.relations.kept,
            "broken": [
                {"kind": b.kind, "blocks": list(b.blocks), "axis": b.axis, "why": b.why} for b in fit.relations.broken
            ],
        },
        "clash": write_clash(fit.clash, unit) if fit.clash else None,
    }


def write_clash(clash: Clash, unit: Unit) -> dict[str, Any]:
    """Return a clash with its demands, its sum in words and what is missing, up to the next mark of a ruler.

    A tilted piece reaches further than its sides by a length that is on no ruler.
    """
    return {
        "demands": [
            {"demand": d.demand, "blocks": list(d.blocks), "lift": d.lift and [d.lift.kind.value, d.lift.name]}
            for d in clash.demands
        ],
        "sum": clash.sum,
        "short_by": None if clash.short_by is None else json_length(next_mark(clash.short_by, unit), unit),
    }


def next_mark(length: Grains, unit: Unit) -> Grains:
    """Return a length up to the next 1/64 in or half millimetre.

    >>> next_mark(4196, Unit.IN) == 34 * SIXTY_FOURTH
    True
    """
    mark = SIXTY_FOURTH if unit is Unit.IN else MM // 2
    return -(-length // mark) * mark
