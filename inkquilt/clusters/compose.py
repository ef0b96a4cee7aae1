"""One cluster composed at a spot.

A base, sprigs pointing outward from behind, a main piece, a word, dots. Everything rests on the base
or against the photo; nothing lies over what matters in a photo, over letters or words, or off the
page; what faces a way faces in. Common practice, no source.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from typing import Final

from shapely.geometry import box
from shapely.geometry.base import BaseGeometry
from shapely.ops import unary_union

from inkquilt.clusters.spots import ClusterSpot
from inkquilt.embellishments import Accent, Embellishment, Facing, placing_step
from inkquilt.layout import Layout
from inkquilt.lengths import INCH, Grains

#: What faces a way is turned by no more than this, in degrees.
MOST_TURN: Final = 40
#: What matters in a photo is kept free by this.
_SHY: Final = INCH / 16
#: Distances outward at which a cluster is tried, in inches.
_TRIED: Final = (0.0, 0.3, 0.6, -0.3, 0.9, 1.2)


@dataclass(frozen=True, slots=True)
class ClusterGround:
    """What a cluster may lie on: the page within its margins, and what it may not touch."""

    within: BaseGeometry
    kept: BaseGeometry
    centre: tuple[float, float]
    step: Grains

    def near(self, length: float) -> Grains:
        """Return a place on the step that embellishments are placed in."""
        return round(length / self.step) * self.step

    def takes(self, accent: Accent) -> bool:
        """Tell whether a piece may lie where it does."""
        outline = accent.outline
        return self.within.covers(outline) and not self.kept.intersects(outline)


def ground_of(layout: Layout) -> ClusterGround:
    """Return what clusters may lie on: not on what matters in photos, on letters, or on words."""
    clear, page = layout.page.clear, layout.page
    within = box(clear.left, clear.top, page.width - clear.right, page.height - clear.bottom)
    if page.fold is not None:
        within = within.difference(box(page.fold.at, 0, page.fold.end, page.height))
    kept = [area.buffer(_SHY) for _, area in layout.focal]
    kept += [outline for title in layout.titles.values() for _, outline in title.letters]
    kept += [words.kept for words in layout.words]
    photos = [block for block in layout.blocks if block.id in layout.photos]
    wide = sum(block.width * block.height for block in photos)
    centre = (
        (
            sum((block.x + block.width / 2) * block.width * block.height for block in photos) / wide,
            sum((block.y + block.height / 2) * block.width * block.height for block in photos) / wide,
        )
        if wide
        else (page.width / 2, page.height / 2)
    )
    return ClusterGround(within, unary_union(kept), centre, placing_step(page.unit))


@dataclass(frozen=True, slots=True)
class Parts:
    """What a cluster is made of."""

    base: Embellishment | None
    main: Embellishment
    sprigs: tuple[Embellishment, ...] = ()
    word: Embellishment | None = None
    dots: tuple[Embellishment, ...] = ()

    @property
    def reach(self) -> float:
        """Half the longer side of its largest piece, in grains."""
        largest = self.base or self.main
        return max(largest.size.width, largest.size.height) / 2


def compose(
    spot: ClusterSpot, parts: Parts, ground: ClusterGround, group: str, taken: Sequence[BaseGeometry]
) -> tuple[Accent, ...]:
    """Return a cluster at a spot, or nothing where it has no room; pieces that find no place are left out."""
    others = unary_union(list(taken))
    for inches in _TRIED:
        x, y = _moved_on(*spot.away(inches * INCH), parts, ground)
        held = _held(parts, x, y, ground, group)
        if held and not any(one.outline.intersects(others) for one in held):
            return tuple(_numbered(_dressed(held, parts, x, y, spot, ground, others), group))
    return ()


def _moved_on(x: float, y: float, parts: Parts, ground: ClusterGround) -> tuple[float, float]:
    """Return the point moved so far that base and main piece lie on the page."""
    pieces = [one for one in (parts.base, parts.main) if one is not None]
    wide = max(one.size.width for one in pieces) / 2 + 1
    high = max(one.size.height for one in pieces) / 2 + 1
    left, top, right, bottom = ground.within.bounds
    return min(max(x, left + wide), right - wide), min(max(y, top + high), bottom - high)


def _held(parts: Parts, x: float, y: float, ground: ClusterGround, group: str) -> list[Accent]:
    """Return base and main piece at a point, or nothing when they cannot lie there."""
    turn = turned_in(parts.main, x, y, ground.centre)
    if turn is None:
        return []
    main = Accent("", parts.main, ground.near(x), ground.near(y), turn, group=group, foam=not parts.main.thickness)
    held = [main]
    if parts.base is not None:
        held.insert(0, Accent("", parts.base, ground.near(x), ground.near(y), 0, group=group))
    return held if all(ground.takes(one) for one in held) else []


def turned_in(what: Embellishment, x: float, y: float, centre: tuple[float, float]) -> int | None:
    """Return the least turn, in hundredths of a degree, that lets a piece face a centre; None when none does."""
    if what.facing is Facing.NONE:
        return 0
    wanted = math.degrees(math.atan2(centre[1] - y, centre[0] - x))
    natural = what.facing.degrees
    assert natural is not None
    off = (wanted - natural + 180) % 360 - 180
    # A quarter circle either side still looks in.
    if abs(off) <= 60:
        return 0
    turn = math.copysign(min(abs(off) - 45, MOST_TURN), off)
    return round(turn * 100) if abs(off - turn) < 80 else None


def _dressed(
    held: list[Accent], parts: Parts, x: float, y: float, spot: ClusterSpot, ground: ClusterGround, others: BaseGeometry
) -> Iterator[Accent]:
    """Yield a cluster's pieces from the bottom: base, sprigs, main piece, word, dots."""
    group, main = held[0].group, held[-1]
    floor = held[0].outline
    laid: list[Accent] = []

    def placed(tried: Iterator[Accent]) -> Iterator[Accent]:
        return (one.moved(ground.near(one.x), ground.near(one.y)) for one in tried)

    def fits(one: Accent) -> bool:
        return ground.takes(one) and one.outline.intersects(floor) and not one.outline.intersects(others)

    if len(held) > 1:
        yield held[0]
    for number, sprig in enumerate(parts.sprigs):
        yield from _first(fits, placed(_sprigs(sprig, number, x, y, spot, parts.reach, group)))
    yield main
    if parts.word is not None:
        for one in _first(fits, placed(_words(parts.word, main, group))):
            laid.append(one)
            yield one
    for number, dot in enumerate(parts.dots):
        places = [one for one in placed(_dots(dot, number, x, y, spot, parts.reach, group)) if fits(one)]
        free = [one for one in places if all(one.outline.distance(other.outline) > 0 for other in (*laid, main))]
        for one in (free or places)[:1]:
            laid.append(one)
            yield one


def _first(fits: Callable[[Accent], bool], tried: Iterator[Accent]) -> Iterator[Accent]:
    found = next((one for one in tried if fits(one)), None)
    if found is not None:
        yield found


def _sprigs(
    sprig: Embellishment, number: int, x: float, y: float, spot: ClusterSpot, reach: float, group: str
) -> Iterator[Accent]:
    """Yield places for a sprig: pointing outward, one to either side, its foot under the main piece."""
    side = (-1) ** number
    for spread in (32, 55, 15, 80, 110, 140):
        for far in (0.9, 0.6, 0.4):
            angle = spot.outward + side * spread
            away = reach * far + sprig.size.width * 0.2
            at_x = x + away * math.cos(math.radians(angle))
            at_y = y + away * math.sin(math.radians(angle))
            yield Accent("", sprig, round(at_x), round(at_y), round(angle * 100) % 36_000, group=group)


def _words(word: Embellishment, main: Accent, group: str) -> Iterator[Accent]:
    """Yield places for a word: level, below the main piece, above it, beside it."""
    down = (main.what.size.height + word.size.height) * 0.36
    across = (main.what.size.width + word.size.width) * 0.3
    for x, y in ((0.0, down), (across, down), (-across, down), (0.0, -down), (across, 0.0), (-across, 0.0)):
        yield Accent("", word, round(main.x + x), round(main.y + y), 0, group=group)


def _dots(
    dot: Embellishment, number: int, x: float, y: float, spot: ClusterSpot, reach: float, group: str
) -> Iterator[Accent]:
    """Yield places for a dot: round the base, each a third of the way round from the one before."""
    for step in range(12):
        angle = math.radians(spot.outward + 150 + 120 * number + 30 * step)
        for far in (0.92, 0.75, 1.05):
            at_x, at_y = x + reach * far * math.cos(angle), y + reach * far * math.sin(angle)
            yield Accent("", dot, round(at_x), round(at_y), 0, group=group)


def _numbered(accents: Iterator[Accent], group: str) -> Iterator[Accent]:
    for number, one in enumerate(accents, 1):
        yield Accent(f"{group}-{number}", one.what, one.x, one.y, one.turn, one.under, group, one.foam)
