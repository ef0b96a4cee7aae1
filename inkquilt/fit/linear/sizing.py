"""The first program: how large everything is, and about where it lies. Continuous.

All photos follow one scale of the whole design, twins share theirs. What keeps a page the design
it was drawn as is a rule (who is larger, shapes, air, margins) or dear (the scale itself, where
the weight lies, how much of the page is covered); lines, gaps and places come after.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from itertools import pairwise
from math import sqrt
from typing import Final

from inkquilt.design.reading import PAPERS, Design, Stack, area, keeps_proportions
from inkquilt.design.tree import SMALL_GAP
from inkquilt.fit.linear.lay import Lay, drawn_middle, turned_part
from inkquilt.fit.linear.pairs import ROW_GAP, Pairs
from inkquilt.fit.linear.program import Expr, Number, Solved
from inkquilt.fit.linear.terms import CostTerms
from inkquilt.fit.request import Rung
from inkquilt.lengths import INCH, Grains
from inkquilt.sketch.geometry import CORNER_SCALE, Axis, is_tilted, leans
from inkquilt.sketch.model import Block, Role, Shape, Size
from inkquilt.sketch.relations import SIDE_ENDS, Beside

#: A class of twins is between these times the design's own scale, and across to down by this at most.
CLASS_LEAST: Final = 0.87
CLASS_MOST: Final = 1.15
SHAPE: Final = 1.17
#: The sizes of one photo and another that was drawn larger: the larger stays so with a little to spare.
SPARE: Final = 1.04
#: The photos' share of the page is the square of their scale against the page's: between these it is as drawn.
SCALE_LEAST: Final = 0.86
SCALE_MOST: Final = 1.24

#: The photo that was said to lead is asked to be this many times the page's scale.
LEADING: Final = 1.15

#: Prices: a miss of the whole; of an inch of the drawing where lengths are meant.
OFF_SCALE: Final = 60.0
TOO_SMALL: Final = 600.0
OFF_CLASS: Final = 25.0
OFF_SHAPE: Final = 14.0
#: To lose more of a placed photo than the drawn slot does is dear; to lose less is welcome, not for its own sake.
MORE_LOST: Final = 60.0
OFF_PICTURE: Final = 11.0
SAME_PICTURE: Final = 1.02
OFF_WEIGHT: Final = 500.0
OFF_COVER: Final = 400.0
OFF_PLACE: Final = 1.0
OFF_MARGIN: Final = 2.0
WORD_SIZE: Final = 5.0
WORD_SHAPE: Final = 120.0
TIED: Final = 40.0
SWOLLEN: Final = 20.0

#: How far the centre of photos and words may move, as part of the page, before it costs; how much may stay uncovered.
WEIGHT_SLACK: Final = 0.05
COVER: Final = 0.87
#: Words keep their proportions within this.
WORD_RATIO: Final = 1.18
STORY: Final = Size(3 * INCH // 2, 3 * INCH // 4)


@dataclass(frozen=True, slots=True)
class SizedDesign:
    """What the first program found: sizes of pieces in grains, gaps of rows, and about where each stack begins."""

    sizes: dict[str, tuple[float, float]]
    starts: dict[tuple[str, Axis], float]
    ends: dict[tuple[str, Axis], float]
    gaps: dict[tuple[Axis, Grains], float]
    cost: float
    scale: float


class Sizing(Lay):
    """The program; ``sized`` solves it."""

    def __init__(self, design: Design, terms: CostTerms, roots: tuple[str, ...]) -> None:
        super().__init__(design, terms, roots)
        self._size: dict[str, tuple[Expr, Expr]] = {}
        self._ends: dict[tuple[str, Axis], tuple[Expr, Expr]] = {}
        self._photo_scales: dict[str, tuple[Expr, Expr]] = {}
        self.gaps: dict[tuple[Axis, Grains], Expr] = {}
        self.mean = Expr((), 1.0)
        self.sigma = self.program.variable(0.3, 2.5)
        self._scale_wishes()
        self._photo_classes()
        self._share_wishes()
        for stack in self.stacks():
            self._size_stack(stack)
        for stack in self.stacks():
            self._place_stack(stack)
        self._carriers()
        self._equal_sizes()
        Pairs(self).tell()
        self._rows()
        self._balance()

    # -- telling ---------------------------------------------------------------------

    def hold(self, expr: Expr, least: Grains = 0) -> None:
        """Hold an expression at ``least`` grains or more."""
        self.program.at_least(expr * (1 / self.grid), least / self.grid)

    def ask(self, expr: Expr, to: Number, price: float) -> None:
        """Ask an expression to come to a value in grains."""
        self.program.wish(expr * (1 / self.grid), to / self.grid, self.step_price(price))

    def ask_at_least(self, expr: Expr, least: Number, price: float) -> None:
        """Ask for so many grains or more."""
        self.program.wish_at_least(expr * (1 / self.grid), least / self.grid, self.step_price(price))

    def hold_beside(self, beside: Beside) -> None:
        """Hold two outlines apart along a slanting line: exact, for corners are sums of sizes and places."""
        length = sqrt(beside.normal.x**2 + beside.normal.y**2)
        for end in self._reach(beside.first, beside, length, True):
            for start in self._reach(beside.second, beside, length, False):
                self.hold(start - end, 0)

    def _reach(self, block_id: str, beside: Beside, length: float, high: bool) -> Iterable[Expr]:
        block = next(b for stack in self.stacks() for b in stack.members if b.id == block_id)
        across, down = beside.normal.x / length, beside.normal.y / length
        middle = self.middle(block_id, Axis.X) * (across / 2) + self.middle(block_id, Axis.Y) * (down / 2)
        width, height = self._size.get(block_id) or (self.length(block_id, Axis.X), self.length(block_id, Axis.Y))
        if block.shape is Shape.CIRCLE:
            yield middle + width * (0.5 if high else -0.5)
            return
        for lean in leans(block):
            along_x = width * (lean.x_wide / CORNER_SCALE) + height * (lean.x_high / CORNER_SCALE)
            along_y = width * (lean.y_wide / CORNER_SCALE) + height * (lean.y_high / CORNER_SCALE)
            yield middle + along_x * across + along_y * down

    # -- sizes -----------------------------------------------------------------------

    def _scale_wishes(self) -> None:
        self.program.wish(self.sigma, self.terms.aim, OFF_SCALE)

    def _share_wishes(self) -> None:
        """Keep the photos' share of the page: the mean of their scales, by area, within its limits."""
        photos = [photo for photo in self.design.photos if photo.id in self._photo_scales]
        whole = sum(map(area, photos))
        if not photos:
            return
        self.mean = Expr()
        for photo in photos:
            across, down = self._photo_scales[photo.id]
            self.mean = self.mean + (across + down) * (area(photo) / whole / 2)
        self.program.wish_at_least(self.mean, SCALE_LEAST, TOO_SMALL)
        self.program.wish_at_least(self.mean * -1, -SCALE_MOST, TOO_SMALL)

    def _photo_classes(self) -> None:
        """One scale across and one down for each class of twins, near the design's own."""
        photos = {photo.id: photo for photo in self.design.photos}
        settled = self._settled()
        for twins in self.design.twins:
            across, down = self._class_scales()
            for name in twins:
                self._photo_scales[name] = (across, down)
            self._show_pictures([photos[name] for name in twins], across, down)
        for name in settled:
            self._photo_scales.pop(name, None)
        for pair in self.design.larger:
            if {pair.photo, pair.other} & settled:
                continue
            big, small = self._photo_scales[pair.photo], self._photo_scales[pair.other]
            root = sqrt(area(photos[pair.photo]) / area(photos[pair.other]))
            self.program.at_least((big[0] + big[1]) * root - (small[0] + small[1]) * SPARE, 0)
        if self.design.lead is not None and self.design.lead not in settled:
            lead, drawn = self._photo_scales[self.design.lead], photos[self.design.lead]
            for other in photos.values():
                if other.id not in settled and other.id != self.design.lead:
                    root = sqrt(area(drawn) / area(other))
                    mine = self._photo_scales[other.id]
                    self.program.at_least((lead[0] + lead[1]) * root - (mine[0] + mine[1]) * SPARE, 0)

    def _show_pictures(self, twins: list[Block], across: Expr, down: Expr) -> None:
        """Ask slots not to lose more of the photos that lie in them: shapes rather change towards theirs."""
        pictures = self.terms.request.pictures
        for photo in twins:
            if photo.id not in pictures:
                continue
            off = photo.width / photo.height / float(pictures[photo.id])
            if off <= SAME_PICTURE:
                self.program.wish_at_least(across - down, 0, MORE_LOST / len(twins))
                self.program.wish_at_least(across * off - down, 0, OFF_PICTURE / len(twins))
            if off * SAME_PICTURE >= 1:
                self.program.wish_at_least(down - across, 0, MORE_LOST / len(twins))
                self.program.wish_at_least(down * (1 / off) - across, 0, OFF_PICTURE / len(twins))

    def _class_scales(self, least: float = CLASS_LEAST, most: float = CLASS_MOST) -> tuple[Expr, Expr]:
        across, down = self.program.variable(0.1, 3), self.program.variable(0.1, 3)
        for scale in (across, down):
            self.program.at_least(scale - self.sigma * least, 0)
            self.program.at_least(self.sigma * most - scale, 0)
            self.program.wish(scale - self.sigma, 0, OFF_CLASS)
        self.program.at_least(down * SHAPE - across, 0)
        self.program.at_least(across * SHAPE - down, 0)
        self.program.wish(across - down, 0, OFF_SHAPE)
        return across, down

    def _settled(self) -> set[str]:
        """Photos whose size is not for the design to scale: settled ones and prints that exist."""
        exist = {term.block for term in self.terms.request.photo_terms if term.print_size is not None}
        return exist | set(self.terms.sizes)

    def _size_stack(self, stack: Stack) -> None:
        piece = stack.piece
        makers: dict[Role, Callable[[Block], tuple[Expr, Expr]]] = {
            Role.PHOTO: self._photo_size,
            Role.TITLE: self._word_size,
            Role.JOURNALING: self._word_size,
            Role.TAG: self._tag_size,
        }
        if piece.id in self.terms.sizes:
            settled = self.terms.sizes[piece.id]
            size = Expr((), settled.width), Expr((), settled.height)
        elif piece.role in makers:
            size = makers[piece.role](piece)
        elif keeps_proportions(piece) or (self.terms.anew and piece.role in PAPERS):
            scale = self.program.variable(0.1, 3)
            self.program.at_least(scale - self.sigma * 0.9, 0)
            self.program.wish(scale - self.sigma, 0, OFF_CLASS)
            size = scale * (self.scale * piece.width), scale * (self.scale * piece.height)
        else:
            return
        width, height = size
        for member in reversed(stack.members):
            if member is not piece:
                reveals = self.reveals[member.id]
                width, height = width + (reveals.left + reveals.right), height + (reveals.top + reveals.bottom)
            self._size[member.id] = width, height

    def _photo_size(self, photo: Block) -> tuple[Expr, Expr]:
        term = self.terms.request.photo_term(photo.id)
        if term.print_size is not None:
            return self._print_that_exists(photo, term.print_size)
        across, down = self._photo_scales[photo.id]
        size = across * (self.scale * photo.width), down * (self.scale * photo.height)
        if term.least is not None:
            self.hold(size[0], min(term.least.width, photo.width))
            self.hold(size[1], min(term.least.height, photo.height))
        if photo.min_size is not None:
            self.hold(size[0], photo.min_size.width)
            self.hold(size[1], photo.min_size.height)
        if photo.id in self.terms.request.never_trim:  # all of it shows: its proportions are its own
            self.program.equal(across - down, 0)
        if photo.id == self.terms.request.leads:
            self.program.wish_at_least(across + down, 2 * LEADING, OFF_SCALE)
        return size

    def _print_that_exists(self, photo: Block, whole: Size) -> tuple[Expr, Expr]:
        limits = self.terms.request.trim_of(photo.id)
        parts = [
            self.program.variable(max(0.05, 1 - limits.side / length), 1) for length in (whole.width, whole.height)
        ]
        # (1 - a)(1 - b) is at least 1 - a - b: what comes off both sides is a little less than allowed
        self.program.at_least(parts[0] + parts[1], 2 - float(limits.area))
        width, height = parts[0] * whole.width, parts[1] * whole.height
        least = self.terms.request.photo_term(photo.id).least
        if least is not None:
            self.hold(width, min(least.width, whole.width))
            self.hold(height, min(least.height, whole.height))
        self.ask(width, self.scale * photo.width, WORD_SIZE)
        self.ask(height, self.scale * photo.height, WORD_SIZE)
        return width, height

    def _word_size(self, block: Block) -> tuple[Expr, Expr]:
        width, height = (self.program.variable(1) * self.grid for _ in range(2))
        least = least_word_size(block, self.terms)
        self.hold(width, least.width)
        self.hold(height, least.height)
        self.ask(width - self.sigma * (self.scale * block.width), 0, WORD_SIZE)
        self.ask(height - self.sigma * (self.scale * block.height), 0, WORD_SIZE)
        ratio = block.width / block.height
        self.ask_at_least(height * (ratio * WORD_RATIO) - width, 0, WORD_SHAPE)
        self.ask_at_least(width * (WORD_RATIO / ratio) - height, 0, WORD_SHAPE)
        return width, height

    def _tag_size(self, block: Block) -> tuple[Expr, Expr]:
        small = Rung.FINER in self.terms.rungs
        least = min(0.75, max(0.5, self.scale)) * (0.7 if small else 1.0)
        scale = self.program.variable(least, 1.25)
        self.program.wish(scale, min(1.1, max(self.scale, least)), WORD_SIZE * 2)
        return scale * block.width, scale * block.height

    # -- places ----------------------------------------------------------------------

    def edge(self, block_id: str, axis: Axis, high: bool) -> Expr:
        """Return where an edge lies, in grains."""
        root = self.design.roots[block_id]
        ends = self._ends[(root, axis)]
        if block_id == root:
            return ends[high]
        stack = self.design.stacks[root]
        if is_tilted(stack.root):
            half = self._upright(next(b for b in stack.members if b.id == block_id), axis) * 0.5
            return (ends[0] + ends[1]) * 0.5 + (half if high else half * -1)
        inward = self.inward(stack, block_id, axis, high)
        return ends[high] + (-inward if high else inward)

    def _upright(self, block: Block, axis: Axis) -> Expr:
        """Return the length of the upright box round a block whose size is known."""
        width, height = self._size[block.id]
        wide, high = turned_part(block, axis)
        return width * wide + height * high

    def _place_stack(self, stack: Stack) -> None:
        for axis in Axis:
            low = self.program.variable(0) * self.grid
            if stack.root.id in self._size:
                high = low + self._upright(stack.root, axis)
            elif (reveal := self.layers.get(stack.root.id)) is not None:
                low, high = Expr((), reveal), Expr((), self.extent(axis) - reveal)
            else:
                high = self.program.variable(0) * self.grid
                self.hold(high - low, self.grid)
            self._ends[(stack.root.id, axis)] = low, high
        self._on_the_page(stack)
        self._about_there(stack)
        if stack.root.id not in self._size:
            self._paper_size(stack)

    def _on_the_page(self, stack: Stack) -> None:
        root, runs, clear = stack.root.id, self.run_offs(stack.root.id), self.clear(stack)
        page = self.design.sketch.page
        drawn = self.boxes[root]
        for side, (axis, high) in SIDE_ENDS.items():
            ends, whole = drawn.along(axis), page.width if axis is Axis.X else page.height
            gap = whole - ends.high if high else ends.low
            here = self.extent(axis) - self.edge(root, axis, True) if high else self.edge(root, axis, False)
            if side in runs:
                self.hold(here * -1, 0)
                if root not in self._size:
                    self.hold(here, 0)
                continue
            if gap < 0:  # a turned or round piece reaching past the edge goes on doing so
                self.ask(here, round(self.scale * gap), OFF_MARGIN)
                continue
            self.hold(here, max(min(gap, self.terms.margin), getattr(clear, side.value)))
        self._off_the_fold(stack)

    def _off_the_fold(self, stack: Stack) -> None:
        fold = self.terms.page.fold
        if fold is None or not self.keeps_off(stack):
            return
        middle = drawn_middle(self.boxes[stack.root.id], Axis.X) * self.terms.page.width
        if middle < (fold.at + fold.end) * self.design.sketch.page.width:
            self.hold(self.edge(stack.root.id, Axis.X, True) * -1, -fold.at)
        else:
            self.hold(self.edge(stack.root.id, Axis.X, False), fold.end)

    def _about_there(self, stack: Stack) -> None:
        price = OFF_PLACE if stack.is_firm else OFF_PLACE / 4
        for axis in Axis:
            there = self.scales[axis] * drawn_middle(self.boxes[stack.root.id], axis)
            self.ask(self.middle(stack.root.id, axis) * 0.5, there / 2, price)

    def _paper_size(self, stack: Stack) -> None:
        """A paper follows the page's scale; a strip's width stays, it never swells."""
        piece = stack.piece
        if piece.role not in PAPERS or stack.root.id in self.layers:
            return
        for axis in Axis:
            length = self.length(stack.root.id, axis)
            drawn = piece.width if axis is Axis.X else piece.height
            short = drawn < (piece.height if axis is Axis.X else piece.width)
            if piece.role is not Role.PAPER and short:
                width = strip_width(drawn, self.terms, self.scale)
                self.hold(length, width)
                self.ask(length, width, SWOLLEN)
            else:
                self.hold(length, round(min(self.scales.values()) * 0.5 * drawn))
                self.ask(length, self.scales[axis] * drawn, OFF_PLACE / 4)

    def _carriers(self) -> None:
        """Close a mat of several pieces round the ones drawn outermost on it."""
        for stack in self.stacks():
            if not stack.is_carrier:
                continue
            reveals = self.reveals[stack.piece.id]
            for side, (axis, high) in SIDE_ENDS.items():
                reveal = getattr(reveals, side.value)
                drawn = {name: self.boxes[name].along(axis)[high] for name in stack.piece.of}
                outermost = max(drawn.values()) if high else min(drawn.values())
                for name, end in drawn.items():
                    inner, outer = self.edge(name, axis, high), self.edge(stack.piece.id, axis, high)
                    off = outer - inner if high else inner - outer
                    self.hold(off, reveal)
                    if end == outermost and not self.terms.loose:
                        self.hold(off * -1, -reveal)

    def _equal_sizes(self) -> None:
        """Pieces drawn equal, or tied so, stay equal in both sides, where the page's edge does not cut them."""
        for sizes in self.design.relations.patterns.sizes:
            firm = [name for name in sizes.blocks if name in self._size and name not in self.terms.sizes]
            for one, two in pairwise(firm):
                for a, b in zip(self._size[one], self._size[two], strict=True):
                    self.ask(a - b, 0, TIED)
            here = [
                name for name in sizes.blocks
                if name in self.roots and self.design.stacks[name].piece.role in PAPERS and not self.run_offs(name)
            ]  # fmt: skip
            for one, two in pairwise(here):
                for axis in Axis:
                    self.ask(self.length(one, axis) - self.length(two, axis), 0, ROW_GAP)

    # -- the whole -------------------------------------------------------------------

    def _rows(self) -> None:
        """Gaps of a row are one gap; rows drawn with the same gap share it."""
        for row in self.design.relations.patterns.gaps:
            if not all(name in self.roots for name in row.blocks):
                continue
            first, second = (self.boxes[name].along(row.axis) for name in row.blocks[:2])
            drawn = max(0, second.low - first.high)
            firm = all(self.design.stacks[name].is_firm for name in row.blocks)
            key = (row.axis, round(drawn / 254))
            if key not in self.gaps:
                self.gaps[key] = self.program.variable(0) * self.grid
                self.hold(self.gaps[key], min(drawn, self.terms.air))
                small = drawn <= SMALL_GAP
                wanted = self.terms.reveal(drawn, self.design.sketch) if small else self.scales[row.axis] * drawn
                self.ask(self.gaps[key], wanted, ROW_GAP if small else OFF_PLACE)
            for one, two in pairwise(row.blocks):
                between = self.edge(two, row.axis, False) - self.edge(one, row.axis, True)
                if firm and not self.terms.loose:
                    self.hold(between - self.gaps[key], 0)
                    self.hold(self.gaps[key] - between, 0)
                else:
                    self.ask(between - self.gaps[key], 0, ROW_GAP)

    def _balance(self) -> None:
        """Keep the centre of photos and words, and what of the page they cover."""
        firm = [stack.piece for stack in self.stacks() if stack.is_firm]
        whole = sum(area(block) for block in firm)
        if not firm:
            return
        for axis in Axis:
            drawn, here = self.drawn_extent(axis), self.extent(axis)
            centre, was = Expr(), 0.0
            for block in firm:
                part = area(block) / whole / 2
                centre = centre + self.middle(block.id, axis) * (part / here)
                was += drawn_middle(self.boxes[block.id], axis) * part / drawn
            if self.terms.like is not None:
                was = 0.5
            self.program.wish_at_least(centre, was - WEIGHT_SLACK, OFF_WEIGHT)
            self.program.wish_at_least(centre * -1, -was - WEIGHT_SLACK, OFF_WEIGHT)
            first = min(firm, key=lambda block: self.boxes[block.id].along(axis).low)
            last = max(firm, key=lambda block: self.boxes[block.id].along(axis).high)
            covered = self.boxes[last.id].along(axis).high - self.boxes[first.id].along(axis).low
            now = (self.edge(last.id, axis, True) - self.edge(first.id, axis, False)) * (1 / here)
            wanted = covered / drawn if self.terms.like is None else _covered(self.terms.like, axis)
            self.program.wish_at_least(now, COVER * wanted, OFF_COVER)
            low, high = self.boxes[first.id].along(axis).low, self.boxes[last.id].along(axis).high
            self.ask(self.edge(first.id, axis, False), max(0, self.scales[axis] * low), OFF_MARGIN)
            self.ask(self.extent(axis) - self.edge(last.id, axis, True), self.scales[axis] * (drawn - high), OFF_MARGIN)

    def sized(self) -> SizedDesign | None:
        """Return sizes, gaps and places, or None where the rules cannot all hold."""
        solved = self.solved()
        if solved is None:
            return None
        starts, ends = ({at: solved.value(both[high]) for at, both in self._ends.items()} for high in (False, True))
        return SizedDesign(
            self._sizes_in(solved), starts, ends, self._gaps_in(solved), solved.cost, solved.value(self.mean)
        )

    def _sizes_in(self, solved: Solved) -> dict[str, tuple[float, float]]:
        pieces = [stack.piece.id for stack in self.stacks() if stack.piece.id in self._size]
        return {name: (solved.value(self._size[name][0]), solved.value(self._size[name][1])) for name in pieces}

    def _gaps_in(self, solved: Solved) -> dict[tuple[Axis, Grains], float]:
        return {key: solved.value(gap) for key, gap in self.gaps.items()}


def _covered(design: Design, axis: Axis) -> float:
    """Return the part of the page that photos, words and tags reach over on an axis."""
    ends = [design.relations.boxes[stack.piece.id].along(axis) for stack in design.firm]
    page = design.sketch.page
    reach = max(end.high for end in ends) - min(end.low for end in ends)
    return reach / (page.width if axis is Axis.X else page.height)


def least_word_size(block: Block, terms: CostTerms) -> Size:
    """Return how small words may be: their own least size, or what can be read and written."""
    if block.min_size is not None:
        return block.min_size
    if block.role is Role.TITLE:
        short = min(terms.title_height, max(INCH // 2, min(block.width, block.height)))
        return Size(0, short) if block.width >= block.height else Size(short, 0)
    wide = block.width >= block.height
    return STORY if wide else STORY.swapped()


def strip_width(drawn: Grains, terms: CostTerms, scale: float) -> Grains:
    """Return how wide a strip is on the page: the mark nearest to the page's scale, never nothing."""
    return max(1, round(drawn * min(1.15, scale) / terms.grid)) * terms.grid
