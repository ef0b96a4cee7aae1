"""Fitting a sketch to a page: a design laid anew, or a page that lies already fitted round a hand's pins.

What nobody has touched is laid by ``designs``. Where something is pinned, the page as it was laid
is fitted again with as little change as possible, by CP-SAT: exact, proven, checked. One worker, a
fixed seed, limits in the solver's deterministic time; wall time is only reported.
"""

from __future__ import annotations

import time
from collections.abc import Iterator
from dataclasses import replace
from fractions import Fraction
from functools import lru_cache
from typing import Any, Final

from inkquilt.errors import FitNotSound
from inkquilt.fit.clash import find_clash
from inkquilt.fit.designs import design_fit, designs, first_designs
from inkquilt.fit.exact import exact_fit
from inkquilt.fit.request import Budget, Fit, FitRequest, Pin, School, Status, Way
from inkquilt.fit.rules import write_rules
from inkquilt.fit.sizes import smallest_size
from inkquilt.fit.ways import held
from inkquilt.lengths import INCH, Grains
from inkquilt.sketch.geometry import Axis, box
from inkquilt.sketch.model import Block, Role, Size, Sketch

#: A page whose pieces lie further than this from the laid one, in the middle, is held against itself.
SAME_PAGE: Final[Grains] = INCH


def fit(request: FitRequest, way: Way) -> Fit:
    """Return the page of a sketch in one way, or round the pins of a page that lies already.

    A page that cannot be is a value (``Status.IMPOSSIBLE`` with its clash), not an error.
    """
    started = time.perf_counter()
    found = refit(request, way) if request.near else _laid(request, way)
    return replace(found, seconds=time.perf_counter() - started)


def all_ways(request: FitRequest, turn: int = 0, mirrored: bool = False) -> tuple[Fit, ...]:
    """Return the ways worth offering for one way of holding the sketch, the nearest to the drawing first.

    ``seconds`` of each is what all of them took.
    """
    started = time.perf_counter()
    found = designs(request, turn, mirrored)
    return tuple(replace(one, seconds=time.perf_counter() - started) for one in found)


def first_ways(request: FitRequest, way: Way) -> tuple[Fit, tuple[Fit, ...]]:
    """Return the page that is shown first, and all ways where they had to be looked at for it.

    It is that of ``way`` if that is still the design, else the nearest that is.
    """
    started = time.perf_counter()
    if way.plan or way.turn % 180:  # its words are dealt by a plan
        own = _laid(request, way)
        if own.found and not own.missed and not own.aside:
            return replace(own, seconds=time.perf_counter() - started), ()
    found = first_designs(request, way)
    timed = tuple(replace(one, seconds=time.perf_counter() - started) for one in found)
    if len(timed) == 1 and timed[0].way == way:
        return timed[0], ()
    best = next((one for one in timed if not one.missed), timed[0] if timed else _laid(request, way))
    return best, timed


def is_possible(request: FitRequest, way: Way) -> bool:
    """Tell whether a page can be made in one way at all."""
    return design_fit(request, way) is not None


def _laid(request: FitRequest, way: Way) -> Fit:
    laid = design_fit(request, way)
    if laid is not None:
        return laid
    sketch = held(request.held_by(way), way)
    if way.school is School.FILL:
        return Fit(way, Status.IMPOSSIBLE, sketch, held=sketch, note="this page has nothing for this way to do")
    clash = find_clash(write_rules(sketch, request.held_by(way), School.KEEP_PROPORTIONS), request.budget)
    return Fit(way, Status.IMPOSSIBLE, sketch, held=sketch, clash=clash)


def refit(request: FitRequest, way: Way) -> Fit:
    """Fit a page as it lies round its pins, changing as little as possible.

    What holds between its pieces is read from the page as it was laid before any pin, so that a
    row that a hand has pushed a mark off comes back into its row. A result that the checker refuses
    is no result (``Status.UNKNOWN``): the page stays as it is.
    """
    request = request.held_by(way)
    as_held, drawing = held(replace(request, near=()), way), _as_laid(request, way)
    try:
        return exact_fit(drawing, request, way, School.KEEP_PHOTOS, as_held)
    except FitNotSound as refusal:
        return Fit(way, Status.UNKNOWN, drawing, held=as_held, refused=tuple(refusal.faults))


def nearest(request: FitRequest, way: Way, before: tuple[Pin, ...]) -> Fit | None:
    """Return the page on which a piece is as near as it can be to where a hand just wanted it.

    The pins were those of ``before``. Whole marks of the way there are tried by halving: first with
    every photo as large as it is, then at any size. None where the piece cannot go a single mark.
    """
    return _nearest(request, way, before, keeps_photos=True) or _nearest(request, way, before, keeps_photos=False)


def _nearest(request: FitRequest, way: Way, before: tuple[Pin, ...], keeps_photos: bool) -> Fit | None:
    steps = _marks_moved(request, before)
    found, reached, fails = None, 0, steps
    while fails - reached > 1:
        middle = (reached + fails) // 2
        tried = refit(replace(request, pins=_part_way(request, before, Fraction(middle, steps))), way)
        if tried.found and (not keeps_photos or _photos_stay(request, before, tried)):
            found, reached = tried, middle
        else:
            fails = middle
    return found


def _photos_stay(request: FitRequest, before: tuple[Pin, ...], tried: Fit) -> bool:
    """Tell whether every photo but one that is being resized is as large as it was."""
    resized = {block for block, name, _, _ in _changed(request, before) if name in ("width", "height")}
    sizes = {block.id: block.size for block in request.near}
    photos = [block for block in tried.blocks if block.role is Role.PHOTO and block.id not in resized]
    return all(photo.size == sizes[photo.id] for photo in photos)


def _marks_moved(request: FitRequest, before: tuple[Pin, ...]) -> int:
    offs = [abs(wanted - now) for _, _, now, wanted in _changed(request, before)]
    return max(offs, default=0) // request.grid


def _part_way(request: FitRequest, before: tuple[Pin, ...], part: Fraction) -> tuple[Pin, ...]:
    """Return the pins with what was changed now only a part of its way, on marks."""
    pins = {pin.block: pin for pin in request.pins}
    for block, name, now, wanted in _changed(request, before):
        there = now + round((wanted - now) * part / request.grid) * request.grid
        settled: dict[str, Any] = {name: there}
        pins[block] = replace(pins[block], **settled)
    return tuple(pins.values())


def _changed(request: FitRequest, before: tuple[Pin, ...]) -> Iterator[tuple[str, str, Grains, Grains]]:
    """Yield what a hand settled just now: the block, which length, what it is on the page and what it was to be."""
    was, near = {pin.block: pin for pin in before}, {block.id: block for block in request.near}
    for pin in request.pins:
        for name in ("x", "y", "width", "height"):
            wanted: Grains | None = getattr(pin, name)
            if wanted is not None and wanted != getattr(was.get(pin.block, Pin(pin.block)), name):
                yield pin.block, name, getattr(near[pin.block], name), wanted


def _as_laid(request: FitRequest, way: Way) -> Sketch:
    """Return the page before any pin as a drawing of its own size; the page as it lies where that is not known."""
    untouched = replace(request, near=(), pins=(), shields=(), budget=Budget())
    laid = _laid_once(untouched, way)
    near = {block.id: block for block in request.near}
    blocks = laid.blocks if laid is not None else ()
    pinned = {pin.block for pin in request.pins}
    if {block.id for block in blocks} != near.keys() or _far(blocks, near, pinned):
        blocks = request.near
    page = request.page
    drawn = tuple(_on_its_page(block) for block in blocks)
    return Sketch(request.sketch.name, page.unit, Size(page.width, page.height), drawn)


@lru_cache(maxsize=32)
def _laid_once(request: FitRequest, way: Way) -> Fit | None:
    """A hand on the page asks again and again for the same one."""
    return design_fit(request, way)


def _far(blocks: tuple[Block, ...], near: dict[str, Block], pinned: set[str]) -> bool:
    """Tell whether a page as it was laid is quite another than the one that lies there."""
    shifts = sorted(
        max(abs(box(b).along(axis).low - box(near[b.id]).along(axis).low) for axis in Axis)
        for b in blocks if b.id not in pinned
    )  # fmt: skip
    return bool(shifts) and shifts[len(shifts) // 2] > SAME_PAGE


def _on_its_page(block: Block) -> Block:
    """Return a block as a drawing of its own page has it: words may be as small as they are."""
    if block.role in (Role.TITLE, Role.JOURNALING):
        least = smallest_size(block)
        if least.width > block.width or least.height > block.height:
            return replace(block, min_size=Size(min(least.width, block.width), min(least.height, block.height)))
    return block
