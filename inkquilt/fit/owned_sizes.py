"""Sizes that exist before the page does: listed prints, what a shop's prints are trimmed to, dies and punches.

Every class of twins gets one size, and photos drawn larger stay larger.
"""

from __future__ import annotations

from collections.abc import Iterator
from functools import lru_cache
from math import log
from typing import Final

from inkquilt.design.marks import SHAPE, change_of_shape
from inkquilt.design.reading import Design, area
from inkquilt.fit.request import Die, FitRequest
from inkquilt.fit.sizes import least_as_held, stance_of
from inkquilt.lengths import INCH, Grains
from inkquilt.photos.trimming import TrimLimits, trims
from inkquilt.sketch.model import Block, Role, Shape, Size

#: Scales against the page's own that are tried, the nearest first.
SCALES: Final = tuple(sorted((1.2 - step * 0.04 for step in range(13)), key=lambda scale: abs(scale - 1)))
#: A print of other proportions is as unwelcome as one so many times off in area.
_SHAPE_COUNTS: Final = 2.0
#: A die makes pieces that would be so many times its size; others are cut by hand.
DIE_LEAST: Final = 0.7
DIE_MOST: Final = 1.4
#: A rectangular die makes pieces that would come out this near to it.
DIE_NEAR: Final = INCH // 4
#: What dies and punches make.
_DIE_CUT: Final = frozenset({Role.PHOTO, Role.PAPER, Role.TAG})


def owned_sizes(design: Design, scale: float, request: FitRequest, whole: bool) -> Iterator[dict[str, Size]]:
    """Yield the sizes that are settled before a page is laid, those nearest to its own ``scale`` first.

    ``whole`` asks for whole prints; where prints come from a shop they are trimmed within the
    request's limits; else only what dies make is settled. Prints that exist, and photos that are
    trimmed freely, are left to the page; one that is never trimmed is a whole print.
    """
    by_die = die_sizes(design, scale, request)
    if not whole and not request.switches.from_shop:
        yield by_die
        return
    own = {term.block for term in request.photo_terms if term.print_size is not None} | by_die.keys()
    own |= set() if whole else request.trim_freely
    classes = [tuple(name for name in twins if name not in own) for twins in design.twins]
    listed = request.print_sizes if whole else _trimmed(request.print_sizes, request.trim, request.grid)
    for sizes in listed_sizes(design, scale, listed, tuple(filter(None, classes))):
        sizes |= _never_trimmed(design, scale, request, set(sizes))
        if _all_show(design, request, sizes):
            yield sizes | by_die


def listed_sizes(
    design: Design, scale: float, listed: tuple[Size, ...], classes: tuple[tuple[str, ...], ...] | None = None
) -> Iterator[dict[str, Size]]:
    """Yield sizes of a list for all photos, or for ``classes`` of twins, those nearest to ``scale`` first."""
    seen: list[dict[str, Size]] = []
    for factor in SCALES:
        sizes = _sizes_at(design, scale * factor, listed, design.twins if classes is None else classes)
        if sizes is not None and sizes not in seen:
            seen.append(sizes)
            yield sizes


def die_sizes(design: Design, scale: float, request: FitRequest) -> dict[str, Size]:
    """Return the size of every piece that one of the request's dies makes."""
    found: dict[str, Size] = {}
    for block in design.sketch.blocks:
        if block.role in _DIE_CUT and block.id not in request.trim_freely:
            dies = [die for die in request.dies if _makes(die, block, scale)]
            if dies:
                found[block.id] = min(dies, key=lambda die: _off_die(die, block, scale)).size_for(block.size)
    return found


def _makes(die: Die, block: Block, scale: float) -> bool:
    if die.shape is not block.shape:
        return False
    size = die.size_for(block.size)
    if block.shape is Shape.RECT:
        off = max(abs(size.width - scale * block.width), abs(size.height - scale * block.height))
        return off <= DIE_NEAR and change_of_shape(block.size, size) <= SHAPE
    return DIE_LEAST * scale <= size.width / block.width <= DIE_MOST * scale


def _off_die(die: Die, block: Block, scale: float) -> float:
    return abs(log(_area(die.size) / (scale**2 * area(block))))


@lru_cache(maxsize=8)
def _trimmed(prints: tuple[Size, ...], limits: TrimLimits, grid: Grains) -> tuple[Size, ...]:
    """Return every size that a listed print can be trimmed to."""
    found = {size for whole in prints for size in trims(whole, limits, grid)}
    return tuple(sorted(found, key=lambda size: (size.width, size.height)))


def _never_trimmed(design: Design, scale: float, request: FitRequest, names: set[str]) -> dict[str, Size]:
    whole = [photo for photo in design.photos if photo.id in request.never_trim & names]
    nearest = {photo.id: _nearest(photo, scale, request.print_sizes) for photo in whole}
    return {name: size for name, size in nearest.items() if size is not None}


def _all_show(design: Design, request: FitRequest, sizes: dict[str, Size]) -> bool:
    """Tell whether no photo is smaller than what matters in it."""
    for name, size in sizes.items():
        least = least_as_held(request.photo_term(name), design.sketch.block(name).size)
        if least is not None and (size.width < least.width or size.height < least.height):
            return False
    return True


def _sizes_at(
    design: Design, scale: float, listed: tuple[Size, ...], classes: tuple[tuple[str, ...], ...]
) -> dict[str, Size] | None:
    photos = {photo.id: photo for photo in design.photos}
    sizes: dict[str, Size] = {}
    for twins in classes:
        best = _nearest(photos[twins[0]], scale, listed)
        if best is None:
            return None
        sizes |= dict.fromkeys(twins, best)
    pairs = [(pair.photo, pair.other) for pair in design.larger]
    if design.lead is not None:
        pairs += [(design.lead, name) for name in photos if name != design.lead]
    if any(_area(sizes[big]) < _area(sizes[small]) for big, small in pairs if {big, small} <= sizes.keys()):
        return None
    return sizes


def _nearest(photo: Block, scale: float, listed: tuple[Size, ...]) -> Size | None:
    wanted = area(photo) * scale**2
    alike = [
        size for one in listed for size in {one, one.swapped()}
        if stance_of(size) == stance_of(photo.size) and change_of_shape(photo.size, size) <= SHAPE
    ]  # fmt: skip

    def off(size: Size) -> float:
        return abs(log(_area(size) / wanted)) + _SHAPE_COUNTS * log(change_of_shape(photo.size, size))

    return min(alike, key=lambda size: (off(size), size.width), default=None)


def _area(size: Size) -> int:
    return size.width * size.height
