"""Pages and sketches as files to keep, print or cut from."""

import json
from collections.abc import Callable
from typing import Any, Final

from django.http import HttpResponse
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.request import Request
from rest_framework.views import APIView

from inkquilt.composition.cut_list import cut_list
from inkquilt.composition.document import PageDocument
from inkquilt.composition.wishes import wishes_on
from inkquilt.cutting import pieces_to_cut
from inkquilt.measuring import MeasureFrom
from inkquilt.sketch.writing import write_sketch
from inkquilt_io.painting.page import PictureKind
from inkquilt_io.svg import page_svg
from inkquilt_io.table import pieces_csv
from server.common.errors import ApiError
from server.common.files import FILE_ANSWERS, asked_sheet, download
from server.common.serializers import ErrorSerializer
from server.exchange.services import drawn_sketch, measures_of_page, measures_of_sketch
from server.pages.drawn import fitted_page, painted_page, printed_stories
from server.pages.models import Page
from server.pages.services import laid_page, sketch_of
from server.sketches.models import Sketch
from server.sketches.services import core_sketch
from server.solving.pool import solvers

COUNTED: Final = {
    MeasureFrom.LEFT_TOP: "from the left and the top",
    MeasureFrom.NEAREST: "from the nearest edge",
    MeasureFrom.CENTRE: "from the centre lines",
}


def counted_from(request: Request) -> MeasureFrom:
    """Return where distances are counted from, as asked."""
    try:
        return MeasureFrom(request.query_params.get("counted") or MeasureFrom.LEFT_TOP.value)
    except ValueError as error:
        known = ", ".join(one.value for one in MeasureFrom)
        raise ApiError("unknown-count", f"Distances are counted {known}.") from error


def _made(task: str, *args: Any) -> bytes:
    """Make a file in a process of its own: pictures take a second or two."""
    content: bytes = solvers().run(task, *args)
    return content


def _pdf(page: Page, document: PageDocument, request: Request) -> bytes:
    return _made("page_pdf", fitted_page(page, document), asked_sheet(request))


def _svg(page: Page, document: PageDocument, request: Request) -> bytes:
    return page_svg(fitted_page(page, document))


def _csv(page: Page, document: PageDocument, request: Request) -> bytes:
    pieces = cut_list(document)
    return pieces_csv(pieces, pieces_to_cut(pieces, wishes_on(document, pieces).wishes), document.unit)


def _json(page: Page, document: PageDocument, request: Request) -> bytes:
    """A fitted page is itself a sketch, so that it can be loaded and fitted on."""
    return json.dumps(write_sketch(sketch_of(page, document)), ensure_ascii=False, indent=1).encode()


def _measures(page: Page, document: PageDocument, request: Request) -> bytes:
    counted = counted_from(request)
    rows = measures_of_page(document, counted)
    return _made("measure_pdf", fitted_page(page, document), rows, COUNTED[counted], asked_sheet(request))


def _words(page: Page, document: PageDocument, request: Request) -> bytes:
    if not document.stories:
        raise ApiError("no-words", "There are no words on this page yet. Write a story on it first.", 409)
    return _made("words_pdf", page.name, printed_stories(document), asked_sheet(request))


def _placing(page: Page, document: PageDocument, request: Request) -> bytes:
    if not document.accents:
        raise ApiError("no-pieces", "There are no embellishments on this page yet.", 409)
    return _made("placing_pdf", fitted_page(page, document), asked_sheet(request))


def _picture(page: Page, document: PageDocument, request: Request) -> bytes:
    """A picture to share, so many pixels long on its longer side."""
    longest = request.query_params.get("pixels") or str(_USUAL_PIXELS)
    if not longest.isdecimal() or not _LEAST_PIXELS <= int(longest) <= _MOST_PIXELS:
        raise ApiError("pixels", f"A picture is {_LEAST_PIXELS} to {_MOST_PIXELS} pixels long.")
    kind = PictureKind(request.path.rsplit(".", 1)[-1])
    return _made("page_picture", painted_page(page, document), kind, int(longest))


_LEAST_PIXELS: Final = 200
_MOST_PIXELS: Final = 4800
_USUAL_PIXELS: Final = 1800
_FILES: Final[dict[str, tuple[str, Callable[[Page, PageDocument, Request], bytes]]]] = {
    "page.pdf": ("application/pdf", _pdf),
    "page.png": ("image/png", _picture),
    "page.jpg": ("image/jpeg", _picture),
    "page.svg": ("image/svg+xml", _svg),
    "pieces.csv": ("text/csv; charset=utf-8", _csv),
    "page.quilt.json": ("application/json", _json),
    "placing.pdf": ("application/pdf", _placing),
    "words.pdf": ("application/pdf", _words),
    "measures.pdf": ("application/pdf", _measures),
}
_PARAMETERS: Final = [
    OpenApiParameter("sheet", str, description="printer paper of a PDF: letter or a4"),
    OpenApiParameter("pixels", int, description="how long the longer side of a picture is"),
    OpenApiParameter("counted", str, description="where measures are counted from: left-top, nearest or centre"),
]


class FileView(APIView):
    """A page as a file to keep or print."""

    @extend_schema(
        operation_id="page_file",
        parameters=_PARAMETERS,
        responses={**FILE_ANSWERS, 404: ErrorSerializer, 409: ErrorSerializer},
    )
    def get(self, request: Request, pk: int, name: str) -> HttpResponse:
        """Return the file as a download."""
        page, document = laid_page(request.user, pk)
        kind, make = _FILES[name]
        return download(make(page, document, request), kind, page.name, name)


def _sketch_svg(row: Sketch, request: Request) -> bytes:
    return page_svg(drawn_sketch(row))


def _sketch_json(row: Sketch, request: Request) -> bytes:
    return json.dumps(write_sketch(core_sketch(row)), ensure_ascii=False, indent=1).encode()


def _sketch_measures(row: Sketch, request: Request) -> bytes:
    counted = counted_from(request)
    return _made(
        "measure_pdf", drawn_sketch(row), measures_of_sketch(row, counted), COUNTED[counted], asked_sheet(request)
    )


_SKETCH_FILES: Final[dict[str, tuple[str, Callable[[Sketch, Request], bytes]]]] = {
    "sketch.svg": ("image/svg+xml", _sketch_svg),
    "sketch.quilt.json": ("application/json", _sketch_json),
    "measures.pdf": ("application/pdf", _sketch_measures),
}


class SketchFileView(APIView):
    """A sketch as a file: a drawing, its data, or its measure card."""

    @extend_schema(
        operation_id="sketch_file",
        parameters=_PARAMETERS,
        responses={**FILE_ANSWERS, 404: ErrorSerializer},
    )
    def get(self, request: Request, pk: int, name: str) -> HttpResponse:
        """Return the file as a download."""
        row = Sketch.objects.visible_to(request.user).one(pk)
        kind, make = _SKETCH_FILES[name]
        return download(make(row, request), kind, row.name, name)
