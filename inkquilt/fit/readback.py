"""Reading a solution back into blocks."""

from __future__ import annotations

from dataclasses import replace

from ortools.sat.python import cp_model

from inkquilt.fit.model import FitModel
from inkquilt.fit.rules import Rules
from inkquilt.sketch.model import Block, Role, Shape, Size


def read_back(solver: cp_model.CpSolver, model: FitModel, rules: Rules) -> tuple[Block, ...]:
    """Return all blocks of the sketch, in file order, where the solver put them."""
    page = rules.request.page
    blocks = []
    for block in rules.sketch.blocks:
        if block.role is Role.BASE:
            blocks.append(replace(block.placed(0, 0, Size(page.width, page.height)), turn=0))
            continue
        place = model.placed[block.id]
        size = Size(int(solver.value(place.width)), int(solver.value(place.height)))
        if block.shape is Shape.FRAME:
            block = replace(block, band=block.frame_band)  # like a reveal, it does not scale
        blocks.append(block.placed(int(solver.value(place.x)), int(solver.value(place.y)), size))
    return tuple(blocks)
