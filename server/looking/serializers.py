"""The second look as it is told."""

from rest_framework import serializers

from server.common import fields
from server.pages.change_serializers import ChangeField
from server.pages.serializers import AccentSerializer, PageCardSerializer


class ObservationSerializer(serializers.Serializer):
    """One thing noticed, with its number, its pieces, and where to look."""

    kind = serializers.ChoiceField(fields.OBSERVATION_CHOICES)
    called = serializers.CharField(help_text="what it is called where it is switched off")
    words = serializers.CharField()
    number = serializers.CharField(allow_blank=True)
    keys = serializers.ListField(child=serializers.CharField())
    marks = serializers.ListField(
        child=serializers.ListField(child=serializers.ListField(child=serializers.FloatField()))
    )


class WeightSerializer(serializers.Serializer):
    """The weight of a piece, and the middle of what shows of it."""

    x = serializers.FloatField()
    y = serializers.FloatField()
    weight = serializers.FloatField()


class FigureSerializer(serializers.Serializer):
    """A number behind the look, in words."""

    name = serializers.CharField()
    value = serializers.CharField()


class TriangleSerializer(serializers.Serializer):
    """A colour or kind that comes again, and its places."""

    name = serializers.CharField()
    colour = serializers.CharField(allow_null=True)
    places = serializers.ListField(child=serializers.ListField(child=serializers.FloatField()))
    corners = serializers.ListField(
        child=serializers.ListField(child=serializers.FloatField()), help_text="of the largest triangle, or the two"
    )
    words = serializers.CharField()


class CalmSerializer(serializers.Serializer):
    """What is empty: its outlines, its largest box (left, top, right, bottom) and circle (x, y, radius)."""

    regions = serializers.ListField(
        child=serializers.ListField(child=serializers.ListField(child=serializers.FloatField()))
    )
    box = serializers.ListField(child=serializers.FloatField(), allow_null=True)
    circle = serializers.ListField(child=serializers.FloatField(), allow_null=True)


class MeasureValueSerializer(serializers.Serializer):
    """A published measure, 0 to 1."""

    name = serializers.CharField()
    value = serializers.FloatField()


class LookAgainSerializer(serializers.Serializer):
    """A second look: what is noticed, the worst first, and the numbers behind it."""

    noticed = ObservationSerializer(many=True)
    centre = serializers.ListField(child=serializers.FloatField())
    weights = WeightSerializer(many=True)
    figures = FigureSerializer(many=True)
    triangles = TriangleSerializer(many=True)
    calm = CalmSerializer()
    measures = MeasureValueSerializer(many=True)
    off = serializers.ListField(child=serializers.ChoiceField(fields.OBSERVATION_CHOICES))


class LookQuerySerializer(serializers.Serializer):
    """A piece in the hand, and where its centre is just now in the page's unit."""

    moved = serializers.CharField(max_length=60, required=False)
    x = serializers.FloatField(default=0, min_value=-10_000, max_value=10_000)
    y = serializers.FloatField(default=0, min_value=-10_000, max_value=10_000)
    alone = serializers.BooleanField(default=False, help_text="its cluster does not go along")


class TryAskedSerializer(serializers.Serializer):
    """Which observation shall be taken away."""

    kind = serializers.ChoiceField(fields.OBSERVATION_CHOICES)
    keys = serializers.ListField(child=serializers.CharField(max_length=60), max_length=300)


class MovedBlockSerializer(serializers.Serializer):
    """Where a block would lie."""

    block = serializers.CharField()
    x = serializers.FloatField()
    y = serializers.FloatField()
    width = serializers.FloatField()
    height = serializers.FloatField()


class TrialSerializer(serializers.Serializer):
    """A change that takes it away: the embellishments then, blocks moved, papers swapped, what is noticed then."""

    words = serializers.CharField()
    accents = AccentSerializer(many=True)
    moved = MovedBlockSerializer(many=True)
    swapped = serializers.ListField(child=serializers.CharField())
    left = serializers.ListField(child=serializers.CharField())
    change = ChangeField()


class TriedSerializer(serializers.Serializer):
    """What was found; null when nothing was."""

    trial = TrialSerializer(allow_null=True)


class SwitchOffSerializer(serializers.Serializer):
    """An observation to switch off for good, or on again."""

    kind = serializers.ChoiceField(fields.OBSERVATION_CHOICES)
    off = serializers.BooleanField()


class NoteSerializer(serializers.Serializer):
    """A note to put a state away with."""

    note = serializers.CharField(max_length=300, allow_blank=True, default="")


class PageStepSerializer(serializers.Serializer):
    """An earlier step of a page: what was done then."""

    number = serializers.IntegerField()
    done = serializers.CharField()
    created = serializers.DateTimeField()


class DrawnStepSerializer(PageStepSerializer):
    """An earlier step, drawn."""

    page = PageCardSerializer()


class SnapshotSerializer(serializers.Serializer):
    """A state that was put away, drawn."""

    id = serializers.IntegerField()
    note = serializers.CharField(allow_blank=True)
    created = serializers.DateTimeField()
    page = PageCardSerializer()
