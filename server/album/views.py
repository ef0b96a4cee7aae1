"""Finishing pages, and the logbook of them."""

from django.http import Http404, HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework import status
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from server.album import logbook, services
from server.album.models import LogEntry
from server.album.presenters import card_of, entry_answer, event_answer, index_answer, slip_of, use_answer
from server.album.serializers import (
    DescribeEntrySerializer,
    EventSerializer,
    LogCardSerializer,
    LogEntrySerializer,
    LogIndexSerializer,
    LogQuerySerializer,
    PageRecordSerializer,
    UseFoundSerializer,
)
from server.common.asked import asked_for
from server.common.files import FILE_ANSWERS, asked_sheet, download
from server.common.paging import ListPaging
from server.common.serializers import REFUSED, ErrorSerializer
from server.pages.models import Page
from server.pages.services import laid_page
from server.solving.pool import solvers


def _entry(request: Request, pk: int) -> LogEntry:
    rows = LogEntry.objects.visible_to(request.user).select_related("page__owner")
    found: LogEntry | None = rows.filter(page_id=pk).first()
    if found is None:
        raise Http404
    return found


class RecordView(APIView):
    """The record of one page."""

    @extend_schema(operation_id="page_record", responses={200: PageRecordSerializer, 404: ErrorSerializer})
    def get(self, request: Request, pk: int) -> Response:
        """Return it, or null where the page was never finished."""
        Page.objects.visible_to(request.user).one(pk)
        found = LogEntry.objects.visible_to(request.user).select_related("page").filter(page_id=pk).first()
        return Response({"entry": found and entry_answer(found)})

    @extend_schema(operation_id="finish_page", request=None, responses={200: LogEntrySerializer, **REFUSED})
    def post(self, request: Request, pk: int) -> Response:
        """Say that the page is finished; nothing is asked."""
        page, _ = laid_page(request.user, pk)
        return Response(entry_answer(services.finish(page=page)))

    @extend_schema(
        operation_id="describe_page_record",
        request=DescribeEntrySerializer,
        responses={200: LogEntrySerializer, **REFUSED},
    )
    def patch(self, request: Request, pk: int) -> Response:
        """Put right what is known of it, or take the page up again (``finished`` null)."""
        entry = _entry(request, pk)
        facts = asked_for(DescribeEntrySerializer, request.data)
        return Response(entry_answer(services.describe(entry=entry, facts=facts)))


class SlipView(APIView):
    """A slip for the back of a page."""

    @extend_schema(
        operation_id="page_slip",
        parameters=[OpenApiParameter("sheet", str, description="printer paper: letter or a4")],
        responses={**FILE_ANSWERS, **REFUSED},
    )
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Return it as a PDF."""
        entry = _entry(request, pk)
        content: bytes = solvers().run("slip_pdf", slip_of(entry), asked_sheet(request))
        return download(content, "application/pdf", entry.page.name, "slip.pdf")


class ThumbView(APIView):
    """A finished page as a small picture."""

    @extend_schema(
        operation_id="page_thumb", responses={(200, "image/jpeg"): OpenApiTypes.BINARY, 404: ErrorSerializer}
    )
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Return it as it was when it was finished."""
        answer = HttpResponse(bytes(_entry(request, pk).thumb), content_type="image/jpeg")
        answer["Cache-Control"] = "private, max-age=86400"
        return answer


class LogbookView(APIView):
    """Everything that was finished."""

    pagination_class = ListPaging

    @extend_schema(operation_id="logbook", parameters=[LogQuerySerializer], responses=LogCardSerializer(many=True))
    def get(self, request: Request) -> Response:
        """List what is looked for, the latest event first."""
        asked = asked_for(LogQuerySerializer, request.query_params)
        paging = ListPaging()
        rows: list[LogEntry] = paging.paginate_queryset(logbook.entries(request.user, asked), request, self) or []
        return paging.get_paginated_response([card_of(row) for row in rows])


class LogIndexView(APIView):
    """Who and what the logbook tells of."""

    @extend_schema(operation_id="logbook_index", responses=LogIndexSerializer)
    def get(self, request: Request) -> Response:
        """Return people, tags and years, with on how many pages each is."""
        return Response(index_answer(logbook.index_of(request.user)))


class UsesView(APIView):
    """Things that were used: used, or lost?"""

    @extend_schema(
        operation_id="logbook_uses",
        parameters=[OpenApiParameter("words", str, required=True, description="words of a thing's name")],
        responses=UseFoundSerializer(many=True),
    )
    def get(self, request: Request) -> Response:
        """Return things with these words in their names, and the pages they are on."""
        words = str(request.query_params.get("words", ""))[:200]
        found = logbook.uses_named(request.user, words) if words.strip() else ()
        return Response([use_answer(one) for one in found])


class EventsView(APIView):
    """Events that photos tell of, and which have pages."""

    @extend_schema(operation_id="events", responses=EventSerializer(many=True))
    def get(self, request: Request) -> Response:
        """List them, the latest first."""
        found = logbook.events(request.user)
        entries = LogEntry.objects.visible_to(request.user).finished().select_related("page").defer("thumb")
        by_page = {entry.page_id: entry for entry in entries}
        return Response(
            [
                event_answer(event, used, [by_page[page] for page in sorted(pages) if page in by_page])
                for event, used, pages in reversed(found)
            ],
            status=status.HTTP_200_OK,
        )
