"""Which sizes a block may take on the page.

Photos exist at print sizes and are trimmed a little (``PrintChoice``); tags and
clusters exist at the size they are (``SizeChoice``); papers are free between
bounds on the grid (``FreeSize``).
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from fractions import Fraction
from itertools import pairwise
from typing import Final, NamedTuple, TypeAlias

from inkquilt.fit import bounds
from inkquilt.fit.request import FitRequest, PhotoTerm, School
from inkquilt.lengths import INCH, MM, Grains, Unit
from inkquilt.photos.trimming import TrimLimits, deepest_trims, may_be
from inkquilt.sketch.model import Block, End, Role, Shape, Size, Sketch

#: In keep-photos a photo off its drawn size costs this many steps before its size error counts.
NOT_AS_DRAWN: Final = 1000
#: Trimming a print is as unwelcome as being this far off the wanted size.
TRIM_COST: Final[Grains] = INCH // 2


class SizeOption(NamedTuple):
    """One size on a list and what choosing it costs, in grid steps."""

    width: Grains
    height: Grains
    cost: int


@dataclass(frozen=True, slots=True)
class SizeChoice:
    """A size out of a short list: tags and clusters."""

    options: tuple[SizeOption, ...]

    @property
    def ranges(self) -> tuple[Range, Range]:
        """Least and greatest width, least and greatest height."""
        widths = [option.width for option in self.options]
        heights = [option.height for option in self.options]
        return Range(min(widths), max(widths)), Range(min(heights), max(heights))


class TrimBound(NamedTuple):
    """``across`` times the steps off the width plus ``down`` times those off the height is at most ``most``."""

    across: int
    down: int
    most: int

    def allows(self, off_width: int, off_height: int) -> bool:
        """Tell whether these trims keep to the bound."""
        return self.across * off_width + self.down * off_height <= self.most


@dataclass(frozen=True, slots=True)
class PrintOption:
    """A print as it comes from the printer, and the bounds of what may be trimmed off it."""

    whole: Size
    bounds: tuple[TrimBound, ...]

    @property
    def most_across(self) -> int:
        """Most steps that may come off the width."""
        return self.bounds[0].most

    @property
    def most_down(self) -> int:
        """Most steps that may come off the height."""
        return self.bounds[1].most

    def smallest_square(self, grid: Grains) -> Grains:
        """Return the side of the smallest square it may be trimmed to (it can be trimmed to one)."""
        side = short = min(self.whole.width, self.whole.height)
        across, down = (self.whole.width - short) // grid, (self.whole.height - short) // grid
        while all(bound.allows(across + 1, down + 1) for bound in self.bounds):
            across, down, side = across + 1, down + 1, side - grid
        return side


@dataclass(frozen=True, slots=True)
class PrintChoice:
    """The prints a photo may be, trimmed by whole ``grid`` steps.

    ``stance`` 1 keeps it upright, -1 landscape, 0 square, None leaves it open.
    Costs count from ``wanted``; ``as_drawn`` is the size that is dearest to keep;
    below ``least`` something that matters on the photo is lost.
    """

    prints: tuple[PrintOption, ...]
    wanted: Size
    as_drawn: Size | None
    stance: int | None
    grid: Grains
    least: Size | None = None

    def lies_over(self, option: PrintOption) -> bool:
        """Tell whether a print lies the other way than the photo was drawn."""
        return stance_of(option.whole) == -stance_of(self.wanted) != 0

    @property
    def ranges(self) -> tuple[Range, Range]:
        """Least and greatest width, least and greatest height."""
        widths = [p.whole.width for p in self.prints]
        heights = [p.whole.height for p in self.prints]
        if self.stance == 0:
            least_w = least_h = min((p.smallest_square(self.grid) for p in self.prints), default=0)
        else:
            least_w = min((p.whole.width - p.most_across * self.grid for p in self.prints), default=0)
            least_h = min((p.whole.height - p.most_down * self.grid for p in self.prints), default=0)
        if self.least is not None:
            least_w, least_h = max(least_w, self.least.width), max(least_h, self.least.height)
        return Range(least_w, max(widths, default=0)), Range(least_h, max(heights, default=0))


class Range(NamedTuple):
    """Least and greatest length, in grains."""

    least: Grains
    greatest: Grains


@dataclass(frozen=True, slots=True)
class FreeSize:
    """Width and height free within ranges, on the grid.

    ``ratio`` ties them: 1 to 1 for circles, 2 to 1 for half circles.
    """

    width: Range
    height: Range
    ratio: tuple[int, int] | None = None

    @property
    def ranges(self) -> tuple[Range, Range]:
        """Least and greatest width, least and greatest height."""
        return self.width, self.height


Sizes: TypeAlias = PrintChoice | SizeChoice | FreeSize


def ceil_steps(length: Fraction | int, grid: Grains) -> int:
    """Return how many grid steps cover a length."""
    return -int(-Fraction(length) // grid)


def floor_steps(length: Fraction | int, grid: Grains) -> int:
    """Return how many whole grid steps a length holds."""
    return int(Fraction(length) // grid)


def scale_of(sketch: Sketch, request: FitRequest) -> tuple[Fraction, Fraction]:
    """Return page width over sketch width, and the same for the heights."""
    return Fraction(request.page.width, sketch.page.width), Fraction(request.page.height, sketch.page.height)


def sizes_for(block: Block, sketch: Sketch, request: FitRequest, school: School) -> Sizes:
    """Return the sizes a block that is neither base nor mat may take."""
    pin = request.pin(block.id)
    if pin.width is not None and pin.height is not None:
        return _pinned_size(block, Size(pin.width, pin.height), request)
    if block.role is Role.PHOTO:
        return _print_choice(block, sketch, request, school)
    if block.role is Role.TAG:
        return _size_choice(block, request, bounds.TAG_SMALLEST, bounds.TAG_LARGEST)
    if block.role is Role.CLUSTER:
        smaller = request.page.width < sketch.page.width or request.page.height < sketch.page.height
        smallest = bounds.CLUSTER_SMALLEST if smaller else Fraction(1)
        return _size_choice(block, request, smallest, Fraction(1))
    return _free_size(block, request)


def size_on_page(block: Block, request: FitRequest) -> Size | None:
    """Return the size a block has on the page that exists already, if there is one."""
    return next((near.size for near in request.near if near.id == block.id), None)


def _pinned_size(block: Block, size: Size, request: FitRequest) -> Sizes:
    """A person's own size stands as it is: no grid, no list, no trimming of a photo."""
    if block.role is Role.PHOTO:
        whole = PrintOption(size, (TrimBound(1, 0, 0), TrimBound(0, 1, 0)))
        return PrintChoice((whole,), size, size, None, request.grid)
    if block.role in (Role.TAG, Role.CLUSTER):
        return SizeChoice((SizeOption(size.width, size.height, 0),))
    return FreeSize(Range(size.width, size.width), Range(size.height, size.height))


# -- photos --------------------------------------------------------------------------


def _print_choice(block: Block, sketch: Sketch, request: FitRequest, school: School) -> PrintChoice:
    scale_x, scale_y = scale_of(sketch, request)
    keeps = keeps_photos(school)
    wanted = block.size if keeps else Size(round(block.width * scale_x), round(block.height * scale_y))
    sizes = {size for listed in request.print_sizes for size in (listed, listed.swapped())}
    if keeps:
        sizes.add(block.size)
    term = request.photo_term(block.id)
    if (present := size_on_page(block, request)) is not None:
        sizes.add(present)
        wanted, keeps = present, True
    if term.print_size is not None:  # it exists, and can only be trimmed
        sizes = {term.print_size}
    stance = None if block.id in request.any_orientation else stance_of(block.size)
    if block.shape is Shape.CIRCLE:
        stance = 0
    limits = request.trim_of(block.id)
    options = [
        PrintOption(size, tuple(_trim_bounds(size, limits, request.grid))) for size in sorted(sizes, key=_by_area)
    ]
    usable = tuple(option for option in options if stance is None or _can_stand(option, stance, request.grid))
    least = larger_of(block.min_size, least_as_held(term, block.size))
    return PrintChoice(usable, wanted, wanted if keeps else None, stance, request.grid, least)


def least_as_held(term: PhotoTerm, drawn: Size) -> Size | None:
    """Return the least size of a photo in a slot drawn like this: a photo that will be printed never needs more."""
    if term.least is None or term.print_size is not None:
        return term.least
    return Size(min(term.least.width, drawn.width), min(term.least.height, drawn.height))


def gives_photos_what_they_ask(sketch: Sketch, request: FitRequest, blocks: Iterable[Block]) -> bool:
    """Tell whether a page as it lies keeps every photo's least size, and trims no print more than it may.

    ``sketch`` is the one that was fitted, held as its way holds it.
    """
    drawn = {block.id: block for block in sketch.blocks}
    for block in blocks:
        term = request.photo_term(block.id)
        least = least_as_held(term, drawn[block.id].size) if block.id in drawn else None
        if least and (block.width < least.width or block.height < least.height):
            return False
        if term.print_size and not may_be(term.print_size, block.size, request.trim_of(block.id), request.grid):
            return False
    return True


def larger_of(one: Size | None, two: Size | None) -> Size | None:
    """Return the least size that satisfies both."""
    if one is None or two is None:
        return one or two
    return Size(max(one.width, two.width), max(one.height, two.height))


def keeps_photos(school: School) -> bool:
    """Tell whether a school keeps photos at their drawn size rather than in proportion."""
    return school in (School.KEEP_PHOTOS, School.FILL)


def _by_area(size: Size) -> tuple[int, int]:
    return size.width * size.height, size.width


def stance_of(size: Size) -> int:
    """Return 1 for upright, -1 for landscape, 0 for square."""
    return (size.height > size.width) - (size.height < size.width)


def _trim_bounds(whole: Size, limits: TrimLimits, grid: Grains) -> Iterator[TrimBound]:
    """Yield the straight bounds of the allowed trims (their convex hull).

    (w - a)(h - b) >= area is a convex region, so the hull of its whole steps holds
    no step that is not allowed: the upper hull of (a, deepest b), Andrew 1979.
    """
    depths = deepest_trims(whole, limits, grid)
    hull: list[tuple[int, int]] = []
    for across, down in enumerate(depths):
        while len(hull) > 1 and _turns_up(hull[-2], hull[-1], (across, down)):
            hull.pop()
        hull.append((across, down))
    yield TrimBound(1, 0, len(depths) - 1)
    yield TrimBound(0, 1, depths[0])
    for (a0, b0), (a1, b1) in pairwise(hull):
        # the line through two corners: (b0 - b1) a + (a1 - a0) b <= (b0 - b1) a0 + (a1 - a0) b0
        yield TrimBound(b0 - b1, a1 - a0, (b0 - b1) * a0 + (a1 - a0) * b0)


def _turns_up(o: tuple[int, int], a: tuple[int, int], b: tuple[int, int]) -> bool:
    return (a[0] - o[0]) * (b[1] - o[1]) - (a[1] - o[1]) * (b[0] - o[0]) >= 0


def _can_stand(option: PrintOption, stance: int, grid: Grains) -> bool:
    """Tell whether a print, trimmed or not, can be upright, landscape or square as asked."""
    size = option.whole
    if stance == stance_of(size):
        return True
    off = abs(size.width - size.height)
    if stance == 0:
        steps = off // grid
        across, down = (steps, 0) if size.width > size.height else (0, steps)
        return off % grid == 0 and all(bound.allows(across, down) for bound in option.bounds)
    # trimmed across its square: the sizes on the list are far from it, so a square print may serve
    return stance_of(size) == 0


# -- pieces that exist at a size -------------------------------------------------------


def _size_choice(block: Block, request: FitRequest, smallest: Fraction, largest: Fraction) -> SizeChoice:
    options = tuple(_scaled_options(block, request, smallest, largest))
    present = size_on_page(block, request)
    if present is None:
        return SizeChoice(options)
    far = [abs(option.width - present.width) + abs(option.height - present.height) for option in options]
    counted = [SizeOption(o.width, o.height, off // request.grid) for o, off in zip(options, far, strict=True)]
    if present not in [Size(option.width, option.height) for option in options]:
        counted.append(SizeOption(present.width, present.height, 0))
    return SizeChoice(tuple(counted))


def _scaled_options(block: Block, request: FitRequest, smallest: Fraction, largest: Fraction) -> Iterator[SizeOption]:
    """Yield the sizes on the grid that keep the proportions to within a step; nearest to as drawn is cheapest.

    Width leads for a wide piece, height for a tall one, so that the rounded side is the shorter.
    """
    step = request.grid
    wide = block.width >= block.height
    long, short = (block.width, block.height) if wide else (block.height, block.width)
    as_drawn = max(1, round(Fraction(long, step)))
    least = min(as_drawn, ceil_steps(long * smallest, step))
    most = max(as_drawn, floor_steps(long * largest, step))
    for steps in range(max(1, least), most + 1):
        across = max(1, round(Fraction(steps * step * short, long * step))) * step
        size = Size(steps * step, across) if wide else Size(across, steps * step)
        yield SizeOption(size.width, size.height, abs(steps - as_drawn))


# -- free sizes ------------------------------------------------------------------------


def _free_size(block: Block, request: FitRequest) -> FreeSize:
    least = smallest_size(block)
    width = Range(least.width, request.page.width)
    height = Range(least.height, request.page.height)
    if block.role in (Role.STRIP, Role.BORDER):
        if block.width >= block.height:
            height = strip_range(block.height, request.grid)
        else:
            width = strip_range(block.width, request.grid)
    pin = request.pin(block.id)
    if pin.width is not None:
        width = Range(pin.width, pin.width)
    if pin.height is not None:
        height = Range(pin.height, pin.height)
    return FreeSize(width, height, _ratio(block))


def _ratio(block: Block) -> tuple[int, int] | None:
    if block.shape is Shape.CIRCLE:
        return 1, 1
    if block.shape is Shape.HALF_CIRCLE:
        return (2, 1) if block.end in (End.TOP, End.BOTTOM) else (1, 2)
    return None


def strip_range(drawn: Grains, grid: Grains) -> Range:
    """Return the widths a strip may have; at least the one grid step nearest to its drawn width."""
    nearest = max(1, round(Fraction(drawn, grid)))
    least = min(nearest, ceil_steps(drawn * bounds.STRIP_NARROWEST, grid))
    most = max(nearest, floor_steps(drawn * bounds.STRIP_WIDEST, grid))
    return Range(least * grid, most * grid)


def smallest_size(block: Block) -> Size:
    """Return the least width and height of a block whose size is free: its own ``min``, or its role's."""
    if block.min_size is not None:
        return block.min_size
    wide = block.width >= block.height
    if block.role is Role.TITLE:
        return Size(0, bounds.TITLE_HEIGHT) if wide else Size(bounds.TITLE_HEIGHT, 0)
    if block.role is Role.JOURNALING:
        size = Size(bounds.JOURNALING_LONG, bounds.JOURNALING_SHORT)
        return size if wide else size.swapped()
    narrowest = bounds.PAPER_NARROWEST
    return Size(min(block.width, narrowest), min(block.height, narrowest))


def partner_reveal(reveal: Grains, sketch_unit: Unit, page_unit: Unit) -> Grains:
    """Return the reveal as it is cut in the page's unit: the same, or its usual partner.

    >>> partner_reveal(INCH // 8, Unit.IN, Unit.MM) == 3 * MM
    True
    """
    if sketch_unit is page_unit or reveal == 0:
        return reveal
    size, sign = abs(reveal), 1 if reveal > 0 else -1
    for inches, millimetres in bounds.REVEAL_PARTNERS:
        here, there = (inches, millimetres) if sketch_unit is Unit.IN else (millimetres, inches)
        if size == here:
            return sign * there
    step = MM // 2
    return sign * max(1, round(Fraction(size, step))) * step
