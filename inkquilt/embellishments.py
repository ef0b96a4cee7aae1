"""Embellishments: what is owned, and pieces of it as they lie on a page.

Kinds, what faces where and what rests on what are common practice, no source. An *accent* is one
piece on the page: its centre in grains from the page's top left corner, turned clockwise in hundredths of a
degree. It lies on top of all blocks, in the order of the accents, unless it is tucked ``under`` one.
"""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Collection, Iterable, Sequence
from dataclasses import dataclass, replace
from enum import Enum
from functools import lru_cache
from itertools import count
from typing import Final

from shapely import affinity
from shapely.geometry import Point, Polygon
from shapely.geometry.base import BaseGeometry

from inkquilt.colour import LARGE_LETTERS, Rgb, contrast
from inkquilt.errors import CoreError
from inkquilt.lengths import INCH, MM, Grains, Unit, with_unit
from inkquilt.sketch.model import POLYGON_PARTS, Part, Size

#: Foam raises a piece by this. Common practice, no source.
FOAM: Final[Grains] = INCH // 16
LARGEST: Final[Grains] = 12 * INCH
SMALLEST: Final[Grains] = INCH // 16
#: So many letters a piece says at most.
MOST_SAID: Final = 40
#: Round and other small things up to this size serve as dots.
_DOT: Final[Grains] = 5 * INCH // 8
#: What words are printed in where a piece has no colour of its own for them.
_INKS: Final = (Rgb(29, 42, 87), Rgb(255, 253, 248))
MOST_ACCENTS: Final = 300
#: The key of what is cut from paper for its place: it is none of the stash.
CUT: Final = "cut from paper"
#: Groups of a background that is scattered over the page begin so; others are clusters.
SCATTER: Final = "scatter"


_SECOND: Final = 2


class EmbellishmentKind(Enum):
    """What part of a cluster a piece can be."""

    BASE = "base"
    MAIN = "main piece"
    SPRIG = "sprig"
    WORD = "word"
    DOT = "dot"
    CORNER = "corner"


class Form(Enum):
    """The outline of a piece."""

    ROUND = "round"
    LABEL = "label"
    STRIP = "strip"
    FLOWER = "flower"
    STAR = "star"
    HEART = "heart"
    LEAF = "leaf"
    ARROW = "arrow"
    BIRD = "bird"
    BUTTERFLY = "butterfly"
    DOILY = "doily"
    CORNER = "corner"


class Facing(Enum):
    """Where a piece looks when it lies straight; degrees clockwise from the right."""

    NONE = "no way"
    RIGHT = "right"
    DOWN = "down"
    LEFT = "left"
    UP = "up"

    @property
    def degrees(self) -> int | None:
        """The way it faces, clockwise from the right."""
        return {Facing.RIGHT: 0, Facing.DOWN: 90, Facing.LEFT: 180, Facing.UP: 270}.get(self)


class BadEmbellishment(CoreError):
    """An embellishment that cannot be."""

    code = "bad-embellishment"


@dataclass(frozen=True, slots=True)
class Embellishment:
    """One embellishment: its kind and outline, size, colours (the main one first), thickness, and how many there are.

    ``count`` is None for what never runs out, such as stamps and inks. A ``word`` says ``text``. A thing that was
    photographed has an ``outline`` of its own, its corners in ``POLYGON_PARTS`` of its box, and is ``pictured``; of one
    that was cut in two this is the first or the second ``half``, and two corners of its picture say what is ``shown``.
    """

    key: str
    name: str
    kind: EmbellishmentKind
    form: Form
    size: Size
    colours: tuple[Rgb, ...]
    facing: Facing = Facing.NONE
    thickness: Grains = 0
    count: int | None = 1
    text: str = ""
    outline: tuple[Part, ...] = ()
    pictured: bool = False
    shown: tuple[Part, ...] = ()
    half: int = 0

    @property
    def shape(self) -> BaseGeometry:
        """Its outline about its centre at nought."""
        return _own_outline(self.outline, self.size) if self.outline else outline_of_form(self.form, self.size)

    @property
    def ink(self) -> Rgb:
        """The colour of its words: one of its own that can be read on the main one, else ink or white."""
        ground = self.colours[0]
        own = (colour for colour in self.colours[1:] if contrast(colour, ground) >= LARGE_LETTERS)
        return next(own, max(_INKS, key=lambda ink: contrast(ink, ground)))

    @property
    def area(self) -> int:
        """The area of its box in square grains."""
        return self.size.width * self.size.height


def said_by(kind: EmbellishmentKind, name: str, text: str) -> str:
    """Return what a piece says: printed words say their name when nothing else is said, other pieces what is said."""
    return text or (name[:MOST_SAID] if kind is EmbellishmentKind.WORD else "")


def used_as(form: Form, size: Size) -> EmbellishmentKind:
    """Return what a thing is most likely used as, by its outline and size. Common practice, no source."""
    if form in (Form.LABEL, Form.STRIP):
        return EmbellishmentKind.BASE
    if form is Form.LEAF:
        return EmbellishmentKind.SPRIG
    return EmbellishmentKind.DOT if max(size.width, size.height) <= _DOT else EmbellishmentKind.MAIN


def check(one: Embellishment, unit: Unit) -> None:
    """Refuse what cannot be. Raises ``BadEmbellishment``."""
    for side in (one.size.width, one.size.height):
        if not SMALLEST <= side <= LARGEST:
            raise BadEmbellishment(
                f"An embellishment is {with_unit(SMALLEST, unit)} to {with_unit(LARGEST, unit)} long, "
                f"not {with_unit(side, unit)}."
            )
    if not 0 <= one.thickness <= INCH:
        raise BadEmbellishment(f"An embellishment is up to {with_unit(INCH, unit)} thick.")
    if not one.colours:
        raise BadEmbellishment("An embellishment has at least one colour.")
    if one.outline and not _is_sound(one):
        raise BadEmbellishment("An outline has three corners or more within its box, and crosses itself nowhere.")


def _is_sound(one: Embellishment) -> bool:
    within = all(0 <= part.across <= POLYGON_PARTS and 0 <= part.down <= POLYGON_PARTS for part in one.outline)
    return within and len(one.outline) >= 3 and bool(one.shape.is_valid) and one.shape.area > 0


# -- outlines --------------------------------------------------------------------------------

_ROUND_STEPS: Final = 32
_SCALLOPS: Final = 20


def _star(points: int, inner: float) -> list[tuple[float, float]]:
    corners = []
    for number in range(2 * points):
        reach = 0.5 if number % 2 == 0 else 0.5 * inner
        angle = math.pi * number / points - math.pi / 2
        corners.append((0.5 + reach * math.cos(angle), 0.5 + reach * math.sin(angle)))
    return corners


def _heart() -> list[tuple[float, float]]:
    """Return a heart by its usual parametric curve, from memory."""
    found = []
    for number in range(_ROUND_STEPS):
        t = 2 * math.pi * number / _ROUND_STEPS
        x = 16 * math.sin(t) ** 3
        y = 13 * math.cos(t) - 5 * math.cos(2 * t) - 2 * math.cos(3 * t) - math.cos(4 * t)
        found.append((0.5 + x / 32, 0.5 - (y + 2.5) / 29))
    return found


def _flower() -> list[tuple[float, float]]:
    found = []
    for number in range(2 * _ROUND_STEPS):
        t = math.pi * number / _ROUND_STEPS
        reach = 0.5 * (0.8 + 0.2 * math.cos(5 * t))
        found.append((0.5 + reach * math.sin(t), 0.5 - reach * math.cos(t)))
    return found


def _doily() -> list[tuple[float, float]]:
    """Return a round whose edge is a row of small scallops."""
    found = []
    for number in range(4 * _ROUND_STEPS):
        t = math.pi * number / (2 * _ROUND_STEPS)
        reach = 0.46 + 0.04 * abs(math.sin(_SCALLOPS * t / 2))
        found.append((0.5 + reach * math.sin(t), 0.5 - reach * math.cos(t)))
    return found


def _butterfly() -> list[tuple[float, float]]:
    """Return four wings about a slim body, its head up."""
    right = [
        (0.5, 0.2), (0.55, 0.28), (0.68, 0.08), (0.86, 0.0), (0.99, 0.06), (1.0, 0.24), (0.92, 0.42), (0.74, 0.52),
        (0.9, 0.62), (0.93, 0.78), (0.84, 0.95), (0.7, 1.0), (0.6, 0.9), (0.54, 0.7), (0.52, 0.86), (0.5, 0.88),
    ]  # fmt: skip
    return right + [(1 - x, y) for x, y in reversed(right[1:-1])]


def _leaf() -> list[tuple[float, float]]:
    half = _ROUND_STEPS // 2
    upper = [(n / half, 0.5 - 0.5 * math.sin(math.pi * n / half)) for n in range(half + 1)]
    lower = [(1 - n / half, 0.5 + 0.5 * math.sin(math.pi * n / half)) for n in range(1, half)]
    return upper + lower


#: Outlines in a box of 1 by 1; what faces somewhere faces right.
_OUTLINES: Final[dict[Form, tuple[tuple[float, float], ...]]] = {
    Form.LABEL: ((0.06, 0), (0.94, 0), (1, 0.16), (1, 0.84), (0.94, 1), (0.06, 1), (0, 0.84), (0, 0.16)),
    Form.STRIP: ((0, 0), (1, 0), (1, 1), (0, 1)),
    Form.FLOWER: tuple(_flower()),
    Form.STAR: tuple(_star(5, 0.45)),
    Form.HEART: tuple(_heart()),
    Form.LEAF: tuple(_leaf()),
    Form.ARROW: ((0, 0.32), (0.6, 0.32), (0.6, 0), (1, 0.5), (0.6, 1), (0.6, 0.68), (0, 0.68)),
    Form.BIRD: (
        (0, 0.34), (0.12, 0.45), (0.3, 0.34), (0.34, 0.02), (0.5, 0.08), (0.62, 0.27), (0.72, 0.22), (0.82, 0.19),
        (0.91, 0.25), (1, 0.36), (0.92, 0.42), (0.88, 0.58), (0.74, 0.77), (0.54, 0.85), (0.32, 0.77), (0.14, 0.63),
        (0, 0.62),
    ),
    Form.BUTTERFLY: tuple(_butterfly()),
    Form.DOILY: tuple(_doily()),
    Form.CORNER: ((0, 0), (1, 0), (0.82, 0.2), (0.2, 0.2), (0.2, 0.82), (0, 1)),
}  # fmt: skip


def corners_of_form(form: Form) -> tuple[Part, ...]:
    """Return the corners of an outline in parts of its box; of a round one those of a polygon very like it."""
    corners = _OUTLINES.get(form) or [(x + 0.5, y + 0.5) for x, y in outline_of_form(form, Size(1, 1)).exterior.coords]
    within = (max(0.0, min(1.0, value)) for corner in corners for value in corner)
    return tuple(Part(round(x * POLYGON_PARTS), round(y * POLYGON_PARTS)) for x, y in zip(within, within, strict=True))


@lru_cache(maxsize=1_024)
def outline_of_form(form: Form, size: Size) -> BaseGeometry:
    """Return an outline about its centre at nought."""
    if form is Form.ROUND:
        return affinity.scale(Point(0, 0).buffer(0.5, quad_segs=8), size.width, size.height, origin=(0, 0))
    shape = Polygon([(x - 0.5, y - 0.5) for x, y in _OUTLINES[form]])
    return affinity.scale(shape, size.width, size.height, origin=(0, 0))


@lru_cache(maxsize=1_024)
def _own_outline(outline: tuple[Part, ...], size: Size) -> BaseGeometry:
    corners = [(part.across / POLYGON_PARTS - 0.5, part.down / POLYGON_PARTS - 0.5) for part in outline]
    return affinity.scale(Polygon(corners), size.width, size.height, origin=(0, 0))


@lru_cache(maxsize=16_384)
def _outline_at(what: Embellishment, x: Grains, y: Grains, turn: int) -> BaseGeometry:
    """Return an outline on the page, remembered: searches look at the same places again and again."""
    shape = what.shape
    if turn:
        shape = affinity.rotate(shape, turn / 100, origin=(0, 0))
    return affinity.translate(shape, x, y)


# -- on the page -----------------------------------------------------------------------------


@dataclass(frozen=True, slots=True)
class Accent:
    """One piece on the page. ``group`` names its cluster or scatter; ``foam`` raises it."""

    key: str
    what: Embellishment
    x: Grains
    y: Grains
    turn: int = 0
    under: str | None = None
    group: str = ""
    foam: bool = False

    @property
    def outline(self) -> BaseGeometry:
        """Where it lies."""
        return _outline_at(self.what, self.x, self.y, self.turn)

    @property
    def is_scattered(self) -> bool:
        """Whether it is part of a scattered background, which may run off the page."""
        return self.group.startswith(SCATTER)

    @property
    def height(self) -> Grains:
        """How far it stands up from what is beneath."""
        return self.what.thickness + (FOAM if self.foam else 0)

    @property
    def heading(self) -> float | None:
        """Where it faces on the page, in degrees clockwise from the right; None when it faces no way."""
        degrees = self.what.facing.degrees
        return None if degrees is None else (degrees + self.turn / 100) % 360

    def moved(self, x: Grains, y: Grains) -> Accent:
        """Return it somewhere else."""
        return replace(self, x=x, y=y)


def placing_step(unit: Unit) -> Grains:
    """Return the step embellishments are placed in, so that a ruler finds them: 1/16 in or 1 mm."""
    return INCH // 16 if unit is Unit.IN else MM


def used_of(used: Sequence[Accent], spent: Iterable[str] = ()) -> Counter[str]:
    """Return how many of each lie on a page, by key; a piece that was cut in two is one. ``spent`` is written on."""
    return Counter((*(one.what.key for one in used if one.what.half != _SECOND), *spent))


def left_of(owned: Sequence[Embellishment], used: Sequence[Accent], spent: Iterable[str] = ()) -> dict[str, int]:
    """Return how many of each are left; what never runs out has very many. ``spent`` are keys of what is written on."""
    lying = used_of(used, spent)
    return {
        one.key: MOST_ACCENTS if one.count is None else max(0, one.count - lying[one.key]) for one in owned
    }  # fmt: skip


def on_step(length: float, unit: Unit) -> Grains:
    """Return a place on the step embellishments are placed in."""
    step = placing_step(unit)
    return round(length / step) * step


def free_key(accents: Sequence[Accent], stem: str = "accent") -> str:
    """Return a key that none of them has."""
    return _free({accent.key for accent in accents}, stem)


def free_group(accents: Sequence[Accent], stem: str = "cluster") -> str:
    """Return a group that none of them is in."""
    return _free({accent.group for accent in accents}, stem)


def _free(taken: Collection[str], stem: str) -> str:
    return next(name for number in count(1) if (name := f"{stem}-{number}") not in taken)
