"""The stash of paper, for its owner only."""

from base64 import b64decode
from collections.abc import Mapping
from typing import Any

from django.conf import settings
from django.db.models import QuerySet
from django.http import Http404, HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework import status
from rest_framework.parsers import BaseParser, MultiPartParser
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from inkquilt.cutting.guillotine import StockKind
from inkquilt.paper.kinds import SideName
from inkquilt.sketch.model import Part, Size
from server.accounts.usual import asked_unit, unit_of
from server.common.asked import asked_for, asked_length, owner, refuse
from server.common.errors import ApiError
from server.common.light import LightSerializer, asked_light
from server.common.paging import ListPaging
from server.common.serializers import ErrorSerializer
from server.common.sheet_photos import SheetPhotoSerializer, things_in
from server.stash import services
from server.stash.models import Paper, PaperStock, ScrapPicture
from server.stash.presenters import found_scrap
from server.stash.serializers import (
    LARGEST_SHEET,
    DescribePaperSerializer,
    EntryLineSerializer,
    FoundScrapSerializer,
    KeepScrapSerializer,
    NewStockSerializer,
    PaperQuerySerializer,
    PictureSerializer,
    StashPaperSerializer,
    StockCountSerializer,
)

SIDES = [side.value for side in SideName]


def _papers(request: Request) -> QuerySet:
    return services.papers_of(request.user)


def _told(request: Request, papers: Any, many: bool = False) -> Any:
    """Return papers as they are told to who asks, in what she measures in."""
    return StashPaperSerializer(papers, many=many, context={"unit": unit_of(request.user)}).data


class PapersView(APIView):
    """All papers of a person."""

    pagination_class = ListPaging

    @extend_schema(operation_id="papers", parameters=[PaperQuerySerializer], responses=StashPaperSerializer(many=True))
    def get(self, request: Request) -> Response:
        """List them by name."""
        asked = asked_for(PaperQuerySerializer, request.query_params)
        paging = ListPaging()
        found = services.papers_of(request.user, asked["words"])
        rows = paging.paginate_queryset(found, request, self)
        return paging.get_paginated_response(_told(request, rows, many=True))

    @extend_schema(
        operation_id="enter_paper",
        request=EntryLineSerializer,
        responses={201: StashPaperSerializer, 400: ErrorSerializer},
    )
    def post(self, request: Request) -> Response:
        """Enter one in a line."""
        asked = asked_for(EntryLineSerializer, request.data)
        paper = services.enter_line(owner=owner(request), line=asked["line"], unit=asked_unit(request.user, asked))
        return Response(_told(request, paper), status=status.HTTP_201_CREATED)


class PaperView(APIView):
    """One paper."""

    @extend_schema(
        operation_id="describe_paper",
        request=DescribePaperSerializer,
        responses={200: StashPaperSerializer, 400: ErrorSerializer, 404: ErrorSerializer},
    )
    def patch(self, request: Request, pk: int) -> Response:
        """Change what is known of it."""
        paper = Paper.objects.visible_to(request.user).one(pk)
        given = DescribePaperSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        return Response(_told(request, services.describe_paper(paper=paper, facts=given.facts(unit_of(request.user)))))

    @extend_schema(operation_id="delete_paper", responses={204: None, 404: ErrorSerializer})
    def delete(self, request: Request, pk: int) -> Response:
        """Put it aside; pages that use it say so until it comes back."""
        Paper.objects.visible_to(request.user).one(pk).delete_softly()
        return Response(status=status.HTTP_204_NO_CONTENT)


class StocksView(APIView):
    """Sheets and scraps of one paper."""

    @extend_schema(
        operation_id="add_stock",
        request=NewStockSerializer,
        responses={201: StashPaperSerializer, 400: ErrorSerializer, 404: ErrorSerializer},
    )
    def post(self, request: Request, pk: int) -> Response:
        """Add some."""
        paper = Paper.objects.visible_to(request.user).one(pk)
        asked = asked_for(NewStockSerializer, request.data)
        size = Size(*(asked_length(asked, side, unit_of(request.user), f"The {side}") for side in ("width", "height")))
        if not (0 < size.width <= LARGEST_SHEET and 0 < size.height <= LARGEST_SHEET):
            raise refuse("stock-size", "Paper is more than nothing and at most 40 in long.", "width")
        services.add_stock(paper=paper, kind=StockKind(asked["kind"]), size=size, count=asked["count"])
        return Response(_told(request, _papers(request).get(pk=pk)), status=status.HTTP_201_CREATED)


class StockView(APIView):
    """Sheets or scraps of one size."""

    @extend_schema(
        operation_id="set_stock",
        request=StockCountSerializer,
        responses={200: StashPaperSerializer, 400: ErrorSerializer, 404: ErrorSerializer},
    )
    def patch(self, request: Request, pk: int, stock: int) -> Response:
        """Say how many there are."""
        paper = Paper.objects.visible_to(request.user).one(pk)
        row = PaperStock.objects.filter(paper=paper, pk=stock).first()
        if row is None:
            raise refuse("unknown-stock", "There is no such size of this paper.", "stock")
        given = asked_for(StockCountSerializer, request.data)
        services.set_count(stock=row, count=given["count"])
        return Response(_told(request, _papers(request).get(pk=pk)))


class PictureView(APIView):
    """A picture of one side of a paper."""

    def get_parsers(self) -> list[BaseParser]:
        """Pictures come as form data."""
        return [MultiPartParser()]

    @extend_schema(operation_id="paper_picture", responses={(200, "image/jpeg"): OpenApiTypes.BINARY})
    def get(self, request: Request, pk: int, side: str) -> HttpResponse:
        """Return it; its address changes with it. Pages go on showing what was put aside."""
        paper = Paper.objects.filter(owner=owner(request)).one(pk)
        asked = paper.pictures.filter(side=side)
        mark = request.query_params.get("mark", "")
        picture = asked.filter(mark=mark).first() if mark else asked.kept().first()
        if picture is None:
            raise Http404
        answer = HttpResponse(bytes(picture.jpeg), content_type="image/jpeg")
        answer["Cache-Control"] = "private, max-age=31536000, immutable"
        return answer

    @extend_schema(
        operation_id="add_paper_picture",
        request={"multipart/form-data": PictureSerializer},
        responses={200: StashPaperSerializer, 400: ErrorSerializer, 404: ErrorSerializer},
    )
    def post(self, request: Request, pk: int, side: str) -> Response:
        """Keep one, in place of the one there is."""
        paper = Paper.objects.visible_to(request.user).one(pk)
        if side not in SIDES:
            raise Http404
        file = request.FILES.get("file")
        if file is None or file.size is None or file.size > settings.PHOTO_MOST_BYTES:
            raise ApiError("no-file", "A picture of up to 30 MB is needed.")
        given = dict(request.data.items()) if isinstance(request.data, Mapping) else {}
        wide = asked_length(given, "wide", unit_of(request.user), "How much of the paper the picture shows")
        if not 0 < wide <= LARGEST_SHEET:
            raise refuse("picture-wide", "A picture shows more than nothing and at most 40 in of paper.", "wide")
        paper = services.add_picture(paper=paper, side=SideName(side), file=file, wide=wide)
        return Response(_told(request, paper))

    @extend_schema(operation_id="drop_paper_picture", responses={204: None, 404: ErrorSerializer})
    def delete(self, request: Request, pk: int, side: str) -> Response:
        """Put it aside."""
        paper = Paper.objects.visible_to(request.user).one(pk)
        if side in SIDES:
            services.drop_picture(paper=paper, side=SideName(side))
        return Response(status=status.HTTP_204_NO_CONTENT)


class ReadAgainView(APIView):
    """A side read from its picture once more."""

    @extend_schema(
        operation_id="read_side_again",
        request=LightSerializer,
        responses={200: StashPaperSerializer, 400: ErrorSerializer, 404: ErrorSerializer},
    )
    def post(self, request: Request, pk: int, side: str) -> Response:
        """Read colours, print and way up with the light put right; what was said by hand gives way."""
        paper = Paper.objects.visible_to(request.user).one(pk)
        if side not in SIDES:
            raise Http404
        light = asked_light(asked_for(LightSerializer, request.data))
        return Response(_told(request, services.read_side_again(paper=paper, side=SideName(side), light=light)))


class FoundScrapsView(APIView):
    """Scraps of a paper found in a photograph of them on a plain sheet."""

    parser_classes = [MultiPartParser]

    @extend_schema(
        operation_id="find_scraps",
        request={"multipart/form-data": SheetPhotoSerializer},
        responses={200: FoundScrapSerializer(many=True), 400: ErrorSerializer, 413: ErrorSerializer},
    )
    def post(self, request: Request) -> Response:
        """Find what lies on a plain sheet; nothing is kept yet."""
        unit = unit_of(request.user)
        return Response([found_scrap(thing, unit) for thing in things_in(request)])


class ScrapsView(APIView):
    """Scraps of any outline of one paper."""

    @extend_schema(
        operation_id="keep_scrap",
        request=KeepScrapSerializer,
        responses={201: StashPaperSerializer, 400: ErrorSerializer, 404: ErrorSerializer},
    )
    def post(self, request: Request, pk: int) -> Response:
        """Keep one that was found."""
        paper = Paper.objects.visible_to(request.user).one(pk)
        asked = asked_for(KeepScrapSerializer, request.data)
        box = Size(asked["across"], asked["down"])
        outline = [Part(across, down) for across, down in asked["outline"]]
        services.keep_scrap(paper=paper, box=box, outline=outline, picture=asked["picture"])
        return Response(_told(request, _papers(request).get(pk=pk)), status=status.HTTP_201_CREATED)


class ScrapPictureView(APIView):
    """How a scrap looks that was photographed."""

    @extend_schema(operation_id="scrap_picture", responses={(200, "image/webp"): bytes, 404: ErrorSerializer})
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Return it; it never changes."""
        row = ScrapPicture.objects.filter(paper__owner=owner(request), pk=pk).first()
        if row is None:
            raise Http404
        answer = HttpResponse(b64decode(row.picture), content_type="image/webp")
        answer["Cache-Control"] = "private, max-age=31536000, immutable"
        return answer
