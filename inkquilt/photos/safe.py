"""How small a photo may become, what is trimmed off a print, and how a photo is kept whole.

A photo's smallest safe size is the least slot in which all that matters still
shows. A print that exists already keeps its scale, so that is what is left of it
when everything else is cut away. A photo that will be printed can become smaller
as a whole, but what matters must stay large enough to be made out.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from fractions import Fraction
from typing import Final

from inkquilt.lengths import INCH, Grains
from inkquilt.photos.areas import Area, around, that_matter
from inkquilt.photos.crop import Crop, Pixels
from inkquilt.sketch.model import Size

#: What matters is made out at arm's length when its shorter side has this. Common practice, no source.
LEGIBLE: Final[Grains] = INCH // 2


def safe_size(
    photo: Pixels, areas: Iterable[Area], drawn: Size, grid: Grains, printed: Size | None = None
) -> Size | None:
    """Return the least slot that keeps all that matters, on the grid, or None when nothing is marked.

    ``printed`` is the size of a print that cannot be made again. A photo that can
    is never asked to be larger than its slot was ``drawn``.
    """
    matters = that_matter(areas)
    box = around(matters)
    if box is None:
        return None
    if printed is not None:
        return _on_grid(box.width * printed.width, box.height * printed.height, grid)
    smallest = min(min(area.width * photo.across, area.height * photo.down) for area in matters)
    as_drawn = max(Fraction(drawn.width, photo.across), Fraction(drawn.height, photo.down))
    scale = min(LEGIBLE / smallest, as_drawn) if smallest > 0 else as_drawn
    width, height = box.width * photo.across * scale, box.height * photo.down * scale
    return _on_grid(min(width, Fraction(drawn.width)), min(height, Fraction(drawn.height)), grid)


def _on_grid(width: Fraction, height: Fraction, grid: Grains) -> Size:
    return Size(max(1, -int(-width // grid)) * grid, max(1, -int(-height // grid)) * grid)


@dataclass(frozen=True, slots=True)
class Trims:
    """What comes off each side of a print, in grains; together with the slot they make up the whole print."""

    left: Grains
    top: Grains
    right: Grains
    bottom: Grains

    @property
    def none(self) -> bool:
        """Whether the print stays whole."""
        return not (self.left or self.top or self.right or self.bottom)


def trims_of(print_size: Size, slot: Size, crop: Crop, grid: Grains) -> Trims:
    """Return what to cut off a print so that the slot shows the crop's middle, to the nearest mark.

    Raises ``ValueError`` for a slot that is larger than the print.
    """
    across, down = print_size.width - slot.width, print_size.height - slot.height
    if across < 0 or down < 0:
        raise ValueError("a print cannot be trimmed to something larger than itself")
    left = _first(crop.middle.x * print_size.width - Fraction(slot.width, 2), across, grid)
    top = _first(crop.middle.y * print_size.height - Fraction(slot.height, 2), down, grid)
    return Trims(left, top, across - left, down - top)


def _first(wanted: Fraction, whole: Grains, grid: Grains) -> Grains:
    """Return what comes off the first side: on a mark, unless all of it does."""
    on_mark = round(wanted / grid) * grid
    return min(max(on_mark, 0), whole)


def whole_in(photo: Pixels, slot: Size, grid: Grains, reveal: Grains) -> Size | None:
    """Return the largest size at which a photo is kept whole in a slot with a mat showing at least ``reveal``.

    Both sides are on the grid, the proportions kept to within a step. None when nothing is left of it.
    """
    width, height = slot.width - 2 * reveal, slot.height - 2 * reveal
    if min(width, height) < grid:
        return None
    shape = Fraction(photo.across, photo.down)
    if width / shape <= height:
        width = width // grid * grid
        height = round(width / shape / grid) * grid
    else:
        height = height // grid * grid
        width = round(height * shape / grid) * grid
    return Size(width, height) if min(width, height) >= grid else None
