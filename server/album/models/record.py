"""The record of finished pages: when, who, where, the story, and what was used.

What is searched by words lies in a full-text table of SQLite's own (FTS5), one row for each entry, kept by
``services``; it is no model, for Django knows none of its kind.
"""

from typing import Any, ClassVar, Final

from django.db import models
from django.db.models.expressions import RawSQL

from inkquilt.composition.used import UsedKind
from server.pages.models import Page

USED_CHOICES: Final = [(kind.value, kind.value) for kind in UsedKind]
#: The table of words; its rows have the numbers of the entries.
WORDS_TABLE: Final = "album_words"
MOST_STORY: Final = 20_000


class LogEntryQuerySet(models.QuerySet):
    """Entries are reached through their page's owner."""

    def visible_to(self, user: Any) -> "LogEntryQuerySet":
        """Return those of pages that are hers and not deleted."""
        return self.filter(page__owner_id=user.id, page__deleted_at=None)

    def finished(self) -> "LogEntryQuerySet":
        """Return those of pages that are finished, not taken up again."""
        return self.exclude(finished=None)

    def saying(self, words: str) -> "LogEntryQuerySet":
        """Return those in which all words stand, or words that begin so."""
        asked = " ".join(f'"{word}"*' for word in words.replace('"', " ").split())
        if not asked:
            return self
        look = f"SELECT rowid FROM {WORDS_TABLE} WHERE {WORDS_TABLE} MATCH %s"
        return self.among(RawSQL(look, [asked]))

    def among(self, numbers: Any) -> "LogEntryQuerySet":
        """Return those with these numbers.

        A number plus nothing is no key: else SQLite goes through all the numbers for every page, which takes seconds.
        """
        return self.alias(number=models.F("pk") + 0).filter(number__in=numbers)


class LogEntry(models.Model):
    """What is known of a page that was finished. ``finished`` is None while it is at work again.

    ``event`` to ``event_end`` is when what it tells happened, the same day for one day. ``used`` is what was used in
    her own words, None while it writes itself. ``width``, ``height`` and ``counted`` are the page's when it was
    finished, in grains. ``thumb`` is the page as a small picture (JPEG).
    """

    page = models.OneToOneField(Page, on_delete=models.CASCADE, related_name="log")
    finished = models.DateField(null=True, blank=True)
    event = models.DateField(null=True, blank=True)
    event_end = models.DateField(null=True, blank=True)
    who = models.JSONField(default=list, blank=True)
    place = models.CharField(max_length=120, blank=True)
    tags = models.JSONField(default=list, blank=True)
    story = models.TextField(max_length=MOST_STORY, blank=True)
    used = models.TextField(max_length=4_000, null=True, blank=True)
    width = models.PositiveIntegerField(default=0, help_text="grains, of one page")
    height = models.PositiveIntegerField(default=0, help_text="grains")
    is_spread = models.BooleanField(default=False)
    taken = models.JSONField(default=dict, blank=True, help_text="how many of each embellishment it took of the stash")
    counted = models.PositiveIntegerField(default=0, help_text="grains: what it counts for in an album's thickness")
    thumb = models.BinaryField(default=bytes)

    objects: ClassVar[Any] = LogEntryQuerySet.as_manager()

    class Meta:
        ordering = ["-event", "-finished", "-id"]
        indexes = [models.Index(fields=["event"]), models.Index(fields=["finished"])]
        constraints = [
            models.CheckConstraint(
                condition=models.Q(event=None, event_end=None) | models.Q(event_end__gte=models.F("event")),
                name="an_event_ends_after_it_began",
            )
        ]

    def __str__(self) -> str:
        return f"log of {self.page_id}"


class LogUse(models.Model):
    """One thing that a page was made with; ``key`` is what it is known by among its kind, its name is kept."""

    entry = models.ForeignKey(LogEntry, on_delete=models.CASCADE, related_name="uses")
    kind = models.CharField(max_length=14, choices=USED_CHOICES)
    key = models.CharField(max_length=80)
    name = models.CharField(max_length=200)
    count = models.PositiveIntegerField(default=1)
    area = models.PositiveBigIntegerField(default=0, help_text="of a paper: all its pieces, in square grains")

    class Meta:
        ordering = ["id"]
        indexes = [models.Index(fields=["kind", "key"])]
        constraints = [models.UniqueConstraint(fields=["entry", "kind", "key"], name="a_thing_is_told_once")]

    def __str__(self) -> str:
        return f"{self.count} {self.name}"
