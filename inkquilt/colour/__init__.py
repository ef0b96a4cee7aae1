"""Colours: compared (``space``, ``many``), named in plain words (``names``), set on a painter's wheel (``wheel``), and
counted by how much of a thing shows them (``shares``)."""

from inkquilt.colour.names import Family, colour_name, family_of
from inkquilt.colour.shares import ColourPart, ColourShare
from inkquilt.colour.space import (
    LARGE_LETTERS,
    Lab,
    Rgb,
    UnreadableColour,
    contrast,
    difference,
    lab,
    luminance,
    read_colour,
    rgb_of,
)

__all__ = [
    "LARGE_LETTERS",
    "ColourPart",
    "ColourShare",
    "Family",
    "Lab",
    "Rgb",
    "UnreadableColour",
    "colour_name",
    "contrast",
    "difference",
    "family_of",
    "lab",
    "luminance",
    "read_colour",
    "rgb_of",
]
