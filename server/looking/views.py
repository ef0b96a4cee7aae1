"""The second look, changes tried, observations switched off, and states put away."""

from drf_spectacular.utils import extend_schema
from rest_framework import status
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from inkquilt.balance.kinds import ObservationKind
from server.common.serializers import ErrorSerializer
from server.looking import services
from server.looking.answers import look_answer, snapshots_answer, trial_answer
from server.looking.models import Snapshot
from server.looking.serializers import (
    LookAgainSerializer,
    LookQuerySerializer,
    NoteSerializer,
    SnapshotSerializer,
    SwitchOffSerializer,
    TriedSerializer,
    TryAskedSerializer,
)
from server.pages.models import Page
from server.pages.services import document_of, require_fit

_REFUSED = {400: ErrorSerializer, 404: ErrorSerializer, 409: ErrorSerializer}


def _page(request: Request, pk: int) -> Page:
    page: Page = Page.objects.visible_to(request.user).select_related("owner").one(pk)
    return page


def _kind(key: str) -> ObservationKind:
    return ObservationKind[key.upper().replace("-", "_")]


class LookAgainView(APIView):
    """A second look at a page."""

    @extend_schema(
        operation_id="look_again",
        parameters=[LookQuerySerializer],
        responses={200: LookAgainSerializer, **_REFUSED},
    )
    def get(self, request: Request, pk: int) -> Response:
        """Return what is noticed, and the numbers behind it."""
        page = _page(request, pk)
        document = document_of(page)
        require_fit(document)
        given = LookQuerySerializer(data=request.query_params)
        given.is_valid(raise_exception=True)
        asked = given.validated_data
        if asked.get("moved"):
            document = services.with_moved(document, asked["moved"], asked["x"], asked["y"], alone=asked["alone"])
        return Response(look_answer(services.look_at(page, document), document))


class TryView(APIView):
    """A change that would take something noticed away. Nothing is kept."""

    @extend_schema(operation_id="try_it", request=TryAskedSerializer, responses={200: TriedSerializer, **_REFUSED})
    def post(self, request: Request, pk: int) -> Response:
        """Return the best change, or none."""
        page = _page(request, pk)
        document = document_of(page)
        require_fit(document)
        given = TryAskedSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        asked = given.validated_data
        trial = services.tried(page, document, _kind(asked["kind"]), tuple(asked["keys"]))
        return Response({"trial": trial and trial_answer(trial, document)})


class SwitchOffView(APIView):
    """Observations a person never wants to hear."""

    @extend_schema(operation_id="switch_off", request=SwitchOffSerializer, responses={204: None, 400: ErrorSerializer})
    def post(self, request: Request) -> Response:
        """Switch one off for good, or on again."""
        given = SwitchOffSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        services.switch(request.user, _kind(given.validated_data["kind"]), off=given.validated_data["off"])
        return Response(status=status.HTTP_204_NO_CONTENT)


class SnapshotsView(APIView):
    """States of a page put away to come back to."""

    @extend_schema(operation_id="snapshots", responses={200: SnapshotSerializer(many=True), 404: ErrorSerializer})
    def get(self, request: Request, pk: int) -> Response:
        """List them, the latest first."""
        page = _page(request, pk)
        return Response(snapshots_answer(list(Snapshot.objects.filter(page=page)), page))

    @extend_schema(operation_id="put_away", request=NoteSerializer, responses={201: SnapshotSerializer, **_REFUSED})
    def post(self, request: Request, pk: int) -> Response:
        """Put the present state away with a note."""
        page = _page(request, pk)
        require_fit(document_of(page))
        given = NoteSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        row = services.put_away(page, given.validated_data["note"])
        return Response(snapshots_answer([row], page)[0], status=status.HTTP_201_CREATED)


class SnapshotView(APIView):
    """One state that was put away."""

    @extend_schema(operation_id="throw_away", responses={204: None, 404: ErrorSerializer})
    def delete(self, request: Request, pk: int, snapshot: int) -> Response:
        """Throw it away."""
        rows = Snapshot.objects.visible_to(request.user).filter(page_id=pk, pk=snapshot)
        gone, _ = rows.delete()
        return Response(status=status.HTTP_204_NO_CONTENT if gone else status.HTTP_404_NOT_FOUND)
