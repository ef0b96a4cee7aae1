"""The groups of one design dealt over two facing pages: photos on both, the lead photo with the title on one.

Common practice, no source: photos keep off the gap, the title is said once, the story stands on the
other page, bands run through.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace

from inkquilt.design.tree import Grid, Group, Leaf, Tree, leaves
from inkquilt.sketch.geometry import Axis


@dataclass(frozen=True, slots=True)
class Dealt:
    """A tree on the left page and one on the right; ``changes`` counts groups that were parted."""

    left: Tree
    right: Tree
    changes: int = 1

    @property
    def swapped(self) -> Dealt:
        """The same with the pages exchanged."""
        return Dealt(self.right, self.left, self.changes + 1)


def dealt_over_two(photos: Tree, lead: str | None) -> Iterator[Dealt]:
    """Yield the ways to deal a tree of photos over two pages; ``lead`` is the stack of the photo that leads."""
    seen: set[tuple[frozenset[str], frozenset[str]]] = set()
    for one in (*_alone(photos, lead), *_cut(photos)):
        parts = frozenset(leaves(one.left)), frozenset(leaves(one.right))
        if parts not in seen:
            seen.add(parts)
            yield one
            yield one.swapped


def _alone(photos: Tree, lead: str | None) -> Iterator[Dealt]:
    """The lead photo on a page of its own, where it does not share a mat with others."""
    if lead is None:
        return
    rest = without(photos, {lead})
    if rest is not None and set(leaves(rest)) == set(leaves(photos)) - {lead}:
        yield Dealt(Leaf((lead,)), rest)


def _cut(tree: Tree) -> Iterator[Dealt]:
    """Cut the outermost group between its parts, or a grid between its columns and rows."""
    if isinstance(tree, Leaf) or tree.carrier is not None:
        return
    if isinstance(tree, Grid):
        yield from _cut_grid(tree)
        return
    for at in range(1, len(tree.parts)):
        yield Dealt(_joined(tree, tree.parts[:at]), _joined(tree, tree.parts[at:]))
    for number, part in enumerate(tree.parts):
        others = (*tree.parts[:number], *tree.parts[number + 1 :])
        for inner in _cut(part):
            yield Dealt(_joined(tree, (*others, inner.left)), inner.right, 2)
            yield Dealt(inner.left, _joined(tree, (*others, inner.right)), 2)


def _cut_grid(grid: Grid) -> Iterator[Dealt]:
    rows = [grid.roots[at : at + grid.columns] for at in range(0, len(grid.roots), grid.columns)]
    for at in range(1, grid.columns):
        halves = (tuple(root for row in rows for root in row[:at]), tuple(root for row in rows for root in row[at:]))
        yield Dealt(_part(grid, halves[0], at), _part(grid, halves[1], grid.columns - at))
    for at in range(1, len(rows)):
        halves = (tuple(root for row in rows[:at] for root in row), tuple(root for row in rows[at:] for root in row))
        yield Dealt(_part(grid, halves[0], grid.columns), _part(grid, halves[1], grid.columns))


def _part(grid: Grid, roots: tuple[str, ...], columns: int) -> Tree:
    return Leaf(roots) if len(roots) == 1 else replace(grid, roots=roots, columns=columns, drawn_columns=columns)


def _joined(group: Group, parts: tuple[Tree, ...]) -> Tree:
    return parts[0] if len(parts) == 1 else replace(group, parts=parts)


def without(tree: Tree, roots: set[str]) -> Tree | None:
    """Return a tree without some stacks, or None where nothing is left; what is atomic stays whole."""
    match tree:
        case Leaf():
            return None if set(tree.roots) <= roots else tree
        case Grid():
            return tree
        case Group():
            if tree.carrier is not None:
                return tree
            kept = tuple(left for part in tree.parts if (left := without(part, roots)) is not None)
            return _joined(tree, kept) if kept else None


def stood(roots: Iterable[str], gap: int) -> Tree | None:
    """Return stacks one below the other, or None where there are none."""
    names = tuple(roots)
    if not names:
        return None
    return Leaf(names) if len(names) == 1 else Group(Axis.Y, tuple(Leaf((name,)) for name in names), gap)
