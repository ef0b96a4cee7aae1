"""Looking into the logbook: pages by words, people, tags, years and what they were made with; events of photos."""

from collections import Counter
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date
from typing import Any, Final

from django.db.models import Q

from inkquilt.composition.used import UsedKind
from inkquilt.photos.events import DatedPhoto, Event, events_of
from server.album.models import LogEntry, LogUse
from server.embellishments.models import OWN_KEY, Embellishment
from server.pages.known import documents_of
from server.pages.models import Page
from server.photos.models import Photo
from server.stash.models import Paper
from server.words.models import ALPHABET_KEY, Alphabet

MOST_USES: Final = 12
MOST_PAGES: Final = 24


def entries(owner: Any, asked: dict[str, Any]) -> Any:
    """Return the finished pages that are looked for, the latest event first."""
    found = LogEntry.objects.visible_to(owner).finished().select_related("page").defer("thumb", "story", "used")
    found = found.saying(asked.get("words", ""))
    if "year" in asked:
        found = found.filter(Q(event__year=asked["year"]) | Q(event=None, finished__year=asked["year"]))
    if "key" in asked and "kind" in asked:
        found = found.filter(uses__kind=asked["kind"], uses__key=asked["key"])
    for name, field in (("who", "who"), ("tag", "tags")):
        if name in asked:
            wanted = asked[name].casefold()
            rows = LogEntry.objects.visible_to(owner).values_list("pk", field)
            found = found.among([pk for pk, names in rows if wanted in (str(n).casefold() for n in names)])
    return found


@dataclass(frozen=True, slots=True)
class LogIndex:
    """Who and what the logbook tells of, and when, with on how many pages."""

    who: Counter[str]
    tags: Counter[str]
    years: Counter[str]
    pages: int


def index_of(owner: Any) -> LogIndex:
    """Return what a person's logbook tells of."""
    rows = LogEntry.objects.visible_to(owner).finished().values_list("who", "tags", "event", "finished")
    who, tags, years = Counter[str](), Counter[str](), Counter[str]()
    for names, words, event, finished in rows:
        who.update(map(str, names))
        tags.update(map(str, words))
        years[str((event or finished).year)] += 1
    return LogIndex(who, tags, years, sum(years.values()))


@dataclass(frozen=True, slots=True)
class UseFound:
    """A thing that was used, whether some of it is still in the stash, and the pages it is on."""

    kind: str
    key: str
    name: str
    there: bool
    entries: tuple[LogEntry, ...]


def uses_named(owner: Any, words: str) -> tuple[UseFound, ...]:
    """Return things with all these words in their names that were used: "used or lost?"."""
    rows = LogUse.objects.filter(entry__page__owner=owner, entry__page__deleted_at=None).exclude(entry__finished=None)
    for word in words.split():
        rows = rows.filter(name__icontains=word)
    named: dict[tuple[str, str], str] = {}
    for kind, key, name in rows.values_list("kind", "key", "name").distinct()[:200]:
        named.setdefault((kind, key), name)
    found = []
    for (kind, key), name in sorted(named.items(), key=lambda one: one[1].lower())[:MOST_USES]:
        on = entries(owner, {"kind": kind, "key": key})[:MOST_PAGES]
        found.append(UseFound(kind, key, name, _is_there(owner, kind, key), tuple(on)))
    return tuple(found)


def _is_there(owner: Any, kind: str, key: str) -> bool:
    """Tell whether some of a thing is still in the stash."""
    match UsedKind(kind):
        case UsedKind.PAPER if key.isdecimal():
            paper = Paper.objects.visible_to(owner).filter(pk=int(key)).prefetch_related("stocks").first()
            return paper is not None and any(stock.count is None or stock.count > 0 for stock in paper.stocks.all())
        case UsedKind.EMBELLISHMENT if key.startswith(OWN_KEY):
            row = Embellishment.objects.visible_to(owner).filter(pk=key.removeprefix(OWN_KEY)).first()
            return row is not None and (row.count is None or row.count > 0)
        case UsedKind.LETTERS if key.startswith(ALPHABET_KEY):
            letters = Alphabet.objects.visible_to(owner).filter(pk=key.removeprefix(ALPHABET_KEY)).first()
            return letters is not None and any(letters.letters.values())
        case UsedKind.PHOTO if key.isdecimal():
            return Photo.objects.visible_to(owner).filter(pk=int(key)).exists()
        case _:
            return False


def events(owner: Any) -> list[tuple[Event, set[int], set[int]]]:
    """Return events with their photos that are on pages, and those pages."""
    rows = Photo.objects.visible_to(owner).exclude(taken=None).values_list("pk", "taken", "group")
    photos = [DatedPhoto(pk, taken.date(), group) for pk, taken, group in rows if taken is not None]
    pages_of = pages_of_photos(owner)
    found = []
    for event in events_of(photos):
        used = {photo for photo in event.photos if photo in pages_of}
        found.append((event, used, {page for photo in used for page in pages_of[photo]}))
    return found


def pages_of_photos(owner: Any, among: Iterable[int] | None = None) -> dict[int, set[int]]:
    """Return on which pages each photo is that is on one, at work or finished; of those ``among`` some, or of all."""
    pages_of: dict[int, set[int]] = {}
    for page, document in documents_of(Page.objects.visible_to(owner).at_work()).items():
        for placed in document.photos.values():
            pages_of.setdefault(placed.photo, set()).add(page)
    finished = LogUse.objects.filter(
        entry__page__owner=owner, entry__page__deleted_at=None, kind=UsedKind.PHOTO.value
    ).exclude(entry__finished=None)
    if among is not None:
        finished = finished.filter(key__in=[str(photo) for photo in among])
    for key, page in finished.values_list("key", "entry__page_id"):
        if key.isdecimal():
            pages_of.setdefault(int(key), set()).add(page)
    return pages_of


def photos_on_no_page(owner: Any, days: dict[int, tuple[date, date]]) -> dict[int, tuple[int, ...]]:
    """Return the photos that were taken from one day to another and are on no page, by the keys of these days."""
    first, last = min(begin for begin, _ in days.values()), max(end for _, end in days.values())
    rows = Photo.objects.visible_to(owner).filter(taken__date__gte=first, taken__date__lte=last).order_by("taken", "pk")
    taken = [(pk, moment.date()) for pk, moment in rows.values_list("pk", "taken") if moment]
    of_days = {key: tuple(photo for photo, day in taken if begin <= day <= end) for key, (begin, end) in days.items()}
    asked = {photo for photos in of_days.values() for photo in photos}
    used = pages_of_photos(owner, asked) if asked else {}
    return {key: tuple(photo for photo in photos if photo not in used) for key, photos in of_days.items()}
