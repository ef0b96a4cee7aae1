"""A background of many small pieces: stamps, stickers, dots, splatters.

Each piece goes where the gap is large (best of many candidate places after Mitchell, "Spectrally optimal sampling for
distribution ray tracing", SIGGRAPH 1991: the idea of his best-candidate sampling), but not always the very
largest, so that no pattern shows. Angles differ, neighbours differ in kind and colour, no two of one shape stand in
line, some run off the edges, none is wasted under a photo beyond a lip. Common practice, no source.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Final

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely.geometry import box
from shapely.geometry.base import BaseGeometry
from shapely.ops import unary_union

from inkquilt.balance.links import are_twins
from inkquilt.embellishments import (
    MOST_ACCENTS,
    SCATTER,
    Accent,
    Embellishment,
    EmbellishmentKind,
    free_group,
    free_key,
    on_step,
)
from inkquilt.errors import CoreError
from inkquilt.layout import Layout
from inkquilt.lengths import INCH, Grains
from inkquilt.moving import kept_on
from inkquilt.photos.cover import outline_on_page
from inkquilt.sketch.model import Role

#: Candidate places to a page.
_CANDIDATES: Final = 3_000
#: One of the best so many places is taken.
_AMONG: Final = 12
#: When nothing fits at the best places, the next best are looked at, so often before it is given up.
_TRIES: Final = 60
#: A piece counts as lying on its surface when this part of it does: outlines are cut to whole grains.
_ON_IT: Final = 0.999
#: Turned by the golden angle from one to the next, no two neighbours lie alike.
_GOLDEN: Final = 13_751
#: A piece may reach so far under a photo or mat.
LIP: Final[Grains] = INCH // 8
#: Of pieces that run off, this part stays on the page at least.
_STAYS: Final = 0.35
#: What a background never lies over.
_OVER_NOTHING: Final = frozenset({Role.TITLE, Role.JOURNALING})
_HIDES: Final = frozenset({Role.PHOTO, Role.MAT, Role.TAG})


@dataclass(frozen=True, slots=True)
class ScatterWish:
    """How many, on which surface (None for the whole page), the share that runs off the edges, denser to clusters.

    ``spacing`` is the least from middle to middle, 0 for as wide as they go; ``over_photos`` lets splatters lie
    on photos; ``only`` these embellishments are taken.
    """

    count: int = 30
    on: str | None = None
    off_edge: float = 0.15
    denser: bool = False
    spacing: Grains = 0
    over_photos: bool = False
    only: frozenset[str] | None = None
    seed: int = 1


class NothingToScatter(CoreError):
    """Nothing that could be scattered, or nowhere to scatter it."""

    code = "nothing-to-scatter"


def scatter(
    layout: Layout, owned: Sequence[Embellishment], left: Mapping[str, int], wish: ScatterWish
) -> tuple[Accent, ...]:
    """Return pieces scattered over a page: as many as were wished for, or as there are and have room.

    Raises ``NothingToScatter``.
    """
    stock = _stock(owned, left, wish)
    room = room_for(layout, wish)
    if not stock or room.is_empty:
        raise NothingToScatter(
            "There is nothing to scatter: dots, small main pieces or stamps under 1 1/2 in would do."
            if not stock
            else "There is no room left to scatter anything on."
        )
    maker = _Maker(layout, stock, room, wish)
    return tuple(maker.laid(min(wish.count, MOST_ACCENTS - len(layout.accents))))


def add_in_gap(
    layout: Layout, owned: Sequence[Embellishment], left: Mapping[str, int], wish: ScatterWish, group: str
) -> Accent | None:
    """Return one more piece where the gap is largest, or None when there is none left or no room."""
    stock = _stock(owned, left, wish)
    room = room_for(layout, wish)
    if not stock or room.is_empty:
        return None
    standing = [accent for accent in layout.accents if accent.group == group]
    maker = _Maker(layout, stock, room, replace(wish, off_edge=0.0), standing, group)
    return next(iter(maker.laid(1, among=1)), None)


def _stock(owned: Sequence[Embellishment], left: Mapping[str, int], wish: ScatterWish) -> list[Embellishment]:
    small = [
        one
        for one in owned
        if left.get(one.key) and (one.key in wish.only if wish.only is not None else _is_small(one))
    ]
    return [replace(one, count=left[one.key]) for one in small]


def _is_small(one: Embellishment) -> bool:
    """Tell whether a piece is scattered when nothing is said: none of what clusters are made of."""
    made_of = (EmbellishmentKind.BASE, EmbellishmentKind.WORD, EmbellishmentKind.CORNER)
    return max(one.size.width, one.size.height) <= 3 * INCH // 2 and one.kind not in made_of


def surface_of(layout: Layout, wish: ScatterWish) -> BaseGeometry:
    """Return what is scattered on: a piece of paper as it lies, or the page."""
    page = box(0, 0, layout.page.width, layout.page.height)
    block = next((block for block in layout.blocks if block.id == wish.on), None)
    return page if block is None else page.intersection(outline_on_page(block))


def room_for(layout: Layout, wish: ScatterWish) -> BaseGeometry:
    """Return where the middles of pieces may lie."""
    page = layout.whole
    if layout.page.fold is not None:
        page = page.difference(box(layout.page.fold.at, 0, layout.page.fold.end, layout.page.height))
    if wish.on is not None:
        surface = next((block for block in layout.blocks if block.id == wish.on), None)
        page = page.intersection(outline_on_page(surface)) if surface else page
        above = [b for b in layout.blocks if surface and b.level > surface.level and b.role not in _HIDES]
        page = page.difference(unary_union([outline_on_page(block) for block in above]))
    hidden = [] if wish.over_photos else [outline_on_page(b).buffer(-LIP) for b in layout.blocks if b.role in _HIDES]
    shy = [outline_on_page(block).buffer(LIP) for block in layout.blocks if block.role in _OVER_NOTHING]
    shy += [words.outline.buffer(LIP) for words in layout.words]
    shy += [area.buffer(LIP) for _, area in layout.focal]
    shy += [one.outline.buffer(LIP) for one in layout.accents if not one.is_scattered]
    return page.difference(unary_union([*hidden, *shy]))


def tucked_under(layout: Layout, wish: ScatterWish) -> str | None:
    """Return the block a background lies right beneath: the lowest that is no paper; splatters lie on top of all."""
    if wish.over_photos:
        return None
    stacked = sorted(layout.blocks, key=lambda block: (block.role is not Role.BASE, block.level))
    levels = {block.id: number for number, block in enumerate(stacked)}
    lowest = levels.get(wish.on, -1) if wish.on is not None else -1
    return next((b.id for b in stacked[lowest + 1 :] if b.role in _HIDES | _OVER_NOTHING or wish.on is not None), None)


class _Maker:
    """Lays pieces one by one; candidates keep their distance to the nearest piece laid."""

    def __init__(
        self,
        layout: Layout,
        stock: Sequence[Embellishment],
        room: BaseGeometry,
        wish: ScatterWish,
        standing: Sequence[Accent] = (),
        group: str | None = None,
    ) -> None:
        self.layout, self.wish, self.standing = layout, wish, list(standing)
        self.left = {one.key: one.count or 0 for one in stock}
        self.stock = list(stock)
        self.chance = np.random.default_rng(wish.seed + 1)
        self.group = group or free_group(layout.accents, SCATTER)
        self.under = tucked_under(layout, wish)
        self.laid_now: list[Accent] = []
        self.surface = surface_of(layout, wish)
        shapely.prepare(self.surface)
        self.places = self._candidates(room)
        points = shapely.points(self.places)
        self.to_edge: NDArray[np.float64] = shapely.distance(points, self.surface.boundary)
        self.gaps: NDArray[np.float64] = np.full(len(self.places), np.inf)
        self.density = self._density()
        for one in self.standing:
            self._mind(one)

    def _candidates(self, room: BaseGeometry) -> NDArray[np.float64]:
        numbers = np.random.default_rng(self.wish.seed)
        left, top, right, bottom = room.bounds
        share = max(0.02, room.area / ((right - left) * (bottom - top)))
        points = numbers.uniform((left, top), (right, bottom), (int(_CANDIDATES / share), 2))
        shapely.prepare(room)
        inside: NDArray[np.float64] = points[shapely.contains_xy(room, points[:, 0], points[:, 1])]
        return inside

    def _density(self) -> NDArray[np.float64]:
        """Return how much nearer to each other pieces may lie at each place: gaps count for more near clusters."""
        middles = [(a.x, a.y) for a in self.layout.accents if not a.is_scattered]
        if not self.wish.denser or not middles:
            return np.ones(len(self.places))
        away = np.min([np.hypot(*(self.places - middle).T) for middle in middles], axis=0)
        density: NDArray[np.float64] = 0.35 + 1.3 * np.exp(-away / (2.5 * INCH))
        return density

    def _mind(self, one: Accent) -> None:
        away = np.hypot(self.places[:, 0] - one.x, self.places[:, 1] - one.y)
        self.gaps = np.minimum(self.gaps, away)

    def laid(self, count: int, among: int = _AMONG) -> list[Accent]:
        """Lay so many pieces."""
        edge = round(count * self.wish.off_edge)
        for number in range(count):
            at_edge = number * edge // count != (number + 1) * edge // count
            one = self._found(number, at_edge, among) or (self._found(number, False, among) if at_edge else None)
            if one is None:
                break
            self.laid_now.append(one)
            self.left[one.what.key] -= 1
            self._mind(one)
        return self.laid_now

    def _found(self, number: int, at_edge: bool, among: int) -> Accent | None:
        tries = (self._next(number, at_edge, among) for _ in range(_TRIES))
        return next((found for found in tries if found is not None), None)

    def _next(self, number: int, at_edge: bool, among: int) -> Accent | None:
        worth = np.where(np.isinf(self.gaps), 1.0, self.gaps) * self.density
        if self.wish.spacing:
            worth = np.where(self.gaps < self.wish.spacing, -1.0, worth)
        if at_edge:
            worth = np.where(self.to_edge < INCH / 8, worth, 0.0)
        best = np.argsort(-worth)[: max(among, 1)]
        places = [place for place in best.tolist() if worth[place] > 0]
        self.chance.shuffle(places)
        for place in places:
            x, y = (float(side) for side in self.places[place])
            for what in self._kinds_by_neighbours(x, y):
                one = self._piece(what, x, y, number, at_edge)
                if one is not None:
                    return one
            if not at_edge:
                self.gaps[place] = 0.0  # nothing fits there
        return None

    def _kinds_by_neighbours(self, x: float, y: float) -> list[Embellishment]:
        """Return what is left, what differs most from the nearest pieces first, and of equal ones what is most left."""
        near = sorted((*self.standing, *self.laid_now), key=lambda one: (one.x - x) ** 2 + (one.y - y) ** 2)[:4]

        def alike(what: Embellishment) -> float:
            score = 0.0
            for place, other in enumerate(near):
                nearness = 1 / (1 + place)
                score += nearness * (3 * (other.what.key == what.key) + (other.what.colours[:1] == what.colours[:1]))
            return score

        fresh = [one for one in self.stock if self.left[one.key] > 0]
        return sorted(fresh, key=lambda one: (round(alike(one), 3), -self.left[one.key], one.key))

    def _piece(self, what: Embellishment, x: float, y: float, number: int, at_edge: bool) -> Accent | None:
        """Return a piece at a place, turned until no sister is its twin; None when it cannot lie there."""
        sisters = [one for one in (*self.standing, *self.laid_now) if one.what.key == what.key]
        turn = (number * _GOLDEN + int(self.chance.integers(2_000))) % 36_000
        key = free_key((*self.layout.accents, *self.laid_now), self.group)
        at_x, at_y = (on_step(side, self.layout.page.unit) for side in (x, y))
        one = Accent(key, what, at_x, at_y, turn, self.under, self.group)
        if not at_edge:
            one = kept_on(one, self.layout.page)
        on_it = one.outline.intersection(self.surface).area / one.outline.area
        if on_it < (_STAYS if at_edge else _ON_IT) or self._hits(one):
            return None
        for _ in range(8):
            if not any(are_twins(one, other) for other in sisters):
                return one
            one = replace(one, turn=(one.turn + 3_700) % 36_000)
        return None

    def _hits(self, one: Accent) -> bool:
        """Tell whether a piece lies over another of the background, or over a cluster's."""
        outline = one.outline
        near = [
            other
            for other in (*self.layout.accents, *self.laid_now)
            if abs(other.x - one.x) < 3 * INCH and abs(other.y - one.y) < 3 * INCH
        ]
        return any(outline.intersects(other.outline) for other in near)
