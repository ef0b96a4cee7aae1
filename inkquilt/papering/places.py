"""A page as papers see it: what shows of every paper, where, and what it meets.

A *place* is everything that is cut from one paper of the page: the base, the mats, one strip. Lengths here are in
inches and areas in square inches, as floats: nothing of it decides a cut. Where edges meet is seen to within 1/50 in.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from enum import Enum
from typing import Final, NamedTuple

import shapely
from shapely.geometry import box
from shapely.geometry.base import BaseGeometry

from inkquilt.colour import ColourShare, Rgb
from inkquilt.lengths import INCH, Grains
from inkquilt.sketch.model import Role, Size


class PlaceRole(Enum):
    """What a place is to the eye, and what to call it."""

    BASE = "base"
    PANEL = "panel"
    STRIP = "strip"
    MAT = "mat"
    CARD = "card"


ROLES: Final = {
    Role.BASE: PlaceRole.BASE,
    Role.PAPER: PlaceRole.PANEL,
    Role.STRIP: PlaceRole.STRIP,
    Role.BORDER: PlaceRole.STRIP,
    Role.MAT: PlaceRole.MAT,
    Role.TAG: PlaceRole.CARD,
    Role.JOURNALING: PlaceRole.CARD,
    Role.TITLE: PlaceRole.CARD,
}
_NEAR: Final = INCH / 50
#: Two spots nearer than this, in parts of the page, are one place to the eye.
_ONE_SPOT: Final = 0.13
#: What shows less than this is no spot of colour, in square inches.
_LEAST_SPOT: Final = 0.04
#: A panel that is so much of the page is a base to the eye.
_AS_BASE: Final = 0.55


class Spot(NamedTuple):
    """Where a colour is seen: parts of the page from the upper left."""

    x: float
    y: float


@dataclass(frozen=True, slots=True)
class Patch:
    """What shows of one piece of paper. ``order`` grows from the lowest; ``across`` when it lies across its pattern."""

    letter: str
    block: str
    name: str
    role: Role
    shown: BaseGeometry
    order: int
    size: Size
    tilted: bool = False
    across: bool = False


@dataclass(frozen=True, slots=True)
class PhotoPatch:
    """What shows of one photo, with its colours, the mean colour along its edges, and what it is called."""

    slot: str
    shown: BaseGeometry
    colours: tuple[ColourShare, ...]
    edge: Rgb | None
    name: str = ""


@dataclass(frozen=True, slots=True)
class PaperPlace:
    """One place. ``share`` is of the page, ``smallest`` the shorter side of its smallest piece.

    ``edge`` is how far it shows along the page's edges, ``at_photos`` along photos; ``around`` how long its outline is.
    """

    letter: str
    name: str
    role: PlaceRole
    blocks: tuple[str, ...]
    area: float
    share: float
    spots: tuple[Spot, ...]
    smallest: float
    edge: float
    at_photos: float
    around: float
    pieces: tuple[Size, ...]
    tilted: bool = False
    across: bool = False


@dataclass(frozen=True, slots=True)
class Meeting:
    """Two places (by their numbers, the lower layer first) that meet along so many inches."""

    lower: int
    upper: int
    length: float


@dataclass(frozen=True, slots=True)
class PageOfPapers:
    """Every place of a page, what meets, and its photos; ``beside`` are the photos each place touches.

    ``also`` are colours that show on the page besides: of its title and of embellishments. ``written`` says what is
    written straight on a place, by its number: the colour of the letters.
    """

    places: tuple[PaperPlace, ...]
    meetings: tuple[Meeting, ...]
    photos: tuple[PhotoPatch, ...] = ()
    beside: tuple[tuple[int, ...], ...] = ()
    also: tuple[Rgb, ...] = ()
    written: tuple[tuple[int, Rgb], ...] = ()

    def number(self, letter: str) -> int:
        """Return the number of a place by its letter. Raises ``KeyError``."""
        for number, place in enumerate(self.places):
            if place.letter == letter:
                return number
        raise KeyError(letter)

    def with_pieces(self, pieces: Mapping[str, tuple[Size, ...]]) -> PageOfPapers:
        """Return it with what is really cut from each paper, by letter; where nothing is, what is drawn stays."""
        places = tuple(replace(one, pieces=pieces.get(one.letter) or one.pieces) for one in self.places)
        return replace(self, places=places)

    def met_by(self, place: int) -> list[tuple[int, float]]:
        """Return the places one meets, that along most first."""
        found = [(one.upper if one.lower == place else one.lower, one.length) for one in self.meetings
                 if place in (one.lower, one.upper)]  # fmt: skip
        return sorted(found, key=lambda row: -row[1])


def page_of(patches: Sequence[Patch], photos: Sequence[PhotoPatch], width: Grains, height: Grains) -> PageOfPapers:
    """Return a page as papers see it; a paper of which nothing shows has a place all the same."""
    if not patches:
        return PageOfPapers((), (), tuple(photos))
    letters = list(dict.fromkeys(patch.letter for patch in patches))
    groups = [[patch for patch in patches if patch.letter == letter] for letter in letters]
    lengths = _lengths(patches)
    beside = [_touched(group, photos) for group in groups]
    page = (width, height)
    places = tuple(
        _place(group, sum(length for _, length in touched), page) for group, touched in zip(groups, beside, strict=True)
    )
    met: dict[tuple[int, int], float] = {}
    for (one, other), length in lengths.items():
        low, high = sorted((patches[one], patches[other]), key=lambda patch: patch.order)
        pair = letters.index(low.letter), letters.index(high.letter)
        if pair[0] != pair[1]:
            met[pair] = met.get(pair, 0.0) + length
    meetings = tuple(Meeting(low, high, length) for (low, high), length in sorted(met.items()))
    numbers = tuple(tuple(number for number, _ in touched) for touched in beside)
    return PageOfPapers(places, meetings, tuple(photos), numbers)


def _lengths(patches: Sequence[Patch]) -> dict[tuple[int, int], float]:
    """Return how far every two patches run side by side, in inches."""
    shown = [patch.shown for patch in patches]
    tree = shapely.STRtree(shown)
    found = {}
    for one, other in sorted({(min(a, b), max(a, b)) for a, b in tree.query(shown, "dwithin", _NEAR).T.tolist()}):
        if one != other and (length := _along(shown[one], shown[other])) > 0.05:
            found[one, other] = length
    return found


def _along(one: BaseGeometry, other: BaseGeometry) -> float:
    """Return how far two shapes run side by side: a thin seam round one, where the other fills it."""
    if one.is_empty or other.is_empty:
        return 0.0
    return float(one.buffer(_NEAR, join_style="mitre").intersection(other).area / _NEAR / INCH)


def _touched(group: Iterable[Patch], photos: Sequence[PhotoPatch]) -> list[tuple[int, float]]:
    found = []
    for number, photo in enumerate(photos):
        length = sum(_along(photo.shown, patch.shown) for patch in group)
        if length > 0.05:
            found.append((number, length))
    return found


def _place(group: Sequence[Patch], at_photos: float, page: tuple[Grains, Grains]) -> PaperPlace:
    width, height = page
    area = sum(patch.shown.area for patch in group) / INCH**2
    share = area * INCH**2 / (width * height)
    role = ROLES[max(group, key=lambda patch: patch.shown.area).role]
    inside = box(_NEAR, _NEAR, width - _NEAR, height - _NEAR)
    edge = sum(patch.shown.difference(inside).area for patch in group) / _NEAR / INCH
    outer = sum(patch.shown.length for patch in group) / INCH
    return PaperPlace(
        group[0].letter,
        _name(group, role),
        PlaceRole.BASE if role is PlaceRole.PANEL and share > _AS_BASE else role,
        tuple(dict.fromkeys(patch.block for patch in group)),
        area,
        share,
        _spots(group, page),
        min(min(patch.size.width, patch.size.height) for patch in group) / INCH,
        edge,
        at_photos,
        max(outer, 0.01),
        tuple(patch.size for patch in group),
        any(patch.tilted for patch in group),
        any(patch.across for patch in group),
    )


def _name(group: Sequence[Patch], role: PlaceRole) -> str:
    """Return what to call a place: by its one piece, or by how many of a kind there are."""
    names = list(dict.fromkeys(patch.name for patch in group))
    if role is PlaceRole.BASE:
        return "the base"
    if len(names) == 1:
        name = names[0] if names[0].startswith("the ") else f"the {names[0]}"
        return name if len(group) == 1 else f"{len(group)} pieces of {name}"
    return f"{len(group)} {role.value}s" if len({ROLES[patch.role] for patch in group}) == 1 else f"{len(group)} pieces"


def _spots(group: Sequence[Patch], page: tuple[Grains, Grains]) -> tuple[Spot, ...]:
    found: list[Spot] = []
    for patch in sorted(group, key=lambda one: -one.shown.area):
        for part in getattr(patch.shown, "geoms", [patch.shown]):
            if part.area < _LEAST_SPOT * INCH**2:
                continue
            middle = part.representative_point() if part.area > 0.2 * page[0] * page[1] else part.centroid
            spot = Spot(middle.x / page[0], middle.y / page[1])
            if all(abs(spot.x - one.x) + abs(spot.y - one.y) > _ONE_SPOT for one in found):
                found.append(spot)
    return tuple(found[:8])
