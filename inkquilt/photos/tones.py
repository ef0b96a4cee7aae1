"""What a photo looks like in a coarse grid: the colour of each cell and how much goes on in it.

Read once from the picture. From it comes which parts are calm, so that words may lie there, and
how heavy the photo is to the eye.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction
from typing import Final

from shapely.geometry.base import BaseGeometry
from shapely.ops import unary_union

from inkquilt.colour import Rgb
from inkquilt.photos.areas import Area
from inkquilt.photos.cover import PlacedPhoto, area_on_page, outline_on_page
from inkquilt.sketch.model import Block

#: Cells across and down.
CELLS: Final = 12
#: Detail is the spread of brightness in a cell, 0 to 127; below this words can be read over it.
CALM: Final = 12


@dataclass(frozen=True, slots=True)
class ToneGrid:
    """The cells of a photo in rows from the top: their mean colours, and their detail."""

    colours: tuple[Rgb, ...]
    detail: tuple[int, ...]

    @property
    def colour(self) -> Rgb:
        """The photo's mean colour."""
        count = len(self.colours)
        return Rgb(*(round(sum(channel) / count) for channel in zip(*self.colours, strict=True)))

    @property
    def mean_detail(self) -> float:
        """Its mean detail, 0 to 1."""
        return min(1.0, sum(self.detail) / len(self.detail) / 64)

    def cells(self) -> Iterator[tuple[Area, Rgb, int]]:
        """Yield every cell with its colour and detail."""
        part = Fraction(1, CELLS)
        for number, (colour, detail) in enumerate(zip(self.colours, self.detail, strict=True)):
            row, column = divmod(number, CELLS)
            yield Area(column * part, row * part, part, part), colour, detail


def calm_part(block: Block, placed: PlacedPhoto, tones: ToneGrid) -> BaseGeometry:
    """Return the part of a photo on the page that is calm and does not matter; what was said to be coverable is too."""
    calm = [area_on_page(block, placed, cell) for cell, _, detail in tones.cells() if detail <= CALM]
    said = [area_on_page(block, placed, area) for area in placed.areas if not area.matters]
    matter = [area_on_page(block, placed, area) for area in placed.areas if area.matters]
    # Cells that meet along a slanting edge leave no seam between them.
    whole = unary_union(calm + said).buffer(1.0, join_style="mitre")
    return whole.intersection(outline_on_page(block)).difference(unary_union(matter))


def colour_at(block: Block, placed: PlacedPhoto, tones: ToneGrid, region: BaseGeometry) -> Rgb:
    """Return the mean colour of a photo under a region of the page."""
    sums, total = [0.0, 0.0, 0.0], 0.0
    for cell, colour, _ in tones.cells():
        shared = area_on_page(block, placed, cell).intersection(region).area
        if shared:
            total += shared
            sums = [one + shared * channel for one, channel in zip(sums, colour, strict=True)]
    return Rgb(*(round(one / total) for one in sums)) if total else tones.colour
