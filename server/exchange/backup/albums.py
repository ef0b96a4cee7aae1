"""Albums and goals in the zip of everything: which pages lie in them, and where a hand laid them."""

from collections.abc import Callable
from typing import Any

from inkquilt.album.goal_lines import read_goal
from server.album.models import FIRST, Album, AlbumPlace, Goal
from server.common.owned import Owned
from server.exchange.backup.facts import ALBUM_FACTS, PLACE_FACTS


def albums_told(owner: Any) -> list[dict[str, Any]]:
    """Return a person's albums with their pages by number."""
    return [
        {
            **{name: getattr(album, name) for name in ALBUM_FACTS},
            "pages": [
                {"page": place.page_id, **{name: getattr(place, name) for name in PLACE_FACTS}}
                for place in AlbumPlace.objects.taken(owner).filter(album=album).order_by("pk")
            ],
        }
        for album in Album.objects.visible_to(owner)
    ]


def goals_told(owner: Any) -> list[dict[str, Any]]:
    """Return a person's goals as they were said, and when."""
    return [{"name": goal.line, "created": goal.created.isoformat()} for goal in Goal.objects.visible_to(owner)]


def restore_album(row: dict[str, Any], owner: Any, pages: dict[int, int], put_aside: Callable[[Owned], None]) -> None:
    """Restore an album; a page is called by its new number. Raises for what is no album."""
    album = Album(owner=owner, **{name: row[name] for name in ALBUM_FACTS})
    album.full_clean(exclude=["owner"])
    put_aside(album)
    for told in row["pages"]:
        place = AlbumPlace(page_id=pages[told["page"]], album=album, **{name: told[name] for name in PLACE_FACTS})
        if place.after is not None and place.after != FIRST:
            place.after = pages.get(place.after)
            place.turn = place.turn if place.after is not None else None
        place.full_clean(exclude=["page", "album"])
        place.save()


def goal_of(row: dict[str, Any], owner: Any) -> Goal:
    """Return a goal, not kept yet. Raises for what is none."""
    read_goal(str(row["name"]))
    goal = Goal(owner=owner, line=str(row["name"]))
    goal.full_clean(exclude=["owner"])
    return goal
