"""Opening a picture that came from anywhere: bounded, upright, at the size it is worked on."""

from __future__ import annotations

import io
import warnings
from typing import Final

import cv2
import numpy as np
from PIL import Image, ImageOps, UnidentifiedImageError

from inkquilt_io.picture.page import Pixels
from inkquilt_io.picture.values import MOST_BYTES, refuse

MOST_PIXELS: Final = 24_000_000
#: The picture is worked on at this length of its longer side.
WORKED_AT: Final = 1800


def opened(content: bytes, worked_at: int = WORKED_AT) -> Pixels:
    """Return the picture upright, in BGR, at the working size. Raises ``PictureFaults``."""
    if len(content) > MOST_BYTES:
        raise refuse("too-large", "This picture file is larger than 40 MB.")
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            image = Image.open(io.BytesIO(content), formats=("PNG", "JPEG"))
            if image.width * image.height > MOST_PIXELS:
                words = f"This picture has {image.width * image.height // 1_000_000} megapixels; up to 24 can be read."
                raise refuse("too-many-pixels", words)
            image.draft("RGB", (2 * worked_at, 2 * worked_at))
            upright = ImageOps.exif_transpose(image).convert("RGBA")
    except (UnidentifiedImageError, OSError, SyntaxError, ValueError, Image.DecompressionBombError) as error:
        raise refuse("not-a-picture", "This is no PNG or JPEG picture that can be read.") from error
    except Image.DecompressionBombWarning as error:
        raise refuse(
            "too-many-pixels", "This picture unpacks to far too many pixels; up to 24 megapixels do."
        ) from error
    paper = Image.new("RGBA", upright.size, "white")
    flat = Image.alpha_composite(paper, upright).convert("RGB")
    flat.thumbnail((worked_at, worked_at), Image.Resampling.LANCZOS)
    if min(flat.size) < 80:
        raise refuse("too-small", "This picture is too small to find anything in; 600 pixels or more do.")
    return cv2.cvtColor(np.asarray(flat), cv2.COLOR_RGB2BGR)
