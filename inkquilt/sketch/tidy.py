"""Edges read from a picture, brought to common lines and to marks a ruler has."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace
from typing import Final

from inkquilt.lengths import INCH, MM, Grains, Unit
from inkquilt.sketch.draft import Draft
from inkquilt.sketch.geometry import Axis, box, is_tilted
from inkquilt.sketch.model import Block, Shape, Size

#: Edges no further apart than this were meant as one line; less than any usual reveal.
ONE_LINE: Final[Grains] = INCH // 16
MARK: Final = {Unit.IN: INCH // 16, Unit.MM: MM}


def tidied(draft: Draft) -> Draft:
    """Return the draft with near edges on one line and places and sizes on marks of 1/8 in (2 mm) or halves."""
    sketch = draft.sketch
    mark = MARK[sketch.unit]
    straight = [block for block in sketch.blocks if not is_tilted(block)]
    lines = {
        axis: _lines((edge for block in straight for edge in box(block).along(axis)), mark, _whole(sketch.page, axis))
        for axis in Axis
    }
    blocks = tuple(_on_lines(block, lines, mark) for block in sketch.blocks)
    return Draft(replace(sketch, blocks=blocks), draft.guessed)


def _whole(page: Size, axis: Axis) -> Grains:
    return page.width if axis is Axis.X else page.height


def _lines(edges: Iterable[Grains], mark: Grains, whole: Grains) -> dict[Grains, Grains]:
    """Map every edge to its line: the mean of those near it, on a mark; the page's own edges stay."""
    line: dict[Grains, Grains] = {}
    group: list[Grains] = []

    def close() -> None:
        if group:
            mean = _to_mark(sum(group) // len(group), mark)
            fixed = next((end for end in (0, whole) if any(abs(edge - end) <= mark // 2 for edge in group)), mean)
            line.update(dict.fromkeys(group, fixed))
            group.clear()

    for edge in sorted(set(edges)):
        if group and edge - group[0] > ONE_LINE:
            close()
        group.append(edge)
    close()
    return line


def _on_lines(block: Block, lines: dict[Axis, dict[Grains, Grains]], mark: Grains) -> Block:
    if is_tilted(block):
        size = Size(_at_least(block.width, mark), _at_least(block.height, mark))
        return block.placed(_to_mark(block.x, mark), _to_mark(block.y, mark), size)
    across, down = lines[Axis.X], lines[Axis.Y]
    left, top = across[block.x], down[block.y]
    size = Size(max(mark, across[block.x + block.width] - left), max(mark, down[block.y + block.height] - top))
    if block.shape is Shape.CIRCLE:
        size = Size(_at_least(block.width, mark), _at_least(block.width, mark))
    return block.placed(left, top, size)


def _to_mark(length: Grains, mark: Grains) -> Grains:
    """Return the mark that was meant: people draw on every second one, and a picture is read to half of one."""
    coarse = (length + mark) // (2 * mark) * (2 * mark)
    if abs(coarse - length) <= mark * 13 // 16:
        return coarse
    return (length + mark // 2) // mark * mark


def _at_least(length: Grains, mark: Grains) -> Grains:
    return max(mark, _to_mark(length, mark))
