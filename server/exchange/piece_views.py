"""The piece list, and a page as PDF, SVG, CSV and JSON."""

from typing import Any

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from inkquilt.cutting import PaperPlan, Piece
from inkquilt.cutting.plan import Cut, Placement
from inkquilt.lengths import Unit, format_length, format_nearest, with_unit
from inkquilt_io.look import tints_of
from server.common import fields
from server.common.serializers import ErrorSerializer
from server.exchange.services import cut_list
from server.pages.models import Page
from server.pages.services import document_of


class PieceSerializer(serializers.Serializer):
    """One piece with its number on the page and its finished size."""

    number = serializers.IntegerField()
    block = serializers.CharField()
    name = serializers.CharField()
    role = serializers.ChoiceField(fields.ROLE_CHOICES)
    shape = serializers.ChoiceField(fields.SHAPE_CHOICES)
    size = serializers.CharField()
    tilted = serializers.BooleanField()


class PlacementSerializer(serializers.Serializer):
    """Where a piece lies on its sheet, in the page's unit."""

    number = serializers.IntegerField()
    x = serializers.FloatField()
    y = serializers.FloatField()
    width = serializers.FloatField()
    height = serializers.FloatField()
    turned = serializers.BooleanField()


class CutSheetSerializer(serializers.Serializer):
    """One sheet: its pieces, and its cuts in order as sentences."""

    placements = PlacementSerializer(many=True)
    cuts = serializers.ListField(child=serializers.CharField())


class PaperSerializer(serializers.Serializer):
    """One paper: its pieces and the sheets they are cut from."""

    paper = serializers.CharField()
    tint = serializers.IntegerField(allow_null=True)
    pieces = PieceSerializer(many=True)
    sheet_width = serializers.CharField()
    sheet_height = serializers.CharField()
    sheet_ratio = serializers.FloatField(help_text="width over height")
    width = serializers.FloatField()
    height = serializers.FloatField()
    sheets = CutSheetSerializer(many=True)
    too_large = serializers.ListField(child=serializers.CharField())


class CutListSerializer(serializers.Serializer):
    """Everything to cut for a page."""

    unit = serializers.ChoiceField(fields.UNIT_CHOICES)
    papers = PaperSerializer(many=True)
    photos = PieceSerializer(many=True)


class PiecesView(APIView):
    """The piece list of a page."""

    @extend_schema(operation_id="pieces", responses={200: CutListSerializer, 404: ErrorSerializer})
    def get(self, request: Request, pk: int) -> Response:
        """Return it with a first plan of cuts."""
        document = document_of(Page.objects.visible_to(request.user).one(pk))
        listed, unit = cut_list(document), document.unit
        tints = tints_of(document.blocks)
        papers = []
        for group in listed.pieces.papers:
            plan = listed.plans[group.paper]
            papers.append(
                {
                    "paper": group.paper,
                    "tint": tints.get(group.paper),
                    "pieces": [_piece(piece, unit) for piece in group.pieces],
                    "sheet_width": format_length(plan.sheet.width, unit),
                    "sheet_height": format_length(plan.sheet.height, unit),
                    "sheet_ratio": plan.sheet.width / plan.sheet.height,
                    "width": plan.sheet.width / unit.grains,
                    "height": plan.sheet.height / unit.grains,
                    "sheets": _sheets(plan, unit),
                    "too_large": [_too_large(piece, plan, unit) for piece in plan.too_large],
                }
            )
        photos = [_piece(piece, unit) for piece in listed.pieces.photos]
        return Response({"unit": unit.value, "papers": papers, "photos": photos})


def _piece(piece: Piece, unit: Unit) -> dict[str, Any]:
    size = f"{format_nearest(piece.size.width, unit)} × {format_nearest(piece.size.height, unit)}"
    return {
        "number": piece.number,
        "block": piece.block,
        "name": piece.name,
        "role": piece.role.value,
        "shape": piece.shape.value,
        "size": size,
        "tilted": piece.tilted,
    }


def _too_large(piece: Piece, plan: PaperPlan, unit: Unit) -> str:
    size = f"{with_unit(piece.size.width, unit)} × {with_unit(piece.size.height, unit)}"
    sheet = f"{with_unit(plan.sheet.width, unit)} × {with_unit(plan.sheet.height, unit)}"
    return f"{piece.number} {piece.name} ({size}) is larger than a sheet of {sheet}: choose a larger sheet."


def _sheets(plan: PaperPlan, unit: Unit) -> list[dict[str, Any]]:
    return [
        {
            "placements": [_placement(placement, unit) for placement in sheet.placements],
            "cuts": [_sentence(cut, unit) for cut in sheet.cuts],
        }
        for sheet in plan.sheets
    ]


def _placement(placement: Placement, unit: Unit) -> dict[str, Any]:
    return {
        "number": placement.piece.number,
        "x": placement.x / unit.grains,
        "y": placement.y / unit.grains,
        "width": placement.size.width / unit.grains,
        "height": placement.size.height / unit.grains,
        "turned": placement.turned,
    }


def _sentence(cut: Cut, unit: Unit) -> str:
    part = f"{format_nearest(cut.part_size.width, unit)} × {format_nearest(cut.part_size.height, unit)}"
    where = "from its left edge" if cut.direction.value == "upright" else "from its top edge"
    return f"Cut the {part} part at {with_unit(cut.at, unit)} {where}"
