"""Paper: what a page is made of, what of it shows, and the paper people own.

``pieces``   every piece of a page with its number and size
``kinds``    sides of a paper and what is printed on them
``entry``    paper entered in one line
``visible``  what lies hidden under other pieces
``saving``   gutting, cutting short, spare sheets
"""

from inkquilt.paper.pieces import PaperPieces, Piece, PieceList, paper_of, pieces_of

__all__ = ["PaperPieces", "Piece", "PieceList", "paper_of", "pieces_of"]
