"""Sketches on a person's shelf."""

from django.db import models

from server.common.owned import Owned


class Sketch(Owned):
    """One sketch. ``document`` is the whole of it (``ink-quilt/sketch``); the columns are what people search."""

    name = models.CharField(max_length=120)
    document = models.JSONField()
    page_width = models.PositiveIntegerField(help_text="grains")
    page_height = models.PositiveIntegerField(help_text="grains")
    unit = models.CharField(max_length=2)
    photo_count = models.PositiveSmallIntegerField()
    block_count = models.PositiveSmallIntegerField()

    class Meta:
        ordering = ["name", "id"]
        indexes = [models.Index(fields=["owner", "deleted_at"])]
        constraints = [
            models.CheckConstraint(condition=models.Q(block_count__lte=200), name="sketch_has_at_most_200_blocks")
        ]

    def __str__(self) -> str:
        return self.name
