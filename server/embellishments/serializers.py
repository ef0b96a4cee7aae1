"""Embellishments as they are told and asked for. Lengths asked for are typed; those told to draw by are in the unit."""

from rest_framework import serializers

from inkquilt.lengths import Unit
from server.common import fields
from server.pages.change_serializers import ChangeField
from server.pages.serializers import AccentSerializer


class EmbellishmentSerializer(serializers.Serializer):
    """One embellishment; ``count`` null for what never runs out."""

    id = serializers.IntegerField()
    key = serializers.CharField()
    name = serializers.CharField()
    kind = serializers.ChoiceField(fields.EMBELLISHMENT_KIND_CHOICES)
    form = serializers.ChoiceField(fields.FORM_CHOICES)
    size = serializers.CharField()
    width = serializers.FloatField()
    height = serializers.FloatField()
    colours = serializers.ListField(child=serializers.CharField())
    facing = serializers.ChoiceField(fields.FACING_CHOICES)
    count = serializers.IntegerField(allow_null=True)
    text = serializers.CharField(allow_blank=True)
    points = serializers.ListField(
        child=serializers.ListField(child=serializers.FloatField()), help_text="its outline from its top left corner"
    )


class EmbellishmentAskedSerializer(serializers.Serializer):
    """An embellishment as it is entered."""

    name = serializers.CharField(max_length=60)
    kind = serializers.ChoiceField(fields.EMBELLISHMENT_KIND_CHOICES)
    form = serializers.ChoiceField(fields.FORM_CHOICES)
    width = serializers.CharField(max_length=60)
    height = serializers.CharField(max_length=60)
    colours = serializers.ListField(child=serializers.RegexField(r"^#[0-9a-f]{6}$"), min_length=1, max_length=4)
    facing = serializers.ChoiceField(fields.FACING_CHOICES, default="no way")
    thickness = serializers.CharField(max_length=60, required=False, allow_blank=True)
    count = serializers.IntegerField(min_value=0, max_value=10_000, allow_null=True, default=1)
    text = serializers.CharField(max_length=40, required=False, allow_blank=True, default="")
    unit = serializers.ChoiceField(fields.UNIT_CHOICES, default=Unit.IN.value)


class CountAskedSerializer(serializers.Serializer):
    """How many there are."""

    count = serializers.IntegerField(min_value=0, max_value=10_000, allow_null=True)


class ClusterWishSerializer(serializers.Serializer):
    """How clusters are wished for; ``keep`` names groups that stay while the others are planned anew."""

    formation = serializers.ChoiceField(fields.FORMATION_CHOICES, default="a triangle")
    odd = serializers.BooleanField(default=True)
    rich = serializers.BooleanField(default=False)
    falling = serializers.BooleanField(default=True)
    even_sided = serializers.BooleanField(default=False)
    thickness = serializers.CharField(max_length=60, required=False, allow_blank=True)
    keep = serializers.ListField(
        child=serializers.CharField(max_length=30), required=False, allow_null=True, max_length=60
    )


class ScatterWishSerializer(serializers.Serializer):
    """How a background is wished for; ``one_more`` adds a single piece where the gap is largest."""

    count = serializers.IntegerField(min_value=1, max_value=200, default=30)
    on = serializers.CharField(max_length=60, required=False, allow_null=True)
    off_edge = serializers.FloatField(min_value=0, max_value=1, default=0.15)
    denser = serializers.BooleanField(default=False)
    over_photos = serializers.BooleanField(default=False)
    spacing = serializers.CharField(max_length=60, required=False, allow_blank=True)
    only = serializers.ListField(child=serializers.CharField(max_length=30), required=False, max_length=60)
    seed = serializers.IntegerField(min_value=0, max_value=1_000_000, default=1)
    one_more = serializers.BooleanField(default=False)


class CoverWishSerializer(serializers.Serializer):
    """A flaw: where it is in the page's unit, and how wide, as typed."""

    x = serializers.FloatField(min_value=0, max_value=10_000)
    y = serializers.FloatField(min_value=0, max_value=10_000)
    across = serializers.CharField(max_length=60)


class ArrangementSerializer(serializers.Serializer):
    """Pieces to look at, what they are and why, and the change that lays them."""

    words = serializers.CharField()
    why = serializers.ListField(child=serializers.CharField())
    accents = AccentSerializer(many=True)
    change = ChangeField()
