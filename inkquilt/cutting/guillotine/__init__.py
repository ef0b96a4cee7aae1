"""Edge-to-edge cut plans for one paper.

``values``     pieces wanted, paper in hand, plans
``bounds``     how many sheets no plan can do without
``construct``  quick plans
``blocks``, ``peel``, ``search``  all pieces on given sheets, or the proof that it cannot be
``parts``      the cuts in an order for the hand, and what is left
``solve``      the whole, improving while there is time
``leftover``   the largest single leftover there can be, where few kinds of pieces make that exact
"""

from inkquilt.cutting.guillotine.solve import PaperTask, improving_papers, improving_plans, plan_cuts
from inkquilt.cutting.guillotine.values import (
    Cut,
    CutPlan,
    CutSheet,
    Direction,
    Leftover,
    Placed,
    Proof,
    Stock,
    StockKind,
    Wanted,
)

__all__ = [
    "Cut", "CutPlan", "CutSheet", "Direction", "Leftover", "PaperTask", "Placed", "Proof", "Stock", "StockKind",
    "Wanted",
    "improving_papers", "improving_plans", "plan_cuts",
]  # fmt: skip
