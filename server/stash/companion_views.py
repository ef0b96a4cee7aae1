"""Palettes, and inks, pens and paints, for their owner only."""

from drf_spectacular.utils import extend_schema
from rest_framework import status
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from server.common.asked import asked_for, owner
from server.common.serializers import ErrorSerializer
from server.stash import companions
from server.stash.models import Companion, Palette
from server.stash.serializers import (
    PaletteAskedSerializer,
    PaletteSerializer,
    PaperCompanionColourSerializer,
    PaperCompanionLineSerializer,
    PaperCompanionSerializer,
)


class PalettesView(APIView):
    """Every palette of a person."""

    @extend_schema(operation_id="palettes", responses=PaletteSerializer(many=True))
    def get(self, request: Request) -> Response:
        """List them by name."""
        return Response(PaletteSerializer(companions.palettes_of(request.user), many=True).data)

    @extend_schema(
        operation_id="keep_palette",
        request=PaletteAskedSerializer,
        responses={201: PaletteSerializer, 400: ErrorSerializer},
    )
    def post(self, request: Request) -> Response:
        """Keep one."""
        asked = asked_for(PaletteAskedSerializer, request.data)
        row = companions.keep_palette(owner=owner(request), **asked)
        return Response(PaletteSerializer(row).data, status=status.HTTP_201_CREATED)


class PaletteView(APIView):
    """One palette."""

    @extend_schema(
        operation_id="change_palette",
        request=PaletteAskedSerializer,
        responses={200: PaletteSerializer, 400: ErrorSerializer, 404: ErrorSerializer},
    )
    def put(self, request: Request, pk: int) -> Response:
        """Say anew what is in it."""
        row = Palette.objects.visible_to(request.user).one(pk)
        asked = asked_for(PaletteAskedSerializer, request.data)
        return Response(PaletteSerializer(companions.change_palette(palette=row, **asked)).data)

    @extend_schema(operation_id="delete_palette", responses={204: None, 404: ErrorSerializer})
    def delete(self, request: Request, pk: int) -> Response:
        """Put it aside; its papers stay."""
        Palette.objects.visible_to(request.user).one(pk).delete_softly()
        return Response(status=status.HTTP_204_NO_CONTENT)


class CompanionsView(APIView):
    """Every ink, pen and paint of a person."""

    @extend_schema(operation_id="paper_companions", responses=PaperCompanionSerializer(many=True))
    def get(self, request: Request) -> Response:
        """List them by name."""
        rows = Companion.objects.visible_to(request.user)[: companions.MOST_COMPANIONS]
        return Response(PaperCompanionSerializer(rows, many=True).data)

    @extend_schema(
        operation_id="enter_paper_companion",
        request=PaperCompanionLineSerializer,
        responses={201: PaperCompanionSerializer, 400: ErrorSerializer},
    )
    def post(self, request: Request) -> Response:
        """Enter one in a line."""
        asked = asked_for(PaperCompanionLineSerializer, request.data)
        row = companions.enter_companion(owner=owner(request), line=asked["line"])
        return Response(PaperCompanionSerializer(row).data, status=status.HTTP_201_CREATED)


class CompanionView(APIView):
    """One ink, pen or paint."""

    @extend_schema(
        operation_id="colour_paper_companion",
        request=PaperCompanionColourSerializer,
        responses={200: PaperCompanionSerializer, 400: ErrorSerializer, 404: ErrorSerializer},
    )
    def patch(self, request: Request, pk: int) -> Response:
        """Say what colour it has."""
        row = Companion.objects.visible_to(request.user).one(pk)
        row.colour = asked_for(PaperCompanionColourSerializer, request.data)["colour"]
        row.save(update_fields=["colour"])
        return Response(PaperCompanionSerializer(row).data)

    @extend_schema(operation_id="delete_paper_companion", responses={204: None, 404: ErrorSerializer})
    def delete(self, request: Request, pk: int) -> Response:
        """Put it aside."""
        Companion.objects.visible_to(request.user).one(pk).delete_softly()
        return Response(status=status.HTTP_204_NO_CONTENT)
