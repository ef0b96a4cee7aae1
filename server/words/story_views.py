"""Hands, and the ways to write a story."""

from drf_spectacular.utils import extend_schema
from rest_framework import status
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from inkquilt.words.script import hand
from inkquilt_io.lettering import FONTS
from server.accounts.usual import asked_unit, unit_of
from server.common.asked import asked_for, asked_length, owner, refuse
from server.common.serializers import ErrorSerializer
from server.words.hand_presenters import hand_answer, text_font_answer
from server.words.models import Hand
from server.words.serializers import HandAskedSerializer, ScriptSerializer

MOST_HANDS = 20


class ScriptsView(APIView):
    """Everything a person can write a story in."""

    @extend_schema(operation_id="scripts", responses=ScriptSerializer(many=True))
    def get(self, request: Request) -> Response:
        """List her hands, then the shipped fonts."""
        unit = unit_of(request.user)
        own = [hand_answer(row, unit) for row in Hand.objects.visible_to(request.user)[:MOST_HANDS]]
        return Response([*own, *(text_font_answer(name) for name in FONTS)])

    @extend_schema(
        operation_id="add_hand",
        request=HandAskedSerializer,
        responses={201: ScriptSerializer, 400: ErrorSerializer},
    )
    def post(self, request: Request) -> Response:
        """Enter a hand."""
        if Hand.objects.visible_to(request.user).count() >= MOST_HANDS:
            raise refuse("too-many-hands", f"There can be up to {MOST_HANDS} hands.")
        asked = asked_for(HandAskedSerializer, request.data)
        unit = asked_unit(request.user, asked)
        asked["unit"] = unit.value
        asked["line"] = asked_length(asked, "line", unit, "The line that was measured")
        asked["pitch"] = asked_length(asked, "pitch", unit, "The distance from line to line")
        hand("", asked["name"], asked["characters"], asked["line"], asked["pitch"])  # refuses what cannot be
        row = Hand.objects.create(owner=owner(request), **asked)
        return Response(hand_answer(row, unit), status=status.HTTP_201_CREATED)


class HandView(APIView):
    """One hand."""

    @extend_schema(operation_id="delete_hand", responses={204: None, 404: ErrorSerializer})
    def delete(self, request: Request, pk: int) -> Response:
        """Put it aside; stories written in it stay as they are."""
        Hand.objects.visible_to(request.user).one(pk).delete_softly()
        return Response(status=status.HTTP_204_NO_CONTENT)
