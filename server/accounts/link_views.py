"""The address of a one-use link."""

from django.http import HttpRequest, HttpResponse, HttpResponseRedirect
from django.utils.html import format_html
from django.views.decorators.cache import never_cache

from server.accounts.links import use_link


@never_cache
def table_link(request: HttpRequest, secret: str) -> HttpResponse:
    """Sign in and go to the shelf; a link that is used or too old says so."""
    if request.method == "GET" and use_link(request, secret):
        return HttpResponseRedirect("/")
    words = "This link was used already or is too old. Start “make table” again, or sign in with your password."
    return HttpResponse(
        format_html('<!doctype html><title>Ink Quilt</title><p>{}</p><p><a href="/">Sign in</a></p>', words), status=403
    )
