"""Photos people added."""

from pathlib import Path

from django.conf import settings
from django.db import models

from server.common.owned import Owned


class Photo(Owned):
    """One photo. Pixels are counted after the EXIF turn; the original file is kept untouched."""

    name = models.CharField(max_length=200)
    folder = models.CharField(max_length=40, unique=True, editable=False)
    suffix = models.CharField(max_length=5)
    width = models.PositiveIntegerField(help_text="pixels, upright")
    height = models.PositiveIntegerField(help_text="pixels, upright")
    digest = models.CharField(max_length=64, help_text="SHA-256 of the original")

    class Meta:
        ordering = ["created", "id"]
        indexes = [models.Index(fields=["owner", "deleted_at"])]

    def __str__(self) -> str:
        return self.name

    @property
    def directory(self) -> Path:
        """Where its files lie."""
        return Path(settings.PHOTO_DIR) / self.folder

    @property
    def original(self) -> Path:
        """The file as it came."""
        return self.directory / f"original{self.suffix}"

    def rendition(self, kind: str) -> Path:
        """An upright JPEG made from it: ``view`` or ``thumb``."""
        return self.directory / f"{kind}.jpg"
