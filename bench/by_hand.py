"""What a person does now: multiply every number by page over sketch, round to 1/8 in, and cut."""

from dataclasses import replace
from fractions import Fraction
from typing import Final

from inkquilt.fit import bounds
from inkquilt.lengths import INCH, MM, Grains, Unit
from inkquilt.page import Page
from inkquilt.sketch import Block, Role, Sketch
from inkquilt.sketch.geometry import box
from inkquilt.sketch.model import Size
from inkquilt.sketch.relations import read_relations

KINDS: Final = ("shared edges lost", "wrong reveals", "photos of no print size", "pieces off the page", "new overlaps")


def multiplied(sketch: Sketch, page: Page) -> Sketch:
    """Return the sketch with every place and size multiplied and rounded to the usual mark."""
    mark = INCH // 8 if page.unit is Unit.IN else MM

    def by(length: Grains, ratio: Fraction) -> Grains:
        return round(length * ratio / mark) * mark

    across, down = Fraction(page.width, sketch.page.width), Fraction(page.height, sketch.page.height)
    blocks = tuple(
        block.placed(
            by(block.x, across),
            by(block.y, down),
            Size(max(mark, by(block.width, across)), max(mark, by(block.height, down))),
        )
        for block in sketch.blocks
    )
    return replace(sketch, page=Size(page.width, page.height), blocks=blocks)


def broken(sketch: Sketch, done: tuple[Block, ...], page: Page) -> dict[str, int]:
    """Count what of the sketch does not hold for these blocks on a page."""
    relations = read_relations(sketch)
    now = {block.id: block for block in done}
    boxes = {name: box(block) for name, block in now.items()}
    counts = dict.fromkeys(KINDS, 0)
    for line in relations.lines:
        places = []
        for edge in line.edges:
            ends = boxes[edge.block].along(line.axis)
            places.append(ends.high if edge.high else ends.low)
        counts[KINDS[0]] += len(places) - max(places.count(place) for place in places)
    drawn = {block.id: block for block in sketch.blocks}
    for mat in drawn.values():
        if len(mat.of) == 1 and not mat.turn:
            counts[KINDS[1]] += _reveal(now, mat) != _reveal(drawn, mat) and page.unit is sketch.unit
    for block in now.values():
        around = boxes[block.id]
        was = drawn[block.id]
        if block.role is Role.PHOTO and was.size != block.size:
            counts[KINDS[2]] += not _is_print(block.size, page.unit)
        off = around.x.low < 0 or around.y.low < 0 or around.x.high > page.width or around.y.high > page.height
        counts[KINDS[3]] += off and block.role is not Role.BASE
    for apart in relations.aparts:
        if apart.hard:
            low, high = boxes[apart.first].along(apart.axis), boxes[apart.second].along(apart.axis)
            counts[KINDS[4]] += low.high > high.low
    return counts


def _reveal(blocks: dict[str, Block], mat: Block) -> tuple[int, int, int, int]:
    outer, inner = blocks[mat.id], blocks[mat.of[0]]
    return (
        inner.x - outer.x,
        inner.y - outer.y,
        outer.x + outer.width - inner.x - inner.width,
        outer.y + outer.height - inner.y - inner.height,
    )


def _is_print(size: Size, unit: Unit) -> bool:
    """Tell whether a photo comes out of a print with little trimmed off: 1/2 in a side and 12 % of its area."""
    least = INCH // 2
    for listed in bounds.PRINT_SIZES[unit]:
        for print_size in (listed, listed.swapped()):
            off = print_size.width - size.width, print_size.height - size.height
            area = print_size.width * print_size.height
            small = 100 * (area - size.width * size.height) <= 12 * area
            if 0 <= off[0] <= least and 0 <= off[1] <= least and small:
                return True
    return False
