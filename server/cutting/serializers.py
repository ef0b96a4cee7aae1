"""The cutting table as it is told. Numbers to draw by are in the page's unit; what is read stands in texts."""

from rest_framework import serializers

from inkquilt.cutting.guillotine import Proof, StockKind
from inkquilt.cutting.steps import Becomes
from inkquilt.cutting.terms import Wish
from inkquilt.paper.kinds import PatternRun, SideName
from inkquilt.paper.saving import SavingKind
from inkquilt_io.lettering import FONTS
from server.common import fields
from server.common.drawing import BoxSerializer, LookSerializer
from server.common.serializers import many
from server.pages.change_serializers import ChangeField
from server.tools.serializers import TrimmerSerializer

SIDES = [(side.value, side.value) for side in SideName]
BECOMES = [(one.value, one.value) for one in Becomes]
STOCK_KINDS = [*((kind.value, kind.value) for kind in StockKind), ("middle", "middle")]
MAY_CHOICES = [(wish.value, wish.value) for wish in Wish]
SAVING_KINDS = [(kind.value, kind.value) for kind in SavingKind]


class ToolUseSerializer(serializers.Serializer):
    """A tool at work on a piece, and how many of its long edges it punches."""

    name = serializers.CharField()
    edges = serializers.IntegerField()
    words = serializers.CharField()


class PrintedPlaceSerializer(serializers.Serializer):
    """A printed place of the sheet that a piece can be cut from, and the change that asks for it."""

    name = serializers.CharField()
    change = ChangeField()


class BehindSerializer(serializers.Serializer):
    """The paper behind an opening, counted from nought."""

    opening = serializers.IntegerField()
    paper = serializers.CharField()


class TermsSerializer(serializers.Serializer):
    """What is asked of one block; texts are empty where nothing is.

    ``may`` names what it can have: window, row, slant, fold, seam.
    """

    spares = serializers.IntegerField(help_text="spare copies asked for")
    windows = serializers.ListField(child=serializers.CharField(), help_text="each as it was asked for")
    row = serializers.CharField(allow_blank=True)
    place = serializers.CharField(allow_blank=True, help_text="of the sheet")
    printed = PrintedPlaceSerializer(many=True)
    behind = BehindSerializer(many=True)
    slant = serializers.ChoiceField(fields.SLANT_CHOICES, allow_null=True)
    seam = serializers.CharField(allow_blank=True, help_text="where it is joined from two")
    tool = ToolUseSerializer(allow_null=True)
    folded = serializers.ChoiceField(fields.FOLD_CHOICES, allow_null=True)
    may = serializers.ListField(child=serializers.ChoiceField(MAY_CHOICES))


class TablePieceSerializer(serializers.Serializer):
    """A piece to cut: its key is its number on the page, with a letter where several share it."""

    key = serializers.CharField()
    number = serializers.IntegerField()
    block = serializers.CharField()
    name = serializers.CharField()
    size = serializers.CharField()
    shape = serializers.ChoiceField(fields.SHAPE_CHOICES)
    side = serializers.ChoiceField(SIDES)
    lie = serializers.ChoiceField([(lie.value, lie.value) for lie in PatternRun])
    directional = serializers.BooleanField()
    openings = serializers.ListField(child=serializers.CharField(), help_text="sizes of holes that are cut out of it")
    terms = TermsSerializer(allow_null=True, help_text="what is asked of its block, at the first piece of it")


class TableLetterSerializer(serializers.Serializer):
    """One of the page's papers: its letter, how it looks, and which side of a chosen paper shows."""

    letter = serializers.CharField()
    tint = serializers.IntegerField(allow_null=True)
    side = serializers.ChoiceField(SIDES)
    look = LookSerializer(allow_null=True)


class LyingSerializer(BoxSerializer):
    """A piece where it lies on its sheet; ``turned`` when it lies another way than on the page."""

    key = serializers.CharField()
    side = serializers.ChoiceField(SIDES)
    turned = serializers.BooleanField()
    openings = BoxSerializer(many=True)
    slant = serializers.ChoiceField(fields.SLANT_CHOICES, allow_null=True, help_text="cut corner to corner, as it lies")


class LeftoverSerializer(BoxSerializer):
    """A part that is left."""

    part = serializers.CharField()
    size = serializers.CharField()


class OutcomeSerializer(serializers.Serializer):
    """One side of a cut: which piece it is, or that it is left over or cut on."""

    part = serializers.CharField()
    size = serializers.CharField()
    becomes = serializers.ChoiceField(BECOMES)
    piece = serializers.CharField(allow_null=True)


class StepSerializer(serializers.Serializer):
    """One cut. ``fence`` is the part's edge that lies at the fence; ``part_box`` is where the part lay on its sheet.

    ``verdicts`` say why each trimmer cannot, empty where it can; ``trimmer`` is the one that is taken.
    """

    id = serializers.CharField()
    part = serializers.CharField()
    part_box = BoxSerializer()
    size = serializers.CharField()
    upright = serializers.BooleanField()
    at = serializers.FloatField()
    fence = serializers.ChoiceField(fields.SIDE_CHOICES)
    setting = serializers.CharField()
    exact = serializers.BooleanField()
    inside = serializers.BooleanField()
    start = serializers.CharField(allow_null=True)
    stop = serializers.CharField(allow_null=True)
    start_at = serializers.FloatField(allow_null=True, help_text="along the cut, from the part's left or top")
    stop_at = serializers.FloatField(allow_null=True)
    slant = serializers.ChoiceField(fields.SLANT_CHOICES, allow_null=True, help_text="a cut from corner to corner")
    face_to_face = serializers.CharField(allow_null=True, help_text="the piece it can be cut together with")
    stops_set = serializers.CharField(allow_null=True, help_text="where the stops are set, when that differs")
    trimmer = serializers.IntegerField(allow_null=True)
    verdicts = serializers.ListField(child=serializers.CharField())
    kept = OutcomeSerializer(allow_null=True)
    falls = OutcomeSerializer(allow_null=True)


class TableSheetSerializer(serializers.Serializer):
    """One sheet, scrap or middle that is cut: its pieces, what is left, and the steps."""

    id = serializers.CharField()
    kind = serializers.ChoiceField(STOCK_KINDS)
    stock = serializers.CharField()
    size = serializers.CharField()
    width = serializers.FloatField()
    height = serializers.FloatField()
    side_up = serializers.ChoiceField(SIDES)
    placed = LyingSerializer(many=True)
    leftovers = LeftoverSerializer(many=True)
    steps = StepSerializer(many=True)


class TablePaperSerializer(serializers.Serializer):
    """One paper: the letters cut from it, its pieces and sheets, and what is to be known of it."""

    key = serializers.CharField()
    name = serializers.CharField()
    stash_paper = serializers.IntegerField(allow_null=True)
    missing = serializers.BooleanField(help_text="the chosen paper is in the stash no more")
    in_hand = serializers.CharField(help_text="what there is of it")
    sheet_width = serializers.CharField(help_text="of the assumed sheet")
    sheet_height = serializers.CharField()
    letters = TableLetterSerializer(many=True)
    pieces = TablePieceSerializer(many=True)
    sheets = TableSheetSerializer(many=True)
    lacking = serializers.ListField(child=serializers.CharField())
    advice = serializers.CharField(allow_blank=True)
    other_side = serializers.CharField(allow_blank=True, help_text="what is cut away on the other side")
    motifs = serializers.ListField(child=serializers.CharField(), help_text="what becomes of printed places")
    summary = serializers.CharField()
    status = serializers.ChoiceField([(proof.value, proof.value) for proof in Proof])


class SavingSerializer(serializers.Serializer):
    """Paper that need not be cut, because it is hidden; ``on`` when it is saved."""

    block = serializers.CharField()
    number = serializers.IntegerField()
    name = serializers.CharField()
    kind = serializers.ChoiceField(SAVING_KINDS)
    words = serializers.CharField()
    on = serializers.BooleanField()


class PhotoPieceSerializer(serializers.Serializer):
    """A photo of the page with its number and size."""

    number = serializers.IntegerField()
    block = serializers.CharField()
    name = serializers.CharField()
    size = serializers.CharField()


class ToBuySerializer(serializers.Serializer):
    """What the stash lacks."""

    paper = serializers.CharField()
    words = serializers.CharField()


class PagePaperSerializer(serializers.Serializer):
    """One of the page's papers: its letter, and its name where one of the stash was chosen."""

    letter = serializers.CharField()
    name = serializers.CharField()


class CutAdviceSerializer(serializers.Serializer):
    """One way to cut less that is worth it: what it is, what it gains and costs, and the change that does it."""

    words = serializers.CharField()
    gain = serializers.CharField()
    change = ChangeField()


class TableSerializer(serializers.Serializer):
    """Everything to cut for a page; ``without_place`` says which pieces have no paper or no place, if any."""

    unit = serializers.ChoiceField(fields.UNIT_CHOICES)
    page_version = serializers.IntegerField()
    papers = TablePaperSerializer(many=True)
    photos = PhotoPieceSerializer(many=True)
    savings = SavingSerializer(many=True)
    lip = serializers.CharField()
    troubles = serializers.ListField(child=serializers.CharField(), help_text="what was asked and cannot be")
    without_place = serializers.CharField(allow_blank=True)
    page_papers = PagePaperSerializer(many=True)
    to_buy = ToBuySerializer(many=True)
    trimmers = TrimmerSerializer(many=True)
    summary = serializers.CharField()


class DoneSerializer(serializers.Serializer):
    """How many steps of a sheet are done."""

    sheet = serializers.CharField(max_length=20)
    steps = serializers.IntegerField(min_value=0)


class CutRunSerializer(serializers.Serializer):
    """A page on the cutting table. ``stale`` when the page was changed since; ``ended`` when all is cut."""

    version = serializers.IntegerField()
    page_name = serializers.CharField()
    stale = serializers.BooleanField()
    ended = serializers.BooleanField()
    table = TableSerializer()
    done = DoneSerializer(many=True)
    made = serializers.ListField(child=serializers.CharField())
    finished = serializers.ListField(
        child=serializers.IntegerField(), help_text="numbers of the page's pieces with nothing left to cut"
    )
    undo = serializers.CharField(allow_null=True)


class TickSerializer(serializers.Serializer):
    """How far a sheet has come."""

    version = serializers.IntegerField(min_value=1)
    sheet = serializers.CharField(max_length=20)
    done = serializers.IntegerField(min_value=0, max_value=10_000)


class LeftSerializer(serializers.Serializer):
    """A size of something that is left, as typed."""

    width = serializers.CharField(max_length=60)
    height = serializers.CharField(max_length=60)


class SpoiledSerializer(serializers.Serializer):
    """A part that went wrong, and what is left of it."""

    sheet = serializers.CharField(max_length=20)
    part = serializers.CharField(max_length=200)
    left = many(LeftSerializer, 6)


class TakeStockSerializer(serializers.Serializer):
    """Settle what was done; leftovers with both sides at least ``keep_above`` go to the stash."""

    version = serializers.IntegerField(min_value=1)
    keep_above = serializers.CharField(max_length=60, default="1 in")
    spoiled = SpoiledSerializer(required=False, allow_null=True)


class RunVersionSerializer(serializers.Serializer):
    """The version of the run a write is based on."""

    version = serializers.IntegerField(min_value=1)


class MachineQuerySerializer(serializers.Serializer):
    """The machine's mat as typed, which pieces by their numbers (none: those that are no plain rectangles), and how."""

    width = serializers.CharField(max_length=60, default="12 in")
    height = serializers.CharField(max_length=60, default="12 in")
    pieces = serializers.CharField(max_length=400, default="", allow_blank=True, help_text="numbers with commas")
    outline = serializers.CharField(
        max_length=60, default="", allow_blank=True, help_text="each once more, so much further out; less than 0: in"
    )
    letters = serializers.ChoiceField(
        list(FONTS), default="", allow_blank=True, help_text="the titles too, as letters of this font"
    )
    letter_height = serializers.CharField(max_length=60, default="1 in")
    mat = serializers.IntegerField(min_value=1, max_value=50, default=1)
    kind = serializers.ChoiceField(["svg", "dxf"], default="svg")


class StrokeSerializer(serializers.Serializer):
    """One line as the machine follows it, in the page's unit from the mat's top left corner."""

    layer = serializers.CharField()
    places = serializers.ListField(child=serializers.ListField(child=serializers.FloatField()))


class MachineRunSerializer(serializers.Serializer):
    """What a machine that is not there does with the file of one mat."""

    mats = serializers.IntegerField()
    width = serializers.FloatField()
    height = serializers.FloatField()
    pieces = serializers.ListField(child=serializers.CharField())
    strokes = StrokeSerializer(many=True)
    faults = serializers.ListField(child=serializers.CharField())
    warnings = serializers.ListField(child=serializers.CharField())
    told = serializers.CharField(help_text="length and time in words")


class TableQuerySerializer(serializers.Serializer):
    """How long to look for a better plan."""

    seconds = serializers.FloatField(min_value=0, max_value=5, default=0)
