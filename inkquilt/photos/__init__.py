"""Photos as the core sees them: pixels, the slot they go into, and what of them shows there."""

from inkquilt.photos.areas import Area
from inkquilt.photos.crop import Crop, Framing, Pixels, Slot, crop_of, crop_to_fill
from inkquilt.photos.reading import PhotoChoice, ReadPhoto, read_photos

__all__ = [
    "Area",
    "Crop",
    "Framing",
    "PhotoChoice",
    "Pixels",
    "ReadPhoto",
    "Slot",
    "crop_of",
    "crop_to_fill",
    "read_photos",
]  # fmt: skip
