"""An album as it is told to others: for a contact book, and as a folder of plain web pages."""

from typing import Any, Final

from inkquilt.album.openings import Place
from inkquilt.photos.events import day_words
from inkquilt_io.album import Folder, ToldAlbum, ToldOpening, ToldPage, ToldSide, web_folder
from inkquilt_io.painting.page import PictureKind
from server.album.album_presenters import days_of
from server.album.albums import lying
from server.album.models import Album, LogEntry
from server.album.presenters import facts_of
from server.album.services import used_words
from server.pages.drawn import painted_page
from server.pages.known import document_of
from server.pages.models import Page
from server.solving.pool import solvers
from server.sticking.models import FINISHED, TablePicture

#: A page in the folder is so many pixels long on its longer side.
_LARGE: Final = 1400


def told_album(album: Album) -> ToldAlbum:
    """Return an album with what is known of each of its pages."""
    look = lying(album)
    keys = [page.key for page in look.pages]
    rows = LogEntry.objects.filter(page__in=keys).select_related("page").prefetch_related("uses")
    return ToldAlbum(
        album.name,
        days_of(look.pages),
        album.width / album.height,
        tuple(ToldOpening(_side(opening.left), _side(opening.right)) for opening in look.openings),
        {row.page_id: _told(row) for row in rows},
    )


def _side(place: Place | None) -> ToldSide | None:
    return None if place is None else ToldSide(place.page, place.shown)


def _told(entry: LogEntry) -> ToldPage:
    return ToldPage(
        entry.page_id,
        entry.page.name,
        day_words(entry.event, entry.event_end),
        tuple(map(str, entry.who)),
        tuple(map(str, entry.tags)),
        facts_of(entry),
        entry.story,
        tuple(used_words(entry).splitlines()),
        bytes(entry.thumb),
    )


def folder_of(album: Album) -> Folder:
    """Yield the files of the folder; each page is painted when it is come to."""
    return web_folder(told_album(album), lambda page: large_pictures(album.owner, page))


def large_pictures(owner: Any, number: int) -> list[tuple[str, bytes]]:
    """Return the pictures of a page: as it was planned, and the real ones, the latest first."""
    page: Page = Page.objects.visible_to(owner).select_related("owner").one(number)
    painted: bytes = solvers().run("page_picture", painted_page(page, document_of(page)), PictureKind.JPEG, _LARGE)
    real = TablePicture.objects.kept().filter(page=page, kind=FINISHED)
    return [(page.name, painted), *((f"{page.name}, photographed", bytes(row.jpeg)) for row in real)]
