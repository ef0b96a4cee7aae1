"""What is told of albums and goals."""

from collections.abc import Iterable, Sequence
from typing import Any, Final

from inkquilt.album.goals import Every
from inkquilt.album.openings import Opening, Place
from inkquilt.album.order import AlbumPage
from inkquilt.album.spine import Spine, leaves_words
from inkquilt.assembly.wording import thick_words
from inkquilt.lengths import Unit, size_with_unit, with_unit
from inkquilt.paper.entry import unit_of
from inkquilt.photos.events import day_words
from inkquilt.sketch.model import Size
from server.album.albums import AlbumLook, fits
from server.album.goals import GoalLook
from server.album.models import Album, LogEntry
from server.album.presenters import card_of

_COVERS: Final = 3
#: So many times of a goal that are missing are named.
_NAMED: Final = 4


def albums_answer(looks: Sequence[AlbumLook], loose: Iterable[LogEntry], count: int) -> dict[str, Any]:
    """Return all albums, and the latest loose pages of so many, with the albums each would go into."""
    return {
        "albums": [album_card(look) for look in looks],
        "loose": [
            {
                **card_of(entry),
                "size": _size(entry, unit_of(Size(entry.width, entry.height))),
                "albums": [look.album.pk for look in looks if fits(look.album, entry)],
            }
            for entry in loose
        ],
        "loose_count": count,
    }


def _size(sized: LogEntry | Album, unit: Unit) -> str:
    return size_with_unit(sized.width, sized.height, unit)


def days_of(pages: Sequence[AlbumPage]) -> str:
    """Return from when to when pages tell, in words."""
    days = [day for page in pages for day in (page.first, page.last) if day is not None]
    return day_words(min(days), max(days)) if days else ""


def album_card(look: AlbumLook) -> dict[str, Any]:
    """Return an album as it stands on the shelf."""
    album, unit = look.album, Unit(look.album.unit)
    return {
        "id": album.pk,
        "name": album.name,
        "size": _size(album, unit),
        "width": album.width / unit.grains,
        "height": album.height / unit.grains,
        "unit": unit.value,
        "pages": len(look.pages),
        "when": days_of(look.pages),
        "thumbs": [card_of(look.entries[page.key])["thumb"] for page in look.pages[:_COVERS]],
        "full": look.spine.over > 0,
    }


def album_answer(look: AlbumLook) -> dict[str, Any]:
    """Return an album as it lies."""
    by_key = {page.key: page for page in look.pages}
    told = dict.fromkeys([*by_key, *(key for keys in look.facing.values() for key in keys)])
    return {
        **album_card(look),
        "in_protectors": look.album.in_protectors,
        "starts_right": look.album.starts_right,
        "spine": _spine(look),
        "openings": [_opening(look, opening) for opening in look.openings],
        "order": [page.key for page in look.pages],
        "loose": [card_of(entry) for entry in look.loose],
        "loose_count": look.loose_count,
        "known": [
            {
                **card_of(look.entries[key]),
                "is_spread": look.entries[key].is_spread,
                "by_hand": key in by_key and by_key[key].by_hand is not None,
                "waits": key in by_key and by_key[key].waits,
                "here": key in by_key,
            }
            for key in told
        ],
    }


def _opening(look: AlbumLook, opening: Opening) -> dict[str, Any]:
    lonely = opening.lonely
    return {
        "left": _place(opening.left),
        "right": _place(opening.right),
        "is_cover": opening.is_cover,
        "together": opening.together,
        "lonely": lonely,
        "facing": list(look.facing.get(lonely, ())) if lonely else [],
        "photos_left": len(look.left.get(lonely, ())) if lonely else 0,
    }


def _place(place: Place | None) -> dict[str, Any] | None:
    return None if place is None else {"page": place.page, "shown": place.shown.value}


def _spine(look: AlbumLook) -> dict[str, Any]:
    unit, spine = Unit(look.album.unit), look.spine
    return {
        "words": _spine_words(spine, unit),
        "thick": leaves_words(spine.thick, unit),
        "room": None if spine.room is None else with_unit(spine.room, unit),
        "full": spine.over > 0,
        "part": None if not spine.room else round(spine.thick / spine.room, 3),
        "advice": list(_advice(look, unit)),
    }


def _spine_words(spine: Spine, unit: Unit) -> str:
    thick = leaves_words(spine.thick, unit)
    if spine.room is None:
        return f"its leaves are about {thick} thick"
    room = with_unit(spine.room, unit)
    if spine.over:
        return f"about {thick} of leaves on a spine that takes {room}"
    return f"about {thick} of {room}"


def _advice(look: AlbumLook, unit: Unit) -> Any:
    spine = look.spine
    if not spine.over:
        return
    if spine.full_at is not None:
        name = look.entries[spine.full_at].page.name
        yield f"From “{name}” on it is more than the spine takes: begin a second album there."
    thick = [look.entries[key] for key in spine.thickest]
    if thick:
        named = ", ".join(f"“{entry.page.name}” ({thick_words(entry.counted, unit)})" for entry in thick)
        yield f"The thickest pages are {named}: their steps for sticking down tell what would be flatter."


def goal_answer(look: GoalLook) -> dict[str, Any]:
    """Return a goal and how far it is."""
    return {
        "id": look.goal.pk,
        "name": look.goal.line,
        "every": look.core.every.value,
        "words": _goal_words(look),
        "missing": sum(one.missing for one in look.times),
        "times": [
            {
                "words": one.span.words,
                "have": one.have,
                "missing": one.missing,
                "is_open": one.is_open,
                "photos": photos,
            }
            for one, photos in zip(look.times, look.photos, strict=True)
        ],
    }


def _goal_words(look: GoalLook) -> str:
    missing = [one for one in look.times if one.missing]
    if not missing:
        return "all there"
    if look.core.every is Every.ONCE:
        have, want = missing[0].have, missing[0].want
        return f"{have} of {want} pages made, {want - have} to go"
    named = ", ".join(one.span.words for one in missing[:_NAMED])
    more = f" and {len(missing) - _NAMED} more" if len(missing) > _NAMED else ""
    return f"{len(look.times) - len(missing)} of {len(look.times)} made; missing: {named}{more}"
