"""The numbers of fitting, each with its name. Lengths in grains, common practice unless a source is given."""

from __future__ import annotations

from fractions import Fraction
from typing import Final

from inkquilt.lengths import INCH, MM, Grains, Unit
from inkquilt.sketch.model import Size

#: Everything that is cut lies on this grid when nothing else is asked.
DEFAULT_GRID: Final = {Unit.IN: INCH // 8, Unit.MM: MM}
#: Measured by eye.
EYE_GRID: Final = {Unit.IN: INCH // 4, Unit.MM: 5 * MM}
#: Grids people's cutters have.
GRIDS: Final = {
    Unit.IN: (INCH // 16, INCH // 8, INCH // 4),
    Unit.MM: (MM // 2, MM),
}

#: A strip or border may come out between these times its drawn width.
STRIP_NARROWEST: Final = Fraction(1, 2)
STRIP_WIDEST: Final = Fraction(2)
TAG_SMALLEST: Final = Fraction(3, 4)
TAG_LARGEST: Final = Fraction(5, 4)
CLUSTER_SMALLEST: Final = Fraction(3, 4)

#: Below this a title cannot be read from arm's length, nor a story written by hand.
TITLE_HEIGHT: Final[Grains] = 3 * INCH // 4
JOURNALING_SHORT: Final[Grains] = 1 * INCH
JOURNALING_LONG: Final[Grains] = 2 * INCH
#: A paper narrower than this is a thread, unless it was drawn so.
PAPER_NARROWEST: Final[Grains] = INCH // 4

#: A piece that lies over an edge goes on doing so by at least this, or as little as drawn.
OVERHANG: Final[Grains] = INCH // 16

#: Measured by eye, edges this close are meant as one line.
BY_EYE: Final[Grains] = INCH // 8
#: The leading photo counts as this many when sizes have to give way.
LEADING: Final = 4
#: A step off the place where a piece is anchored or tucked weighs as much as this many steps elsewhere.
ANCHORED: Final = 3

#: Reveals have a usual partner in the other unit; others go to the nearest half millimetre.
REVEAL_PARTNERS: Final = (
    (INCH // 16, 3 * MM // 2),
    (INCH // 8, 3 * MM),
    (INCH // 4, 6 * MM),
    (3 * INCH // 8, 10 * MM),
    (INCH // 2, 12 * MM),
)

#: Rounding of sine and cosine may move a turned corner by this; see ``sketch.geometry``.
TURN_SLACK: Final[Grains] = 2


def _inches(*pairs: tuple[float, float]) -> tuple[Size, ...]:
    return tuple(Size(round(w * 2) * INCH // 2, round(h * 2) * INCH // 2) for w, h in pairs)


def _centimetres(*pairs: tuple[int, int]) -> tuple[Size, ...]:
    return tuple(Size(w * 10 * MM, h * 10 * MM) for w, h in pairs)


#: Print sizes that can be ordered or printed, upright; each also lies on its side.
PRINT_SIZES: Final = {
    Unit.IN: _inches(
        (1.5, 1.5), (2, 2), (2, 3), (2.5, 3.5), (3, 3), (3, 4), (3.5, 5), (4, 4), (4, 6), (5, 5), (5, 7), (6, 6),
        (6, 8), (8, 8), (8, 10),
    ),
    Unit.MM: _centimetres(
        (4, 4), (5, 5), (5, 7), (6, 9), (7, 10), (8, 8), (9, 9), (9, 13), (10, 10), (10, 15), (13, 13), (13, 18),
        (15, 20),
    ),
}  # fmt: skip

#: Smaller than any print shop's: trimmed out of larger prints or printed several to a sheet.
SMALL_PRINT_SIZES: Final = {
    Unit.IN: _inches((1, 1), (1, 1.5), (1.5, 2)),
    Unit.MM: _centimetres((2, 2), (2, 3), (3, 3), (3, 4)),
}
