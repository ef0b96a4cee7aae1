"""The drawing table in the API."""

import base64
import binascii
from typing import Any, Final

from drf_spectacular.utils import extend_schema, extend_schema_field
from rest_framework import serializers, status
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from inkquilt.sketch import Role
from server.common import fields
from server.common.asked import asked_for, owner, refuse
from server.common.serializers import ErrorSerializer, many
from server.drafts import services, table
from server.drafts.models import MOST_STATES, TableDraft
from server.drafts.views import DraftSerializer, drafted_answer

#: How a picture's data address begins, and how long it may be.
_JPEG_ADDRESS: Final = "data:image/jpeg;base64,"
_MOST_PICTURE: Final = 6 * 1024 * 1024


class OnTableSerializer(serializers.ModelSerializer):
    """A draft that lies on the table, by its name."""

    class Meta:
        model = TableDraft
        fields = ["id", "name", "changed"]


class TableDraftSerializer(OnTableSerializer):
    """A draft with the states it was in, each drawn; the last one is the present one."""

    states = serializers.SerializerMethodField()
    undone = serializers.SerializerMethodField()
    picture = serializers.SerializerMethodField()
    remarks = serializers.ListField(child=serializers.CharField())

    class Meta(OnTableSerializer.Meta):
        fields = [*OnTableSerializer.Meta.fields, "states", "undone", "picture", "remarks"]

    @extend_schema_field(DraftSerializer(many=True))
    def get_states(self, row: TableDraft) -> list[dict[str, Any]]:
        """Return them, the present one last."""
        return [drafted_answer(draft) for draft in table.drafts(row.states)]

    @extend_schema_field(DraftSerializer(many=True))
    def get_undone(self, row: TableDraft) -> list[dict[str, Any]]:
        """Return what was undone, the last one first."""
        return [drafted_answer(draft) for draft in table.drafts(row.undone)]

    def get_picture(self, row: TableDraft) -> str | None:
        """Return the photograph it was read from as a data address."""
        return _JPEG_ADDRESS + base64.b64encode(row.picture).decode() if row.picture else None


class StateSerializer(serializers.Serializer):
    """One state of a draft."""

    data = serializers.DictField()  # type: ignore[assignment]  # a field called data
    guessed = serializers.ListField(child=serializers.CharField(max_length=60), max_length=200, default=list)


class ChangeOnTableSerializer(serializers.Serializer):
    """What became of a draft."""

    states = many(StateSerializer, MOST_STATES, min_length=1)
    undone = many(StateSerializer, MOST_STATES, default=list)


class LayOnTableSerializer(ChangeOnTableSerializer):
    """A draft to lay on the table; ``picture`` is a JPEG as a data address."""

    remarks = serializers.ListField(child=serializers.CharField(max_length=500), max_length=50, default=list)
    picture = serializers.CharField(max_length=_MOST_PICTURE, allow_null=True, default=None)


class TraceSerializer(StateSerializer):
    """A state of a draft, and a stroke over its picture as a box in the sketch’s unit, round a piece of a ``role``."""

    role = serializers.ChoiceField(fields.ROLE_CHOICES, default="photo")
    left = serializers.CharField(max_length=60)
    top = serializers.CharField(max_length=60)
    width = serializers.CharField(max_length=60)
    height = serializers.CharField(max_length=60)


class TakeOffSerializer(serializers.Serializer):
    """Whether a draft that is taken off the table has become a sketch."""

    kept = serializers.BooleanField(default=False)


class DraftsOnTableView(APIView):
    """What lies on a person's drawing table."""

    @extend_schema(operation_id="on_table", responses=OnTableSerializer(many=True))
    def get(self, request: Request) -> Response:
        """List it, what was worked on last first."""
        rows = TableDraft.objects.visible_to(request.user).order_by("-changed", "-id")
        return Response(OnTableSerializer(rows.only("id", "name", "changed"), many=True).data)

    @extend_schema(
        operation_id="lay_on_table",
        request=LayOnTableSerializer,
        responses={201: OnTableSerializer, 400: ErrorSerializer},
    )
    def post(self, request: Request) -> Response:
        """Lay a draft there."""
        given = asked_for(LayOnTableSerializer, request.data)
        given["picture"] = _picture(given["picture"])
        row = table.lay(owner=owner(request), **given)
        return Response(OnTableSerializer(row).data, status=status.HTTP_201_CREATED)


class TableDraftView(APIView):
    """One draft on the table."""

    @extend_schema(operation_id="draft_on_table", responses={200: TableDraftSerializer, 404: ErrorSerializer})
    def get(self, request: Request, pk: int) -> Response:
        """Return it with its states."""
        return Response(TableDraftSerializer(_one(request, pk)).data)

    @extend_schema(
        operation_id="change_on_table",
        request=ChangeOnTableSerializer,
        responses={200: OnTableSerializer, 400: ErrorSerializer, 404: ErrorSerializer},
    )
    def put(self, request: Request, pk: int) -> Response:
        """Keep what became of it."""
        row = _one(request, pk)
        table.change(draft=row, **asked_for(ChangeOnTableSerializer, request.data))
        return Response(OnTableSerializer(row).data)

    @extend_schema(
        operation_id="take_off_table", parameters=[TakeOffSerializer], responses={204: None, 404: ErrorSerializer}
    )
    def delete(self, request: Request, pk: int) -> Response:
        """Take it off; what was not kept as a sketch can be brought back."""
        asked = asked_for(TakeOffSerializer, request.query_params)
        table.take_off(draft=_one(request, pk), kept=asked["kept"])
        return Response(status=status.HTTP_204_NO_CONTENT)


class TraceView(APIView):
    """Tracing over the picture of a draft on the table."""

    @extend_schema(
        operation_id="trace_piece",
        request=TraceSerializer,
        responses={200: DraftSerializer, 400: ErrorSerializer, 404: ErrorSerializer},
    )
    def post(self, request: Request, pk: int) -> Response:
        """Return the draft with what one stroke goes round; nothing is kept yet."""
        row = _one(request, pk)
        given = asked_for(TraceSerializer, request.data)
        if row.picture is None:
            raise refuse("no-picture", "There is no picture beneath this drawing to go over.")
        draft = services.draft_of(given["data"], given["guessed"])
        found = services.traced(
            picture=bytes(row.picture), draft=draft, role=Role(given["role"]), stroke=services.stroke_of(draft, given)
        )
        return Response(drafted_answer(found))


def _one(request: Request, pk: int) -> TableDraft:
    found: TableDraft = TableDraft.objects.visible_to(request.user).one(pk)
    return found


def _picture(address: str | None) -> bytes | None:
    if address is None:
        return None
    try:
        if not address.startswith(_JPEG_ADDRESS):
            raise ValueError(address[:40])
        return base64.b64decode(address.removeprefix(_JPEG_ADDRESS), validate=True)
    except (ValueError, binascii.Error):
        raise refuse("picture", "The picture of a drawing is a JPEG as a data address.", "picture") from None
