"""Albums: which pages lie in them, and how they lie when opened."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date
from typing import Any, Final

from django.db import transaction
from django.db.models import Exists, OuterRef, Q

from inkquilt.album.openings import NEAR, Opening, could_face, leaves_of, openings_of
from inkquilt.album.order import AlbumPage, ByHand, in_order, moved, released
from inkquilt.album.spine import Spine, spine_of
from inkquilt.lengths import Grains, Unit, with_unit
from inkquilt.page import Page as CorePage
from server.album.logbook import photos_on_no_page
from server.album.models import Album, AlbumPlace, LogEntry
from server.common.asked import refuse
from server.common.errors import ApiError
from server.pages.facing import ForPhotos, companion_list, make_companion
from server.pages.models import Page

MOST_ALBUMS: Final = 200
MOST_PAGES: Final = 400
#: So many loose pages are told at once, the latest.
MOST_LOOSE: Final = 48
#: So many photos go on a companion page that is begun by one touch.
_USUAL_PHOTOS: Final = 3


@dataclass(frozen=True, slots=True)
class AlbumLook:
    """An album as it lies: its pages in order with what is known of them, its openings, and how full it is.

    ``facing`` are loose pages that would go opposite a lonely one, ``left`` photos of its days that are on no page;
    ``loose`` the latest of the loose pages it takes, with how many there are.
    """

    album: Album
    pages: tuple[AlbumPage, ...]
    openings: tuple[Opening, ...]
    spine: Spine
    entries: dict[int, LogEntry]
    facing: dict[int, tuple[int, ...]]
    left: dict[int, tuple[int, ...]]
    loose: tuple[LogEntry, ...] = ()
    loose_count: int = 0


def core_page(entry: LogEntry, place: AlbumPlace | None = None) -> AlbumPage:
    """Return a finished page for the core."""
    return AlbumPage(
        entry.page_id,
        entry.event,
        entry.event_end,
        entry.finished,
        entry.counted,
        entry.is_spread,
        bool(place and place.waits),
        place.by_hand if place else None,
    )


def _entries(owner: Any) -> Any:
    return LogEntry.objects.visible_to(owner).select_related("page").defer("thumb", "story", "used")


def pages_in(album: Album) -> tuple[tuple[AlbumPage, ...], dict[int, LogEntry]]:
    """Return the pages that lie in an album, in no order, and what is known of each."""
    places = {place.page_id: place for place in AlbumPlace.objects.taken(album.owner).filter(album=album)}
    entries = {entry.page_id: entry for entry in _entries(album.owner).filter(page__in=places)}
    return tuple(core_page(entry, places[page]) for page, entry in entries.items()), entries


def lying(album: Album) -> AlbumLook:
    """Return an album as it lies, without looking for what would go opposite lonely pages."""
    unordered, entries = pages_in(album)
    pages = in_order(unordered)
    openings = openings_of(pages, album.starts_right)
    spine = spine_of(pages, leaves_of(openings), album.room, album.in_protectors)
    return AlbumLook(album, pages, openings, spine, entries, {}, {})


def look_into(album: Album) -> AlbumLook:
    """Return an album as it lies, with what would go opposite lonely pages."""
    waiting = that_fit(loose(album.owner), album)
    look = replace(lying(album), loose=tuple(waiting[:MOST_LOOSE]), loose_count=waiting.count())
    alone = {opening.lonely for opening in look.openings}
    lonely = [page for page in look.pages if page.key in alone]
    if not lonely:
        return look
    days = {page.key: (page.first, page.last or page.first) for page in lonely if page.first}
    near = {entry.page_id: entry for entry in waiting.filter(_near(days))}
    free = [core_page(entry) for entry in near.values()]
    return replace(
        look,
        entries=look.entries | near,
        facing={page.key: could_face(page, free) for page in lonely},
        left=photos_on_no_page(album.owner, days) if days else {},
    )


def loose(owner: Any) -> Any:
    """Return finished pages that lie in no album, the latest event first."""
    placed = AlbumPlace.objects.taken(owner).filter(page=OuterRef("page"))
    return _entries(owner).finished().filter(~Exists(placed))


def that_fit(pages: Any, album: Album) -> Any:
    """Return those of loose pages that go into an album's protectors."""
    return pages.filter(width__lte=album.width, height__lte=album.height)


def _near(days: dict[int, tuple[date, date]]) -> Q:
    """Return that a page tells of days near those of pages that lie alone."""
    near = Q(pk__in=[])
    for first, last in days.values():
        near |= Q(event__gte=first - NEAR, event__lte=last + NEAR)
    return near


def fits(album: Album, entry: LogEntry) -> bool:
    """Tell whether a page goes into an album's protectors."""
    return entry.width <= album.width and entry.height <= album.height


def begin_album(*, owner: Any, name: str, page: CorePage) -> Album:
    """Begin an album for pages of this format."""
    if Album.objects.visible_to(owner).count() >= MOST_ALBUMS:
        raise refuse("too-many-albums", f"There can be up to {MOST_ALBUMS} albums. Remove one first.")
    width = page.fold.at if page.fold else page.width
    return Album.objects.create(owner=owner, name=name, width=width, height=page.height, unit=page.unit.value)


def put_in(*, album: Album, pages: Sequence[int]) -> None:
    """Lay finished pages into an album: by their events; one that lay in another comes out of it.

    Raises ``BadInput`` for a page that is not finished, or larger than the album takes; then none is laid.
    """
    entries = {entry.page_id: entry for entry in _entries(album.owner).finished().filter(page__in=pages)}
    lying = AlbumPlace.objects.taken(album.owner).filter(album=album).exclude(page__in=pages).count()
    if lying + len(set(pages)) > MOST_PAGES:
        raise refuse("album-full", f"An album takes up to {MOST_PAGES} pages here. Begin another one.", "pages")
    for page in pages:
        entry = entries.get(page)
        if entry is None:
            raise refuse("page-not-finished", "One of these pages is not finished: only finished ones go in.", "pages")
        if not fits(album, entry):
            unit = Unit(album.unit)
            raise refuse(
                "page-too-large",
                f"“{entry.page.name}” is {_size(entry.width, entry.height, unit)}: larger than the "
                f"{_size(album.width, album.height, unit)} this album takes.",
                "pages",
            )
    with transaction.atomic():
        for place in AlbumPlace.objects.taken(album.owner).filter(page__in=pages).select_related("album__owner"):
            take_out(album=place.album, page=place.page_id)
        for page in dict.fromkeys(pages):
            # One that lies in an album that was put aside has a place there still.
            AlbumPlace.objects.update_or_create(
                page_id=page, defaults={"album": album, "after": None, "turn": None, "waits": False}
            )


def put_opposite(*, album: Album, pages: Sequence[int], opposite: int) -> None:
    """Lay a loose page opposite one of an album, which waits for nobody then.

    Raises what ``put_in`` does, and ``ApiError`` for a page that is not in this album; then nothing is laid.
    """
    _place(album, opposite)
    with transaction.atomic():
        put_in(album=album, pages=pages)
        keep_free(album=album, page=opposite, waits=False)
        for page in reversed(pages):
            lay_behind(album=album, page=page, after=opposite)


def _size(width: Grains, height: Grains, unit: Unit) -> str:
    return f"{with_unit(width, unit)} × {with_unit(height, unit)}"


def _place(album: Album, page: int) -> AlbumPlace:
    found: AlbumPlace | None = AlbumPlace.objects.taken(album.owner).filter(album=album, page=page).first()
    if found is None:
        raise ApiError("not-in-album", "That page is not in this album any more.", 404)
    return found


def take_out(*, album: Album, page: int) -> None:
    """Take a page out: it is loose again. What lay behind it by hand stays where it is."""
    place = _place(album, page)
    with transaction.atomic():
        _lay_all(album, released(pages_in(album)[0], page))
        place.delete()


def lay_behind(*, album: Album, page: int, after: int | None) -> None:
    """Lay a page right behind another, or before all. Raises ``ApiError`` for pages that are not in this album."""
    pages, _ = pages_in(album)
    try:
        laid = moved(pages, page, after)
    except KeyError as error:
        raise ApiError("not-in-album", "That page is not in this album any more.", 404) from error
    with transaction.atomic():
        _lay_all(album, laid)


def _lay_all(album: Album, laid: dict[int, ByHand | None]) -> None:
    for place in AlbumPlace.objects.filter(album=album, page__in=laid):
        place.lay(laid[place.page_id])
        place.save(update_fields=["after", "turn"])


def lay_by_event(*, album: Album, page: int) -> None:
    """Let a page lie by its event again."""
    _place(album, page)
    with transaction.atomic():
        _lay_all(album, released(pages_in(album)[0], page))


def keep_free(*, album: Album, page: int, waits: bool) -> None:
    """Keep the place opposite a page free for a companion, or no longer."""
    place = _place(album, page)
    place.waits = waits
    place.save(update_fields=["waits"])


def make_facing(*, album: Album, page: int) -> Page:
    """Begin a companion for a page of an album, with photos of its days that are on no page yet.

    Raises ``ApiError`` where no companion can be made of it.
    """
    _place(album, page)
    row: Page = Page.objects.visible_to(album.owner).select_related("owner").one(page)
    entry = LogEntry.objects.filter(page=row).first()
    left: tuple[int, ...] = ()
    if entry is not None and entry.event is not None:
        days = {page: (entry.event, entry.event_end or entry.event)}
        left = photos_on_no_page(album.owner, days)[page]
    for wanted in (ForPhotos(picked=left[:_USUAL_PHOTOS]), ForPhotos(count=1)):
        proposals = companion_list(row, wanted)
        if proposals:
            return make_companion(page=row, key=proposals[0].key, wanted=wanted)
    raise ApiError("no-companion", "No page that would face this one could be made of it.", 409)
