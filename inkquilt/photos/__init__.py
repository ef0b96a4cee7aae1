"""Photos as the core sees them: pixels, the slot they go into, and what of them shows there."""

from inkquilt.photos.crop import Crop, crop_to_fill
from inkquilt.photos.reading import Photo, PhotoChoice, read_photos

__all__ = ["Crop", "Photo", "PhotoChoice", "crop_to_fill", "read_photos"]
