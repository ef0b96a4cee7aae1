"""Records that belong to a person and can be brought back after deletion."""

from datetime import timedelta
from typing import Any, ClassVar, Self

from django.conf import settings
from django.db import models
from django.http import Http404
from django.utils import timezone


class RecoverableQuerySet(models.QuerySet):
    """What can be put aside and brought back."""

    def one(self, pk: int) -> Any:
        """Return the record of that id among these; raises ``Http404``."""
        found = self.filter(pk=pk).first()
        if found is None:
            raise Http404
        return found

    def kept(self) -> Self:
        """Return what was not put aside."""
        return self.filter(deleted_at=None)

    def expired(self) -> "RecoverableQuerySet":
        """Return what was deleted too long ago to be brought back."""
        return self.filter(deleted_at__lt=oldest_kept())


class OwnedQuerySet(RecoverableQuerySet):
    """Scoping lives here, so that a foreign record is simply not found."""

    def visible_to(self, user: Any) -> Self:
        """Return what this person owns and has not deleted."""
        return self.filter(owner_id=user.id, deleted_at=None)

    def deleted_by(self, user: Any) -> "OwnedQuerySet":
        """Return what this person deleted and may still bring back."""
        return self.filter(owner_id=user.id, deleted_at__gte=oldest_kept())


def oldest_kept() -> Any:
    """Return the moment before which deleted things are gone for good."""
    return timezone.now() - timedelta(days=settings.KEEP_DELETED_DAYS)


class Recoverable(models.Model):
    """Base of everything that can be put aside and brought back for a while."""

    deleted_at = models.DateTimeField(null=True, blank=True, editable=False)

    objects: ClassVar[Any] = RecoverableQuerySet.as_manager()

    class Meta:
        abstract = True

    def delete_softly(self) -> None:
        """Put the record aside; it can be brought back for a while."""
        self.deleted_at = timezone.now()
        self.save(update_fields=["deleted_at"])

    def bring_back(self) -> None:
        """Undo a deletion."""
        self.deleted_at = None
        self.save(update_fields=["deleted_at"])


class Owned(Recoverable):
    """Base of everything a person keeps."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    created = models.DateTimeField(default=timezone.now, editable=False)

    objects: ClassVar[Any] = OwnedQuerySet.as_manager()

    class Meta:
        abstract = True
