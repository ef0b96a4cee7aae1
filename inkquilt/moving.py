"""Embellishments moved: what goes along with a piece, and with the page when it is fitted anew.

A cluster goes along with its base or main piece, and with the nearest corner of the nearest photo, title, words or
tag. Common practice, no source. Places are centres in grains from the page's top left corner.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import replace
from typing import Final

from shapely.geometry import Point

from inkquilt.embellishments import Accent, EmbellishmentKind
from inkquilt.lengths import Grains
from inkquilt.page import Page
from inkquilt.photos.cover import outline_on_page
from inkquilt.sketch.model import Block, Role

#: What embellishments go along with.
_HOLDS: Final = frozenset({Role.PHOTO, Role.TITLE, Role.JOURNALING, Role.TAG, Role.CLUSTER})


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


def going_along(
    accents: Sequence[Accent], before: Iterable[Block], after: Iterable[Block], old: Page, new: Page
) -> tuple[Accent, ...]:
    """Return pieces after the page was fitted anew: each group moved like the corner it is nearest to.

    Scattered ones keep their part of the page. All others stay on it.
    """
    now = {block.id: block for block in after}
    held = [block for block in before if block.role in _HOLDS and block.id in now]
    groups: dict[str, list[Accent]] = {}
    for accent in accents:
        groups.setdefault(accent.group or accent.key, []).append(accent)
    moved: dict[str, Accent] = {}
    for members in groups.values():
        if members[0].is_scattered:
            across, down = new.width / old.width, new.height / old.height
            for one in members:
                moved[one.key] = one.moved(round(one.x * across), round(one.y * down))
            continue
        dx, dy = _shift(members, held, now)
        for one in members:
            moved[one.key] = kept_on(one.moved(one.x + dx, one.y + dy), new)
    return tuple(replace(one, under=one.under if one.under in now else None) for one in (moved[a.key] for a in accents))


def _shift(members: Sequence[Accent], held: Sequence[Block], now: Mapping[str, Block]) -> tuple[Grains, Grains]:
    """Return how far the nearest corner of the nearest block moved."""
    if not held:
        return 0, 0
    x, y = middle_of(members)
    spot = Point(x, y)
    block = min(held, key=lambda one: outline_on_page(one).distance(spot))
    after = now[block.id]
    right, low = x > block.x + block.width / 2, y > block.y + block.height / 2
    return (
        after.x - block.x + (after.width - block.width if right else 0),
        after.y - block.y + (after.height - block.height if low else 0),
    )
