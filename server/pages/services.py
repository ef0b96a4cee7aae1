"""What can be done with pages: make, change, undo, redo.

Solving comes first and outside of any transaction; the write is short, checks the
version it was based on, and makes a revision.
"""

from collections.abc import Callable, Sequence
from dataclasses import replace
from functools import wraps
from typing import Any

from django.db import transaction
from django.db.models import F

from inkquilt.composition.changes import After, Change
from inkquilt.composition.changes.by_hand import PinPiece
from inkquilt.composition.changes.photos import PlaceMatched, SlotChoice
from inkquilt.composition.document import AccentsHome, PageDocument
from inkquilt.composition.lettering import lettered_anew
from inkquilt.composition.pictures import keeps_terms, with_photo_terms
from inkquilt.composition.stored import read_document, write_document
from inkquilt.composition.stories import set_anew
from inkquilt.composition.stuck import check_stuck
from inkquilt.fit import School, Way, bounds
from inkquilt.fit.request import Budget, Status, Switches
from inkquilt.page import Page as CorePage
from inkquilt.page import Side
from inkquilt.sketch import Block
from inkquilt.sketch import Sketch as CoreSketch
from inkquilt.sketch.model import Size
from server.boxes.models import ProjectBox
from server.common.errors import ApiError
from server.common.naming import copy_name
from server.pages.fits import first_that_fits, fit_of, nearest_answer, refitted
from server.pages.journaling import writing_in
from server.pages.known import document_of, known_to
from server.pages.models import Page, Revision
from server.pages.pictures import cores_of, journal_page, pictures_of
from server.sketches.models import Sketch
from server.sketches.services import core_sketch, keep_sketch
from server.solving.pool import solvers
from server.words.lettering import lettering_of

#: How a page is fitted first.
AS_DRAWN = Way(School.KEEP_PROPORTIONS)


class StalePage(Exception):
    """The page was changed elsewhere since the version a write is based on."""

    def __init__(self, page: Page) -> None:
        super().__init__(f"page {page.pk} is at version {page.version}")
        self.page = page


def require_fit(document: PageDocument) -> None:
    """Raise ``ApiError`` when nothing fits on the page, so that there is nothing to save."""
    if not document.blocks:
        raise ApiError("nothing-fits", "Nothing fits on this page yet, so there is nothing to save.", 409)


def laid_page(user: Any, pk: int) -> tuple[Page, PageDocument]:
    """Return a page of somebody's on which something lies. Raises ``Http404`` or ``ApiError``."""
    page: Page = Page.objects.visible_to(user).select_related("owner").one(pk)
    document = document_of(page)
    require_fit(document)
    return page, document


def make_page(
    *,
    owner: Any,
    sketch: Sketch | CoreSketch,
    on: CorePage,
    format_key: str | None,
    binding: Side | None = None,
    name: str = "",
    way: Way = AS_DRAWN,
    placed: Sequence[SlotChoice] = (),
    box: ProjectBox | None = None,
) -> Page:
    """Put a sketch on a page of its own and fit it: as drawn where that is still the design, else as near as can be.

    With ``placed``, photos lie in its slots from the start; where that is refused there is no page either.
    """
    drawn, name = core_sketch(sketch), name or sketch.name
    shelf = sketch if isinstance(sketch, Sketch) else None
    page = new_page(owner, drawn, on, format_key, binding, name, shelf, way)
    if box is not None:
        page.box = box
        page.save(update_fields=["box"])
    if not placed:
        return page
    try:
        return change_page(page=page, version=page.version, change=PlaceMatched(placed=tuple(placed)))
    except BaseException:
        page.delete()
        raise


def new_page(
    owner: Any,
    drawn: CoreSketch,
    on: CorePage,
    format_key: str | None,
    binding: Side | None,
    name: str,
    sketch: Sketch | None,
    way: Way = AS_DRAWN,
) -> Page:
    document = PageDocument(
        sketch=drawn,
        page=on,
        format=format_key,
        binding=binding,
        grid=bounds.DEFAULT_GRID[on.unit],
        print_sizes=bounds.PRINT_SIZES[on.unit],
        way=way,
        switches=Switches(from_shop=_prints_from_shop(owner)),
    )
    first = first_that_fits(document)
    with transaction.atomic():
        page = Page.objects.create(owner=owner, name=name[:120], sketch=sketch)
        Revision.objects.create(page=page, number=1, document=write_document(first.document), done="made the page")
    first.remember(page)
    return page


def copy_page(*, page: Page) -> Page:
    """Lay a copy of a page beside it as it lies now, to try something else and keep both."""
    taken = set(Page.objects.visible_to(page.owner).values_list("name", flat=True))
    document = page.revisions.get(number=page.head).document
    with transaction.atomic():
        copy = Page.objects.create(owner=page.owner, name=copy_name(page.name, taken), sketch=page.sketch, box=page.box)
        Revision.objects.create(page=copy, number=1, document=document, done=f"copied “{page.name[:120]}”")
    return copy


def _prints_from_shop(owner: Any) -> bool:
    """Tell whether the owner's prints came from a shop on the page she worked on last."""
    latest = Revision.objects.filter(page__in=Page.objects.visible_to(owner), number=F("page__head"))
    last = latest.order_by("-created", "-pk").first()
    return last is not None and read_document(last.document).switches.from_shop


def sketch_of(page: Page, document: PageDocument) -> CoreSketch:
    """Return a fitted page as a sketch of its own size. Raises ``ApiError`` when nothing lies on it."""
    require_fit(document)
    return CoreSketch(page.name, document.unit, Size(document.page.width, document.page.height), document.blocks)


def keep_as_sketch(*, page: Page, name: str = "") -> Sketch:
    """Keep a fitted page on the shelf as a sketch to be used again."""
    sketch = sketch_of(page, document_of(page))
    return keep_sketch(owner=page.owner, sketch=replace(sketch, name=name or page.name))


def _once(write: Callable[..., Page]) -> Callable[..., Page]:
    """Make a write only once for its ``key``, though it is sent twice, one after the other or at the same time."""

    @wraps(write)
    def written_once(*, page: Page, key: str | None = None, **given: Any) -> Page:
        if _is_written(page, key):
            return Page.objects.get(pk=page.pk)
        try:
            return write(page=page, key=key, **given)
        except StalePage:
            if _is_written(page, key):
                return Page.objects.get(pk=page.pk)
            raise

    return written_once


def _is_written(page: Page, key: str | None) -> bool:
    return key is not None and page.writes.filter(key=key).exists()


@_once
def change_page(*, page: Page, version: int, change: Change, key: str | None = None) -> Page:
    """Make one change and keep it as a revision; one whose ``key`` was written already is not made again.

    Raises ``StalePage`` when ``version`` is not the page's, ``CoreError`` when the
    change cannot be; then nothing is written.
    """
    if not page.is_at(version):
        raise StalePage(page)
    before = document_of(page)
    changed = change.applied(before, known_to(page))
    document = _with_photos(page, changed.document)
    effect = change.effect(document)
    if effect in (After.FITS, After.IN_ITS_WAY) and document.is_begun:
        effect = After.REFITS  # what lies stuck stays, and the rest is fitted round it
    match effect:
        case After.REFITS:
            asked = change if isinstance(change, PinPiece) else None
            document = replace(document, fit=refitted(page, document, asked=asked))
        case After.IN_ITS_WAY:
            document = _in_its_way(replace(document, fit=fit_of(page, document, document.way)))
        case After.FITS:
            document = _fitted(page, document)
        case After.STAYS | After.TAKEN_UP if document.blocks and not keeps_terms(document):
            document = replace(document, fit=refitted(page, document)) if document.is_begun else _fitted(page, document)
    if change.after is not After.TAKEN_UP:
        document = _with_accents_along(document, before, changed.document)
    check_stuck(before, document)
    return _keep(page, version, _words_set_anew(page, document), changed.done, key)


def nearest_to(*, page: Page, change: PinPiece) -> dict[str, Any] | None:
    """Return how near a piece can come to where a change that clashed wanted it; nothing is written."""
    before = document_of(page)
    changed = change.applied(before, known_to(page)).document
    return nearest_answer(_with_photos(page, changed), before, change.block)


def _in_its_way(document: PageDocument) -> PageDocument:
    """Return the document with the way its fit was really laid in: on its side words are dealt again, by a plan."""
    return replace(document, way=document.fit.way) if document.fit and document.fit.blocks else document


def _with_accents_along(document: PageDocument, before: PageDocument, changed: PageDocument) -> PageDocument:
    """Return the document with its embellishments gone along with what they lay on.

    Those laid in this very step lie where they were put. From then on they come from there, however
    often the page is fitted anew, so that what went back to the tray comes back with the room for it.
    """
    known, by_hand = set(before.accents), changed.accents != before.accents
    stayed = tuple(accent for accent in changed.accents if accent in known)
    if _places(document) == _places(before) or not (stayed or before.home):
        return replace(document, home=None) if by_hand else document
    home = None if by_hand else before.home
    home = home or AccentsHome(stayed, before.laid)
    along = solvers().run("going_along", home.accents, home.laid, document.laid)
    moved = {accent.key: accent for accent in along.laid}
    if by_hand:
        accents = [moved.get(one.key, one) for one in changed.accents if one.key in moved or one not in known]
        return replace(document, accents=tuple(accents), home=None)
    return replace(document, accents=along.laid, home=home)


def _places(document: PageDocument) -> list[Block]:
    """Return the blocks as they lie, of whatever paper."""
    return [replace(block, paper=None) for block in document.blocks]


def _with_photos(page: Page, document: PageDocument) -> PageDocument:
    """Return the document with what its photos ask for, as they are now."""
    return with_photo_terms(document, cores_of(pictures_of(page, document)))


def _words_set_anew(page: Page, document: PageDocument) -> PageDocument:
    """Return the document with every title and story set anew whose block was fitted to another size."""
    blocks = {block.id: block for block in document.blocks}
    stories = dict(document.stories)
    for name, story in stories.items():
        if story.block in blocks and story.filled != blocks[story.block].size:
            stories[name] = set_anew(story, journal_page(page, document, name), writing_in)
    lettering = dict(document.lettering)
    changed = [
        name for name, set_ in lettering.items() if name in blocks and set_.place not in (None, blocks[name].size)
    ]
    if changed:
        alphabets = lettering_of(page.owner).alphabets
        for name in changed:
            lettering[name] = lettered_anew(lettering[name], blocks[name], alphabets) or lettering[name]
    return replace(document, stories=stories, lettering=lettering)


def _fitted(page: Page, document: PageDocument) -> PageDocument:
    """Return the document fitted; where what its photos ask for forbids it, as if they asked for nothing."""
    first = first_that_fits(document)
    if not first.document.blocks and (document.photo_terms or document.whole_photos):
        loosely = first_that_fits(replace(document, photo_terms=(), whole_photos=frozenset()))
        first = loosely if loosely.document.blocks else first
    first.remember(page)
    return first.document


@_once
def finish_fit(*, page: Page, version: int, key: str | None = None) -> Page:
    """Work out to the end what was only the best found while a hand waited; it is no step of its own to undo.

    Raises ``StalePage`` when the page was changed meanwhile; then nothing is written.
    """
    if page.version != version:
        raise StalePage(page)
    document = document_of(page)
    if not document.pins or not document.fit or document.fit.status is not Status.BEST_FOUND:
        return page
    better = refitted(page, document, Budget())
    with transaction.atomic():
        current = _locked(page, version)
        _note(current, key)
        Revision.objects.filter(page=current, number=current.head).update(
            document=write_document(replace(document, fit=better))
        )
        current.written(finished=True)
    return current


def _keep(page: Page, version: int, document: PageDocument, done: str, key: str | None = None) -> Page:
    with transaction.atomic():
        current = _locked(page, version)
        _note(current, key)
        current.revisions.filter(number__gt=current.head).delete()
        number = current.head + 1
        Revision.objects.create(page=current, number=number, document=write_document(document), done=done[:160])
        current.written(number)
    return current


def _note(page: Page, key: str | None) -> None:
    """Remember that a write was made."""
    if key is not None:
        page.writes.create(key=key)


def _locked(page: Page, version: int) -> Page:
    """Return the page for writing; IMMEDIATE transactions let only one writer in."""
    current = Page.objects.get(pk=page.pk)
    if not current.is_at(version):
        raise StalePage(current)
    return current


@_once
def undo(*, page: Page, version: int, key: str | None = None) -> Page:
    """Go back one revision; the first one stays."""
    return _step(page, version, -1, key)


@_once
def redo(*, page: Page, version: int, key: str | None = None) -> Page:
    """Go forward one revision, if there is one."""
    return _step(page, version, +1, key)


def _step(page: Page, version: int, by: int, key: str | None) -> Page:
    with transaction.atomic():
        current = _locked(page, version)
        _note(current, key)
        target = current.head + by
        if current.revisions.filter(number=target).exists():
            current.written(target)
    return current


@_once
def rename_page(*, page: Page, version: int, name: str, key: str | None = None) -> Page:
    """Give a page another name."""
    with transaction.atomic():
        current = _locked(page, version)
        _note(current, key)
        current.name = name
        current.written()
    return current
