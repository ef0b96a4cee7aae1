"""What people never want to be told again, and states of pages they put away to come back to."""

from typing import Any, ClassVar

from django.conf import settings
from django.db import models
from django.utils import timezone

from server.common.owned import Recoverable, RecoverableQuerySet, oldest_kept
from server.pages.models import Page


class SwitchedOff(models.Model):
    """A kind of observation that one person never wants to hear."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    kind = models.CharField(max_length=30)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["owner", "kind"], name="switched_off_once")]

    def __str__(self) -> str:
        return self.kind


class SnapshotQuerySet(RecoverableQuerySet):
    """Snapshots are reached through their page's owner."""

    def visible_to(self, user: Any) -> "SnapshotQuerySet":
        """Return those of pages that are hers and not deleted."""
        return self.kept().filter(page__owner_id=user.id, page__deleted_at=None)

    def deleted_by(self, user: Any) -> "SnapshotQuerySet":
        """Return what this person threw away of pages she has, and may still bring back."""
        return self.filter(page__owner_id=user.id, page__deleted_at=None, deleted_at__gte=oldest_kept())


class Snapshot(Recoverable):
    """A state of a page put away with a note. It keeps its own document: revisions after an undo are lost."""

    page = models.ForeignKey(Page, on_delete=models.CASCADE, related_name="snapshots")
    note = models.CharField(max_length=300, blank=True)
    created = models.DateTimeField(default=timezone.now, editable=False)
    document = models.JSONField()

    objects: ClassVar[Any] = SnapshotQuerySet.as_manager()

    @property
    def name(self) -> str:
        """What it is called where it can be brought back."""
        return self.note or f"a state of {self.page.name}"

    class Meta:
        ordering = ["-created", "-id"]

    def __str__(self) -> str:
        return self.note or f"snapshot {self.pk}"
