"""Answers made smaller on the way: text only, for pictures and zips are packed already."""

from django.http import HttpRequest
from django.http.response import HttpResponseBase
from django.middleware.gzip import GZipMiddleware

_TEXT = ("application/json", "text/", "image/svg+xml")


class CompressedText(GZipMiddleware):
    """Django's own compression (with its guard against BREACH), for answers that are text."""

    def process_response(self, request: HttpRequest, response: HttpResponseBase) -> HttpResponseBase:
        """Compress what gains by it."""
        if response.headers.get("Content-Type", "").startswith(_TEXT):
            return super().process_response(request, response)
        return response
