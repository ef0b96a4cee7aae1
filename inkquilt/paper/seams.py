"""A piece joined from two where paper is too short: where the seam runs, and how little of it can show.

The second part goes under the first by a *lip*. A seam is *level* when it runs across, counted from the top, else
upright, counted from the left. A join that other pieces hide wholly is a saving of its own (``saving``); this one may
show, and is named. Common practice, no source.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Final

import shapely

from inkquilt.lengths import INCH, Grains, Unit, with_unit
from inkquilt.paper.openings import Inset
from inkquilt.paper.saving import SOLID, Openwork
from inkquilt.paper.visible import hidden_of
from inkquilt.sketch.model import Block, Size

#: Between two papers so many places of a seam are looked at.
_MOST_TRIED: Final = 24
#: No part of a joined piece is shorter than this.
LEAST_PART: Final[Grains] = INCH // 2


@dataclass(frozen=True, slots=True)
class Seam:
    """Where one part ends on the other: ``at`` from the piece's left edge, or from its top for a ``level`` one."""

    at: Grains
    level: bool = False

    def along(self, piece: Size) -> Grains:
        """Return the length that it divides."""
        return piece.height if self.level else piece.width

    def across(self, piece: Size) -> Grains:
        """Return how long the seam is."""
        return piece.width if self.level else piece.height

    def parts(self, piece: Size, lip: Grains, grid: Grains) -> tuple[Inset, Inset]:
        """Return what is cut: up to the seam, and from the last mark on that is a lip before it."""
        start = max(0, (self.at - lip) // grid * grid)
        if self.level:
            rest = Size(piece.width, piece.height - start)
            return Inset(0, 0, Size(piece.width, self.at)), Inset(0, start, rest)
        return Inset(0, 0, Size(self.at, piece.height)), Inset(start, 0, Size(piece.width - start, piece.height))

    @property
    def names(self) -> tuple[str, str]:
        """What the two parts are called."""
        return ("upper part", "lower part") if self.level else ("left part", "right part")

    def trouble(self, piece: Size, lip: Grains, unit: Unit) -> str | None:
        """Say why a piece of that size cannot be joined there, and what would do."""
        least, most = max(LEAST_PART, lip), self.along(piece) - LEAST_PART
        if least <= self.at <= most:
            return None
        if most < least:
            return f"it is too short to be joined: {with_unit(self.along(piece), unit)}."
        return f"a seam lies from {with_unit(least, unit)} to {with_unit(most, unit)} along it."

    def words(self, unit: Unit) -> str:
        """Say where it lies: "3 in from the top"."""
        return f"{with_unit(self.at, unit)} from the {'top' if self.level else 'left'}"


@dataclass(frozen=True, slots=True)
class SeamOffer:
    """A seam that two papers in hand allow; so much of it ``shows``, the rest is hidden by what lies over it."""

    seam: Seam
    shows: Grains


def best_seam(
    block: Block,
    blocks: Sequence[Block],
    stocks: Sequence[Size],
    grid: Grains,
    lip: Grains,
    *,
    may_turn: bool = True,
    openwork: Openwork = SOLID,
) -> SeamOffer | None:
    """Return the seam that shows least of those with which two of the ``stocks`` give the piece, or None.

    ``stocks`` tells each piece of paper once for each there is. Of those that show alike the one is taken whose parts
    are least alike, so that it lies near an end. Only pieces that lie straight are looked at.
    """
    if block.turn:
        return None
    hidden = hidden_of(block, blocks, openwork.sheer, openwork.holes)
    offers = [
        SeamOffer(seam, round(_line(block, seam).difference(hidden).length))
        for seam in _seams(block.size, stocks, grid, lip, may_turn)
    ]
    return min(offers, key=lambda one: (one.shows, *_nearness(one.seam, block.size)), default=None)


def _nearness(seam: Seam, piece: Size) -> tuple[Grains, bool, Grains]:
    length = seam.along(piece)
    return min(seam.at, length - seam.at), seam.level, seam.at


def _line(block: Block, seam: Seam) -> shapely.LineString:
    if seam.level:
        y = block.y + seam.at
        return shapely.LineString([(block.x, y), (block.x + block.width, y)])
    x = block.x + seam.at
    return shapely.LineString([(x, block.y), (x, block.y + block.height)])


def _seams(piece: Size, stocks: Sequence[Size], grid: Grains, lip: Grains, may_turn: bool) -> Iterator[Seam]:
    """Yield seams on the grid with which one paper gives the first part and another the second."""
    for level in (False, True):
        length, breadth = (piece.height, piece.width) if level else (piece.width, piece.height)
        reaches = [reach for size in stocks if (reach := _reach(size, breadth, level, may_turn))]
        found = set[Grains]()
        for place, first in enumerate(reaches):
            second = max((other for number, other in enumerate(reaches) if number != place), default=0)
            # Between where the second part is as long as its paper and where the first one is.
            low = _up(max(_up(length - second, grid) + lip, LEAST_PART, lip), grid)
            high = min(first, length - LEAST_PART) // grid * grid
            if low <= high:
                found |= {high, *range(low, high, _up((high - low) // _MOST_TRIED, grid) or grid)}
        yield from (Seam(at, level) for at in sorted(found))


def _up(length: Grains, grid: Grains) -> Grains:
    return -(-length // grid) * grid


def _reach(size: Size, breadth: Grains, level: bool, may_turn: bool) -> Grains:
    """Return how long a part of that breadth a paper gives, nothing when it is too narrow."""
    along, across = (size.height, size.width) if level else (size.width, size.height)
    lying = [along] if across >= breadth else []
    turned = [across] if may_turn and along >= breadth else []
    return max((*lying, *turned), default=0)
