"""Papers laid round what they carry, once photos and words have their places. Whole, like ``placing``.

Every edge of a paper is asked to keep to what it was drawn beside: in line with it, a reveal away,
or a little way off in the page's scale. What lay wholly on a paper does so again. On a drawing that
was arranged anew words may come to lie half across a paper they never touched: the paper then
draws back, or reaches under them.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from math import ceil, floor
from typing import Final

from inkquilt.design.reading import PAPERS, WORDS, Design, Stack, keeps_proportions
from inkquilt.design.tree import SMALL_GAP
from inkquilt.fit.linear.lay import turned_part
from inkquilt.fit.linear.pairs import PAPER_RULE, Pairs
from inkquilt.fit.linear.placing import GridLay
from inkquilt.fit.linear.program import Expr
from inkquilt.fit.linear.settling import in_proportion
from inkquilt.fit.linear.sizing import strip_width
from inkquilt.fit.linear.terms import CostTerms
from inkquilt.lengths import INCH, Grains
from inkquilt.page import Side
from inkquilt.sketch.geometry import Axis, Box, Ends, box, is_tilted, opening_outlines
from inkquilt.sketch.model import Block, Role, Size
from inkquilt.sketch.relations import SIDE_ENDS, Beside, Lie, Overlap

#: Edges this close are one line.
_LINE: Final[Grains] = 127
#: What lies further off than this does not hold a paper's edge.
_NEAR: Final[Grains] = 2 * INCH
#: Words between these parts on a paper lie half across its edge.
ACROSS: Final = (0.1, 0.9)
_ROUNDS: Final = 4
#: A strip swells to this at most, for what lies on it.
SWELLS: Final = 1.6
#: A paper that carried words draws back from under them only where reaching round them is this much further.
UNDER: Final = 0.5

LINE: Final = 12.0
REVEAL: Final = 10.0
NEAR: Final = 3.0
PAGE_EDGE: Final = 3.0
PAGE_PLACE: Final = 1.0
EVEN: Final = 60.0
LENGTH: Final = 1.0
HELD: Final = 200.0


@dataclass(frozen=True, slots=True)
class _Push:
    """A paper's edge must come before or after something: what repairs words that lie half across."""

    paper: str
    axis: Axis
    high: bool
    #: Where the edge has to be: at most (an upper limit) or at least.
    limit: Grains
    upper: bool


class Papers(GridLay):
    """One program over the papers; ``on_page`` are the blocks of everything firm."""

    def __init__(
        self, design: Design, terms: CostTerms, on_page: Mapping[str, Block], anew: bool, pushes: tuple[_Push, ...] = ()
    ) -> None:
        papers = tuple(
            root for root, stack in design.stacks.items() if stack.piece.role in PAPERS and root not in on_page
        )
        firm = tuple(root for root in design.stacks if root in on_page)
        super().__init__(design, terms, (*firm, *papers))
        self.papers, self.firm, self.anew = papers, firm, anew
        self.firm_boxes: dict[str, Box] = {name: box(block) for name, block in on_page.items()}
        self.rigid: dict[str, Size] = {}
        self._ends: dict[tuple[str, Axis], tuple[Expr, Expr]] = {}
        self._twin_lengths: dict[str, Size] = {}
        self._read_twins()
        for name in papers:
            self._place(self.design.stacks[name])
        for name in papers:
            self._attach(self.design.stacks[name])
        self._rows()
        self._even()
        if anew:
            self._carry()
        else:
            _PaperPairs(self).tell()
        self._in_openings()
        for push in pushes:
            edge = self.edge(push.paper, push.axis, push.high)
            if push.upper:
                self.ask_at_least(edge * -1, -push.limit, HELD)
            else:
                self.ask_at_least(edge, push.limit, HELD)

    def hold_beside(self, beside: Beside) -> None:
        """Outlines of papers apart along a slanting line follow their places; nothing is held."""

    # -- places ----------------------------------------------------------------------

    def edge(self, block_id: str, axis: Axis, high: bool) -> Expr:
        """Return where an edge lies, in grains: settled for what is firm."""
        if block_id in self.firm_boxes:
            return Expr((), self.firm_boxes[block_id].along(axis)[high])
        root = self.design.roots[block_id]
        ends = self._ends[(root, axis)]
        if block_id == root or is_tilted(self.design.stacks[root].root):
            return ends[high]
        inward = self.inward(self.design.stacks[root], block_id, axis, high)
        return ends[high] + (-inward if high else inward)

    def _read_twins(self) -> None:
        """Papers drawn equal get one size, small enough for the rows they stand in."""
        for sizes in self.design.relations.patterns.sizes:
            names = [name for name in sizes.blocks if name in self.papers]
            if len(names) < 2 or any(keeps_proportions(self.design.stacks[name].piece) for name in names):
                continue
            piece = self.design.stacks[names[0]].piece
            lengths = {
                axis: self._twin_length(names, axis, piece.width if axis is Axis.X else piece.height) for axis in Axis
            }
            for name in names:
                self._twin_lengths[name] = Size(lengths[Axis.X], lengths[Axis.Y])

    def _twin_length(self, names: list[str], axis: Axis, drawn: Grains) -> Grains:
        piece = self.design.stacks[names[0]].piece
        if piece.role in (Role.STRIP, Role.BORDER) and drawn < max(piece.width, piece.height):
            return strip_width(drawn, self.terms, self.scale)
        in_row = any(row.axis is axis and set(names) & set(row.blocks) for row in self.design.relations.patterns.gaps)
        if any(self._spans(name, axis) for name in names):
            return self.extent(axis)
        scale = self.scales[axis] if in_row else min(self.scale, self.scales[axis])
        return max(1, floor(drawn * scale / self.grid + (0.01 if in_row else 0.5))) * self.grid

    def _spans(self, name: str, axis: Axis) -> bool:
        sides = (Side.LEFT, Side.RIGHT) if axis is Axis.X else (Side.TOP, Side.BOTTOM)
        return all(side in self.run_offs(name) for side in sides)

    def _place(self, stack: Stack) -> None:
        root, runs = stack.root.id, self.run_offs(stack.root.id)
        size = self._fixed_size(stack)
        for axis, sides in ((Axis.X, (Side.LEFT, Side.RIGHT)), (Axis.Y, (Side.TOP, Side.BOTTOM))):
            whole, drawn = self.extent(axis), self.boxes[root].along(axis)
            if (reveal := self.layers.get(root)) is not None:
                self._ends[(root, axis)] = Expr((), reveal), Expr((), whole - reveal)
                continue
            at_low, at_high = (side in runs for side in sides)
            if size is not None and not (at_low and at_high):
                self._ends[(root, axis)] = self._rigid_ends(stack, axis, size, at_low, at_high)
                continue
            low = Expr((), 0) if at_low else self.variable(self.scales[axis] * drawn.low)
            high = Expr((), whole) if at_high else self.variable(self.scales[axis] * drawn.high)
            self._ends[(root, axis)] = low, high
            self._free_length(stack, axis)
            if not at_low:
                self.hold(low, min(max(0, drawn.low), self.terms.margin) if drawn.low > 0 else 0)
            if not at_high:
                inside = self.drawn_extent(axis) - drawn.high
                self.hold(high * -1, min(max(0, inside), self.terms.margin) - whole)

    def _fixed_size(self, stack: Stack) -> Size | None:
        piece = stack.piece
        if piece.id in self.terms.sizes:
            size = self.terms.sizes[piece.id]
        elif keeps_proportions(piece):
            size = in_proportion(piece, self.scale, self.grid)
        elif stack.root.id in self._twin_lengths:
            size = self._twin_lengths[stack.root.id]
        else:
            return None
        for mat in stack.members[:-1]:
            r = self.reveals[mat.id]
            size = Size(size.width + r.left + r.right, size.height + r.top + r.bottom)
        self.rigid[stack.root.id] = size
        return size

    def _rigid_ends(self, stack: Stack, axis: Axis, size: Size, at_low: bool, at_high: bool) -> tuple[Expr, Expr]:
        root, drawn, whole = stack.root, self.boxes[stack.root.id].along(axis), self.extent(axis)
        length = size.width if axis is Axis.X else size.height
        wide, high = turned_part(root, axis)
        upright = size.width * wide + size.height * high
        over = ceil(upright - length) // 2
        if at_low:
            low = Expr((), 0)
        elif at_high:
            low = Expr((), whole - length)
        else:
            middle = (drawn.low + drawn.high) / 2 * self.scales[axis]
            low = self.variable(middle - length / 2)
            self.ask(low, middle - length / 2, NEAR)
            if drawn.low >= 0:
                self.hold(low + -over, min(drawn.low, self.terms.margin))
            if drawn.high <= self.drawn_extent(axis):
                inside = self.drawn_extent(axis) - drawn.high
                self.hold((low + length + over) * -1, min(inside, self.terms.margin) - whole)
        return low + -over, low + (length + over)

    def _free_length(self, stack: Stack, axis: Axis) -> None:
        piece = stack.piece
        drawn, other = (piece.width, piece.height) if axis is Axis.X else (piece.height, piece.width)
        length = self.length(stack.root.id, axis)
        if piece.role in (Role.STRIP, Role.BORDER) and drawn < other:
            width = strip_width(drawn, self.terms, self.scale)
            self.hold(length, width)
            self.hold(length * -1, -max(width + self.grid, floor(width * SWELLS)))
            self.ask(length, width, PAPER_RULE)
        else:
            least = min(self.scales.values()) * 0.5 * drawn
            self.hold(length, max(self.grid, min(ceil(least), self.extent(axis))))
            self.ask(length, self.scales[axis] * drawn, LENGTH)

    # -- what an edge keeps to -------------------------------------------------------

    def _attach(self, stack: Stack) -> None:
        root = stack.root.id
        if root in self.layers:
            return
        for side, (axis, high) in SIDE_ENDS.items():
            if side in self.run_offs(root) or (root in self.rigid and keeps_proportions(stack.piece)):
                continue
            self._attach_edge(root, axis, high)

    def _attach_edge(self, root: str, axis: Axis, high: bool) -> None:
        drawn = self.boxes[root].along(axis)[high]
        edge, whole = self.edge(root, axis, high), self.drawn_extent(axis)
        margin = whole - drawn if high else drawn
        inward = self.edge(root, axis, high) * -1 + self.extent(axis) if high else edge
        self.ask(inward, self.scales[axis] * margin, PAGE_EDGE if margin <= INCH else PAGE_PLACE)
        targets = sorted(self._targets(root, axis, drawn), key=lambda target: abs(target[0]))
        lines = [target for target in targets if abs(target[0]) <= _LINE]
        for _, target in lines[:3]:
            self.ask(edge - target, 0, LINE)
        beside = next((target for target in targets if abs(target[0]) > _LINE), None)
        if beside is not None and not lines:
            off, target = beside
            if abs(off) <= SMALL_GAP:
                self.ask(
                    edge - target, self.terms.reveal(abs(off), self.design.sketch) * (1 if off > 0 else -1), REVEAL
                )
            elif abs(off) <= _NEAR:
                self.ask(edge - target, self.scale * off, NEAR)

    def _targets(self, root: str, axis: Axis, drawn: Grains) -> Iterator[tuple[Grains, Expr]]:
        """Yield how far an edge was drawn after each edge that is near, and where that one lies now."""
        mine = self.boxes[root].along(axis.other)
        for name in (*self.firm_boxes, *self.papers):
            if name not in self.boxes or self.design.roots[name] == root or name in self.layers:
                continue
            if name in self.papers and name > root:
                continue  # papers hold on to each other one way only
            theirs = self.boxes[name].along(axis.other)
            if max(theirs.low - mine.high, mine.low - theirs.high) > INCH:
                continue
            for high in (False, True):
                off = drawn - self.boxes[name].along(axis)[high]
                if abs(off) <= _NEAR:
                    yield off, self.edge(name, axis, high)

    def _rows(self) -> None:
        for row in self.design.relations.patterns.gaps:
            if not all(name in self.papers for name in row.blocks):
                continue
            first, second = (self.boxes[name].along(row.axis) for name in row.blocks[:2])
            drawn = max(0, second.low - first.high)
            scaled = floor(self.scales[row.axis] * drawn / self.grid + 0.01) * self.grid
            gap = self.terms.reveal(drawn, self.design.sketch) if drawn <= SMALL_GAP else scaled
            for one, two in zip(row.blocks, row.blocks[1:], strict=False):
                between = self.edge(two, row.axis, False) - self.edge(one, row.axis, True)
                self.ask(between, gap, EVEN)

    def _even(self) -> None:
        """A layer that shows another evenly all round goes on doing so."""
        for layer in self.design.relations.patterns.concentric:
            if not {layer.upper, layer.lower} & set(self.papers):
                continue
            if any(name not in self.firm_boxes and name not in self.papers for name in (layer.upper, layer.lower)):
                continue
            reveal = self.terms.reveal(layer.reveal, self.design.sketch)
            for axis in Axis:
                self.ask(self.edge(layer.upper, axis, False) - self.edge(layer.lower, axis, False), reveal, EVEN)
                self.ask(self.edge(layer.lower, axis, True) - self.edge(layer.upper, axis, True), reveal, EVEN)

    def _in_openings(self) -> None:
        """What lay in an opening of a paper does so again, in its middle as it did; an opening grows with its paper."""
        for overlap in self.design.relations.overlaps:
            if overlap.lower not in self.papers or overlap.upper not in self.firm_boxes:
                continue
            opening = self._opening_round(overlap)
            if opening is None:
                continue
            for axis in Axis:
                under, over, hole = (one.along(axis) for one in (overlap.under, overlap.over, opening))
                start = self.edge(overlap.lower, axis, False)
                length = self.edge(overlap.lower, axis, True) - start
                low = start + length * ((hole.low - under.low) / under.length)
                high = start + length * ((hole.high - under.low) / under.length)
                first, last = self.edge(overlap.upper, axis, False), self.edge(overlap.upper, axis, True)
                self.ask_at_least(first - low, min(over.low - hole.low, self.terms.air), HELD)
                self.ask_at_least(high - last, min(hole.high - over.high, self.terms.air), HELD)
                off = (over.low - hole.low) - (hole.high - over.high)
                self.ask(first + last - low - high, round(off * self.scale), EVEN)

    def _opening_round(self, overlap: Overlap) -> Box | None:
        """Return the box of the opening that the upper piece lies in, as drawn."""
        for ring in opening_outlines(self.design.sketch.block(overlap.lower)):
            across = Ends(min(v.x for v in ring), max(v.x for v in ring))
            down = Ends(min(v.y for v in ring), max(v.y for v in ring))
            over = overlap.over
            if across.low <= over.x.low and over.x.high <= across.high:
                if down.low <= over.y.low and over.y.high <= down.high:
                    return Box(across, down)
        return None

    def _carry(self) -> None:
        """What lay wholly on a paper does so again."""
        for overlap in self.design.relations.overlaps:
            if (
                overlap.lower not in self.papers
                or overlap.upper not in self.firm_boxes
                or self._lies_anew(overlap.upper)
            ):
                continue
            if not (overlap.x is Lie.INSIDE and overlap.y is Lie.INSIDE) or overlap.lower in self.rigid:
                continue
            for axis in Axis:
                over, under = overlap.over.along(axis), overlap.under.along(axis)
                low = self.edge(overlap.upper, axis, False) - self.edge(overlap.lower, axis, False)
                high = self.edge(overlap.lower, axis, True) - self.edge(overlap.upper, axis, True)
                self.ask_at_least(low, min(max(0, over.low - under.low), self.terms.air), HELD)
                self.ask_at_least(high, min(max(0, under.high - over.high), self.terms.air), HELD)

    def _lies_anew(self, block_id: str) -> bool:
        """Tell whether a block is words that stood in the sketch as it is held, and lie now."""
        return self.design.on_side and self.design.stacks[self.design.roots[block_id]].piece.role in WORDS

    # -- reading ---------------------------------------------------------------------

    def laid(self) -> dict[str, Block] | None:
        """Return the papers with their mats where they came to lie, by id."""
        solved = self.solved()
        if solved is None:
            return None
        found: dict[str, Block] = {}
        for root in self.papers:
            stack = self.design.stacks[root]
            ends = {axis: Ends(*(solved.whole(end) for end in self._ends[(root, axis)])) for axis in Axis}
            block = self._unturned(stack.root, ends)
            found[root] = block
            for outer, inner in zip(stack.members, stack.members[1:], strict=False):
                r, outside = self.reveals[outer.id], found[outer.id]
                size = Size(outside.width - r.left - r.right, outside.height - r.top - r.bottom)
                found[inner.id] = inner.placed(outside.x + r.left, outside.y + r.top, size)
        return found

    def _unturned(self, block: Block, ends: Mapping[Axis, Ends]) -> Block:
        if block.id in self.rigid:
            size = self.rigid[block.id]
            starts = []
            for axis, length in ((Axis.X, size.width), (Axis.Y, size.height)):
                low, high = ends[axis]
                starts.append(low if high - low == length else low + (high - low - length) // 2)
            if not (self.run_offs(block.id) and block.id in self._twin_lengths):
                return block.placed(starts[0], starts[1], size)
        size = Size(ends[Axis.X].length, ends[Axis.Y].length)
        return block.placed(ends[Axis.X].low, ends[Axis.Y].low, size)


class _PaperPairs(Pairs):
    """Only what a paper takes part in."""

    def pair(self, one: Stack, two: Stack) -> None:
        if one.piece.role in PAPERS or two.piece.role in PAPERS:
            super().pair(one, two)

    def line(self, edges: tuple[object, ...]) -> None:
        """Lines are told edge by edge."""

    def centred(self) -> None:
        """What is centred follows what it carries."""

    def is_rule(self, one: Stack, two: Stack) -> bool:
        return False


def laid_papers(design: Design, terms: CostTerms, on_page: Mapping[str, Block], anew: bool) -> dict[str, Block] | None:
    """Return all papers laid round what is firm, by id; None where they cannot be."""
    pushes: tuple[_Push, ...] = ()
    laid: dict[str, Block] | None = None
    for _ in range(_ROUNDS):
        laid = Papers(design, terms, on_page, anew, pushes).laid()
        if laid is None:
            return None
        more = tuple(_pushes(design, terms, on_page, laid))
        if not more or set(more) <= set(pushes):
            break
        pushes = (*pushes, *more)
    return laid


def _pushes(
    design: Design, terms: CostTerms, on_page: Mapping[str, Block], laid: Mapping[str, Block]
) -> Iterator[_Push]:
    """Yield what repairs each word that lies half across a paper it did not lie half across."""
    for name, paper in laid.items():
        if keeps_proportions(paper) or name not in design.stacks:
            continue
        for word in on_page.values():
            if word.role not in WORDS or word.id not in design.relations.boxes:
                continue
            was = part_on(design.relations.boxes[word.id], design.relations.boxes[name])
            now = part_on(box(word), box(paper))
            if ACROSS[0] < was < ACROSS[1] or not 0.02 < now < 0.98:
                continue
            yield from _gentlest(design, terms, box(word), paper, was >= ACROSS[1])


def part_on(upper: Box, lower: Box) -> float:
    """Return which part of one box lies on another."""
    shared = 1
    for axis in Axis:
        over, under = upper.along(axis), lower.along(axis)
        shared *= max(0, min(over.high, under.high) - max(over.low, under.low))
    return shared / (upper.x.length * upper.y.length)


def _gentlest(design: Design, terms: CostTerms, word: Box, paper: Block, on_it: bool) -> Iterator[_Push]:
    """Yield the smallest pushes that take a paper off words, or all of it under them."""
    lies, runs = box(paper), design.relations.run_offs[paper.id]
    under = [
        _Push(paper.id, axis, high, word.along(axis)[high] + (terms.air if high else -terms.air), not high)
        for side, (axis, high) in SIDE_ENDS.items()
        if side not in runs and _short(lies.along(axis), word.along(axis), high) > 0
    ]
    cost_under = sum(_short(lies.along(p.axis), word.along(p.axis), p.high) for p in under)
    off: list[tuple[Grains, _Push]] = []
    for side, (axis, high) in SIDE_ENDS.items():
        if side in runs:
            continue
        limit = word.along(axis)[not high] + (-terms.air if high else terms.air)
        way = lies.along(axis).high - limit if high else limit - lies.along(axis).low
        if 2 * way < lies.along(axis).length or _may_step(design, terms, paper, axis, limit, high):
            off.append((way, _Push(paper.id, axis, high, limit, high)))
    best = min(off, key=lambda one: one[0], default=None)
    if best is not None and best[0] <= cost_under * (UNDER if on_it else 1):
        yield best[1]
    else:
        yield from under


def _may_step(design: Design, terms: CostTerms, paper: Block, axis: Axis, limit: Grains, high: bool) -> bool:
    """Tell whether a strip, which keeps its width, may step aside as a whole: it is not to leave the page."""
    length, other = (paper.width, paper.height) if axis is Axis.X else (paper.height, paper.width)
    whole = terms.page.width if axis is Axis.X else terms.page.height
    strip = design.stacks[paper.id].piece.role in (Role.STRIP, Role.BORDER) and length < other
    return strip and (limit - length >= 0 if high else limit + length <= whole)


def _short(lies: Ends, word: Ends, high: bool) -> Grains:
    return max(0, word.high - lies.high) if high else max(0, lies.low - word.low)
