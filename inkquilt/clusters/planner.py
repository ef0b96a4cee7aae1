"""Clusters for a page, planned from what is owned: where they stand, what each is made of, and why.

Spots are chosen together: a triangle round the photos, two opposite corners, or one linked group, by how
wide they stand, how much of the photos they enclose, and what they do to the page's weight. Pieces are chosen so
that the same colours come back in every cluster, and so that the largest cluster stands at the best spot.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from enum import Enum
from itertools import combinations, islice
from types import MappingProxyType
from typing import Final

from shapely.geometry import MultiPoint, Point, Polygon
from shapely.geometry.base import BaseGeometry
from shapely.ops import unary_union

from inkquilt.balance.kinds import ObservationKind
from inkquilt.balance.repeats import is_accent
from inkquilt.balance.schools import BalanceSchool
from inkquilt.balance.second_look import Figures, Observation, second_look
from inkquilt.balance.weight import Moments, lab_of
from inkquilt.clusters.compose import ClusterGround, Parts, compose, ground_of
from inkquilt.clusters.spots import ClusterSpot, SpotKind, spots_of
from inkquilt.colour import Rgb, difference
from inkquilt.embellishments import Accent, Embellishment, EmbellishmentKind, free_group
from inkquilt.errors import CoreError
from inkquilt.layout import Layout
from inkquilt.lengths import INCH, Grains
from inkquilt.moving import middle_of
from inkquilt.photos.cover import outline_on_page
from inkquilt.sketch.model import Role
from inkquilt.words.naming import naming_words

MOST_PLANS: Final = 4
_MOST_SPOTS: Final = 16
_TRIED_FORMATIONS: Final = 40
#: Of plans that have all clusters so many are compared.
_ENOUGH_PLANS: Final = 6
#: So many places of the sketch are filled in one go.
_MOST_KEPT: Final = 5
NO_NAMES: Final[Mapping[str, str]] = MappingProxyType({})
#: A photo whose edge is no further than this from a spot is what stands there is about.
_BESIDE: Final[Grains] = INCH
#: Two colours are of one family below this CIEDE2000 difference.
_FAMILY: Final = 25.0


#: How much worse a spot is than one the sketch keeps for a cluster, in the measure of ``_spread``.
_LIKING: Final = {
    SpotKind.KEPT: 0.0, SpotKind.APEX: 0.6, SpotKind.PHOTO: 0.7, SpotKind.TITLE: 0.65, SpotKind.WORDS: 0.7,
    SpotKind.EDGE: 0.9,
}  # fmt: skip


class Formation(Enum):
    """How clusters stand on the page."""

    TRIANGLE = "a triangle"
    DIAGONAL = "two opposite corners"
    MIRRORED = "mirrored left and right"
    LINKED = "one linked group"


@dataclass(frozen=True, slots=True)
class ClusterWish:
    """What is wished for. ``odd`` keeps to odd numbers of dots; ``rich`` clusters have more pieces.

    ``falling`` makes them smaller outward from the photo; ``even_sided`` clusters are of one size; ``thickness`` is the
    most a piece may stand up, None for no limit. ``only`` are the keys of the pieces she ticked, ``colours`` those she
    chose: nothing else is taken.
    """

    formation: Formation = Formation.TRIANGLE
    odd: bool = True
    rich: bool = False
    falling: bool = True
    even_sided: bool = False
    thickness: Grains | None = None
    school: BalanceSchool = BalanceSchool.TRIANGLE
    only: frozenset[str] | None = None
    colours: tuple[Rgb, ...] = ()

    def takes(self, one: Embellishment) -> bool:
        """Tell whether a piece is among those that may be used."""
        ticked = self.only is None or one.key in self.only
        flat = self.thickness is None or one.thickness <= self.thickness
        return ticked and flat and _of_family(one, self.colours)


@dataclass(frozen=True, slots=True)
class ClusterPlan:
    """One proposal: its pieces, why they lie there, the page's weight before and after, what is noticed then.

    ``rank`` is the place of its spots among all that were looked at, the best standing ones first; ``kept`` is how many
    stand in places that the sketch keeps for them.
    """

    accents: tuple[Accent, ...]
    why: tuple[str, ...]
    before: Moments
    after: Moments
    noticed: tuple[Observation, ...]
    rank: int = 0
    kept: int = 0

    @property
    def worth(self) -> float:
        """Less is better: what would be noticed then, and how well the clusters stand."""
        return (
            0.02 * self.rank
            + sum(one.worst for one in self.noticed)
            + 0.3 * abs(self.after.across)
            + 0.3 * max(0.0, -self.after.down)
        )


class NothingToPlanWith(CoreError):
    """No embellishments that a cluster could be made of."""

    code = "nothing-to-plan-with"


class NoRoomForClusters(CoreError):
    """A page on which no cluster finds a place."""

    code = "no-room-for-clusters"


def plan_clusters(
    layout: Layout,
    owned: Sequence[Embellishment],
    left: Mapping[str, int],
    wish: ClusterWish = ClusterWish(),
    names: Mapping[str, str] = NO_NAMES,
) -> tuple[ClusterPlan, ...]:
    """Return proposals, the best first; clusters that lie on the page already stay and count.

    The sketch's own places come before all others. ``names`` says what is told of the photo in each slot: words are
    laid only beside what they name. Raises ``NothingToPlanWith`` and ``NoRoomForClusters``.
    """
    stock = _Stock(owned, left, wish)
    if not stock.mains:
        raise NothingToPlanWith(
            "None of these can be the main piece of a cluster: tick a flower, a tag, a die cut …, or more colours."
            if wish.only is not None or wish.colours
            else "A cluster is made round a main piece, and there is none left in the stash. Enter a flower, a tag, a "
            "die cut … and a base to lay it on, such as a label or a circle."
        )
    ground, before = ground_of(layout), Figures(layout)
    plans: list[ClusterPlan] = []
    seen: set[tuple[tuple[str, int, int], ...]] = set()
    for rank, spots in enumerate(islice(_formations(layout, wish, before.moments), _TRIED_FORMATIONS)):
        accents = _composed(spots, stock, ground, layout, wish, names)
        mark = tuple((one.what.key, one.x, one.y) for one in accents)
        if not accents or mark in seen:
            continue
        seen.add(mark)
        after = Figures(replace(layout, accents=(*layout.accents, *accents)))
        noticed = second_look(after, wish.school, _UNTOLD)
        kept = sum(spot.kind is SpotKind.KEPT for spot in spots)
        plans.append(ClusterPlan(accents, _why(spots, accents), before.moments, after.moments, noticed, rank, kept))
        if sum(_clusters_in(plan) == len(spots) for plan in plans) >= _ENOUGH_PLANS:
            break
    most = max((_clusters_in(plan) for plan in plans), default=0)
    plans = [plan for plan in plans if _clusters_in(plan) == most]
    if not plans:
        raise NoRoomForClusters(
            "No cluster finds a place here without covering something that matters. Smaller pieces, or a photo moved "
            "aside, would do."
        )
    return tuple(sorted(plans, key=lambda plan: (-plan.kept, plan.worth))[:MOST_PLANS])


def _clusters_in(plan: ClusterPlan) -> int:
    return len({one.group for one in plan.accents})


#: What clusters cannot help.
_UNTOLD: Final = frozenset({ObservationKind.TITLE_MISSING, ObservationKind.WORDS_MISSING})


# -- spots together -------------------------------------------------------------------------------


def _formations(layout: Layout, wish: ClusterWish, moments: Moments) -> Iterator[tuple[ClusterSpot, ...]]:
    """Yield spots that go together, the best first; each begins with that of the largest cluster."""
    spots = spots_of(layout)[:_MOST_SPOTS]
    standing = _standing(layout)
    wanted = {Formation.TRIANGLE: 3, Formation.DIAGONAL: 2, Formation.MIRRORED: 2, Formation.LINKED: 1}[wish.formation]
    free = [spot for spot in spots if all(math.hypot(spot.x - x, spot.y - y) > 2 * INCH for x, y in standing)]
    own = sum(spot.kind is SpotKind.KEPT for spot in free)
    count = max(1, wanted - len(standing))
    if wish.formation is Formation.TRIANGLE:
        count = max(count, min(own, _MOST_KEPT))
    photos = unary_union([outline_on_page(block) for block in layout.blocks if block.role is Role.PHOTO])

    def worth(chosen: tuple[ClusterSpot, ...]) -> float:
        points = [(spot.x, spot.y) for spot in chosen] + standing
        liking = sum(_LIKING[spot.kind] for spot in chosen)
        pull_x = sum(x for x, _ in points) / len(points) / layout.page.width * 2 - 1
        pull_y = sum(y for _, y in points) / len(points) / layout.page.height * 2 - 1
        steady = abs(moments.across + 0.3 * pull_x) + max(0.0, -(moments.down + 0.3 * pull_y))
        return liking + steady - _spread(points, wish.formation, photos, layout)

    def kept(chosen: tuple[ClusterSpot, ...]) -> int:
        return sum(spot.kind is SpotKind.KEPT for spot in chosen)

    ranked = sorted(combinations(free, min(count, len(free))), key=lambda chosen: (-kept(chosen), worth(chosen)))
    for chosen in ranked:
        if chosen:
            yield tuple(sorted(chosen, key=lambda spot: list(SpotKind).index(spot.kind)))


def _standing(layout: Layout) -> list[tuple[float, float]]:
    """Return the middles of the clusters that lie on the page already."""
    groups: dict[str, list[Accent]] = {}
    for accent in layout.accents:
        if accent.group.startswith("cluster"):
            groups.setdefault(accent.group, []).append(accent)
    return [middle_of(members) for members in groups.values()]


def _spread(points: list[tuple[float, float]], formation: Formation, photos: BaseGeometry, layout: Layout) -> float:
    """Return how well points stand: how wide a triangle is and how much of the photos it holds, how far a diagonal."""
    page = layout.page.width * layout.page.height
    diagonal = math.hypot(layout.page.width, layout.page.height)
    if formation is Formation.TRIANGLE and len(points) >= 3:
        area = max(Polygon(corners).area for corners in combinations(points, 3)) / page
        hull = MultiPoint(points).convex_hull
        inside = hull.intersection(photos).area / photos.area if photos.area else 0.0
        return float(2 * area + 0.5 * inside)
    if formation is Formation.DIAGONAL and len(points) >= 2:
        return max(math.hypot(a[0] - b[0], a[1] - b[1]) for a, b in combinations(points, 2)) / diagonal
    if formation is Formation.MIRRORED and len(points) >= 2:
        off = [abs(a[0] + b[0] - layout.page.width) + abs(a[1] - b[1]) for a, b in combinations(points, 2)]
        return 1.5 - 6 * min(off) / diagonal
    return 0.0


# -- pieces ------------------------------------------------------------------------------------------


#: What can be the main piece of a cluster where a handful has none.
_LEADS: Final = frozenset(
    {EmbellishmentKind.BASE, EmbellishmentKind.SPRIG, EmbellishmentKind.CORNER, EmbellishmentKind.DOT}
)


class _Stock:
    """What is left to take, by kind, the ones of the chosen colour family first."""

    def __init__(self, owned: Sequence[Embellishment], left: Mapping[str, int], wish: ClusterWish) -> None:
        self.wish = wish
        mine = [one for one in owned if wish.takes(one)]
        self.left = {one.key: left.get(one.key, 0) for one in mine}
        self.of_kind = {kind: [one for one in mine if one.kind is kind] for kind in EmbellishmentKind}
        handful = wish.only is not None or bool(wish.colours)
        if handful and not self.mains:  # of a handful something else leads: the largest that can
            lead = [one for one in mine if one.kind in _LEADS and self.left[one.key]]
            largest = max(lead, key=lambda one: one.area, default=None)
            if largest is not None:
                self.of_kind[largest.kind].remove(largest)
                self.of_kind[EmbellishmentKind.MAIN].append(largest)

    @property
    def mains(self) -> list[Embellishment]:
        """Main pieces that are left."""
        return [one for one in self.of_kind[EmbellishmentKind.MAIN] if self.left[one.key]]

    def fresh(self) -> _Stock:
        """Return it as it was."""
        copy = _Stock((), {}, self.wish)
        copy.left, copy.of_kind = dict(self.left), self.of_kind
        return copy

    def take(self, kind: EmbellishmentKind, family: Sequence[Rgb], most: float, many: int = 1) -> list[Embellishment]:
        """Take pieces of a kind no longer than ``most``: of the family's colours first, then the largest."""
        fitting = [
            one for one in self.of_kind[kind] if self.left[one.key] and max(one.size.width, one.size.height) <= most
        ]
        fitting.sort(key=lambda one: (not _of_family(one, family), -one.area, one.key))
        found: list[Embellishment] = []
        for one in fitting:
            while self.left[one.key] and len(found) < many:
                self.left[one.key] -= 1
                found.append(one)
        return found

    def words_of(self, said: frozenset[str], most: float) -> list[Embellishment]:
        """Take words that name something of what is said; none where they would name nothing there."""
        naming = {one.key for one in self.of_kind[EmbellishmentKind.WORD] if naming_words(one.text) & said}
        words, rest = self.of_kind[EmbellishmentKind.WORD], dict(self.of_kind)
        rest[EmbellishmentKind.WORD] = [one for one in words if one.key in naming]
        self.of_kind = rest
        return self.take(EmbellishmentKind.WORD, (), most)


def _of_family(one: Embellishment, family: Sequence[Rgb]) -> bool:
    return not family or any(
        difference(lab_of(colour), lab_of(other)) < _FAMILY for colour in one.colours for other in family
    )


def _composed(
    spots: Sequence[ClusterSpot],
    stock: _Stock,
    ground: ClusterGround,
    layout: Layout,
    wish: ClusterWish,
    names: Mapping[str, str],
) -> tuple[Accent, ...]:
    """Return clusters at spots, the largest at the first."""
    mine = stock.fresh()
    family = _family(mine, layout)
    accents: list[Accent] = []
    limit = min(layout.page.width, layout.page.height) / 2.2
    for place, spot in enumerate(spots):
        most = limit * (1.0 if wish.even_sided or not wish.falling else 0.75**place)
        taken = [one.outline for one in (*layout.accents, *accents)]
        group = free_group((*layout.accents, *accents))
        said = naming_words(_told_at(spot, layout, names))
        cluster = _one(spot, mine, family, most, ground, group, taken, wish, said, large=place == 0)
        if not cluster:
            continue
        accents += cluster
        family = family or tuple(dict.fromkeys(colour for one in cluster for colour in one.what.colours[:1]))
    return tuple(accents)


def _told_at(spot: ClusterSpot, layout: Layout, names: Mapping[str, str]) -> str:
    """Return what is told of the photo that a spot adorns: its own, or the nearest one beside it."""
    if spot.key in names:
        return names[spot.key]
    here = Point(spot.x, spot.y)
    photos = [block for block in layout.blocks if block.id in names]
    nearest = min(photos, key=lambda block: outline_on_page(block).distance(here), default=None)
    return names[nearest.id] if nearest and outline_on_page(nearest).distance(here) <= _BESIDE else ""


def _family(stock: _Stock, layout: Layout) -> tuple[Rgb, ...]:
    """Return the colours that come back: those of pieces on the page, else one that many pieces and the page share."""
    on_page = [accent.what.colours[0] for accent in layout.accents]
    if on_page:
        return tuple(dict.fromkeys(on_page))
    shades = [colour for one in stock.mains for colour in one.colours]
    pieces = [one for kind in stock.of_kind.values() for one in kind if stock.left[one.key]]
    if not shades:
        return ()
    shown = [seen.colours[0] for seen in layout.papers.values()]
    shown += [colour for photo in layout.photos.values() for colour in photo.colours[1:]]

    def worth(colour: Rgb) -> float:
        on_page = any(difference(lab_of(colour), lab_of(other)) < _FAMILY / 2 for other in shown)
        return sum(_of_family(one, (colour,)) for one in pieces) + (3 if on_page else 0) + is_accent(colour)

    return (max(shades, key=worth),)


def _one(
    spot: ClusterSpot,
    stock: _Stock,
    family: Sequence[Rgb],
    most: float,
    ground: ClusterGround,
    group: str,
    taken: Sequence[BaseGeometry],
    wish: ClusterWish,
    said: frozenset[str],
    large: bool,
) -> tuple[Accent, ...]:
    """Return one cluster, trying main pieces and bases from the largest down until one has room."""
    mains = sorted(stock.mains, key=lambda one: (not _of_family(one, family), -one.area, one.key))
    fresh = [one for one in stock.of_kind[EmbellishmentKind.BASE] if stock.left[one.key] and one.size.width <= most]
    bases = sorted(fresh, key=lambda one: -one.area)
    for main in mains:
        if max(main.size.width, main.size.height) > most:
            continue
        for base in [*(one for one in bases if _carries(one, main)), None]:
            trial = stock.fresh()
            parts = _parts(trial, base, main, family, wish, said, large)
            cluster = compose(spot, parts, ground, group, taken)
            if cluster:
                for one in cluster:
                    stock.left[one.what.key] -= 1
                return cluster
    return ()


def _carries(base: Embellishment, main: Embellishment) -> bool:
    """A base shows round its main piece."""
    return base.area > 1.1 * main.area and base.size.width > 0.8 * main.size.width


def _parts(
    stock: _Stock,
    base: Embellishment | None,
    main: Embellishment,
    family: Sequence[Rgb],
    wish: ClusterWish,
    said: frozenset[str],
    large: bool,
) -> Parts:
    for one in (base, main):
        if one is not None:
            stock.left[one.key] -= 1
    reach = max((base or main).size.width, (base or main).size.height)
    sprigs = stock.take(EmbellishmentKind.SPRIG, family, 1.4 * reach, 2 if wish.rich or large else 1)
    words = stock.words_of(said, 0.9 * reach) if wish.rich or large else []
    dots = stock.take(EmbellishmentKind.DOT, family, 0.5 * reach, 3 if wish.rich or large else 1)
    if wish.odd and len(dots) % 2 == 0:
        dots = dots[:-1]
    return Parts(base, main, tuple(sprigs), words[0] if words else None, tuple(dots))


# -- why ------------------------------------------------------------------------------------------------


def _why(spots: Sequence[ClusterSpot], accents: Sequence[Accent]) -> tuple[str, ...]:
    """Say in a few sentences what a proposal does."""
    groups: dict[str, list[Accent]] = {}
    for one in accents:
        groups.setdefault(one.group, []).append(one)
    said = []
    for members in groups.values():
        middle = members[0]
        spot = min(spots, key=lambda spot, m=middle: math.hypot(spot.x - m.x, spot.y - m.y))  # type: ignore[misc]
        names = ", ".join(dict.fromkeys(one.what.name for one in members))
        said.append(f"{spot.words}: {names}")
    shared = set.intersection(*({one.what.key for one in members} for members in groups.values()))
    if len(groups) > 1 and shared:
        names = " and ".join(sorted(one.what.name for one in {a.what.key: a for a in accents}.values()
                                    if one.what.key in shared))  # fmt: skip
        said.append(f"{names} in every cluster")
    return tuple(said)
