"""Working out fits for pages, and remembering them. Every solve happens in a process of its own."""

import hashlib
from contextlib import suppress
from dataclasses import replace
from typing import Any

from django.db import IntegrityError, transaction

from inkquilt.errors import BadInput, Fault
from inkquilt.fit import Fit, Status, Way
from inkquilt.fit.explain import gist_of
from inkquilt.fit.request import Budget
from inkquilt.fit.writing import write_fit
from server.pages.document import PageDocument
from server.pages.models import Page, WorkedOutFit
from server.solving.pool import solvers

#: While a hand waits: about 0.3 s of solving on a small machine. What is not proven by then is shown as it is.
LIVE_BUDGET = Budget(deterministic_time=0.06)


class PinsClash(BadInput):
    """What was pinned cannot hold together with the rest; the page stays as it is."""

    code = "pins-clash"


def way_key(way: Way) -> str:
    """Return a way as one word."""
    held = f"{way.turn}/{'mirrored' if way.mirrored else 'plain'}"
    return f"{way.school.value}/{way.variant.value or '-'}/{held}/{_short(way.plan)}"


def _short(plan: str) -> str:
    """Return a plan as a word that a key has room for."""
    return hashlib.sha256(plan.encode()).hexdigest()[:12] if plan else "-"


def written_fit(result: Fit, document: PageDocument) -> dict[str, Any]:
    """Return a fit as it is kept: the core's JSON, its name and gist."""
    gist = gist_of(result)
    return {**write_fit(result, document.unit), "title": gist.title, "gist": gist.words}


def fit_of(page: Page, document: PageDocument, way: Way, reasons: bool = False) -> dict[str, Any]:
    """Return the fit of a page in one way, from memory or worked out now.

    With ``reasons`` everything it lost is explained. The solve runs outside of any
    transaction; two that race write the same row once.
    """
    terms, key = document.terms, way_key(way) + ("/why" if reasons else "")
    known = WorkedOutFit.objects.filter(page=page, terms=terms, way=key).first()
    if known is not None:
        return known.document
    result = solvers().run("fit", document.request, way)
    if reasons:
        result = solvers().run("with_reasons", document.request, result)
    worked_out = written_fit(result, document)
    with suppress(IntegrityError), transaction.atomic():  # the page may be gone for good by now
        WorkedOutFit.objects.get_or_create(page=page, terms=terms, way=key, defaults={"document": worked_out})
    return worked_out


def ways_of(page: Page, document: PageDocument) -> list[dict[str, Any]]:
    """Return the ways to fit a page, from memory or worked out now: for the way its sketch is held, the best first."""
    turn, mirrored = document.way.turn, document.way.mirrored
    if document.way.plan and turn % 180:  # chosen among the ways of the upright sketch
        turn = (turn - 90) % 360
    terms, key = document.terms, f"ways/{turn}/{'mirrored' if mirrored else 'plain'}"
    known = WorkedOutFit.objects.filter(page=page, terms=terms, way=key).first()
    if known is not None:
        return list(known.document["ways"])
    found = solvers().run("all_ways", document.request, turn, mirrored)
    ways = [written_fit(result, document) for result in found]
    with suppress(IntegrityError), transaction.atomic():
        WorkedOutFit.objects.get_or_create(page=page, terms=terms, way=key, defaults={"document": {"ways": ways}})
    return ways


def first_that_fits(document: PageDocument) -> tuple[Way, dict[str, Any]]:
    """Return the document's own way if it is still the design, else the nearest that is, else its own."""
    own: Fit = solvers().run("fit", document.request, document.way)
    if own.found and not own.missed and not own.aside:
        return own.way, written_fit(own, document)
    found = solvers().run("all_ways", document.request, document.way.turn, document.way.mirrored)
    best = next((result for result in found if not result.missed), own if own.found else next(iter(found), own))
    return best.way, written_fit(best, document)


def refitted(page: Page, document: PageDocument, budget: Budget = LIVE_BUDGET) -> dict[str, Any]:
    """Return the page as it lies, fitted again round its pins with as little change as possible.

    The newest solve of a page replaces an older one (``Replaced``). Raises
    ``PinsClash`` with the sum when the pins cannot hold.
    """
    request = replace(document.refit_request, budget=budget)
    result: Fit = solvers().run("fit", request, document.way, live=page.pk)
    if result.status is Status.UNKNOWN:
        request = document.refit_request
        result = solvers().run("fit", request, document.way, live=page.pk)
    if not result.found:
        raise PinsClash(_why_not(result))
    return written_fit(result, document)


def _why_not(result: Fit) -> list[Fault]:
    clash = result.clash
    if clash is None:
        return [Fault(None, "pins-clash", "There was no page to be found like that in the time.")]
    said = clash.sum[:1].upper() + clash.sum[1:] if clash.sum else "These cannot all hold together"
    faults = [Fault(None, "pins-clash", f"{said}.")]
    return faults + [Fault(demand.blocks[0], "demand", demand.demand) for demand in clash.demands]


def way_out_list(document: PageDocument) -> list[Any]:
    """Return what would make an impossible page possible; none when it is possible already."""
    result = solvers().run("fit", document.request, document.way)
    return [] if result.found else solvers().run("ways_out", document.request, document.way, result.clash)


def proposal_list(document: PageDocument) -> list[Any]:
    """Return what could be merged, split, dropped or left to a card."""
    found: list[Any] = solvers().run("proposals", document.request, document.way)
    return found
