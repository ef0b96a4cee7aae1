"""Cutting at the table: steps ticked off, a cut gone wrong, leftovers and used sheets in the stash.

A run keeps the plan it was started with. *Taking stock* settles what was done so far:
sheets cut into leave the stash, parts that are still paper come back as scraps, pieces
that are cut are counted, and the rest is planned anew. It can be undone.
"""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from typing import Any, Final

from django.db import transaction

from inkquilt.cutting import PaperPlan
from inkquilt.cutting.guillotine import Cut, CutSheet, Direction, Placed, Stock, StockKind
from inkquilt.cutting.pieces import InnerWork, numbers_in
from inkquilt.cutting.plan import middle_key, piece_of_middle
from inkquilt.cutting.progress import standing, steps_in
from inkquilt.lengths import Grains
from inkquilt.sketch.model import Size
from server.common.asked import refuse
from server.common.errors import ApiError
from server.cutting.models import CutDeed, CutRun
from server.cutting.presenters import table_answer
from server.cutting.services import ASSUMED, PagePlan, StockChange, plan_of
from server.pages.known import document_of
from server.pages.models import Page
from server.stash.models import Paper
from server.stash.services import change_stock

#: How long a plan for the table is looked for.
SECONDS: Final = 1.2


@dataclass(frozen=True, slots=True)
class Spoiled:
    """A part of a sheet that went wrong: which sheet, the part, and the sizes of what is left of it."""

    sheet: str
    part: str
    left: tuple[Size, ...]


@dataclass(frozen=True, slots=True)
class _Lying:
    """One sheet of the run in the core's values."""

    id: str
    paper: int | None
    sheet: CutSheet
    inner: Mapping[str, tuple[InnerWork, ...]]


def start(*, page: Page) -> CutRun:
    """Begin to cut a page, or go on where it was left."""
    known = CutRun.objects.filter(page=page).first()
    if known is not None:
        if known.page_version == page.version or known.ticks or known.made:
            return known
        known.delete()  # nothing was cut yet, and the page is another by now
    document = document_of(page)
    plan = plan_of(page.owner, document, SECONDS)
    if not any(one.sheets for one in plan.plans):
        raise ApiError("nothing-to-cut", "There is no paper on this page that can be cut.", 409)
    with transaction.atomic():
        run, _ = CutRun.objects.get_or_create(
            page=page, defaults={"page_version": page.version, "table": _table(page, plan)}
        )
    return run


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
        lying = _found(current, sheet)
        if not 0 <= done <= steps_in(lying.sheet, lying.inner):
            raise refuse("no-such-step", "There is no such step on this sheet.", "done")
        current.ticks = {**dict(current.ticks or {}), sheet: done}
        current.version += 1
        current.save(update_fields=["ticks", "version"])
    return current


def take_stock(*, run: CutRun, version: int, keep_above: Grains, spoiled: Spoiled | None = None) -> CutRun:
    """Settle what was done so far and plan the rest anew.

    Leftovers go to the stash when both their sides are at least ``keep_above``. Raises ``ApiError``.
    """
    if run.version != version:
        raise _moved_on()
    page = run.page
    document = document_of(page)
    made, changes = _settled(run, keep_above, spoiled)
    plan = plan_of(page.owner, document, SECONDS, made, changes)
    words = "what went wrong" if spoiled else "what was cut"
    with transaction.atomic():
        current = _locked(run, version)
        _apply(page.owner, changes)
        CutDeed.objects.create(
            run=current,
            words=words,
            before={name: getattr(current, name) for name in ("table", "ticks", "made", "page_version")},
            stash=[change.written() for change in changes],
        )
        current.made, current.ticks, current.table = made, {}, _table(page, plan)
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
        _apply(current.page.owner, [StockChange.read(row).reversed() for row in deed.stash])
        for name, value in deed.before.items():
            setattr(current, name, value)
        current.version += 1
        current.save()
        deed.delete()
    return current


def put_away(*, run: CutRun) -> None:
    """Take a page off the cutting table; the stash stays as it is."""
    run.delete()


def finished_numbers(run: CutRun) -> list[int]:
    """Return the numbers of the page's pieces of which nothing is left to cut."""
    done = set(run.made)
    for one in _lying(run.table):
        ticked = run.ticks.get(one.id, 0)
        if ticked:
            done |= standing(one.sheet, one.inner, ticked).finished
    shown = [piece["key"] for paper in run.table["shown"]["papers"] for piece in paper["pieces"]]
    waiting = {number for key in shown if key not in done for number in numbers_in(key)}
    return sorted({number for key in done for number in numbers_in(key)} - waiting)


# -- what was done ---------------------------------------------------------------------


def _settled(run: CutRun, keep_above: Grains, spoiled: Spoiled | None) -> tuple[dict[str, int], list[StockChange]]:
    """Return the pieces made, and how the stash changes."""
    made = dict(run.made)
    changes: list[StockChange] = []
    lying = list(_lying(run.table))
    ticks = dict(run.ticks or {})
    if spoiled is not None:
        _found(run, spoiled.sheet)
        ticks.setdefault(spoiled.sheet, 0)
    opened = [one for one in lying if ticks.get(one.id) or (spoiled and one.id == spoiled.sheet)]
    taken = {one.sheet.stock.key for one in opened}
    for one in opened:
        now = standing(one.sheet, one.inner, ticks[one.id])
        is_spoiled = spoiled is not None and spoiled.sheet == one.id
        lost = spoiled.part if is_spoiled and spoiled else None
        if lost is not None and lost not in now.rest and lost not in now.pieces.values():
            raise refuse("no-such-part", "There is no such part on this sheet now.", "part")
        spoiled_pieces = {key for key, part in now.pieces.items() if part == lost}
        # A piece that was still to be cut into is paper of its own size again: the plan takes it up from there.
        waiting = now.plain if one.paper is not None else {}
        made |= dict.fromkeys((key for key in now.pieces if key not in spoiled_pieces and key not in waiting), 1)
        if one.paper is None:
            continue
        stock = one.sheet.stock
        if piece_of_middle(stock) is None:
            changes.append(StockChange(one.paper, stock.kind, stock.size, -1))
        kept = [size for part, size in now.rest.items() if part != lost]
        kept += [
            size
            for key, sizes in now.middles.items()
            for place, size in enumerate(sizes)
            if middle_key(key, place) not in taken and key not in spoiled_pieces
        ]
        kept += list(spoiled.left) if is_spoiled and spoiled else []
        changes += [
            StockChange(one.paper, StockKind.SCRAP, size, 1)
            for size in kept
            if min(size.width, size.height) >= keep_above
        ]
        whole = [size for key, size in waiting.items() if key not in spoiled_pieces]
        changes += [StockChange(one.paper, StockKind.SCRAP, size, 1) for size in whole]
    return made, changes


def _apply(owner: Any, changes: Iterable[StockChange]) -> None:
    papers = Paper.objects.filter(owner=owner).in_bulk()
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


# -- the plan as it is kept ------------------------------------------------------------


def _table(page: Page, plan: PagePlan) -> dict[str, Any]:
    """Return the plan as the table shows it, and in grains as it is reckoned with."""
    shown = table_answer(document_of(page), page.version, plan)
    lying = [
        _written(f"{place}.{number}", group.paper.pk if group.paper else None, one, sheet)
        for place, (group, one) in enumerate(zip(plan.groups, plan.plans, strict=True))
        for number, sheet in enumerate(one.sheets)
    ]
    return {"shown": shown, "lying": lying}


def _written(key: str, paper: int | None, plan: PaperPlan, sheet: CutSheet) -> dict[str, Any]:
    inner = {}
    for placed in sheet.placed:
        work = plan.piece(placed.key).inner_work(placed.size)
        if work:
            inner[placed.key] = [[w.cuts, w.middle and [w.middle.width, w.middle.height]] for w in work]
    stock = sheet.stock
    return {
        "id": key,
        "paper": paper,
        "stock": {"key": stock.key, "kind": stock.kind.value, "size": [stock.size.width, stock.size.height]},
        "placed": [[p.key, p.x, p.y, p.size.width, p.size.height] for p in sheet.placed],
        "cuts": [[c.part, c.direction.value, c.at, c.part_size.width, c.part_size.height] for c in sheet.cuts],
        "inner": inner,
    }


def _lying(table: Mapping[str, Any]) -> Sequence[_Lying]:
    found = []
    for row in table["lying"]:
        stock = Stock(row["stock"]["key"], Size(*row["stock"]["size"]), StockKind(row["stock"]["kind"]), 1)
        sheet = CutSheet(
            stock,
            tuple(Placed(key, x, y, Size(width, height)) for key, x, y, width, height in row["placed"]),
            tuple(Cut(part, Direction(way), at, Size(w, h)) for part, way, at, w, h in row["cuts"]),
            (),
        )
        paper = None if stock.key == ASSUMED else row["paper"]
        found.append(_Lying(row["id"], paper, sheet, _inner(row)))
    return found


def _inner(row: Mapping[str, Any]) -> dict[str, tuple[InnerWork, ...]]:
    """Return the work on a sheet's pieces; runs begun earlier tell holes only, of four cuts each."""
    if "inner" not in row:
        return {key: (InnerWork(4, Size(*size)),) for key, size in row["openings"].items()}
    return {
        key: tuple(InnerWork(cuts, Size(*middle) if middle else None) for cuts, middle in work)
        for key, work in row["inner"].items()
    }


def _found(run: CutRun, sheet: str) -> _Lying:
    for one in _lying(run.table):
        if one.id == sheet:
            return one
    raise refuse("no-such-sheet", "There is no such sheet on the table.", "sheet")
