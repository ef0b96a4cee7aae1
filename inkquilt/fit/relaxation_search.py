"""Ways out of a clash, each tried before it is offered.

Nothing is ever changed by itself: a way out says what would be given up, and the
caller decides. One thing is tried at a time; two together only where no single
one helps, and after that more and more of the page is left out.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from itertools import combinations
from typing import Final

from inkquilt.design.reading import lead_among
from inkquilt.fit.relaxations import WayOut, conceded, with_smaller_prints
from inkquilt.fit.request import Clash, FitRequest, School, Way
from inkquilt.fit.solve import is_possible
from inkquilt.page import Margins
from inkquilt.sketch.model import Block, Role

#: Trying one costs a solve.
MOST_TRIES: Final = 24
MOST_OFFERED: Final = 6


def ways_out(request: FitRequest, way: Way, clash: Clash | None) -> list[WayOut]:
    """Return what would make a page possible that is not possible in ``way``, the gentlest first."""
    single = list(_single(request, way, clash))
    pairs = (pair for one, two in combinations(single, 2) if (pair := one.joined(two)) is not None)
    more = _leaving_more_out(request, single)
    tries = MOST_TRIES
    last = (WayOut(leave_out=(one.id,), words=f"Leave out {one.name}") for one in _dearest(request))
    for stage in (single, pairs, more, last):
        found, tries = _that_work(request, way, stage, tries)
        if found:
            return found
    return []


def _that_work(request: FitRequest, way: Way, candidates: Iterable[WayOut], tries: int) -> tuple[list[WayOut], int]:
    found: list[WayOut] = []
    for candidate in candidates:
        if tries <= 0 or len(found) >= MOST_OFFERED:
            break
        tries -= 1
        changed = conceded(request, candidate)
        if changed.sketch.blocks and is_possible(changed, candidate.way or way):
            found.append(candidate)
    return found, tries


def _single(request: FitRequest, way: Way, clash: Clash | None) -> Iterator[WayOut]:
    for other in _other_ways(way):
        yield WayOut(way=other, words=_turn_words(other))
    if request.page.clear != Margins():
        yield WayOut(no_margin=True, words="Keep no margin clear")
    if with_smaller_prints(request).print_sizes != request.print_sizes:
        yield WayOut(smaller_prints=True, words="Allow smaller prints")
    for block in _worth_leaving_out(request, clash):
        yield WayOut(leave_out=(block.id,), words=f"Leave out {block.name}")


def _other_ways(way: Way) -> Iterator[Way]:
    """The same school turned, then the other school."""
    plain = (School.KEEP_PHOTOS, School.KEEP_PROPORTIONS)
    schools = [way.school, *(school for school in plain if school is not way.school)]
    for school in schools:
        for turn in (way.turn, (way.turn + 90) % 180):
            other = Way(school, turn, way.mirrored)
            if other != way:
                yield other


def _turn_words(way: Way) -> str:
    held = "Turn the sketch on its side" if way.turn % 180 else "Hold the sketch upright"
    return held + (", as drawn" if way.school is School.KEEP_PROPORTIONS else ", photos larger")


_OPTIONAL: Final = (Role.CLUSTER, Role.TAG, Role.JOURNALING, Role.TITLE, Role.PHOTO)


def _worth_leaving_out(request: FitRequest, clash: Clash | None) -> list[Block]:
    """Blocks named in the clash that a page can do without, photos last, small before large.

    The only photo, and the one that leads, are never offered by themselves.
    """
    named = {block for demand in clash.demands for block in demand.blocks} if clash else set()
    photos = [block for block in request.sketch.blocks if block.role is Role.PHOTO]
    named -= {lead_among(photos), *(photo.id for photo in photos if len(photos) == 1)}
    blocks = [block for block in request.sketch.blocks if block.role in _OPTIONAL and block.id in named]
    return sorted(blocks, key=lambda block: (_OPTIONAL.index(block.role), block.width * block.height))


def _dearest(request: FitRequest) -> list[Block]:
    """Return the photo that leads, where it is not the only one: the last thing to go."""
    photos = [block for block in request.sketch.blocks if block.role is Role.PHOTO]
    lead = lead_among(photos)
    return [photo for photo in photos if photo.id == lead]


def _leaving_more_out(request: FitRequest, single: list[WayOut]) -> Iterator[WayOut]:
    """Leave out two, three and more of all that a page can do without, embellishments before photos."""
    blocks = [block for block in request.sketch.blocks if block.role in _OPTIONAL]
    blocks.sort(key=lambda block: (block.role is Role.PHOTO, block.width * block.height))
    smaller = any(way_out.smaller_prints for way_out in single)
    for count in range(2, len(blocks)):
        names = [block.name for block in blocks[:count]]
        words = f"Leave out {', '.join(names[:-1])} and {names[-1]}"
        yield WayOut(
            leave_out=tuple(block.id for block in blocks[:count]),
            smaller_prints=smaller,
            words=words + (", with smaller prints" if smaller else ""),
        )
