"""Cutting at the table: the plan a page is cut by, its ticks, taking stock and undoing that, in the database.

A run keeps the plan it was started with. What comes of its steps is the core's (``inkquilt.cutting.table``).
"""

from collections.abc import Iterable
from typing import Any, Final

from django.db import transaction

from inkquilt.composition.wishes import cutting_terms
from inkquilt.cutting import table
from inkquilt.cutting.table import Spoiled, StockChange, TableSheet
from inkquilt.lengths import Grains
from server.common.errors import ApiError
from server.cutting.models import CutDeed, CutRun
from server.cutting.presenters import table_answer
from server.cutting.services import PagePlan, plan_of, plan_of_rest
from server.pages.known import document_of
from server.pages.models import Page
from server.stash.models import Paper
from server.stash.services import change_stock

#: How long a plan for the table is looked for.
SECONDS: Final = 1.2


def start(*, page: Page) -> CutRun:
    """Begin to cut a page, or go on where it was left."""
    known = CutRun.objects.filter(page=page).select_related("page").first()
    if known is not None:
        if not is_stale(known) or known.ticks or known.made:
            return known
        known.delete()  # nothing was cut yet, and the page is another by now
    document = document_of(page)
    plan = plan_of(page.owner, document, SECONDS)
    if not any(one.sheets for one in plan.plans):
        raise ApiError("nothing-to-cut", "There is no paper on this page that can be cut.", 409)
    with transaction.atomic():
        run, _ = CutRun.objects.get_or_create(
            page=page, defaults={"page_version": page.version, "table": _kept(page, plan)}
        )
    return run


def is_stale(run: CutRun) -> bool:
    """Tell whether what is to be cut for the page is another by now than what the run was planned for."""
    if run.page_version == run.page.version:
        return False
    terms = run.table.get("terms")  # runs that were begun before terms were kept go by the version alone
    return terms is None or terms != cutting_terms(document_of(run.page))


def run_of(page: Page) -> CutRun:
    """Return the page's run. Raises ``ApiError`` when it is not being cut."""
    run = CutRun.objects.filter(page=page).first()
    if run is None:
        raise ApiError("not-cutting", "This page is not on the cutting table.", 404)
    return run


def tick(*, run: CutRun, version: int, sheet: str, done: int) -> CutRun:
    """Say how many steps of a sheet are done. Raises ``ApiError`` when the run moved on elsewhere."""
    with transaction.atomic():
        current = _locked(run, version)
        current.ticks = table.ticked(sheets_of(current), current.ticks or {}, sheet, done)
        current.version += 1
        current.save(update_fields=["ticks", "version"])
    return current


def take_stock(*, run: CutRun, version: int, keep_above: Grains, spoiled: Spoiled | None = None) -> CutRun:
    """Settle what was done so far, or the sheet on which a part went wrong, and plan the rest anew.

    Leftovers go to the stash when both their sides are at least ``keep_above``. Raises ``ApiError``.
    """
    if run.version != version:
        raise _moved_on()
    page = run.page
    document = document_of(page)
    lying = sheets_of(run)
    taken = table.take_stock(lying, run.ticks or {}, run.made, keep_above, spoiled, all_sheets=is_stale(run))
    plan = plan_of_rest(page.owner, document, SECONDS, taken, lying)
    words = "what went wrong" if spoiled else "what was cut"
    with transaction.atomic():
        current = _locked(run, version)
        _apply(page.owner, taken.changes)
        CutDeed.objects.create(
            run=current,
            words=words,
            before={name: getattr(current, name) for name in ("table", "ticks", "made", "page_version")},
            stash=[table.write_change(change) for change in taken.changes],
        )
        stay = {one.key for one in taken.staying}
        current.ticks = {key: done for key, done in (run.ticks or {}).items() if key in stay}
        current.made, current.table = dict(taken.made), _kept(page, plan)
        current.page_version = page.version
        current.version += 1
        current.save()
    return current


def undo(*, run: CutRun, version: int) -> CutRun:
    """Undo the last taking of stock: the table and the stash are as they were."""
    with transaction.atomic():
        current = _locked(run, version)
        deed = current.deeds.last()
        if deed is None:
            raise ApiError("nothing-to-undo", "There is nothing to undo.", 409)
        _apply(current.page.owner, [table.read_change(row).reversed() for row in deed.stash])
        for name, value in deed.before.items():
            setattr(current, name, value)
        current.version += 1
        current.save()
        deed.delete()
    return current


def put_away(*, run: CutRun) -> None:
    """Take a page off the cutting table; the stash stays as it is."""
    run.delete()


def sheets_of(run: CutRun) -> tuple[TableSheet, ...]:
    """Return the sheets on the table."""
    return tuple(table.read_sheet(row) for row in run.table["lying"])


def finished_numbers(run: CutRun) -> list[int]:
    """Return the numbers of the page's pieces of which nothing is left to cut."""
    keys = [piece["key"] for paper in run.table["shown"]["papers"] for piece in paper["pieces"]]
    return list(table.finished_numbers(sheets_of(run), run.ticks or {}, run.made, keys))


def _apply(owner: Any, changes: Iterable[StockChange]) -> None:
    papers: dict[int, Paper] = Paper.objects.filter(owner=owner).in_bulk()
    for change in changes:
        if change.paper in papers:
            change_stock(papers[change.paper], change.kind, change.size, change.count)


def _locked(run: CutRun, version: int) -> CutRun:
    current = CutRun.objects.select_related("page__owner").get(pk=run.pk)
    if current.version != version:
        raise _moved_on()
    return current


def _moved_on() -> ApiError:
    return ApiError("moved-on", "The cutting went on elsewhere. This is how it stands now.", 409)


def _kept(page: Page, plan: PagePlan) -> dict[str, Any]:
    """Return the plan as the table shows it, and in grains as it is reckoned with."""
    papers = [group.paper.pk if group.paper else None for group in plan.groups]
    sheets = table.table_sheets(plan.plans, papers, plan.keys)
    document = document_of(page)
    shown = table_answer(document, page.version, plan)
    return {"shown": shown, "lying": [table.write_sheet(one) for one in sheets], "terms": cutting_terms(document)}
