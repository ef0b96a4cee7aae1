"""What belongs to a page, out of the database: its states, its photos, and what a change of it may know."""

from collections.abc import Iterable
from typing import Final

from django.db.models import F
from django.http import Http404

from inkquilt.composition.changes import Known, KnownPaper, KnownState, Lettering, Writing
from inkquilt.composition.document import PageDocument
from inkquilt.composition.papers import SidePicture
from inkquilt.composition.stored import read_document
from inkquilt.embellishments import Embellishment
from inkquilt.fit.request import Die
from inkquilt.paper.kinds import SideName
from inkquilt.paper.tools import ShapingTool as CoreTool
from inkquilt.photos.owned import OwnedPhoto
from inkquilt.words.stories import JournalPage
from server.pages.journaling import writing_in
from server.pages.models import Page, Revision
from server.pages.pictures import journal_page
from server.pages.things import things_of
from server.photos.models import Photo
from server.stash.models import Paper
from server.tools.models import ShapingTool
from server.words.lettering import lettering_of
from server.words.scripts import writing_of

_TRIES: Final = 3


def document_of(page: Page) -> PageDocument:
    """Return the current state of a page. Raises ``Http404`` for a page that is gone meanwhile."""
    for _ in range(_TRIES):
        revision = Revision.objects.filter(page=page, number=page.head).first()
        if revision is not None:
            return read_document(revision.document)
        # Between the two looks it was undone and changed: what was current then is not there any more.
        page = Page.objects.filter(pk=page.pk).one(page.pk)
    raise Http404


def documents_of(pages: Iterable[Page]) -> dict[int, PageDocument]:
    """Return the current states of many pages in one query, by page."""
    current = Revision.objects.filter(page__in=list(pages), number=F("page__head"))
    return {revision.page_id: read_document(revision.document) for revision in current}


def known_to(page: Page) -> Known:
    """Return what a change of a page may know of its owner's things."""
    photos = Photo.objects.visible_to(page.owner)

    def find_photo(pk: int) -> OwnedPhoto | None:
        photo = photos.filter(pk=pk).first()
        return photo.core if photo is not None else None

    def find_paper(pk: int) -> KnownPaper | None:
        paper = Paper.objects.visible_to(page.owner).filter(pk=pk).first()
        if paper is None:
            return None
        pictures = {
            SideName(one.side): SidePicture(one.address, one.wide, one.high)
            for one in paper.pictures.kept().defer("jpeg").select_related(None)
        }
        return KnownPaper(paper.pk, paper.name, {name: paper.side(name) for name in SideName}, pictures)

    def find_tool(pk: int) -> CoreTool | None:
        tool = ShapingTool.objects.visible_to(page.owner).filter(pk=pk).first()
        return tool.core if tool is not None else None

    def find_dies() -> tuple[Die, ...]:
        return tuple(die for tool in ShapingTool.objects.visible_to(page.owner) for die in tool.core.makes)

    def find_lettering() -> Lettering:
        return lettering_of(page.owner)

    def find_writing(key: str, half_points: int | None) -> Writing:
        return writing_of(page.owner, key, half_points)

    def find_journal_page(document: PageDocument, without: str | None) -> JournalPage:
        return journal_page(page, document, without)

    def find_embellishments() -> tuple[Embellishment, ...]:
        return things_of(page)

    def find_state(step: int | None, snapshot: int | None) -> KnownState | None:
        return _state(page, step, snapshot)

    return Known(
        photo=find_photo,
        paper=find_paper,
        tool=find_tool,
        dies=find_dies,
        lettering=find_lettering,
        writing=find_writing,
        embellishments=find_embellishments,
        journal_page=find_journal_page,
        state=find_state,
        writing_in=writing_in,
    )


def _state(page: Page, step: int | None, snapshot: int | None) -> KnownState | None:
    """Return an earlier step of a page, or a state that was put away."""
    if snapshot is not None:
        row = page.snapshots.kept().filter(pk=snapshot).first()
        return KnownState(read_document(row.document), row.note or "a state put away") if row else None
    if step is None:
        return None
    revision = page.revisions.filter(number=step, number__lte=page.head).first()
    return KnownState(read_document(revision.document), revision.done) if revision else None
