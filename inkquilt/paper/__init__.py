"""Paper: what a page is made of, what of it shows, and the paper people own.

``pieces``   every piece of a page with its number and size
``kinds``    sides of a paper and what is printed on them
``entry``    paper entered in one line
``visible``  what lies hidden under other pieces
``saving``   gutting, cutting short, joining, spare sheets
``nestings`` pieces that come out of the middle of others
``scraps``   scraps of any outline, and what can be cut out of them
``seams``    pieces joined from two, the seam named
``openings`` windows, and what is behind them
``regions``  places of a sheet, printed motifs
``printed``  printed frames and lines, on the page
``repeats``  rows of equal pieces, graduated strips
``tools``    punches and dies
"""

from inkquilt.paper.pieces import PaperPieces, Piece, PieceList, paper_of, pieces_of

__all__ = ["PaperPieces", "Piece", "PieceList", "paper_of", "pieces_of"]
