"""Sticking down: the steps of a page, and what can still be done about a piece that is stuck."""

from django.http import HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework import status
from rest_framework.parsers import BaseParser, MultiPartParser
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from inkquilt.assembly.guide import guide_of
from inkquilt.sketch.model import Size
from inkquilt_io.picture.values import MOST_BYTES
from server.common.asked import asked_for
from server.common.errors import ApiError
from server.common.files import FILE_ANSWERS, asked_sheet, download
from server.common.serializers import REFUSED, ErrorSerializer
from server.pages.services import laid_page
from server.solving.pool import solvers
from server.sticking.dry_fit import look_at_table
from server.sticking.models import TablePicture
from server.sticking.presenters import afterwards_answer, sticking_answer, table_picture_answer
from server.sticking.serializers import (
    AfterwardsSerializer,
    StickingSerializer,
    TablePhotographSerializer,
    TablePictureSerializer,
)
from server.sticking.services import assembly_on, thing_on


class StickingView(APIView):
    """How a page is put together. What is settled of it is changed as the page is (``stick-…``)."""

    @extend_schema(operation_id="sticking", responses={200: StickingSerializer, **REFUSED})
    def get(self, request: Request, pk: int) -> Response:
        """Return the steps in order, where each piece lies, where the glue goes, and how thick the page is."""
        page, document = laid_page(request.user, pk)
        return Response(sticking_answer(assembly_on(document), document, page.version))


class GuideView(APIView):
    """The placing guide, to be printed."""

    @extend_schema(
        operation_id="placing_guide",
        parameters=[OpenApiParameter("sheet", str, description="printer paper: letter or a4")],
        responses={**FILE_ANSWERS, **REFUSED},
    )
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Return it at true size, in tiles."""
        page, document = laid_page(request.user, pk)
        marks = guide_of(assembly_on(document))
        size = Size(document.page.width, document.page.height)
        content: bytes = solvers().run(
            "guide_pdf", page.name, size, document.unit, marks, asked_sheet(request)
        )  # fmt: skip
        return download(content, "application/pdf", page.name, "guide.pdf")


class AfterwardsView(APIView):
    """A piece that is stuck."""

    @extend_schema(operation_id="afterwards", responses={200: AfterwardsSerializer, **REFUSED})
    def get(self, request: Request, pk: int, thing: str) -> Response:
        """Return what can still be done about it."""
        _, document = laid_page(request.user, pk)
        assembly = assembly_on(document)
        return Response(afterwards_answer(assembly, thing_on(assembly, thing)))


class TablePicturesView(APIView):
    """Pictures of a page on the table."""

    def get_parsers(self) -> list[BaseParser]:
        """Photographs come as form data."""
        return [MultiPartParser()]

    @extend_schema(operation_id="table_pictures", responses={200: TablePictureSerializer(many=True), **REFUSED})
    def get(self, request: Request, pk: int) -> Response:
        """List them, the latest first."""
        page, document = laid_page(request.user, pk)
        assembly, rows = assembly_on(document), page.table_pictures.kept().defer("jpeg")
        return Response([table_picture_answer(row, assembly, document) for row in rows])

    @extend_schema(
        operation_id="look_at_table",
        request={"multipart/form-data": TablePhotographSerializer},
        responses={201: TablePictureSerializer, **REFUSED},
    )
    def post(self, request: Request, pk: int) -> Response:
        """Lay a photograph straight, compare it with the plan, and keep it."""
        if int(request.META.get("CONTENT_LENGTH") or 0) > MOST_BYTES:
            raise ApiError("too-large", "A photograph may have up to 40 MB.", 413)
        page, document = laid_page(request.user, pk)
        asked = asked_for(TablePhotographSerializer, request.data)
        row = look_at_table(page, document, asked["file"].read(), asked["kind"])
        return Response(table_picture_answer(row, assembly_on(document), document), status=status.HTTP_201_CREATED)


class TablePictureView(APIView):
    """One picture of a page on the table."""

    @extend_schema(operation_id="remove_table_picture", responses={204: None, 404: ErrorSerializer})
    def delete(self, request: Request, pk: int, picture: int) -> Response:
        """Put it aside."""
        TablePicture.objects.visible_to(request.user).filter(page_id=pk).one(picture).delete_softly()
        return Response(status=status.HTTP_204_NO_CONTENT)


class TableJpegView(APIView):
    """A picture of a page on the table as a picture."""

    @extend_schema(
        operation_id="table_jpeg", responses={(200, "image/jpeg"): OpenApiTypes.BINARY, 404: ErrorSerializer}
    )
    def get(self, request: Request, pk: int, picture: int) -> HttpResponse:
        """Return it; it never changes."""
        row = TablePicture.objects.visible_to(request.user).filter(page_id=pk).one(picture)
        answer = HttpResponse(bytes(row.jpeg), content_type="image/jpeg")
        answer["Cache-Control"] = "private, max-age=31536000, immutable"
        return answer
