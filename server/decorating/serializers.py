"""The shapes of proposals for embellishments."""

from rest_framework import serializers

from server.common import fields
from server.pages.change_serializers import ChangeField
from server.pages.serializers import AccentSerializer


class ClusterWishSerializer(serializers.Serializer):
    """How clusters are wished for; ``keep`` names groups that stay while the others are planned anew.

    From a handful: ``only`` these pieces, in these ``colours`` only; nothing said, everything is taken from.
    """

    formation = serializers.ChoiceField(fields.FORMATION_CHOICES, default="a triangle")
    odd = serializers.BooleanField(default=True)
    rich = serializers.BooleanField(default=False)
    falling = serializers.BooleanField(default=True)
    even_sided = serializers.BooleanField(default=False)
    thickness = serializers.CharField(max_length=60, required=False, allow_blank=True)
    keep = serializers.ListField(
        child=serializers.CharField(max_length=30), required=False, allow_null=True, max_length=60
    )
    only = serializers.ListField(child=serializers.CharField(max_length=30), required=False, max_length=300)
    colours = serializers.ListField(child=serializers.RegexField("^#[0-9a-f]{6}$"), required=False, max_length=24)


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
