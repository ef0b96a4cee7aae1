"""Holes in a piece: a frame's, a gutted middle's, a window's; and the paper that shows through a window.

Places are counted from the piece's own top left corner. A window that reaches an
edge of its piece is *open* there. Its *backing* is a piece as large as the window and
a lip on every closed side. For a facing page a window is *mirrored*: two sheets laid
face to face are cut together. Common practice, no source.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Final

from inkquilt.errors import CoreError
from inkquilt.lengths import INCH, Grains, Unit, with_unit
from inkquilt.sketch.model import End, Size

#: A window is at least so large both ways, and what stays beside it is at least so wide.
LEAST_WINDOW: Final[Grains] = INCH // 4
LEAST_BESIDE: Final[Grains] = INCH // 4
_OPPOSITE: Final = ((End.LEFT, End.RIGHT), (End.TOP, End.BOTTOM))


@dataclass(frozen=True, slots=True)
class Inset:
    """A rectangle within a piece, from the piece's own top left corner."""

    x: Grains
    y: Grains
    size: Size

    @property
    def right(self) -> Grains:
        """Its right edge."""
        return self.x + self.size.width

    @property
    def bottom(self) -> Grains:
        """Its lower edge."""
        return self.y + self.size.height

    @property
    def area(self) -> int:
        """In square grains."""
        return self.size.width * self.size.height

    def swapped(self) -> Inset:
        """Return it with across and down changed for each other."""
        return Inset(self.y, self.x, self.size.swapped())

    def turned(self, piece: Size) -> Inset:
        """Return it in a piece of that size that is turned a quarter clockwise."""
        return Inset(piece.height - self.bottom, self.x, self.size.swapped())

    def mirrored(self, width: Grains) -> Inset:
        """Return it as it lies when a piece of that width is turned over, left to right."""
        return replace(self, x=width - self.right)

    def open_sides(self, piece: Size) -> frozenset[End]:
        """Return the sides on which it reaches the piece's edge."""
        reached = {
            End.LEFT: self.x == 0,
            End.TOP: self.y == 0,
            End.RIGHT: self.right == piece.width,
            End.BOTTOM: self.bottom == piece.height,
        }
        return frozenset(side for side, is_open in reached.items() if is_open)

    def overlaps(self, other: Inset) -> bool:
        """Tell whether they share any area."""
        across = self.x < other.right and other.x < self.right
        return across and self.y < other.bottom and other.y < self.bottom


@dataclass(frozen=True, slots=True)
class Distances:
    """How far a window stays from the four edges of its piece; none on a side that it is open to."""

    left: Grains
    top: Grains
    right: Grains
    bottom: Grains


@dataclass(frozen=True, slots=True)
class Window:
    """A window, the paper behind it (None: one looks through), and whether the facing page has its mirror."""

    opening: Inset
    backing: str | None = None
    mirrored: bool = False


class NoWindow(CoreError):
    """Distances that leave no window, or no piece around it."""

    code = "no-window"


def window_at(piece: Size, away: Distances, unit: Unit) -> Inset:
    """Return the window that keeps these distances. Raises ``NoWindow`` with the sum.

    9 wide and 7 1/2 high in 12 x 12: 1 1/4 from the outer edge, 2 from the top, 2 1/2 from the
    bottom, 1 3/4 from the inner edge.
    """
    for name, length, low, high in (
        ("wide", piece.width, away.left, away.right),
        ("high", piece.height, away.top, away.bottom),
    ):
        if low < 0 or high < 0:
            raise NoWindow("A window cannot reach beyond its piece: distances are nothing or more.")
        if length - low - high < LEAST_WINDOW:
            raise NoWindow(
                f"{with_unit(length, unit)} less {with_unit(low, unit)} and {with_unit(high, unit)} leaves "
                f"{with_unit(max(0, length - low - high), unit)}: a window is at least "
                f"{with_unit(LEAST_WINDOW, unit)} {name}. Smaller distances would do."
            )
        if low == high == 0:
            raise NoWindow("Open to two opposite edges it would be two pieces: keep a distance on one of them.")
        for side in (low, high):
            if 0 < side < LEAST_BESIDE:
                raise NoWindow(
                    f"{with_unit(side, unit)} beside a window tears: "
                    f"{with_unit(LEAST_BESIDE, unit)} or more, or nothing to leave it open."
                )
    size = Size(piece.width - away.left - away.right, piece.height - away.top - away.bottom)
    return Inset(away.left, away.top, size)


def distances_of(opening: Inset, piece: Size) -> Distances:
    """Return how far a window stays from the edges of its piece."""
    return Distances(opening.x, opening.y, piece.width - opening.right, piece.height - opening.bottom)


def backing_of(opening: Inset, piece: Size, lip: Grains) -> Inset:
    """Return the paper behind an opening: a lip more on each closed side, as far as the piece reaches."""
    left, top = max(0, opening.x - lip), max(0, opening.y - lip)
    right, bottom = min(piece.width, opening.right + lip), min(piece.height, opening.bottom + lip)
    return Inset(left, top, Size(right - left, bottom - top))


def cuts_of(opening: Inset, piece: Size) -> int:
    """Return how many cuts free what lies in an opening: one for each closed side."""
    return 4 - len(opening.open_sides(piece))
