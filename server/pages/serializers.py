"""The shapes of pages and fits in the API."""

from typing import Any

from rest_framework import serializers

from inkquilt.composition.changes.layout import LONGEST_PLAN
from inkquilt.composition.changes.photos import SlotChoice
from inkquilt.sketch.photo_list import MOST_PHOTOS
from server.common import fields
from server.common.drawing import BoardSerializer
from server.common.serializers import ErrorSerializer, FormatRequestSerializer, many
from server.drafts.layouts import LayoutAskedSerializer
from server.pages.change_serializers import ChangeField, VersionSerializer, serializer_for


class WaySerializer(serializers.Serializer):
    """A school, which of its ways, and how the sketch is held first."""

    school = serializers.ChoiceField(fields.SCHOOL_CHOICES)
    variant = serializers.ChoiceField(fields.VARIANT_CHOICES, default="", allow_blank=True)
    turn = serializers.ChoiceField([0, 90, 180, 270], default=0)
    mirrored = serializers.BooleanField(default=False)
    plan = serializers.CharField(
        max_length=LONGEST_PLAN, default="", allow_blank=True, help_text="how groups stand that were arranged anew"
    )


class FitQuerySerializer(WaySerializer):
    """A way to fit, and whether what it lost shall be explained."""

    reasons = serializers.BooleanField(default=False)


class BlockChangeSerializer(serializers.Serializer):
    """What became of one block."""

    block = serializers.CharField()
    kind = serializers.CharField()
    to = serializers.CharField()
    why = serializers.CharField()

    def get_fields(self) -> dict[str, Any]:
        """Add ``from``, which Python keeps for itself."""
        return {**super().get_fields(), "from": serializers.CharField()}


class BrokenSerializer(serializers.Serializer):
    """A relation that the page does not have."""

    kind = serializers.CharField()
    blocks = serializers.ListField(child=serializers.CharField())
    axis = serializers.CharField(allow_null=True)
    why = serializers.CharField()


class RelationsSerializer(serializers.Serializer):
    """How many relations of the sketch were kept, and which were not."""

    kept = serializers.IntegerField()
    broken = BrokenSerializer(many=True)


class DemandSerializer(serializers.Serializer):
    """One demand in words, its blocks, and the change that gives it up: named, or with a size still to be typed."""

    demand = serializers.CharField()
    blocks = serializers.ListField(child=serializers.CharField())
    words = serializers.CharField(allow_blank=True)
    change = ChangeField(required=False)


class PinsClashSerializer(ErrorSerializer):
    """What was asked by hand cannot be: the demands that clash."""

    demands = DemandSerializer(many=True, required=False)


class ClosedGapSerializer(serializers.Serializer):
    """Two photos that were drawn apart and touch on the page."""

    blocks = serializers.ListField(child=serializers.CharField(), min_length=2, max_length=2)
    words = serializers.CharField()
    seam = serializers.ListField(
        child=serializers.FloatField(), min_length=4, max_length=4, help_text="where they meet: left, top, right, foot"
    )


class ClashSerializer(serializers.Serializer):
    """Demands that cannot hold together, and the sum that shows it."""

    demands = DemandSerializer(many=True)
    sum = serializers.CharField(allow_blank=True)
    short_by = serializers.CharField(allow_null=True)


class GivenUpSerializer(serializers.Serializer):
    """Something that a small page gave up, in a sentence; ``stays`` says what is done when it must not."""

    rung = serializers.ChoiceField(fields.RUNG_CHOICES)
    goes = serializers.CharField()
    stays = serializers.CharField()


class FitSerializer(serializers.Serializer):
    """One way to fit: named by what it gains and gives up, drawn, with its reasons."""

    way = WaySerializer()
    status = serializers.ChoiceField(fields.STATUS_CHOICES)
    title = serializers.CharField()
    gist = serializers.CharField()
    note = serializers.CharField(allow_blank=True)
    given_up = GivenUpSerializer(many=True)
    aside = serializers.ListField(child=serializers.CharField(), help_text="names of pieces laid aside")
    seconds = serializers.FloatField()
    changes = BlockChangeSerializer(many=True)
    relations = RelationsSerializer()
    touching = ClosedGapSerializer(many=True)
    clash = ClashSerializer(allow_null=True)
    board = BoardSerializer()


class FormatChoiceSerializer(serializers.Serializer):
    """The page's format with its margins, as texts in its unit."""

    format = serializers.CharField(allow_null=True)
    unit = serializers.ChoiceField(fields.UNIT_CHOICES)
    width = serializers.CharField()
    height = serializers.CharField()
    clear = serializers.DictField(child=serializers.CharField())
    binding = serializers.ChoiceField(fields.SIDE_CHOICES, allow_null=True)
    sides = serializers.ChoiceField([1, 2])
    gap = serializers.CharField(help_text="between two facing pages")
    fold = serializers.ListField(child=serializers.FloatField(), allow_null=True, help_text="where the gap is")
    clear_box = serializers.ListField(child=serializers.FloatField(), min_length=4, max_length=4)


class CropSerializer(serializers.Serializer):
    """The part of a photo that shows, in parts of its width and height."""

    left = serializers.FloatField()
    top = serializers.FloatField()
    width = serializers.FloatField()
    height = serializers.FloatField()
    turn = serializers.FloatField(help_text="degrees clockwise on the photo, about the middle of that part")


class SlotSerializer(serializers.Serializer):
    """A photo slot of the page: what is in it, and how it shows. ``missing``: the photo was deleted."""

    block = serializers.CharField()
    name = serializers.CharField()
    photo = serializers.IntegerField(allow_null=True)
    photo_name = serializers.CharField(allow_null=True)
    has_file = serializers.BooleanField(help_text="false for a print entered by its size: there is no picture of it")
    crop = CropSerializer(allow_null=True)
    zoom = serializers.FloatField(help_text="how far in: 1 is the largest part that fills the slot")
    closest = serializers.FloatField(allow_null=True, help_text="how far in what is marked still shows whole")
    turn = serializers.FloatField(help_text="degrees by which the photo is levelled")
    cut_off = serializers.CharField(allow_blank=True, help_text="what of the photo its slot cannot show, in words")
    trims = serializers.ListField(child=serializers.CharField(), help_text="what comes off a print that exists")
    safe = serializers.CharField(allow_blank=True, help_text="below this something that matters is lost")
    irreplaceable = serializers.BooleanField(help_text="copy it before it is cut")
    locked = serializers.BooleanField(help_text="stays when photos are matched to slots")
    missing = serializers.BooleanField()
    left_out = serializers.BooleanField()


class AreaLostSerializer(serializers.Serializer):
    """A part of a photo that matters and does not show whole: how much of it and why, and where it lies."""

    words = serializers.CharField()
    outline = serializers.ListField(
        child=serializers.ListField(child=serializers.FloatField()), help_text="its corners on the page"
    )


class CoverSerializer(serializers.Serializer):
    """What lies over a photo: the part of its slot that is hidden, by what, and what is lost by it."""

    slot = serializers.CharField()
    hidden = serializers.FloatField()
    by = serializers.ListField(child=serializers.CharField())
    lost = AreaLostSerializer(many=True)


class LetterSerializer(serializers.Serializer):
    """One letter's box from the centre of its block, before the whole is turned."""

    character = serializers.CharField()
    x = serializers.FloatField()
    y = serializers.FloatField()
    width = serializers.FloatField()
    height = serializers.FloatField()


class LetteringSerializer(serializers.Serializer):
    """A title letter by letter."""

    turn = serializers.FloatField()
    colour = serializers.CharField()
    font = serializers.CharField(allow_blank=True, help_text="the shipped font, if it is set in one")
    letters = LetterSerializer(many=True)


class TitleSerializer(serializers.Serializer):
    """A title block, its text, and its letters once it is set."""

    block = serializers.CharField()
    text = serializers.CharField(allow_blank=True)
    lettering = LetteringSerializer(allow_null=True)
    sticks_out = serializers.BooleanField(help_text="its place was fitted anew and is too small for the letters now")


class WrittenLineSerializer(serializers.Serializer):
    """A line as it is written: its top left corner, the width of its text, its turn about that corner."""

    text = serializers.CharField(allow_blank=True)
    x = serializers.FloatField()
    y = serializers.FloatField()
    width = serializers.FloatField()
    turn = serializers.FloatField()


class GroundSerializer(serializers.Serializer):
    """A card, strip or label beneath words; ``ruled`` has lines on it. ``words`` is its size.

    ``points`` outline one that is no rectangle, ``colour`` is that of a label of the stash.
    """

    x = serializers.FloatField()
    y = serializers.FloatField()
    width = serializers.FloatField()
    height = serializers.FloatField()
    ruled = serializers.BooleanField()
    words = serializers.CharField()
    points = serializers.ListField(child=serializers.ListField(child=serializers.FloatField()))
    colour = serializers.CharField(allow_blank=True)


class WrittenSerializer(serializers.Serializer):
    """Words with their cards, in the page's unit: their size ``em``, and the ``pitch`` from line to line."""

    em = serializers.FloatField()
    pitch = serializers.FloatField()
    font = serializers.CharField(allow_blank=True)
    colour = serializers.CharField()
    lines = WrittenLineSerializer(many=True)
    grounds = GroundSerializer(many=True)


class InPlaceSerializer(WrittenSerializer):
    """Words in a place of the page: ``block`` is the journaling block they fill."""

    block = serializers.CharField(allow_null=True)
    bare = serializers.BooleanField(help_text="the block it fills is no card: the words lie straight on the page")


class StorySerializer(InPlaceSerializer):
    """A story on the page; ``off_page`` when it is written on a sheet of its own, whose lines are not told."""

    name = serializers.CharField()
    text = serializers.CharField(allow_blank=True)
    way = serializers.ChoiceField(fields.JOURNAL_WAY_CHOICES)
    where = serializers.CharField()
    script = serializers.CharField()
    half_points = serializers.IntegerField(allow_null=True)
    off_page = serializers.BooleanField()
    left_over = serializers.IntegerField(help_text="words that have no place")


class AccentSerializer(serializers.Serializer):
    """An embellishment on the page, its centre in the page's unit; ``points`` outline it as it lies."""

    key = serializers.CharField()
    embellishment = serializers.CharField()
    name = serializers.CharField()
    kind = serializers.ChoiceField(fields.EMBELLISHMENT_KIND_CHOICES)
    form = serializers.ChoiceField(fields.FORM_CHOICES)
    x = serializers.FloatField()
    y = serializers.FloatField()
    width = serializers.FloatField()
    height = serializers.FloatField()
    turn = serializers.FloatField()
    colours = serializers.ListField(child=serializers.CharField())
    ink = serializers.CharField(help_text="the colour of its words")
    text = serializers.CharField(allow_blank=True)
    picture = serializers.CharField(allow_null=True, help_text="where its picture is, if it was photographed")
    shown = serializers.ListField(
        child=serializers.ListField(child=serializers.FloatField()),
        allow_null=True,
        help_text="two corners of its picture, in parts of it, where only one half of the piece lies here",
    )
    under = serializers.CharField(allow_null=True)
    group = serializers.CharField(allow_blank=True)
    leads = serializers.BooleanField(help_text="its cluster goes along when it is moved")
    fills = serializers.CharField(allow_null=True, help_text="the place kept for a cluster or a title that it takes")
    foam = serializers.BooleanField()
    points = serializers.ListField(child=serializers.ListField(child=serializers.FloatField()))
    from_left = serializers.CharField()
    from_top = serializers.CharField()


class LeftOutSerializer(serializers.Serializer):
    """A block that was left out and can come back."""

    block = serializers.CharField()
    name = serializers.CharField()


class PinSerializer(serializers.Serializer):
    """What was settled by hand about a block: its place, its size, or both."""

    block = serializers.CharField()
    place = serializers.BooleanField()
    size = serializers.BooleanField()


class TieSerializer(serializers.Serializer):
    """A relation between blocks, in words; ``held`` is False for one that was let go."""

    key = serializers.CharField()
    kind = serializers.ChoiceField(fields.TIE_CHOICES)
    blocks = serializers.ListField(child=serializers.CharField())
    words = serializers.CharField()
    side = serializers.ChoiceField(fields.SIDE_CHOICES, allow_null=True, help_text="of a line: which edge of the first")
    held = serializers.BooleanField()


class SwitchesSerializer(serializers.Serializer):
    """Choices for the whole page."""

    ends = serializers.ChoiceField(fields.ENDS_CHOICES)
    in_line = serializers.BooleanField()
    by_eye = serializers.BooleanField()
    recount = serializers.BooleanField()
    from_shop = serializers.BooleanField()


class TouchSerializer(serializers.Serializer):
    """A piece of paper under the hand; ``paper`` is the letter that one dropped there takes the place of."""

    paper = serializers.CharField(allow_null=True)
    alike = serializers.IntegerField(help_text="how many more pieces are of that paper")


class TouchedSerializer(TouchSerializer):
    """What a touch on a piece may do; ``cells`` are the pieces of a row."""

    block = serializers.CharField()
    cells = TouchSerializer(many=True)
    may_be_layered = serializers.BooleanField()
    may_lean = serializers.BooleanField()


class PageBoxSerializer(serializers.Serializer):
    """The project box a page is made from."""

    id = serializers.IntegerField()
    name = serializers.CharField()


class PageSerializer(serializers.Serializer):
    """A page as it lies on the bench. ``terms`` changes when the fits have to be worked out anew."""

    id = serializers.IntegerField()
    name = serializers.CharField()
    version = serializers.IntegerField()
    undo = serializers.CharField(allow_null=True)
    redo = serializers.CharField(allow_null=True)
    box = PageBoxSerializer(allow_null=True)
    sketch_name = serializers.CharField()
    sketch_board = BoardSerializer()
    format = FormatChoiceSerializer()
    grid = serializers.CharField()
    terms = serializers.CharField()
    way = WaySerializer()
    fit = FitSerializer()
    touches = TouchedSerializer(many=True)
    slots = SlotSerializer(many=True)
    covers = CoverSerializer(many=True)
    titles = TitleSerializer(many=True)
    stories = StorySerializer(many=True)
    accents = AccentSerializer(many=True)
    used = serializers.DictField(
        child=serializers.IntegerField(), help_text="how many of each embellishment lie on it or are written on"
    )
    put_back = serializers.ListField(
        child=serializers.CharField(), help_text="embellishments that found no room when the page was fitted anew"
    )
    school = serializers.ChoiceField(fields.BALANCE_SCHOOL_CHOICES)
    left_out = LeftOutSerializer(many=True)
    pins = PinSerializer(many=True)
    switches = SwitchesSerializer()
    never_trim = serializers.ListField(child=serializers.CharField())
    trim_freely = serializers.ListField(child=serializers.CharField())
    dies = serializers.ListField(child=serializers.CharField(), help_text="what pieces are held to, in words")
    insist = GivenUpSerializer(many=True)
    leads = serializers.CharField(allow_null=True)
    step = serializers.FloatField(help_text="the grid's step in the page's unit")
    parts = serializers.DictField(child=serializers.CharField(), help_text="a mark for each part of this answer")


class ChangedPageSerializer(PageSerializer):
    """A page after a write: of its parts only those whose marks the sender did not have."""

    def get_fields(self) -> dict[str, Any]:
        """Return the fields of a page, any of which may be left out but its version."""
        found: dict[str, Any] = super().get_fields()
        for name, field in found.items():
            field.required = name in ("id", "version", "parts")
        return found


class PageCardSerializer(serializers.Serializer):
    """A page as it lies on the shelf."""

    id = serializers.IntegerField()
    version = serializers.IntegerField()
    name = serializers.CharField()
    created = serializers.DateTimeField()
    size = serializers.CharField()
    board = BoardSerializer()
    slots = SlotSerializer(many=True)
    titles = TitleSerializer(many=True)
    stories = StorySerializer(many=True)
    accents = AccentSerializer(many=True)


class NewPageSerializer(LayoutAskedSerializer, FormatRequestSerializer):
    """A new page from a sketch or a basic type."""

    turn = serializers.ChoiceField([0, 90, 180, 270], required=False)
    mirrored = serializers.BooleanField(required=False)
    school = serializers.ChoiceField(fields.SCHOOL_CHOICES, required=False)
    placed = many(serializer_for(SlotChoice), 60, required=False)
    name = serializers.CharField(required=False, allow_blank=True, max_length=120)
    box = serializers.IntegerField(required=False, allow_null=True, help_text="a project box it is made from")


class RenameSerializer(VersionSerializer):
    """A new name for a page."""

    name = serializers.CharField(max_length=120)


class StaleSerializer(serializers.Serializer):
    """A write that came too late: what was wanted, and the page as it is now. Nothing was written."""

    code = serializers.CharField()
    detail = serializers.CharField()
    yours = serializers.JSONField()
    current = PageSerializer()


class WayOutSerializer(serializers.Serializer):
    """Something to give up that makes the page possible: its words, and the change that does it."""

    words = serializers.CharField()
    change = ChangeField()


class NearPlaceSerializer(serializers.Serializer):
    """Where a piece can go at the nearest, drawn, and the change that does it."""

    words = serializers.CharField()
    board = BoardSerializer()
    change = ChangeField()


class NearestSerializer(serializers.Serializer):
    """The nearest place, or none."""

    nearest = NearPlaceSerializer(allow_null=True)


class ProposalSerializer(serializers.Serializer):
    """Something that could be done to the slots: its words and gain, the page it gives, and the change."""

    words = serializers.CharField()
    gain = serializers.CharField()
    board = BoardSerializer()
    change = ChangeField()


class CompanionQuerySerializer(serializers.Serializer):
    """For how many photos, for a list of their sizes, or for these photos."""

    photos = serializers.IntegerField(required=False)
    sizes = serializers.CharField(required=False, allow_blank=True, max_length=300)
    picked = serializers.ListField(child=serializers.IntegerField(), required=False, max_length=MOST_PHOTOS)


class NewCompanionSerializer(CompanionQuerySerializer):
    """Which proposal shall become a page."""

    key = serializers.CharField(max_length=40)


class CompanionSerializer(serializers.Serializer):
    """A proposal for a facing page: what returns and what moves, drawn."""

    key = serializers.CharField()
    words = serializers.ListField(child=serializers.CharField())
    photos = serializers.IntegerField()
    board = BoardSerializer()


class KeepSketchSerializer(serializers.Serializer):
    """What to call a page that is kept as a sketch."""

    name = serializers.CharField(required=False, allow_blank=True, max_length=120)


class KeptAsSketchSerializer(serializers.Serializer):
    """The sketch a page was kept as."""

    id = serializers.IntegerField()
    name = serializers.CharField()
