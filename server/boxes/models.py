"""Project boxes: papers, embellishments and photos set aside together, and pieces that are cut already."""

from django.db import models

from inkquilt.lengths import Unit
from server.common import fields
from server.common.owned import Owned
from server.embellishments.models import Embellishment
from server.photos.models import Photo
from server.stash.models import Paper


class ProjectBox(Owned):
    """A box by its name; what lies in it stays where else it is listed."""

    name = models.CharField(max_length=80)
    papers = models.ManyToManyField(Paper, blank=True, related_name="+")
    embellishments = models.ManyToManyField(Embellishment, blank=True, related_name="+")
    photos = models.ManyToManyField(Photo, blank=True, related_name="+")

    class Meta:
        ordering = ["-created", "-id"]

    def __str__(self) -> str:
        return self.name


class BoxPiece(models.Model):
    """Pieces of one name in a box, cut already; their size in grains where it is known."""

    box = models.ForeignKey(ProjectBox, on_delete=models.CASCADE, related_name="pieces")
    name = models.CharField(max_length=80)
    count = models.PositiveIntegerField(default=1)
    width = models.PositiveIntegerField(null=True, blank=True, help_text="grains")
    height = models.PositiveIntegerField(null=True, blank=True, help_text="grains")
    unit = models.CharField(max_length=2, choices=fields.UNIT_CHOICES, default=Unit.IN.value)

    class Meta:
        ordering = ["id"]
        constraints = [
            models.CheckConstraint(
                condition=models.Q(width=None, height=None) | models.Q(width__gt=0, height__gt=0),
                name="a_piece_has_both_sides_or_none",
            )
        ]

    def __str__(self) -> str:
        return f"{self.count} {self.name}"
