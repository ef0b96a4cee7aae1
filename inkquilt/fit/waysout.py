"""Ways out of a clash, each tried before it is offered.

Nothing is ever changed by itself: a way out says what would be given up, and the
caller decides.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from enum import Enum

from inkquilt.fit.bounds import SMALL_PRINT_SIZES
from inkquilt.fit.request import Clash, FitRequest, School, Way
from inkquilt.fit.solve import fit
from inkquilt.lengths import Grains
from inkquilt.page import Margins
from inkquilt.sketch.model import Block, Role


class Concession(Enum):
    """What can be given up."""

    TURN = "turn"
    SMALLER_PRINTS = "smaller-prints"
    LEAVE_OUT = "leave-out"
    NO_MARGIN = "no-margin"


@dataclass(frozen=True, slots=True)
class WayOut:
    """One thing to give up that makes the page possible. ``way`` is for a turn, ``block`` for leaving out."""

    concession: Concession
    words: str
    way: Way | None = None
    block: str | None = None


def ways_out(request: FitRequest, way: Way, clash: Clash | None) -> Iterator[WayOut]:
    """Yield what would make a page possible that is not possible in ``way``, the gentlest first."""
    for other in _other_ways(way):
        if fit(request, other).found:
            yield WayOut(Concession.TURN, _turn_words(other), way=other)
    if request.page.clear != Margins():
        bare = replace(request, page=replace(request.page, clear=Margins()))
        if fit(bare, way).found:
            yield WayOut(Concession.NO_MARGIN, "Keep no margin clear")
    smaller = with_smaller_prints(request)
    if smaller.print_sizes != request.print_sizes and fit(smaller, way).found:
        yield WayOut(Concession.SMALLER_PRINTS, "Allow smaller prints")
    for block in _worth_leaving_out(request, clash):
        without = replace(request, sketch=request.sketch.without(frozenset({block.id})))
        if without.sketch.blocks and fit(without, way).found:
            yield WayOut(Concession.LEAVE_OUT, f"Leave out {block.name}", block=block.id)


def with_smaller_prints(request: FitRequest) -> FitRequest:
    """Return the request with prints allowed that are smaller than the usual ones."""
    more = tuple(size for size in SMALL_PRINT_SIZES[request.page.unit] if size not in request.print_sizes)
    return replace(request, print_sizes=request.print_sizes + more)


def _other_ways(way: Way) -> Iterator[Way]:
    """The same school turned, then the other school."""
    schools = [way.school, *(school for school in School if school is not way.school)]
    for school in schools:
        for turn in (way.turn, (way.turn + 90) % 180):
            other = Way(school, turn, way.mirrored)
            if other != way:
                yield other


def _turn_words(way: Way) -> str:
    held = "Turn the sketch on its side" if way.turn % 180 else "Hold the sketch upright"
    return held + (", photos in proportion" if way.school is School.KEEP_PROPORTIONS else ", photos kept big")


#: Trying each costs a solve; a clash seldom names more.
_MOST_TRIES = 8
_OPTIONAL = (Role.PHOTO, Role.CLUSTER, Role.JOURNALING, Role.TAG, Role.TITLE)


def _worth_leaving_out(request: FitRequest, clash: Clash | None) -> list[Block]:
    """Blocks named in the clash that a page can do without, photos first, small before large."""
    named = {block for demand in clash.demands for block in demand.blocks} if clash else set()
    blocks = [block for block in request.sketch.blocks if block.role in _OPTIONAL and block.id in named]
    blocks.sort(key=lambda block: (_OPTIONAL.index(block.role), _area(block)))
    return blocks[:_MOST_TRIES]


def _area(block: Block) -> Grains:
    return block.width * block.height
