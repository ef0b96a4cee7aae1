"""Copies of photos, turned and made lighter or darker; the photo itself is never changed.

Lightness goes along a power curve, so that black stays black and white white; a step is a quarter of a stop in the
middle tones. The day it was taken goes along, the place does not.
"""

from __future__ import annotations

import io
from pathlib import Path
from typing import Final

from PIL import ExifTags, Image

from inkquilt_io.photo_files import loaded_photo, open_photo, taken_of

#: Quarter turns clockwise.
_TURNS: Final = {
    0: None,
    90: Image.Transpose.ROTATE_270,
    180: Image.Transpose.ROTATE_180,
    270: Image.Transpose.ROTATE_90,
}
_STEP: Final = 2**-0.25
_QUALITY: Final = 95


def changed_copy(path: Path, turn: int, light: int, most_pixels: int) -> bytes:
    """Return a photo as a JPEG, turned clockwise by ``turn`` degrees and so many steps lighter (darker if negative).

    Raises ``NotAPhoto``.
    """
    image = open_photo(path, most_pixels)
    taken = taken_of(image)
    upright = loaded_photo(image, whole=True).convert("RGB")
    how = _TURNS[turn]
    if how is not None:
        upright = upright.transpose(how)
    if light:
        curve = [round(255 * (value / 255) ** (_STEP**light)) for value in range(256)]
        upright = upright.point(curve * 3)
    exif = Image.Exif()
    if taken is not None:
        exif.get_ifd(ExifTags.IFD.Exif)[ExifTags.Base.DateTimeOriginal] = taken.strftime("%Y:%m:%d %H:%M:%S")
    out = io.BytesIO()
    upright.save(out, "JPEG", quality=_QUALITY, exif=exif)
    return out.getvalue()
