"""How pieces stand to each other: what floats, is linked, faces out; twins in line, like patterns that touch.

All of it is common practice, no source; the distances are the project's own.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import combinations
from typing import Final

import shapely
from shapely.geometry import LineString
from shapely.geometry.base import BaseGeometry

from inkquilt.balance.surfaces import SURFACES, SeenSurface, VisiblePart
from inkquilt.balance.weight import Weighed
from inkquilt.embellishments import Accent, EmbellishmentKind
from inkquilt.layout import Layout
from inkquilt.lengths import INCH

#: A piece this near to another rests against it.
NEAR: Final = INCH / 8
#: Things this near to each other are one group to the eye.
LINKED: Final = INCH / 2
#: What must rest on something; bases and dots need not.
_MUST_REST: Final = frozenset(
    {EmbellishmentKind.MAIN, EmbellishmentKind.SPRIG, EmbellishmentKind.WORD, EmbellishmentKind.CORNER}
)
_RESTS_ON: Final = frozenset(
    {VisiblePart.MAT, VisiblePart.PHOTO, VisiblePart.TITLE, VisiblePart.WORDS, VisiblePart.TAG}
)
_GROUPED: Final = _RESTS_ON - {VisiblePart.MAT}
#: Twins stand in line when they are this near to one line, this near to each other, and turned alike.
_IN_LINE: Final = INCH / 16
TWIN_REACH: Final = 4 * INCH
_SAME_TURN: Final = 5.0
#: Patterns touch when their edges run side by side for so long.
_SIDE_BY_SIDE: Final = INCH
_PAPERS: Final = SURFACES | {VisiblePart.MAT}


def floating(weighed: Sequence[Weighed]) -> tuple[SeenSurface, ...]:
    """Return the pieces that rest on nothing and touch nothing but the page's papers."""
    outlines = [one.seen.outline for one in weighed]
    tree = shapely.STRtree(outlines)
    found = []
    for number, one in enumerate(weighed):
        seen = one.seen
        if seen.kind not in _MUST_REST or seen.is_scattered:
            continue
        near = tree.query(seen.outline, "dwithin", NEAR).tolist()
        if not any(other != number and _holds(weighed[other].seen, seen) for other in near):
            found.append(seen)
    return tuple(found)


def _holds(other: SeenSurface, piece: SeenSurface) -> bool:
    """Tell whether a piece can rest on or against another."""
    if other.part in _RESTS_ON:
        return True
    if other.part is VisiblePart.ACCENT:
        return other.kind is not EmbellishmentKind.DOT and not other.is_scattered
    # A strip's end or edge holds a piece that lies across it; a paper it lies wholly within does not.
    return other.part is VisiblePart.PAPER and not other.outline.contains(piece.outline)


def linked_groups(weighed: Sequence[Weighed]) -> tuple[tuple[str, ...], ...]:
    """Return which photos, titles, words and embellishments stand together, the largest group first."""
    things = [
        one.seen for one in weighed if one.seen.part in _GROUPED or (one.seen.accent and not one.seen.is_scattered)
    ]
    outlines = [thing.outline for thing in things]
    tree = shapely.STRtree(outlines)
    group = list(range(len(things)))

    def root(number: int) -> int:
        while group[number] != number:
            number = group[number]
        return number

    pairs = tree.query(outlines, "dwithin", LINKED).T.tolist() if outlines else []
    for one, other in pairs:
        group[root(one)] = root(other)
    members: dict[int, list[str]] = {}
    for number, thing in enumerate(things):
        members.setdefault(root(number), []).append(thing.key)
    return tuple(tuple(keys) for keys in sorted(members.values(), key=len, reverse=True))


def facing_out(layout: Layout, weighed: Sequence[Weighed]) -> tuple[SeenSurface, ...]:
    """Return the pieces that look off the page: away from its middle, with no photo, title or words before them."""
    targets = shapely.union_all([one.seen.outline for one in weighed if one.seen.part in _GROUPED])
    found = []
    for one in weighed:
        accent = one.seen.accent
        if accent is None or accent.heading is None or one.seen.is_scattered:
            continue
        if looks_off(layout, accent, accent.heading, targets):
            found.append(one.seen)
    return tuple(found)


def looks_off(layout: Layout, accent: Accent, heading: float, targets: BaseGeometry) -> bool:
    """Tell whether a piece facing so many degrees clockwise from the right looks off the page."""
    angle = math.radians(heading)
    x, y = accent.x, accent.y
    width, height = layout.page.width, layout.page.height
    if (width / 2 - x) * math.cos(angle) + (height / 2 - y) * math.sin(angle) >= 0:
        return False
    far = 2 * max(width, height)
    sight = LineString([(x, y), (x + far * math.cos(angle), y + far * math.sin(angle))])
    # What it lies on does not count: it looks from its own edge on.
    return not sight.difference(accent.outline.buffer(1)).intersection(targets).length > INCH / 4


@dataclass(frozen=True, slots=True)
class Twins:
    """Two pieces of one shape in one line, close together and turned alike."""

    one: SeenSurface
    other: SeenSurface


def twins_in_line(weighed: Sequence[Weighed]) -> tuple[Twins, ...]:
    """Return the pairs of one shape that stand in line in a scattered background."""
    by_what: dict[tuple[str, str], list[tuple[SeenSurface, Accent]]] = {}
    for one in weighed:
        accent = one.seen.accent
        if accent is not None and one.seen.is_scattered:
            by_what.setdefault((accent.group, accent.what.key), []).append((one.seen, accent))
    return tuple(
        Twins(one, other)
        for members in by_what.values()
        for (one, first), (other, second) in combinations(members, 2)
        if are_twins(first, second)
    )


def are_twins(one: Accent, other: Accent) -> bool:
    """Tell whether two pieces of one shape stand in one line, close together and turned alike."""
    across, down = abs(one.x - other.x), abs(one.y - other.y)
    turn = abs(one.turn - other.turn) / 100 % 360
    alike = min(turn, 360 - turn) <= _SAME_TURN
    return alike and min(across, down) <= _IN_LINE and max(across, down) <= TWIN_REACH


def like_patterns_touching(weighed: Sequence[Weighed]) -> tuple[tuple[SeenSurface, SeenSurface], ...]:
    """Return the pairs of busy or striped papers of one kind, not the same paper, that lie side by side."""
    papers = [
        one for one in weighed if one.seen.part in _PAPERS and one.seen.pattern is not None and one.seen.pattern.is_bold
    ]
    found = []
    for one, other in combinations(papers, 2):
        if one.seen.pattern is not other.seen.pattern or one.seen.colours == other.seen.colours:
            continue
        side = one.visible.buffer(INCH / 64).intersection(other.visible).area / (INCH / 64)
        if side >= _SIDE_BY_SIDE:
            found.append((one.seen, other.seen))
    return tuple(found)


def beside_the_wrong_sides(weighed: Sequence[Weighed]) -> tuple[SeenSurface, ...]:
    """Return clusters' main pieces on a photo's short side: wide photos are decorated at the sides, tall ones above."""
    photos = [one.seen for one in weighed if one.seen.part is VisiblePart.PHOTO]
    found = []
    for one in weighed:
        if one.seen.kind is not EmbellishmentKind.MAIN or one.seen.is_scattered or not photos:
            continue
        photo = min(photos, key=lambda other: other.outline.distance(one.seen.outline))
        if photo.outline.distance(one.seen.outline) > LINKED:
            continue
        left, top, right, bottom = photo.outline.bounds
        wide = (right - left) > 1.15 * (bottom - top)
        tall = (bottom - top) > 1.15 * (right - left)
        at_side = not left <= one.x <= right
        above_or_below = not top <= one.y <= bottom
        if (wide and above_or_below and not at_side) or (tall and at_side and not above_or_below):
            found.append(one.seen)
    return tuple(found)
