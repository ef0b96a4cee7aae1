"""What of her stash may lie on a page; on one that is made from a box only what lies in that, and what lies there."""

from collections.abc import Iterable
from dataclasses import replace

from inkquilt.embellishments import Accent, Embellishment
from server.boxes.models import ProjectBox
from server.boxes.services import contents_of
from server.embellishments.models import owned_by
from server.pages.models import Page


def things_of(page: Page) -> tuple[Embellishment, ...]:
    """Return every embellishment of a page's owner; what a finished page took out of the stash counts as there."""
    owned = owned_by(page.owner)
    record = getattr(page, "log", None)
    taken: dict[str, int] = record.taken if record is not None else {}
    if not taken:
        return owned
    return tuple(
        replace(one, count=one.count + taken[one.key]) if one.count is not None and one.key in taken else one
        for one in owned
    )


def things_offered(page: Page, lying: Iterable[Accent]) -> tuple[Embellishment, ...]:
    """Return the embellishments that are proposed for a page: of its box where that has any, and those that lie."""
    owned, box = things_of(page), box_of(page)
    kept = {row.key for row in contents_of(box, "embellishments")} if box is not None else set()
    if not kept:
        return owned
    kept |= {accent.what.key for accent in lying}
    return tuple(one for one in owned if one.key in kept)


def papers_offered(page: Page) -> frozenset[int] | None:
    """Return the papers that are proposed for a page: those of its box, None for all of the stash."""
    box = box_of(page)
    kept = frozenset(row.pk for row in contents_of(box, "papers")) if box is not None else frozenset()
    return kept or None


def box_of(page: Page) -> ProjectBox | None:
    """Return the box a page is made from, as long as that was not put aside."""
    box: ProjectBox | None = page.box
    return box if box is not None and box.deleted_at is None else None
