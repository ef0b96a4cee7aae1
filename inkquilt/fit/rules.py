"""The hard rules of one fit, written down as plain arithmetic before any solver sees them.

Along one axis nearly every rule says that one edge lies at least so far after
another: a ``Difference``. Sizes, margins, order, reveals and overlaps all take
this form, which is why a clash can be shown as one sum (see ``clash``). What
does not: shares of a covered piece (``Share``) and outlines that are apart along
a slanting line (``Beside``, from the relations).

Each rule carries the ``Demand`` it comes from, in words a scrapbooker uses.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace
from typing import Final

from inkquilt.fit import bounds
from inkquilt.fit.pins import pins_of, replanned
from inkquilt.fit.request import Demand, FitRequest, Lift, LiftKind, School
from inkquilt.fit.sizes import (
    FreeSize,
    PrintChoice,
    SizeChoice,
    Sizes,
    partner_reveal,
    sizes_for,
    smallest_size,
)
from inkquilt.lengths import Grains, with_unit
from inkquilt.page import Margins, Side
from inkquilt.sketch.geometry import TRIG, Axis, Ends, has_own_hull, is_tilted, trig
from inkquilt.sketch.model import Block, Role, Shape, Sketch
from inkquilt.sketch.relations import (
    SIDE_ENDS,
    Apart,
    Beside,
    Edge,
    Lie,
    Overlap,
    Relations,
    Reveals,
    Stacks,
    gap_between,
    read_relations,
)
from inkquilt.sketch.ties import order_key, overlap_key, tied, untied

#: Stands for the page in an ``Edge``.
PAGE: Final = ""

#: Roles that stay out of the keep-clear margin.
KEPT_CLEAR: Final = frozenset({Role.PHOTO, Role.TITLE, Role.JOURNALING, Role.TAG, Role.CLUSTER})


#: Roles that are not laid across the gap between facing pages.
OFF_THE_GAP: Final = frozenset({Role.PHOTO, Role.JOURNALING, Role.TAG, Role.CLUSTER})


@dataclass(frozen=True, slots=True)
class Difference:
    """``after`` lies at least ``at_least`` after ``before`` on their axis; ``term`` names that length in a sum.

    Without a demand it holds always and is not to be given up: the page's own
    edges, what runs off them, reveals.
    """

    before: Edge
    after: Edge
    at_least: Grains
    demand: Demand | None
    term: str = ""


@dataclass(frozen=True, slots=True)
class Share:
    """The covered share of ``lower`` along ``axis`` is at most ``covered`` in ``of``."""

    upper: str
    lower: str
    axis: Axis
    lie: Lie
    covered: Grains
    of: Grains
    demand: Demand


@dataclass(frozen=True, slots=True)
class Covering:
    """The covered part of a lower piece's area is at most what these shares on both axes make together."""

    across: Share
    down: Share


@dataclass(frozen=True, slots=True)
class Slanted:
    """Two outlines stay apart along a slanting line."""

    beside: Beside
    demand: Demand


@dataclass(frozen=True, slots=True)
class Rules:
    """Everything a fit must obey, and what it needs to know of the blocks."""

    sketch: Sketch
    request: FitRequest
    school: School
    relations: Relations
    stacks: Stacks
    blocks: dict[str, Block]
    sizes: dict[str, Sizes]
    size_demands: dict[str, Demand]
    reveals: dict[str, Reveals]
    layers: dict[str, Grains]
    margins: dict[str, Margins]
    clear_demands: dict[str, Demand]
    differences: tuple[Difference, ...]
    shares: tuple[Share, ...]
    coverings: tuple[Covering, ...]
    slanted: tuple[Slanted, ...]
    wishes: tuple[Apart, ...]

    def neighbours(self, axis: Axis) -> Iterator[tuple[str, str]]:
        """Yield outermost pieces that follow each other along an axis, the page's edges (``PAGE``) at both ends."""
        boxes, across = self.relations.boxes, axis.other
        hard = [a for a in self.relations.aparts if a.hard and a.axis is axis]
        pairs = [
            (a.first, a.second)
            for a in hard
            if self.stacks.root(a.first) == a.first and self.stacks.root(a.second) == a.second
        ]
        near = [
            (first, second)
            for first, second in without_detours(pairs)
            if gap_between(boxes[first].along(across), boxes[second].along(across)) < 0
        ]
        yield from near
        before, after = {first for first, _ in near}, {second for _, second in near}
        ends = (Side.LEFT, Side.RIGHT) if axis is Axis.X else (Side.TOP, Side.BOTTOM)
        for name in before | after:
            runs = self.relations.run_offs[name]
            if name not in after and ends[0] not in runs:
                yield PAGE, name
            if name not in before and ends[1] not in runs:
                yield name, PAGE


def write_rules(sketch: Sketch, request: FitRequest, school: School) -> Rules:
    """Write down the rules for a sketch already oriented and cut to its page."""
    blocks = {block.id: block for block in sketch.blocks if block.role is not Role.BASE}
    relations = relations_for(sketch, request, blocks)
    stacks = Stacks(relations.mattings)
    pieces = [block for block in blocks.values() if block.role is not Role.MAT]
    sizes = {block.id: sizes_for(block, sketch, request, school) for block in pieces}
    writer = _Writer(sketch, request, relations, stacks, blocks, sizes)
    writer.write()
    return Rules(
        sketch,
        request,
        school,
        relations,
        stacks,
        blocks,
        sizes,
        writer.size_demands,
        writer.reveals,
        writer.layers,
        writer.margins,
        writer.clear_demands,
        tuple(writer.differences),
        tuple(writer.shares),
        tuple(writer.coverings),
        tuple(writer.slanted),
        tuple(apart for apart in relations.aparts if not apart.hard and writer.is_outermost_pair(apart)),
    )


def relations_for(sketch: Sketch, request: FitRequest, blocks: Mapping[str, Block]) -> Relations:
    """Return the sketch's relations with what was untied, tied and moved by hand."""
    read = read_relations(sketch, request.one_line)
    return replanned(tied(untied(read, request.untied), request.ties), blocks, request)


class _Writer:
    """Collects the rules, family by family."""

    def __init__(
        self,
        sketch: Sketch,
        request: FitRequest,
        relations: Relations,
        stacks: Stacks,
        blocks: dict[str, Block],
        sizes: dict[str, Sizes],
    ) -> None:
        self.sketch, self.request, self.relations = sketch, request, relations
        self.stacks, self.blocks, self.sizes = stacks, blocks, sizes
        self.differences: list[Difference] = []
        self.shares: list[Share] = []
        self.coverings: list[Covering] = []
        self.slanted: list[Slanted] = []
        self.size_demands: dict[str, Demand] = {}
        self.reveals: dict[str, Reveals] = {}
        self.layers = {
            name: partner_reveal(reveal, sketch.unit, request.page.unit) for name, reveal in relations.layers.items()
        }
        self.margins: dict[str, Margins] = {}
        self.clear_demands: dict[str, Demand] = {}

    def write(self) -> None:
        for matting in self.relations.mattings:
            self.reveals[matting.mat] = Reveals(
                *(partner_reveal(r, self.sketch.unit, self.request.page.unit) for r in matting.reveals)
            )
        for block in self.blocks.values():
            self.page_rules(block)
            self.fold_rules(block)
            if block.role is not Role.MAT:
                self.size_rules(block)
        self.mat_rules()
        self.pin_rules()
        self.order_rules()
        for overlap in self.relations.overlaps:
            self.overlap_rules(overlap)
        for beside in self.relations.besides:
            words = f"{self.name(beside.first)} and {self.name(beside.second)} do not touch"
            self.slanted.append(Slanted(beside, Demand(words, (beside.first, beside.second))))

    def name(self, block_id: str) -> str:
        return self.blocks[block_id].name

    def length(self, grains: Grains) -> str:
        return with_unit(grains, self.request.page.unit)

    def add(self, before: Edge, after: Edge, at_least: Grains, demand: Demand | None, term: str = "") -> None:
        self.differences.append(Difference(before, after, at_least, demand, term))

    # -- page ------------------------------------------------------------------

    def page_rules(self, block: Block) -> None:
        runs = self.relations.run_offs[block.id]
        clear = self.request.page.clear if block.role in KEPT_CLEAR else Margins()
        margins = Margins(**{side.value: 0 if side in runs else getattr(clear, side.value) for side in Side})
        self.margins[block.id] = margins
        demand = Demand(f"{block.name} keeps clear of the page's margin", (block.id,), _NO_MARGIN)
        self.clear_demands[block.id] = demand
        if not (is_tilted(block) and has_own_hull(block)):
            for side, (axis, high) in SIDE_ENDS.items():
                edge, page = Edge(block.id, axis, high), Edge(PAGE, axis, high)
                before, after = (edge, page) if high else (page, edge)
                self.add(before, after, 0, None)
                if margin := getattr(margins, side.value):
                    self.add(before, after, margin, demand, "margin")
        for side in runs:
            axis, high = SIDE_ENDS[side]
            self.fixed(Edge(PAGE, axis, high), Edge(block.id, axis, high), 0)
        if block.id in self.layers:
            reveal = self.layers[block.id]
            for axis, high in SIDE_ENDS.values():
                inward = -reveal if high else reveal
                self.fixed(Edge(PAGE, axis, high), Edge(block.id, axis, high), inward, "reveal")

    def fold_rules(self, block: Block) -> None:
        """Keep photos, words to read and embellishments off the gap between facing pages, on the side they are on."""
        fold = self.request.page.fold
        inner = block
        while len(inner.of) == 1:
            inner = self.blocks[inner.of[0]]
        if fold is None or inner.role not in OFF_THE_GAP:
            return
        drawn = self.relations.boxes[block.id].x
        if self.sketch.page.width == self.request.page.width and drawn.low < fold.end and drawn.high > fold.at:
            return  # on this very page it lies across the fold already
        middle = (drawn.low + drawn.high) * self.request.page.width
        leave_out = Lift(LiftKind.LEAVE_OUT, inner.id)
        page, low, high = self.request.page.width, Edge(block.id, Axis.X, False), Edge(block.id, Axis.X, True)
        if middle < (fold.at + fold.end) * self.sketch.page.width:
            demand = Demand(f"{block.name} stays on the left page, clear of the gap", (block.id,), leave_out)
            self.add(high, Edge(PAGE, Axis.X, True), page - fold.at, demand, "gap and right page")
        else:
            demand = Demand(f"{block.name} stays on the right page, clear of the gap", (block.id,), leave_out)
            self.add(Edge(PAGE, Axis.X, False), low, fold.end, demand, "left page and gap")

    def fixed(self, before: Edge, after: Edge, distance: Grains, term: str = "") -> None:
        self.add(before, after, distance, None, term)
        self.add(after, before, -distance, None, term)

    # -- sizes -----------------------------------------------------------------

    def size_rules(self, block: Block) -> None:
        sizes = self.sizes[block.id]
        match sizes:
            case PrintChoice():
                words = f"{block.name} has one of the print sizes"
                if any(near.id == block.id for near in self.request.near):
                    words = f"{block.name} stays {self.length(sizes.wanted.width)} × {self.length(sizes.wanted.height)}"
                    words += ", or is a print size"
                if sizes.least is not None:
                    words += f", at least {self.length(sizes.least.width)} × {self.length(sizes.least.height)}"
            case SizeChoice():
                words = f"{block.name} is near the size it exists at"
            case FreeSize():
                words = self.free_size_words(block, sizes)
        demand = Demand(words, (block.id,), Lift(LiftKind.SIZE, block.id))
        width, height = (Ends(*allowed) for allowed in sizes.ranges)
        self.size_demands[block.id] = demand
        for axis, ends in zip(Axis, reach_of_sizes(block, width, height), strict=True):
            low, high = Edge(block.id, axis, False), Edge(block.id, axis, True)
            self.add(low, high, ends.low, demand, block.name)
            if not is_tilted(block):
                self.add(low, high, self.request.grid, None, f"{block.name}, a mark at least:")  # never thinner
            if block.role in (Role.STRIP, Role.BORDER) and not is_tilted(block):
                self.add(high, low, -ends.high, demand, block.name)

    def free_size_words(self, block: Block, sizes: FreeSize) -> str:
        if block.role in (Role.STRIP, Role.BORDER):
            across = sizes.height if block.width >= block.height else sizes.width
            return f"{block.name} is {self.length(across.least)} to {self.length(across.greatest)} wide"
        least = smallest_size(block)
        if block.role is Role.TITLE:
            height = min(least.width, least.height) or max(least.width, least.height)
            return f"{block.name} is at least {self.length(height)} high"
        return f"{block.name} is at least {self.length(least.width)} × {self.length(least.height)}"

    # -- pins ------------------------------------------------------------------

    def pin_rules(self) -> None:
        """Hold what was settled by hand: places of stacks, sizes of pieces (tilted ones in the model)."""
        page = {Axis.X: self.request.page.width, Axis.Y: self.request.page.height}
        for pin, axis, start, length in pins_of(self.request):
            if pin.block not in self.blocks or is_tilted(self.blocks[pin.block]):
                continue
            low, high = Edge(pin.block, axis, False), Edge(pin.block, axis, True)
            free = Lift(LiftKind.SET_FREE, pin.block)
            if length is not None:
                what = "wide" if axis is Axis.X else "high"
                demand = Demand(f"{self.name(pin.block)} is pinned {self.length(length)} {what}", (pin.block,), free)
                self.add(low, high, length, demand, self.name(pin.block))
                self.add(high, low, -length, demand, self.name(pin.block))
            if start is not None:
                root = self.stacks.root(pin.block)
                side = "left" if axis is Axis.X else "top"
                demand = Demand(f"{self.name(root)} is pinned {self.length(start)} from the {side}", (root,), free)
                near, edge = Edge(PAGE, axis, False), Edge(root, axis, False)
                self.add(near, edge, start, demand, f"{self.name(root)} pinned at")
                far = Edge(PAGE, axis, True)
                self.add(edge, far, page[axis] - start, demand, f"from {self.name(root)}'s pin to the {_FAR[axis]}")

    # -- mats ------------------------------------------------------------------

    def mat_rules(self) -> None:
        for matting in self.relations.mattings:
            mat = self.blocks[matting.mat]
            reveals = self.reveals[mat.id]
            if is_tilted(mat):
                self.tilted_mat_rules(mat, matting.pieces[0], reveals)
                continue
            rigid = len(matting.pieces) == 1
            for piece in matting.pieces:
                for side, (axis, high) in SIDE_ENDS.items():
                    reveal = getattr(reveals, side.value)
                    inner, outer = Edge(piece, axis, high), Edge(mat.id, axis, high)
                    before, after = (inner, outer) if high else (outer, inner)
                    self.add(before, after, reveal, None, "reveal")
                    if rigid:
                        self.add(after, before, -reveal, None, "reveal")

    def tilted_mat_rules(self, mat: Block, piece: str, reveals: Reveals) -> None:
        """Say how far the box round a tilted mat reaches beyond its piece's, a grain on the safe side.

        The model holds the stack itself in the photo's own frame.
        """
        if mat.turn != self.blocks[piece].turn:
            return
        across, down = reveals.left + reveals.right, reveals.top + reveals.bottom
        for axis, growth in zip(Axis, reach_of_sizes(mat, Ends(across, across), Ends(down, down)), strict=True):
            for high in (False, True):
                inner, outer = Edge(piece, axis, high), Edge(mat.id, axis, high)
                before, after = (inner, outer) if high else (outer, inner)
                if len(set(reveals)) == 1:
                    self.add(before, after, growth.low // 2 - bounds.TURN_SLACK, None, "reveal")

    # -- order -----------------------------------------------------------------

    def order_rules(self) -> None:
        hard = [apart for apart in self.relations.aparts if apart.hard]
        outermost = {
            (a.first, a.second, a.axis) for a in hard if self.is_outermost_pair(a)
        }  # fmt: skip
        for axis in Axis:
            pairs = []
            for apart in hard:
                if apart.axis is not axis:
                    continue
                roots = (self.stacks.root(apart.first), self.stacks.root(apart.second), axis)
                if self.is_outermost_pair(apart) or roots not in outermost:
                    pairs.append((apart.first, apart.second))
            words = "left of" if axis is Axis.X else "above"
            for first, second in without_detours(pairs):
                key = order_key(Apart(first, second, axis, True))
                lift = Lift(LiftKind.LET_GO, key)
                demand = Demand(f"{self.name(first)} stays {words} {self.name(second)}", (first, second), lift)
                self.add(Edge(first, axis, True), Edge(second, axis, False), 0, demand)

    def is_outermost_pair(self, apart: Apart) -> bool:
        return self.stacks.root(apart.first) == apart.first and self.stacks.root(apart.second) == apart.second

    # -- overlaps --------------------------------------------------------------

    def overlap_rules(self, overlap: Overlap) -> None:
        upper, lower = overlap.upper, overlap.lower
        words = f"{self.name(upper)} goes on lying over {self.name(lower)} as drawn"
        demand = Demand(words, (upper, lower), Lift(LiftKind.LET_GO, overlap_key(overlap)))
        if overlap.covers and self.blocks[upper].shape is Shape.FRAME and not is_tilted(self.blocks[upper]):
            self.frame_rules(overlap)
        for axis in Axis:
            if not self.makes_way(overlap):
                self.lie_rules(overlap, axis, overlap.over.along(axis), overlap.under.along(axis), demand)
        if overlap.covers:
            self.cover_rules(overlap)

    def cover_rules(self, overlap: Overlap) -> None:
        """Cover no more of a piece's area than drawn; nothing of what is shielded, whatever the area.

        A page that lies may trade one side for the other; one laid from nothing keeps to both, which
        is proven sooner.
        """
        words = f"{self.name(overlap.upper)} covers no more of {self.name(overlap.lower)} than drawn"
        demand = Demand(words, (overlap.upper, overlap.lower), Lift(LiftKind.LET_GO, overlap_key(overlap)))
        shares = []
        for axis in Axis:
            over, under = overlap.over.along(axis), overlap.under.along(axis)
            if overlap.along(axis) is not Lie.SPANNING:
                covered = min(over.high, under.high) - max(over.low, under.low)
                shares.append(
                    Share(overlap.upper, overlap.lower, axis, overlap.along(axis), covered, under.length, demand)
                )
        kept_off = [shielded for share in shares if (shielded := self.shielded(share)) != share]
        self.shares += kept_off
        tilted = any(is_tilted(self.blocks[name]) for name in (overlap.upper, overlap.lower))
        if self.request.near and len(shares) == 2 and not tilted:
            self.coverings.append(Covering(*shares))
        else:
            self.shares += [share for share in shares if share.axis not in {one.axis for one in kept_off}]

    def makes_way(self, overlap: Overlap) -> bool:
        """Tell whether an embellishment takes part on a page that lies: it makes way for what a hand moves."""
        roles = {self.blocks[overlap.upper].role, self.blocks[overlap.lower].role}
        return bool(self.request.near) and Role.CLUSTER in roles

    def shielded(self, share: Share) -> Share:
        """Return the share that may be covered, less where something that matters is shielded."""
        for shield in self.request.shields:
            here = (shield.upper, shield.lower, shield.axis) == (share.upper, share.lower, share.axis)
            tighter = shield.covered * share.of < share.covered * shield.of
            if here and tighter and share.lie in (Lie.OVER_LOW, Lie.OVER_HIGH):
                words = f"{self.name(share.upper)} keeps off what matters in {self.name(share.lower)}"
                demand = Demand(words, (share.upper, share.lower))
                return replace(share, covered=shield.covered, of=shield.of, demand=demand)
        return share

    def frame_rules(self, overlap: Overlap) -> None:
        """A frame hides no more of what shows through it than its lip did in the drawing."""
        band = self.blocks[overlap.upper].frame_band
        words = f"{self.name(overlap.upper)} lets {self.name(overlap.lower)} show through as drawn"
        demand = Demand(words, (overlap.upper, overlap.lower))
        for axis in Axis:
            over, under = overlap.over.along(axis), overlap.under.along(axis)
            low_lip, high_lip = over.low + band - under.low, under.high - over.high + band
            low, high = Edge(overlap.upper, axis, False), Edge(overlap.upper, axis, True)
            if overlap.along(axis) is Lie.SPANNING:
                self.add(low, Edge(overlap.lower, axis, False), band - max(low_lip, 0), demand, "side of the frame")
                self.add(Edge(overlap.lower, axis, True), high, band - max(high_lip, 0), demand, "side of the frame")

    def lie_rules(self, overlap: Overlap, axis: Axis, over: Ends, under: Ends, demand: Demand) -> None:
        upper_low, upper_high = Edge(overlap.upper, axis, False), Edge(overlap.upper, axis, True)
        lower_low, lower_high = Edge(overlap.lower, axis, False), Edge(overlap.lower, axis, True)

        def by(drawn: Grains) -> Grains:
            return min(drawn, bounds.OVERHANG)

        match overlap.along(axis):
            case Lie.INSIDE:
                self.add(lower_low, upper_low, 0, demand)
                self.add(upper_high, lower_high, 0, demand)
            case Lie.SPANNING:
                self.add(upper_low, lower_low, 0, demand)
                self.add(lower_high, upper_high, 0, demand)
            case Lie.OVER_LOW:
                self.add(upper_low, lower_low, by(under.low - over.low), demand, "overhang")
                self.add(lower_low, upper_high, by(over.high - under.low), demand, "overlap")
                self.add(upper_high, lower_high, by(under.high - over.high), demand, "overhang")
            case Lie.OVER_HIGH:
                self.add(lower_low, upper_low, by(over.low - under.low), demand, "overhang")
                self.add(upper_low, lower_high, by(under.high - over.low), demand, "overlap")
                self.add(lower_high, upper_high, by(over.high - under.high), demand, "overhang")


_NO_MARGIN: Final = Lift(LiftKind.NO_MARGIN)
_FAR: Final = {Axis.X: "right", Axis.Y: "foot"}


def reach_of_sizes(block: Block, width: Ends, height: Ends) -> Iterator[Ends]:
    """Yield the least and greatest length of the block's upright box, on x and then on y."""
    if not is_tilted(block):
        yield width
        yield height
        return
    cos, sin = (abs(part) for part in trig(block.turn))
    yield Ends((width.low * cos + height.low * sin) // TRIG, (width.high * cos + height.high * sin) // TRIG)
    yield Ends((width.low * sin + height.low * cos) // TRIG, (width.high * sin + height.high * cos) // TRIG)


def without_detours(pairs: list[tuple[str, str]]) -> Iterator[tuple[str, str]]:
    """Yield the pairs that do not follow from two others (a before b, b before c: a before c)."""
    after: dict[str, set[str]] = {}
    for first, second in pairs:
        after.setdefault(first, set()).add(second)
    for first, second in pairs:
        if not any(second in after.get(middle, ()) for middle in after[first] if middle != second):
            yield first, second
