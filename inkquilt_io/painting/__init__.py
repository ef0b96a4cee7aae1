"""Pages painted as pictures, true to how their papers, photos and pieces look.

``papers``  a paper as it looks: its picture laid again and again, or its print in its colours
``layers``  every piece of a page as a picture of its own, with where it lies
``page``    the whole page as one picture
"""

from inkquilt_io.painting.layers import Layer, PaintedPage, layers_of
from inkquilt_io.painting.page import page_picture, painted

__all__ = ["Layer", "PaintedPage", "layers_of", "page_picture", "painted"]
