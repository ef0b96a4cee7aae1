"""The stash of embellishments, and what is proposed with them."""

from drf_spectacular.utils import extend_schema
from rest_framework import status
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from inkquilt.embellishment_lines import read_embellishment
from inkquilt.embellishments import check
from inkquilt.lengths import Unit
from server.common.asked import asked_for, asked_length, owner, refuse
from server.common.serializers import REFUSED, ErrorSerializer
from server.embellishments.models import Embellishment
from server.embellishments.presenters import embellishment_answer
from server.embellishments.serializers import (
    CountAskedSerializer,
    EmbellishmentAskedSerializer,
    EmbellishmentLineSerializer,
    EmbellishmentSerializer,
)

MOST_EMBELLISHMENTS = 500


class EmbellishmentsView(APIView):
    """Every embellishment a person owns."""

    @extend_schema(operation_id="embellishments", responses=EmbellishmentSerializer(many=True))
    def get(self, request: Request) -> Response:
        """List them."""
        rows = Embellishment.objects.visible_to(request.user)[:MOST_EMBELLISHMENTS]
        return Response([embellishment_answer(row) for row in rows])

    @extend_schema(
        operation_id="add_embellishment",
        request=EmbellishmentAskedSerializer,
        responses={201: EmbellishmentSerializer, 400: ErrorSerializer},
    )
    def post(self, request: Request) -> Response:
        """Enter one."""
        _refuse_full(request)
        asked = asked_for(EmbellishmentAskedSerializer, request.data)
        unit = Unit(asked["unit"])
        asked["width"] = asked_length(asked, "width", unit, "How wide it is")
        asked["height"] = asked_length(asked, "height", unit, "How high it is")
        asked["thickness"] = asked_length(asked, "thickness", unit, "How thick it is") if asked.get("thickness") else 0
        row = Embellishment(owner=owner(request), **asked)
        check(row.core, unit)
        row.save()
        return Response(embellishment_answer(row), status=status.HTTP_201_CREATED)


class EmbellishmentLinesView(APIView):
    """Embellishments entered as one says them."""

    @extend_schema(
        operation_id="enter_embellishment",
        request=EmbellishmentLineSerializer,
        responses={201: EmbellishmentSerializer, 400: ErrorSerializer},
    )
    def post(self, request: Request) -> Response:
        """Enter one line."""
        _refuse_full(request)
        asked = asked_for(EmbellishmentLineSerializer, request.data)
        row = Embellishment.entered(owner(request), read_embellishment(asked["line"], Unit(asked["unit"])))
        row.unit = asked["unit"]
        check(row.core, Unit(row.unit))
        row.save()
        return Response(embellishment_answer(row), status=status.HTTP_201_CREATED)


def _refuse_full(request: Request) -> None:
    if Embellishment.objects.visible_to(request.user).count() >= MOST_EMBELLISHMENTS:
        raise refuse("too-many-embellishments", f"There can be up to {MOST_EMBELLISHMENTS} embellishments.")


class EmbellishmentView(APIView):
    """One embellishment."""

    @extend_schema(
        operation_id="count_embellishment",
        request=CountAskedSerializer,
        responses={200: EmbellishmentSerializer, **REFUSED},
    )
    def patch(self, request: Request, pk: int) -> Response:
        """Say how many there are."""
        row = Embellishment.objects.visible_to(request.user).one(pk)
        row.count = asked_for(CountAskedSerializer, request.data)["count"]
        row.save(update_fields=["count"])
        return Response(embellishment_answer(row))

    @extend_schema(operation_id="delete_embellishment", responses={204: None, 404: ErrorSerializer})
    def delete(self, request: Request, pk: int) -> Response:
        """Put it aside; pages keep the pieces that lie on them."""
        Embellishment.objects.visible_to(request.user).one(pk).delete_softly()
        return Response(status=status.HTTP_204_NO_CONTENT)
