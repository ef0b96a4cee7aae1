"""Filling the extra of a larger page: the sketch drawn anew for it, in the ways people do.

Going from 8 1/2 x 11 to 12 x 12 leaves 3 1/2 in of width and 1 in of height. The
sketch keeps its size, the extra along the longer way is filled by one device, and
what is left over across it goes evenly to both sides. Each way yields a sketch of the page's own size, which is
then fitted like any other, and a note with its numbers.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from fractions import Fraction
from math import isqrt
from typing import Final

from inkquilt.fit.request import Variant
from inkquilt.lengths import INCH, MM, Grains, Unit, with_unit
from inkquilt.page import Margins, Page
from inkquilt.sketch.geometry import Axis, box
from inkquilt.sketch.model import Block, Role, Shape, Size, Sketch
from inkquilt.sketch.relations import ONE_LINE, read_relations

#: Less than this is no extra worth a device.
LEAST_EXTRA: Final[Grains] = INCH // 2
#: The sketch's own area is at least this part of the page, or it is drawn larger first.
LEAST_SHARE: Final = Fraction(3, 4)
#: The added panel lies this far on the layer it steps out of.
PANEL_TUCK: Final[Grains] = INCH // 2
#: What is cut at a size and cannot be stretched.
_RIGID: Final = frozenset({Role.PHOTO, Role.MAT, Role.TITLE, Role.JOURNALING, Role.TAG, Role.CLUSTER})
_PAPERS: Final = frozenset({Role.PAPER, Role.STRIP, Role.BORDER})

FILLS: Final = (
    Variant.WIDER_PAPER,
    Variant.SPLIT_BASE,
    Variant.STEP_OUT,
    Variant.REPEAT_STRIP,
    Variant.WIDER_BORDER,
)


@dataclass(frozen=True, slots=True)
class Filled:
    """A sketch drawn for the whole page, and how that was done, in numbers."""

    sketch: Sketch
    note: str


@dataclass(frozen=True, slots=True)
class Extra:
    """What a page has more than the sketch: along ``axis`` the most, and the rest across it."""

    axis: Axis
    main: Grains
    rest: Grains


def extra_of(sketch: Sketch, page: Page) -> Extra | None:
    """Return the extra of a page that is larger, or None if it is smaller one way or hardly larger at all."""
    over_x, over_y = page.width - sketch.page.width, page.height - sketch.page.height
    if min(over_x, over_y) < 0:
        return None
    axis = Axis.X if over_x >= over_y else Axis.Y
    main, rest = (over_x, over_y) if axis is Axis.X else (over_y, over_x)
    return Extra(axis, main, rest) if main >= LEAST_EXTRA else None


def filled(sketch: Sketch, page: Page, variant: Variant) -> Filled | None:
    """Return the sketch drawn for the page in one of ``FILLS``, or None where that way does not apply.

    Where the extra is so large that the photos would be lost in it, the whole is drawn larger
    first: then the drawing's page is that much smaller than ``page``.
    """
    if extra_of(sketch, page) is None or variant not in FILLS:
        return None
    grown = growth(sketch, page)
    smaller = replace(page, width=round(page.width / grown), height=round(page.height / grown), clear=Margins())
    extra = extra_of(sketch, smaller)
    return None if extra is None else _Filler(sketch, smaller, extra, grown).drawn(variant)


def growth(sketch: Sketch, page: Page) -> Fraction:
    """Return how much larger a sketch is drawn before the extra is filled: so that enough of the page is photos."""
    most = min(Fraction(page.width, sketch.page.width), Fraction(page.height, sketch.page.height))
    share = Fraction(sketch.page.width * sketch.page.height, page.width * page.height)
    needed = Fraction(isqrt(round(LEAST_SHARE / share * 1_000_000)), 1000)
    return max(Fraction(1), min(most, needed))


class _Filler:
    def __init__(self, sketch: Sketch, page: Page, extra: Extra, grown: Fraction) -> None:
        self.page, self.extra, self.grown = page, extra, grown
        self.axis = extra.axis
        self.drawing, size = sketch, sketch.page
        relations = read_relations(sketch)
        self.runs = {name: {side.value for side in sides} for name, sides in relations.run_offs.items()}
        self.layers = set(relations.layers)
        self.far = "right" if self.axis is Axis.X else "bottom"
        self.length = size.width if self.axis is Axis.X else size.height
        self.whole = page.width if self.axis is Axis.X else page.height
        self.where = "on the right" if self.axis is Axis.X else "at the foot"

    def drawn(self, variant: Variant) -> Filled | None:
        ways: dict[Variant, Callable[[], Filled | None]] = {
            Variant.WIDER_PAPER: self.wider_paper,
            Variant.SPLIT_BASE: self.split_base,
            Variant.STEP_OUT: self.step_out,
            Variant.REPEAT_STRIP: self.repeat_strip,
            Variant.WIDER_BORDER: self.wider_border,
        }
        return ways[variant]()

    # -- the five ways -------------------------------------------------------------

    def wider_paper(self) -> Filled | None:
        """Widen the papers at a place where nothing rigid is cut: beside the photos, or between them."""
        rigid = [self.ends(block) for block in self.drawing.blocks if block.role in _RIGID]
        papers = [b for b in self.drawing.blocks if b.role in _PAPERS and not b.turn and b.id not in self.layers]
        best: tuple[int, int, Grains] | None = None
        for cut in self.cuts(rigid):
            across = [b for b in papers if self.ends(b)[0] < cut < self.ends(b)[1]]
            if across:
                wide = sum(self.runs[b.id] >= self.both_sides() for b in across)
                found = (len(across) - wide, -abs(2 * cut - self.length), cut)
                best = max(best, found) if best is not None else found
        if best is None or best[0] == 0:
            return None
        cut = best[2]
        widened = [b.name for b in papers if self.ends(b)[0] < cut < self.ends(b)[1]]
        note = f"{_listed(widened)} made {self.text(self.extra.main)} {'wider' if self.axis is Axis.X else 'higher'}"
        return Filled(self.stretched(cut), f"{note}: {self.sum()}")

    def split_base(self) -> Filled:
        """Divide the base in two papers at the sketch's old edge."""
        sketch = self.stretched(self.length)
        added = self.strip_of_page("second-base", self.length, self.extra.main, "second paper")
        bottom = min((block.level for block in sketch.blocks), default=0)
        note = f"the base in two papers, the second {self.text(self.extra.main)} {self.where}: {self.sum()}"
        return Filled(_with(sketch, [replace(added, level=bottom - 1)]), note)

    def step_out(self) -> Filled | None:
        """Add a narrow panel that steps out past the largest layer it lies on."""
        papers = [b for b in self.drawing.blocks if b.role is Role.PAPER and not b.turn]
        if not papers:
            return None
        layer = max(papers, key=lambda b: b.width * b.height)
        edge = min(self.ends(layer)[1], self.length)
        sketch = self.stretched(self.length)
        margin = min(max(self.length - edge, INCH // 4), INCH)
        begin, end = edge - PANEL_TUCK, self.whole - margin
        if end - edge < INCH // 2:
            return None
        low, high = self.ends(layer, self.axis.other)
        quarter = (high - low) // 4
        across = self.shift(low + quarter), self.shift(high - quarter)
        panel = self.piece("step-panel", begin, end, across, layer.level, "stepping panel")
        note = (
            f"a panel {self.text(end - begin)} {'wide' if self.axis is Axis.X else 'high'} steps out past "
            f"{layer.name} by {self.text(end - edge)}"
        )
        after = [block.id for block in sketch.blocks].index(layer.id) + 1
        blocks = (*sketch.blocks[:after], panel, *sketch.blocks[after:])
        return Filled(replace(sketch, blocks=blocks), f"{note}; {self.sum()}")

    def repeat_strip(self) -> Filled | None:
        """Repeat a strip that lies across the extra, with equal gaps."""
        strips = [
            b for b in self.drawing.blocks if b.role in (Role.STRIP, Role.BORDER) and not b.turn and self.is_across(b)
        ]
        if not strips:
            return None
        strip = max(strips, key=lambda b: self.ends(b)[1])
        low, high = self.ends(strip)
        width = high - low
        count = max(1, min(3, self.extra.main // (2 * width)))
        gap = (self.extra.main - count * width) // (count + 1)
        if gap < 0:
            return None
        sketch = self.stretched(self.length)
        across = self.ends(sketch.block(strip.id), self.axis.other)
        copies = []
        for number in range(count):
            begin = self.length + gap + number * (width + gap)
            copy = self.piece(f"{strip.id}-again-{number + 1}", begin, begin + width, across, strip.level, None)
            copies.append(replace(copy, role=strip.role, paper=strip.paper or strip.role.value))
        times = "once" if count == 1 else "twice" if count == 2 else f"{count} times"
        note = f"{strip.name} repeated {times}, {self.text(gap)} between"
        return Filled(_with(sketch, copies), f"{note}; {self.sum()}")

    def wider_border(self) -> Filled:
        """Let the border round everything grow by half the extra on each side."""
        half = self.extra.main // 2
        blocks = tuple(
            self.moved(block, lambda place: place + half, self.runs.get(block.id, set()))
            for block in self.drawing.blocks
        )
        note = f"the border {self.text(half)} wider on each side: {self.sum()}, half of it each"
        return Filled(self.on_page(blocks), note)

    # -- drawing -------------------------------------------------------------------

    def text(self, grains: Grains) -> str:
        """Return a length of the drawing as it comes out on the page, to the nearest mark."""
        mark = INCH // 8 if self.page.unit is Unit.IN else MM
        return with_unit(round(grains * self.grown / mark) * mark if self.grown != 1 else grains, self.page.unit)

    def sum(self) -> str:
        if self.grown != 1:
            return f"about {self.text(self.extra.main)} to fill once the sketch is drawn larger"
        return f"{self.text(self.whole)} - {self.text(self.length)} = {self.text(self.extra.main)}"

    def both_sides(self) -> set[str]:
        return {"left", "right"} if self.axis is Axis.X else {"top", "bottom"}

    def ends(self, block: Block, axis: Axis | None = None) -> tuple[Grains, Grains]:
        ends = box(block).along(axis or self.axis)
        return ends.low, ends.high

    def is_across(self, block: Block) -> bool:
        """Tell whether a strip lies across the way of the extra."""
        along = block.width if self.axis is Axis.X else block.height
        return along < (block.height if self.axis is Axis.X else block.width)

    def cuts(self, rigid: list[tuple[Grains, Grains]]) -> list[Grains]:
        """Return the middles of all ways through that touch nothing rigid."""
        covered = sorted((low, high) for low, high in rigid)
        free, at = [], 0
        for low, high in covered:
            if low - at > ONE_LINE:
                free.append((at + low) // 2)
            at = max(at, high)
        if self.length - at > ONE_LINE:
            free.append((at + self.length) // 2)
        return free

    def shift(self, place: Grains) -> Grains:
        """Return a place across the extra: everything moves to the middle of what is left over there."""
        return place + self.extra.rest // 2

    def stretched(self, cut: Grains) -> Sketch:
        """Return the drawing with the extra put in at ``cut``; papers there grow, run-offs still run off."""

        def along(place: Grains) -> Grains:
            return place + self.extra.main if place > cut else place

        return self.on_page(
            tuple(self.moved(block, along, self.runs.get(block.id, set())) for block in self.drawing.blocks)
        )

    def moved(self, block: Block, along: Callable[[Grains], Grains], runs: set[str]) -> Block:
        if block.role is Role.BASE:
            return block.placed(0, 0, Size(self.page.width, self.page.height))
        if block.id in self.layers:
            gap = block.x
            return block.placed(gap, gap, Size(self.page.width - 2 * gap, self.page.height - 2 * gap))
        if block.turn:
            middle = along(sum(self.ends(block)) // 2) - sum(self.ends(block)) // 2
            by = (middle, self.extra.rest // 2) if self.axis is Axis.X else (self.extra.rest // 2, middle)
            return replace(block, x=block.x + by[0], y=block.y + by[1])
        places = {}
        for axis in Axis:
            low, high = self.ends(block, axis)
            move = along if axis is self.axis else self.shift
            names = ("left", "right") if axis is Axis.X else ("top", "bottom")
            whole = self.page.width if axis is Axis.X else self.page.height
            start = 0 if names[0] in runs else move(low)
            end = whole if names[1] in runs else move(high)
            if block.role in _RIGID:  # never stretched: it keeps to the edge it ran off, else to its place
                length = high - low
                start = whole - length if names[1] in runs and names[0] not in runs else start
                end = start + length
            places[axis] = (start, end)
        (left, right), (top, foot) = places[Axis.X], places[Axis.Y]
        return block.placed(left, top, Size(right - left, foot - top))

    def on_page(self, blocks: tuple[Block, ...]) -> Sketch:
        return replace(self.drawing, page=Size(self.page.width, self.page.height), blocks=blocks)

    def strip_of_page(self, name: str, start: Grains, length: Grains, label: str) -> Block:
        whole = self.page.height if self.axis is Axis.X else self.page.width
        return self.piece(name, start, start + length, (0, whole), 0, label)

    def piece(
        self, name: str, low: Grains, high: Grains, across: tuple[Grains, Grains], level: int, label: str | None
    ) -> Block:
        from_along, size_along = low, high - low
        from_across, size_across = across[0], across[1] - across[0]
        if self.axis is Axis.X:
            x, y, width, height = from_along, from_across, size_along, size_across
        else:
            x, y, width, height = from_across, from_along, size_across, size_along
        names = {block.id for block in self.drawing.blocks}
        while name in names:
            name += "-b"
        block = Block(name, Role.PAPER, Shape.RECT, x, y, width, height, level=level, label=label)
        return block if label is None else replace(block, paper=name[:20])


def _with(sketch: Sketch, more: list[Block]) -> Sketch:
    return replace(sketch, blocks=(*sketch.blocks, *more))


def _listed(names: list[str]) -> str:
    return names[0] if len(names) == 1 else f"{', '.join(names[:-1])} and {names[-1]}"
