"""One shape for everything that goes wrong: ``{code, detail, faults}``, never a stack trace."""

import errno
import logging
from collections.abc import Sequence
from typing import Any, Final

from django.core.exceptions import RequestDataTooBig, TooManyFieldsSent, TooManyFilesSent
from django.db import DatabaseError
from django.http import Http404, HttpRequest, HttpResponse, JsonResponse
from rest_framework import exceptions, status
from rest_framework.response import Response
from rest_framework.views import exception_handler

from inkquilt.errors import BadInput, CoreError, Fault, FitNotSound
from server.solving.pool import Died, NobodyWaits, Replaced, Stopped, TooMany, TooMuch

log = logging.getLogger(__name__)


class ApiError(exceptions.APIException):
    """Something the person at the other end can do something about. ``code`` is stable."""

    status_code: int = status.HTTP_400_BAD_REQUEST
    detail: exceptions.ErrorDetail

    def __init__(self, code: str, detail: str, http_status: int = 400, extra: dict[str, Any] | None = None) -> None:
        super().__init__(detail, code)
        self.status_code = http_status
        self.extra = extra or {}


#: What the solving processes say of a call that got no answer.
_OF_THE_POOL: Final[dict[type[Exception], tuple[int, str]]] = {
    TooMany: (429, "Much of yours is being worked out already. This comes when that is done."),
    Replaced: (409, "A newer move of this page took over."),
    NobodyWaits: (408, "Nobody waited for this any more."),
    TooMuch: (422, "Working that out took too long or too much memory, so it was ended. Nothing was changed."),
    Died: (500, "Working that out ended without an answer, twice. Nothing was changed."),
    Stopped: (503, "Ink Quilt is being stopped. Nothing was changed."),
}


class ToldMore(BadInput):
    """Bad input of which more can be told than faults: ``extra`` goes into the answer."""

    def __init__(self, faults: Sequence[Fault], extra: dict[str, Any]) -> None:
        super().__init__(faults)
        self.extra = extra


def answer_error(error: Exception, context: dict[str, Any]) -> Response | None:
    """Turn any error into the one shape. Unknown ones are logged and told without detail."""
    if isinstance(error, ApiError):
        return Response({"code": error.detail.code, "detail": str(error.detail), **error.extra}, error.status_code)
    if isinstance(error, TooMany):
        headers = {"Retry-After": str(error.seconds)}
        return Response({"code": error.code, "detail": _OF_THE_POOL[TooMany][1]}, 429, headers=headers)
    if type(error) in _OF_THE_POOL:
        answered, words = _OF_THE_POOL[type(error)]
        return Response({"code": getattr(error, "code", "error"), "detail": words}, answered)
    if isinstance(error, FitNotSound):
        log.error("a fit did not pass its check: %s", error.faults)
        return Response({"code": error.code, "detail": "This page could not be worked out safely."}, 500)
    if isinstance(error, BadInput):
        faults = [{"block": f.block, "code": f.code, "message": f.message} for f in error.faults]
        more = error.extra if isinstance(error, ToldMore) else {}
        return Response({"code": error.code, "detail": str(error), "faults": faults, **more}, 400)
    if isinstance(error, CoreError):
        return Response({"code": error.code, "detail": str(error)}, 400)
    if isinstance(error, OverflowError):
        return Response({"code": "number-too-large", "detail": "A number in this is far too large."}, 400)
    if isinstance(error, TooManyFilesSent | TooManyFieldsSent):
        return Response(
            {"code": "too-many", "detail": "That is too much for one form: send the files one by one."}, 400
        )
    disk = _of_the_disk(error)
    if disk is not None:
        return disk
    if isinstance(error, RequestDataTooBig):
        return Response({"code": "too-large", "detail": "That is larger than a sketch or page can be (2 MB)."}, 413)
    if isinstance(error, Http404):
        return Response({"code": "not-found", "detail": "There is nothing of yours at this address."}, 404)
    answer = exception_handler(error, context)
    if answer is not None:
        answer.data = _plain(error, answer.data)
        return answer
    log.exception("unexpected error", exc_info=error)
    return Response({"code": "server-error", "detail": "Something went wrong here. Nothing was changed."}, 500)


def _of_the_disk(error: Exception) -> Response | None:
    """Say what the disk or the database says no to."""
    said = str(error).lower()
    is_database = isinstance(error, DatabaseError)
    is_full = isinstance(error, OSError) and error.errno in (errno.ENOSPC, errno.EDQUOT)
    if is_full or (is_database and "full" in said):
        words = "The disk is full: nothing was changed. Make room, then try again."
        return Response({"code": "disk-full", "detail": words}, status.HTTP_507_INSUFFICIENT_STORAGE)
    if is_database and "locked" in said:
        words = "Something else is being written just now. Nothing was changed; try again in a moment."
        return Response({"code": "busy", "detail": words}, 503, headers={"Retry-After": "1"})
    if is_database and ("readonly" in said or "unable to open" in said or "malformed" in said or "i/o" in said):
        log.error("the database cannot be used: %s", error)
        words = "The folder Ink Quilt keeps its things in cannot be written or read. Nothing was changed."
        return Response({"code": "disk-broken", "detail": words}, status.HTTP_507_INSUFFICIENT_STORAGE)
    return None


def _plain(error: Exception, data: Any) -> dict[str, Any]:
    if isinstance(error, exceptions.ValidationError):
        faults = [
            {"block": field if field != "non_field_errors" else None, "code": "invalid", "message": str(message)}
            for field, messages in _by_field(data)
            for message in messages
        ]
        return {"code": "invalid", "detail": faults[0]["message"] if faults else "Invalid input.", "faults": faults}
    code = error.get_codes() if isinstance(error, exceptions.APIException) else "error"
    return {"code": code if isinstance(code, str) else "error", "detail": str(data.get("detail", "Not possible."))}


def _by_field(data: Any, where: str = "") -> list[tuple[str, list[str]]]:
    if isinstance(data, dict):
        return [row for key, value in data.items() for row in _by_field(value, f"{where}.{key}" if where else str(key))]
    if isinstance(data, list) and any(isinstance(item, dict) for item in data):
        return [row for item in data for row in _by_field(item, where)]
    return [(where, [str(item) for item in data] if isinstance(data, list) else [str(data)])]


def unknown_address(request: HttpRequest, exception: Exception | None = None) -> HttpResponse:
    """Answer for an address that is none."""
    return JsonResponse({"code": "not-found", "detail": "There is nothing at this address."}, status=404)


def server_error(request: HttpRequest) -> HttpResponse:
    """Answer when even the error handling failed."""
    return JsonResponse({"code": "server-error", "detail": "Something went wrong here."}, status=500)


def csrf_failure(request: HttpRequest, reason: str = "") -> HttpResponse:
    """Answer a write that did not come from the application's own pages."""
    detail = "This did not come from an open Ink Quilt window. Reload the page and try again."
    return JsonResponse({"code": "csrf", "detail": detail}, status=403)
