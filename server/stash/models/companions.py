"""What goes with papers: palettes kept over several pages, and inks, pens and paints as colours."""

from django.db import models

from inkquilt.colour import Rgb, read_colour
from inkquilt.papering.companions import CompanionKind
from server.common.owned import Owned
from server.stash.models.papers import Paper, is_colour

COMPANION_CHOICES = [(kind.value, kind.value) for kind in CompanionKind]


class Palette(Owned):
    """Colours that go together, ``#rrggbb``, the main one first, with the papers and scraps kept with them."""

    name = models.CharField(max_length=60)
    colours = models.JSONField(default=list, blank=True)
    papers = models.ManyToManyField(Paper, blank=True, related_name="+")

    class Meta:
        ordering = ["name", "id"]

    def __str__(self) -> str:
        return self.name

    @property
    def core_colours(self) -> tuple[Rgb, ...]:
        """Its colours, for the core."""
        return tuple(read_colour(one) for one in self.colours)


class Companion(Owned):
    """An ink, pen or paint: what it is for, and its colour."""

    name = models.CharField(max_length=60)
    kind = models.CharField(max_length=8, choices=COMPANION_CHOICES)
    colour = models.CharField(max_length=7, validators=[is_colour])
    metallic = models.BooleanField(default=False)

    class Meta:
        ordering = ["name", "id"]

    def __str__(self) -> str:
        return self.name
