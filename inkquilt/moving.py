"""Embellishments moved by hand: a cluster goes along with its base or main piece. Common practice, no source.

Places are centres in grains from the page's top left corner.
"""

from __future__ import annotations

from collections.abc import Sequence

from inkquilt.embellishments import Accent, EmbellishmentKind
from inkquilt.lengths import Grains
from inkquilt.page import Page


def leads_group(one: Accent) -> bool:
    """Tell whether a piece takes its cluster along: as its base or main piece it does."""
    leads = one.what.kind in (EmbellishmentKind.BASE, EmbellishmentKind.MAIN)
    return leads and bool(one.group) and not one.is_scattered


def goes_along(accents: Sequence[Accent], one: Accent) -> list[Accent]:
    """Return what goes along with a piece: the cluster it leads, or itself."""
    return [other for other in accents if other.group == one.group] if leads_group(one) else [one]


def middle_of(members: Sequence[Accent]) -> tuple[float, float]:
    """Return the mean of the centres of one piece or more."""
    return sum(one.x for one in members) / len(members), sum(one.y for one in members) / len(members)


def kept_on(accent: Accent, page: Page) -> Accent:
    """Return a piece moved onto the page by as much as it sticks out."""
    left, top, right, bottom = accent.outline.bounds
    x = accent.x + max(0, round(-left)) - max(0, round(right - page.width))
    y = accent.y + max(0, round(-top)) - max(0, round(bottom - page.height))
    return accent.moved(x, y)


def moved_with_cluster(
    accents: Sequence[Accent], one: Accent, x: Grains, y: Grains, page: Page, *, alone: bool = False
) -> list[Accent]:
    """Return a piece moved to a place, and what goes along unless it goes ``alone``; all stay on the page."""
    landed = kept_on(one.moved(x, y), page)
    dx, dy = landed.x - one.x, landed.y - one.y
    members = [one] if alone else goes_along(accents, one)
    return [kept_on(member.moved(member.x + dx, member.y + dy), page) for member in members]
