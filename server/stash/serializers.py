"""Papers as they are told and asked for. Sizes are texts in inches unless they say otherwise."""

from typing import Any

from drf_spectacular.utils import extend_schema_field
from rest_framework import serializers

from inkquilt.lengths import INCH, Unit, format_nearest
from server.common import fields
from server.stash.models import KIND_CHOICES, MOST_COLOURS, STOCK_CHOICES, Paper, PaperStock, is_colour


class StockSerializer(serializers.ModelSerializer):
    """Sheets or scraps of one size; ``wide`` and ``high`` are numbers to draw by, in inches."""

    size = serializers.SerializerMethodField()
    wide = serializers.SerializerMethodField()
    high = serializers.SerializerMethodField()

    class Meta:
        model = PaperStock
        fields = ["id", "kind", "size", "count", "wide", "high"]

    def get_size(self, stock: PaperStock) -> str:
        """Return its size in words."""
        return size_words(stock.width, stock.height)

    def get_wide(self, stock: PaperStock) -> float:
        """Return its width in inches."""
        return stock.width / INCH

    def get_high(self, stock: PaperStock) -> float:
        """Return its height in inches."""
        return stock.height / INCH


def size_words(width: int, height: int, unit: Unit = Unit.IN) -> str:
    """Say a size."""
    return f"{format_nearest(width, unit)} × {format_nearest(height, unit)} {unit.value}"


class SideSerializer(serializers.Serializer):
    """One side of a paper: what it shows, its colours, the main one first, and whether it has a right way up."""

    kind = serializers.ChoiceField(KIND_CHOICES)
    colours = serializers.ListField(
        child=serializers.CharField(max_length=7, validators=[is_colour]), max_length=MOST_COLOURS
    )
    directional = serializers.BooleanField()


class StashPaperSerializer(serializers.ModelSerializer):
    """One paper of the stash with its sheets and scraps."""

    front = serializers.SerializerMethodField()
    back = serializers.SerializerMethodField()
    stocks = StockSerializer(many=True)

    class Meta:
        model = Paper
        fields = ["id", "name", "front", "back", "two_tone", "finish", "note", "price", "stocks"]

    @extend_schema_field(SideSerializer)
    def get_front(self, paper: Paper) -> dict[str, Any]:
        """Return the A side."""
        return _side(paper, "front")

    @extend_schema_field(SideSerializer)
    def get_back(self, paper: Paper) -> dict[str, Any]:
        """Return the B side."""
        return _side(paper, "back")


def _side(paper: Paper, face: str) -> dict[str, Any]:
    return {fact: getattr(paper, f"{face}_{fact}") for fact in ("kind", "colours", "directional")}


class EntryLineSerializer(serializers.Serializer):
    """One line that says what paper it is: ``2 navy 12x12, directional``."""

    line = serializers.CharField(max_length=200)
    unit = serializers.ChoiceField(fields.UNIT_CHOICES, default=Unit.IN.value)


class DescribePaperSerializer(serializers.Serializer):
    """What shall be known of a paper; what is not given stays."""

    name = serializers.CharField(max_length=80, required=False)
    front = SideSerializer(required=False)
    back = SideSerializer(required=False)
    two_tone = serializers.BooleanField(required=False)
    finish = serializers.CharField(max_length=40, allow_blank=True, required=False)
    note = serializers.CharField(max_length=300, allow_blank=True, required=False)
    price = serializers.IntegerField(min_value=0, max_value=1_000_000, allow_null=True, required=False)

    def facts(self) -> dict[str, Any]:
        """Return what was given, as fields of the model."""
        given = dict(self.validated_data)
        for face in ("front", "back"):
            side = given.pop(face, None)
            given |= {f"{face}_{fact}": value for fact, value in (side or {}).items()}
        return given


class NewStockSerializer(serializers.Serializer):
    """Sheets or scraps to add, their size as typed."""

    kind = serializers.ChoiceField(STOCK_CHOICES)
    width = serializers.CharField(max_length=60)
    height = serializers.CharField(max_length=60)
    count = serializers.IntegerField(min_value=1, max_value=1000, default=1)


class StockCountSerializer(serializers.Serializer):
    """How many there are; none takes them away."""

    count = serializers.IntegerField(min_value=0, max_value=1000)


class PaperQuerySerializer(serializers.Serializer):
    """Words to look for."""

    words = serializers.CharField(required=False, allow_blank=True, max_length=80, default="")
