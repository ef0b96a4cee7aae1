"""What a fit wishes for, and what each shortfall costs.

The wishes are staged, dearest first: photo sizes, (on its own page) what is as
drawn, shared lines, displacement.
One weighted sum stands for the stages: each weight exceeds all that the cheaper
stages together can cost, so a dearer wish is never traded for cheaper ones.
Costs count grid steps; a miss of up to half a step counts as none:

photos        the cost of the size chosen (``sizes``)
moved         on the sketch's own page only: blocks that are not as drawn, so that
              none but the offending ones change
lines         edges that left the line they were drawn on; a line stays where most of it stays
displacement  per stack and axis: twice the way of its centre from the scaled
              place; per free length: its difference from the scaled length; per
              tag or cluster: steps off its drawn size; per pair that was apart on
              both axes and overlaps on the one not kept: the steps of overlap
"""

from __future__ import annotations

from dataclasses import dataclass, field
from fractions import Fraction

from ortools.sat.python import cp_model

from inkquilt.fit.model import Expr, FitModel
from inkquilt.fit.request import Cost
from inkquilt.fit.rules import Rules
from inkquilt.fit.sizes import FreeSize, ceil_steps, scale_of
from inkquilt.page import Side
from inkquilt.sketch.geometry import Axis, is_tilted
from inkquilt.sketch.model import Role
from inkquilt.sketch.relations import Edge, SharedLine


@dataclass(slots=True)
class _Stage:
    """Terms of one stage and the most they can cost together."""

    terms: list[Expr] = field(default_factory=list)
    most: int = 0

    def add(self, term: Expr, most: int) -> None:
        self.terms.append(term)
        self.most += most

    def total(self) -> Expr:
        return sum(self.terms) if self.terms else 0


class Wishes:
    """The objective of a fit model, added to it on construction."""

    def __init__(self, model: FitModel) -> None:
        self.model = model
        self.rules: Rules = model.rules
        self.photos, self.moved, self.lines, self.displacement = _Stage(), _Stage(), _Stage(), _Stage()
        self._size_wishes()
        if set(scale_of(self.rules.sketch, self.rules.request)) == {Fraction(1)}:
            self._stay_wishes()
        for line in self.rules.relations.lines:
            self._line_wish(line)
        self._place_wishes()
        self._order_wishes()
        self.line_weight = self.displacement.most + 1
        self.moved_weight = self.line_weight * (self.lines.most + 1)
        self.photo_weight = self.moved_weight * (self.moved.most + 1)
        model.cp.minimize(
            self.photo_weight * self.photos.total()
            + self.moved_weight * self.moved.total()
            + self.line_weight * self.lines.total()
            + self.displacement.total()
        )

    def cost(self, solver: cp_model.CpSolver) -> Cost:
        """Read what each stage cost in a solution, in whole numbers."""
        stages = (self.photos, self.moved, self.lines, self.displacement)
        return Cost(*(int(solver.value(stage.total())) for stage in stages))

    def _stay_wishes(self) -> None:
        for block_id, block in self.rules.blocks.items():
            place = self.model.placed[block_id]
            changed = self.model.cp.new_bool_var(f"changed {block_id}")
            for expr, drawn in (
                (place.x, block.x),
                (place.y, block.y),
                (place.width, block.width),
                (place.height, block.height),
            ):
                if isinstance(expr, int):
                    if expr != drawn:
                        self.model.cp.add(changed == 1)
                else:
                    self.model.cp.add(expr == drawn).only_enforce_if(~changed)
            self.moved.add(changed, 1)

    def _size_wishes(self) -> None:
        for block_id, cost in self.model.size_costs.items():
            stage = self.photos if self.rules.blocks[block_id].role is Role.PHOTO else self.displacement
            stage.add(cost.expr, cost.most)

    def _line_wish(self, line: SharedLine) -> None:
        """One place for the line; each edge is on it or counts as lost.

        Of a line at least one edge defines the place, so at most all but one are lost.
        """
        model = self.model
        place = model.new_var(0, model.extent(line.axis))
        lost = []
        for edge in line.edges:
            off = model.cp.new_bool_var(f"off {edge.block} {edge.axis.value} {edge.high}")
            model.cp.add(model.edge(edge).expr == place).only_enforce_if(~off)
            lost.append(off)
        self.lines.add(sum(lost), len(lost) - 1)

    def _place_wishes(self) -> None:
        scales = dict(zip(Axis, scale_of(self.rules.sketch, self.rules.request), strict=True))
        for block_id, block in self.rules.blocks.items():
            if block_id in self.rules.relations.layers:
                continue
            drawn = {Axis.X: (block.x, block.width), Axis.Y: (block.y, block.height)}
            place = self.model.placed[block_id]
            exprs = {Axis.X: (place.x, place.width), Axis.Y: (place.y, place.height)}
            for axis in Axis:
                start, length = drawn[axis]
                start_expr, length_expr = exprs[axis]
                if isinstance(length_expr, int):
                    continue  # it spans the page
                if self._is_free(block_id) and not is_tilted(block):
                    self._near(length_expr, length * scales[axis], 1)
                if self.rules.stacks.root(block_id) == block_id and not self._at_page_edge(block_id, axis):
                    self._near(2 * start_expr + length_expr, (2 * start + length) * scales[axis], 2)

    def _is_free(self, block_id: str) -> bool:
        return isinstance(self.rules.sizes.get(block_id), FreeSize)

    def _at_page_edge(self, block_id: str, axis: Axis) -> bool:
        """Tell whether a page edge already says where the block lies on the axis."""
        sides = {Side.LEFT, Side.RIGHT} if axis is Axis.X else {Side.TOP, Side.BOTTOM}
        return bool(sides & self.rules.relations.run_offs[block_id])

    def _near(self, expr: Expr, wanted: Fraction, doubled: int) -> None:
        """Cost the steps by which ``expr`` misses ``wanted`` (rounded to a grain), half a step free."""
        most = ceil_steps(doubled * max(self.model.page.width, self.model.page.height), self.model.grid) + 2
        self.displacement.add(self.model.near(expr, round(wanted), most), most)

    def _order_wishes(self) -> None:
        for wish in self.rules.wishes:
            first = self.model.edge(Edge(wish.first, wish.axis, True))
            second = self.model.edge(Edge(wish.second, wish.axis, False))
            if first.scale != 1 or second.scale != 1:
                continue
            most = ceil_steps(self.model.extent(wish.axis), self.model.grid)
            steps = self.model.new_var(0, most)
            self.model.cp.add(self.model.grid * steps >= first.expr - second.expr)
            self.displacement.add(steps, most)
