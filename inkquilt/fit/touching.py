"""Photos that were drawn apart and touch on the page: easy to overlook, and seen at once when it is glued."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass
from itertools import combinations

from inkquilt.lengths import Grains, Unit, with_unit
from inkquilt.page import Page
from inkquilt.sketch.geometry import Axis, Box, Ends, box, is_tilted
from inkquilt.sketch.model import Block, Role, Size
from inkquilt.sketch.naming import placed_name
from inkquilt.sketch.relations import ONE_LINE, stack_roots


@dataclass(frozen=True, slots=True)
class Touch:
    """Two photos, their mats included, whose gap is gone.

    ``seam`` is where they meet, a box with no width or no height; where they lie over each other it is what they share.
    """

    blocks: tuple[str, str]
    drawn: Grains
    seam: Box
    words: str


def touching(drawn: Iterable[Block], laid: Iterable[Block], page: Page) -> tuple[Touch, ...]:
    """Return the pairs of photos that were drawn with a gap between them and have none on the page.

    Photos that meet at a corner alone do not touch; of tilted ones nothing is told, for their boxes meet before they
    do. Lengths are told in the page's unit.
    """
    before, now = _stacks(drawn), _stacks(laid)
    both = [name for name in now if name in before]
    size = Size(page.width, page.height)
    names = {block.id: placed_name(block, size) for block in laid}
    return tuple(_touches(both, before, now, names, page.unit))


def _touches(
    both: list[str], before: Mapping[str, Box], now: Mapping[str, Box], names: Mapping[str, str], unit: Unit
) -> Iterator[Touch]:
    for first, second in combinations(both, 2):
        drawn = _gap(before[first], before[second])
        if drawn <= ONE_LINE or _gap(now[first], now[second]) > 0:
            continue
        seam = Box(*(_shared(now[first].along(axis), now[second].along(axis)) for axis in Axis))
        if not seam.x.length and not seam.y.length:
            continue
        over = bool(seam.x.length and seam.y.length)
        fate = "they lie over each other now" if over else "they touch now"
        words = f"{names[first]} and {names[second]}: the gap of {with_unit(drawn, unit)} is gone, {fate}"
        yield Touch((first, second), drawn, seam, words)


def _stacks(blocks: Iterable[Block]) -> dict[str, Box]:
    """Return the outermost box of each photo, its mats with it."""
    all_blocks = {block.id: block for block in blocks}
    roots = stack_roots(all_blocks.values())
    return {
        name: box(all_blocks[roots[name]])
        for name, block in all_blocks.items()
        if block.role is Role.PHOTO and not is_tilted(block)
    }


def _gap(one: Box, other: Box) -> Grains:
    """How far two boxes are apart where they are furthest: 0 where they touch, less where they share."""
    return max(
        max(one.along(axis).low - other.along(axis).high, other.along(axis).low - one.along(axis).high) for axis in Axis
    )


def _shared(one: Ends, other: Ends) -> Ends:
    return Ends(max(one.low, other.low), min(one.high, other.high))
