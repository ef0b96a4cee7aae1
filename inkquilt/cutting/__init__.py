"""From a page's pieces to cuts.

``pieces``      pieces as they are cut: windows, rows, ends, pairs of triangles
``terms``       what is asked of single pieces
``guillotine``  edge-to-edge plans of one paper
``pinned``      pieces that come from one place of a sheet
``plan``        all papers of a page; middles go on as scraps
``motifs``      printed places that cuts go through
``advice``      a little less that saves a sheet
``worthwhile``  which of several ways to cut less are worth it
``trimmer``     trimmers, and what each refuses
``instructions``  each cut as it is made
``machine``    outlines for a cutting machine: shapes nested on its mat, cut lines and score lines apart
``progress``   how far the cutting of a sheet has come: pieces that are cut, and parts that are still paper
``table``      sheets that are being cut: taking stock of what was done, what is left to cut
``steps``      a sheet's cuts step by step
``unplaced``   pieces that find no place: why, what would do, and what is to be bought
"""

from inkquilt.cutting.pieces import CutPiece, CutWishes, pieces_to_cut
from inkquilt.cutting.plan import USUAL_SHEET, PaperNeed, PaperPlan, plan_page

__all__ = ["USUAL_SHEET", "CutPiece", "CutWishes", "PaperNeed", "PaperPlan", "pieces_to_cut", "plan_page"]
