"""Edge-to-edge cut plans for one paper.

``values``     pieces wanted, paper in hand, plans
``bounds``     how many sheets no plan can do without
``construct``  quick plans
``blocks``, ``peel``, ``search``  all pieces on given sheets, or the proof that it cannot be
``parts``      the cuts in an order for the hand, and what is left
``work``       how much work a plan may take: counted, not timed
``solve``      the whole, improving while there is work left
``leftover``   the largest single leftover there can be, where few kinds of pieces make that exact
"""

from inkquilt.cutting.guillotine.solve import PaperTask, best_plan, improving_papers, improving_plans, plan_cuts
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
from inkquilt.cutting.guillotine.work import Work

__all__ = [
    "Cut", "CutPlan", "CutSheet", "Direction", "Leftover", "PaperTask", "Placed", "Proof", "Stock", "StockKind",
    "Wanted", "Work",
    "best_plan", "improving_papers", "improving_plans", "plan_cuts",
]  # fmt: skip
