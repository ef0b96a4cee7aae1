"""Colours and kinds that come again on a page, the triangle they span, and colours that stand alone.

A colour used once looks like a mistake, three places are best: common practice, no source. Two colours are one
when their CIEDE2000 difference is less than ``ALIKE``; greys, whites and browns are no accents.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from itertools import combinations
from typing import Final

from shapely.geometry import MultiPoint, Polygon

from inkquilt.balance.surfaces import VisiblePart
from inkquilt.balance.weight import Weighed, chroma_of, lab_of
from inkquilt.colour import Rgb, difference
from inkquilt.layout import Layout
from inkquilt.lengths import INCH

ALIKE: Final = 14.0
#: CIELAB chroma from which a colour is an accent.
COLOURFUL: Final = 24.0
#: and CIELAB lightness: what is darker is as good as black.
DARK: Final = 28.0
#: A colour counts where so much of it shows.
_LEAST_AREA: Final = 0.02 * INCH * INCH
#: Two places nearer than this to each other are one.
_ONE_PLACE: Final = 1.5 * INCH


@dataclass(frozen=True, slots=True)
class Use:
    """A colour or kind: the pieces that have it, its places on the page, and the triangle they span.

    ``triangle`` is its largest area in parts of the page, ``photos_inside`` the share of the photos' area within
    all places. ``in_photos`` when a photo shows the colour too; ``corners`` are those of the triangle.
    """

    name: str
    colour: Rgb | None
    keys: tuple[str, ...]
    places: tuple[tuple[float, float], ...]
    triangle: float
    photos_inside: float
    in_photos: bool = False
    corners: tuple[tuple[float, float], ...] = ()

    @property
    def is_alone(self) -> bool:
        """Whether it stands in one place only."""
        return len(self.places) == 1 and not self.in_photos


def colours_of(layout: Layout, weighed: Sequence[Weighed]) -> tuple[Use, ...]:
    """Return every accent colour of a page with where it comes again, the most used first."""
    groups: list[tuple[Rgb, list[Weighed]]] = []
    for one in sorted(weighed, key=lambda one: -one.visible.area):
        if one.seen.part is VisiblePart.PHOTO:
            continue
        for colour in one.seen.colours:
            if not is_accent(colour) or one.visible.area < _LEAST_AREA:
                continue
            home = next((members for known, members in groups if _alike(known, colour)), None)
            if home is None:
                groups.append((colour, [one]))
            elif one not in home:
                home.append(one)
    shown = [colour for photo in layout.photos.values() for colour in photo.colours]
    uses = [
        _use(f"#{colour.red:02x}{colour.green:02x}{colour.blue:02x}", colour, members, layout, weighed,
             any(_alike(colour, other) for other in shown))
        for colour, members in groups
    ]  # fmt: skip
    return tuple(sorted(uses, key=lambda use: -len(use.places)))


def kinds_of(layout: Layout, weighed: Sequence[Weighed]) -> tuple[Use, ...]:
    """Return every kind of embellishment with where it comes again."""
    groups: dict[str, list[Weighed]] = {}
    for one in weighed:
        if one.seen.accent is not None and not one.seen.is_scattered:
            groups.setdefault(one.seen.accent.what.form.value, []).append(one)
    uses = [_use(name, None, members, layout, weighed) for name, members in groups.items()]
    return tuple(sorted(uses, key=lambda use: -len(use.places)))


def is_accent(colour: Rgb) -> bool:
    """Tell whether a colour is one that the eye takes for a colour."""
    return chroma_of(colour) >= COLOURFUL and lab_of(colour).lightness >= DARK


def _alike(one: Rgb, other: Rgb) -> bool:
    return difference(lab_of(one), lab_of(other)) < ALIKE


def _use(
    name: str,
    colour: Rgb | None,
    members: Sequence[Weighed],
    layout: Layout,
    weighed: Sequence[Weighed],
    in_photos: bool = False,
) -> Use:
    places = places_of((one.x, one.y) for one in members)
    page = layout.page.width * layout.page.height
    corners = max(combinations(places[:12], 3), key=lambda three: Polygon(three).area, default=())
    triangle = Polygon(corners).area / page if corners else 0.0
    keys = tuple(one.seen.key for one in members)
    return Use(name, colour, keys, places, triangle, _photos_inside(places, weighed), in_photos, corners or places)


def places_of(middles: Iterable[tuple[float, float]]) -> tuple[tuple[float, float], ...]:
    """Return places, those that lie close together as one."""
    found: list[list[tuple[float, float]]] = []
    for x, y in middles:
        near = next(
            (spot for spot in found if abs(spot[0][0] - x) < _ONE_PLACE and abs(spot[0][1] - y) < _ONE_PLACE), None
        )
        if near is None:
            found.append([(x, y)])
        else:
            near.append((x, y))
    return tuple((sum(x for x, _ in spot) / len(spot), sum(y for _, y in spot) / len(spot)) for spot in found)


def _photos_inside(places: Sequence[tuple[float, float]], weighed: Sequence[Weighed]) -> float:
    photos = [one.seen.outline for one in weighed if one.seen.part is VisiblePart.PHOTO]
    area = sum(photo.area for photo in photos)
    if len(places) < 3 or not area:
        return 0.0
    hull = MultiPoint(list(places)).convex_hull
    return float(sum(photo.intersection(hull).area for photo in photos) / area)
