"""What a ruler and a pencil need before anything is cut: the measure card, and how each number was reckoned.

``card``       the measure card: for each piece its size, where it lies, and where its centre marks go
``reckoning``  how each number of a fitted page was reckoned, as sums anyone can check with pencil and paper
"""

from inkquilt.measuring.card import MeasureFrom, MeasureRow, measure_card
from inkquilt.measuring.reckoning import Sum, reckoned

__all__ = ["MeasureFrom", "MeasureRow", "Sum", "measure_card", "reckoned"]
