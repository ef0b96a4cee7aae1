"""What a photo looks like in a coarse grid: the colour of each cell and how much goes on in it.

Read once from the picture. From it comes which parts are calm, so that words may lie there, and
how heavy the photo is to the eye.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction
from math import ceil, floor
from typing import Final

from shapely import affinity
from shapely.geometry import box
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


@dataclass(frozen=True, slots=True)
class TonesOnPage:
    """A photo's colours where it lies on the page.

    ``to_photo`` takes a place on the page to parts of the photo: a, b, d, e, u, v of (a x + b y + u, d x + e y + v).
    """

    tones: ToneGrid
    to_photo: tuple[float, float, float, float, float, float]

    @classmethod
    def of(cls, block: Block, placed: PlacedPhoto, tones: ToneGrid) -> TonesOnPage:
        """Return a photo as it lies in its slot."""
        whole = area_on_page(block, placed, Area(Fraction(0), Fraction(0), Fraction(1), Fraction(1)))
        (x, y), (right_x, right_y), _, (low_x, low_y), _ = whole.exterior.coords
        across, down = (right_x - x, right_y - y), (low_x - x, low_y - y)
        area = across[0] * down[1] - across[1] * down[0]
        a, b = down[1] / area, -down[0] / area
        d, e = -across[1] / area, across[0] / area
        return cls(tones, (a, b, d, e, -a * x - b * y, -d * x - e * y))

    def moved(self, across: float, down: float) -> TonesOnPage:
        """Return it with the photo moved on the page."""
        a, b, d, e, x, y = self.to_photo
        return TonesOnPage(self.tones, (a, b, d, e, x - a * across - b * down, y - d * across - e * down))

    def colour_under(self, region: BaseGeometry) -> Rgb:
        """Return the mean colour of the photo under a region of the page; beside the photo, of all of it."""
        seen = list(self._under(region))
        total = sum(share for _, share in seen)
        if not total:
            return self.tones.colour
        return Rgb(*(round(sum(colour[channel] * share for colour, share in seen) / total) for channel in range(3)))

    def colours_under(self, region: BaseGeometry, least: float) -> tuple[Rgb, ...]:
        """Return the colours of which a region of the page meets at least such a share, and their mean."""
        met = tuple(colour for colour, share in self._under(region) if share >= least)
        return (*met, self.colour_under(region))

    def _under(self, region: BaseGeometry) -> Iterator[tuple[Rgb, float]]:
        """Yield the cells under a region, each with its share of it."""
        on_photo = affinity.affine_transform(region, self.to_photo)
        left, top, right, bottom = (bound * CELLS for bound in on_photo.bounds)
        for row in range(max(0, floor(top)), min(CELLS, ceil(bottom))):
            for column in range(max(0, floor(left)), min(CELLS, ceil(right))):
                cell = box(column / CELLS, row / CELLS, (column + 1) / CELLS, (row + 1) / CELLS)
                share = cell.intersection(on_photo).area / on_photo.area
                if share:
                    yield self.tones.colours[row * CELLS + column], share
