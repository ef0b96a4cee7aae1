"""Sticking down as it is told. Numbers to draw by are in the page's unit; what is read stands in texts."""

from rest_framework import serializers

from inkquilt.assembly.afterwards import WayOn
from inkquilt.assembly.dry_fit import DifferenceKind
from inkquilt.assembly.steps import StepKind
from inkquilt.assembly.terms import GLUE_CHOICES, StickSchool, WorkKind
from inkquilt.sketch.geometry import Axis
from server.pages.change_serializers import ChangeField
from server.sticking.models import DRY_FIT, PICTURE_CHOICES

STEP_KINDS = [(kind.value, kind.value) for kind in StepKind]
STICK_SCHOOLS = [(school.value, school.value) for school in StickSchool]
WORK_KINDS = [(kind.value, kind.value) for kind in WorkKind]
GLUE_WAYS = [(way.value, way.value) for way in GLUE_CHOICES]
AXES = [(axis.value, axis.value) for axis in Axis]
DIFFERENCE_KINDS = [(kind.value, kind.value) for kind in DifferenceKind]
WAYS_ON = [(way.value, way.value) for way in WayOn]


def _rings() -> serializers.ListField:
    """A list of lines round areas, each a list of points."""
    return serializers.ListField(
        child=serializers.ListField(child=serializers.ListField(child=serializers.FloatField()))
    )


class GlueSerializer(serializers.Serializer):
    """Where one layer is glued: the area, what of it takes foam to even it out, and what to mind."""

    name = serializers.CharField()
    where = _rings()
    fillers = _rings()
    words = serializers.ListField(child=serializers.CharField())


class StickDistanceSerializer(serializers.Serializer):
    """One distance: its number and words, and where it is drawn: along ``axis`` from ``begin`` to ``end``."""

    axis = serializers.ChoiceField(AXES)
    number = serializers.CharField(allow_blank=True)
    words = serializers.CharField()
    begin = serializers.FloatField()
    end = serializers.FloatField()
    across = serializers.FloatField()


class StickStepSerializer(serializers.Serializer):
    """One step. ``things`` are what it is about, ``puts`` the layers that lie on the page after it."""

    key = serializers.CharField()
    kind = serializers.ChoiceField(STEP_KINDS)
    title = serializers.CharField()
    words = serializers.ListField(child=serializers.CharField())
    things = serializers.ListField(child=serializers.CharField())
    outlines = _rings()
    puts = serializers.ListField(child=serializers.CharField())
    glue = GlueSerializer(many=True)
    distances = StickDistanceSerializer(many=True)
    tilt = serializers.CharField(allow_blank=True)
    t_square = serializers.CharField(allow_blank=True)
    done = serializers.BooleanField()
    minutes = serializers.IntegerField(allow_null=True, help_text="after which what dries can usually be touched")
    may_choose_glue = serializers.BooleanField()
    number = serializers.IntegerField(allow_null=True, help_text="the piece's number on the page")


class StickSchoolSerializer(serializers.Serializer):
    """One way to put a page together."""

    key = serializers.ChoiceField(STICK_SCHOOLS)
    words = serializers.CharField()
    about = serializers.CharField()


class StickThingSerializer(serializers.Serializer):
    """A piece to be stuck: how it is glued by her own word (none: as is usual), and whether it lies stuck."""

    key = serializers.CharField()
    name = serializers.CharField()
    glue = serializers.ChoiceField(GLUE_WAYS, allow_null=True)
    glued = serializers.BooleanField()
    may_be_worked_on = serializers.BooleanField()
    stuck = serializers.BooleanField()


class PlannedWorkSerializer(serializers.Serializer):
    """Work planned on a piece or the page."""

    key = serializers.CharField()
    words = serializers.CharField()


class FlatterSerializer(serializers.Serializer):
    """What a piece could be instead, and what that saves."""

    words = serializers.CharField()
    saves = serializers.CharField()


class ThicknessSerializer(serializers.Serializer):
    """How thick the page is at most and on the whole, where, by what, and what would be flatter.

    ``cells`` are rows of parts of the most, 0 to 1, ``cell`` is the side of one.
    """

    most = serializers.CharField()
    usual = serializers.CharField()
    x = serializers.FloatField()
    y = serializers.FloatField()
    by = serializers.CharField(allow_blank=True)
    flatter = FlatterSerializer(many=True)
    cell = serializers.FloatField()
    cells = serializers.ListField(child=serializers.ListField(child=serializers.FloatField()))


class StickingSerializer(serializers.Serializer):
    """How a page is put together: its steps in order, and what can be chosen of them."""

    version = serializers.IntegerField()
    school = serializers.ChoiceField(STICK_SCHOOLS)
    schools = StickSchoolSerializer(many=True)
    steps = StickStepSerializer(many=True)
    things = StickThingSerializer(many=True)
    works = PlannedWorkSerializer(many=True)
    work_kinds = serializers.ListField(child=serializers.ChoiceField(WORK_KINDS))
    glue_ways = serializers.ListField(child=serializers.ChoiceField(GLUE_WAYS))
    own_order = serializers.BooleanField()
    thickness = ThicknessSerializer()
    cautions = serializers.ListField(child=serializers.CharField())


class ChanceSerializer(serializers.Serializer):
    """One thing that can still be done about a piece that is stuck."""

    way = serializers.ChoiceField(WAYS_ON)
    words = serializers.CharField()


class AfterwardsSerializer(serializers.Serializer):
    """What can still be done about a piece that is stuck, with the cautions of lifting."""

    name = serializers.CharField()
    chances = ChanceSerializer(many=True)
    cautions = serializers.ListField(child=serializers.CharField())


class DifferenceSerializer(serializers.Serializer):
    """One thing that lies otherwise than planned; ``change`` takes it into the plan, null where nothing does."""

    kind = serializers.ChoiceField(DIFFERENCE_KINDS)
    words = serializers.CharField()
    outlines = _rings()
    change = ChangeField(allow_null=True)


class TablePictureSerializer(serializers.Serializer):
    """A picture of a page on the table, laid straight, and what was seen on it."""

    id = serializers.IntegerField()
    kind = serializers.ChoiceField(PICTURE_CHOICES)
    created = serializers.DateTimeField()
    address = serializers.CharField()
    differences = DifferenceSerializer(many=True)


class TablePhotographSerializer(serializers.Serializer):
    """A photograph of the page on the table: of the dry fit, or of the finished page."""

    file = serializers.FileField()
    kind = serializers.ChoiceField(PICTURE_CHOICES, default=DRY_FIT)
