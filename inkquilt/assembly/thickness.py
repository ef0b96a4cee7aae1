"""How thick a page is: place by place and at most, what makes it so, and what would be flatter.

Layers are added up over a fine raster of the page; that a stiff piece bridges what lies beneath is left out, so a page
is never thinner than told where pieces press down. Thicknesses are common practice, no source.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np
import shapely

from inkquilt.assembly.glue import FOAM, height_of
from inkquilt.assembly.things import THICKNESS, AssemblyPage, Material, Thing, ThingKind
from inkquilt.lengths import INCH, MM, Grains

#: The page is looked at at places so far apart.
CELL: Final[Grains] = INCH // 8
#: What thinner ones a thing may be swapped for have, and what a cut-out hidden middle saves: one layer.
_FLAT: Final[Grains] = 3 * MM // 10
#: A thing is thick from here on.
_THICK: Final[Grains] = MM


@dataclass(frozen=True, slots=True)
class Flatter:
    """What a thing could be instead: in words, and what it saves where the page is thickest."""

    thing: str
    words: str
    saves: Grains


@dataclass(frozen=True, slots=True)
class Thickness:
    """A page's thickness: its height on a raster of ``CELL`` from the top left corner, with the base beneath.

    ``most`` is the greatest, at (``x``, ``y``); ``usual`` the mean. ``makers`` are the things that stand there, the
    thickest first, and ``flatter`` what would lower it.
    """

    cells: tuple[tuple[Grains, ...], ...]
    most: Grains
    x: Grains
    y: Grains
    usual: Grains
    makers: tuple[str, ...]
    flatter: tuple[Flatter, ...]


def thickness_of(page: AssemblyPage, base: Grains = THICKNESS[Material.PAPER]) -> Thickness:
    """Return how thick a page is; ``base`` is what everything lies on."""
    across = np.arange(CELL / 2, page.width, CELL)
    down = np.arange(CELL / 2, page.height, CELL)
    x, y = np.meshgrid(across, down)
    heights = np.full(x.shape, base, dtype=np.int64)
    for thing in page.things:
        for outline, height in _layers(thing):
            heights += np.where(shapely.contains_xy(outline, x, y), height, 0)
    row, column = (int(one) for one in np.unravel_index(int(np.argmax(heights)), heights.shape))
    at_x, at_y = int(x[row, column]), int(y[row, column])
    makers = sorted(
        (thing for thing in page.things if _covers(thing, at_x, at_y)), key=lambda one: (-height_of(one), one.key)
    )
    return Thickness(
        tuple(tuple(int(cell) for cell in line) for line in heights),
        int(heights[row, column]), at_x, at_y, int(heights.mean()),
        tuple(thing.key for thing in makers if height_of(thing) > 0),
        tuple(sorted(_flatter(makers), key=lambda one: -one.saves)),
    )  # fmt: skip


def _layers(thing: Thing) -> Iterator[tuple[shapely.Geometry, Grains]]:
    if thing.is_drawn:
        return
    for part in thing.parts:
        if not part.is_empty:
            yield part.outline, part.thickness
    if thing.foam:
        yield thing.outline, FOAM


def _covers(thing: Thing, x: Grains, y: Grains) -> bool:
    return any(shapely.contains_xy(outline, x, y) for outline, _ in _layers(thing))


def _flatter(makers: Sequence[Thing]) -> Iterator[Flatter]:
    for thing in makers:
        if thing.foam:
            yield Flatter(thing.key, f"{thing.name}: glued flat instead of on foam", FOAM)
        thick = max(part.thickness for part in thing.parts)
        if thing.kind is ThingKind.EMBELLISHMENT and thick >= _THICK:
            yield Flatter(thing.key, f"{thing.name}: one cut from paper, or a sticker of it", thick - _FLAT)
    stacked = [thing for thing in makers if thing.kind is ThingKind.PAPER or len(thing.parts) > 1]
    if len(stacked) > 1:
        lowest = next(thing for thing in reversed(stacked))
        yield Flatter(
            lowest.key, f"{lowest.name}: its hidden middle cut out, which saves a layer", lowest.bottom.thickness
        )
