"""The stash of embellishments, and what is proposed with them."""

from base64 import b64decode

from django.http import Http404, HttpResponse
from drf_spectacular.utils import extend_schema
from rest_framework import status
from rest_framework.parsers import MultiPartParser
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from inkquilt.embellishment_lines import read_embellishment
from inkquilt.embellishments import EmbellishmentKind, check, said_by
from inkquilt_io.picture.values import grouped
from server.accounts.usual import asked_unit, unit_of
from server.common.asked import asked_for, asked_length, owner, refuse
from server.common.serializers import REFUSED, ErrorSerializer
from server.common.sheet_photos import SheetPhotoSerializer, check_picture, things_in
from server.embellishments.models import Embellishment
from server.embellishments.presenters import embellishment_answer, thing_answer
from server.embellishments.serializers import (
    CountAskedSerializer,
    EmbellishmentAskedSerializer,
    EmbellishmentLineSerializer,
    EmbellishmentSerializer,
    FoundThingSerializer,
)

MOST_EMBELLISHMENTS = 500


class EmbellishmentsView(APIView):
    """Every embellishment a person owns."""

    @extend_schema(operation_id="embellishments", responses=EmbellishmentSerializer(many=True))
    def get(self, request: Request) -> Response:
        """List them."""
        rows = Embellishment.objects.visible_to(request.user)[:MOST_EMBELLISHMENTS]
        unit = unit_of(request.user)
        return Response([embellishment_answer(row, unit) for row in rows])

    @extend_schema(
        operation_id="add_embellishment",
        request=EmbellishmentAskedSerializer,
        responses={201: EmbellishmentSerializer, 400: ErrorSerializer},
    )
    def post(self, request: Request) -> Response:
        """Enter one."""
        _refuse_full(request)
        asked = asked_for(EmbellishmentAskedSerializer, request.data)
        unit = asked_unit(request.user, asked)
        asked["unit"] = unit.value
        asked["width"] = asked_length(asked, "width", unit, "How wide it is")
        asked["height"] = asked_length(asked, "height", unit, "How high it is")
        asked["thickness"] = asked_length(asked, "thickness", unit, "How thick it is") if asked.get("thickness") else 0
        asked["text"] = said_by(EmbellishmentKind(asked["kind"]), asked["name"], asked["text"])
        if asked.get("picture"):
            check_picture(asked["picture"])
        row = Embellishment(owner=owner(request), **asked)
        check(row.core, unit)
        row.save()
        return Response(embellishment_answer(row, unit), status=status.HTTP_201_CREATED)


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
        unit = asked_unit(request.user, asked)
        row = Embellishment.entered(owner(request), read_embellishment(asked["line"], unit))
        row.unit = unit.value
        check(row.core, unit)
        row.save()
        return Response(embellishment_answer(row, unit), status=status.HTTP_201_CREATED)


class FoundThingsView(APIView):
    """Embellishments found in a photograph."""

    parser_classes = [MultiPartParser]

    @extend_schema(
        operation_id="find_embellishments",
        request={"multipart/form-data": SheetPhotoSerializer},
        responses={200: FoundThingSerializer(many=True), 400: ErrorSerializer, 413: ErrorSerializer},
    )
    def post(self, request: Request) -> Response:
        """Find what lies on a plain sheet; nothing is kept until it is entered."""
        unit = unit_of(request.user)
        return Response([thing_answer(thing, unit) for thing in grouped(things_in(request))])


class EmbellishmentPictureView(APIView):
    """How an embellishment looks that was photographed."""

    @extend_schema(operation_id="embellishment_picture", responses={(200, "image/webp"): bytes, 404: ErrorSerializer})
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Return it; pages keep the pieces of one that was put aside."""
        row = Embellishment.objects.filter(owner=owner(request), pk=pk).exclude(picture="").first()
        if row is None:
            raise Http404
        answer = HttpResponse(b64decode(row.picture), content_type="image/webp")
        answer["Cache-Control"] = "private, max-age=31536000, immutable"
        return answer


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
        return Response(embellishment_answer(row, unit_of(request.user)))

    @extend_schema(operation_id="delete_embellishment", responses={204: None, 404: ErrorSerializer})
    def delete(self, request: Request, pk: int) -> Response:
        """Put it aside; pages keep the pieces that lie on them."""
        Embellishment.objects.visible_to(request.user).one(pk).delete_softly()
        return Response(status=status.HTTP_204_NO_CONTENT)
