"""Choices for a whole page, made on the sketch before anything is fitted.

Strips run to the page's edge or stop short of it, every tilt is straightened,
a row of repeated pieces gets as many as its new length holds.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import replace
from fractions import Fraction
from itertools import pairwise
from typing import Final

from inkquilt.fit.request import StripEnds, Switches
from inkquilt.fit.straighten import straightened, tilted_stacks
from inkquilt.lengths import INCH, Grains
from inkquilt.sketch.geometry import Axis
from inkquilt.sketch.model import MOST_BLOCKS, Block, Role, Size, Sketch
from inkquilt.sketch.patterns import EQUAL
from inkquilt.sketch.relations import read_relations

#: A strip that stops short of the page's edge leaves this much.
SHORT_BY: Final[Grains] = INCH // 4
#: An end this near to the page's edge is meant when strips shall run to it.
NEARLY_THERE: Final[Grains] = 3 * INCH // 4
_ENDED: Final = frozenset({Role.STRIP, Role.BORDER, Role.PAPER})
#: Pieces that can be counted: everything but photos and words.
_COUNTED: Final = frozenset({Role.PAPER, Role.STRIP, Role.BORDER, Role.TAG, Role.CLUSTER})
#: Gaps of a row of repeated pieces are at most this part of a piece.
_CLOSE: Final = Fraction(1, 2)


def switched(sketch: Sketch, switches: Switches, page: Size) -> Sketch:
    """Return the sketch with these choices made; ``page`` is the one it is going on."""
    if switches.in_line:
        sketch = straightened(sketch, frozenset().union(*tilted_stacks(sketch)))
    if switches.ends is StripEnds.SHORT:
        sketch = _with_ends(sketch, lambda gap: SHORT_BY if abs(gap) <= EQUAL else gap)
    if switches.ends is StripEnds.TO_THE_EDGE:
        sketch = _with_ends(sketch, lambda gap: 0 if gap <= NEARLY_THERE else gap)
    if switches.recount:
        sketch = recounted(sketch, page)
    return sketch


def _with_ends(sketch: Sketch, ends: Callable[[Grains], Grains]) -> Sketch:
    layers = read_relations(sketch).layers
    blocks = []
    for block in sketch.blocks:
        if block.role not in _ENDED or block.turn or block.id in layers:
            blocks.append(block)
            continue
        reach = {"left": block.x, "top": block.y}
        reach["right"] = sketch.page.width - block.x - block.width
        reach["bottom"] = sketch.page.height - block.y - block.height
        # a band's long sides stay where they are; only its ends are meant
        across = block.width >= block.height
        names = ("left", "right") if across else ("top", "bottom")
        new = {name: ends(gap) if name in names else gap for name, gap in reach.items()}
        size = Size(sketch.page.width - new["left"] - new["right"], sketch.page.height - new["top"] - new["bottom"])
        blocks.append(block.placed(new["left"], new["top"], size) if min(size.width, size.height) > 0 else block)
    return replace(sketch, blocks=tuple(blocks))


def recounted(sketch: Sketch, page: Size) -> Sketch:
    """Return the sketch with as many repeated pieces in each row as keep their size on the page.

    Twelve 1 in flags across 12 in become eight or nine across 8 1/2 in. New pieces
    are copies of the last; those that are too many are left out from the end.
    """
    relations = read_relations(sketch)
    blocks = {block.id: block for block in sketch.blocks}
    taken: set[str] = set()
    for row in relations.patterns.gaps:
        pieces = [blocks[name] for name in row.blocks if name in blocks]
        if len(pieces) < 3 or taken & set(row.blocks) or not _repeats(pieces):
            continue
        taken |= set(row.blocks)
        length, whole = (sketch.page.width, page.width) if row.axis is Axis.X else (sketch.page.height, page.height)
        for name, block in _respaced(pieces, row.axis, Fraction(whole, length), set(blocks)):
            if block is None:
                del blocks[name]
            elif len(blocks) < MOST_BLOCKS or name in blocks:
                blocks[name] = block
    return replace(sketch, blocks=tuple(blocks.values()))


def _repeats(pieces: list[Block]) -> bool:
    first = pieces[0]
    return first.role in _COUNTED and all(
        piece.role is first.role
        and piece.shape is first.shape
        and not piece.of
        and abs(piece.width - first.width) <= EQUAL
        and abs(piece.height - first.height) <= EQUAL
        for piece in pieces
    )


def _respaced(pieces: list[Block], axis: Axis, scale: Fraction, names: set[str]) -> Iterator[tuple[str, Block | None]]:
    """Yield each piece of a row anew, None for those left out; in the sketch's own measure."""

    def start(block: Block) -> Grains:
        return block.x if axis is Axis.X else block.y

    def size(block: Block) -> Grains:
        return block.width if axis is Axis.X else block.height

    first, last = pieces[0], pieces[-1]
    span = start(last) + size(last) - start(first)
    gaps = [start(b) - start(a) - size(a) for a, b in pairwise(pieces)]
    gap = gaps[0]
    if gap > _CLOSE * size(first):
        return
    # n pieces of their own size and n - 1 gaps come nearest to the length they have on the page
    count = max(1, round((span * scale + gap) / (size(first) + gap)))
    pitch = Fraction(span + gap, count)
    for number in range(count):
        at = start(first) + round(number * pitch)
        length = start(first) + round((number + 1) * pitch) - gap - at
        model = pieces[min(number, len(pieces) - 1)]
        name = model.id if number < len(pieces) else _new_name(last.id, number + 1, names)
        names.add(name)
        label = model.label if number < len(pieces) else None
        if axis is Axis.X:
            yield name, replace(model, id=name, label=label, x=at, width=length)
        else:
            yield name, replace(model, id=name, label=label, y=at, height=length)
    for piece in pieces[count:]:
        yield piece.id, None


def _new_name(stem: str, number: int, names: set[str]) -> str:
    base = stem.rstrip("0123456789").rstrip("-") or stem
    while f"{base}-{number}" in names:
        number += 1
    return f"{base}-{number}"
