"""The embellishments people own."""

from typing import Self

from django.contrib.auth.models import User
from django.core.exceptions import ValidationError
from django.db import models

from inkquilt.colour import read_colour
from inkquilt.embellishments import Embellishment as CoreEmbellishment
from inkquilt.embellishments import EmbellishmentKind, Facing, Form, check
from inkquilt.errors import CoreError
from inkquilt.lengths import Unit
from inkquilt.sketch.model import Part, Size
from server.common import fields
from server.common.owned import Owned
from server.common.sheet_photos import check_picture

#: Keys of owned embellishments begin so.
OWN_KEY = "own "


class Embellishment(Owned):
    """One embellishment; lengths in grains, colours ``#rrggbb``, the main one first. No count: it never runs out."""

    name = models.CharField(max_length=60)
    kind = models.CharField(max_length=12, choices=fields.EMBELLISHMENT_KIND_CHOICES)
    form = models.CharField(max_length=12, choices=fields.FORM_CHOICES)
    width = models.PositiveIntegerField(help_text="grains")
    height = models.PositiveIntegerField(help_text="grains")
    colours = models.JSONField(default=list)
    facing = models.CharField(max_length=6, choices=fields.FACING_CHOICES, default=Facing.NONE.value)
    thickness = models.PositiveIntegerField(default=0, help_text="grains")
    count = models.PositiveIntegerField(null=True, blank=True, default=1)
    text = models.CharField(max_length=40, blank=True)
    outline = models.JSONField(default=list, blank=True, help_text="corners in parts of its box, when it has its own")
    picture = models.TextField(blank=True, default="", help_text="cut out of a photograph: WebP in base 64")
    unit = models.CharField(max_length=2, choices=fields.UNIT_CHOICES, default=Unit.IN.value)

    class Meta:
        ordering = ["kind", "name", "id"]
        indexes = [models.Index(fields=["owner", "deleted_at"])]
        constraints = [
            models.CheckConstraint(condition=models.Q(width__gt=0, height__gt=0), name="an_embellishment_has_a_size")
        ]

    def __str__(self) -> str:
        return self.name

    def clean(self) -> None:
        """Refuse an outline or a picture that is none, wherever the row comes from. Raises ``ValidationError``."""
        try:
            check(self.core, Unit(self.unit))
            if self.picture:
                check_picture(self.picture)
        except (CoreError, ValueError, TypeError) as error:
            raise ValidationError(str(error)) from error

    @classmethod
    def entered(cls, owner: User, one: CoreEmbellishment) -> Self:
        """Return the row of what was entered, not kept yet."""
        return cls(
            owner=owner, name=one.name, kind=one.kind.value, form=one.form.value, width=one.size.width,
            height=one.size.height, colours=[colour.text for colour in one.colours], facing=one.facing.value,
            thickness=one.thickness, count=one.count, text=one.text,
        )  # fmt: skip

    @property
    def key(self) -> str:
        """What it is called where it is laid."""
        return f"{OWN_KEY}{self.pk}"

    @property
    def core(self) -> CoreEmbellishment:
        """For the core."""
        return CoreEmbellishment(
            self.key,
            self.name,
            EmbellishmentKind(self.kind),
            Form(self.form),
            Size(self.width, self.height),
            tuple(read_colour(colour) for colour in self.colours),
            Facing(self.facing),
            self.thickness,
            self.count,
            self.text,
            tuple(Part(across, down) for across, down in self.outline),
            bool(self.picture),
        )


def picture_address(key: str) -> str:
    """Return where the picture of an embellishment is, by what it is called where it is laid."""
    return f"/api/embellishments/{key.removeprefix(OWN_KEY)}/picture/"


def owned_by(owner: object) -> tuple[CoreEmbellishment, ...]:
    """Return every embellishment of a person."""
    return tuple(row.core for row in Embellishment.objects.visible_to(owner))
