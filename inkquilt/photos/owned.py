"""A photo as it is owned: what is true of it wherever it comes to lie."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction

from inkquilt.photos.areas import Area
from inkquilt.photos.crop import Crop, Framing, Pixels, Slot, crop_of, in_print
from inkquilt.sketch.model import Block, Size


@dataclass(frozen=True, slots=True)
class OwnedPhoto:
    """One photo: its pixels upright, what matters on it, and the print that exists and can only be trimmed, if any.

    ``is_document``: a document or keepsake, which is never trimmed; ``irreplaceable``: to be copied before it is cut.
    """

    name: str
    pixels: Pixels
    areas: tuple[Area, ...] = ()
    existing_print: Size | None = None
    is_document: bool = False
    irreplaceable: bool = False

    @property
    def proportions(self) -> Fraction:
        """Width over height."""
        return Fraction(self.pixels.across, self.pixels.down)

    @property
    def has_focus(self) -> bool:
        """Whether anything on it is known to matter."""
        return any(area.matters for area in self.areas)

    def crop_in(self, block: Block, framing: Framing) -> Crop:
        """Return what of it shows in a slot; a print that exists keeps its scale."""
        return crop_of(self.pixels, Slot.of(block), in_print(framing, self.existing_print, block.size), self.areas)
