"""What a ruler and a pencil need before anything is cut: the measure card, and how each number was reckoned."""

from inkquilt.measuring.card import MeasureFrom, MeasureRow, measure_card
from inkquilt.measuring.reckoning import Sum, reckoned

__all__ = ["MeasureFrom", "MeasureRow", "Sum", "measure_card", "reckoned"]
