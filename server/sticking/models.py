"""Pictures of a page on the table, laid straight: as it lay dry, and as it was finished."""

from typing import Any, ClassVar, Final

from django.db import models
from django.utils import timezone

from server.common.owned import Recoverable, RecoverableQuerySet, oldest_kept
from server.pages.models import Page

DRY_FIT: Final = "dry-fit"
FINISHED: Final = "finished"
PICTURE_CHOICES: Final = [(DRY_FIT, DRY_FIT), (FINISHED, FINISHED)]


class TablePictureQuerySet(RecoverableQuerySet):
    """Pictures are reached through their page's owner."""

    def visible_to(self, user: Any) -> "TablePictureQuerySet":
        """Return those of pages that are hers and not deleted."""
        return self.kept().filter(page__owner_id=user.id, page__deleted_at=None)

    def deleted_by(self, user: Any) -> "TablePictureQuerySet":
        """Return what this person threw away of pages she has, and may still bring back."""
        return self.filter(page__owner_id=user.id, page__deleted_at=None, deleted_at__gte=oldest_kept())


class TablePicture(Recoverable):
    """One picture of a page, small enough to lie in the database; ``differences`` is what was seen on it then."""

    page = models.ForeignKey(Page, on_delete=models.CASCADE, related_name="table_pictures")
    kind = models.CharField(max_length=12, choices=PICTURE_CHOICES)
    created = models.DateTimeField(default=timezone.now, editable=False)
    jpeg = models.BinaryField()
    differences = models.JSONField(default=list, blank=True)

    objects: ClassVar[Any] = TablePictureQuerySet.as_manager()

    @property
    def name(self) -> str:
        """What it is called where it can be brought back."""
        return self.page.name

    class Meta:
        ordering = ["-created", "-id"]

    def __str__(self) -> str:
        return f"{self.kind} of {self.page_id}"
