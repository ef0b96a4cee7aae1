"""How much of a photo or paper shows which colour, and whether it is one that people match.

Skin and sky are known apart from what people match: clothes, grass, a thing. Common practice, no source.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum

from inkquilt.colour.names import colour_name
from inkquilt.colour.space import Rgb


class ColourPart(Enum):
    """What shows a colour."""

    MATCHED = "colour"
    SKIN = "skin"
    SKY = "sky"


@dataclass(frozen=True, slots=True)
class ColourShare:
    """A colour with its share of the whole, 0 to 1."""

    colour: Rgb
    share: float
    part: ColourPart = ColourPart.MATCHED

    @property
    def name(self) -> str:
        """The colour in plain words."""
        return colour_name(self.colour)
