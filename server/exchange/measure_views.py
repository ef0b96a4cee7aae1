"""The measure card of a page or sketch, and how a page's numbers were reckoned."""

from typing import Any

from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from inkquilt.measuring import MeasureRow
from server.common import fields
from server.common.serializers import ErrorSerializer
from server.exchange.file_views import counted_from
from server.exchange.services import measures_of_page, measures_of_sketch, reckoning_of
from server.pages.known import document_of
from server.pages.models import Page
from server.sketches.models import Sketch

COUNTED = OpenApiParameter("counted", str, description="left-top, nearest or centre")


class MeasureRowSerializer(serializers.Serializer):
    """One piece on the measure card, in words a ruler knows."""

    block = serializers.CharField()
    number = serializers.IntegerField(allow_null=True)
    name = serializers.CharField()
    role = serializers.ChoiceField(fields.ROLE_CHOICES)
    size = serializers.CharField()
    across = serializers.CharField()
    down = serializers.CharField()
    marks = serializers.ListField(child=serializers.CharField(), help_text="its centre from the left, from the top")
    tilt = serializers.CharField(allow_blank=True)
    page = serializers.CharField(allow_blank=True, help_text="which of two facing pages")


class SumSerializer(serializers.Serializer):
    """One sum: what of, and the sum in full."""

    what = serializers.CharField()
    sum = serializers.CharField()


def _rows(rows: tuple[MeasureRow, ...]) -> list[dict[str, Any]]:
    return [
        {
            "block": row.block, "number": row.number, "name": row.name, "role": row.role.value, "size": row.size,
            "across": row.across, "down": row.down, "marks": list(row.marks), "tilt": row.tilt, "page": row.page,
        }
        for row in rows
    ]  # fmt: skip


class PageMeasuresView(APIView):
    """The measure card of a page."""

    @extend_schema(
        operation_id="page_measures",
        parameters=[COUNTED],
        responses={200: MeasureRowSerializer(many=True), 404: ErrorSerializer},
    )
    def get(self, request: Request, pk: int) -> Response:
        """Return it."""
        document = document_of(Page.objects.visible_to(request.user).one(pk))
        return Response(_rows(measures_of_page(document, counted_from(request))))


class SketchMeasuresView(APIView):
    """The measure card of a sketch as it was drawn."""

    @extend_schema(
        operation_id="sketch_measures",
        parameters=[COUNTED],
        responses={200: MeasureRowSerializer(many=True), 404: ErrorSerializer},
    )
    def get(self, request: Request, pk: int) -> Response:
        """Return it."""
        row = Sketch.objects.visible_to(request.user).one(pk)
        return Response(_rows(measures_of_sketch(row, counted_from(request))))


class ReckoningView(APIView):
    """How one piece of a page was reckoned."""

    @extend_schema(
        operation_id="reckoning",
        parameters=[OpenApiParameter("block", str, required=True)],
        responses={200: SumSerializer(many=True), 404: ErrorSerializer},
    )
    def get(self, request: Request, pk: int) -> Response:
        """Return its sums."""
        document = document_of(Page.objects.visible_to(request.user).one(pk))
        sums = reckoning_of(document, request.query_params.get("block", ""))
        return Response([{"what": one.what, "sum": one.sum} for one in sums])
