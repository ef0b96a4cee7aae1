"""What a person settled by hand, and what that makes of the relations around it.

A piece that was moved keeps its order to its neighbours until its middle has
passed theirs; then the place where it was put says the order. Photos and words
make room for each other; anything else may be laid over or under as it was put.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import replace
from typing import Final

from inkquilt.fit.request import FitRequest, Pin
from inkquilt.lengths import Grains
from inkquilt.page import Side
from inkquilt.sketch.geometry import Axis, Box, box, is_tilted
from inkquilt.sketch.model import Block, Role
from inkquilt.sketch.patterns import Anchor, Tuck
from inkquilt.sketch.relations import (
    COVERABLE,
    SIDE_ENDS,
    Apart,
    Beside,
    Overlap,
    Relations,
    Stacks,
    aparts_of,
    gap_between,
    has_hull,
    overlap_of,
    separation,
)
from inkquilt.sketch.ties import order_key

#: Pieces that push each other away instead of overlapping.
MAKE_ROOM: Final = frozenset({Role.PHOTO, Role.TITLE, Role.JOURNALING})


def page_as_put(request: FitRequest, stacks: Stacks) -> dict[str, Block]:
    """Return the page that exists with every pinned stack where and as large as it was put."""
    put = {block.id: block for block in request.near}
    for pin in request.pins:
        block = put.get(pin.block)
        if block is None:
            continue
        root = stacks.root(pin.block)
        by_x = 0 if pin.x is None else pin.x - put[root].x
        by_y = 0 if pin.y is None else pin.y - put[root].y
        wider = 0 if pin.width is None else pin.width - block.width
        higher = 0 if pin.height is None else pin.height - block.height
        for name, piece in list(put.items()):
            if stacks.root(name) == root:
                put[name] = replace(
                    piece,
                    x=piece.x + by_x,
                    y=piece.y + by_y,
                    width=piece.width + wider,
                    height=piece.height + higher,
                )
    return put


def moved_by_hand(request: FitRequest, stacks: Stacks) -> frozenset[str]:
    """Return the outermost pieces of the stacks that were settled by hand."""
    return frozenset(stacks.root(pin.block) for pin in request.pins)


def replanned(relations: Relations, blocks: Mapping[str, Block], request: FitRequest) -> Relations:
    """Return the relations as they stand once pinned pieces lie where they were put.

    Without an existing page (``request.near``) the drawing's own relations stay.
    """
    stacks = Stacks(relations.mattings)
    hands = moved_by_hand(request, stacks)
    if not hands or not request.near:
        return relations
    put = {name: block for name, block in page_as_put(request, stacks).items() if name in blocks}
    moved = {name for name in put if stacks.root(name) in hands}
    boxes = {name: box(block) for name, block in put.items()}
    pairs = _Replanner(relations, blocks, put, boxes, stacks, moved, request.untied)
    pairs.run()
    patterns = relations.patterns
    return replace(
        relations,
        run_offs={
            name: _run_offs(blocks[name], boxes[name], request, sides) if name in moved else sides
            for name, sides in relations.run_offs.items()
        },
        layers={name: reveal for name, reveal in relations.layers.items() if name not in moved},
        aparts=tuple(pairs.aparts),
        overlaps=tuple(pairs.overlaps),
        besides=tuple(pairs.besides),
        patterns=replace(
            patterns,
            anchors=tuple(a for a in patterns.anchors if _still(a, moved, boxes)),
            alongs=tuple(a for a in patterns.alongs if not {a.upper, a.lower} & moved),
            tucks=tuple(t for t in patterns.tucks if _still(t, moved, boxes)),
        ),
    )


def _still(tie: Anchor | Tuck, moved: set[str], boxes: Mapping[str, Box]) -> bool:
    """Tell whether something anchored or tucked still is; what was moved by hand itself is anchored no more."""
    if tie.upper in moved:
        return False
    return all(gap_between(boxes[tie.upper].along(axis), boxes[tie.lower].along(axis)) < 0 for axis in Axis)


def _run_offs(block: Block, place: Box, request: FitRequest, drawn: frozenset[Side]) -> frozenset[Side]:
    """Return the page edges a piece stands at now: those it was drawn to run off, and for papers any."""
    pin = request.pin(block.id)
    page = {Axis.X: request.page.width, Axis.Y: request.page.height}
    papers = block.role in (Role.PAPER, Role.STRIP, Role.BORDER) and not is_tilted(block)
    sides = set()
    for side, (axis, high) in SIDE_ENDS.items():
        ends = place.along(axis)
        at_edge = ends.high == page[axis] if high else ends.low == 0
        if at_edge and (side in drawn or (papers and _is_placed(pin, axis))):
            sides.add(side)
    return frozenset(sides)


def _is_placed(pin: Pin, axis: Axis) -> bool:
    return (pin.x if axis is Axis.X else pin.y) is not None


class _Replanner:
    """Goes over the pairs that a moved piece takes part in."""

    def __init__(
        self,
        relations: Relations,
        blocks: Mapping[str, Block],
        put: Mapping[str, Block],
        boxes: Mapping[str, Box],
        stacks: Stacks,
        moved: set[str],
        untied: frozenset[str],
    ) -> None:
        self.relations, self.blocks, self.put, self.boxes = relations, blocks, put, boxes
        self.stacks, self.moved, self.untied = stacks, moved, untied
        self.aparts: list[Apart] = []
        self.overlaps: list[Overlap] = []
        self.besides: list[Beside] = []

    def run(self) -> None:
        drawn_aparts: dict[frozenset[str], list[Apart]] = {}
        for apart in self.relations.aparts:
            drawn_aparts.setdefault(frozenset((apart.first, apart.second)), []).append(apart)
        self.aparts = [a for a in self.relations.aparts if not {a.first, a.second} & self.moved]
        self.overlaps = [o for o in self.relations.overlaps if not {o.upper, o.lower} & self.moved]
        self.besides = [b for b in self.relations.besides if not {b.first, b.second} & self.moved]
        bottom_up = sorted(self.put, key=lambda name: self.blocks[name].level)
        for place, lower in enumerate(bottom_up):
            for upper in bottom_up[place + 1 :]:
                if {lower, upper} & self.moved and not self.stacks.one_stack(lower, upper):
                    self.pair(lower, upper, drawn_aparts.get(frozenset((lower, upper)), []))

    def pair(self, lower: str, upper: str, drawn: list[Apart]) -> None:
        hard = next((apart for apart in drawn if apart.hard), None)
        if self.let_go(lower, upper):
            return
        if self.makes_room(lower) and self.makes_room(upper):
            if hard is not None and self.in_order(hard):
                self.aparts.extend(drawn)
            elif hard is not None or not self.overlapped(lower, upper):
                self.aparts.append(self.pushed(lower, upper))
            else:
                self.as_put(lower, upper)
        else:
            self.as_put(lower, upper)

    def let_go(self, lower: str, upper: str) -> bool:
        """Tell whether a person let go what held these two: then each lies where it comes to lie."""
        for low, up in ((lower, upper), (self.stacks.root(lower), self.stacks.root(upper))):
            keys = {order_key(Apart(one, two, axis, True)) for one, two in ((low, up), (up, low)) for axis in Axis}
            if not self.untied.isdisjoint(keys | {f"overlap {up} {low}"}):
                return True
        return False

    def makes_room(self, name: str) -> bool:
        """Tell whether a piece, or what lies on it, makes room for others."""
        while self.blocks[name].of:
            name = self.blocks[name].of[0]
        return self.blocks[name].role in MAKE_ROOM

    def overlapped(self, lower: str, upper: str) -> bool:
        return any({o.upper, o.lower} == {lower, upper} for o in self.relations.overlaps)

    def middle(self, name: str, axis: Axis) -> Grains:
        ends = self.boxes[self.stacks.root(name)].along(axis)
        return ends.low + ends.high

    def in_order(self, apart: Apart) -> bool:
        return self.middle(apart.first, apart.axis) <= self.middle(apart.second, apart.axis)

    def pushed(self, lower: str, upper: str) -> Apart:
        """Return the order in which two stacks make room: on the axis where their middles lie further apart."""
        one, two = (self.boxes[self.stacks.root(name)] for name in (lower, upper))
        axis = max(Axis, key=lambda axis: gap_between(one.along(axis), two.along(axis)))
        if self.middle(lower, axis) <= self.middle(upper, axis):
            return Apart(lower, upper, axis, True)
        return Apart(upper, lower, axis, True)

    def as_put(self, lower: str, upper: str) -> None:
        one, two = self.boxes[lower], self.boxes[upper]
        apart = aparts_of(lower, upper, one, two)
        if apart:
            self.aparts.extend(apart)
            return
        if has_hull(self.put[lower]) or has_hull(self.put[upper]):
            beside = separation(self.put[lower], self.put[upper])
            if beside is not None:
                self.besides.append(beside)
                return
        self.overlaps.append(overlap_of(upper, lower, two, one, self.blocks[lower].role in COVERABLE))


def pinned_ends(pin: Pin, axis: Axis) -> tuple[Grains | None, Grains | None]:
    """Return the settled start and length on an axis."""
    return (pin.x, pin.width) if axis is Axis.X else (pin.y, pin.height)


def pins_of(request: FitRequest) -> Iterator[tuple[Pin, Axis, Grains | None, Grains | None]]:
    """Yield each pin with its start and length, axis by axis."""
    for pin in request.pins:
        for axis in Axis:
            yield pin, axis, *pinned_ends(pin, axis)
