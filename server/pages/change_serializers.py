"""The shapes of changes of a page in the API: what may be asked, field by field."""

from typing import Final

from rest_framework import serializers

from inkquilt.lengths import LONGEST
from inkquilt.photos.crop import CLOSEST, MOST_TURN
from inkquilt.words.flow import LONGEST_TEXT
from server.common import fields
from server.common.serializers import FormatRequestSerializer
from server.pages.changes import KIND_CHOICES

#: A plan names every stack of a sketch once.
LONGEST_PLAN: Final = 8000


class ShieldSerializer(serializers.Serializer):
    """A piece that may cover so much of a photo along an axis: ``covered`` in ``of``, both whole numbers."""

    upper = serializers.CharField(max_length=60)
    axis = serializers.ChoiceField(["x", "y"])
    covered = serializers.IntegerField(min_value=0, max_value=LONGEST)
    of = serializers.IntegerField(min_value=1, max_value=LONGEST)


class PlacedSerializer(serializers.Serializer):
    """A photo for a slot."""

    block = serializers.CharField(max_length=60)
    photo = serializers.IntegerField()


class MatAskedSerializer(serializers.Serializer):
    """How far a mat shows on each side, as typed."""

    left = serializers.CharField(max_length=60)
    top = serializers.CharField(max_length=60)
    right = serializers.CharField(max_length=60)
    bottom = serializers.CharField(max_length=60)


class CutPieceSerializer(serializers.Serializer):
    """A piece cut from paper that serves as an embellishment, in the page's unit."""

    name = serializers.CharField(max_length=60)
    form = serializers.ChoiceField(fields.FORM_CHOICES)
    width = serializers.FloatField(min_value=0, max_value=10_000)
    height = serializers.FloatField(min_value=0, max_value=10_000)
    colour = serializers.RegexField(r"^#[0-9a-f]{6}$")
    second = serializers.RegexField(r"^#[0-9a-f]{6}$", required=False)
    text = serializers.CharField(max_length=40, required=False, allow_blank=True)


class ShownSerializer(serializers.Serializer):
    """How much of a phrase is laid when it was cut: its words, and its width in the page's unit."""

    text = serializers.CharField(max_length=40)
    width = serializers.FloatField(min_value=0, max_value=10_000)


class PutSerializer(serializers.Serializer):
    """An embellishment to lay: of the stash by its key, or ``cut``; a ``key`` that is known is put anew."""

    key = serializers.CharField(required=False, allow_null=True, max_length=60)
    embellishment = serializers.CharField(required=False, allow_blank=True, max_length=30)
    cut = CutPieceSerializer(required=False, allow_null=True)
    shown = ShownSerializer(required=False, allow_null=True)
    x = serializers.FloatField(min_value=-10_000, max_value=10_000)
    y = serializers.FloatField(min_value=-10_000, max_value=10_000)
    turn = serializers.FloatField(default=0, min_value=-360, max_value=360)
    under = serializers.CharField(required=False, allow_null=True, max_length=60)
    group = serializers.CharField(required=False, allow_blank=True, max_length=30)
    foam = serializers.BooleanField(default=False)


class MoveSerializer(serializers.Serializer):
    """A block to pin at another place, in the page's unit."""

    block = serializers.CharField(max_length=60)
    x = serializers.FloatField(min_value=-10_000, max_value=10_000)
    y = serializers.FloatField(min_value=-10_000, max_value=10_000)


class SizedSerializer(serializers.Serializer):
    """A block and the size it shall have, as typed."""

    block = serializers.CharField(max_length=60)
    width = serializers.CharField(max_length=60)
    height = serializers.CharField(max_length=60)


class ChangeSerializer(FormatRequestSerializer):
    """One change to a page; ``kind`` says which of the fields count."""

    kind = serializers.ChoiceField(KIND_CHOICES)
    school = serializers.ChoiceField(fields.SCHOOL_CHOICES, required=False)
    turn = serializers.ChoiceField([0, 90, 180, 270], required=False)
    mirrored = serializers.BooleanField(required=False)
    variant = serializers.ChoiceField(fields.VARIANT_CHOICES, required=False, allow_blank=True)
    plan = serializers.CharField(max_length=LONGEST_PLAN, required=False, allow_blank=True)
    left = serializers.CharField(required=False, allow_blank=True, max_length=60)
    top = serializers.CharField(required=False, allow_blank=True, max_length=60)
    right = serializers.CharField(required=False, allow_blank=True, max_length=60)
    bottom = serializers.CharField(required=False, allow_blank=True, max_length=60)
    at_x = serializers.FloatField(required=False, min_value=-10_000, max_value=10_000)
    at_y = serializers.FloatField(required=False, min_value=-10_000, max_value=10_000)
    wide = serializers.FloatField(required=False, min_value=0, max_value=10_000)
    high = serializers.FloatField(required=False, min_value=0, max_value=10_000)
    step_x = serializers.IntegerField(required=False, min_value=-200, max_value=200)
    step_y = serializers.IntegerField(required=False, min_value=-200, max_value=200)
    let_go = serializers.ListField(
        child=serializers.CharField(max_length=20_000), required=False, max_length=20, help_text="ties given up for it"
    )
    free = serializers.ListField(
        child=serializers.CharField(max_length=60), required=False, max_length=60, help_text="pins taken out for it"
    )
    sized = SizedSerializer(required=False)
    tie = serializers.CharField(required=False, max_length=20_000)
    again = serializers.BooleanField(required=False)
    tie_kind = serializers.ChoiceField(fields.TIE_CHOICES, required=False)
    blocks = serializers.ListField(child=serializers.CharField(max_length=60), required=False, max_length=200)
    axis = serializers.ChoiceField(["x", "y"], required=False)
    highs = serializers.ListField(child=serializers.BooleanField(), required=False, max_length=200)
    ends = serializers.ChoiceField(fields.ENDS_CHOICES, required=False)
    in_line = serializers.BooleanField(required=False)
    by_eye = serializers.BooleanField(required=False)
    recount = serializers.BooleanField(required=False)
    from_shop = serializers.BooleanField(required=False)
    trim = serializers.CharField(required=False, max_length=20, help_text="never, a-little or freely")
    rung = serializers.ChoiceField(fields.RUNG_CHOICES, required=False)
    grid = serializers.CharField(required=False, max_length=60)
    rework = serializers.ChoiceField(fields.REWORK_CHOICES, required=False)
    role = serializers.ChoiceField(fields.ROLE_CHOICES, required=False)
    block = serializers.CharField(required=False, max_length=60)
    photo = serializers.IntegerField(required=False, allow_null=True)
    look_x = serializers.FloatField(required=False, min_value=0, max_value=1)
    look_y = serializers.FloatField(required=False, min_value=0, max_value=1)
    zoom = serializers.FloatField(required=False, min_value=1, max_value=float(CLOSEST))
    level = serializers.FloatField(required=False, min_value=-MOST_TURN / 100, max_value=MOST_TURN / 100)
    locked = serializers.BooleanField(required=False)
    as_it_comes = serializers.BooleanField(required=False)
    shields = ShieldSerializer(many=True, required=False, max_length=20)
    placed = PlacedSerializer(many=True, required=False, max_length=60)
    mats = MatAskedSerializer(many=True, required=False, max_length=4)
    text = serializers.CharField(required=False, allow_blank=True, max_length=LONGEST_TEXT)
    paper = serializers.CharField(required=False, max_length=20)
    stash_paper = serializers.IntegerField(required=False, allow_null=True)
    side = serializers.ChoiceField(["A", "B"], required=False)
    on = serializers.BooleanField(required=False)
    count = serializers.IntegerField(required=False, min_value=0, max_value=60)
    lip = serializers.CharField(required=False, max_length=60)
    backing = serializers.CharField(required=False, allow_null=True, max_length=20, help_text="paper behind a window")
    each = serializers.CharField(required=False, allow_blank=True, max_length=60, help_text="width of each of a row")
    tuck = serializers.CharField(required=False, allow_blank=True, max_length=60)
    heights = serializers.CharField(required=False, allow_blank=True, max_length=300)
    papers = serializers.ListField(child=serializers.CharField(max_length=20), required=False, max_length=12)
    across = serializers.ChoiceField(fields.HOLD_CHOICES, required=False, allow_null=True)
    down = serializers.ChoiceField(fields.HOLD_CHOICES, required=False, allow_null=True)
    flags = serializers.BooleanField(required=False)
    lines = serializers.ListField(child=serializers.CharField(max_length=80), required=False, max_length=12)
    alphabets = serializers.ListField(child=serializers.CharField(max_length=30), required=False, max_length=12)
    title_way = serializers.ChoiceField(fields.TITLE_WAY_CHOICES, required=False)
    accent = serializers.CharField(required=False, max_length=60)
    turn_by = serializers.FloatField(required=False, min_value=-360, max_value=360)
    alone = serializers.BooleanField(required=False)
    put = PutSerializer(many=True, required=False, max_length=300)
    take = serializers.ListField(child=serializers.CharField(max_length=60), required=False, max_length=300)
    moves = MoveSerializer(many=True, required=False, max_length=60)
    words = serializers.CharField(required=False, allow_blank=True, max_length=400)
    balance_school = serializers.ChoiceField(fields.BALANCE_SCHOOL_CHOICES, required=False)
    story = serializers.CharField(required=False, allow_null=True, max_length=20)
    journal_way = serializers.ChoiceField(fields.JOURNAL_WAY_CHOICES, required=False)
    where = serializers.CharField(required=False, max_length=300)
    script = serializers.CharField(required=False, max_length=30)
    half_points = serializers.IntegerField(required=False, allow_null=True)
    slant = serializers.ChoiceField(fields.SLANT_CHOICES, required=False, allow_null=True)
    tool = serializers.IntegerField(required=False, allow_null=True)
    fold = serializers.ChoiceField(fields.FOLD_CHOICES, required=False, allow_null=True)
    step = serializers.IntegerField(required=False, min_value=1)
    snapshot = serializers.IntegerField(required=False, min_value=1)
    leave_out = serializers.ListField(child=serializers.CharField(max_length=60), required=False, max_length=200)
    smaller_prints = serializers.BooleanField(required=False)
    no_margin = serializers.BooleanField(required=False)


class VersionSerializer(serializers.Serializer):
    """The version of the page a write is based on, and a key of its own, so that sent twice it is made once."""

    version = serializers.IntegerField(min_value=1)
    key = serializers.RegexField(r"^[A-Za-z0-9-]{8,40}$", required=False)
    have = serializers.DictField(
        child=serializers.CharField(max_length=40),
        required=False,
        help_text="the marks of the parts of the page that the sender has; without them all of it comes back",
    )


class WriteSerializer(VersionSerializer):
    """A change and the version it is based on."""

    change = ChangeSerializer()
