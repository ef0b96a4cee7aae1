"""Working out fits for pages, and remembering them."""

from contextlib import suppress
from typing import Any

from django.db import IntegrityError, transaction

from inkquilt.fit import Fit, Way, fit
from inkquilt.fit.explain import gist_of
from inkquilt.fit.solve import USUAL_WAYS, is_possible
from inkquilt.fit.waysout import WayOut, ways_out
from inkquilt.fit.writing import write_fit
from server.pages.document import PageDocument
from server.pages.models import Page, WorkedOutFit


def way_key(way: Way) -> str:
    """Return a way as one word."""
    return f"{way.school.value}/{way.turn}/{'mirrored' if way.mirrored else 'plain'}"


def written_fit(result: Fit, document: PageDocument) -> dict[str, Any]:
    """Return a fit as it is kept: the core's JSON, its name and gist."""
    gist = gist_of(result)
    return {**write_fit(result, document.unit), "title": gist.title, "gist": gist.words}


def fit_of(page: Page, document: PageDocument, way: Way) -> dict[str, Any]:
    """Return the fit of a page in one way, from memory or worked out now.

    The solve runs outside of any transaction; two that race write the same row once.
    """
    terms, key = document.terms, way_key(way)
    known = WorkedOutFit.objects.filter(page=page, terms=terms, way=key).first()
    if known is not None:
        return known.document
    worked_out = written_fit(fit(document.request, way), document)
    with suppress(IntegrityError), transaction.atomic():  # the page may be gone for good by now
        WorkedOutFit.objects.get_or_create(page=page, terms=terms, way=key, defaults={"document": worked_out})
    return worked_out


def first_that_fits(document: PageDocument) -> tuple[Way, dict[str, Any]]:
    """Return the document's own way if it fits, else the first usual one that does, else its own with its clash."""
    own = written_fit(fit(document.request, document.way), document)
    if own["blocks"]:
        return document.way, own
    for way in USUAL_WAYS:
        if way != document.way and is_possible(document.request, way):
            return way, written_fit(fit(document.request, way), document)
    return document.way, own


def way_out_list(document: PageDocument) -> list[WayOut]:
    """Return what would make an impossible page possible; none when it is possible already."""
    result = fit(document.request, document.way)
    return [] if result.found else ways_out(document.request, document.way, result.clash)
