"""The order of sticking down: what must come before what, and the first order that keeps to it.

*Lower* lies beneath *upper*. Lower goes down first, unless it is slipped in: then upper goes down first, with the edge
it is slipped under left loose. Of all orders that keep to what must be, the one nearest to what is wanted is taken:
step by step the earliest wanted one that may come (the lexicographically first linear extension; Knuth, *The Art of
Computer Programming* 1, 2.2.3, from memory).
"""

from __future__ import annotations

import heapq
from collections.abc import Collection, Iterable, Sequence
from dataclasses import dataclass, replace
from typing import Final

from shapely.geometry.base import BaseGeometry
from shapely.ops import unary_union

from inkquilt.assembly.things import AssemblyPage, Thing, ThingKind, overlap

#: A thing can be slipped under another that keeps this much of itself to be glued by, and only with so much of its own
#: left to hold it by. Common practice, no source.
_GLUED: Final = 0.4
_HELD: Final = 0.2


@dataclass(frozen=True, slots=True)
class Slip:
    """What a hand settled of two things: the lower one is slipped in ``later``, or laid first after all."""

    lower: str
    upper: str
    later: bool = True


@dataclass(frozen=True, slots=True)
class Lies:
    """One thing on another: ``lower`` beneath ``upper``.

    ``can_slip`` tells whether the lower one can be slipped in later, ``slips`` whether it is, and ``must_slip`` whether
    it cannot be laid first: it lies between layers that are stuck down as one.
    """

    lower: str
    upper: str
    can_slip: bool = False
    slips: bool = False
    must_slip: bool = False


@dataclass(frozen=True, slots=True)
class Must:
    """One step must come before another; ``lies`` is why, where it is because of what lies on what."""

    before: str
    after: str
    why: str
    lies: Lies | None = None


def lying_on(page: AssemblyPage, slips: Sequence[Slip] = ()) -> tuple[Lies, ...]:
    """Return every pair of things of which one lies on the other; what is tucked under something is slipped in later,
    unless a hand laid it first."""
    asked = {(slip.lower, slip.upper): slip.later for slip in slips}
    height = {key: number for number, key in enumerate(page.layers)}
    found = []
    for number, one in enumerate(page.things):
        for other in page.things[number + 1 :]:
            if (pair := _pair(one, other, height)) is None:
                continue
            lower, upper, must = pair
            may = must or _may_slip(lower, upper)
            is_tucked = lower.under is not None and any(part.key == lower.under for part in upper.parts)
            slips_in = must or (may and asked.get((lower.key, upper.key), is_tucked))
            found.append(Lies(lower.key, upper.key, may, slips_in, must))
    return _without_circles(page, found, set(asked))


def _without_circles(page: AssemblyPage, found: list[Lies], asked: set[tuple[str, str]]) -> tuple[Lies, ...]:
    """Return the pairs with just those slipped in that can be: where something else lies between, it is laid first."""
    keys = [thing.key for thing in page.things]
    settled = [replace(one, slips=False) for one in found]
    order = sorted(
        (number for number, one in enumerate(found) if one.slips),
        key=lambda number: (not found[number].must_slip, (found[number].lower, found[number].upper) not in asked),
    )
    for number in order:
        tried = [*settled[:number], found[number], *settled[number + 1 :]]
        if _goes(keys, tried):
            settled = tried
    return tuple(settled)


def _goes(keys: Sequence[str], lies: Iterable[Lies]) -> bool:
    pairs = [(one.upper, one.lower) if one.slips else (one.lower, one.upper) for one in lies]
    try:
        first_order(keys, [Must(before, after, "") for before, after in pairs])
    except ValueError:
        return False
    return True


def _pair(one: Thing, other: Thing, height: dict[str, int]) -> tuple[Thing, Thing, bool] | None:
    """Return which of two things lies beneath the other, and whether it lies between the other's layers."""
    if ThingKind.STAMP is one.kind is other.kind or overlap(whole_of(one), whole_of(other)) is None:
        return None
    for lower, upper in ((one, other), (other, one)):
        top, foot = height[lower.parts[-1].key], height[upper.parts[0].key]
        if top < foot:
            return lower, upper, False
        over = [part for part in upper.parts if height[part.key] > top and overlap(lower.outline, part.outline)]
        if over and len(lower.parts) <= len(upper.parts):
            return lower, upper, True
    return one, other, False


def whole_of(thing: Thing) -> BaseGeometry:
    """Return all that a thing covers."""
    return thing.outline if len(thing.parts) == 1 else unary_union([part.outline for part in thing.parts])


def _may_slip(lower: Thing, upper: Thing) -> bool:
    shared = overlap(lower.outline, whole_of(upper))
    if shared is None or lower.is_drawn or upper.is_drawn:
        return False
    is_glued = shared.area <= (1 - _GLUED) * upper.outline.area
    return bool(is_glued and shared.area <= (1 - _HELD) * lower.outline.area)


def usual_rank(thing: Thing) -> int:
    """Return where a kind of thing comes in the usual order: papers and photos, title, words, clusters, accents.

    Common practice, no source.
    """
    match thing.kind:
        case ThingKind.STAMP:
            return 0
        case ThingKind.PAPER | ThingKind.PHOTO | ThingKind.CARD:
            return 1
        case ThingKind.TITLE:
            return 2
        case ThingKind.WORDS | ThingKind.WRITING:
            return 3
        case _:
            return 5 if thing.is_dot else 4


def usual_order(page: AssemblyPage) -> list[str]:
    """Return the keys of all things as they are usually stuck down, what lies on what aside; clusters stay together."""
    first_of: dict[str, int] = {}
    for number, thing in enumerate(page.things):
        first_of.setdefault(thing.group or thing.key, number)

    def place(item: tuple[int, Thing]) -> tuple[int, int, int, int]:
        number, thing = item
        rank = usual_rank(thing)
        return min(rank, 4) if thing.group else rank, first_of[thing.group or thing.key], rank, number

    return [thing.key for _, thing in sorted(enumerate(page.things), key=place)]


def first_order(steps: Sequence[str], musts: Iterable[Must]) -> list[str]:
    """Return the steps, each as early as it may come, the earlier wanted one first.

    ``steps`` are in the order wanted. Raises ``ValueError`` when what must be goes in a circle.
    """
    place = {step: number for number, step in enumerate(steps)}
    waits: dict[str, set[str]] = {step: set() for step in steps}
    followers: dict[str, set[str]] = {step: set() for step in steps}
    for must in musts:
        if must.before in place and must.after in place:
            waits[must.after].add(must.before)
            followers[must.before].add(must.after)
    ready = [place[step] for step, before in waits.items() if not before]
    heapq.heapify(ready)
    found: list[str] = []
    while ready:
        step = steps[heapq.heappop(ready)]
        found.append(step)
        for after in followers[step]:
            waits[after].discard(step)
            if not waits[after]:
                heapq.heappush(ready, place[after])
    if len(found) < len(steps):
        raise ValueError("what must come first goes in a circle")
    return found


def wanted_order(usual: Sequence[str], hers: Sequence[str]) -> list[str]:
    """Return the order that is wanted: hers, with what she did not put in order where it usually comes.

    What came to the page since comes right after what usually comes before it.
    """
    known = set(usual)
    order = [step for step in dict.fromkeys(hers) if step in known]
    placed = set(order)
    for number, step in enumerate(usual):
        if step in placed:
            continue
        before = next((one for one in reversed(usual[:number]) if one in placed), None)
        order.insert(order.index(before) + 1 if before is not None else 0, step)
        placed.add(step)
    return order


def broken_by(order: Sequence[str], musts: Collection[Must]) -> tuple[Must, ...]:
    """Return what an order does not keep to."""
    place = {step: number for number, step in enumerate(order)}
    return tuple(
        must
        for must in musts
        if must.before in place and must.after in place and place[must.before] > place[must.after]
    )
