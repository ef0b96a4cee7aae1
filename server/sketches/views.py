"""The shelf of sketches."""

from typing import Any

from drf_spectacular.utils import extend_schema, extend_schema_field
from rest_framework import serializers, status
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from server.common.asked import asked_for, owner
from server.common.drawing import BoardSerializer, board
from server.common.paging import ListPaging
from server.common.serializers import ErrorSerializer, FaultSerializer
from server.sketches.models import Sketch
from server.sketches.services import add_sketch, copy_sketch, core_sketch, lay_out_ready, rename_sketch


class NameSerializer(serializers.Serializer):
    """A name."""

    name = serializers.CharField(max_length=120)


class SketchSerializer(serializers.ModelSerializer):
    """A sketch as it lies on the shelf, drawn."""

    board = serializers.SerializerMethodField()

    class Meta:
        model = Sketch
        fields = ["id", "name", "photo_count", "block_count", "created", "board"]

    @extend_schema_field(BoardSerializer)
    def get_board(self, row: Sketch) -> dict[str, Any]:
        """Draw it."""
        return drawn(row)


class KeptSketchSerializer(serializers.Serializer):
    """A sketch that was just loaded, and what should be said about it."""

    sketch = SketchSerializer()
    remarks = FaultSerializer(many=True)


def drawn(row: Sketch) -> dict[str, Any]:
    """Return the drawing of a kept sketch."""
    sketch = core_sketch(row)
    return board(sketch.page, sketch.unit, sketch.blocks)


class SketchesView(APIView):
    """All sketches of a person."""

    pagination_class = ListPaging

    @extend_schema(operation_id="sketches", responses=SketchSerializer(many=True))
    def get(self, request: Request) -> Response:
        """List them by name."""
        paging = ListPaging()
        rows = paging.paginate_queryset(Sketch.objects.visible_to(request.user), request, self)
        return paging.get_paginated_response(SketchSerializer(rows, many=True).data)

    @extend_schema(
        operation_id="load_sketch",
        request={"application/json": {"type": "object", "additionalProperties": True}},
        responses={201: KeptSketchSerializer, 400: ErrorSerializer},
    )
    def post(self, request: Request) -> Response:
        """Load a sketch from the contents of a ``.quilt.json`` file."""
        sketch, remarks = add_sketch(owner=request.user, data=request.data)
        said = [{"block": r.block, "code": r.code, "message": r.message} for r in remarks]
        return Response({"sketch": SketchSerializer(sketch).data, "remarks": said}, status=status.HTTP_201_CREATED)


class SketchView(APIView):
    """One sketch."""

    @extend_schema(operation_id="sketch", responses={200: SketchSerializer, 404: ErrorSerializer})
    def get(self, request: Request, pk: int) -> Response:
        """Return it."""
        return Response(SketchSerializer(Sketch.objects.visible_to(request.user).one(pk)).data)

    @extend_schema(
        operation_id="rename_sketch",
        request=NameSerializer,
        responses={200: SketchSerializer, 400: ErrorSerializer, 404: ErrorSerializer},
    )
    def patch(self, request: Request, pk: int) -> Response:
        """Rename it."""
        sketch = Sketch.objects.visible_to(request.user).one(pk)
        given = asked_for(NameSerializer, request.data)
        return Response(SketchSerializer(rename_sketch(sketch=sketch, name=given["name"])).data)

    @extend_schema(operation_id="delete_sketch", responses={204: None, 404: ErrorSerializer})
    def delete(self, request: Request, pk: int) -> Response:
        """Put it aside. Pages made from it have their own copy and stay as they are."""
        Sketch.objects.visible_to(request.user).one(pk).delete_softly()
        return Response(status=status.HTTP_204_NO_CONTENT)


class SketchCopiesView(APIView):
    """Copies of a sketch."""

    @extend_schema(operation_id="copy_sketch", request=None, responses={201: SketchSerializer, 404: ErrorSerializer})
    def post(self, request: Request, pk: int) -> Response:
        """Lay one beside it."""
        copy = copy_sketch(sketch=Sketch.objects.visible_to(request.user).one(pk))
        return Response(SketchSerializer(copy).data, status=status.HTTP_201_CREATED)


class LaidOutSerializer(serializers.Serializer):
    """How many ready sketches were put on the shelf."""

    sketches = serializers.IntegerField()


class ReadySketchesView(APIView):
    """The ready sketches that lie on every new shelf."""

    @extend_schema(operation_id="lay_out_ready", request=None, responses={201: LaidOutSerializer})
    def post(self, request: Request) -> Response:
        """Put those that are missing on the shelf."""
        return Response({"sketches": lay_out_ready(owner(request))}, status=status.HTTP_201_CREATED)
