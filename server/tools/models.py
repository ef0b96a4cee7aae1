"""Trimmers, punches and dies that people own."""

from typing import Any

from django.core.exceptions import ValidationError
from django.db import models

from inkquilt.cutting.trimmer import Trimmer as CoreTrimmer
from inkquilt.fit.request import Die
from inkquilt.lengths import Unit
from inkquilt.paper.tools import LARGEST_DIE
from inkquilt.paper.tools import ShapingTool as CoreTool
from inkquilt.sketch.model import Shape, Size
from server.common.owned import Owned

UNIT_CHOICES = [(unit.value, unit.value) for unit in Unit]


def sizes_of_dies(value: Any) -> None:
    """Refuse what is no list of widths and heights in grains."""
    rows = value if isinstance(value, list) else [None]
    for row in rows:
        pair = row if isinstance(row, list) and len(row) == 2 else [None]
        if not all(type(length) is int and 0 < length <= LARGEST_DIE for length in pair):
            raise ValidationError("What a die makes is a list of widths and heights.")


class Trimmer(Owned):
    """One trimmer; lengths in grains. Without a stop it cuts right through only."""

    name = models.CharField(max_length=60)
    longest = models.PositiveIntegerField(help_text="longest cut")
    widest = models.PositiveIntegerField(help_text="how far the fence goes")
    finest = models.PositiveIntegerField(help_text="finest mark")
    narrowest = models.PositiveIntegerField(help_text="narrowest strip it cuts cleanly")
    stop_offset = models.IntegerField(null=True, blank=True, help_text="what the stop reads more than the blade's mark")
    unit = models.CharField(max_length=2, choices=UNIT_CHOICES, default=Unit.IN.value)

    class Meta:
        db_table = "cutting_trimmer"  # where it was before tools had a place of their own
        ordering = ["id"]
        constraints = [
            models.CheckConstraint(
                condition=models.Q(longest__gt=0, widest__gt=0, finest__gt=0), name="a_trimmer_can_cut"
            )
        ]

    def __str__(self) -> str:
        return self.name

    @property
    def core(self) -> CoreTrimmer:
        """For the core."""
        return CoreTrimmer(
            self.name, self.longest, self.widest, self.finest, self.narrowest, Unit(self.unit), self.stop_offset
        )


class ShapingTool(Owned):
    """A border punch, punch or die; lengths in grains. A blank has both sides or none."""

    name = models.CharField(max_length=60)
    smallest = models.PositiveIntegerField(default=0, help_text="nothing narrower can be held")
    widest = models.PositiveIntegerField(null=True, blank=True, help_text="nothing wider goes in")
    blank_width = models.PositiveIntegerField(null=True, blank=True)
    blank_height = models.PositiveIntegerField(null=True, blank=True)
    depth = models.PositiveIntegerField(default=0, help_text="what it takes off an edge")
    makes_shape = models.CharField(max_length=12, default=Shape.CIRCLE.value, help_text="of the pieces in ``makes``")
    makes = models.JSONField(
        default=list, blank=True, validators=[sizes_of_dies], help_text="width and height of each piece it makes"
    )
    unit = models.CharField(max_length=2, choices=UNIT_CHOICES, default=Unit.IN.value)

    class Meta:
        db_table = "cutting_shapingtool"
        ordering = ["id"]
        constraints = [
            models.CheckConstraint(
                condition=models.Q(blank_width=None, blank_height=None)
                | models.Q(blank_width__gt=0, blank_height__gt=0),
                name="a_blank_has_both_sides",
            )
        ]

    def __str__(self) -> str:
        return self.name

    @property
    def core(self) -> CoreTool:
        """For the core."""
        blank = Size(self.blank_width, self.blank_height) if self.blank_width and self.blank_height else None
        makes = tuple(Die(Shape(self.makes_shape), Size(*size)) for size in self.makes)
        return CoreTool(self.name, self.smallest, self.widest, blank, self.depth, makes)
