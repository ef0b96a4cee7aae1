"""The second program: places on the grid for sizes that are settled.

Every rule and wish is a difference of two places, or one place, against a whole number of grid
steps, so the optimum is whole. What is no difference (the middle between two places) is told by
one of them, the other as far from it as the first program left it.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Iterator, Mapping
from math import ceil, copysign, floor, sqrt
from typing import Final

from inkquilt.design.reading import PAPERS, Design, Stack, area
from inkquilt.fit.linear.lay import Lay, turned_part
from inkquilt.fit.linear.pairs import PAPER_RULE, Pairs
from inkquilt.fit.linear.program import Expr, Number, Solved
from inkquilt.fit.linear.sizing import OFF_PLACE, SizedDesign, strip_width
from inkquilt.fit.linear.terms import CostTerms
from inkquilt.lengths import Grains
from inkquilt.sketch.geometry import CORNER_SCALE, Axis, is_tilted, leans
from inkquilt.sketch.model import Block, Role, Shape, Size
from inkquilt.sketch.relations import SIDE_ENDS, Beside, Edge

#: A mark off the place that the first program found costs as much as this of an inch of the drawing.
OFF_FOUND: Final = 4.0


class GridLay(Lay):
    """A program whose variables are places in whole grid steps; ``_near`` is about where each will be."""

    def __init__(self, design: Design, terms: CostTerms, roots: tuple[str, ...]) -> None:
        super().__init__(design, terms, roots)
        self._near: dict[int, int] = {}

    def variable(self, about: float) -> Expr:
        """Return a new place on the grid, in grains."""
        var = self.program.variable()
        self._near[var.terms[0][0]] = round(about / self.grid)
        return var * self.grid

    # -- telling ---------------------------------------------------------------------

    def hold(self, expr: Expr, least: Grains = 0) -> None:
        """Hold a difference of places at ``least`` grains or more."""
        terms, size, rest = self._difference(expr)
        if terms:
            self.program.at_least(Expr(terms), ceil((least - rest) / size - 1e-9))
        elif rest < least:
            self.program.at_least(Expr(), 1)

    def ask(self, expr: Expr, to: Number, price: float) -> None:
        """Ask a difference of places to come to the mark nearest to a value."""
        terms, size, rest = self._difference(expr)
        if terms:
            self.program.wish(Expr(terms), round((to - rest) / size), self.step_price(price) * size / self.grid)

    def ask_at_least(self, expr: Expr, least: Number, price: float) -> None:
        """Ask for so many grains or more."""
        terms, size, rest = self._difference(expr)
        if terms:
            steps = ceil((least - rest) / size - 1e-6)
            self.program.wish_at_least(Expr(terms), steps, self.step_price(price) * size / self.grid)

    def _difference(self, expr: Expr) -> tuple[tuple[tuple[int, int], ...], float, float]:
        """Return an expression as places with +1 and -1, what each counts in grains, and what is left."""
        parts: dict[int, float] = {}
        for var, part in expr.terms:
            parts[var] = parts.get(var, 0.0) + part
        parts = {var: part for var, part in parts.items() if abs(part) > 1e-6}
        rest = float(expr.constant)
        if not parts:
            return (), 1.0, rest
        first = next(iter(parts))
        if len(parts) == 2 and abs(sum(parts.values())) < 1e-6:
            return tuple((var, round(copysign(1, part))) for var, part in parts.items()), abs(parts[first]), rest
        whole = sum(parts.values())
        for var, part in parts.items():
            rest += part * (self._near[var] - self._near[first])
        if abs(whole) < 1e-6:
            return (), 1.0, rest
        return ((first, round(copysign(1, whole))),), abs(whole), rest


class Placing(GridLay):
    """The program. ``starts`` of stacks are read from what solves it."""

    def __init__(
        self, design: Design, terms: CostTerms, roots: tuple[str, ...], sized: SizedDesign, sizes: Mapping[str, Size]
    ) -> None:
        super().__init__(design, terms, roots)
        self.sized = sized
        self.blocks = {block.id: block for stack in self.stacks() for block in stack.members}
        self.sizes: dict[str, Size] = {}
        self._ends: dict[tuple[str, Axis], tuple[Expr, Expr]] = {}
        for stack in self.stacks():
            self._settle(stack, sizes)
        for stack in self.stacks():
            self._place(stack)
        for stack in self.stacks():
            self._on_the_page(stack)
            if stack.is_carrier:
                self._close(stack)
        self._rows()
        Pairs(self).tell()

    def hold_beside(self, beside: Beside) -> None:
        """Hold two outlines apart along a slanting line: neither comes nearer than the first program left them."""
        length = sqrt(beside.normal.x**2 + beside.normal.y**2)
        normal = {Axis.X: beside.normal.x / length, Axis.Y: beside.normal.y / length}
        if not {beside.first, beside.second} <= self.sizes.keys():
            return  # a paper without a size of its own makes way later
        first, second = self.blocks[beside.first], self.blocks[beside.second]
        need = self._reach(first, normal, True) - self._reach(second, normal, False)
        way = {axis: self._found_middle(second, axis) - self._found_middle(first, axis) for axis in Axis}
        short = need - sum(normal[axis] * way[axis] for axis in Axis)
        steep = max(Axis, key=lambda axis: abs(normal[axis]))
        if short > 0:
            way[steep] += short / normal[steep]
        for axis in Axis:
            between = (self.middle(second.id, axis) - self.middle(first.id, axis)) * 0.5
            if normal[axis] > 1e-3:
                self.hold(between, ceil(way[axis]))
            elif normal[axis] < -1e-3:
                self.hold(between * -1, ceil(-way[axis]))

    def _found_middle(self, block: Block, axis: Axis) -> float:
        root = self.design.roots[block.id]
        return self.sized.starts[(root, axis)] + self._upright(self.blocks[root], axis) / 2

    def _reach(self, block: Block, normal: Mapping[Axis, float], high: bool) -> float:
        size = self.sizes[block.id]
        if block.shape is Shape.CIRCLE:
            return size.width / 2 if high else -size.width / 2
        along = [
            normal[Axis.X] * (lean.x_wide * size.width + lean.x_high * size.height) / CORNER_SCALE
            + normal[Axis.Y] * (lean.y_wide * size.width + lean.y_high * size.height) / CORNER_SCALE
            for lean in leans(block)
        ]
        return max(along) if high else min(along)

    # -- sizes and places ------------------------------------------------------------

    def _settle(self, stack: Stack, sizes: Mapping[str, Size]) -> None:
        if stack.piece.id not in sizes:
            return
        size = sizes[stack.piece.id]
        for member in reversed(stack.members):
            if member is not stack.piece:
                r = self.reveals[member.id]
                size = Size(size.width + r.left + r.right, size.height + r.top + r.bottom)
            self.sizes[member.id] = size

    def _upright(self, block: Block, axis: Axis) -> float:
        wide, high = turned_part(block, axis)
        size = self.sizes[block.id]
        return size.width * wide + size.height * high

    def _place(self, stack: Stack) -> None:
        root = stack.root
        for axis in Axis:
            low = self.variable(self.sized.starts[(root.id, axis)]) + self._past_a_mark(stack, axis)
            if root.id in self.sizes:
                size = self.sizes[root.id]
                length = size.width if axis is Axis.X else size.height
                upright = self._upright(root, axis) if is_tilted(root) else length
                start = low + floor((length - upright) / 2)
                self._ends[(root.id, axis)] = start, low + ceil((length + upright) / 2)
                self.ask(start, self.sized.starts[(root.id, axis)], OFF_FOUND)
            elif (reveal := self.layers.get(root.id)) is not None:
                self._ends[(root.id, axis)] = Expr((), reveal), Expr((), self.extent(axis) - reveal)
            else:
                high = self.variable(self.sized.ends[(root.id, axis)])
                self._ends[(root.id, axis)] = low, high
                self.ask(low, self.sized.starts[(root.id, axis)], OFF_PLACE / 2)
                self.ask(high, self.sized.ends[(root.id, axis)], OFF_PLACE / 2)
                self._paper_length(stack, axis)

    def _past_a_mark(self, stack: Stack, axis: Axis) -> Grains:
        """Return how far past a mark a stack begins, to be in line with a larger photo that its mats put between two.

        A mat of 1/16 in puts its photo between two marks of 1/8 in. Even rows stay on marks.
        """
        rows = self.design.relations.patterns.gaps
        in_row = any(row.axis is axis and stack.root.id in row.blocks for row in rows)
        if stack.root.id not in self.sizes or not stack.is_firm or is_tilted(stack.root) or in_row:
            return 0
        mine: Counter[Grains] = Counter()
        for line in self.design.relations.lines:
            for own in line.edges if line.axis is axis else ():
                if self.design.roots[own.block] == stack.root.id:
                    here = self._past_the_start(own)
                    mine.update((there - here) % self.grid for there in self._larger_photos(stack, line.edges))
        return mine.most_common(1)[0][0] if mine else 0

    def _larger_photos(self, stack: Stack, edges: Iterable[Edge]) -> Iterator[Grains]:
        """Yield how far from the start of their stacks edges of photos lie that are larger; words are never larger."""
        for edge in edges:
            other = self.design.stacks[self.design.roots[edge.block]]
            photo = other.piece.role is Role.PHOTO and other.root.id in self.sizes and not is_tilted(other.root)
            if photo and (stack.piece.role is not Role.PHOTO or area(other.piece) > area(stack.piece)):
                yield self._past_the_start(edge)

    def _past_the_start(self, edge: Edge) -> Grains:
        """Return how far an edge lies from where its stack begins."""
        root = self.design.roots[edge.block]
        inward = self.inward(self.design.stacks[root], edge.block, edge.axis, edge.high)
        if not edge.high:
            return inward
        return (self.sizes[root].width if edge.axis is Axis.X else self.sizes[root].height) - inward

    def _paper_length(self, stack: Stack, axis: Axis) -> None:
        piece, length = stack.piece, self.length(stack.root.id, axis)
        drawn, other = (piece.width, piece.height) if axis is Axis.X else (piece.height, piece.width)
        self.hold(length, self.grid)
        if piece.role in (Role.STRIP, Role.BORDER) and drawn < other:
            self.ask(length, strip_width(drawn, self.terms, self.scale), PAPER_RULE)

    def edge(self, block_id: str, axis: Axis, high: bool) -> Expr:
        """Return where an edge lies, in grains."""
        root = self.design.roots[block_id]
        ends = self._ends[(root, axis)]
        if block_id == root:
            return ends[high]
        stack = self.design.stacks[root]
        if is_tilted(stack.root):
            deeper = (self._upright(stack.root, axis) - self._upright(self.blocks[block_id], axis)) / 2
            return ends[high] + (-floor(deeper) if high else floor(deeper))
        inward = self.inward(stack, block_id, axis, high)
        return ends[high] + (-inward if high else inward)

    def _on_the_page(self, stack: Stack) -> None:
        root, runs, clear = stack.root.id, self.run_offs(stack.root.id), self.clear(stack)
        for side, (axis, high) in SIDE_ENDS.items():
            ends = self.boxes[root].along(axis)
            gap = self.drawn_extent(axis) - ends.high if high else ends.low
            here = self.edge(root, axis, high) * -1 + self.extent(axis) if high else self.edge(root, axis, False)
            if side in runs:
                if root not in self.sizes:
                    self.ask(here, 0, PAPER_RULE)
                else:
                    self.hold(here * -1, 0)
            elif gap >= 0:
                self.hold(here, max(min(gap, self.terms.margin), getattr(clear, side.value)))
        fold = self.terms.page.fold
        if fold is not None and self.keeps_off(stack):
            drawn = self.boxes[root].x
            if (drawn.low + drawn.high) * self.terms.page.width < (fold.at + fold.end) * self.drawn_extent(Axis.X):
                self.hold(self.edge(root, Axis.X, True) * -1, -fold.at)
            else:
                self.hold(self.edge(root, Axis.X, False), fold.end)

    def _close(self, stack: Stack) -> None:
        reveals = self.reveals[stack.piece.id]
        for side, (axis, high) in SIDE_ENDS.items():
            drawn = {name: self.boxes[name].along(axis)[high] for name in stack.piece.of}
            outermost = max(drawn.values()) if high else min(drawn.values())
            for name, end in drawn.items():
                inner, outer = self.edge(name, axis, high), self.edge(stack.piece.id, axis, high)
                off = outer - inner if high else inner - outer
                self.hold(off, getattr(reveals, side.value))
                if end == outermost:
                    self.ask(off, getattr(reveals, side.value), PAPER_RULE)

    def _rows(self) -> None:
        """Gaps of a row of photos and words are the one gap that the first program found, on the grid."""
        for row in self.design.relations.patterns.gaps:
            if not all(name in self.roots for name in row.blocks):
                continue
            first, second = (self.boxes[name].along(row.axis) for name in row.blocks[:2])
            drawn = max(0, second.low - first.high)
            firm = all(self.design.stacks[name].piece.role not in PAPERS for name in row.blocks)
            gap = round(self.sized.gaps[(row.axis, round(drawn / 254))] / self.grid) * self.grid
            if drawn > 0 and gap < min(drawn, self.terms.air):
                gap = ceil(min(drawn, self.terms.air) / self.grid) * self.grid
            for one, two in zip(row.blocks, row.blocks[1:], strict=False):
                between = self.edge(two, row.axis, False) - self.edge(one, row.axis, True)
                self.ask(between, gap, 4 * PAPER_RULE if firm else PAPER_RULE)

    def placed(self) -> dict[tuple[str, Axis], int] | None:
        """Return where each stack begins and ends on each axis, in grains; None where the rules cannot hold."""
        solved = self.solved()
        return None if solved is None else self._read(solved)

    def _read(self, solved: Solved) -> dict[tuple[str, Axis], int]:
        found = {}
        for (root, axis), (low, _) in self._ends.items():
            at = solved.whole(low)
            if root in self.sizes and is_tilted(self.blocks[root]):
                size = self.sizes[root]
                length = size.width if axis is Axis.X else size.height
                at -= floor((length - self._upright(self.blocks[root], axis)) / 2)
            found[(root, axis)] = at
        return found
