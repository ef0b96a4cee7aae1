"""Sizes that the first program found, brought to marks: twins alike, the order of sizes kept."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from itertools import combinations, permutations
from math import ceil, floor
from typing import Final

from inkquilt.design.reading import WORDS, Design, area
from inkquilt.fit.linear.sizing import STORY, SizedDesign, least_word_size
from inkquilt.fit.linear.terms import CostTerms, Rounding
from inkquilt.lengths import Grains
from inkquilt.photos.trimming import trims
from inkquilt.sketch.geometry import Axis
from inkquilt.sketch.model import Block, End, Role, Shape, Size

#: Rounds of making a photo a mark smaller because another was drawn larger.
_ROUNDS: Final = 6
#: A hair more or less than a mark is that mark.
_ROUNDED: Final[dict[Rounding, Callable[[float], int]]] = {
    Rounding.UP: lambda steps: ceil(steps - 0.15),
    Rounding.NEAREST: round,
    Rounding.DOWN: lambda steps: floor(steps + 1e-6),
}


def settled(design: Design, terms: CostTerms, sized: SizedDesign) -> dict[str, Size]:
    """Return a size on the grid for every piece the first program sized."""
    blocks = {block.id: block for block in design.sketch.blocks}
    sizes = {name: _settled(blocks[name], found, terms) for name, found in sized.sizes.items()}
    for twins in design.twins:
        free = [name for name in twins if name in sizes and not _is_settled(name, terms)]
        for name in free:
            sizes[name] = sizes[free[0]]
    for tied in design.relations.patterns.sizes:
        free = [name for name in tied.blocks if name in sizes and not _is_settled(name, terms)]
        for name in free[1:]:
            if _close(sizes[name], sizes[free[0]], terms):
                sizes[name] = sizes[free[0]]
    _in_line_at_both_ends(design, terms, sizes)
    _photos_as_long(design, terms, sizes)
    _keep_order(design, terms, sizes)
    return sizes


def _in_line_at_both_ends(design: Design, terms: CostTerms, sizes: dict[str, Size]) -> None:
    """Words drawn as long as a photo or tag beside them, in line at both ends, take its length where it is near."""
    blocks = {block.id: block for block in design.sketch.blocks}
    for axis in Axis:
        ends: dict[tuple[str, str], set[bool]] = {}
        for line in design.relations.lines:
            if line.axis is axis:
                for one, two in permutations(line.edges, 2):
                    if one.high is two.high and blocks[one.block].role in WORDS and two.block in sizes:
                        ends.setdefault((one.block, two.block), set()).add(one.high)
        for (word, other), found in ends.items():
            if len(found) == 2 and word in sizes and blocks[other].role not in WORDS:
                sizes[word] = _as_long(sizes[word], sizes[other], axis, terms)


def _photos_as_long(design: Design, terms: CostTerms, sizes: dict[str, Size]) -> None:
    """Photos in line at both ends of an axis that came out a mark apart take one length, twins with them."""
    twins = {name: group for group in design.twins for name in group}
    for axis in Axis:
        ends: dict[tuple[str, str], set[bool]] = {}
        for line in design.relations.lines:
            names = [edge for edge in line.edges if edge.block in twins and edge.block in sizes]
            for edge, other in combinations(names if line.axis is axis else (), 2):
                if edge.high is other.high:
                    ends.setdefault((edge.block, other.block), set()).add(edge.high)
        for (one, two), found in ends.items():
            if len(found) < 2 or _is_settled(one, terms) or _is_settled(two, terms):
                continue
            a, b = sizes[one], sizes[two]
            if a != b and _close(_along(a, b, axis), b, terms):
                for twin in twins[two]:
                    sizes[twin] = _along(a, b, axis)


def _along(one: Size, two: Size, axis: Axis) -> Size:
    """Return the second size with the first one's length on an axis."""
    return Size(one.width, two.height) if axis is Axis.X else Size(two.width, one.height)


def _as_long(word: Size, other: Size, axis: Axis, terms: CostTerms) -> Size:
    size = Size(other.width, word.height) if axis is Axis.X else Size(word.width, other.height)
    least = least_story(word)
    close = abs(size.width - word.width) <= 3 * terms.grid and abs(size.height - word.height) <= 3 * terms.grid
    return size if close and size.width >= least.width and size.height >= least.height else word


def least_story(word: Size) -> Size:
    """Return how small words may become for the sake of a line: as they are, or what can be written on."""
    return Size(min(word.width, STORY.width), min(word.height, STORY.height))


def _close(one: Size, two: Size, terms: CostTerms) -> bool:
    return max(abs(one.width - two.width), abs(one.height - two.height)) <= terms.grid


def _settled(block: Block, found: tuple[float, float], terms: CostTerms) -> Size:
    grid = terms.grid
    if block.id in terms.sizes:
        return terms.sizes[block.id]
    match block.role:
        case Role.PHOTO:
            return _photo(block, found, terms)
        case Role.TITLE | Role.JOURNALING:
            least = least_word_size(block, terms)
            return Size(
                max(_word_mark(found[0], terms), ceil(least.width / grid) * grid),
                max(_word_mark(found[1], terms), ceil(least.height / grid) * grid),
            )
        case _:
            return in_proportion(block, found[0] / block.width, grid)


def _photo(block: Block, found: tuple[float, float], terms: CostTerms) -> Size:
    term = terms.request.photo_term(block.id)
    if term.print_size is not None:
        least = term.least or Size(0, 0)
        may_be = [
            size for size in trims(term.print_size, terms.request.trim_of(block.id), terms.grid)
            if size.width >= least.width and size.height >= least.height
        ] or [term.print_size]  # fmt: skip
        return min(may_be, key=lambda size: abs(size.width - found[0]) + abs(size.height - found[1]))
    size = Size(_to_mark(found[0], terms), _to_mark(found[1], terms))
    if block.width == block.height:
        side = min(size.width, size.height)
        return Size(side, side)
    return size


def _to_mark(length: float, terms: CostTerms) -> Grains:
    steps = length / terms.grid
    return max(1, _ROUNDED[terms.rounding](steps)) * terms.grid


def _word_mark(length: float, terms: CostTerms) -> Grains:
    """Words never grow for a mark: what is rounded up is only photos."""
    steps = length / terms.grid
    return max(1, floor(steps + 1e-6) if terms.rounding is Rounding.DOWN else round(steps)) * terms.grid


def in_proportion(block: Block, scale: float, grid: Grains) -> Size:
    """Return a size on the grid near ``scale`` times the block's that keeps its proportions best.

    A circle stays round and a half circle half of one, exactly.
    """
    if block.shape is Shape.CIRCLE:
        side = max(1, round(block.width * scale / grid)) * grid
        return Size(side, side)
    if block.shape is Shape.HALF_CIRCLE:
        across = block.end in (End.TOP, End.BOTTOM)
        deep = max(1, round((block.height if across else block.width) * scale / grid)) * grid
        return Size(2 * deep, deep) if across else Size(deep, 2 * deep)
    steps = round(block.width * scale / grid)
    best = min(_candidates(block, steps, grid), key=lambda size: _badness(size, block, scale, grid))
    return best


def _candidates(block: Block, steps: int, grid: Grains) -> Iterable[Size]:
    for width in {max(1, steps + by) for by in (-1, 0, 1)}:
        height = max(1, round(width * block.height / block.width))
        yield Size(width * grid, height * grid)


def _badness(size: Size, block: Block, scale: float, grid: Grains) -> float:
    off_shape = abs(size.width * block.height - size.height * block.width) / (block.width * size.height)
    return 8 * off_shape + abs(size.width - scale * block.width) / grid / 10


def _is_settled(name: str, terms: CostTerms) -> bool:
    return name in terms.sizes or terms.request.photo_term(name).print_size is not None


def _keep_order(design: Design, terms: CostTerms, sizes: dict[str, Size]) -> None:
    """Make photos a mark smaller that came out as large as one that was drawn larger."""
    blocks = {photo.id: photo for photo in design.photos}
    pairs = [(p.photo, p.other) for p in design.larger]
    if design.lead is not None:
        pairs += [(design.lead, name) for name in blocks if name != design.lead]
    classes = {name: twins for twins in design.twins for name in twins}
    for _ in range(_ROUNDS):
        wrong = [
            small for big, small in pairs
            if big in sizes and small in sizes and not _is_settled(small, terms)
            and _area(sizes[small]) > _area(sizes[big]) and area(blocks[big]) > area(blocks[small])
        ]  # fmt: skip
        if not wrong:
            return
        for name in dict.fromkeys(wrong):
            size = sizes[name]
            less = Size(max(terms.grid, size.width - terms.grid), max(terms.grid, size.height - terms.grid))
            for twin in classes[name]:
                sizes[twin] = less


def _area(size: Size) -> int:
    return size.width * size.height
