"""What can be done with pages: make, change, undo, redo.

Solving comes first and outside of any transaction; the write is short, checks the
version it was based on, and makes a revision.
"""

from collections.abc import Iterable
from dataclasses import replace
from typing import Any

from django.db import transaction
from django.db.models import F

from inkquilt.fit import School, Way, bounds
from inkquilt.fit.request import Budget
from inkquilt.page import Page as CorePage
from inkquilt.page import Side
from server.pages.changes import apply_change
from server.pages.document import PageDocument
from server.pages.fits import first_that_fits, fit_of, refitted
from server.pages.models import Page, Revision
from server.photos.models import Photo
from server.sketches.models import Sketch
from server.sketches.services import core_sketch

#: Changes that leave every block where it is.
KEEPS_FIT = frozenset({"photo", "title", "sheet", "unpin"})
#: Changes after which the page as it lies is fitted again with as little change as possible.
REFITS = frozenset({"pin"})


class StalePage(Exception):
    """The page was changed elsewhere since the version a write is based on."""

    def __init__(self, page: Page) -> None:
        super().__init__(f"page {page.pk} is at version {page.version}")
        self.page = page


def document_of(page: Page) -> PageDocument:
    """Return the current state of a page."""
    return PageDocument.read(Revision.objects.get(page=page, number=page.head).document)


def documents_of(pages: Iterable[Page]) -> dict[int, PageDocument]:
    """Return the current states of many pages in one query, by page."""
    current = Revision.objects.filter(page__in=list(pages), number=F("page__head"))
    return {revision.page_id: PageDocument.read(revision.document) for revision in current}


def make_page(
    *,
    owner: Any,
    sketch: Sketch,
    on: CorePage,
    format_key: str | None,
    binding: Side | None = None,
    name: str = "",
) -> Page:
    """Put a sketch on a page of its own and fit it, keeping the photos big if that is possible."""
    document = PageDocument(
        sketch=core_sketch(sketch),
        page=on,
        format=format_key,
        binding=binding,
        grid=bounds.DEFAULT_GRID[on.unit],
        print_sizes=bounds.PRINT_SIZES[on.unit],
        way=Way(School.KEEP_PHOTOS),
    )
    way, worked_out = first_that_fits(document)
    document = replace(document, way=way, fit=worked_out)
    with transaction.atomic():
        page = Page.objects.create(owner=owner, name=name or sketch.name, sketch=sketch)
        Revision.objects.create(page=page, number=1, document=document.written(), done="made the page")
    return page


def change_page(*, page: Page, version: int, change: dict[str, Any]) -> Page:
    """Make one change and keep it as a revision.

    Raises ``StalePage`` when ``version`` is not the page's, ``CoreError`` when the
    change cannot be; then nothing is written.
    """
    if page.version != version:
        raise StalePage(page)
    photos = Photo.objects.visible_to(page.owner)
    changed = apply_change(
        document_of(page), change, lambda pk: photos.filter(pk=pk).values_list("name", flat=True).first()
    )
    document = changed.document
    if change["kind"] in REFITS or (document.pins and change["kind"] in ("untie", "tie")):
        document = replace(document, fit=refitted(page, document))
    elif change["kind"] == "way":
        document = replace(document, fit=fit_of(page, document, document.way))
    elif change["kind"] not in KEEPS_FIT:
        way, worked_out = first_that_fits(document)
        document = replace(document, way=way, fit=worked_out)
    return _keep(page, version, document, changed.done)


def finish_fit(*, page: Page, version: int) -> Page:
    """Work out to the end what was only the best found while a hand waited; it is no step of its own to undo.

    Raises ``StalePage`` when the page was changed meanwhile; then nothing is written.
    """
    if page.version != version:
        raise StalePage(page)
    document = document_of(page)
    if not document.pins or not document.fit or document.fit["status"] != "best-found":
        return page
    better = refitted(page, document, Budget())
    with transaction.atomic():
        current = _locked(page, version)
        Revision.objects.filter(page=current, number=current.head).update(
            document=replace(document, fit=better).written()
        )
        current.version += 1
        current.save(update_fields=["version"])
    return current


def _keep(page: Page, version: int, document: PageDocument, done: str) -> Page:
    with transaction.atomic():
        current = _locked(page, version)
        current.revisions.filter(number__gt=current.head).delete()
        current.head += 1
        current.version += 1
        Revision.objects.create(page=current, number=current.head, document=document.written(), done=done[:160])
        current.save(update_fields=["head", "version"])
    return current


def _locked(page: Page, version: int) -> Page:
    """Return the page for writing; IMMEDIATE transactions let only one writer in."""
    current = Page.objects.get(pk=page.pk)
    if current.version != version:
        raise StalePage(current)
    return current


def undo(*, page: Page, version: int) -> Page:
    """Go back one revision; the first one stays."""
    return _step(page, version, -1)


def redo(*, page: Page, version: int) -> Page:
    """Go forward one revision, if there is one."""
    return _step(page, version, +1)


def _step(page: Page, version: int, by: int) -> Page:
    with transaction.atomic():
        current = _locked(page, version)
        target = current.head + by
        if current.revisions.filter(number=target).exists():
            current.head = target
            current.version += 1
            current.save(update_fields=["head", "version"])
    return current


def rename_page(*, page: Page, version: int, name: str) -> Page:
    """Give a page another name."""
    with transaction.atomic():
        current = _locked(page, version)
        current.name = name
        current.version += 1
        current.save(update_fields=["name", "version"])
    return current
