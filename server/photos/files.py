"""Photo files: what is accepted, and the smaller upright pictures made from it."""

import hashlib
import shutil
import tempfile
import uuid
import warnings
from dataclasses import dataclass
from pathlib import Path
from typing import IO, Final

from django.conf import settings
from PIL import Image, ImageOps, UnidentifiedImageError

from server.common.errors import ApiError

FORMATS: Final = {"JPEG": ".jpg", "PNG": ".png"}
#: Longest side in pixels of what the board shows, and of the tray's.
RENDITIONS: Final = {"view": 1600, "thumb": 360}
CHUNK: Final = 1 << 20


@dataclass(frozen=True, slots=True)
class StoredPhoto:
    """A photo whose files are in their place."""

    folder: str
    suffix: str
    width: int
    height: int
    digest: str


def store(file: IO[bytes], size: int) -> StoredPhoto:
    """Check a photo and put it and its renditions into a folder of their own.

    The folder appears whole or not at all. Raises ``ApiError`` for anything that
    is not a JPEG or PNG within the limits.
    """
    if size == 0:
        raise ApiError("photo-empty", "That file is empty.")
    if size > settings.PHOTO_MOST_BYTES:
        raise ApiError("photo-too-large", "A photo may have up to 30 MB.", 413)
    root = Path(settings.PHOTO_DIR)
    root.mkdir(parents=True, exist_ok=True)
    working = Path(tempfile.mkdtemp(prefix=".new-", dir=root))
    try:
        image, suffix = _opened(file)
        _render(image, working)
        digest = _keep_original(file, working / f"original{suffix}")
        folder = uuid.uuid4().hex
        working.rename(root / folder)
    except OSError as error:
        raise ApiError("photo-not-kept", "There was no room to keep that photo.", 507) from error
    finally:
        shutil.rmtree(working, ignore_errors=True)
    return StoredPhoto(folder, suffix, image.width, image.height, digest)


def _opened(file: IO[bytes]) -> tuple[Image.Image, str]:
    """Return the picture, turned upright, and the suffix of what it really is."""
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            image = Image.open(file, formats=list(FORMATS))
            if image.width * image.height > settings.PHOTO_MOST_PIXELS:
                raise ApiError("photo-too-large", "A photo may have up to 40 megapixels.", 413)
            suffix = FORMATS[str(image.format)]
            upright = ImageOps.exif_transpose(image)
            upright.load()
    except ApiError:
        raise
    except (Image.DecompressionBombError, Image.DecompressionBombWarning) as error:
        raise ApiError("photo-too-large", "A photo may have up to 40 megapixels.", 413) from error
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, EOFError) as error:
        raise ApiError("not-a-photo", "That is not a JPEG or PNG picture, or it is damaged.") from error
    return upright, suffix


def _render(image: Image.Image, folder: Path) -> None:
    plain = image
    if image.mode not in ("RGB", "L"):
        with_alpha = image.convert("RGBA")
        plain = Image.new("RGB", image.size, "white")
        plain.paste(with_alpha, mask=with_alpha.getchannel("A"))
    for kind, longest in RENDITIONS.items():
        small = plain.copy()
        small.thumbnail((longest, longest), Image.Resampling.LANCZOS)
        small.convert("RGB").save(folder / f"{kind}.jpg", quality=88)


def _keep_original(file: IO[bytes], path: Path) -> str:
    digest = hashlib.sha256()
    file.seek(0)
    with path.open("wb") as out:
        while chunk := file.read(CHUNK):
            digest.update(chunk)
            out.write(chunk)
    return digest.hexdigest()


def remove(folder: str) -> None:
    """Remove a photo's files; nothing happens when they are gone already."""
    shutil.rmtree(Path(settings.PHOTO_DIR) / folder, ignore_errors=True)
