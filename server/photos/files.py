"""Photo files on disk: the original as it came, and the smaller upright pictures made from it."""

import hashlib
import os
import re
import shutil
import tempfile
import time
import uuid
from dataclasses import dataclass
from pathlib import Path
from typing import IO, Final

from django.conf import settings

from inkquilt_io.photo_values import NotAPhoto, PhotoFacts, PhotoTooLarge
from server.common.errors import ApiError
from server.solving.pool import solvers

CHUNK: Final = 1 << 20
#: A folder that is being written names the process that writes it.
_BEGUN: Final = re.compile(r"\.new-(\d+)-")
#: A whole folder is known to the database within so many seconds, or never.
_SURELY_KEPT: Final = 600


@dataclass(frozen=True, slots=True)
class StoredPhoto:
    """A photo whose files are in their place."""

    folder: str
    digest: str
    facts: PhotoFacts


def digest_of(file: IO[bytes]) -> str:
    """Return the SHA-256 of a file and go back to its beginning."""
    digest = hashlib.sha256()
    file.seek(0)
    while chunk := file.read(CHUNK):
        digest.update(chunk)
    file.seek(0)
    return digest.hexdigest()


def store(file: IO[bytes], size: int) -> StoredPhoto:
    """Check a photo and put it and its renditions into a folder of their own.

    The folder appears whole or not at all; pixels are read in a process of their own.
    Raises ``ApiError`` for anything that is no photo within the limits.
    """
    if size == 0:
        raise ApiError("photo-empty", "That file is empty.")
    if size > settings.PHOTO_MOST_BYTES:
        raise ApiError("photo-too-large", "A photo may have up to 30 MB.", 413)
    root = Path(settings.PHOTO_DIR)
    working: Path | None = None
    try:
        root.mkdir(parents=True, exist_ok=True)
        working = Path(tempfile.mkdtemp(prefix=f".new-{os.getpid()}-", dir=root))
        digest = _keep(file, working / "original")
        facts: PhotoFacts = solvers().run("read_photo", working / "original", working, settings.PHOTO_MOST_PIXELS)
        (working / "original").rename(working / f"original{facts.suffix}")
        folder = uuid.uuid4().hex
        working.rename(root / folder)
    except PhotoTooLarge as error:
        raise ApiError(error.code, str(error), 413) from error
    except NotAPhoto as error:
        raise ApiError(error.code, str(error)) from error
    except OSError as error:
        raise ApiError("photo-not-kept", "There was no room to keep that photo.", 507) from error
    finally:
        if working is not None:
            shutil.rmtree(working, ignore_errors=True)
    return StoredPhoto(folder, digest, facts)


def _keep(file: IO[bytes], path: Path) -> str:
    digest = hashlib.sha256()
    file.seek(0)
    with path.open("wb") as out:
        while chunk := file.read(CHUNK):
            digest.update(chunk)
            out.write(chunk)
    return digest.hexdigest()


def clear_half_written() -> int:
    """Remove folders that were begun and not finished, or that no photo knows, at the start; returns how many."""
    from server.photos.models import Photo

    root = Path(settings.PHOTO_DIR)
    if not root.is_dir():
        return 0
    known = set(Photo.objects.values_list("folder", flat=True))
    lost = [folder for folder in root.iterdir() if folder.is_dir() and folder.name not in known and _is_left(folder)]
    for folder in lost:
        shutil.rmtree(folder, ignore_errors=True)
    return len(lost)


def _is_left(folder: Path) -> bool:
    """Tell whether nobody writes a folder any more."""
    begun = _BEGUN.match(folder.name)
    if begun is not None:
        return not Path(f"/proc/{begun[1]}").exists()
    return time.time() - folder.stat().st_mtime > _SURELY_KEPT


def remove(folder: str) -> None:
    """Remove a photo's files; nothing happens when they are gone already."""
    shutil.rmtree(Path(settings.PHOTO_DIR) / folder, ignore_errors=True)
