"""Finishing a page and keeping the record of it.

Finishing takes one touch: dates come from the photos, what was used from the page. What she puts right stays as she put
it, however often the page is finished again.
"""

from collections.abc import Iterable
from datetime import date
from typing import Any, Final

from django.db import connection, transaction
from django.utils import timezone

from inkquilt.album.spine import counted_for
from inkquilt.assembly.thickness import thickness_of
from inkquilt.composition.document import PageDocument
from inkquilt.composition.stories import pieces_spent
from inkquilt.composition.used import Names, Used, UsedKind, used_on
from inkquilt.embellishments import used_of
from inkquilt_io.painting.page import PictureKind
from server.album.models import WORDS_TABLE, LogEntry, LogUse
from server.common.asked import refuse
from server.embellishments.models import OWN_KEY, Embellishment
from server.pages.drawn import painted_page
from server.pages.known import document_of
from server.pages.models import Page
from server.photos.models import Photo
from server.solving.pool import solvers
from server.sticking.services import assembly_on
from server.tools.models import ShapingTool
from server.words.models import Alphabet

#: The small picture of a page is so many pixels long.
_THUMB: Final = 420


def names_for(owner: Any, document: PageDocument) -> Names:
    """Return what things on a page are called that it knows by their keys; put aside or not."""
    photos = Photo.objects.filter(owner=owner, pk__in=[placed.photo for placed in document.photos.values()])
    letters = {alphabet.key: alphabet.name for alphabet in Alphabet.objects.filter(owner=owner)}
    tools = dict(ShapingTool.objects.filter(owner=owner).values_list("pk", "name"))
    return Names({photo.pk: photo.name for photo in photos}, letters, tools)


def finish(*, page: Page) -> LogEntry:
    """Say that a page is finished, or finished again: what was used is read anew, the rest stays as it was put."""
    document = document_of(page)
    thumb: bytes = solvers().run("page_picture", painted_page(page, document), PictureKind.JPEG, _THUMB)
    used = used_on(document, names_for(page.owner, document))
    first, last = _taken(page.owner, document)
    fold = document.page.fold
    thick = counted_for(thickness_of(assembly_on(document).page))
    with transaction.atomic():
        entry, _ = LogEntry.objects.get_or_create(
            page=page, defaults={"event": first, "event_end": last, "story": _story(document)}
        )
        entry.finished, entry.thumb = entry.finished or timezone.localdate(), thumb
        entry.width, entry.height = fold.at if fold else document.page.width, document.page.height
        entry.is_spread, entry.counted = fold is not None, thick
        _give_back(entry)
        _take(entry, document)
        entry.save(update_fields=["finished", "thumb", "width", "height", "is_spread", "counted", "taken"])
        keep_uses(entry, used)
        keep_words(entry)
    return entry


def _take(entry: LogEntry, document: PageDocument) -> None:
    """Take what lies on a page out of the stash, as far as there is any; what never runs out stays."""
    lying = used_of(document.accents, pieces_spent(document.stories.values()))
    for row in _owned(entry, lying):
        if row.count is not None and (taken := min(row.count, lying[row.key])):
            row.count -= taken
            row.save(update_fields=["count"])
            entry.taken[row.key] = taken


def _give_back(entry: LogEntry) -> None:
    """Put what a page took back into the stash."""
    for row in _owned(entry, entry.taken):
        if row.count is not None:
            row.count += entry.taken[row.key]
            row.save(update_fields=["count"])
    entry.taken = {}


def _owned(entry: LogEntry, keys: Iterable[str]) -> Iterable[Embellishment]:
    numbers = [key.removeprefix(OWN_KEY) for key in keys if key.startswith(OWN_KEY)]
    return Embellishment.objects.select_for_update().filter(owner=entry.page.owner_id, pk__in=numbers)


def keep_uses(entry: LogEntry, used: Iterable[Used]) -> None:
    """Keep what a page was made with."""
    entry.uses.all().delete()
    LogUse.objects.bulk_create(
        LogUse(entry=entry, kind=one.kind.value, key=one.key[:80], name=one.name[:200], count=one.count, area=one.area)
        for one in used
    )


def describe(*, entry: LogEntry, facts: dict[str, Any]) -> LogEntry:
    """Put right what is known of a page; what is not named stays."""
    with transaction.atomic():
        for name, value in facts.items():
            setattr(entry, name, value)
        if facts.get("finished", entry.finished) is None:
            _give_back(entry)
        if "event" in facts and "event_end" not in facts:
            entry.event_end = entry.event
        first, last = entry.event, entry.event_end
        if (first is None) != (last is None) or (first is not None and last is not None and last < first):
            raise refuse("event-days", "An event has a first day, and ends on it or later.", "event_end")
        entry.save()
        keep_words(entry)
    return entry


def _taken(owner: Any, document: PageDocument) -> tuple[date | None, date | None]:
    """Return the first and the last day on which the photos of a page were taken."""
    photos = Photo.objects.filter(owner=owner, pk__in=[placed.photo for placed in document.photos.values()])
    days = sorted(taken.date() for taken in photos.values_list("taken", flat=True) if taken is not None)
    return (days[0], days[-1]) if days else (None, None)


def _story(document: PageDocument) -> str:
    """Return the words that stand on a page, story by story."""
    return "\n\n".join(story.text for story in document.stories.values() if story.text)


def used_words(entry: LogEntry) -> str:
    """Return what was used in words: hers, or as it writes itself, a line for each kind."""
    if entry.used is not None:
        return entry.used
    lines: dict[str, list[str]] = {}
    for use in entry.uses.all():
        lines.setdefault(_HEADS[UsedKind(use.kind)], []).append(
            f"{use.count} {use.name}" if use.count > 1 else use.name
        )
    return "\n".join(f"{head}: {', '.join(names)}" for head, names in lines.items())


_HEADS: Final = {
    UsedKind.PAPER: "Papers",
    UsedKind.PHOTO: "Photos",
    UsedKind.LETTERS: "Letters",
    UsedKind.EMBELLISHMENT: "Embellishments",
    UsedKind.TOOL: "Tools",
    UsedKind.TECHNIQUE: "Techniques",
}


def keep_words(entry: LogEntry) -> None:
    """Keep everything that a page can be found by."""
    page, document = entry.page, document_of(entry.page)
    said = [
        page.name,
        *(title for title in document.titles.values() if title),
        document.sketch.name,
        entry.story,
        _story(document),
        " ".join(map(str, entry.who)),
        entry.place,
        " ".join(map(str, entry.tags)),
        used_words(entry),
        *entry.uses.values_list("name", flat=True),
        *(day.strftime("%Y %B %-d") for day in (entry.event, entry.finished) if day),
    ]
    with connection.cursor() as cursor:
        cursor.execute(f"DELETE FROM {WORDS_TABLE} WHERE rowid = %s", [entry.pk])
        cursor.execute(f"INSERT INTO {WORDS_TABLE}(rowid, words) VALUES (%s, %s)", [entry.pk, "\n".join(said)])
