"""The second look, changes tried, observations switched off, and states put away."""

from django.shortcuts import get_object_or_404
from drf_spectacular.utils import extend_schema
from rest_framework import status
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from inkquilt.balance.kinds import ObservationKind
from server.common.asked import asked_for
from server.common.serializers import REFUSED, ErrorSerializer
from server.looking import services
from server.looking.models import Snapshot
from server.looking.presenters import drawn_step_answer, look_answer, snapshots_answer, step_answer, trial_answer
from server.looking.serializers import (
    DrawnStepSerializer,
    LookAgainSerializer,
    LookQuerySerializer,
    NoteSerializer,
    PageStepSerializer,
    SnapshotSerializer,
    SwitchOffSerializer,
    TriedSerializer,
    TryAskedSerializer,
)
from server.pages.models import Page
from server.pages.services import laid_page


def _kind(key: str) -> ObservationKind:
    return ObservationKind[key.upper().replace("-", "_")]


class LookAgainView(APIView):
    """A second look at a page."""

    @extend_schema(
        operation_id="look_again",
        parameters=[LookQuerySerializer],
        responses={200: LookAgainSerializer, **REFUSED},
    )
    def get(self, request: Request, pk: int) -> Response:
        """Return what is noticed, and the numbers behind it."""
        page, document = laid_page(request.user, pk)
        asked = asked_for(LookQuerySerializer, request.query_params)
        if asked.get("moved"):
            document = services.with_moved(document, asked["moved"], asked["x"], asked["y"], alone=asked["alone"])
        return Response(look_answer(services.look_at(page, document), document))


class TryView(APIView):
    """A change that would take something noticed away. Nothing is kept."""

    @extend_schema(operation_id="try_it", request=TryAskedSerializer, responses={200: TriedSerializer, **REFUSED})
    def post(self, request: Request, pk: int) -> Response:
        """Return the best change, or none."""
        page, document = laid_page(request.user, pk)
        asked = asked_for(TryAskedSerializer, request.data)
        trial = services.tried(page, document, _kind(asked["kind"]), tuple(asked["keys"]))
        return Response({"trial": trial and trial_answer(trial, document)})


class SwitchOffView(APIView):
    """Observations a person never wants to hear."""

    @extend_schema(operation_id="switch_off", request=SwitchOffSerializer, responses={204: None, 400: ErrorSerializer})
    def post(self, request: Request) -> Response:
        """Switch one off for good, or on again."""
        given = asked_for(SwitchOffSerializer, request.data)
        services.switch(request.user, _kind(given["kind"]), off=given["off"])
        return Response(status=status.HTTP_204_NO_CONTENT)


class SnapshotsView(APIView):
    """States of a page put away to come back to."""

    @extend_schema(operation_id="snapshots", responses={200: SnapshotSerializer(many=True), 404: ErrorSerializer})
    def get(self, request: Request, pk: int) -> Response:
        """List them, the latest first."""
        page = Page.objects.visible_to(request.user).select_related("owner").one(pk)
        return Response(snapshots_answer(list(page.snapshots.kept()), page))

    @extend_schema(operation_id="put_away", request=NoteSerializer, responses={201: SnapshotSerializer, **REFUSED})
    def post(self, request: Request, pk: int) -> Response:
        """Put the present state away with a note."""
        page, _ = laid_page(request.user, pk)
        given = asked_for(NoteSerializer, request.data)
        row = services.put_away(page, given["note"])
        return Response(snapshots_answer([row], page)[0], status=status.HTTP_201_CREATED)


class SnapshotView(APIView):
    """One state that was put away."""

    @extend_schema(operation_id="throw_away", responses={204: None, 404: ErrorSerializer})
    def delete(self, request: Request, pk: int, snapshot: int) -> Response:
        """Put it aside."""
        Snapshot.objects.visible_to(request.user).filter(page_id=pk).one(snapshot).delete_softly()
        return Response(status=status.HTTP_204_NO_CONTENT)


class StepsView(APIView):
    """The steps that led to a page as it is."""

    @extend_schema(operation_id="steps", responses={200: PageStepSerializer(many=True), 404: ErrorSerializer})
    def get(self, request: Request, pk: int) -> Response:
        """List the latest, the one before the present state first."""
        page = Page.objects.visible_to(request.user).one(pk)
        return Response([step_answer(row) for row in services.steps_of(page)])


class StepView(APIView):
    """One earlier step."""

    @extend_schema(operation_id="step", responses={200: DrawnStepSerializer, 404: ErrorSerializer})
    def get(self, request: Request, pk: int, number: int) -> Response:
        """Show the page as it was then."""
        page = Page.objects.visible_to(request.user).select_related("owner").one(pk)
        row = get_object_or_404(page.revisions, number=number, number__lte=page.head)
        return Response(drawn_step_answer(row, page))
