"""Deleted things, which can be brought back for a while."""

from typing import Any, Final

from django.db.models import Model
from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from server.album.models import Album, Goal
from server.boxes.models import ProjectBox
from server.common.asked import asked_for
from server.common.serializers import ErrorSerializer
from server.drafts.models import TableDraft
from server.embellishments.models import Embellishment
from server.looking.models import Snapshot
from server.pages.models import Page
from server.photos.models import Photo
from server.sketches.models import Sketch
from server.stash.models import Companion, Palette, Paper, PaperPicture
from server.sticking.models import TablePicture
from server.tools.models import ShapingTool, Trimmer
from server.words.models import Alphabet, Hand

KINDS: Final[dict[str, type[Model]]] = {
    "page": Page, "sketch": Sketch, "photo": Photo, "paper": Paper, "embellishment": Embellishment,
    "paper-picture": PaperPicture, "draft": TableDraft,
    "palette": Palette, "companion": Companion,
    "letters": Alphabet, "hand": Hand, "trimmer": Trimmer, "punch": ShapingTool, "state": Snapshot,
    "table-picture": TablePicture, "album": Album, "goal": Goal, "box": ProjectBox,
}  # fmt: skip
KIND_CHOICES: Final = [(kind, kind) for kind in KINDS]
#: The list shows this many of each kind, latest first.
MOST_SHOWN: Final = 50


class DeletedSerializer(serializers.Serializer):
    """Something that was deleted and can still come back."""

    kind = serializers.ChoiceField(KIND_CHOICES)
    id = serializers.IntegerField()
    name = serializers.CharField()
    deleted = serializers.DateTimeField()


class BringBackSerializer(serializers.Serializer):
    """Which deleted thing is meant."""

    kind = serializers.ChoiceField(KIND_CHOICES)
    id = serializers.IntegerField()


class DeletedView(APIView):
    """What a person deleted in the last thirty days."""

    @extend_schema(operation_id="deleted_things", responses=DeletedSerializer(many=True))
    def get(self, request: Request) -> Response:
        """List it, latest first."""
        return Response(_deleted(request.user))

    @extend_schema(
        operation_id="bring_back",
        request=BringBackSerializer,
        responses={200: DeletedSerializer(many=True), 404: ErrorSerializer},
    )
    def post(self, request: Request) -> Response:
        """Bring one back; answers with what is still deleted."""
        given = asked_for(BringBackSerializer, request.data)
        model: Any = KINDS[given["kind"]]
        model.objects.deleted_by(request.user).one(given["id"]).bring_back()
        return Response(_deleted(request.user))


def _deleted(user: Any) -> list[dict[str, Any]]:
    rows = []
    for kind, model in KINDS.items():
        found: Any = model.objects.deleted_by(user).order_by("-deleted_at")[:MOST_SHOWN]  # type: ignore[attr-defined]
        rows += [{"kind": kind, "id": row.pk, "name": row.name, "deleted": row.deleted_at} for row in found]
    return sorted(rows, key=lambda row: row["deleted"], reverse=True)
