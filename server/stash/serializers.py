"""Papers as they are told and asked for.

Sizes are texts in the unit of the ``context``: what their owner measures in.
"""

from typing import Any

from drf_spectacular.utils import extend_schema_field
from rest_framework import serializers

from inkquilt.colour import colour_name, read_colour
from inkquilt.cutting.guillotine import StockKind
from inkquilt.lengths import INCH, Unit, format_length, format_nearest, with_unit
from inkquilt.paper.entry import read_price, sheet_words
from inkquilt.paper.kinds import SideName
from inkquilt.paper.regions import MotifUse
from inkquilt.sketch.model import POLYGON_PARTS, Size
from server.common import fields
from server.common.asked import asked_length, refuse
from server.common.serializers import many
from server.stash.models import (
    KIND_CHOICES,
    MOST_COLOURS,
    STOCK_CHOICES,
    Companion,
    Palette,
    Paper,
    PaperStock,
    is_colour,
)

#: Paper is no longer than this.
LARGEST_SHEET = 40 * INCH


class ScrapSeenSerializer(serializers.Serializer):
    """A scrap as it was photographed: its picture, its box in inches, and in parts of that what can be cut of it."""

    id = serializers.IntegerField()
    picture = serializers.CharField(help_text="where its picture is")
    wide = serializers.FloatField()
    high = serializers.FloatField()
    corners = serializers.ListField(child=serializers.ListField(child=serializers.FloatField()))


class StockSerializer(serializers.ModelSerializer):
    """Sheets or scraps of one size; ``wide`` and ``high`` are numbers to draw by, in inches."""

    size = serializers.SerializerMethodField()
    wide = serializers.SerializerMethodField()
    high = serializers.SerializerMethodField()
    scraps = serializers.SerializerMethodField()

    class Meta:
        model = PaperStock
        fields = ["id", "kind", "size", "count", "wide", "high", "scraps"]

    @extend_schema_field(ScrapSeenSerializer(many=True))
    def get_scraps(self, stock: PaperStock) -> list[dict[str, Any]]:
        """Return how its scraps look that were photographed, the latest first; never more than there are."""
        if stock.kind != StockKind.SCRAP.value:
            return []
        size = (stock.width, stock.height)
        seen = [one for one in stock.paper.scraps.all() if (one.width, one.height) == size]
        return [
            {
                "id": one.pk,
                "picture": one.address,
                "wide": one.across / INCH,
                "high": one.down / INCH,
                "corners": [[across / POLYGON_PARTS, down / POLYGON_PARTS] for across, down in one.corners],
            }
            for one in seen[: stock.count]
        ]

    def get_size(self, stock: PaperStock) -> str:
        """Return its size in words."""
        return sheet_words(Size(stock.width, stock.height), _unit(self))

    def get_wide(self, stock: PaperStock) -> float:
        """Return its width in inches."""
        return stock.width / INCH

    def get_high(self, stock: PaperStock) -> float:
        """Return its height in inches."""
        return stock.height / INCH


def _unit(serializer: serializers.BaseSerializer) -> Unit:
    unit: Unit = serializer.context["unit"]
    return unit


class SideSerializer(serializers.Serializer):
    """One side of a paper: what it shows, its colours, the main one first, and whether it has a right way up."""

    kind = serializers.ChoiceField(KIND_CHOICES)
    colours = serializers.ListField(
        child=serializers.CharField(max_length=7, validators=[is_colour]), max_length=MOST_COLOURS
    )
    directional = serializers.BooleanField()
    repeat = serializers.CharField(
        max_length=60, allow_blank=True, required=False, help_text="how far its print repeats; none if empty"
    )
    busyness = serializers.IntegerField(min_value=0, max_value=100, allow_null=True, required=False)


class SidePictureSerializer(serializers.Serializer):
    """A picture of a side: where it is, and how much of the paper it shows, in inches."""

    id = serializers.IntegerField()
    address = serializers.CharField()
    wide = serializers.FloatField()
    high = serializers.FloatField()


class StashSideSerializer(SideSerializer):
    """One side with its picture, if it was photographed.

    ``named`` are plain words for its colours, ``shares`` what of it each fills in per cent: none where not measured.
    """

    named = serializers.ListField(child=serializers.CharField())
    shares = serializers.ListField(child=serializers.IntegerField())
    picture = SidePictureSerializer(allow_null=True)


class MotifSerializer(serializers.Serializer):
    """A printed place of a whole sheet, seen from its own side, as texts; ``saved`` is cut out first."""

    name = serializers.CharField(max_length=60)
    side = serializers.ChoiceField([(side.value, side.value) for side in SideName])
    left = serializers.CharField(max_length=60)
    top = serializers.CharField(max_length=60)
    width = serializers.CharField(max_length=60)
    height = serializers.CharField(max_length=60)
    saved = serializers.BooleanField(default=False)
    use = serializers.ChoiceField([(use.value, use.value) for use in MotifUse], default=MotifUse.PICTURE.value)
    pitch = serializers.CharField(
        max_length=60,
        allow_blank=True,
        default="",
        help_text="how far apart printed lines are",
    )


_MOTIF_LENGTHS = ("left", "top", "width", "height")
MOST_MOTIFS = 20
#: Nobody writes on lines that are nearer to each other.
LEAST_PITCH = INCH // 8


def asked_motif(row: dict[str, Any], unit: Unit) -> dict[str, Any]:
    """Return a motif in grains. Raises ``BadInput`` for one that is nowhere on a sheet."""
    lined = row["use"] == MotifUse.LINES.value
    lengths = {name: asked_length(row, name, unit, f"The {name} of “{row['name']}”") for name in _MOTIF_LENGTHS}
    if min(lengths["left"], lengths["top"]) < 0 or min(lengths["width"], lengths["height"]) <= 0:
        raise refuse("motif", f"“{row['name']}” must lie on the sheet and be more than nothing large.", "motifs")
    pitch = asked_length(row, "pitch", unit, f"How far apart the lines of “{row['name']}” are") if lined else 0
    if lined and not LEAST_PITCH <= pitch <= lengths["height"]:
        least = with_unit(LEAST_PITCH, unit)
        raise refuse("pitch", f"Lines of “{row['name']}” are at least {least} apart, and one lies on it.", "motifs")
    return {**{name: row[name] for name in ("name", "side", "saved", "use")}, **lengths, "pitch": pitch}


class StashPaperSerializer(serializers.ModelSerializer):
    """One paper of the stash with its sheets and scraps."""

    front = serializers.SerializerMethodField()
    back = serializers.SerializerMethodField()
    stocks = StockSerializer(many=True)
    motifs = serializers.SerializerMethodField()

    class Meta:
        model = Paper
        fields = [
            "id", "name", "front", "back", "two_tone", "core", "finish", "kit", "favourite", "note", "price", "stocks",
            "motifs",
        ]  # fmt: skip

    @extend_schema_field(StashSideSerializer)
    def get_front(self, paper: Paper) -> dict[str, Any]:
        """Return the A side."""
        return _side(paper, "front", _unit(self))

    @extend_schema_field(StashSideSerializer)
    def get_back(self, paper: Paper) -> dict[str, Any]:
        """Return the B side."""
        return _side(paper, "back", _unit(self))

    @extend_schema_field(MotifSerializer(many=True))
    def get_motifs(self, paper: Paper) -> list[dict[str, Any]]:
        """Return its printed places."""
        unit = _unit(self)
        return [
            {
                **row,
                **{name: format_length(row[name], unit) for name in _MOTIF_LENGTHS},
                "use": row.get("use", MotifUse.PICTURE.value),
                "pitch": format_length(row["pitch"], unit) if row.get("pitch") else "",
            }
            for row in paper.motifs
        ]


def _side(paper: Paper, face: str, unit: Unit) -> dict[str, Any]:
    side = SideName.A if face == "front" else SideName.B
    picture = next((one for one in paper.pictures.all() if one.side == side.value), None)
    return {
        **{fact: getattr(paper, f"{face}_{fact}") for fact in ("kind", "colours", "directional", "shares", "busyness")},
        "repeat": "" if (repeat := getattr(paper, f"{face}_repeat")) is None else format_nearest(repeat, unit),
        "named": [colour_name(read_colour(one)) for one in getattr(paper, f"{face}_colours")],
        "picture": picture
        and {"id": picture.pk, "address": picture.address, "wide": picture.wide / INCH, "high": picture.high / INCH},
    }


class EntryLineSerializer(serializers.Serializer):
    """One line that says what paper it is: ``2 navy 12x12, directional``."""

    line = serializers.CharField(max_length=200)
    unit = serializers.ChoiceField(fields.UNIT_CHOICES, required=False)


class DescribePaperSerializer(serializers.Serializer):
    """What shall be known of a paper; what is not given stays."""

    name = serializers.CharField(max_length=80, required=False)
    front = SideSerializer(required=False)
    back = SideSerializer(required=False)
    two_tone = serializers.BooleanField(required=False)
    core = serializers.CharField(max_length=7, validators=[is_colour], allow_blank=True, required=False)
    finish = serializers.CharField(max_length=40, allow_blank=True, required=False)
    kit = serializers.CharField(max_length=60, allow_blank=True, required=False)
    favourite = serializers.BooleanField(required=False)
    note = serializers.CharField(max_length=300, allow_blank=True, required=False)
    price = serializers.CharField(
        max_length=20, allow_blank=True, required=False, help_text="as typed; none when empty"
    )
    motifs = many(MotifSerializer, MOST_MOTIFS, required=False)

    def facts(self, unit: Unit) -> dict[str, Any]:
        """Return what was given, as fields of the model; lengths without a unit are in ``unit``."""
        given = dict(self.validated_data)
        if "price" in given:
            given["price"] = read_price(given["price"])
        if "motifs" in given:
            given["motifs"] = [asked_motif(row, unit) for row in given["motifs"]]
        for face in ("front", "back"):
            side = given.pop(face, None)
            given |= {f"{face}_{fact}": value for fact, value in _side_facts(side or {}, unit).items()}
        return given


def _side_facts(side: dict[str, Any], unit: Unit) -> dict[str, Any]:
    """Return what is known of a side; of colours said by hand nobody knows how much each fills."""
    facts = dict(side)
    if "repeat" in facts:
        typed = facts["repeat"].strip()
        facts["repeat"] = asked_length(facts, "repeat", unit, "How far the print repeats") if typed else None
    return facts


class FoundScrapSerializer(serializers.Serializer):
    """A scrap found in a photograph; ``usable`` says what can be cut of it, empty where that is too little to keep."""

    size = serializers.CharField(help_text="of the box round it")
    usable = serializers.CharField(allow_blank=True)
    wide = serializers.FloatField()
    high = serializers.FloatField()
    corners = serializers.ListField(child=serializers.ListField(child=serializers.FloatField()))
    picture = serializers.CharField(help_text="WebP in base 64")
    outline = serializers.ListField(child=serializers.ListField(child=serializers.IntegerField()))
    across = serializers.IntegerField(help_text="grains")
    down = serializers.IntegerField(help_text="grains")


class KeepScrapSerializer(serializers.Serializer):
    """A scrap to keep, as it was found."""

    across = serializers.IntegerField(min_value=1, max_value=LARGEST_SHEET)
    down = serializers.IntegerField(min_value=1, max_value=LARGEST_SHEET)
    outline = serializers.ListField(
        child=serializers.ListField(
            child=serializers.IntegerField(min_value=0, max_value=POLYGON_PARTS), min_length=2, max_length=2
        ),
        min_length=3,
        max_length=60,
    )
    picture = serializers.CharField(max_length=90_000)


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


class PictureSerializer(serializers.Serializer):
    """A photo of a sheet, and how much of the paper it shows from left to right."""

    file = serializers.FileField()
    wide = serializers.CharField(max_length=60, default="12 in")


class PaletteSerializer(serializers.ModelSerializer):
    """Colours kept together under a name, with the papers that are kept with them; ``named`` are their words."""

    colours = serializers.ListField(child=serializers.CharField())
    papers = serializers.SerializerMethodField()
    named = serializers.SerializerMethodField()

    class Meta:
        model = Palette
        fields = ["id", "name", "colours", "named", "papers"]

    @extend_schema_field(serializers.ListField(child=serializers.IntegerField()))
    def get_papers(self, palette: Palette) -> list[int]:
        """Return the numbers of its papers that are there."""
        return [paper.pk for paper in palette.papers.all() if paper.deleted_at is None]

    @extend_schema_field(serializers.ListField(child=serializers.CharField()))
    def get_named(self, palette: Palette) -> list[str]:
        """Return plain words for its colours."""
        return [colour_name(colour) for colour in palette.core_colours]


class PaletteAskedSerializer(serializers.Serializer):
    """A palette to keep, or what of one shall be another."""

    name = serializers.CharField(max_length=60)
    colours = serializers.ListField(
        child=serializers.CharField(max_length=7, validators=[is_colour]), min_length=1, max_length=8
    )
    papers = serializers.ListField(child=serializers.IntegerField(min_value=1), max_length=60, default=list)


class PaperCompanionSerializer(serializers.ModelSerializer):
    """An ink, pen or paint, with a plain word for its colour."""

    named = serializers.SerializerMethodField()

    class Meta:
        model = Companion
        fields = ["id", "name", "kind", "colour", "metallic", "named"]

    def get_named(self, companion: Companion) -> str:
        """Return its colour in words."""
        return colour_name(read_colour(companion.colour))


class PaperCompanionLineSerializer(serializers.Serializer):
    """An ink, pen or paint as one says it: ``navy pen``, ``gold splatter``."""

    line = serializers.CharField(max_length=100)


class PaperCompanionColourSerializer(serializers.Serializer):
    """The colour it has, seen beside it."""

    colour = serializers.CharField(max_length=7, validators=[is_colour])
