"""What can be done with photos."""

from typing import IO, Any

from django.db import DatabaseError, transaction

from server.photos import files
from server.photos.models import Photo


def add_photo(*, owner: Any, name: str, file: IO[bytes], size: int) -> Photo:
    """Keep a photo; the same picture again gives the one that is there.

    Raises ``ApiError`` for what is no photo; then nothing is kept.
    """
    stored = files.store(file, size)
    known = Photo.objects.visible_to(owner).filter(digest=stored.digest).first()
    if known is not None:
        files.remove(stored.folder)
        return known
    try:
        with transaction.atomic():
            return Photo.objects.create(
                owner=owner,
                name=name[:200] or "Photo",
                folder=stored.folder,
                suffix=stored.suffix,
                width=stored.width,
                height=stored.height,
                digest=stored.digest,
            )
    except DatabaseError:
        files.remove(stored.folder)
        raise


def purge_photos() -> int:
    """Remove photos deleted too long ago, files and all; returns how many."""
    gone = list(Photo.objects.expired())
    for photo in gone:
        photo.delete()
        files.remove(photo.folder)
    return len(gone)
