"""What can be done with pages: make, change, undo, redo.

Solving comes first and outside of any transaction; the write is short, checks the
version it was based on, and makes a revision.
"""

from collections.abc import Iterable
from dataclasses import replace
from functools import partial
from typing import Any

from django.db import transaction
from django.db.models import F

from inkquilt.embellishments import Embellishment
from inkquilt.fit import School, Way, bounds
from inkquilt.fit.request import Budget
from inkquilt.moving import going_along
from inkquilt.page import Page as CorePage
from inkquilt.page import Side
from inkquilt.paper.kinds import SideName
from inkquilt.paper.tools import ShapingTool as CoreTool
from inkquilt.sketch import Role
from inkquilt.sketch import Sketch as CoreSketch
from inkquilt.sketch.companion import MOST_PHOTOS, Companion, companions
from inkquilt.sketch.reading import read_sketch
from inkquilt.words.stories import JournalPage
from server.common.errors import ApiError
from server.cutting.models import ShapingTool
from server.embellishments.models import owned_by
from server.pages.changes import Known, KnownPaper, KnownPhoto, KnownState, apply_change
from server.pages.cut_terms import SidePicture
from server.pages.document import PageDocument, page_as_sketch, read_way
from server.pages.fits import first_that_fits, fit_of, refitted
from server.pages.journaling import set_anew
from server.pages.models import Page, Revision
from server.pages.photos_on_page import crop_in, keeps_terms, with_photo_terms
from server.pages.surroundings import journal_page
from server.pages.title_lettering import lettered_anew
from server.photos.models import Photo
from server.sketches.models import Sketch
from server.sketches.services import core_sketch, keep_sketch
from server.stash.models import Paper
from server.words.lettering import Lettering, lettering_of
from server.words.scripts import Writing, writing_of

#: Takes an earlier state up again, blocks and all.
TAKE_UP = "take-up"
#: Changes that leave every block where it is, or where an earlier state had it.
KEEPS_FIT = frozenset(
    {
        "photo", "match", "title", "set-title", "sheet", "unpin", "paper", "lie", "saving", "copies", "lip", "window",
        "story", "story-away", "accent", "school", "close-window", "row", "cut-from", "slant", "tool", "fold",
        TAKE_UP,
    }
)  # fmt: skip
#: Changes after which the page as it lies is fitted again with as little change as possible.
REFITS = frozenset({"pin"})


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
    way: Way = AS_DRAWN,
) -> Page:
    """Put a sketch on a page of its own and fit it: as drawn where that is still the design, else as near as can be."""
    drawn, name = core_sketch(sketch), name or sketch.name
    return _new_page(owner, drawn, on, format_key, binding, name, sketch, way)


def _new_page(
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
    )
    way, worked_out = first_that_fits(document)
    document = replace(document, way=way, fit=worked_out)
    with transaction.atomic():
        page = Page.objects.create(owner=owner, name=name[:120], sketch=sketch)
        Revision.objects.create(page=page, number=1, document=document.written(), done="made the page")
    return page


def sketch_of(page: Page, document: PageDocument) -> CoreSketch:
    """Return a fitted page as a sketch of its own size. Raises ``ApiError`` when nothing lies on it."""
    require_fit(document)
    return read_sketch(page_as_sketch(document.fit["blocks"], document.page, page.name)).sketch  # type: ignore[index]


def photos_left(page: Page) -> int:
    """Return how many of the owner's photos lie on none of her pages, or as many as this page has where none does."""
    used = {
        slot.photo
        for document in documents_of(Page.objects.visible_to(page.owner)).values()
        for slot in document.photos.values()
    }
    left = Photo.objects.visible_to(page.owner).exclude(pk__in=used).count()
    slots = sum(block.role is Role.PHOTO for block in document_of(page).blocks)
    return min(left or slots or 1, MOST_PHOTOS)


def companion_list(page: Page, photos: int | None) -> tuple[Companion, ...]:
    """Return proposals for a page to face this one, for so many photos or for those that are left.

    Raises ``ApiError`` for a page that is a spread already.
    """
    document = document_of(page)
    if document.page.fold is not None:
        raise ApiError("is-spread", "These are two facing pages already.", 409)
    return companions(sketch_of(page, document), photos_left(page) if photos is None else photos)


def make_companion(*, page: Page, key: str, photos: int | None) -> Page:
    """Make the proposed page; what binds this page on one side binds that one on the other."""
    chosen = next((one for one in companion_list(page, photos) if one.key == key), None)
    if chosen is None:
        raise ApiError("no-companion", "There is no such proposal for this page.", 404)
    document = document_of(page)
    clear = document.page.clear
    facing = replace(document.page, clear=replace(clear, left=clear.right, right=clear.left))
    sides = {Side.LEFT: Side.RIGHT, Side.RIGHT: Side.LEFT}
    binding = sides.get(document.binding, document.binding) if document.binding else None
    name = f"{page.name[:105]}, facing page"
    return _new_page(page.owner, chosen.sketch, facing, document.format, binding, name, None)


def keep_as_sketch(*, page: Page, name: str = "") -> Sketch:
    """Keep a fitted page on the shelf as a sketch to be used again."""
    sketch = sketch_of(page, document_of(page))
    return keep_sketch(owner=page.owner, sketch=replace(sketch, name=name or page.name))


def change_page(*, page: Page, version: int, change: dict[str, Any]) -> Page:
    """Make one change and keep it as a revision.

    Raises ``StalePage`` when ``version`` is not the page's, ``CoreError`` when the
    change cannot be; then nothing is written.
    """
    if not page.is_at(version):
        raise StalePage(page)
    photos = Photo.objects.visible_to(page.owner)

    def find_photo(pk: int) -> KnownPhoto | None:
        photo = photos.filter(pk=pk).first()
        return photo and KnownPhoto(photo.name, photo.pixels, partial(crop_in, photo))

    def find_paper(pk: int) -> KnownPaper | None:
        paper = Paper.objects.visible_to(page.owner).filter(pk=pk).first()
        if paper is None:
            return None
        pictures = {
            SideName(one.side): SidePicture(one.address, one.wide, one.high)
            for one in paper.pictures.defer("jpeg").select_related(None)
        }
        return KnownPaper(paper.pk, paper.name, {name: paper.side(name) for name in SideName}, pictures)

    def find_tool(pk: int) -> CoreTool | None:
        tool = ShapingTool.objects.visible_to(page.owner).filter(pk=pk).first()
        return tool and tool.core

    def find_lettering() -> Lettering:
        return lettering_of(page.owner)

    def find_writing(key: str, half_points: int | None) -> Writing:
        return writing_of(page.owner, key, half_points)

    def find_journal_page(document: PageDocument, without: str | None) -> JournalPage:
        return journal_page(document, _pictures(page, document), without)

    def find_embellishments() -> tuple[Embellishment, ...]:
        return owned_by(page.owner)

    def find_state(step: int | None, snapshot: int | None) -> KnownState | None:
        return _state(page, step, snapshot)

    known = Known(
        photo=find_photo,
        paper=find_paper,
        tool=find_tool,
        lettering=find_lettering,
        writing=find_writing,
        embellishments=find_embellishments,
        journal_page=find_journal_page,
        state=find_state,
    )
    before = document_of(page)
    changed = apply_change(before, change, known)
    document = _with_photos(page, changed.document)
    if change["kind"] in REFITS or change.get("moves") or (document.pins and change["kind"] in ("untie", "tie")):
        document = replace(document, fit=refitted(page, document))
    elif change["kind"] == "way":
        document = _in_its_way(replace(document, fit=fit_of(page, document, document.way)))
    elif change["kind"] not in KEEPS_FIT | {"arrange"} or (document.blocks and not keeps_terms(document)):
        document = _fitted(document)
    if document.accents and document.blocks != before.blocks and change["kind"] != TAKE_UP:
        document = _with_accents_along(document, before, changed.document)
    return _keep(page, version, _words_set_anew(page, document), changed.done)


def _in_its_way(document: PageDocument) -> PageDocument:
    """Return the document with the way its fit was really laid in: on its side words are dealt again, by a plan."""
    return replace(document, way=read_way(document.fit)) if document.fit and document.fit["blocks"] else document


def _state(page: Page, step: int | None, snapshot: int | None) -> KnownState | None:
    """Return an earlier step of a page, or a state that was put away."""
    if snapshot is not None:
        row = page.snapshots.filter(pk=snapshot).first()
        return row and KnownState(PageDocument.read(row.document), row.note or "a state put away")
    revision = page.revisions.filter(number=step, number__lte=page.head).first()
    return revision and KnownState(PageDocument.read(revision.document), revision.done)


def _with_accents_along(document: PageDocument, before: PageDocument, changed: PageDocument) -> PageDocument:
    """Return the document with its embellishments gone along; those laid in this very step lie where they were put."""
    known = set(before.accents)
    stayed = [accent for accent in changed.accents if accent in known]
    along = going_along(stayed, before.blocks, document.blocks, before.page, document.page)
    moved = {accent.key: accent for accent in along}
    return replace(document, accents=tuple(moved.get(accent.key, accent) for accent in changed.accents))


def _with_photos(page: Page, document: PageDocument) -> PageDocument:
    """Return the document with what its photos ask for, as they are now."""
    return with_photo_terms(document, _pictures(page, document))


def _pictures(page: Page, document: PageDocument) -> dict[int, Photo]:
    photos = Photo.objects.visible_to(page.owner).prefetch_related("areas")
    return photos.in_bulk([placed.photo for placed in document.photos.values()])


def _words_set_anew(page: Page, document: PageDocument) -> PageDocument:
    """Return the document with every title and story set anew whose block was fitted to another size."""
    blocks = {block.id: block for block in document.blocks}
    stories = dict(document.stories)
    for name, story in stories.items():
        if story.block in blocks and story.filled != blocks[story.block].size:
            stories[name] = set_anew(story, journal_page(document, _pictures(page, document), name))
    lettering = dict(document.lettering)
    changed = [
        name for name, set_ in lettering.items() if name in blocks and set_.place not in (None, blocks[name].size)
    ]
    if changed:
        alphabets = lettering_of(page.owner).alphabets
        for name in changed:
            lettering[name] = lettered_anew(lettering[name], blocks[name], alphabets) or lettering[name]
    return replace(document, stories=stories, lettering=lettering)


def _fitted(document: PageDocument) -> PageDocument:
    """Return the document fitted; where what its photos ask for forbids it, as if they asked for nothing."""
    way, worked_out = first_that_fits(document)
    if not worked_out["blocks"] and (document.photo_terms or document.whole_photos):
        loose = replace(document, photo_terms=(), whole_photos=frozenset())
        loose_way, loosely = first_that_fits(loose)
        if loosely["blocks"]:
            return replace(loose, way=loose_way, fit=loosely)
    return replace(document, way=way, fit=worked_out)


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
        current.written(finished=True)
    return current


def _keep(page: Page, version: int, document: PageDocument, done: str) -> Page:
    with transaction.atomic():
        current = _locked(page, version)
        current.revisions.filter(number__gt=current.head).delete()
        number = current.head + 1
        Revision.objects.create(page=current, number=number, document=document.written(), done=done[:160])
        current.written(number)
    return current


def _locked(page: Page, version: int) -> Page:
    """Return the page for writing; IMMEDIATE transactions let only one writer in."""
    current = Page.objects.get(pk=page.pk)
    if not current.is_at(version):
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
            current.written(target)
    return current


def rename_page(*, page: Page, version: int, name: str) -> Page:
    """Give a page another name."""
    with transaction.atomic():
        current = _locked(page, version)
        current.name = name
        current.written()
    return current
