"""A sketch read as a tree of groups, and the other ways in which its groups can stand.

The drawing is cut along its widest free ways, across and down in turn (XY-cut: Nagy and Seth 1984),
until only single stacks are left. A full grid of twins is one node of its own and stays a full grid.
What cannot be cut apart, for it overlaps or turns round a middle, is moved as it is (a knot).

Vocabulary: a *leaf* is a stack or a knot, a *group* stands along an axis, a *grid* in rows and
columns. Lengths are in grains of the drawing.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Mapping
from dataclasses import dataclass, replace
from itertools import islice, pairwise, product
from typing import Final, TypeAlias

from inkquilt.design.reading import Design
from inkquilt.lengths import INCH, Grains
from inkquilt.sketch.geometry import Axis, Box, Ends
from inkquilt.sketch.model import Role

#: Free ways may be this narrow: pieces that just touch are still apart.
_TOUCHING: Final[Grains] = -127
#: What lies as close as this is one thing.
SMALL_GAP: Final[Grains] = INCH // 4 + 8
#: More arrangements of one node than this are not followed.
_MOST_OF_A_NODE: Final = 60


@dataclass(frozen=True, slots=True)
class Leaf:
    """Stacks that keep their places among each other; mostly one."""

    roots: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Group:
    """Things one after the other along an axis, ``gap`` apart; ``carrier`` is a mat of several behind them."""

    axis: Axis
    parts: tuple[Tree, ...]
    gap: Grains
    carrier: str | None = None


@dataclass(frozen=True, slots=True)
class Grid:
    """Twins in full rows and columns, read row by row; ``drawn_columns`` is how many there were."""

    roots: tuple[str, ...]
    columns: int
    across: Grains
    down: Grains
    drawn_columns: int
    carrier: str | None = None


Tree: TypeAlias = Leaf | Group | Grid


def read_tree(design: Design, roots: Iterable[str], knots: Iterable[tuple[str, ...]] = ()) -> Tree | None:
    """Return the tree of some of a design's stacks; None where there are none.

    The stacks of a knot take part together, as they are.
    """
    boxes = {root: design.relations.boxes[root] for root in roots}
    together = {knot[0]: knot for knot in knots}
    boxes |= {first: _round([design.relations.boxes[root] for root in knot]) for first, knot in together.items()}
    if not boxes:
        return None
    carriers = {
        stack.piece.id: tuple(design.roots[name] for name in stack.piece.of)
        for stack in design.stacks.values() if stack.is_carrier
    }  # fmt: skip
    tree = _Reader(design, boxes, carriers).whole()
    return _mapped(tree, lambda leaf: Leaf(tuple(r for root in leaf.roots for r in together.get(root, (root,)))))


def _round(boxes: list[Box]) -> Box:
    """Return the box round several."""
    return Box(
        Ends(min(b.x.low for b in boxes), max(b.x.high for b in boxes)),
        Ends(min(b.y.low for b in boxes), max(b.y.high for b in boxes)),
    )


class _Reader:
    def __init__(self, design: Design, boxes: dict[str, Box], carriers: Mapping[str, tuple[str, ...]]) -> None:
        self.design, self.boxes, self.carriers = design, boxes, carriers
        self.twins = {name: twins for twins in design.twins for name in twins}

    def whole(self) -> Tree:
        carried: dict[str, Tree] = {}
        free = set(self.boxes)
        for mat, roots in self.carriers.items():
            root = self.design.roots[mat]
            here = [name for name in roots if name in free]
            if here:
                carried[root] = _carried_by(self.cut(here), root)
                free -= set(here)
                self.boxes[root] = self.design.relations.boxes[root]
                free.add(root)
        tree = self.cut(sorted(free))
        return _mapped(tree, lambda leaf: carried.get(leaf.roots[0], leaf) if len(leaf.roots) == 1 else leaf)

    def cut(self, roots: list[str]) -> Tree:
        if len(roots) == 1:
            return Leaf((roots[0],))
        grid = self.grid(roots)
        if grid is not None:
            return grid
        ways = {axis: self.free_ways(roots, axis) for axis in Axis}
        axis = max(Axis, key=lambda axis: max((gap for gap, _ in ways[axis]), default=_TOUCHING - 1))
        if not ways[axis]:
            return Leaf(tuple(roots))
        ordered = sorted(roots, key=lambda root: self.boxes[root].along(axis).low)
        starts = [0, *(count for _, count in ways[axis]), len(ordered)]
        parts = tuple(self.cut(ordered[low:high]) for low, high in pairwise(starts))
        gaps = sorted(gap for gap, _ in ways[axis])
        return Group(axis, parts, max(0, gaps[len(gaps) // 2]))

    def free_ways(self, roots: list[str], axis: Axis) -> list[tuple[Grains, int]]:
        """Return the free ways across an axis: how wide, and how many stacks lie before."""
        ends = sorted((self.boxes[root].along(axis) for root in roots), key=lambda end: end.low)
        found, reach = [], ends[0].high
        for count, end in enumerate(ends[1:], start=1):
            if end.low - reach >= _TOUCHING:
                found.append((end.low - reach, count))
            reach = max(reach, end.high)
        return found

    def grid(self, roots: list[str]) -> Grid | None:
        """Return the stacks as a full grid of twins in even rows and columns, if they are one."""
        stacks = [self.design.stacks[root] for root in roots]
        if any(stack.piece.role is not Role.PHOTO or stack.root.turn for stack in stacks):
            return None
        first = self.twins[stacks[0].piece.id]
        if any(stack.piece.id not in first for stack in stacks):
            return None
        xs = sorted({self.boxes[root].x.low // 254 for root in roots})
        ys = sorted({self.boxes[root].y.low // 254 for root in roots})
        if len(xs) * len(ys) != len(roots):
            return None
        ordered = sorted(roots, key=lambda root: (self.boxes[root].y.low // 254, self.boxes[root].x.low))
        columns = len(xs)
        across = self.even(ordered[:columns], Axis.X)
        down = self.even(ordered[::columns], Axis.Y)
        if across is None or down is None:
            return None
        return Grid(tuple(ordered), columns, across or down, down or across, columns)

    def even(self, roots: list[str], axis: Axis) -> Grains | None:
        """Return the gap of an even row, 0 for a single one, None where it is not even."""
        gaps = [self.boxes[b].along(axis).low - self.boxes[a].along(axis).high for a, b in pairwise(roots)]
        if gaps and (min(gaps) < _TOUCHING or max(gaps) - min(gaps) > INCH // 16):
            return None
        return max(0, gaps[0]) if gaps else 0


def _carried_by(tree: Tree, carrier: str) -> Tree:
    if isinstance(tree, Leaf):
        return Group(Axis.X, (tree,), 0, carrier)
    return replace(tree, carrier=carrier)


def _mapped(tree: Tree, change: Callable[[Leaf], Tree]) -> Tree:
    if isinstance(tree, Leaf):
        return change(tree)
    if isinstance(tree, Grid):
        return tree
    return replace(tree, parts=tuple(_mapped(part, change) for part in tree.parts))


# -- other ways to stand ---------------------------------------------------------------


@dataclass(frozen=True, slots=True)
class Arranged:
    """A tree and what was done to the drawn one: how many nodes stand otherwise, and in which order."""

    tree: Tree
    changes: int = 0


def arrangements(tree: Tree) -> list[Arranged]:
    """Return the ways a tree can stand, the drawn one first, then by how much is changed."""
    match tree:
        case Leaf():
            return [Arranged(tree)]
        case Grid():
            return sorted(_grids(tree), key=lambda one: one.changes)
        case Group():
            found = list(islice(_groups(tree), 8 * _MOST_OF_A_NODE))
            return sorted(found, key=lambda one: one.changes)[:_MOST_OF_A_NODE]


def _grids(grid: Grid) -> Iterator[Arranged]:
    count = len(grid.roots)
    for columns in range(1, count + 1):
        if count % columns == 0:
            changed = columns != grid.drawn_columns
            across, down = grid.across or grid.down, grid.down or grid.across
            yield Arranged(replace(grid, columns=columns, across=across, down=down), int(changed))


def _groups(group: Group) -> Iterator[Arranged]:
    options = [arrangements(part)[:12] for part in group.parts]
    together = group.gap <= SMALL_GAP and all(isinstance(part, Leaf) for part in group.parts)
    for chosen in product(*options):
        inner = sum(one.changes for one in chosen)
        parts = tuple(one.tree for one in chosen)
        if together and group.carrier is not None:  # on one mat they are one thing and keep their row
            yield Arranged(replace(group, parts=parts), inner)
            yield Arranged(replace(group, parts=parts[::-1]), inner + 1)
            continue
        for axis in (group.axis, group.axis.other):
            for backward in (False, True):
                if backward and len(parts) > 2 and axis is group.axis:
                    continue
                ordered = parts[::-1] if backward else parts
                changes = inner + (1 + 2 * together) * (axis is not group.axis) + backward
                yield Arranged(replace(group, axis=axis, parts=ordered), changes)
        yield from _broken(group, parts, inner + 2 * together)


def _broken(group: Group, parts: tuple[Tree, ...], inner: int) -> Iterator[Arranged]:
    """Yield a group of three parts or more broken into two lines, one below or beside the other."""
    for at in range(1, len(parts)) if len(parts) > 2 else ():
        for axis in Axis:
            lines = [
                part[0] if len(part) == 1 else Group(axis.other, part, group.gap) for part in (parts[:at], parts[at:])
            ]
            yield Arranged(replace(group, axis=axis, parts=tuple(lines)), inner + 1 + (axis is group.axis))


def leaves(tree: Tree) -> Iterator[str]:
    """Yield the stacks of a tree, in its order."""
    if isinstance(tree, Group):
        for part in tree.parts:
            yield from leaves(part)
    else:
        yield from tree.roots


def with_word(tree: Tree, word: str, gap: Grains, axes: tuple[Axis, ...]) -> Iterator[Tree]:
    """Yield the tree with a stack of words put in: before or after the whole, and beside each of its parts."""
    leaf = Leaf((word,))
    for axis in axes:
        for first in (True, False):
            if isinstance(tree, Group) and tree.axis is axis and tree.carrier is None:
                yield replace(tree, parts=(leaf, *tree.parts) if first else (*tree.parts, leaf))
            else:
                yield Group(axis, (leaf, tree) if first else (tree, leaf), gap)
    if isinstance(tree, Group) and tree.carrier is None:
        for at, part in enumerate(tree.parts):
            for axis in axes:
                if axis is tree.axis:
                    continue
                for first in (True, False):
                    inner = Group(axis, (leaf, part) if first else (part, leaf), gap)
                    yield replace(tree, parts=(*tree.parts[:at], inner, *tree.parts[at + 1 :]))


# -- laying a tree out -----------------------------------------------------------------


@dataclass(frozen=True, slots=True)
class TreeMeasures:
    """How large each stack counts, in grains of the drawing, and the least gap between two."""

    sizes: Mapping[str, tuple[float, float]]
    frames: Mapping[str, tuple[float, float]]
    least_gap: float
    boxes: Mapping[str, Box]

    def of(self, tree: Tree) -> tuple[float, float]:
        """Return width and height of a tree laid out."""
        match tree:
            case Leaf():
                return self._of_leaf(tree.roots)
            case Grid():
                wide, high = self.sizes[tree.roots[0]]
                rows = len(tree.roots) // tree.columns
                across, down = max(tree.across, self.least_gap), max(tree.down, self.least_gap)
                size = (tree.columns * (wide + across) - across, rows * (high + down) - down)
            case Group():
                inner = [self.of(part) for part in tree.parts]
                gaps = (len(inner) - 1) * max(tree.gap, self.least_gap)
                if tree.axis is Axis.X:
                    size = sum(w for w, _ in inner) + gaps, max(h for _, h in inner)
                else:
                    size = max(w for w, _ in inner), sum(h for _, h in inner) + gaps
        frame = self.frames[tree.carrier] if tree.carrier is not None else (0.0, 0.0)
        return size[0] + frame[0], size[1] + frame[1]

    def _of_leaf(self, roots: tuple[str, ...]) -> tuple[float, float]:
        if len(roots) == 1:
            return self.sizes[roots[0]]
        boxes = [self.boxes[root] for root in roots]
        wide = max(b.x.high for b in boxes) - min(b.x.low for b in boxes)
        high = max(b.y.high for b in boxes) - min(b.y.low for b in boxes)
        grown = max(self.sizes[r][0] / max(1, self.boxes[r].x.length) for r in roots)
        return wide * grown, high * grown

    def laid(self, tree: Tree, x: float, y: float, room: tuple[float, float]) -> Iterator[tuple[str, float, float]]:
        """Yield each stack with its middle, the tree laid out in a room; what is left over goes to gaps and sides."""
        wide, high = self.of(tree)
        if not isinstance(tree, Leaf) and tree.carrier is not None:
            frame = self.frames[tree.carrier]
            x, y, room = x + frame[0] / 2, y + frame[1] / 2, (room[0] - frame[0], room[1] - frame[1])
            wide, high = wide - frame[0], high - frame[1]
            tree = replace(tree, carrier=None)
        match tree:
            case Leaf():
                yield from self._leaf_laid(tree.roots, x, y)
            case Grid():
                w, h = self.sizes[tree.roots[0]]
                across, down = max(tree.across, self.least_gap), max(tree.down, self.least_gap)
                for number, root in enumerate(tree.roots):
                    row, column = divmod(number, tree.columns)
                    yield root, x + column * (w + across) + w / 2, y + row * (h + down) + h / 2
            case Group():
                yield from self._group_laid(tree, x, y, (wide, high), room)

    def _leaf_laid(self, roots: tuple[str, ...], x: float, y: float) -> Iterator[tuple[str, float, float]]:
        boxes = {root: self.boxes[root] for root in roots}
        if len(roots) == 1:
            w, h = self.sizes[roots[0]]
            yield roots[0], x + w / 2, y + h / 2
            return
        grown = max(self.sizes[r][0] / max(1, boxes[r].x.length) for r in roots)
        left, top = min(b.x.low for b in boxes.values()), min(b.y.low for b in boxes.values())
        for root, lies in boxes.items():
            middle_x, middle_y = (lies.x.low + lies.x.high) / 2, (lies.y.low + lies.y.high) / 2
            yield root, x + (middle_x - left) * grown, y + (middle_y - top) * grown

    def _group_laid(
        self, group: Group, x: float, y: float, size: tuple[float, float], room: tuple[float, float]
    ) -> Iterator[tuple[str, float, float]]:
        along = 0 if group.axis is Axis.X else 1
        gap = max(group.gap, self.least_gap)
        spare = max(0.0, room[along] - size[along])
        count = len(group.parts) - 1
        if count and group.gap > SMALL_GAP:
            gap += min(spare / count, 1.0 * INCH)
        at = [x, y]
        for part in group.parts:
            its = self.of(part)
            room_here = [0.0, 0.0]
            room_here[along] = its[along]
            room_here[1 - along] = max(its[1 - along], min(room[1 - along], max(size[1 - along], its[1 - along])))
            offset = [at[0], at[1]]
            spare_across = room_here[1 - along] - its[1 - along]
            if not isinstance(part, Group) or part.axis is group.axis:
                offset[1 - along] += _aside(spare_across, its[1 - along])
            yield from self.laid(part, offset[0], offset[1], (room_here[0], room_here[1]))
            at[along] += its[along] + gap


def _aside(spare: float, length: float) -> float:
    """Return how far a part stands from the start of its room: in the middle where little is left."""
    return spare / 2 if spare <= length * 0.3 else 0.0
