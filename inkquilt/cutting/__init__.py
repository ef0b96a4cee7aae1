"""From a page's pieces to cuts.

``guillotine``  edge-to-edge plans of one paper
``plan``        all papers of a page; middles go on as scraps
``advice``      a little less that saves a sheet
``trimmer``     each cut as an instruction, and what a trimmer refuses
"""

from inkquilt.cutting.plan import USUAL_SHEET, CutPiece, PaperNeed, PaperPlan, cut_pieces, plan_page

__all__ = ["USUAL_SHEET", "CutPiece", "PaperNeed", "PaperPlan", "cut_pieces", "plan_page"]
