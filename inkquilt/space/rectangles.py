"""The largest upright rectangles in a region of any outline.

The region is cut into cells along the marks where its edges lie, with steps between along
slanting and round ones; a rectangle is made of cells that lie wholly within it. Over
the cells runs the largest-rectangle-in-a-histogram sweep (rows x columns steps), with true widths and heights. Where
all edges are upright the answer is exact, otherwise within a step.
"""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final, NamedTuple

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely.geometry.base import BaseGeometry

from inkquilt.lengths import Grains
from inkquilt.sketch.geometry import Box, Ends
from inkquilt.sketch.model import Size

#: Along slanting and round edges the marks are so far apart at most, in parts of the region's longer side.
STEPS: Final = 48
#: No size is too small.
ANY_SIZE: Final = Size(1, 1)
#: A cell may stick out by so many grains: corners of turned outlines are not whole numbers.
_SLACK: Final = 1.0


class _Cells(NamedTuple):
    """Marks along both axes, and for each cell between them whether it is free."""

    across: NDArray[np.int64]
    down: NDArray[np.int64]
    free: NDArray[np.bool_]


def largest_rectangle(region: BaseGeometry, least: Size = ANY_SIZE) -> Box | None:
    """Return the largest upright rectangle of at least a size within a region, or None."""
    return next(iter(largest_rectangles(region, 1, least)), None)


def largest_rectangles(region: BaseGeometry, count: int, least: Size = ANY_SIZE) -> tuple[Box, ...]:
    """Return up to so many rectangles that do not overlap, each the largest that was left, of at least a size."""
    cells = _cells(region)
    return () if cells is None else tuple(_one_by_one(cells, count, least))


def _one_by_one(cells: _Cells, count: int, least: Size) -> Iterator[Box]:
    free = cells.free.copy()
    for _ in range(count):
        best = _largest(cells._replace(free=free), least)
        if best is None:
            return
        yield best
        inside_x = (cells.across[:-1] >= best.x.low) & (cells.across[1:] <= best.x.high)
        inside_y = (cells.down[:-1] >= best.y.low) & (cells.down[1:] <= best.y.high)
        free[np.ix_(inside_y, inside_x)] = False


def _cells(region: BaseGeometry) -> _Cells | None:
    if region.is_empty:
        return None
    across, down = _marks(region, 0), _marks(region, 1)
    if len(across) < 2 or len(down) < 2:
        return None
    roomy = shapely.buffer(region, _SLACK, join_style="mitre")
    shapely.prepare(roomy)
    boxes = shapely.box(across[None, :-1], down[:-1, None], across[None, 1:], down[1:, None])
    return _Cells(across, down, shapely.covers(roomy, boxes))


def _marks(region: BaseGeometry, axis: int) -> NDArray[np.int64]:
    """Return where edges lie along one axis: upright ones exactly, others in steps."""
    low, high = (round(region.bounds[axis]), round(region.bounds[axis + 2]))
    corners = {round(corner) for corner in shapely.get_coordinates(region)[:, axis]}
    if len(corners) > 3 * STEPS:  # round outlines have very many corners: upright edges come twice or more
        upright = _upright(region, axis)
        step = max(1, max(high - low, 1) // STEPS)
        corners = upright | set(range(low, high, step))
    return np.array(sorted({low, high, *(c for c in corners if low <= c <= high)}), dtype=np.int64)


def _upright(region: BaseGeometry, axis: int) -> set[int]:
    found: set[int] = set()
    for part in getattr(region, "geoms", [region]):
        if part.geom_type != "Polygon":  # an edge that two outlines share leaves a line behind
            continue
        for ring in (part.exterior, *part.interiors):
            along = np.asarray(ring.coords)[:, axis]
            found |= {round(value) for value in along[1:][np.abs(np.diff(along)) < _SLACK]}
    return found


def _largest(cells: _Cells, least: Size) -> Box | None:
    """Return the largest rectangle of free cells by a sweep down the rows."""
    across, down, free = cells
    columns = free.shape[1]
    tops = np.full(columns, down[0])
    best, area = None, 0
    for row in range(free.shape[0]):
        tops = np.where(free[row], tops, down[row + 1])
        for box in _under(tops, across, int(down[row + 1])):
            wide, high = box.x.length, box.y.length
            if wide * high > area and wide >= least.width and high >= least.height:
                best, area = box, wide * high
    return best


def _under(tops: NDArray[np.int64], across: NDArray[np.int64], foot: Grains) -> Iterator[Box]:
    """Yield the rectangles that stand on a row and can grow no further to either side."""
    stack: list[tuple[int, int]] = []  # left mark, top
    for place, value in enumerate([*tops.tolist(), foot]):
        left = int(across[place])
        while stack and stack[-1][1] < value:
            begun, top = stack.pop()
            yield Box(Ends(begun, int(across[place])), Ends(top, foot))
            left = begun
        if value < foot and (not stack or stack[-1][1] > value):
            stack.append((left, value))
