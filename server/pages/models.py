"""Pages and every state they have been in."""

from typing import Any, ClassVar

from django.db import models

from server.boxes.models import ProjectBox
from server.common.owned import Owned, OwnedQuerySet


class PageQuerySet(OwnedQuerySet):
    """Pages are at work until the record says they are finished."""

    def at_work(self) -> "PageQuerySet":
        """Return those that are not finished, or taken up again."""
        return self.filter(models.Q(log=None) | models.Q(log__finished=None))


class Page(Owned):
    """A page on somebody's table.

    ``version`` counts writes and guards against stale ones; ``head`` is the number
    of the revision that is current, which undo and redo move along. ``finished_from``
    is the version that the present one only works out to the end: what is based on
    it is not stale.
    """

    name = models.CharField(max_length=120)
    sketch = models.ForeignKey(
        "sketches.Sketch", null=True, on_delete=models.SET_NULL, related_name="+", help_text="where it came from"
    )
    version = models.PositiveIntegerField(default=1)
    head = models.PositiveIntegerField(default=1)
    finished_from = models.PositiveIntegerField(null=True, default=None)
    box = models.ForeignKey(
        ProjectBox, null=True, on_delete=models.SET_NULL, related_name="+", help_text="it is made from what lies there"
    )

    objects: ClassVar[Any] = PageQuerySet.as_manager()

    class Meta:
        ordering = ["-created", "-id"]
        indexes = [models.Index(fields=["owner", "deleted_at"])]

    def __str__(self) -> str:
        return self.name

    def is_at(self, version: int) -> bool:
        """Tell whether a write based on a version may be made."""
        return version in (self.version, self.finished_from)

    def written(self, head: int | None = None, *, finished: bool = False) -> None:
        """Keep that the page was written: another revision is current, or the present one was worked out to the end."""
        self.finished_from = self.version if finished else None
        self.version += 1
        self.head = self.head if head is None else head
        self.save(update_fields=["name", "head", "version", "finished_from"])


class Revision(models.Model):
    """One state of a page: the whole document, and what was done to reach it."""

    page = models.ForeignKey(Page, on_delete=models.CASCADE, related_name="revisions")
    number = models.PositiveIntegerField()
    document = models.JSONField()
    done = models.CharField(max_length=160)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["number"]
        constraints = [models.UniqueConstraint(fields=["page", "number"], name="one_revision_of_a_number")]

    def __str__(self) -> str:
        return f"{self.page_id}.{self.number}"


class Write(models.Model):
    """A write that was made, by the key its sender gave it: sent again because no answer came, it is not made twice."""

    page = models.ForeignKey(Page, on_delete=models.CASCADE, related_name="writes")
    key = models.CharField(max_length=40)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["page", "key"], name="one_write_of_a_key")]

    def __str__(self) -> str:
        return f"{self.page_id} {self.key}"


class WorkedOutFit(models.Model):
    """A fit that was worked out for a page on certain terms, kept so that looking again costs nothing."""

    page = models.ForeignKey(Page, on_delete=models.CASCADE, related_name="fits")
    terms = models.CharField(max_length=64)
    way = models.CharField(max_length=60)
    document = models.JSONField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["page", "terms", "way"], name="one_fit_of_terms_and_way")]

    def __str__(self) -> str:
        return f"{self.page_id} {self.way}"
