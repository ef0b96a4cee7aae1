"""Rows become columns: a sketch rearranged for a page of quite other proportions.

The sketch's own structure is read first: cut along its widest free ways, across
and down in turn, it falls into rows of columns of rows (a tree). The tree is laid
out anew in a few arrangements, everything at one scale, and each arrangement is
then fitted exactly like any sketch. What sits over a photo's edge goes along with
it; papers are laid again under what they carried.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from fractions import Fraction
from typing import Final, TypeAlias

from inkquilt.fit.request import Variant
from inkquilt.lengths import INCH, Grains
from inkquilt.page import Page
from inkquilt.sketch.geometry import Axis, Box, Ends, box
from inkquilt.sketch.model import Block, Role, Size, Sketch
from inkquilt.sketch.relations import Relations, Stacks, gap_between, read_relations

#: Between pieces that are laid out anew, and to the page's edges.
GAP: Final[Grains] = INCH // 4
#: Proportions this many times as long as the sketch's ask for another arrangement.
FAR_OFF: Final = Fraction(7, 5)
_LEADS: Final = frozenset({Role.PHOTO, Role.TITLE, Role.JOURNALING})
_RIDES: Final = frozenset({Role.CLUSTER, Role.TAG})
#: Nothing is laid out smaller than this part of its size; the fit then finds what fits.
_SMALLEST: Final = Fraction(1, 4)

REFLOWS: Final = (Variant.ONE_COLUMN, Variant.TWO_COLUMNS, Variant.TURNED_ROWS, Variant.ONE_ROW)


@dataclass(frozen=True, slots=True)
class Leaf:
    """One thing that is moved as a whole: a photo on its mats, a title, a card."""

    root: str
    width: Grains
    height: Grains


@dataclass(frozen=True, slots=True)
class Group:
    """Things one after the other along an axis, as they lie in the sketch."""

    axis: Axis
    parts: tuple[Tree, ...]


Tree: TypeAlias = Leaf | Group


def is_far_off(sketch: Sketch, page: Page) -> bool:
    """Tell whether the page's proportions are so different that rows and columns should be rearranged."""
    drawn = Fraction(sketch.page.width, sketch.page.height)
    ratio = Fraction(page.width, page.height) / drawn
    return max(ratio, 1 / ratio) >= FAR_OFF


def reflowed(sketch: Sketch, page: Page, variant: Variant) -> Sketch | None:
    """Return the sketch rearranged and drawn for the page, or None where that changes nothing."""
    layer = _Layer(sketch, page)
    tree = layer.tree()
    if tree is None or isinstance(tree, Leaf):
        return None
    arranged = _arranged(tree, variant)
    if arranged is None or arranged == tree:
        return None
    return layer.laid(arranged)


def _arranged(tree: Tree, variant: Variant) -> Tree | None:
    leaves = tuple(_leaves(tree))
    match variant:
        case Variant.ONE_COLUMN:
            return Group(Axis.Y, leaves)
        case Variant.ONE_ROW:
            return Group(Axis.X, leaves)
        case Variant.TWO_COLUMNS:
            half = _even_half(leaves)
            return Group(Axis.X, (Group(Axis.Y, leaves[:half]), Group(Axis.Y, leaves[half:]))) if half else None
        case Variant.TURNED_ROWS:
            return _turned(tree)
    return None


def _leaves(tree: Tree) -> Iterator[Leaf]:
    if isinstance(tree, Leaf):
        yield tree
    else:
        for part in tree.parts:
            yield from _leaves(part)


def _even_half(leaves: tuple[Leaf, ...]) -> int:
    """Return where to break a list of leaves so that both columns are about equally high."""
    total, so_far = sum(leaf.height for leaf in leaves), 0
    for index, leaf in enumerate(leaves):
        so_far += leaf.height
        if 2 * so_far >= total:
            return min(index + 1, len(leaves) - 1)
    return 0


def _turned(tree: Tree) -> Tree:
    """Rows for columns and columns for rows; a title keeps to the top."""
    if isinstance(tree, Leaf):
        return tree
    return Group(tree.axis.other, tuple(_turned(part) for part in tree.parts))


class _Layer:
    """Reads a sketch's structure and lays it out anew."""

    def __init__(self, sketch: Sketch, page: Page) -> None:
        self.sketch, self.page = sketch, page
        self.relations: Relations = read_relations(sketch)
        self.stacks = Stacks(self.relations.mattings)
        self.blocks = {block.id: block for block in sketch.blocks}
        self.boxes = self.relations.boxes
        self.leads = [root for root in self._roots() if self._leads(root)]
        self.rides = {root: holder for root in self._roots() if (holder := self._holder(root)) is not None}

    def _roots(self) -> list[str]:
        return [name for name in self.boxes if self.stacks.root(name) == name]

    def _leads(self, root: str) -> bool:
        return self._innermost(root).role in _LEADS

    def _innermost(self, root: str) -> Block:
        block = self.blocks[root]
        while len(block.of) == 1:
            block = self.blocks[block.of[0]]
        return block

    def _holder(self, root: str) -> str | None:
        """Return the lead that a cluster or tag goes along with: the one it covers most of, else the nearest."""
        if self.blocks[root].role not in _RIDES or not self.leads:
            return None

        def distance(lead: str) -> tuple[Grains, Grains]:
            gaps = [gap_between(self.boxes[root].along(axis), self.boxes[lead].along(axis)) for axis in Axis]
            return max(gaps), sum(gaps)

        return min(self.leads, key=distance)

    # -- reading -------------------------------------------------------------------

    def tree(self) -> Tree | None:
        """Cut the leads apart along free ways, the widest first, until each stands alone."""
        return self._cut(self.leads) if self.leads else None

    def _cut(self, names: list[str]) -> Tree:
        if len(names) == 1:
            ends = self.boxes[names[0]]
            return Leaf(names[0], ends.x.length, ends.y.length)
        splits = {axis: self._parts(names, axis) for axis in Axis}
        axis = max(Axis, key=lambda axis: (len(splits[axis]) > 1, self._widest_way(splits[axis], axis)))
        if len(splits[axis]) == 1:  # they lie over each other: in the order of their middles
            ordered = sorted(names, key=lambda name: (sum(self.boxes[name].y), sum(self.boxes[name].x)))
            return Group(Axis.Y, tuple(self._cut([name]) for name in ordered))
        return Group(axis, tuple(self._cut(part) for part in splits[axis]))

    def _parts(self, names: list[str], axis: Axis) -> list[list[str]]:
        ordered = sorted(names, key=lambda name: self.boxes[name].along(axis).low)
        parts: list[list[str]] = [[]]
        reach: Grains | None = None
        for name in ordered:
            ends = self.boxes[name].along(axis)
            if reach is not None and ends.low >= reach:
                parts.append([])
            parts[-1].append(name)
            reach = max(reach or 0, ends.high)
        return parts

    def _widest_way(self, parts: list[list[str]], axis: Axis) -> Grains:
        highs = [max(self.boxes[name].along(axis).high for name in part) for part in parts]
        lows = [min(self.boxes[name].along(axis).low for name in part) for part in parts]
        return max((low - high for high, low in zip(highs, lows[1:], strict=False)), default=-1)

    # -- laying out ----------------------------------------------------------------

    def laid(self, tree: Tree) -> Sketch:
        """Return the sketch with its leads laid out as the tree says, as large as they go on the page."""
        clear = self.page.clear
        room = Size(
            self.page.width - clear.left - clear.right - 2 * GAP, self.page.height - clear.top - clear.bottom - 2 * GAP
        )
        scale = self._largest_scale(tree, room)
        took = _extent(tree, scale)
        left = clear.left + GAP + max(0, room.width - took.width) // 2
        top = clear.top + GAP + max(0, room.height - took.height) // 2
        places = dict(self._places(tree, left, top, scale))
        moved = {name: self._moved(name, places, scale) for name in self.blocks if self.stacks_lead(name)}
        for ride, holder in self.rides.items():
            moved[ride] = self._ridden(ride, holder, moved)
        for name, block in self.blocks.items():
            if name not in moved:
                moved[name] = self._under(block, moved, scale)
        blocks = tuple(self._kept_on_page(moved[block.id]) for block in self.sketch.blocks)
        return replace(self.sketch, page=Size(self.page.width, self.page.height), blocks=blocks)

    def stacks_lead(self, name: str) -> bool:
        return name in self.boxes and self.stacks.root(name) in self.leads

    def _largest_scale(self, tree: Tree, room: Size) -> Fraction:
        steps = 64
        for step in range(steps, 0, -1):
            scale = Fraction(step, steps)
            took = _extent(tree, scale)
            if scale <= _SMALLEST or (took.width <= room.width and took.height <= room.height):
                return scale
        return _SMALLEST

    def _places(self, tree: Tree, left: Grains, top: Grains, scale: Fraction) -> Iterator[tuple[str, tuple[int, int]]]:
        if isinstance(tree, Leaf):
            yield tree.root, (left, top)
            return
        whole = _extent(tree, scale)
        for part in tree.parts:
            took = _extent(part, scale)
            if tree.axis is Axis.X:
                yield from self._places(part, left, top + (whole.height - took.height) // 2, scale)
                left += took.width + GAP
            else:
                yield from self._places(part, left + (whole.width - took.width) // 2, top, scale)
                top += took.height + GAP

    def _moved(self, name: str, places: dict[str, tuple[Grains, Grains]], scale: Fraction) -> Block:
        """Place a piece of a stack: the outermost where it was laid, the inner ones by their reveals."""
        root = self.stacks.root(name)
        outer, block = self.blocks[root], self.blocks[name]
        x, y = places[root]
        width, height = round(outer.width * scale), round(outer.height * scale)
        if name == root:
            return replace(block, turn=0).placed(x, y, Size(width, height))
        left, top = block.x - outer.x, block.y - outer.y
        right = outer.x + outer.width - block.x - block.width
        foot = outer.y + outer.height - block.y - block.height
        size = Size(max(1, width - left - right), max(1, height - top - foot))
        return replace(block, turn=0).placed(x + left, y + top, size)

    def _ridden(self, ride: str, holder: str, moved: dict[str, Block]) -> Block:
        """Keep a cluster or tag at the same way from the same corner of what it goes along with."""
        block, was, now = self.blocks[ride], self.boxes[holder], box(moved[holder])
        places = []
        for axis, length in ((Axis.X, block.width), (Axis.Y, block.height)):
            mine, drawn, here = self.boxes[ride].along(axis), was.along(axis), now.along(axis)
            at_far_end = mine.low + mine.high > drawn.low + drawn.high
            place = here.high + mine.low - drawn.high if at_far_end else here.low + mine.low - drawn.low
            inside = (min(place, here.high - length // 4), here.low - 3 * length // 4)
            places.append(max(inside))
        return replace(block, turn=0).placed(places[0], places[1], block.size)

    def _under(self, block: Block, moved: dict[str, Block], scale: Fraction) -> Block:
        """Lay a paper again: a layer round the page, under what it carried, or at its scaled place."""
        page = self.page
        if block.role is Role.BASE:
            return block.placed(0, 0, Size(page.width, page.height))
        if block.id in self.relations.layers:
            gap = block.x
            return block.placed(gap, gap, Size(page.width - 2 * gap, page.height - 2 * gap))
        carried = [o.upper for o in self.relations.overlaps if o.lower == block.id and o.upper in moved]
        carried = [name for name in carried if self.stacks_lead(name) and self._holds(block.id, name)]
        runs = {side.value for side in self.relations.run_offs.get(block.id, ())}
        if not carried or block.role is not Role.PAPER:
            return self._scaled(block, runs)
        beds = [box(moved[name]) for name in carried]
        was = self.boxes[block.id]
        shown = Box(
            Ends(
                min(self.boxes[n].x.low for n in carried) - was.x.low,
                was.x.high - max(self.boxes[n].x.high for n in carried),
            ),
            Ends(
                min(self.boxes[n].y.low for n in carried) - was.y.low,
                was.y.high - max(self.boxes[n].y.high for n in carried),
            ),
        )
        left = 0 if "left" in runs else min(b.x.low for b in beds) - min(shown.x.low, GAP)
        top = 0 if "top" in runs else min(b.y.low for b in beds) - min(shown.y.low, GAP)
        right = page.width if "right" in runs else max(b.x.high for b in beds) + min(shown.x.high, GAP)
        foot = page.height if "bottom" in runs else max(b.y.high for b in beds) + min(shown.y.high, GAP)
        if min(right - left, foot - top) < GAP:
            return self._scaled(block, runs)
        return block.placed(left, top, Size(right - left, foot - top))

    def _holds(self, paper: str, name: str) -> bool:
        """Tell whether most of a lead lies on a paper."""
        over, under = self.boxes[name], self.boxes[paper]
        shared = 1
        for axis in Axis:
            shared *= max(0, -gap_between(over.along(axis), under.along(axis)))
        return 2 * shared >= over.x.length * over.y.length

    def _scaled(self, block: Block, runs: set[str]) -> Block:
        page, drawn = self.page, self.sketch.page
        left = block.x * page.width // drawn.width
        top = block.y * page.height // drawn.height
        width = page.width - left if "right" in runs else block.width * page.width // drawn.width
        height = page.height - top if "bottom" in runs else block.height * page.height // drawn.height
        if block.role in (Role.STRIP, Role.BORDER):  # its width is its own
            if block.width >= block.height:
                height = block.height
            else:
                width = block.width
        return replace(block, turn=0).placed(left, top, Size(max(1, width), max(1, height)))

    def _kept_on_page(self, block: Block) -> Block:
        x = max(0, min(block.x, self.page.width - block.width))
        y = max(0, min(block.y, self.page.height - block.height))
        return block.placed(x, y, block.size)


def _extent(tree: Tree, scale: Fraction) -> Size:
    """Return how much room a tree takes at a scale."""
    if isinstance(tree, Leaf):
        return Size(round(tree.width * scale), round(tree.height * scale))
    parts = [_extent(part, scale) for part in tree.parts]
    gaps = GAP * (len(parts) - 1)
    if tree.axis is Axis.X:
        return Size(sum(part.width for part in parts) + gaps, max(part.height for part in parts))
    return Size(max(part.width for part in parts), sum(part.height for part in parts) + gaps)
