"""Files as downloads: named after what they are of, on the printer paper that was asked for."""

import re
from typing import Any, Final

from django.http import HttpResponse
from drf_spectacular.types import OpenApiTypes
from rest_framework.request import Request

from inkquilt_io.print_values import SheetSize
from server.common.errors import ApiError

#: What a file can be, for the schema.
FILE_ANSWERS: Final[dict[Any, Any]] = {
    (200, kind): OpenApiTypes.BINARY
    for kind in ("application/pdf", "image/svg+xml", "text/csv", "image/vnd.dxf", "application/zip")
} | {(200, "application/json"): OpenApiTypes.OBJECT}


def asked_sheet(request: Request) -> SheetSize:
    """Return the printer paper asked for, letter if none is."""
    wanted = request.query_params.get("sheet", "letter").upper()
    if wanted not in SheetSize.__members__:
        raise ApiError("unknown-sheet", "Printer paper is letter or a4.")
    return SheetSize[wanted]


def download(content: bytes, kind: str, title: str, name: str) -> HttpResponse:
    """Return a file to keep, named after what it is of."""
    answer = HttpResponse(content, content_type=kind)
    stem = file_stem(title, "page")
    what, suffix = name.split(".", 1)
    ending = "" if what in ("page", "sketch") else f"-{what}"
    answer["Content-Disposition"] = f'attachment; filename="{stem}{ending}.{suffix}"'
    return answer


def file_stem(title: str, otherwise: str) -> str:
    """Return how files of something are called, in letters every machine takes; ``otherwise`` where none is left."""
    return re.sub(r"[^A-Za-z0-9]+", "-", title).strip("-").lower() or otherwise
