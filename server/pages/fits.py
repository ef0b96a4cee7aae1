"""Working out fits for pages, and remembering them. Every solve happens in a process of its own."""

import hashlib
import logging
from contextlib import suppress
from dataclasses import dataclass, replace
from typing import Any

from django.db import IntegrityError, transaction

from inkquilt.composition.changes.by_hand import PinPiece
from inkquilt.composition.document import PageDocument
from inkquilt.composition.laid import LaidFit, laid_fit
from inkquilt.composition.stored import read_laid, write_laid
from inkquilt.errors import Fault
from inkquilt.fit import Fit, Status, Way
from inkquilt.fit.explain import size_text_of
from inkquilt.fit.request import Budget
from inkquilt.lengths import format_length, with_unit
from inkquilt.sketch.model import Size
from server.common.drawing import board
from server.common.errors import ToldMore
from server.pages.change_serializers import written_change
from server.pages.demands import clash_answers
from server.pages.models import Page, WorkedOutFit
from server.solving.pool import solvers

log = logging.getLogger(__name__)
#: While a hand waits: about 0.3 s of solving on a small machine. What is not proven by then is shown as it is.
LIVE_BUDGET = Budget(deterministic_time=0.06)

#: So many fits and lists of ways are remembered for a page.
MOST_REMEMBERED = 40


class PinsClash(ToldMore):
    """What was pinned cannot hold together with the rest; the page stays as it is."""

    code = "pins-clash"


def way_key(way: Way) -> str:
    """Return a way as one word."""
    held = f"{way.turn}/{'mirrored' if way.mirrored else 'plain'}"
    return f"{way.school.value}/{way.variant.value or '-'}/{held}/{_short(way.plan)}"


def _short(plan: str) -> str:
    """Return a plan as a word that a key has room for."""
    return hashlib.sha256(plan.encode()).hexdigest()[:12] if plan else "-"


def fit_of(page: Page, document: PageDocument, way: Way, reasons: bool = False) -> LaidFit:
    """Return the fit of a page in one way, from memory or worked out now.

    With ``reasons`` everything it lost is explained. The solve runs outside of any
    transaction; two that race write the same row once.
    """
    terms, key = document.terms, way_key(way) + ("/why" if reasons else "")
    known = WorkedOutFit.objects.filter(page=page, terms=terms, way=key).first()
    if known is not None:
        return read_laid(known.document)
    result = solvers().run("fit", document.request, way)
    if reasons:
        result = solvers().run("with_reasons", document.request, result)
    worked_out = laid_fit(result)
    _remember(page, terms, key, write_laid(worked_out))
    return worked_out


def _remember(page: Page, terms: str, key: str, document: dict[str, Any]) -> None:
    """Keep what was worked out, and forget what was worked out longest ago: it is solved again if it is wanted."""
    with suppress(IntegrityError), transaction.atomic():  # the page may be gone for good by now
        WorkedOutFit.objects.get_or_create(page=page, terms=terms, way=key, defaults={"document": document})
        older = WorkedOutFit.objects.filter(page=page).order_by("-pk").values_list("pk", flat=True)[MOST_REMEMBERED:]
        WorkedOutFit.objects.filter(pk__in=list(older)).delete()


def ways_of(page: Page, document: PageDocument) -> list[LaidFit]:
    """Return the ways to fit a page, from memory or worked out now: for the way its sketch is held, the best first."""
    turn, mirrored = _held(document)
    known = WorkedOutFit.objects.filter(page=page, terms=document.terms, way=_ways_key(document)).first()
    if known is not None:
        return [read_laid(way) for way in known.document["ways"]]
    found = solvers().run("all_ways", document.request, turn, mirrored)
    return remember_ways(page, document, tuple(found))


def remember_ways(page: Page, document: PageDocument, found: tuple[Fit, ...]) -> list[LaidFit]:
    """Keep the ways that were worked out for a page, so that looking at them costs nothing; returns them as kept."""
    ways = [laid_fit(result) for result in found]
    kept = {"ways": [write_laid(way) for way in ways]}
    _remember(page, document.terms, _ways_key(document), kept)
    return ways


def _held(document: PageDocument) -> tuple[int, bool]:
    """Return how the sketch is held for the ways of a page."""
    turn, mirrored = document.way.turn, document.way.mirrored
    if document.way.plan and turn % 180:  # chosen among the ways of the upright sketch
        turn = (turn - 90) % 360
    return turn, mirrored


def _ways_key(document: PageDocument) -> str:
    turn, mirrored = _held(document)
    return f"ways/{turn}/{'mirrored' if mirrored else 'plain'}"


@dataclass(frozen=True, slots=True)
class FirstFit:
    """The page that is shown first, and all ways where they had to be worked out for it."""

    document: PageDocument
    ways: tuple[Fit, ...] = ()

    def remember(self, page: Page) -> None:
        """Keep the ways that were worked out along with it."""
        if self.ways:
            remember_ways(page, self.document, self.ways)


def first_that_fits(document: PageDocument) -> FirstFit:
    """Return the document in its own way if that is still the design, else in the nearest that is, else in its own."""
    best, found = solvers().run("first_ways", document.request, document.way)
    in_it = replace(document, way=best.way, fit=laid_fit(best))
    same = _ways_key(in_it) == _ways_key(document)
    return FirstFit(in_it, found if same else ())


def refitted(
    page: Page, document: PageDocument, budget: Budget = LIVE_BUDGET, asked: PinPiece | None = None
) -> LaidFit:  # fmt: skip
    """Return the page as it lies, fitted again round its pins with as little change as possible.

    The newest solve of a page replaces an older one (``Replaced``). Raises
    ``PinsClash`` with the sum when the pins cannot hold; ``asked`` is the hand's change,
    so that each demand can be given up for it.
    """
    request = replace(document.refit_request, budget=budget)
    result: Fit = solvers().run("fit", request, document.way, live=page.pk)
    if result.refused:
        log.error("a page was dropped by its check: %s", "; ".join(result.refused))
    if result.status is Status.UNKNOWN:
        request = document.refit_request
        result = solvers().run("fit", request, document.way, live=page.pk)
    if not result.found:
        raise PinsClash(_why_not(result), {"demands": clash_answers(result.clash, document, asked)})
    return laid_fit(result)


def _why_not(result: Fit) -> list[Fault]:
    clash = result.clash
    if clash is None:
        return [Fault(None, "pins-clash", "There was no page to be found like that in the time.")]
    said = clash.sum[:1].upper() + clash.sum[1:] if clash.sum else "These cannot all hold together"
    faults = [Fault(None, "pins-clash", f"{said}.")]
    return faults + [Fault(demand.blocks[0], "demand", demand.demand) for demand in clash.demands]


def nearest_answer(document: PageDocument, before: PageDocument, block_id: str) -> dict[str, Any] | None:
    """Return how near a piece can come to where it was wanted: the page, and the change that does it; or None."""
    request = replace(document.refit_request, budget=LIVE_BUDGET)
    found: Fit | None = solvers().run("nearest", request, document.way, before.pins)
    if found is None:
        return None
    unit, page = document.unit, document.page
    now = next(block for block in found.blocks if block.id == block_id)
    was = next(block for block in before.blocks if block.id == block_id)
    sides = {"left": (now.x, was.x), "top": (now.y, was.y)}
    lengths = {"width": (now.width, was.width), "height": (now.height, was.height)}
    changed: dict[str, Any] = {
        name: format_length(here, unit) for name, (here, there) in (sides | lengths).items() if here != there
    }
    words = [f"{with_unit(now.x, unit)} from the left"] * ("left" in changed)
    words += [f"{with_unit(now.y, unit)} from the top"] * ("top" in changed)
    words += [f"{size_text_of(now.size, unit)} {unit.value}"] * (now.size != was.size)
    if now.size != was.size:
        changed |= {name: format_length(here, unit) for name, (here, _) in lengths.items()}
    return {
        "words": ", ".join(words),
        "board": board(Size(page.width, page.height), unit, found.blocks, page.fold),
        "change": written_change(replace(PinPiece(block=block_id), **changed)),
    }


def way_out_list(document: PageDocument) -> list[Any]:
    """Return what would make an impossible page possible; none when it is possible already."""
    result = solvers().run("fit", document.request, document.way)
    return [] if result.found else solvers().run("ways_out", document.request, document.way, result.clash)


def proposal_list(document: PageDocument) -> list[Any]:
    """Return what could be merged, split, dropped or left to a card."""
    found: list[Any] = solvers().run("proposals", document.request, document.way)
    return found
