"""A page that lies on the table, compared with its plan: what is moved, turned, missing, swapped, or over a face.

What was seen of each thing comes from whoever looked at the picture (``Seen``); here it is only judged. What is told
is larger than what an eye and a ruler forgive (``MOVED``, ``TURNED``). Bounds are common practice, no source.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from enum import Enum
from typing import Final

from shapely import affinity
from shapely.geometry.base import BaseGeometry

from inkquilt.assembly.order import whole_of
from inkquilt.assembly.things import AssemblyPage, Thing
from inkquilt.lengths import INCH, MM, Grains, Unit, with_unit

#: Less than this is not told.
MOVED: Final[Grains] = 3 * INCH // 32
TURNED: Final = 70  # hundredths of a degree
#: A face that is covered by so much more than planned is told.
_COVERED: Final = 0.1


class SeenAs(Enum):
    """What was seen of a thing in the picture."""

    THERE = "there"
    MISSING = "missing"
    OTHER = "other"
    UNSURE = "unsure"


@dataclass(frozen=True, slots=True)
class Seen:
    """What was seen of a thing: how far it lies from its place in grains, how it is turned in hundredths of a degree
    clockwise about its own middle, and which other thing lies in its place (``SeenAs.OTHER``)."""

    how: SeenAs
    across: Grains = 0
    down: Grains = 0
    turn: int = 0
    other: str = ""


class DifferenceKind(Enum):
    """What is not as planned."""

    MOVED = "moved"
    TURNED = "turned"
    MISSING = "missing"
    SWAPPED = "swapped"
    COVERED = "covered"


@dataclass(frozen=True, slots=True)
class Difference:
    """One difference, in words; ``things`` are those it is about, the amounts as in ``Seen``."""

    kind: DifferenceKind
    things: tuple[str, ...]
    words: str
    across: Grains = 0
    down: Grains = 0
    turn: int = 0


def differences(
    page: AssemblyPage, seen: Mapping[str, Seen], focal: Sequence[tuple[str, BaseGeometry]], unit: Unit
) -> tuple[Difference, ...]:
    """Return what lies otherwise than planned. ``focal`` is what matters in photos, with the photo's layer."""
    return (
        *_swapped(page, seen),
        *_missing(page, seen),
        *(one for thing in page.things for one in _shifted(thing, seen.get(thing.key), unit)),
        *_covered(page, seen, focal),
    )


def _swapped(page: AssemblyPage, seen: Mapping[str, Seen]) -> Iterator[Difference]:
    told = set[frozenset[str]]()
    for thing in page.things:
        one = seen.get(thing.key)
        if one is None or one.how is not SeenAs.OTHER:
            continue
        pair = frozenset({thing.key, one.other})
        if pair in told:
            continue
        told.add(pair)
        other = page.thing(one.other)
        back = seen.get(other.key)
        if back is not None and back.how is SeenAs.OTHER and back.other == thing.key:
            yield Difference(
                DifferenceKind.SWAPPED,
                (thing.key, other.key),
                f"{thing.name} and {other.name} lie in each other’s place",
            )
        else:
            yield Difference(
                DifferenceKind.SWAPPED, (thing.key, other.key), f"{other.name} lies where {thing.name} belongs"
            )


def _missing(page: AssemblyPage, seen: Mapping[str, Seen]) -> Iterator[Difference]:
    for thing in page.things:
        one = seen.get(thing.key)
        if one is not None and one.how is SeenAs.MISSING:
            yield Difference(DifferenceKind.MISSING, (thing.key,), f"{thing.name} is not there")


def _shifted(thing: Thing, one: Seen | None, unit: Unit) -> Iterator[Difference]:
    if one is None or one.how is not SeenAs.THERE:
        return
    if math.hypot(one.across, one.down) >= MOVED:
        words = f"{thing.name} lies {shift_words(one.across, one.down, unit)}"
        turned = abs(one.turn) >= TURNED
        if turned:
            words += f", and is {turn_words(one.turn)}"
        yield Difference(
            DifferenceKind.MOVED, (thing.key,), words, one.across, one.down, one.turn if turned else 0
        )  # fmt: skip
    elif abs(one.turn) >= TURNED:
        yield Difference(DifferenceKind.TURNED, (thing.key,), f"{thing.name} is {turn_words(one.turn)}", turn=one.turn)


def _covered(
    page: AssemblyPage, seen: Mapping[str, Seen], focal: Sequence[tuple[str, BaseGeometry]]
) -> Iterator[Difference]:
    """Yield what matters in a photo that lies under a thing which is not where it was planned."""
    photo_of = {part.key: thing for thing in page.things for part in thing.parts}
    for thing in page.things:
        one = seen.get(thing.key)
        if one is None or one.how is not SeenAs.THERE or not (one.across or one.down):
            continue
        lies = affinity.translate(whole_of(thing), one.across, one.down)
        for layer, area in focal:
            photo = photo_of.get(layer)
            if photo is None or photo is thing or page.things.index(photo) > page.things.index(thing):
                continue
            before = area.intersection(whole_of(thing)).area
            after = area.intersection(lies).area
            if after - before > _COVERED * area.area:
                words = f"{thing.name} covers what matters in {photo.name}"
                yield Difference(DifferenceKind.COVERED, (thing.key, photo.key), words)


def _marks(length: Grains, unit: Unit) -> str:
    """Return an amount that was seen, on the marks of a ruler: no picture tells more."""
    step = INCH // 16 if unit is Unit.IN else MM
    return with_unit(max(step, round(abs(length) / step) * step), unit)


def shift_words(across: Grains, down: Grains, unit: Unit) -> str:
    """Return how far something lies off: "1/4 in low", "1/8 in to the left and 1/2 in high"."""
    least = INCH // 32
    parts = []
    if abs(across) >= least:
        parts.append(f"{_marks(across, unit)} to the {'right' if across > 0 else 'left'}")
    if abs(down) >= least:
        parts.append(f"{_marks(down, unit)} too {'low' if down > 0 else 'high'}")
    return " and ".join(parts)


def turn_words(turn: int) -> str:
    """Return how crooked something is: "crooked by 1 degree, clockwise"."""
    degrees = max(0.5, round(abs(turn) / 50) / 2)
    return f"crooked by {degrees:g} degree{'' if degrees == 1 else 's'}, {'clockwise' if turn > 0 else 'anticlockwise'}"
