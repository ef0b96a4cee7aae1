"""Room left on a page: what of each surface shows, and the largest empty rectangles and circles on it.

Nothing here decides a cut. ``surfaces`` tells what paper shows where, ``rectangles`` and
``circles`` find the largest empty ones.
"""

from inkquilt.space.circles import Circle, largest_circle
from inkquilt.space.rectangles import largest_rectangle, largest_rectangles
from inkquilt.space.surfaces import KEPT_FREE, Surface, on_page, surfaces_of

__all__ = [
    "KEPT_FREE",
    "Circle",
    "Surface",
    "largest_circle",
    "largest_rectangle",
    "largest_rectangles",
    "on_page",
    "surfaces_of",
]
