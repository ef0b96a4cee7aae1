"""Printing photos: how fine a print comes out, and how prints share sheets of photo paper.

``prints``   what is to be printed, and whether the photo is fine enough for it
``laid``     prints as they lie on sheets, with their cut marks
``packing``  prints on as few sheets as can be found
``sheets``   prints laid on sheets of one paper

The last two solve and are imported by those who do.
"""

from inkquilt.printing.laid import PAPERS, Packed, PackedSpot, PieceTooLarge, PrintPaper, PrintSheet
from inkquilt.printing.prints import Fineness, Print, fineness

__all__ = [
    "PAPERS",
    "Fineness",
    "Packed",
    "PackedSpot",
    "PieceTooLarge",
    "Print",
    "PrintPaper",
    "PrintSheet",
    "fineness",
]  # fmt: skip
