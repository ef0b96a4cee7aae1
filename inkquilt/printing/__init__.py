"""Printing photos: how fine a print comes out, and how prints share sheets of photo paper.

``prints``   what is to be printed, and whether the photo is fine enough for it
``packing``  prints on as few sheets as can be found
``sheets``   the packed sheets with their cut marks
"""

from inkquilt.printing.packing import Packed, PackedSpot, pack
from inkquilt.printing.prints import Fineness, Print, fineness
from inkquilt.printing.sheets import PAPERS, PrintPaper, PrintSheet, print_sheets

__all__ = [
    "PAPERS",
    "Fineness",
    "Packed",
    "PackedSpot",
    "Print",
    "PrintPaper",
    "PrintSheet",
    "fineness",
    "pack",
    "print_sheets",
]  # fmt: skip
