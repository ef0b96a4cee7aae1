"""Photo files: what they are, when they were taken, and the smaller upright pictures made from them.

JPEG, PNG, WebP, HEIC/HEIF and TIFF, told by their content whatever they are called.
Colours of the smaller pictures are those of sRGB (IEC 61966-2-1), whatever profile
the file carries; the file itself is never changed.
"""

from __future__ import annotations

import io
import warnings
from collections.abc import Mapping
from contextlib import suppress
from dataclasses import replace
from datetime import datetime
from pathlib import Path
from typing import Any, Final

import numpy as np
import pillow_heif
from PIL import ExifTags, Image, ImageCms, ImageOps, UnidentifiedImageError

from inkquilt_io.photo_values import NotAPhoto, PhotoFacts, PhotoTooLarge

pillow_heif.register_heif_opener()

#: What is read, and the suffix it is kept under.
SUFFIXES: Final = {"JPEG": ".jpg", "PNG": ".png", "WEBP": ".webp", "HEIF": ".heic", "TIFF": ".tif"}
#: Longest side in pixels of the pictures made from a photo.
RENDITIONS: Final = {"view": 1600, "thumb": 360}
QUALITY: Final = 88
#: Exif, CIPA DC-008-2019: when the picture was taken.
_TAKEN: Final = (ExifTags.Base.DateTimeOriginal, ExifTags.Base.DateTimeDigitized)


def read_photo(path: Path, folder: Path, most_pixels: int) -> PhotoFacts:
    """Check a photo and write its smaller pictures into a folder. Raises ``NotAPhoto``; ``OSError`` for a full disk."""
    image = open_photo(path, most_pixels)
    facts = _facts(image)
    upright = loaded_photo(image)
    for kind, longest in RENDITIONS.items():
        upright.thumbnail((longest, longest), Image.Resampling.LANCZOS)
        upright.save(folder / f"{kind}.jpg", quality=QUALITY)
    return replace(facts, look=_look(upright))


def _look(image: Image.Image) -> str:
    small = np.asarray(image.convert("L").resize((9, 8), Image.Resampling.BOX), dtype=int)
    signs = (small[:, 1:] > small[:, :-1]).ravel()
    return f"{int(''.join('1' if sign else '0' for sign in signs), 2):016x}"


def open_photo(path: Path, most_pixels: int) -> Image.Image:
    """Open a photo without reading its pixels. Raises ``NotAPhoto``."""
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            image = Image.open(path, formats=list(SUFFIXES))
    except (Image.DecompressionBombError, Image.DecompressionBombWarning) as error:
        raise _too_large(most_pixels) from error
    except FileNotFoundError:
        raise
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, EOFError) as error:
        raise NotAPhoto("That is not a JPEG, PNG, WebP, HEIC or TIFF picture, or it is damaged.") from error
    if image.width * image.height > most_pixels:
        raise _too_large(most_pixels)
    if getattr(image, "n_frames", 1) > 1 and getattr(image, "is_animated", False) and image.format in ("WEBP", "PNG"):
        raise NotAPhoto("That picture moves. Save the one moment of it you want as a photo.")
    return image


def _too_large(most_pixels: int) -> PhotoTooLarge:
    return PhotoTooLarge(f"A photo may have up to {most_pixels // 1_000_000} megapixels.")


def _facts(image: Image.Image) -> PhotoFacts:
    exif = _exif(image)
    width, height = image.size
    if exif.get(ExifTags.Base.Orientation) in (5, 6, 7, 8):
        width, height = height, width
    place = exif.get_ifd(ExifTags.IFD.GPSInfo) if exif else {}
    # a JPEG with further views of the same moment calls itself MPO
    suffix = SUFFIXES.get(str(image.format), ".jpg")
    return PhotoFacts(suffix, width, height, _taken(exif), bool(place))


def _exif(image: Image.Image) -> Image.Exif:
    """Return what the camera wrote; nothing when it cannot be read, for it is not what makes a photo."""
    try:
        return image.getexif()
    except Exception:  # damaged Exif fails in many ways, and none of them matters
        return Image.Exif()


def taken_of(image: Image.Image) -> datetime | None:
    """Return when a picture was taken, as its camera says."""
    return _taken(_exif(image))


def _taken(exif: Image.Exif) -> datetime | None:
    with suppress(Exception):  # see above
        inner: Mapping[int, Any] = exif.get_ifd(ExifTags.IFD.Exif)
        for tag in _TAKEN:
            if tag in inner:
                return datetime.strptime(str(inner[tag]).strip("\0 ")[:19], "%Y:%m:%d %H:%M:%S")
    with suppress(Exception):
        return datetime.strptime(str(exif[ExifTags.Base.DateTime]).strip("\0 ")[:19], "%Y:%m:%d %H:%M:%S")
    return None


def loaded_photo(image: Image.Image, whole: bool = False) -> Image.Image:
    """Return the picture upright in sRGB, on white where it is transparent; a JPEG no larger than needed or whole."""
    profile = image.info.get("icc_profile")
    try:
        if image.format in ("JPEG", "MPO") and not whole:
            shrunk = max(RENDITIONS.values()) / max(image.size)
            # decoded at a half, a quarter or an eighth, never smaller than what is made from it
            image.draft(None, (round(image.width * shrunk), round(image.height * shrunk)))
        upright = _turned(image)
        upright.load()
    except (OSError, ValueError, SyntaxError, EOFError, Image.DecompressionBombError) as error:
        raise NotAPhoto("That picture is damaged: a part of it is missing.") from error
    return _in_srgb(_eight_bit(upright), profile)


def _turned(image: Image.Image) -> Image.Image:
    """Turn a picture upright as its Exif says; one that says nonsense stays as it is."""
    try:
        return ImageOps.exif_transpose(image)
    except (OSError, SyntaxError, EOFError):
        raise  # the pixels are damaged
    except Exception:  # damaged Exif
        return image


def _eight_bit(image: Image.Image) -> Image.Image:
    """Return a picture with 8 bits a channel; 16-bit grey is scaled, not cut off."""
    if image.mode.startswith("I") or image.mode == "F":
        values = np.asarray(image, dtype=np.float64)
        most = 65535 if image.mode.startswith("I;16") or values.max(initial=0) > 255 else 255
        return Image.fromarray(np.clip(values * 255 / most, 0, 255).astype(np.uint8))
    return image


def _in_srgb(image: Image.Image, profile: bytes | None) -> Image.Image:
    if image.mode in ("RGBA", "LA", "PA") or "transparency" in image.info:
        with_alpha = image.convert("RGBA")
        image = Image.new("RGB", image.size, "white")
        image.paste(with_alpha, mask=with_alpha.getchannel("A"))
    elif image.mode not in ("RGB", "L", "CMYK"):
        image = image.convert("RGB")
    if profile and image.mode in ("RGB", "L", "CMYK"):
        with suppress(ImageCms.PyCMSError, OSError, ValueError):  # a profile that is damaged or not for these pixels
            source = ImageCms.ImageCmsProfile(io.BytesIO(profile))
            turned = ImageCms.profileToProfile(image, source, ImageCms.createProfile("sRGB"), outputMode="RGB")
            if turned is not None:
                image = turned
    return image if image.mode == "RGB" else image.convert("RGB")
