"""Rectangles on as few sheets as can be found.

First several good orders are tried with the largest free rectangles of each sheet
(maximal rectangles: Jylänki, "A Thousand Ways to Pack the Bin", 2010). When the
best of them uses more sheets than the area alone would need, OR-Tools' CP-SAT looks
for one sheet fewer, again and again, within a budget.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from typing import Final, NamedTuple

from ortools.sat.python import cp_model

from inkquilt.lengths import Grains
from inkquilt.printing.laid import Packed, PackedSpot, PieceTooLarge
from inkquilt.sketch.model import Size

#: Deterministic time for looking for one sheet fewer.
BUDGET: Final = 1.0
SEED: Final = 7
#: With more pieces than this the search has no chance within its budget.
MOST_SEARCHED: Final = 24


def pack(pieces: Sequence[Size], sheet: Size, budget: float = BUDGET) -> Packed:
    """Lay pieces on as few sheets as are found; gaps between them belong to the pieces. Raises ``PieceTooLarge``."""
    for index, piece in enumerate(pieces):
        if not any(piece.width <= w and piece.height <= h for w, h in _ways(sheet)):
            raise PieceTooLarge(index)
    if not pieces:
        return Packed((), 0, True)
    least = -(-sum(piece.width * piece.height for piece in pieces) // (sheet.width * sheet.height))
    best = min(
        (_filled(pieces, sheet, order, fits) for order in _orders(pieces) for fits in _FITS),
        key=lambda spots: _sheets(spots),
    )
    while _sheets(best) > least and len(pieces) <= MOST_SEARCHED:
        fewer = _searched(pieces, sheet, _sheets(best) - 1, budget)
        if fewer is None:
            break
        best = fewer
    return Packed(best, _sheets(best), _sheets(best) == least)


def _ways(size: Size) -> tuple[tuple[Grains, Grains], tuple[Grains, Grains]]:
    return (size.width, size.height), (size.height, size.width)


def _sheets(spots: Sequence[PackedSpot]) -> int:
    return max(spot.sheet for spot in spots) + 1


# -- largest free rectangles -------------------------------------------------------------


class _Free(NamedTuple):
    x: Grains
    y: Grains
    width: Grains
    height: Grains


def _orders(pieces: Sequence[Size]) -> Iterator[list[int]]:
    keys: tuple[Callable[[Size], int], ...] = (
        lambda piece: piece.width * piece.height,
        lambda piece: max(piece.width, piece.height),
        lambda piece: min(piece.width, piece.height),
        lambda piece: piece.width + piece.height,
    )
    for key in keys:
        yield sorted(range(len(pieces)), key=lambda index: (-key(pieces[index]), index))


#: How well a piece fits a free rectangle, less is better: short side left, long side left, area left, lowest place.
_FITS: Final[tuple[Callable[[_Free, Grains, Grains], tuple[int, int]], ...]] = (
    lambda free, w, h: (min(free.width - w, free.height - h), max(free.width - w, free.height - h)),
    lambda free, w, h: (max(free.width - w, free.height - h), min(free.width - w, free.height - h)),
    lambda free, w, h: (free.width * free.height - w * h, min(free.width - w, free.height - h)),
    lambda free, w, h: (free.y + h, free.x),
)


def _filled(
    pieces: Sequence[Size], sheet: Size, order: Sequence[int], fits: Callable[[_Free, Grains, Grains], tuple[int, int]]
) -> tuple[PackedSpot, ...]:
    """Lay the pieces in an order, each where it fits best on the first sheet that takes it."""
    free: list[list[_Free]] = []
    spots: dict[int, PackedSpot] = {}
    for index in order:
        piece = pieces[index]
        for number in range(len(free) + 1):
            if number == len(free):
                free.append([_Free(0, 0, sheet.width, sheet.height)])
            found = [
                (fits(place, w, h), place, turned)
                for place in free[number]
                for turned, (w, h) in enumerate(_ways(piece))
                if w <= place.width and h <= place.height
            ]
            if found:
                _, place, turned = min(found)
                spots[index] = PackedSpot(number, place.x, place.y, bool(turned))
                width, height = _ways(piece)[turned]
                free[number] = _without(free[number], _Free(place.x, place.y, width, height))
                break
    return tuple(spots[index] for index in range(len(pieces)))


def _without(free: list[_Free], taken: _Free) -> list[_Free]:
    """Return the largest free rectangles once one is taken; those inside others are dropped."""
    parts: list[_Free] = []
    for place in free:
        right, bottom = place.x + place.width, place.y + place.height
        taken_right, taken_bottom = taken.x + taken.width, taken.y + taken.height
        if taken.x >= right or taken_right <= place.x or taken.y >= bottom or taken_bottom <= place.y:
            parts.append(place)
            continue
        parts += [
            _Free(place.x, place.y, taken.x - place.x, place.height),
            _Free(taken_right, place.y, right - taken_right, place.height),
            _Free(place.x, place.y, place.width, taken.y - place.y),
            _Free(place.x, taken_bottom, place.width, bottom - taken_bottom),
        ]
    left = list(dict.fromkeys(part for part in parts if part.width > 0 and part.height > 0))
    return [part for part in left if not any(other != part and _inside(part, other) for other in left)]


def _inside(one: _Free, other: _Free) -> bool:
    return (
        other.x <= one.x
        and other.y <= one.y
        and one.x + one.width <= other.x + other.width
        and one.y + one.height <= other.y + other.height
    )


# -- the search --------------------------------------------------------------------------


def _searched(pieces: Sequence[Size], sheet: Size, sheets: int, budget: float) -> tuple[PackedSpot, ...] | None:
    """Return spots on so few sheets, or None when none are found in the budget.

    The sheets lie one below the other; a piece may not lie across the line between two.
    """
    model = cp_model.CpModel()
    columns, rows, vars_of = [], [], []
    for index, piece in enumerate(pieces):
        sides = cp_model.Domain.from_values([piece.width, piece.height])
        turned = model.new_bool_var(f"turned {index}")
        on = model.new_int_var(0, sheets - 1, f"sheet {index}")
        width = model.new_int_var_from_domain(sides, f"width {index}")
        height = model.new_int_var_from_domain(sides, f"height {index}")
        model.add(width == piece.width + (piece.height - piece.width) * turned)
        model.add(height == piece.height + (piece.width - piece.height) * turned)
        x = model.new_int_var(0, sheet.width, f"x {index}")
        y = model.new_int_var(0, sheet.height, f"y {index}")
        right = model.new_int_var(0, sheet.width, f"right {index}")
        down = model.new_int_var(0, sheets * sheet.height, f"down {index}")
        foot = model.new_int_var(0, sheets * sheet.height, f"foot {index}")
        model.add(y + height <= sheet.height)
        model.add(down == y + sheet.height * on)
        columns.append(model.new_interval_var(x, width, right, f"across {index}"))
        rows.append(model.new_interval_var(down, height, foot, f"along {index}"))
        vars_of.append((on, x, y, turned))
    model.add_no_overlap_2d(columns, rows)
    solver = cp_model.CpSolver()
    solver.parameters.num_workers = 1
    solver.parameters.random_seed = SEED
    solver.parameters.max_deterministic_time = budget
    if solver.solve(model) not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
        return None
    return tuple(
        PackedSpot(solver.value(on), solver.value(x), solver.value(y), bool(solver.value(turned)))
        for on, x, y, turned in vars_of
    )
