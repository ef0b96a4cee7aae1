"""What a fit wishes for, and what each shortfall costs.

The wishes are staged, dearest first: photo sizes, (on its own page) what is as
drawn, shared lines, displacement.
One weighted sum stands for the stages: each weight exceeds all that the cheaper
stages together can cost, so a dearer wish is never traded for cheaper ones.
Costs count grid steps; a miss of up to half a step counts as none:

photos        the cost of the size chosen (``sizes``)
moved         on the sketch's own page only: blocks that are not as drawn, so that
              none but the offending ones change, and those a person tied to others; on a
              page that exists: sides of words moved by hand that are longer or shorter now
lines         edges that left the line they were drawn on; a line stays where most of it
              stays; a layer on another that no longer shows the same all round counts 2
rows          gaps of a row that are not the row's gap, pieces of one size that are not,
              things that were centred and are off by more than a step
displacement  per stack and axis: twice the way of its centre from the scaled
              place, or from where it is anchored (then three times as dear); per free
              length: its difference from the scaled length; per
              tag or cluster: steps off its drawn size; per pair that was apart on
              both axes and overlaps on the one not kept: the steps of overlap; per
              tucked end: three times the steps it is tucked more or less than drawn

On a page that exists already (``near``) places and sizes are counted from that page.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from fractions import Fraction
from itertools import pairwise
from math import prod
from typing import Any

from ortools.sat.python import cp_model

from inkquilt.fit import bounds
from inkquilt.fit.model import Expr, FitModel
from inkquilt.fit.request import Cost, School
from inkquilt.fit.rules import Rules
from inkquilt.fit.sizes import FreeSize, ceil_steps, partner_reveal, scale_of
from inkquilt.page import LARGEST_SIDE, Side
from inkquilt.sketch.geometry import Axis, is_tilted
from inkquilt.sketch.model import Block, Role
from inkquilt.sketch.patterns import Anchor, Centred, Concentric, EqualGaps, EqualSizes, ProportionalPlace, Tuck
from inkquilt.sketch.relations import Edge, SharedLine


@dataclass(slots=True)
class Stage:
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
        self.photos, self.moved, self.lines = Stage(), Stage(), Stage()
        self.rows, self.displacement = Stage(), Stage()
        self.scales = dict(zip(Axis, scale_of(self.rules.sketch, self.rules.request), strict=True))
        self.near = {block.id: block for block in self.rules.request.near}
        own_page = set(self.scales.values()) == {Fraction(1)}
        self._size_wishes()
        if own_page and not self.near and self.rules.school is not School.REFLOW:
            self._stay_wishes()
        self._keep_moved_sizes()
        for line in self.rules.relations.lines:
            self._line_wish(line)
        self._pattern_wishes()
        self._place_wishes()
        self._order_wishes()
        #: All wishes in one sum.
        self.whole = self.ask_for(self.stages)

    @property
    def stages(self) -> tuple[Stage, ...]:
        """All stages, dearest first."""
        return self.photos, self.moved, self.lines, self.rows, self.displacement

    def ask_for(self, stages: tuple[Stage, ...]) -> Expr:
        """Make one weighted sum of these stages the objective, and return it."""
        later = prod(stage.most + 1 for stage in stages)
        weighted: Expr = 0
        for stage in stages:
            later //= stage.most + 1
            weighted = weighted + later * stage.total()
        self.model.cp.minimize(weighted)
        return weighted

    def weight(self, stage: int) -> int:
        """Return what one step on a stage counts in the sum of all: more than all cheaper stages can cost."""
        return prod(later.most + 1 for later in self.stages[stage + 1 :])

    def cost(self, solver: cp_model.CpSolver) -> Cost:
        """Read what each stage cost in a solution, in whole numbers."""
        return Cost(*(int(solver.value(stage.total())) for stage in self.stages))

    def _stay_wishes(self) -> None:
        root = self.rules.stacks.root
        tied = {root(name) for tie in self.rules.request.ties for name in tie.blocks if name in self.rules.blocks}
        for block_id, block in self.rules.blocks.items():
            if root(block_id) in tied:  # a person wants it otherwise
                continue
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

    def _keep_moved_sizes(self) -> None:
        """Words that a hand moved keep their size, before any line: moving is no wish to stretch them."""
        for pin in self.rules.request.pins:
            block, present = self.rules.blocks.get(pin.block), self.near.get(pin.block)
            if block is None or present is None or block.role not in (Role.JOURNALING, Role.TITLE):
                continue
            place = self.model.placed[pin.block]
            for expr, length in ((place.width, present.width), (place.height, present.height)):
                if isinstance(expr, int) or not self._is_free(pin.block):
                    continue
                changed = self.model.cp.new_bool_var(f"stretched {pin.block}")
                self.model.cp.add(expr == length).only_enforce_if(~changed)
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
            self._hold(model.edge(edge).expr == place, off)
            lost.append(off)
        self.lines.add(sum(lost), len(lost) - 1)

    # -- patterns --------------------------------------------------------------

    def _pattern_wishes(self) -> None:
        patterns = self.rules.relations.patterns
        for row in patterns.gaps:
            self._gap_wish(row)
        for sizes in patterns.sizes:
            self._size_wish(sizes)
        for centred in patterns.centred:
            off = self._off("off centre")
            before, after = self._margins(centred)
            self._hold(after - before >= 0, off)  # the odd step goes to the right or the foot
            self._hold(after - before <= self.model.grid, off)
            self.rows.add(off, 1)
        for layer in patterns.concentric:
            self._layer_wish(layer)

    def _off(self, name: str) -> cp_model.IntVar:
        return self.model.cp.new_bool_var(name)

    def _hold(self, condition: Any, off: cp_model.IntVar) -> None:
        """Require a condition unless it is given up; it may be settled already."""
        if isinstance(condition, bool):
            if not condition:
                self.model.cp.add(off == 1)
        else:
            self.model.cp.add(condition).only_enforce_if(~off)

    def _span(self, block_id: str, axis: Axis) -> tuple[Expr, Expr]:
        """Return where an unturned block begins and how long it is on an axis."""
        place = self.model.placed[block_id]
        return (place.x, place.width) if axis is Axis.X else (place.y, place.height)

    def _gap_wish(self, row: EqualGaps) -> None:
        """One gap for the row; each gap is it or counts as lost, at most all but one."""
        gap = self.model.new_var(-self.model.extent(row.axis), self.model.extent(row.axis))
        spans = [self._span(block_id, row.axis) for block_id in row.blocks]
        lost = []
        for (start, length), (after, _) in pairwise(spans):
            off = self._off("uneven gap")
            self._hold(after - start - length == gap, off)
            lost.append(off)
        self.rows.add(sum(lost), len(lost) - 1)

    def _size_wish(self, sizes: EqualSizes) -> None:
        """One width and height for the group; each piece has them or counts as lost, at most all but one."""
        width, height = self.model.new_var(0, LARGEST_SIDE), self.model.new_var(0, LARGEST_SIDE)
        lost = []
        for block_id in sizes.blocks:
            off = self._off("another size")
            place = self.model.placed[block_id]
            self._hold(place.width == width, off)
            self._hold(place.height == height, off)
            lost.append(off)
        self.rows.add(sum(lost), len(lost) - 1)

    def _margins(self, centred: Centred) -> tuple[Expr, Expr]:
        low, _ = self._span(centred.first, centred.axis)
        start, length = self._span(centred.last, centred.axis)
        if not centred.on:
            return low, self.model.extent(centred.axis) - start - length
        on, whole = self._span(centred.on, centred.axis)
        return low - on, on + whole - start - length

    def _layer_wish(self, layer: Concentric) -> None:
        off = self._off("uneven layer")
        reveal = partner_reveal(layer.reveal, self.rules.sketch.unit, self.model.page.unit)
        for axis in Axis:
            start, length = self._span(layer.upper, axis)
            under, whole = self._span(layer.lower, axis)
            self._hold(start - under == reveal, off)
            self._hold(under + whole - start - length == reveal, off)
        self.lines.add(2 * off, 2)

    # -- places ----------------------------------------------------------------

    def _place_wishes(self) -> None:
        patterns = self.rules.relations.patterns
        anchored = {(anchor.upper, anchor.axis) for anchor in patterns.anchors}
        anchored |= {(along.upper, along.axis) for along in patterns.alongs}
        for block_id, block in self.rules.blocks.items():
            if block_id in self.rules.relations.layers:
                continue
            for axis in Axis:
                start, length = self._drawn(block, axis)
                start_expr, length_expr = self._span(block_id, axis)
                if isinstance(length_expr, int):
                    if isinstance(start_expr, int):
                        continue  # it spans the page, or is pinned
                elif self._is_free(block_id) and not is_tilted(block):
                    self._near(length_expr, length, 1)
                is_root = self.rules.stacks.root(block_id) == block_id
                settled = (block_id, axis) in anchored or self._at_page_edge(block_id, axis)
                # Where a hand put its start, its middle is nobody's wish: it would be stretched back to where it was.
                if is_root and not settled and not isinstance(start_expr, int):
                    self._near(2 * start_expr + length_expr, 2 * start + length, 2)
        for anchor in patterns.anchors:
            self._anchor_wish(anchor)
        for along in patterns.alongs:
            self._along_wish(along)
        for tuck in patterns.tucks:
            self._tuck_wish(tuck)

    def _drawn(self, block: Block, axis: Axis) -> tuple[Fraction, Fraction]:
        """Return where a block should begin and how long it should be: scaled, or as on the page that exists."""
        present = self.near.get(block.id)
        source, scale = (present, Fraction(1)) if present is not None else (block, self.scales[axis])
        start, length = (source.x, source.width) if axis is Axis.X else (source.y, source.height)
        return start * scale, length * scale

    def _anchor_wish(self, anchor: Anchor) -> None:
        start, length = self._span(anchor.upper, anchor.axis)
        under, whole = self._span(anchor.lower, anchor.axis)
        edge = under + whole if anchor.high else under
        self._near(2 * start + length - 2 * edge, Fraction(anchor.doubled), 2, bounds.ANCHORED)

    def _along_wish(self, along: ProportionalPlace) -> None:
        """Keep the place along a piece in proportion: its middle at the drawn part of the length it has now."""
        start, length = self._span(along.upper, along.axis)
        under, whole = self._span(along.lower, along.axis)
        part = Fraction(along.part, along.whole).limit_denominator(64)
        middle = (2 * start + length - 2 * under) * part.denominator
        wanted = 2 * whole * part.numerator
        most = ceil_steps(2 * max(self.model.page.width, self.model.page.height), self.model.grid) + 2
        steps = self.model.new_var(0, most)
        unit = self.model.grid * part.denominator
        for miss in (middle - wanted, wanted - middle):
            self.model.cp.add(unit * steps + unit // 2 >= miss)
        self.displacement.add(bounds.ANCHORED * steps, bounds.ANCHORED * most)

    def _tuck_wish(self, tuck: Tuck) -> None:
        over, length = self._span(tuck.upper, tuck.axis)
        under, whole = self._span(tuck.lower, tuck.axis)
        amount = under + whole - over if tuck.high else over + length - under
        self._near(amount, Fraction(tuck.amount), 1, bounds.ANCHORED)

    def _is_free(self, block_id: str) -> bool:
        return isinstance(self.rules.sizes.get(block_id), FreeSize)

    def _at_page_edge(self, block_id: str, axis: Axis) -> bool:
        """Tell whether a page edge already says where the block lies on the axis."""
        sides = {Side.LEFT, Side.RIGHT} if axis is Axis.X else {Side.TOP, Side.BOTTOM}
        return bool(sides & self.rules.relations.run_offs[block_id])

    def _near(self, expr: Expr, wanted: Fraction, doubled: int, weight: int = 1) -> None:
        """Cost the steps by which ``expr`` misses ``wanted`` (rounded to a grain), half a step free."""
        most = ceil_steps(doubled * max(self.model.page.width, self.model.page.height), self.model.grid) + 2
        self.displacement.add(weight * self.model.near(expr, round(wanted), most), weight * most)

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
