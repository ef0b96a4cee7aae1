"""From pieces laid on a sheet to the cuts, in an order for the hand, and to what is left.

Of the ways to take a sheet apart that one is chosen which leaves the largest
single part, then needs the fewest cuts; their order keeps the trimmer at its
present setting where it can.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Final, NamedTuple

from inkquilt.cutting.guillotine.values import Cut, CutSheet, Direction, Leftover, Placed, Rect, SheetLayout
from inkquilt.errors import CoreError
from inkquilt.lengths import Grains
from inkquilt.sketch.model import Size

#: With more pieces on one part only the first cut that leaves most is followed.
_WEIGHED: Final = 14
#: The key of what is to be left in one piece.
_FREE: Final = "\0free"


class NotSeparable(CoreError):
    """Pieces that no order of edge-to-edge cuts takes apart: a defect, never the user's fault."""

    code = "not-separable"

    def __init__(self, keys: Sequence[str]) -> None:
        self.keys = tuple(keys)
        super().__init__(f"no edge-to-edge cut separates {', '.join(keys)}")


class _Line(NamedTuple):
    direction: Direction
    at: Grains  # from the sheet's left or top edge


@dataclass(frozen=True, slots=True)
class _Tree:
    """A part of the sheet and how it is taken apart: by a line, or not at all."""

    rect: Rect
    largest: int
    cuts: int
    line: _Line | None = None
    first: _Tree | None = None
    second: _Tree | None = None
    piece: Placed | None = None

    @property
    def worth(self) -> tuple[int, int]:
        """More is better."""
        return self.largest, -self.cuts


def tightened(layout: SheetLayout) -> SheetLayout:
    """Return the layout with all pieces pushed to the left and top, along the cuts that leave the largest part.

    Every distance is then a sum of sides of pieces, so that pieces on the cutter's marks
    are cut at marks, and that part is at least as large as before. Raises ``NotSeparable``.
    """
    if not layout.placed or layout.free is not None:
        return layout
    size = layout.stock.size
    return SheetLayout(
        layout.stock, tuple(_pushed(_apart(Rect(0, 0, size.width, size.height), layout.placed, {})).placed)
    )


class _Pushed(NamedTuple):
    """Pieces pushed together, from their own top left corner on, and how much room they take."""

    placed: list[Placed]
    width: Grains
    height: Grains


def _pushed(tree: _Tree) -> _Pushed:
    """Push what is in a part together; an empty half ends up behind the other."""
    if tree.piece is not None:
        return _Pushed([replace(tree.piece, x=0, y=0)], tree.rect.width, tree.rect.height)
    if tree.line is None or tree.first is None or tree.second is None:
        return _Pushed([], 0, 0)
    first, second = _pushed(tree.first), _pushed(tree.second)
    if tree.line.direction is Direction.UPRIGHT:
        moved = [replace(piece, x=piece.x + first.width) for piece in second.placed]
        return _Pushed([*first.placed, *moved], first.width + second.width, max(first.height, second.height))
    moved = [replace(piece, y=piece.y + first.height) for piece in second.placed]
    return _Pushed([*first.placed, *moved], max(first.width, second.width), first.height + second.height)


def with_cuts(layout: SheetLayout) -> CutSheet:
    """Return the sheet with its cuts and leftovers. Raises ``NotSeparable``."""
    tree = _tree_of(layout)
    return CutSheet(layout.stock, layout.placed, tuple(_ordered(tree)), tuple(_leftovers(tree, "0")))


def largest_part(layout: SheetLayout) -> int:
    """Return the area of the largest single part that the cuts can leave."""
    return _tree_of(layout).largest


def _tree_of(layout: SheetLayout) -> _Tree:
    """Take a sheet apart; what is to be left in one piece is held together like a piece."""
    size, free = layout.stock.size, layout.free
    kept = [Placed(_FREE, free.x, free.y, Size(free.width, free.height))] if free is not None else []
    return _apart(Rect(0, 0, size.width, size.height), [*layout.placed, *kept], {})


def _apart(rect: Rect, pieces: Sequence[Placed], known: dict[Rect, _Tree]) -> _Tree:
    if rect in known:
        return known[rect]
    known[rect] = tree = _taken_apart(rect, pieces, known)
    return tree


def _taken_apart(rect: Rect, pieces: Sequence[Placed], known: dict[Rect, _Tree]) -> _Tree:
    if not pieces:
        return _Tree(rect, rect.area, 0)
    if len(pieces) == 1 and pieces[0].size == Size(rect.width, rect.height):
        only = pieces[0]
        return _Tree(rect, rect.area, 0) if only.key == _FREE else _Tree(rect, 0, 0, piece=only)
    lines = list(_lines(rect, pieces))
    if not lines:
        raise NotSeparable([piece.key for piece in pieces])
    if len(pieces) > _WEIGHED:
        lines = [max(lines, key=lambda line: _freed(rect, pieces, line))]
    best: _Tree | None = None
    for line in lines:
        low, high = _halves(rect, line)
        first = _apart(low, [p for p in pieces if _is_low(p, line)], known)
        second = _apart(high, [p for p in pieces if not _is_low(p, line)], known)
        largest = max(first.largest, second.largest)
        tree = _Tree(rect, largest, first.cuts + second.cuts + 1, line, first, second)
        if best is None or tree.worth > best.worth:
            best = tree
    assert best is not None
    return best


def _lines(rect: Rect, pieces: Sequence[Placed]) -> Iterator[_Line]:
    """Yield the edge-to-edge lines along pieces that cross none."""
    for direction, low, high, start, end in (
        (Direction.UPRIGHT, "x", "right", rect.x, rect.x + rect.width),
        (Direction.LEVEL, "y", "bottom", rect.y, rect.y + rect.height),
    ):
        spans = sorted((getattr(p, low), getattr(p, high)) for p in pieces)
        reach = start
        for begin, finish in spans:
            if begin >= reach:
                if start < reach < end:
                    yield _Line(direction, reach)
                if begin > reach and start < begin < end:
                    yield _Line(direction, begin)
            reach = max(reach, finish)
        if start < reach < end:
            yield _Line(direction, reach)


def _is_low(piece: Placed, line: _Line) -> bool:
    return (piece.right if line.direction is Direction.UPRIGHT else piece.bottom) <= line.at


def _halves(rect: Rect, line: _Line) -> tuple[Rect, Rect]:
    if line.direction is Direction.UPRIGHT:
        at = line.at - rect.x
        return Rect(rect.x, rect.y, at, rect.height), Rect(line.at, rect.y, rect.width - at, rect.height)
    at = line.at - rect.y
    return Rect(rect.x, rect.y, rect.width, at), Rect(rect.x, line.at, rect.width, rect.height - at)


def _freed(rect: Rect, pieces: Sequence[Placed], line: _Line) -> tuple[int, int]:
    """Return the area of an empty half, or else how evenly the line divides the pieces."""
    low = sum(_is_low(piece, line) for piece in pieces)
    halves = _halves(rect, line)
    if low in (0, len(pieces)):
        return halves[0 if low == 0 else 1].area, 0
    return 0, min(low, len(pieces) - low)


def _leftovers(tree: _Tree, part: str) -> Iterator[Leftover]:
    if tree.first is not None and tree.second is not None:
        yield from _leftovers(tree.first, part + "a")
        yield from _leftovers(tree.second, part + "b")
    elif tree.piece is None:
        yield Leftover(part, tree.rect.x, tree.rect.y, Size(tree.rect.width, tree.rect.height))


class _Ready(NamedTuple):
    part: str
    tree: _Tree


def _ordered(tree: _Tree) -> Iterator[Cut]:
    """Yield the cuts: the one that the present setting makes first, else the largest part's."""
    ready = [_Ready("0", tree)] if tree.line else []
    setting: Grains | None = None
    while ready:
        chosen = max(ready, key=lambda one: (_setting(one.tree) == setting, one.tree.rect.area))
        ready.remove(chosen)
        part, branch = chosen
        assert branch.line is not None
        setting = _setting(branch)
        yield Cut(part, branch.line.direction, setting, Size(branch.rect.width, branch.rect.height))
        for name, half in ((part + "a", branch.first), (part + "b", branch.second)):
            if half is not None and half.line is not None:
                ready.append(_Ready(name, half))


def _setting(tree: _Tree) -> Grains:
    """How far the line is from the part's left or top edge."""
    assert tree.line is not None
    return tree.line.at - (tree.rect.x if tree.line.direction is Direction.UPRIGHT else tree.rect.y)
