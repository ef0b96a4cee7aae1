"""Which relations of a sketch hold on a page, and which were lost.

Reckoned from the finished page alone. Hard rules hold on every result, so only
wishes can be lost: lines, rows, sizes, what was centred, anchored or tucked,
and an order on the axis that was not kept.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace
from itertools import pairwise
from typing import Protocol, TypeAlias

from inkquilt.design.reading import Design
from inkquilt.fit.request import Broken, FitRequest, Kept
from inkquilt.fit.sizes import partner_reveal
from inkquilt.lengths import Grains, with_unit
from inkquilt.sketch.geometry import Axis, Box, Ends, box
from inkquilt.sketch.model import Block, Role, Sketch
from inkquilt.sketch.patterns import Anchor, Centred, Concentric, EqualGaps, EqualSizes, Tuck
from inkquilt.sketch.relations import ONE_LINE, Apart, Edge, Relations, SharedLine
from inkquilt.sketch.ties import centred_key, gaps_key, line_key, order_key, sizes_key


@dataclass(frozen=True, slots=True)
class Lost:
    """A relation that does not hold: its key (see ``sketch.ties``), what it is, and what is said of it.

    ``held`` is what would have to hold: of a line the edge that left it and one
    that stayed, of a row two neighbouring pairs, of a size the piece and one that has it.
    """

    key: str
    broken: Broken
    held: Held


@dataclass(frozen=True, slots=True)
class InLine:
    """Two edges of a line, the second one where most of it is."""

    edge: Edge
    staying: Edge


@dataclass(frozen=True, slots=True)
class SameGap:
    """Two pairs of neighbours of a row."""

    axis: Axis
    pair: tuple[str, str]
    usual: tuple[str, str]


@dataclass(frozen=True, slots=True)
class SameSize:
    """Two pieces of a group of one size."""

    block: str
    usual: str


Held: TypeAlias = InLine | SameGap | SameSize | Centred | Concentric | Anchor | Tuck | Apart


class Fitted(Protocol):
    """What a page is held against: a sketch, what was read of it, and the page it went on."""

    @property
    def sketch(self) -> Sketch:
        """The drawing."""

    @property
    def request(self) -> FitRequest:
        """What was asked."""

    @property
    def relations(self) -> Relations:
        """What was read of the drawing."""

    @property
    def blocks(self) -> Mapping[str, Block]:
        """The drawn blocks by id."""


@dataclass(frozen=True, slots=True)
class Drawing:
    """A sketch with its relations, as ``Fitted`` wants it."""

    sketch: Sketch
    request: FitRequest
    relations: Relations
    blocks: Mapping[str, Block]


def relations_between(request: FitRequest, design: Design, blocks: tuple[Block, ...], anew: bool) -> Kept:
    """Count the relations of a design that hold on its page and name those that do not.

    On a page that was arranged anew the order of pieces, and what lay over what, is not asked.
    """
    here = {block.id for block in blocks}
    relations = among(design.relations, here, anew)
    drawn = {block.id: block for block in design.sketch.blocks if block.role is not Role.BASE}
    return relations_of(Drawing(design.sketch, request, relations, drawn), blocks)


def among(relations: Relations, here: set[str], anew: bool) -> Relations:
    """Return the relations of pieces that are there; without those that an arrangement anew changes by itself."""
    patterns = relations.patterns

    def all_here(*names: str) -> bool:
        return all(name in here or not name for name in names)

    lines = [replace(line, edges=tuple(e for e in line.edges if e.block in here)) for line in relations.lines]
    return replace(
        relations,
        run_offs={name: sides for name, sides in relations.run_offs.items() if name in here},
        layers={name: reveal for name, reveal in relations.layers.items() if name in here},
        mattings=tuple(m for m in relations.mattings if all_here(m.mat, *m.pieces)),
        lines=tuple(line for line in lines if len(line.edges) > 1),
        aparts=() if anew else tuple(a for a in relations.aparts if all_here(a.first, a.second)),
        overlaps=() if anew else tuple(o for o in relations.overlaps if all_here(o.upper, o.lower)),
        besides=() if anew else tuple(b for b in relations.besides if all_here(b.first, b.second)),
        patterns=replace(
            patterns,
            sizes=tuple(s for s in patterns.sizes if all_here(*s.blocks)),
            gaps=tuple(g for g in patterns.gaps if all_here(*g.blocks)),
            centred=tuple(c for c in patterns.centred if all_here(c.first, c.last, c.on)),
            concentric=tuple(c for c in patterns.concentric if all_here(c.upper, c.lower)),
            anchors=() if anew else tuple(a for a in patterns.anchors if all_here(a.upper, a.lower)),
            tucks=() if anew else tuple(t for t in patterns.tucks if all_here(t.upper, t.lower)),
        ),
    )


def relations_of(rules: Fitted, blocks: tuple[Block, ...]) -> Kept:
    """Count the relations that hold on the page and name those that do not, each once."""
    relations, patterns = rules.relations, rules.relations.patterns
    lost = lost_of(rules, blocks)
    total = (
        sum(len(sides) for sides in relations.run_offs.values())
        + len(relations.layers)
        + len(relations.mattings)
        + sum(len(line.edges) - 1 for line in relations.lines)
        + len(relations.aparts)
        + len(relations.overlaps)
        + len(relations.besides)
        + sum(len(row.blocks) - 2 for row in patterns.gaps)
        + sum(len(sizes.blocks) - 1 for sizes in patterns.sizes)
        + len(patterns.centred)
        + len(patterns.concentric)
        + len(patterns.anchors)
        + len(patterns.tucks)
    )
    broken = {(b.kind, frozenset(b.blocks), b.axis): b for b in (one.broken for one in reversed(lost))}
    return Kept(max(0, total - len(lost)), tuple(reversed(broken.values())))


def lost_of(rules: Fitted, blocks: tuple[Block, ...]) -> tuple[Lost, ...]:
    """Return every relation that does not hold on the page."""
    return tuple(_Looker(rules, blocks).lost())


def place_of(edge: Edge, boxes: Mapping[str, Box]) -> Grains:
    """Return where an edge lies."""
    ends = boxes[edge.block].along(edge.axis)
    return ends.high if edge.high else ends.low


def usual_place(line: SharedLine, boxes: Mapping[str, Box]) -> Grains:
    """Return where most of a line lies."""
    places = [place_of(edge, boxes) for edge in line.edges]
    return max(places, key=places.count)


class _Looker:
    """Looks over one page."""

    def __init__(self, rules: Fitted, blocks: tuple[Block, ...]) -> None:
        self.rules = rules
        self.on_page = {block.id: block for block in blocks}
        self.boxes = {block.id: box(block) for block in blocks}
        self.step = rules.request.grid

    def lost(self) -> Iterator[Lost]:
        patterns = self.rules.relations.patterns
        for line in self.rules.relations.lines:
            yield from self.line(line)
        for layer in patterns.concentric:
            yield from self.layer(layer)
        for row in patterns.gaps:
            yield from self.row(row)
        for sizes in patterns.sizes:
            yield from self.sizes(sizes)
        for centred in patterns.centred:
            yield from self.centred(centred)
        for anchor in patterns.anchors:
            yield from self.anchor(anchor)
        for tuck in patterns.tucks:
            yield from self.tuck(tuck)
        yield from self.order()

    def name(self, block_id: str) -> str:
        return self.rules.blocks[block_id].name

    def length(self, grains: Grains) -> str:
        return with_unit(grains, self.rules.request.page.unit)

    def unturned(self, block_id: str, axis: Axis) -> Ends:
        block = self.on_page[block_id]
        start, length = (block.x, block.width) if axis is Axis.X else (block.y, block.height)
        return Ends(start, start + length)

    def line(self, line: SharedLine) -> Iterator[Lost]:
        stay = usual_place(line, self.boxes)
        staying = next(edge for edge in line.edges if place_of(edge, self.boxes) == stay)
        for edge in line.edges:
            off = abs(place_of(edge, self.boxes) - stay)
            if off:
                why = (
                    f"the {_SIDES[(edge.axis, edge.high)]} of {self.name(edge.block)} is {self.length(off)} "
                    f"off the line of {self.name(staying.block)}"
                )
                broken = Broken("shared-line", (edge.block, staying.block), line.axis.value, why)
                yield Lost(line_key(edge), broken, InLine(edge, staying))

    def layer(self, layer: Concentric) -> Iterator[Lost]:
        over, under = self.boxes[layer.upper], self.boxes[layer.lower]
        reveal = partner_reveal(layer.reveal, self.rules.sketch.unit, self.rules.request.page.unit)
        shown = {over.x.low - under.x.low, under.x.high - over.x.high, over.y.low - under.y.low}
        if shown | {under.y.high - over.y.high} != {reveal}:
            why = (
                f"{self.name(layer.upper)} no longer shows {self.length(reveal)} of {self.name(layer.lower)} all round"
            )
            key = f"concentric {layer.upper} {layer.lower}"
            yield Lost(key, Broken("concentric", (layer.upper, layer.lower), None, why), layer)

    def row(self, row: EqualGaps) -> Iterator[Lost]:
        ends = [self.unturned(block_id, row.axis) for block_id in row.blocks]
        gaps = [after.low - before.high for before, after in pairwise(ends)]
        usual = max(gaps, key=gaps.count)
        pairs = list(pairwise(row.blocks))
        one = pairs[gaps.index(usual)]
        for (before, after), gap in zip(pairs, gaps, strict=True):
            if gap != usual:
                why = (
                    f"the gap between {self.name(before)} and {self.name(after)} is {self.length(gap)}, "
                    f"the others of their row are {self.length(usual)}"
                )
                broken = Broken("equal-gaps", (before, after), row.axis.value, why)
                yield Lost(gaps_key(row), broken, SameGap(row.axis, (before, after), one))

    def sizes(self, sizes: EqualSizes) -> Iterator[Lost]:
        have = [self.on_page[block_id].size for block_id in sizes.blocks]
        usual = max(have, key=have.count)
        one = sizes.blocks[have.index(usual)]
        for block_id, size in zip(sizes.blocks, have, strict=True):
            if size != usual:
                why = f"{self.name(block_id)} is no longer the size of {self.name(one)}"
                yield Lost(sizes_key(sizes), Broken("equal-size", (block_id, one), None, why), SameSize(block_id, one))

    def centred(self, centred: Centred) -> Iterator[Lost]:
        low = self.unturned(centred.first, centred.axis).low
        high = self.unturned(centred.last, centred.axis).high
        page = self.rules.request.page
        bed = Ends(0, page.width if centred.axis is Axis.X else page.height)
        if centred.on:
            bed = self.unturned(centred.on, centred.axis)
        before, after = low - bed.low, bed.high - high
        if not 0 <= after - before <= self.step:
            blocks = tuple(dict.fromkeys(name for name in (centred.first, centred.last, centred.on) if name))
            on = self.name(centred.on) if centred.on else "the page"
            why = (
                f"{self.name(centred.first)} is no longer in the middle of {on}: "
                f"{self.length(before)} on one side, {self.length(after)} on the other"
            )
            yield Lost(centred_key(centred), Broken("centred", blocks, centred.axis.value, why), centred)

    def anchor(self, anchor: Anchor) -> Iterator[Lost]:
        upper, lower = self.unturned(anchor.upper, anchor.axis), self.unturned(anchor.lower, anchor.axis)
        edge = lower.high if anchor.high else lower.low
        off = abs(upper.low + upper.high - 2 * edge - anchor.doubled)
        if off > 2 * self.step:
            why = (
                f"{self.name(anchor.upper)} sits {self.length(off // 2)} off its place at the "
                f"{_SIDES[(anchor.axis, anchor.high)]} of {self.name(anchor.lower)}"
            )
            key = f"anchor {anchor.upper} {anchor.lower}"
            yield Lost(key, Broken("anchor", (anchor.upper, anchor.lower), anchor.axis.value, why), anchor)

    def tuck(self, tuck: Tuck) -> Iterator[Lost]:
        upper, lower = self.unturned(tuck.upper, tuck.axis), self.unturned(tuck.lower, tuck.axis)
        amount = lower.high - upper.low if tuck.high else upper.high - lower.low
        if abs(amount - tuck.amount) > self.step:
            why = (
                f"{self.name(tuck.lower)} is tucked {self.length(amount)} under {self.name(tuck.upper)} "
                f"instead of {self.length(tuck.amount)}"
            )
            key = f"tuck {tuck.upper} {tuck.lower}"
            yield Lost(key, Broken("tuck", (tuck.upper, tuck.lower), tuck.axis.value, why), tuck)

    def order(self) -> Iterator[Lost]:
        for apart in self.rules.relations.aparts:
            first, second = self.boxes[apart.first].along(apart.axis), self.boxes[apart.second].along(apart.axis)
            overlap = first.high - second.low
            if not apart.hard and overlap > ONE_LINE:
                other = "one above the other" if apart.axis is Axis.X else "side by side"
                why = (
                    f"{self.name(apart.first)} and {self.name(apart.second)} were apart both ways; they are still "
                    f"{other}, and share {self.length(overlap)} the other way"
                )
                broken = Broken("order", (apart.first, apart.second), apart.axis.value, why)
                yield Lost(order_key(apart), broken, apart)


_SIDES = {(Axis.X, False): "left edge", (Axis.X, True): "right edge", (Axis.Y, False): "top", (Axis.Y, True): "foot"}
