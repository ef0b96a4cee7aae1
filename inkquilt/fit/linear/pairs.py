"""What holds between two stacks: who lies before whom, and how one lies over the other.

Between photos, words and tags these are rules; where a paper takes part they are dear wishes, so
that no paper ever costs a photo its size.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from itertools import combinations, pairwise
from typing import Final

from inkquilt.design.reading import PAPERS, Design, Stack
from inkquilt.design.tree import SMALL_GAP
from inkquilt.fit import bounds
from inkquilt.fit.linear.lay import Lay
from inkquilt.fit.linear.program import Expr
from inkquilt.fit.linear.terms import LEAST_AIR
from inkquilt.lengths import Grains
from inkquilt.sketch.geometry import Axis
from inkquilt.sketch.model import Block
from inkquilt.sketch.patterns import ON_PAGE
from inkquilt.sketch.relations import Apart, Beside, Edge, Lie, Overlap, gap_between

#: What a missed wish costs, for an inch of the drawing.
PAPER_RULE: Final = 40.0
LOOSE_RULE: Final = 400.0
COVERED: Final = 60.0
TOUCHING: Final = 60.0
GROUP_LINE: Final = 60.0
OTHER_LINE: Final = 3.0
ROW_GAP: Final = 8.0
OTHER_ORDER: Final = 2.0
OVERHANG: Final = 6.0
CENTRED: Final = 5.0


@dataclass(slots=True)
class _Found:
    aparts: list[Apart] = field(default_factory=list)
    overlap: Overlap | None = None
    beside: Beside | None = None


class Pairs:
    """Tells a program what holds between the stacks it has."""

    def __init__(self, lay: Lay) -> None:
        self.lay = lay
        self.boxes = lay.boxes
        self.found = relations_by_pair(lay.design)

    def tell(self) -> None:
        """Tell everything: pairs, lines, what is centred."""
        for one, two in combinations(list(self.lay.stacks()), 2):
            if not self.carried(one, two):
                self.pair(one, two)
        for line in self.lay.design.relations.lines:
            self.line(tuple(edge for edge in line.edges if self.has(edge.block)))
        self.centred()

    def has(self, block_id: str) -> bool:
        """Tell whether a block is in this program."""
        return self.lay.design.roots[block_id] in self.lay.roots

    def carried(self, one: Stack, two: Stack) -> bool:
        """Tell whether one of two stacks is a mat of several that carries the other."""
        return any(
            carrier.is_carrier and {block.id for block in other.members} & set(carrier.piece.of)
            for carrier, other in ((one, two), (two, one))
        )

    def pair(self, one: Stack, two: Stack) -> None:
        """Tell what holds between two stacks."""
        found = self.found.get(frozenset((one.root.id, two.root.id)))
        if found is None:
            return
        if found.aparts:
            self.apart(found.aparts, one, two)
        elif found.beside is not None:
            self.beside(found.beside)
        else:
            for a in one.members:
                for b in two.members:
                    self.members(a, b, one, two)

    def is_rule(self, one: Stack, two: Stack) -> bool:
        """Tell whether what holds between two stacks is a rule: no paper takes part, or one that stands by itself."""
        return self.lay.terms.anew or (one.piece.role not in PAPERS and two.piece.role not in PAPERS)

    def keep(self, expr: Expr, least: Grains, rule: bool, price: float = PAPER_RULE) -> None:
        """Hold something where it is a rule, else ask for it."""
        if rule and not self.lay.terms.loose:
            self.lay.hold(expr, least)
        elif rule:
            self.lay.ask_at_least(expr, least, LOOSE_RULE)
        else:
            self.lay.ask_at_least(expr, least, price)

    # -- before and after ------------------------------------------------------------

    def apart(self, aparts: list[Apart], one: Stack, two: Stack) -> None:
        """Keep the order of two stacks, with air between what had air."""
        rule = self.is_rule(one, two)
        for apart in aparts:
            gap = gap_between(self.boxes[apart.first].along(apart.axis), self.boxes[apart.second].along(apart.axis))
            between = self.lay.edge(apart.second, apart.axis, False) - self.lay.edge(apart.first, apart.axis, True)
            need = min(max(0, gap), self.lay.terms.air)
            if apart.hard:
                self.keep(between, need, rule)
                if gap <= SMALL_GAP and self.face(apart):
                    self.lay.ask(between, self.lay.terms.reveal(max(0, gap), self.lay.design.sketch), TOUCHING)
            else:
                self.lay.ask_at_least(between, need, OTHER_ORDER)

    def face(self, apart: Apart) -> bool:
        """Tell whether two pieces look at each other: their sides overlap across the gap."""
        across = apart.axis.other
        return gap_between(self.boxes[apart.first].along(across), self.boxes[apart.second].along(across)) < 0

    def beside(self, beside: Beside) -> None:
        """Outlines apart along a slanting line: hold what the subclass can say of it."""
        self.lay.hold_beside(beside)

    # -- one over the other ----------------------------------------------------------

    def members(self, a: Block, b: Block, one: Stack, two: Stack) -> None:
        """Tell how a member of one stack lies over or beside a member of the other."""
        found = self.found.get(frozenset((a.id, b.id)))
        if found is None:
            return
        rule = self.is_rule(one, two)
        for apart in found.aparts:
            if apart.hard:
                between = self.lay.edge(apart.second, apart.axis, False) - self.lay.edge(apart.first, apart.axis, True)
                self.keep(between, 0, rule)
        if found.overlap is not None:
            for axis in Axis:
                self.lies(found.overlap, axis, rule)

    def lies(self, overlap: Overlap, axis: Axis, rule: bool) -> None:
        """Keep how an upper piece lies over a lower one along an axis."""
        lay = self.lay
        over, under = overlap.over.along(axis), overlap.under.along(axis)
        low_in = lay.edge(overlap.upper, axis, False) - lay.edge(overlap.lower, axis, False)
        high_in = lay.edge(overlap.lower, axis, True) - lay.edge(overlap.upper, axis, True)
        inside = lay.terms.air if not rule else LEAST_AIR[lay.terms.page.unit]
        at_low, at_high = over.low - under.low, under.high - over.high
        match overlap.along(axis):
            case Lie.INSIDE:
                for expr, drawn in ((low_in, at_low), (high_in, at_high)):
                    self.keep(expr, min(max(0, drawn), inside), rule)
                    if 0 < drawn <= SMALL_GAP:
                        lay.ask(expr, lay.terms.reveal(drawn, lay.design.sketch), TOUCHING)
            case Lie.SPANNING:
                self.keep(low_in * -1, min(max(0, -at_low), bounds.OVERHANG), rule)
                self.keep(high_in * -1, min(max(0, -at_high), bounds.OVERHANG), rule)
            case Lie.OVER_LOW:
                self.over_an_edge(overlap, axis, rule, low_in * -1, high_in, over.high - under.low)
            case Lie.OVER_HIGH:
                self.over_an_edge(overlap, axis, rule, high_in * -1, low_in, under.high - over.low)

    def over_an_edge(self, overlap: Overlap, axis: Axis, rule: bool, out: Expr, rest: Expr, lying: Grains) -> None:
        """Keep a piece over an edge: some of it ``out``, some lying on, and not over more than it was."""
        lay = self.lay
        on_it = lay.length(overlap.upper, axis) - out
        over, under = overlap.over.along(axis), overlap.under.along(axis)
        for expr, drawn in ((out, over.length - lying), (on_it, lying), (rest, under.length - lying)):
            self.keep(expr, min(max(0, drawn), bounds.OVERHANG), rule)
        lay.ask(on_it, lay.scale * lying, OVERHANG)
        if overlap.covers:
            share = lying / under.length
            lay.ask_at_least(lay.length(overlap.lower, axis) * share - on_it, 0, COVERED)
            for shield in lay.terms.request.shields:
                if (shield.upper, shield.lower, shield.axis) == (overlap.upper, overlap.lower, axis):
                    kept_off = lay.length(overlap.lower, axis) * (shield.covered / shield.of) - on_it
                    self.keep(kept_off, 0, rule, LOOSE_RULE)

    # -- lines -----------------------------------------------------------------------

    def line(self, edges: tuple[Edge, ...]) -> None:
        """Ask edges that stood in one line to stand in one line again."""
        stacks = self.lay.design.stacks
        for one, two in pairwise(sorted(edges, key=lambda edge: self.across(edge))):
            roots = [stacks[self.lay.design.roots[edge.block]] for edge in (one, two)]
            close = all(root.is_firm or root.is_carrier for root in roots)
            price = GROUP_LINE if close else OTHER_LINE
            off = self.lay.edge(one.block, one.axis, one.high) - self.lay.edge(two.block, two.axis, two.high)
            self.lay.ask(off, 0, price)

    def across(self, edge: Edge) -> tuple[bool, Grains]:
        """Order edges of a line by kind, then along it, so that neighbours are tied."""
        firm = self.lay.design.stacks[self.lay.design.roots[edge.block]].is_firm
        return not firm, self.boxes[edge.block].along(edge.axis.other).low

    def centred(self) -> None:
        """Ask what stood in the middle of the page, or of the piece below, to stand there again."""
        lay = self.lay
        for centred in lay.design.relations.patterns.centred:
            names = [centred.first, centred.last, *([centred.on] if centred.on != ON_PAGE else [])]
            if not all(self.has(name) for name in names):
                continue
            both = lay.edge(centred.first, centred.axis, False) + lay.edge(centred.last, centred.axis, True)
            if centred.on == ON_PAGE:
                lay.ask(both, lay.extent(centred.axis), CENTRED)
            else:
                lay.ask(both - lay.middle(centred.on, centred.axis), 0, CENTRED)


def relations_by_pair(design: Design) -> dict[frozenset[str], _Found]:
    """Return what was read of each pair of blocks."""
    found: dict[frozenset[str], _Found] = {}
    for apart in design.relations.aparts:
        found.setdefault(frozenset((apart.first, apart.second)), _Found()).aparts.append(apart)
    for overlap in design.relations.overlaps:
        found.setdefault(frozenset((overlap.upper, overlap.lower)), _Found()).overlap = overlap
    for beside in design.relations.besides:
        found.setdefault(frozenset((beside.first, beside.second)), _Found()).beside = beside
    return found
