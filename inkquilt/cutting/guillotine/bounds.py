"""How many sheets of one size no plan can do without.

Dual feasible functions after Fekete and Schepers, "New classes of fast lower
bounds for bin packing problems" (Mathematical Programming 91, 2001), sections 2
and 3: a function on lengths that never lets a set of lengths fill more of the
whole than before. A pair of them, one on widths and one on heights, turns areas
into a bound. All sums are whole numbers. A piece that may be turned counts with
the lesser of its two stances, which is still a bound.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np
from numpy.typing import NDArray

from inkquilt.cutting.guillotine.values import Stock, StockKind, Wanted
from inkquilt.sketch.model import Size

#: The parameter k of the functions u(k).
_STEPS: Final = range(1, 7)
#: At most so many thresholds are tried along each axis.
_THRESHOLDS: Final = 24

_Ints = NDArray[np.int64]


@dataclass(frozen=True, slots=True)
class _Scaled:
    """Lengths after a dual feasible function: those of the pieces, lying as they are and turned, and of the sheet."""

    straight: _Ints
    turned: _Ints
    whole: int


def least_sheets(pieces: Sequence[Wanted], stocks: Sequence[Stock]) -> int:
    """Return a number of new sheets that no plan for all pieces can do without.

    With scraps, or sheets of several sizes, only areas are reckoned: a scrap counts
    if any piece fits on it.
    """
    usable = [stock for stock in stocks if stock.count != 0 and any(piece.fits(stock.size) for piece in pieces)]
    sheets = [stock for stock in usable if stock.kind is StockKind.SHEET]
    if not pieces or not sheets:
        return 0
    scraps = sum(stock.area * (stock.count or 0) for stock in usable if stock.kind is StockKind.SCRAP)
    area = sum(piece.size.width * piece.size.height for piece in pieces)
    by_area = max(0, -((scraps - area) // max(sheet.area for sheet in sheets)))
    if len(usable) > 1:
        only_sheets = [p for p in pieces if not any(p.fits(s.size) for s in usable if s.kind is StockKind.SCRAP)]
        return max(by_area, int(bool(only_sheets)))
    return max(by_area, _by_functions(pieces, sheets[0].size))


def _by_functions(pieces: Sequence[Wanted], sheet: Size) -> int:
    widths = np.array([piece.size.width for piece in pieces], dtype=np.int64)
    heights = np.array([piece.size.height for piece in pieces], dtype=np.int64)
    # A stance that does not fit the sheet is none: only the other one counts.
    turns = np.array(
        [p.may_turn and p.size.height <= sheet.width and p.size.width <= sheet.height for p in pieces], dtype=bool
    )
    stands = np.array([p.size.width <= sheet.width and p.size.height <= sheet.height for p in pieces], dtype=bool)
    best = 0
    across = list(_functions(widths, heights, sheet.width))
    down = list(_functions(heights, widths, sheet.height))
    for one in across:
        for other in down:
            straight = one.straight * other.straight
            turned = one.turned * other.turned
            least = np.where(stands & turns, np.minimum(straight, turned), np.where(stands, straight, turned))
            best = max(best, -(-int(least.sum()) // (one.whole * other.whole)))
    return best


def _functions(lengths: _Ints, if_turned: _Ints, whole: int) -> list[_Scaled]:
    both = np.concatenate([lengths, if_turned])
    found = [_Scaled(lengths, if_turned, whole)]
    for k in _STEPS:
        found.append(_Scaled(_stepped(lengths, whole, k), _stepped(if_turned, whole, k), k * whole))
    thresholds = np.unique(both[both * 2 <= whole])
    for threshold in thresholds[:_THRESHOLDS]:
        small, large = int(threshold), whole - int(threshold)
        found.append(_Scaled(_cleared(lengths, whole, small, large), _cleared(if_turned, whole, small, large), whole))
    return found


def _stepped(lengths: _Ints, whole: int, k: int) -> _Ints:
    """u(k): x stays where (k + 1) x is whole, else floor((k + 1) x) / k."""
    exact = (k + 1) * lengths % whole == 0
    return np.where(exact, k * lengths, (k + 1) * lengths // whole * whole)


def _cleared(lengths: _Ints, whole: int, small: int, large: int) -> _Ints:
    """U(e): nothing below e, the whole above 1 - e, as it is between."""
    return np.where(lengths > large, whole, np.where(lengths < small, 0, lengths))
