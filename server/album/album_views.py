"""Albums and goals."""

from typing import Any

from django.http import HttpResponse, StreamingHttpResponse
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework import status
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from inkquilt.composition.asked import length_of
from inkquilt.lengths import Unit
from inkquilt.page import Page as CorePage
from inkquilt.paper.entry import unit_of
from inkquilt.sketch.model import Size
from server.album import albums, goals
from server.album.album_presenters import album_answer, albums_answer, goal_answer
from server.album.album_serializers import (
    AlbumSerializer,
    AlbumsSerializer,
    DescribeAlbumSerializer,
    FacingMadeSerializer,
    GoalSerializer,
    LayPageSerializer,
    NewAlbumSerializer,
    NewGoalSerializer,
    PutInSerializer,
)
from server.album.giving import folder_of, told_album
from server.album.models import Album, Goal, LogEntry
from server.common.asked import asked_for, asked_page, owner, refuse
from server.common.files import FILE_ANSWERS, asked_sheet, download, file_stem
from server.common.serializers import REFUSED, ErrorSerializer
from server.common.zipping import packed
from server.solving.pool import solvers


def _album(request: Request, pk: int) -> Album:
    found: Album = Album.objects.visible_to(request.user).select_related("owner").one(pk)
    return found


class AlbumsView(APIView):
    """All albums."""

    @extend_schema(operation_id="albums", responses=AlbumsSerializer)
    def get(self, request: Request) -> Response:
        """List them, and the finished pages that lie in none."""
        rows = Album.objects.visible_to(request.user).select_related("owner")
        looks = [albums.lying(row) for row in rows]
        loose = albums.loose(request.user)
        return Response(albums_answer(looks, loose[: albums.MOST_LOOSE], loose.count()))

    @extend_schema(operation_id="begin_album", request=NewAlbumSerializer, responses={201: AlbumSerializer, **REFUSED})
    def post(self, request: Request) -> Response:
        """Begin an album."""
        given = asked_for(NewAlbumSerializer, request.data)
        page = _page_like(request, given["page"]) if "page" in given else asked_page(given)[0]
        made = albums.begin_album(owner=owner(request), name=given["name"], page=page)
        return Response(album_answer(albums.look_into(made)), status=status.HTTP_201_CREATED)


def _page_like(request: Request, pk: int) -> CorePage:
    """Return a page of the size of one that is finished."""
    entry = LogEntry.objects.visible_to(request.user).filter(page_id=pk).defer("thumb").first()
    if entry is None:
        raise refuse("page-not-finished", "That page is not finished.", "page")
    return CorePage(entry.width, entry.height, unit_of(Size(entry.width, entry.height)))


class AlbumView(APIView):
    """One album."""

    @extend_schema(operation_id="album", responses={200: AlbumSerializer, 404: ErrorSerializer})
    def get(self, request: Request, pk: int) -> Response:
        """Return it as it lies when it is opened."""
        return Response(album_answer(albums.look_into(_album(request, pk))))

    @extend_schema(
        operation_id="describe_album", request=DescribeAlbumSerializer, responses={200: AlbumSerializer, **REFUSED}
    )
    def patch(self, request: Request, pk: int) -> Response:
        """Put right what is known of it."""
        album = _album(request, pk)
        facts: dict[str, Any] = asked_for(DescribeAlbumSerializer, request.data)
        if "room" in facts:
            typed = facts["room"].strip()
            unit = Unit(album.unit)
            facts["room"] = length_of(typed, unit, "What the spine takes", "room") if typed else None
        for name, value in facts.items():
            setattr(album, name, value)
        album.save()
        return Response(album_answer(albums.look_into(album)))

    @extend_schema(operation_id="remove_album", responses={204: None, 404: ErrorSerializer})
    def delete(self, request: Request, pk: int) -> Response:
        """Put it aside; its pages are loose until it is brought back."""
        _album(request, pk).delete_softly()
        return Response(status=status.HTTP_204_NO_CONTENT)


class AlbumPagesView(APIView):
    """The pages of an album."""

    @extend_schema(operation_id="put_into_album", request=PutInSerializer, responses={200: AlbumSerializer, **REFUSED})
    def post(self, request: Request, pk: int) -> Response:
        """Lay finished pages in."""
        album = _album(request, pk)
        asked = asked_for(PutInSerializer, request.data)
        (albums.put_opposite if "opposite" in asked else albums.put_in)(album=album, **asked)
        return Response(album_answer(albums.look_into(album)))


class AlbumPageView(APIView):
    """One page of an album."""

    @extend_schema(operation_id="lay_in_album", request=LayPageSerializer, responses={200: AlbumSerializer, **REFUSED})
    def patch(self, request: Request, pk: int, page: int) -> Response:
        """Say where it lies, or whether the place opposite stays free."""
        album = _album(request, pk)
        given = asked_for(LayPageSerializer, request.data)
        if "behind" in given:
            albums.lay_behind(album=album, page=page, after=given["behind"])
        if given.get("by_event"):
            albums.lay_by_event(album=album, page=page)
        if "waits" in given:
            albums.keep_free(album=album, page=page, waits=given["waits"])
        return Response(album_answer(albums.look_into(album)))

    @extend_schema(operation_id="take_out_of_album", responses={200: AlbumSerializer, 404: ErrorSerializer})
    def delete(self, request: Request, pk: int, page: int) -> Response:
        """Take it out: it is loose again."""
        album = _album(request, pk)
        albums.take_out(album=album, page=page)
        return Response(album_answer(albums.look_into(album)))


class FacingPageView(APIView):
    """A companion for a page of an album."""

    @extend_schema(operation_id="make_facing", request=None, responses={201: FacingMadeSerializer, **REFUSED})
    def post(self, request: Request, pk: int, page: int) -> Response:
        """Begin one, with photos of the same days that are on no page yet."""
        made = albums.make_facing(album=_album(request, pk), page=page)
        return Response({"page": made.pk}, status=status.HTTP_201_CREATED)


class ContactBookView(APIView):
    """An album as a contact book."""

    @extend_schema(
        operation_id="album_contact_book",
        parameters=[OpenApiParameter("sheet", str, description="printer paper: letter or a4")],
        responses={**FILE_ANSWERS, **REFUSED},
    )
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Return it as a PDF."""
        album = _album(request, pk)
        content: bytes = solvers().run("contact_pdf", told_album(album), asked_sheet(request))
        return download(content, "application/pdf", album.name, "contacts.pdf")


class AlbumFolderView(APIView):
    """An album to give away."""

    @extend_schema(operation_id="album_folder", responses={**FILE_ANSWERS, 404: ErrorSerializer})
    def get(self, request: Request, pk: int) -> StreamingHttpResponse:
        """Return a folder of plain web pages, zipped while its pages are being painted."""
        album = _album(request, pk)
        stem = file_stem(album.name, "album")
        answer = StreamingHttpResponse(packed(stem, folder_of(album)), content_type="application/zip")
        answer["Content-Disposition"] = f'attachment; filename="{stem}.zip"'
        return answer


class GoalsView(APIView):
    """Goals."""

    @extend_schema(operation_id="goals", responses=GoalSerializer(many=True))
    def get(self, request: Request) -> Response:
        """List them with what is missing."""
        return Response([goal_answer(look) for look in goals.goals_of(request.user)])

    @extend_schema(
        operation_id="begin_goal", request=NewGoalSerializer, responses={201: GoalSerializer(many=True), **REFUSED}
    )
    def post(self, request: Request) -> Response:
        """Keep one, as it is said."""
        goals.begin_goal(owner=owner(request), line=asked_for(NewGoalSerializer, request.data)["line"])
        return Response([goal_answer(look) for look in goals.goals_of(request.user)], status=status.HTTP_201_CREATED)


class GoalView(APIView):
    """One goal."""

    @extend_schema(operation_id="remove_goal", responses={204: None, 404: ErrorSerializer})
    def delete(self, request: Request, pk: int) -> Response:
        """Put it aside."""
        Goal.objects.visible_to(request.user).one(pk).delete_softly()
        return Response(status=status.HTTP_204_NO_CONTENT)
