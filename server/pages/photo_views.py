"""The photos on a page: what would show them, which goes where, the colour of a mat. Nothing is changed here."""

from functools import partial

from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from inkquilt.composition.showing import ways_to_show
from inkquilt.photos.matching import PhotoOrder
from server.common.asked import asked_for
from server.common.serializers import ErrorSerializer
from server.pages.change_serializers import written_change
from server.pages.known import document_of
from server.pages.matching import match_on_page
from server.pages.models import Page
from server.pages.photo_presenters import mat_answer
from server.pages.photo_serializers import (
    MatchQuerySerializer,
    MatchSerializer,
    MatColourSerializer,
    WayToShowSerializer,
)
from server.pages.pictures import cores_of, pictures_of
from server.pages.presenters import match_answer
from server.photos.services import asked_photos
from server.solving.pool import solvers


class ShowsView(APIView):
    """What would show all that matters in a photo that something hides."""

    @extend_schema(
        operation_id="ways_to_show",
        parameters=[OpenApiParameter("slot", str, required=True)],
        responses={200: WayToShowSerializer(many=True), 404: ErrorSerializer},
    )
    def get(self, request: Request, pk: int) -> Response:
        """Try, and list what works, in the order people try it."""
        page = Page.objects.visible_to(request.user).one(pk)
        document = document_of(page)
        slot = request.query_params.get("slot", "")
        found = ways_to_show(document, cores_of(pictures_of(page, document)), slot, partial(solvers().run, "fit"))
        return Response([{"words": way.words, "change": written_change(way.change)} for way in found])


class MatColourView(APIView):
    """The colour of a photo's mat."""

    @extend_schema(
        operation_id="mat_colour",
        parameters=[OpenApiParameter("slot", str, required=True)],
        responses={200: MatColourSerializer, 400: ErrorSerializer, 404: ErrorSerializer},
    )
    def get(self, request: Request, pk: int) -> Response:
        """Propose one, by the photo's edges and colours."""
        page = Page.objects.visible_to(request.user).one(pk)
        document = document_of(page)
        return Response(mat_answer(document, pictures_of(page, document), request.query_params.get("slot", "")))


class MatchView(APIView):
    """The best choice of a slot for each of some photos."""

    @extend_schema(
        operation_id="match_photos",
        request=MatchQuerySerializer,
        responses={200: MatchSerializer, 400: ErrorSerializer, 404: ErrorSerializer},
    )
    def post(self, request: Request, pk: int) -> Response:
        """Work it out; nothing is changed until its change is sent."""
        page = Page.objects.visible_to(request.user).one(pk)
        given = asked_for(MatchQuerySerializer, request.data)
        photos = asked_photos(request.user, given["photos"])
        found = match_on_page(document_of(page), photos, PhotoOrder(given["order"]))
        return Response(match_answer(found))
