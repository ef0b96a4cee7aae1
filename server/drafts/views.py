"""Drafts of sketches in the API: from files, from basic types, from measures, and put right."""

import base64
from dataclasses import asdict
from typing import Any

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.parsers import MultiPartParser
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from inkquilt.errors import Fault
from inkquilt.page import Page
from inkquilt.sketch.draft import Draft
from inkquilt.sketch.tidy import MARK
from inkquilt.sketch.writing import write_sketch
from server.common import fields
from server.common.asked import asked_for, asked_page
from server.common.drawing import BoardSerializer, board
from server.common.errors import ApiError
from server.common.serializers import ErrorSerializer, FaultSerializer, FormatRequestSerializer, many
from server.drafts import services
from server.sketches.models import Sketch
from server.sketches.services import core_sketch

MOST_UPLOADED = 48 * 1024 * 1024


class DraftSerializer(serializers.Serializer):
    """A draft: the sketch as data, drawn, and which pieces' roles are only guessed."""

    data = serializers.DictField(help_text="the sketch as in a .quilt.json file")  # type: ignore[assignment]  # a field called data
    guessed = serializers.ListField(child=serializers.CharField())
    mark = serializers.FloatField(help_text="what a hand moves by, in the sketch's unit")
    board = BoardSerializer()


class FromFileSerializer(serializers.Serializer):
    """What one file came to; ``picture`` is the straightened page as a data address."""

    file = serializers.CharField()
    draft = DraftSerializer(allow_null=True)
    picture = serializers.CharField(allow_null=True)
    remarks = FaultSerializer(many=True)
    faults = FaultSerializer(many=True)


class SketchUploadSerializer(FormatRequestSerializer):
    """A file, and the page a picture shows when it is known."""

    file = serializers.FileField()


class BasicRequestSerializer(FormatRequestSerializer):
    """The page and its photos to draw basic types for: how many, or their sizes as one says them."""

    photos = serializers.IntegerField(default=3)
    sizes = serializers.CharField(required=False, allow_blank=True, max_length=200)


class BasicSerializer(serializers.Serializer):
    """One basic type as a draft."""

    kind = serializers.CharField()
    draft = DraftSerializer()


def _typed(most: int = 60) -> serializers.CharField:
    return serializers.CharField(required=False, allow_blank=True, max_length=most, trim_whitespace=False)


class MeasuredRowSerializer(serializers.Serializer):
    """One piece as measured with a ruler; two of the three measures each way are enough.

    Without a name it is called by its role. ``mats`` is what shows of each, the innermost first ("1/8, 1/4 right
    bottom"); it is laid again so many ``times``, each a ``gap`` further that ``way``.
    """

    name = _typed(40)
    role = serializers.ChoiceField(fields.ROLE_CHOICES)
    shape = serializers.ChoiceField(fields.SHAPE_CHOICES, required=False)
    tilt = _typed(20)
    mats = _typed(120)
    paper = _typed(20)
    times = _typed(5)
    way = serializers.ChoiceField(fields.BESIDE_CHOICES, required=False)
    gap = _typed()
    left = _typed()
    width = _typed()
    right = _typed()
    top = _typed()
    height = _typed()
    bottom = _typed()


class MeasuredRequestSerializer(FormatRequestSerializer):
    """A page and the pieces measured on it, the lowest first."""

    name = serializers.CharField(required=False, allow_blank=True, max_length=120)
    rows = many(MeasuredRowSerializer, 200)


class RowFaultSerializer(serializers.Serializer):
    """What is wrong with one of the rows, counted from nought."""

    row = serializers.IntegerField()
    code = serializers.CharField()
    message = serializers.CharField()
    wrong = serializers.ListField(child=serializers.CharField(), help_text="which of what was typed")


class MeasuredSerializer(serializers.Serializer):
    """What measures come to so far: the page with what can be drawn of them, and what is wrong with the others.

    ``names`` is what each row's piece is called; ``draft`` is null while there is nothing to draw.
    """

    draft = DraftSerializer(allow_null=True)
    board = BoardSerializer()
    names = serializers.ListField(child=serializers.CharField(allow_blank=True))
    faults = RowFaultSerializer(many=True)


class RedrawSerializer(serializers.Serializer):
    """One change to a draft; ``kind`` says which of the fields count."""

    kind = serializers.ChoiceField(services.KIND_CHOICES)
    block = serializers.CharField(required=False, max_length=60)
    role = serializers.ChoiceField(fields.ROLE_CHOICES, required=False)
    shape = serializers.ChoiceField(fields.SHAPE_CHOICES, required=False)
    paper = serializers.CharField(
        required=False, allow_blank=True, max_length=20, help_text="its letter; nothing for one that no other is of"
    )
    left = serializers.CharField(required=False, allow_blank=True, max_length=60)
    top = serializers.CharField(required=False, allow_blank=True, max_length=60)
    width = serializers.CharField(required=False, allow_blank=True, max_length=60)
    height = serializers.CharField(required=False, allow_blank=True, max_length=60)
    across = serializers.IntegerField(required=False, min_value=-200, max_value=200, help_text="marks to the right")
    down = serializers.IntegerField(required=False, min_value=-200, max_value=200)
    wider = serializers.IntegerField(required=False, min_value=-200, max_value=200)
    higher = serializers.IntegerField(required=False, min_value=-200, max_value=200)


class RedrawRequestSerializer(serializers.Serializer):
    """A draft and what shall become of it."""

    data = serializers.DictField()  # type: ignore[assignment]  # a field called data
    guessed = serializers.ListField(child=serializers.CharField(max_length=60), max_length=200, default=list)
    change = RedrawSerializer()


def drafted_answer(draft: Draft) -> dict[str, Any]:
    """Return a draft as the API gives it."""
    sketch = draft.sketch
    return {
        "data": write_sketch(sketch),
        "guessed": sorted(draft.guessed),
        "mark": MARK[sketch.unit] / sketch.unit.grains,
        "board": board(sketch.page, sketch.unit, sketch.blocks),
    }


def _said(faults: tuple[Fault, ...]) -> list[dict[str, Any]]:
    return [{"block": fault.block, "code": fault.code, "message": fault.message} for fault in faults]


def _page(given: dict[str, Any]) -> Page | None:
    return asked_page(given)[0] if given.get("format") or given.get("width") else None


class DraftsView(APIView):
    """Drafts from files."""

    parser_classes = [MultiPartParser]

    @extend_schema(
        operation_id="read_sketch_file",
        request={"multipart/form-data": SketchUploadSerializer},
        responses={200: FromFileSerializer(many=True), 400: ErrorSerializer, 413: ErrorSerializer},
    )
    def post(self, request: Request) -> Response:
        """Read a JSON, SVG, PNG, JPEG or zip file."""
        if int(request.META.get("CONTENT_LENGTH") or 0) > MOST_UPLOADED:
            raise ApiError("too-large", "A file with sketches may have up to 48 MB.", 413)
        given = asked_for(SketchUploadSerializer, request.data)
        file = given["file"]
        found = services.read_file(file.read(), file.name, _page(given))
        return Response(
            [
                {
                    "file": one.file,
                    "draft": one.draft and drafted_answer(one.draft),
                    "picture": one.picture and "data:image/jpeg;base64," + base64.b64encode(one.picture).decode(),
                    "remarks": _said(one.remarks),
                    "faults": _said(one.faults),
                }
                for one in found
            ]
        )


class BasicTypesView(APIView):
    """Basic types to begin with."""

    @extend_schema(
        operation_id="basic_types",
        request=BasicRequestSerializer,
        responses={200: BasicSerializer(many=True), 400: ErrorSerializer},
    )
    def post(self, request: Request) -> Response:
        """Draw all of them for a page and a number of photos."""
        given = asked_for(BasicRequestSerializer, request.data)
        page, _ = asked_page(given)
        found = services.basic_drafts(page, given["photos"], given.get("sizes", ""))
        return Response([{"kind": kind.value, "draft": drafted_answer(draft)} for kind, draft in found])


class MeasuredView(APIView):
    """A draft from measures."""

    @extend_schema(
        operation_id="measured_sketch",
        request=MeasuredRequestSerializer,
        responses={200: MeasuredSerializer, 400: ErrorSerializer},
    )
    def post(self, request: Request) -> Response:
        """Draw what can be drawn of measures as they are typed, and say which sums are wrong."""
        given = asked_for(MeasuredRequestSerializer, request.data)
        page, _ = asked_page(given)
        found = services.measured_draft(page, given.get("name", ""), [dict(row) for row in given["rows"]])
        sketch = found.sketch
        return Response(
            {
                "draft": drafted_answer(services.draft_of(write_sketch(sketch), [])) if sketch.blocks else None,
                "board": board(sketch.page, sketch.unit, sketch.blocks, page.fold),
                "names": list(found.names),
                "faults": [asdict(fault) for fault in found.faults],
            }
        )


class RedrawView(APIView):
    """A draft put right."""

    @extend_schema(
        operation_id="redraw",
        request=RedrawRequestSerializer,
        responses={200: DraftSerializer, 400: ErrorSerializer},
    )
    def post(self, request: Request) -> Response:
        """Make one change to a draft."""
        given = asked_for(RedrawRequestSerializer, request.data)
        draft = services.draft_of(given["data"], given["guessed"])
        return Response(drafted_answer(services.redrawn(draft, given["change"])))


class SketchDraftView(APIView):
    """A kept sketch as a draft, to be changed and kept as another."""

    @extend_schema(operation_id="sketch_draft", responses={200: DraftSerializer, 404: ErrorSerializer})
    def get(self, request: Request, pk: int) -> Response:
        """Return it."""
        row = Sketch.objects.visible_to(request.user).one(pk)
        return Response(drafted_answer(Draft(core_sketch(row), frozenset())))
