"""Albums of one format, which pages lie in them, and goals."""

from typing import Any, ClassVar, Final

from django.db import models

from inkquilt.album.order import ByHand
from inkquilt.lengths import Unit
from server.common import fields
from server.common.owned import Owned
from server.pages.models import Page

#: A page that was laid before all others was laid behind this one.
FIRST: Final = 0


class Album(Owned):
    """An album for pages up to ``width`` x ``height``; ``room`` is what its spine takes, None where nobody said.

    With ``starts_right`` the first page lies opposite the inside of the cover. Lengths are in grains.
    """

    name = models.CharField(max_length=80)
    width = models.PositiveIntegerField(help_text="grains")
    height = models.PositiveIntegerField(help_text="grains")
    unit = models.CharField(max_length=2, choices=fields.UNIT_CHOICES, default=Unit.IN.value)
    room = models.PositiveIntegerField(null=True, blank=True, help_text="grains")
    in_protectors = models.BooleanField(default=True)
    starts_right = models.BooleanField(default=True)

    class Meta:
        ordering = ["created", "id"]
        indexes = [models.Index(fields=["owner", "deleted_at"])]
        constraints = [
            models.CheckConstraint(condition=models.Q(width__gt=0, height__gt=0), name="an_album_has_a_size")
        ]

    def __str__(self) -> str:
        return self.name


class PlaceQuerySet(models.QuerySet):
    """Places are reached through their page's owner."""

    def taken(self, owner: Any) -> "PlaceQuerySet":
        """Return those of pages that are not deleted, in albums that are not."""
        return self.filter(page__owner_id=owner.id, page__deleted_at=None, album__deleted_at=None)


class AlbumPlace(models.Model):
    """A page lies in an album. One laid by hand has a ``turn``, and lies right behind page ``after`` (0: before all).

    ``after`` is a number and no key: the page it names may go, and this one then lies by its event again.
    """

    page = models.OneToOneField(Page, on_delete=models.CASCADE, related_name="album_place")
    album = models.ForeignKey(Album, on_delete=models.CASCADE, related_name="places")
    after = models.PositiveBigIntegerField(null=True, blank=True)
    turn = models.PositiveIntegerField(null=True, blank=True)
    waits = models.BooleanField(default=False)

    objects: ClassVar[Any] = PlaceQuerySet.as_manager()

    class Meta:
        constraints = [
            models.CheckConstraint(
                condition=models.Q(after=None, turn=None) | models.Q(after__isnull=False, turn__isnull=False),
                name="a_page_laid_by_hand_lies_behind_one",
            )
        ]

    def __str__(self) -> str:
        return f"{self.page_id} in {self.album_id}"

    @property
    def by_hand(self) -> ByHand | None:
        """Where a hand laid it, for the core."""
        if self.after is None or self.turn is None:
            return None
        return ByHand(None if self.after == FIRST else self.after, self.turn)

    def lay(self, hand: ByHand | None) -> None:
        """Say where a hand laid it; nothing is written yet."""
        self.after = None if hand is None else hand.after if hand.after is not None else FIRST
        self.turn = None if hand is None else hand.turn


class Goal(Owned):
    """What is meant to be made, as it was said."""

    line = models.CharField(max_length=200)

    class Meta:
        ordering = ["created", "id"]

    def __str__(self) -> str:
        return self.line

    @property
    def name(self) -> str:
        """What it is called where it can be brought back."""
        return self.line
