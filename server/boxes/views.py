"""Project boxes."""

from django.http import Http404
from drf_spectacular.utils import extend_schema
from rest_framework import status
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from server.accounts.usual import asked_unit
from server.boxes import services
from server.boxes.models import BoxPiece, ProjectBox
from server.boxes.presenters import box_answer
from server.boxes.serializers import (
    ChangeBoxSerializer,
    NewBoxSerializer,
    ProjectBoxSerializer,
    PutPiecesSerializer,
    TakePiecesSerializer,
)
from server.common.asked import asked_for, owner
from server.common.serializers import REFUSED, ErrorSerializer


def _box(request: Request, pk: int) -> ProjectBox:
    found: ProjectBox = services.boxes_of(request.user).one(pk)
    return found


class BoxesView(APIView):
    """All project boxes."""

    @extend_schema(operation_id="boxes", responses=ProjectBoxSerializer(many=True))
    def get(self, request: Request) -> Response:
        """List them, the latest first."""
        return Response([box_answer(row) for row in services.boxes_of(request.user)])

    @extend_schema(operation_id="begin_box", request=NewBoxSerializer, responses={201: ProjectBoxSerializer, **REFUSED})
    def post(self, request: Request) -> Response:
        """Begin one."""
        given = asked_for(NewBoxSerializer, request.data)
        box = services.begin_box(owner=owner(request), name=given.pop("name"), contents=given)
        return Response(box_answer(box), status=status.HTTP_201_CREATED)


class BoxView(APIView):
    """One project box."""

    @extend_schema(operation_id="box", responses={200: ProjectBoxSerializer, 404: ErrorSerializer})
    def get(self, request: Request, pk: int) -> Response:
        """Return it with all that lies in it."""
        return Response(box_answer(_box(request, pk)))

    @extend_schema(
        operation_id="change_box", request=ChangeBoxSerializer, responses={200: ProjectBoxSerializer, **REFUSED}
    )
    def patch(self, request: Request, pk: int) -> Response:
        """Say anew how it is called and what lies in it."""
        facts = asked_for(ChangeBoxSerializer, request.data)
        services.change_box(box=_box(request, pk), facts=facts)
        return Response(box_answer(_box(request, pk)))

    @extend_schema(operation_id="remove_box", responses={204: None, 404: ErrorSerializer})
    def delete(self, request: Request, pk: int) -> Response:
        """Put it aside; what lay in it stays in the stash."""
        _box(request, pk).delete_softly()
        return Response(status=status.HTTP_204_NO_CONTENT)


class BoxPiecesView(APIView):
    """Pieces in a box."""

    @extend_schema(
        operation_id="put_pieces", request=PutPiecesSerializer, responses={201: ProjectBoxSerializer, **REFUSED}
    )
    def post(self, request: Request, pk: int) -> Response:
        """Put some in that are cut already."""
        box = _box(request, pk)
        given = asked_for(PutPiecesSerializer, request.data)
        services.put_pieces(box=box, line=given["line"], unit=asked_unit(request.user, given))
        return Response(box_answer(_box(request, pk)), status=status.HTTP_201_CREATED)


class BoxPieceView(APIView):
    """Pieces of one name in a box."""

    @extend_schema(
        operation_id="take_pieces", request=TakePiecesSerializer, responses={200: ProjectBoxSerializer, **REFUSED}
    )
    def patch(self, request: Request, pk: int, piece: int) -> Response:
        """Say how many are left."""
        box = _box(request, pk)
        row = BoxPiece.objects.filter(box=box, pk=piece).first()
        if row is None:
            raise Http404
        services.take_pieces(piece=row, count=asked_for(TakePiecesSerializer, request.data)["count"])
        return Response(box_answer(_box(request, pk)))
