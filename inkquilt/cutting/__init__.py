"""From a fitted page to paper: which pieces there are, and a first plan of cuts."""

from inkquilt.cutting.pieces import PaperPieces, Piece, PieceList, pieces_of
from inkquilt.cutting.plan import USUAL_SHEET, Cut, CutSheet, PaperPlan, plan_cuts

__all__ = ["USUAL_SHEET", "Cut", "CutSheet", "PaperPieces", "PaperPlan", "Piece", "PieceList", "pieces_of", "plan_cuts"]
