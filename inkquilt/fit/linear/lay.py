"""Pieces on a page as expressions of a program: where each edge lies.

``Lay`` is what the first program (sizes are variables) and the second (sizes are fixed) have in
common: edges, rules and wishes in grains, told to the program in grid steps.
"""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Iterator
from typing import Final

from inkquilt.design.reading import Design, Stack
from inkquilt.fit.linear.program import Expr, Number, Program, Solved
from inkquilt.fit.linear.terms import CostTerms
from inkquilt.lengths import INCH, Grains
from inkquilt.page import Margins, Side
from inkquilt.sketch.geometry import TRIG, Axis, Box, is_tilted, trig
from inkquilt.sketch.model import Block, Role
from inkquilt.sketch.relations import SIDE_ENDS, Beside, Reveals

#: Roles that stay out of the keep-clear margin.
KEPT_CLEAR: Final = frozenset({Role.PHOTO, Role.TITLE, Role.JOURNALING, Role.TAG, Role.CLUSTER})


class Lay(ABC):
    """One program over the stacks in ``roots``; subclasses say what their sizes are."""

    def __init__(self, design: Design, terms: CostTerms, roots: tuple[str, ...]) -> None:
        self.design, self.terms, self.roots = design, terms, roots
        self.program = Program()
        self.grid = terms.grid
        self.scale = terms.scale(design.sketch)
        self.scales = terms.scales(design.sketch)
        self.boxes = design.relations.boxes
        self.reveals = {
            matting.mat: Reveals(*(terms.reveal(r, design.sketch) for r in matting.reveals))
            for matting in design.relations.mattings
        }
        self.layers = {name: terms.reveal(r, design.sketch) for name, r in design.relations.layers.items()}

    # -- edges -----------------------------------------------------------------------

    @abstractmethod
    def edge(self, block_id: str, axis: Axis, high: bool) -> Expr:
        """Return where an edge of a block's upright box lies, in grains."""

    def length(self, block_id: str, axis: Axis) -> Expr:
        """Return how long a block's upright box is on an axis, in grains."""
        return self.edge(block_id, axis, True) - self.edge(block_id, axis, False)

    def middle(self, block_id: str, axis: Axis) -> Expr:
        """Return twice where the middle of a block lies on an axis, in grains."""
        return self.edge(block_id, axis, True) + self.edge(block_id, axis, False)

    def extent(self, axis: Axis) -> Grains:
        """Return the page's length on an axis."""
        return self.terms.page.width if axis is Axis.X else self.terms.page.height

    def drawn_extent(self, axis: Axis) -> Grains:
        """Return the sketch's length on an axis."""
        page = self.design.sketch.page
        return page.width if axis is Axis.X else page.height

    def inward(self, stack: Stack, block_id: str, axis: Axis, high: bool) -> Grains:
        """Return how far a member of an upright stack lies inside its outermost mat on one side."""
        side = next(side for side, end in SIDE_ENDS.items() if end == (axis, high))
        depth = 0
        for member in stack.members:
            if member.id == block_id:
                break
            depth += getattr(self.reveals[member.id], side.value)
        return depth

    def grown(self, stack: Stack, axis: Axis) -> Grains:
        """Return by how much all mats of a stack together are longer than its piece, unturned."""
        low, high = ((Side.LEFT, Side.RIGHT), (Side.TOP, Side.BOTTOM))[axis is Axis.Y]
        return sum(
            getattr(self.reveals[mat.id], low.value) + getattr(self.reveals[mat.id], high.value)
            for mat in stack.members[:-1]
        )

    # -- telling the program ---------------------------------------------------------

    @abstractmethod
    def hold(self, expr: Expr, least: Grains = 0) -> None:
        """Hold an expression in grains at ``least`` or more."""

    @abstractmethod
    def ask(self, expr: Expr, to: Number, price: float) -> None:
        """Ask an expression in grains to come to a value; ``price`` is for an inch of the drawing it is off."""

    @abstractmethod
    def ask_at_least(self, expr: Expr, least: Number, price: float) -> None:
        """Ask for ``least`` or more; ``price`` is for an inch of the drawing that is missing."""

    def step_price(self, price: float) -> float:
        """Return what one grid step costs when an inch of the drawing costs ``price``."""
        return price * self.grid / INCH / self.scale

    @abstractmethod
    def hold_beside(self, beside: Beside) -> None:
        """Hold two outlines apart along a slanting line."""

    # -- what is where ---------------------------------------------------------------

    def stacks(self) -> Iterator[Stack]:
        """Yield the stacks of this program."""
        for root in self.roots:
            yield self.design.stacks[root]

    def clear(self, stack: Stack) -> Margins:
        """Return the margin a stack keeps clear of."""
        return self.terms.page.clear if stack.piece.role in KEPT_CLEAR else Margins()

    def run_offs(self, root: str) -> frozenset[Side]:
        """Return the page edges a piece runs off."""
        return self.design.relations.run_offs[root]

    def keeps_off(self, stack: Stack) -> bool:
        """Tell whether a stack keeps off the gap between facing pages; a title may have been drawn across it."""
        fold = self.terms.page.fold
        if fold is None or not (stack.is_firm or stack.is_carrier):
            return False
        drawn, scale = self.boxes[stack.root.id].x, self.drawn_extent(Axis.X) / self.terms.page.width
        across = drawn.low < fold.at * scale and drawn.high > fold.end * scale
        return not (across and stack.piece.role is Role.TITLE)

    def solved(self) -> Solved | None:
        """Solve it."""
        return self.program.solved()


def turned_part(block: Block, axis: Axis) -> tuple[float, float]:
    """Return which parts of its width and of its height make the length of a block's upright box on an axis."""
    if not is_tilted(block):
        return (1.0, 0.0) if axis is Axis.X else (0.0, 1.0)
    cos, sin = (abs(part) / TRIG for part in trig(block.turn))
    return (cos, sin) if axis is Axis.X else (sin, cos)


def drawn_middle(box: Box, axis: Axis) -> Grains:
    """Return twice where the middle of a drawn box lies."""
    ends = box.along(axis)
    return ends.low + ends.high
