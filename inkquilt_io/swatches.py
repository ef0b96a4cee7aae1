"""Pictures of papers: a small upright JPEG made of a photo of a sheet, and its main colours."""

from __future__ import annotations

import io
from dataclasses import dataclass
from pathlib import Path
from typing import Final

from PIL import Image

from inkquilt_io.photo_files import loaded_photo, open_photo

#: Longest side in pixels: a 12 in sheet at arm's length on a screen.
LONGEST: Final = 640
_QUALITY: Final = 85
_COLOURS: Final = 4
#: A colour that fills less of the paper than this is not named.
_LEAST_SHARE: Final = 0.06


@dataclass(frozen=True, slots=True)
class Swatch:
    """A paper's picture as JPEG, its pixels, and its colours as ``#rrggbb``, the one that fills most first."""

    jpeg: bytes
    width: int
    height: int
    colours: tuple[str, ...]


def read_swatch(path: Path, most_pixels: int) -> Swatch:
    """Read a photo of a sheet. Raises ``NotAPhoto``."""
    image = loaded_photo(open_photo(path, most_pixels))
    image.thumbnail((LONGEST, LONGEST), Image.Resampling.LANCZOS)
    out = io.BytesIO()
    image.save(out, "JPEG", quality=_QUALITY)
    return Swatch(out.getvalue(), image.width, image.height, main_colours(image))


def main_colours(image: Image.Image, most: int = _COLOURS, least_share: float = _LEAST_SHARE) -> tuple[str, ...]:
    """Return the colours of a picture as ``#rrggbb``, the one that fills most first (median cut)."""
    few = image.convert("RGB").quantize(most, method=Image.Quantize.MEDIANCUT)
    palette = few.getpalette() or []
    counts = sorted(few.getcolors() or [], reverse=True)
    total = sum(count for count, _ in counts)
    found: list[str] = []
    for count, place in counts:
        if not found or count >= least_share * total:
            assert isinstance(place, int)  # a palette picture
            red, green, blue = palette[3 * place : 3 * place + 3]
            found.append(f"#{red:02x}{green:02x}{blue:02x}")
    return tuple(found)
