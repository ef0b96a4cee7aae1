"""Titles of a page in the API."""

from django.http import Http404
from drf_spectacular.utils import extend_schema
from rest_framework import status
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from inkquilt.sketch import Role
from server.common.asked import asked_for
from server.common.serializers import ErrorSerializer
from server.pages.known import document_of
from server.pages.models import Page
from server.words.lettering import lettering_of
from server.writing import titles
from server.writing.serializers import TitleQuerySerializer, TitleSpotsSerializer, TitleWaysSerializer
from server.writing.title_presenters import spots_answer, ways_answer

_REFUSED = {400: ErrorSerializer, 404: ErrorSerializer}


class TitleWaysView(APIView):
    """The ways to set a title of a page."""

    @extend_schema(
        operation_id="title_ways",
        parameters=[TitleQuerySerializer],
        responses={200: TitleWaysSerializer, 400: ErrorSerializer, 404: ErrorSerializer},
    )
    def get(self, request: Request, pk: int, block: str) -> Response:
        """Return the best ways for a text, or for the title as it is."""
        page = Page.objects.visible_to(request.user).select_related("owner").one(pk)
        given = asked_for(TitleQuerySerializer, request.query_params)
        document = document_of(page)
        title = next((one for one in document.blocks if one.id == block and one.role is Role.TITLE), None)
        if title is None:
            raise Http404
        text = given["text"] or document.titles.get(block, "")
        found = titles.title_ways(page=page, document=document, block=title, text=text, alphabet=given["alphabet"])
        return Response(ways_answer(found, title, lettering_of(page.owner), document))


class TitleSpotsView(APIView):
    """Where a title can still go on a page."""

    @extend_schema(
        operation_id="title_spots",
        parameters=[TitleQuerySerializer],
        responses={200: TitleSpotsSerializer, **_REFUSED},
    )
    def get(self, request: Request, pk: int) -> Response:
        """Return the places for a text, the best first."""
        page = Page.objects.visible_to(request.user).select_related("owner").one(pk)
        given = asked_for(TitleQuerySerializer, request.query_params)
        document, alphabet = document_of(page), given["alphabet"]
        found = titles.title_spots(page=page, document=document, text=given["text"], alphabet=alphabet)
        return Response(spots_answer(found, alphabet, lettering_of(page.owner).colours, document))


class LettersTakenView(APIView):
    """Letters of a title that is stuck down."""

    @extend_schema(operation_id="take_letters", request=None, responses={204: None, **_REFUSED})
    def post(self, request: Request, pk: int, block: str) -> Response:
        """Take them off their sheets."""
        page = Page.objects.visible_to(request.user).select_related("owner").one(pk)
        titles.take_letters(page, document_of(page), block)
        return Response(status=status.HTTP_204_NO_CONTENT)

    @extend_schema(operation_id="put_letters_back", responses={204: None, **_REFUSED})
    def delete(self, request: Request, pk: int, block: str) -> Response:
        """Put them back."""
        page = Page.objects.visible_to(request.user).select_related("owner").one(pk)
        titles.put_letters_back(page, block)
        return Response(status=status.HTTP_204_NO_CONTENT)
