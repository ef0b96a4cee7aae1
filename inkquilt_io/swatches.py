"""Pictures of papers: a small upright JPEG made of a photo of a sheet, and what it shows of the paper."""

from __future__ import annotations

import io
from pathlib import Path
from typing import Final

from PIL import Image

from inkquilt.lengths import Grains
from inkquilt.paper.kinds import PaperSide
from inkquilt_io.paper_look import read_side
from inkquilt_io.photo_files import loaded_photo, open_photo
from inkquilt_io.photo_values import Light, Swatch

#: Longest side in pixels: a 12 in sheet at arm's length on a screen.
LONGEST: Final = 640
_QUALITY: Final = 85


def read_swatch(path: Path, most_pixels: int, wide: Grains) -> Swatch:
    """Read a photo of a sheet, of which it shows so much from left to right. Raises ``NotAPhoto``."""
    image = loaded_photo(open_photo(path, most_pixels))
    image.thumbnail((LONGEST, LONGEST), Image.Resampling.LANCZOS)
    out = io.BytesIO()
    image.save(out, "JPEG", quality=_QUALITY)
    return Swatch(out.getvalue(), image.width, image.height, read_side(image, wide))


def read_picture(jpeg: bytes, wide: Grains, light: Light) -> PaperSide:
    """Return what a picture that is kept already shows, in another light."""
    with Image.open(io.BytesIO(jpeg)) as image:
        return read_side(image.convert("RGB"), wide, light)
