"""What is told of finished pages."""

from collections import Counter
from collections.abc import Iterable
from typing import Any, Final

from inkquilt.photos.events import Event, day_words
from inkquilt_io.print_values import Slip
from server.album.logbook import LogIndex, UseFound
from server.album.models import AlbumPlace, LogEntry
from server.album.services import used_words

_THUMBS: Final = 6


def entry_answer(entry: LogEntry) -> dict[str, Any]:
    """Return everything that is known of a page."""
    return {
        **card_of(entry),
        "event_end": entry.event_end,
        "story": entry.story,
        "used": [{"kind": use.kind, "key": use.key, "name": use.name, "count": use.count} for use in entry.uses.all()],
        "used_words": used_words(entry),
        "own_words": entry.used is not None,
        "album": _album_of(entry),
    }


def _album_of(entry: LogEntry) -> dict[str, Any] | None:
    """Return the album a page lies in, by number and name."""
    place = AlbumPlace.objects.filter(page=entry.page_id, album__deleted_at=None).select_related("album").first()
    return None if place is None else {"id": place.album_id, "name": place.album.name}


def card_of(entry: LogEntry) -> dict[str, Any]:
    """Return a page as it stands in the logbook."""
    return {
        "page": entry.page_id,
        "name": entry.page.name,
        "when": day_words(entry.event, entry.event_end),
        "event": entry.event,
        "finished": entry.finished,
        "who": entry.who,
        "place": entry.place,
        "tags": entry.tags,
        "thumb": f"/api/pages/{entry.page_id}/thumb/?at={entry.page.version}",
    }


def facts_of(entry: LogEntry) -> tuple[tuple[str, str], ...]:
    """Return when, who and where, each with its head; what nobody said is empty."""
    return (
        ("When", day_words(entry.event, entry.event_end)),
        ("Who", ", ".join(map(str, entry.who))),
        ("Where", entry.place),
        ("Made", day_words(entry.finished, None)),
        ("Tags", ", ".join(map(str, entry.tags))),
    )


def slip_of(entry: LogEntry) -> Slip:
    """Return what stands on the slip for the back of a page."""
    return Slip(entry.page.name, facts_of(entry), entry.story, tuple(used_words(entry).splitlines()))


def index_answer(index: LogIndex) -> dict[str, Any]:
    """Return who and what the logbook tells of, the most first; years from the latest."""
    return {
        "who": _counted(index.who),
        "tags": _counted(index.tags),
        "years": [{"name": year, "pages": index.years[year]} for year in sorted(index.years, reverse=True)],
        "pages": index.pages,
    }


def _counted(counts: Counter[str]) -> list[dict[str, Any]]:
    return [{"name": name, "pages": pages} for name, pages in sorted(counts.items(), key=lambda one: (-one[1], one[0]))]


def use_answer(found: UseFound) -> dict[str, Any]:
    """Return a thing that was used."""
    return {
        "kind": found.kind,
        "key": found.key,
        "name": found.name,
        "there": found.there,
        "pages": [card_of(entry) for entry in found.entries],
    }


def event_answer(event: Event, used: set[int], entries: Iterable[LogEntry]) -> dict[str, Any]:
    """Return an event with its photos and pages."""
    return {
        "first": event.first,
        "last": event.last,
        "when": day_words(event.first, event.last),
        "name": event.name,
        "photos": len(event.photos),
        "used": len(used),
        "pages": [card_of(entry) for entry in entries],
        "thumbs": [f"/api/photos/{photo}/thumb/" for photo in event.photos[:_THUMBS]],
    }
