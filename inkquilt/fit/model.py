"""Building the constraint model of one fit for OR-Tools' CP-SAT.

Variables count grid steps; every edge is a linear expression in grains over
them. Which edges are free and which follow:

* a stack's outermost piece has its left and top edge on the grid, unless it runs
  off there or is a layer of the page;
* a photo takes a size from its list, a mat is its piece plus reveals, other
  pieces have free sizes in grid steps;
* the pieces of a mat that carries several lie whole steps from its left and top
  reveal; those drawn outermost on it stay outermost, so that it closes round them.

With ``explain`` each rule hangs on a literal of its demand, so that a clash can
be traced to demands; without it the rules are posted plainly, which solves faster.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from fractions import Fraction
from typing import Any, Final, NamedTuple, TypeAlias

from ortools.sat.python import cp_model

from inkquilt.fit import bounds
from inkquilt.fit.pins import pinned_ends
from inkquilt.fit.request import Demand
from inkquilt.fit.rules import PAGE, Covering, Difference, Rules, Share, Slanted
from inkquilt.fit.sizes import (
    NOT_AS_DRAWN,
    TRIM_COST,
    FreeSize,
    PrintChoice,
    Range,
    SizeChoice,
    ceil_steps,
    floor_steps,
)
from inkquilt.lengths import Grains
from inkquilt.page import Margins, Side
from inkquilt.sketch.geometry import CORNER_SCALE, TRIG, Axis, has_own_hull, is_tilted, leans, trig
from inkquilt.sketch.model import Block, Role, Shape
from inkquilt.sketch.relations import Edge, Lie

#: More of a piece may be covered along one axis for as much less along the other, by these factors.
TRADES: Final = tuple(Fraction(*parts) for parts in ((1, 1), (3, 2), (2, 3), (3, 1), (1, 3)))

# CP-SAT's expressions are untyped sums of variables and whole numbers.
Expr: TypeAlias = Any


@dataclass(frozen=True, slots=True)
class Scaled:
    """An expression that gives ``scale`` times a length in grains."""

    expr: Expr
    scale: int = 1


@dataclass(frozen=True, slots=True)
class BlockExpr:
    """Where a block lies: left, top, width and height in grains, unturned."""

    x: Expr
    y: Expr
    width: Expr
    height: Expr


class SizeCost(NamedTuple):
    """What a chosen size costs, and the most it could cost."""

    expr: Expr
    most: int


def _longest(sizes: PrintChoice) -> tuple[Grains, Grains]:
    width, height = sizes.ranges
    return width.greatest, height.greatest


class FitModel:
    """The model of one fit; ``placed`` holds each block's expressions once built."""

    def __init__(self, rules: Rules, explain: bool = False) -> None:
        self.rules = rules
        self.explain = explain
        self.cp = cp_model.CpModel()
        self.grid = rules.request.grid
        self.page = rules.request.page
        self.placed: dict[str, BlockExpr] = {}
        self.literals: dict[Demand, cp_model.IntVar] = {}
        self.size_costs: dict[str, SizeCost] = {}
        self._sizes: dict[str, tuple[Expr, Expr]] = {}
        self._names = 0
        for block_id in rules.blocks:
            self._size(block_id)
        for block_id in rules.blocks:
            self._place(block_id)
        self._close_wide_mats()
        for difference in rules.differences:
            self._post_difference(difference)
        for block in rules.blocks.values():
            if is_tilted(block) and has_own_hull(block):
                self._post_corners_inside(block)
        for share in rules.shares:
            self._post_share(share)
        for covering in rules.coverings:
            self._post_covering(covering)
        for slanted in rules.slanted:
            self._post_slanted(slanted)

    # -- variables -------------------------------------------------------------

    def new_var(self, low: int, high: int) -> cp_model.IntVar:
        """Return a new whole-number variable."""
        self._names += 1
        return self.cp.new_int_var(low, high, f"v{self._names}")

    def extent(self, axis: Axis) -> Grains:
        """Return the page's length on an axis."""
        return self.page.width if axis is Axis.X else self.page.height

    def _size(self, block_id: str) -> tuple[Expr, Expr]:
        """Return width and height of a block, making its variables when first asked."""
        if block_id in self._sizes:
            return self._sizes[block_id]
        block = self.rules.blocks[block_id]
        if block.role is Role.MAT:
            size = self._mat_size(block)
        else:
            sizes = self.rules.sizes[block_id]
            if isinstance(sizes, PrintChoice | SizeChoice):
                if isinstance(sizes, PrintChoice):
                    size = self._print_size(block_id, sizes)
                else:
                    size = self._chosen_size(block_id, sizes)
                if self.explain:
                    size = self._droppable(size, self.rules.size_demands[block_id])
            elif block_id in self.rules.layers:
                size = self._layer_size(block_id)
            else:
                size = self._free_size(block, sizes)
        self._sizes[block_id] = size
        return size

    def _mat_size(self, mat: Block) -> tuple[Expr, Expr]:
        if len(mat.of) > 1:
            return self.new_var(1, self.page.width), self.new_var(1, self.page.height)
        reveals = self.rules.reveals[mat.id]
        width, height = self._size(mat.of[0])
        return width + reveals.left + reveals.right, height + reveals.top + reveals.bottom

    def _chosen_size(self, block_id: str, sizes: SizeChoice) -> tuple[Expr, Expr]:
        options = sizes.options
        width = self._var_of([option.width for option in options])
        height = self._var_of([option.height for option in options])
        cost = self._var_of([option.cost for option in options])
        self.cp.add_allowed_assignments([width, height, cost], [tuple(option) for option in options])
        self.size_costs[block_id] = SizeCost(cost, max(option.cost for option in options))
        return width, height

    def _var_of(self, values: list[int]) -> cp_model.IntVar:
        self._names += 1
        return self.cp.new_int_var_from_domain(cp_model.Domain.from_values(values), f"v{self._names}")

    def _print_size(self, block_id: str, sizes: PrintChoice) -> tuple[Expr, Expr]:
        """Choose a print and what is trimmed off it; the cost is reckoned alongside."""
        chosen = [self.cp.new_bool_var(f"print {block_id} {i}") for i in range(len(sizes.prints))]
        self.cp.add_exactly_one(chosen)
        off_x = self.new_var(0, max((p.most_across for p in sizes.prints), default=0))
        off_y = self.new_var(0, max((p.most_down for p in sizes.prints), default=0))
        for option, literal in zip(sizes.prints, chosen, strict=True):
            for bound in option.bounds:
                constraint = self.cp.add(bound.across * off_x + bound.down * off_y <= bound.most)
                constraint.only_enforce_if(literal)
        width = sum(p.whole.width * c for p, c in zip(sizes.prints, chosen, strict=True)) - self.grid * off_x
        height = sum(p.whole.height * c for p, c in zip(sizes.prints, chosen, strict=True)) - self.grid * off_y
        if sizes.stance == 0:
            self.cp.add(width == height)
        elif sizes.stance is not None:
            self.cp.add(sizes.stance * (height - width) >= 1)
        if sizes.least is not None:
            self.cp.add(width >= sizes.least.width)
            self.cp.add(height >= sizes.least.height)
        cost = self._print_cost(sizes, chosen, off_x, off_y, width, height)
        weight = bounds.LEADING if block_id == self.rules.request.leads else 1
        self.size_costs[block_id] = SizeCost(weight * cost.expr, weight * cost.most)
        return width, height

    def _print_cost(
        self, sizes: PrintChoice, chosen: list[Expr], off_x: Expr, off_y: Expr, width: Expr, height: Expr
    ) -> SizeCost:
        trimmed = self.cp.new_bool_var("trimmed")
        self.cp.add(off_x + off_y == 0).only_enforce_if(~trimmed)
        trim_cost = ceil_steps(TRIM_COST, self.grid)
        far = ceil_steps(max(self.page.width, self.page.height, *_longest(sizes)), self.grid)
        # A photo that may lie the other way than drawn is measured against its drawn size lying so too.
        longer = sizes.wanted.height - sizes.wanted.width
        over = [c for p, c in zip(sizes.prints, chosen, strict=True) if sizes.stance is None and sizes.lies_over(p)]
        miss_x = self.near(width - longer * sum(over), sizes.wanted.width, far)
        miss_y = self.near(height + longer * sum(over), sizes.wanted.height, far)
        cost, most = miss_x + miss_y + trim_cost * trimmed, 2 * far + trim_cost
        if sizes.as_drawn is None:
            return SizeCost(cost, most)
        changed = self.cp.new_bool_var("changed")
        self.cp.add_implication(trimmed, changed)
        for option, literal in zip(sizes.prints, chosen, strict=True):
            if option.whole != sizes.as_drawn and not (
                sizes.lies_over(option) and option.whole == sizes.as_drawn.swapped()
            ):
                self.cp.add_implication(literal, changed)
        return SizeCost(cost + NOT_AS_DRAWN * changed, most + NOT_AS_DRAWN)

    def near(self, expr: Expr, wanted: Grains, most: int) -> cp_model.IntVar:
        """Return a variable at least the whole steps by which ``expr`` misses ``wanted``.

        Half a step is no miss, so that the nearest mark costs nothing.
        """
        steps = self.new_var(0, most)
        half = self.grid // 2
        self.cp.add(self.grid * steps + half >= expr - wanted)
        self.cp.add(self.grid * steps + half >= wanted - expr)
        return steps

    def _droppable(self, size: tuple[Expr, Expr], demand: Demand) -> tuple[Expr, Expr]:
        """Return a size that is any at all once the demand for it is dropped."""
        loose = self.new_var(self.grid, self.page.width), self.new_var(self.grid, self.page.height)
        literal = self.literal(demand)
        self.cp.add(loose[0] == size[0]).only_enforce_if(literal)
        self.cp.add(loose[1] == size[1]).only_enforce_if(literal)
        return loose

    def _layer_size(self, block_id: str) -> tuple[Expr, Expr]:
        reveal = self.rules.layers[block_id]
        return self.page.width - 2 * reveal, self.page.height - 2 * reveal

    def _free_size(self, block: Block, sizes: FreeSize) -> tuple[Expr, Expr]:
        if sizes.ratio == (1, 1):
            width = self._free_length(block, Axis.X, sizes.width)
            return width, width
        if sizes.ratio is None or any(self._is_pinned_length(block, axis) for axis in Axis):
            return self._free_length(block, Axis.X, sizes.width), self._free_length(block, Axis.Y, sizes.height)
        across, down = sizes.ratio
        least_x, least_y = (
            ceil_steps(sizes.width.least, self.grid * across),
            ceil_steps(sizes.height.least, self.grid * down),
        )
        least = max(1, least_x, least_y)
        longest = max(least, floor_steps(max(self.page.width, self.page.height), self.grid))
        steps = self.new_var(1 if self.explain else least, longest)
        return self.grid * across * steps, self.grid * down * steps

    def _free_length(self, block: Block, axis: Axis, allowed: Range) -> Expr:
        """Return a length on the grid; one that runs off at its far end is whatever the page leaves."""
        if self._is_pinned_length(block, axis):
            if not self.explain or is_tilted(block):
                return allowed.least
            return self.new_var(1, self.extent(axis))
        sides = (Side.LEFT, Side.RIGHT) if axis is Axis.X else (Side.TOP, Side.BOTTOM)
        low, high = (side in self.rules.relations.run_offs[block.id] for side in sides)
        if low and high:
            return self.extent(axis)
        if high and block.shape is not Shape.CIRCLE:
            start = self.new_var(0, floor_steps(self.extent(axis) - 1, self.grid))
            return self.extent(axis) - self.grid * start
        least = 1 if self.explain else max(1, ceil_steps(allowed.least, self.grid))
        most = max(least, floor_steps(max(allowed.greatest, self.grid), self.grid))
        return self.grid * self.new_var(least, most)

    def _is_pinned_length(self, block: Block, axis: Axis) -> bool:
        return pinned_ends(self.rules.request.pin(block.id), axis)[1] is not None

    # -- places ----------------------------------------------------------------

    def _place(self, block_id: str) -> BlockExpr:
        """Return a block's place, making the variables of its stack when first asked."""
        if block_id in self.placed:
            return self.placed[block_id]
        width, height = self._size(block_id)
        root = self.rules.stacks.root(block_id)
        if root != block_id:
            x, y = self._place_on_mat(block_id, root)
        else:
            x, y = self._start(block_id, Axis.X, width), self._start(block_id, Axis.Y, height)
        self.placed[block_id] = BlockExpr(x, y, width, height)
        return self.placed[block_id]

    def _start(self, block_id: str, axis: Axis, length: Expr) -> Expr:
        side = Side.LEFT if axis is Axis.X else Side.TOP
        far_side = Side.RIGHT if axis is Axis.X else Side.BOTTOM
        runs = self.rules.relations.run_offs[block_id]
        pinned = pinned_ends(self.rules.request.pin(block_id), axis)[0]
        if pinned is not None:
            if not self.explain or is_tilted(self.rules.blocks[block_id]):
                return pinned
            return self.new_var(-self.extent(axis), self.extent(axis))
        if side in runs:
            return 0
        if far_side in runs:
            return self.extent(axis) - length
        if block_id in self.rules.layers:
            return self.rules.layers[block_id]
        carrier = self._wide_mat_of(block_id)
        if carrier is not None:
            mat = self._place(carrier)
            reveal = self.rules.reveals[carrier]
            start = mat.x + reveal.left if axis is Axis.X else mat.y + reveal.top
            return start + self.grid * self.new_var(0, floor_steps(self.extent(axis), self.grid))
        low = -floor_steps(self.extent(axis), self.grid) if is_tilted(self.rules.blocks[block_id]) else 0
        between = self._between_marks(block_id, axis)
        return self.grid * self.new_var(low, floor_steps(self.extent(axis), self.grid)) + between

    def _between_marks(self, block_id: str, axis: Axis) -> Grains:
        """Return how far past a mark a piece of a page that lies begins: there it may stay, for the sake of a line."""
        near = next((near for near in self.rules.request.near if near.id == block_id), None)
        if near is None or is_tilted(self.rules.blocks[block_id]):
            return 0
        return (near.x if axis is Axis.X else near.y) % self.grid

    def _wide_mat_of(self, block_id: str) -> str | None:
        for matting in self.rules.relations.mattings:
            if len(matting.pieces) > 1 and block_id in matting.pieces:
                return matting.mat
        return None

    def _place_on_mat(self, block_id: str, root: str) -> tuple[Expr, Expr]:
        """Place a piece by its rigid stack: the outermost mat's place less the ways between their corners."""
        place = self._place(root)
        x, y = place.x, place.y
        inner = root
        while inner != block_id:
            way = mat_offset(self.rules, inner)
            x, y = x - way[0], y - way[1]
            inner = self.rules.blocks[inner].of[0]
        return x, y

    def _close_wide_mats(self) -> None:
        for matting in self.rules.relations.mattings:
            if len(matting.pieces) < 2:
                continue
            mat, reveals = self.placed[matting.mat], self.rules.reveals[matting.mat]
            pieces = [self.placed[piece] for piece in matting.pieces]
            for low, high, start, end in (
                (mat.x + reveals.left, mat.x + mat.width - reveals.right, "x", "width"),
                (mat.y + reveals.top, mat.y + mat.height - reveals.bottom, "y", "height"),
            ):
                self._close_round(matting.pieces, pieces, low, high, start, end)

    def _close_round(
        self, names: tuple[str, ...], pieces: list[BlockExpr], low: Expr, high: Expr, start: str, length: str
    ) -> None:
        """Keep pieces between two lines, and the ones drawn outermost on them."""
        drawn = [self.rules.blocks[name] for name in names]
        first = min(range(len(drawn)), key=lambda i: getattr(drawn[i], start))
        last = max(range(len(drawn)), key=lambda i: getattr(drawn[i], start) + getattr(drawn[i], length))
        for index, piece in enumerate(pieces):
            begin = getattr(piece, start)
            end = begin + getattr(piece, length)
            self.cp.add(begin == low if index == first else begin >= low)
            self.cp.add(end == high if index == last else end <= high)

    # -- edges -----------------------------------------------------------------

    def edge(self, edge: Edge) -> Scaled:
        """Return the place of an edge of the block's upright box, or of the page."""
        if edge.block == PAGE:
            return Scaled(self.extent(edge.axis) if edge.high else 0)
        block, place = self.rules.blocks[edge.block], self.placed[edge.block]
        start, length = (place.x, place.width) if edge.axis is Axis.X else (place.y, place.height)
        if not is_tilted(block):
            return Scaled(start + length if edge.high else start)
        cos, sin = (abs(part) for part in trig(block.turn))
        along, across = (cos, sin) if edge.axis is Axis.X else (sin, cos)
        half = along * place.width + across * place.height
        centre = CORNER_SCALE * start + TRIG * length
        return Scaled(centre + half if edge.high else centre - half, CORNER_SCALE)

    # -- rules -----------------------------------------------------------------

    def literal(self, demand: Demand) -> cp_model.IntVar:
        """Return the literal that stands for a demand in an explained model."""
        if demand not in self.literals:
            self.literals[demand] = self.cp.new_bool_var(f"demand {len(self.literals)}")
        return self.literals[demand]

    def require(
        self, left: Expr, right: Expr, demand: Demand | None, choice: cp_model.IntVar | None = None
    ) -> None:  # fmt: skip
        """Require ``left <= right`` in the name of a demand, or always; with ``choice`` only where that is chosen."""
        difference = right - left
        if isinstance(difference, int):
            if difference >= 0:
                return
            constraint = self.cp.add_bool_or([])  # an empty choice never holds
        else:
            constraint = self.cp.add(difference >= 0)
        terms = [] if choice is None else [choice]
        if self.explain and demand is not None:
            terms.append(self.literal(demand))
        if terms:
            constraint.only_enforce_if(*terms)

    def _post_difference(self, difference: Difference) -> None:
        before, after = self.edge(difference.before), self.edge(difference.after)
        slack = 0 if before.scale == after.scale == 1 else bounds.TURN_SLACK
        scale = before.scale if before.scale == after.scale else before.scale * after.scale
        left = (before.expr + (difference.at_least - slack) * before.scale) * (scale // before.scale)
        self.require(left, after.expr * (scale // after.scale), difference.demand)

    def _corner_exprs(self, block: Block) -> list[tuple[Expr, Expr]]:
        place = self.placed[block.id]
        centre_x = CORNER_SCALE * place.x + TRIG * place.width
        centre_y = CORNER_SCALE * place.y + TRIG * place.height
        return [
            (
                centre_x + lean.x_wide * place.width + lean.x_high * place.height,
                centre_y + lean.y_wide * place.width + lean.y_high * place.height,
            )
            for lean in leans(block)
        ]

    def _post_corners_inside(self, block: Block) -> None:
        margins, demand = self.rules.margins[block.id], self.rules.clear_demands[block.id]
        for limits, reason in ((Margins(), None), (margins, demand)):
            left = CORNER_SCALE * (limits.left - bounds.TURN_SLACK)
            top = CORNER_SCALE * (limits.top - bounds.TURN_SLACK)
            right = CORNER_SCALE * (self.page.width - limits.right + bounds.TURN_SLACK)
            bottom = CORNER_SCALE * (self.page.height - limits.bottom + bounds.TURN_SLACK)
            for x, y in self._corner_exprs(block):
                self.require(left, x, reason)
                self.require(top, y, reason)
                self.require(x, right, reason)
                self.require(y, bottom, reason)

    def _post_covering(self, covering: Covering) -> None:
        """One of several pairs of shares holds, each of which covers as much area as the drawn ones: no products."""
        choices = [self.cp.new_bool_var(f"covers {number}") for number in range(len(TRADES))]
        self.cp.add_exactly_one(choices)
        for choice, trade in zip(choices, TRADES, strict=True):
            for share, times in ((covering.across, trade), (covering.down, 1 / trade)):
                part = min(Fraction(share.covered, share.of) * times, Fraction(1))
                covered, of = (part.numerator, part.denominator) if part.numerator else (0, 1)
                self._post_share(replace(share, covered=covered, of=of), choice)

    def _post_share(self, share: Share, choice: cp_model.IntVar | None = None) -> None:
        upper = self.edge(Edge(share.upper, share.axis, False)), self.edge(Edge(share.upper, share.axis, True))
        lower = self.edge(Edge(share.lower, share.axis, False)), self.edge(Edge(share.lower, share.axis, True))
        start = lower[0] if share.lie is Lie.OVER_LOW else upper[0]
        end = lower[1] if share.lie is Lie.OVER_HIGH else upper[1]
        scale = max(part.scale for part in (start, end, *lower))
        covered = end.expr * (scale // end.scale) - start.expr * (scale // start.scale)
        whole = lower[1].expr * (scale // lower[1].scale) - lower[0].expr * (scale // lower[0].scale)
        slack = bounds.TURN_SLACK * scale * share.of if scale > 1 else 0
        self.require(covered * share.of - slack, whole * share.covered, share.demand, choice)

    def _post_slanted(self, slanted: Slanted) -> None:
        beside = slanted.beside
        first, second = self.rules.blocks[beside.first], self.rules.blocks[beside.second]
        size = (beside.normal.x**2 + beside.normal.y**2) ** 0.5
        slack = round(bounds.TURN_SLACK * CORNER_SCALE * size)
        for end in self._reach(first, beside.normal, size, high=True):
            for start in self._reach(second, beside.normal, size, high=False):
                self.require(end - slack, start, slanted.demand)

    def _reach(self, block: Block, normal: tuple[int, int], size: float, high: bool) -> list[Expr]:
        """Return expressions one of which is how far the outline reaches along a normal."""
        if block.shape is not Shape.CIRCLE:
            return [x * normal[0] + y * normal[1] for x, y in self._corner_exprs(block)]
        place = self.placed[block.id]
        along = (CORNER_SCALE * place.x + TRIG * place.width) * normal[0] + (
            CORNER_SCALE * place.y + TRIG * place.height
        ) * normal[1]
        radius = round(TRIG * size) * place.width
        return [along + radius if high else along - radius]


def mat_offset(rules: Rules, mat_id: str) -> tuple[Grains, Grains]:
    """Return the way from a piece's top left corner to its mat's, both unturned, in grains.

    For a tilted stack the way between the centres is turned out of the photo's frame.
    """
    mat = rules.blocks[mat_id]
    piece = rules.blocks[mat.of[0]]
    reveals = rules.reveals[mat_id]
    if mat.turn == 0 or mat.turn != piece.turn:
        return -reveals.left, -reveals.top
    drawn = next(matting.reveals for matting in rules.relations.mattings if matting.mat == mat_id)
    if drawn == reveals:
        return mat.x - piece.x, mat.y - piece.y
    cos, sin = trig(mat.turn)
    across, down = reveals.right - reveals.left, reveals.bottom - reveals.top
    way_x = round((across * cos - down * sin) / CORNER_SCALE)
    way_y = round((across * sin + down * cos) / CORNER_SCALE)
    return way_x - (reveals.left + reveals.right) // 2, way_y - (reveals.top + reveals.bottom) // 2
