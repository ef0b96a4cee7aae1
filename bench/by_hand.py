"""What a person does now: multiply every number by page over sketch, round to 1/8 in, and cut.

``python -m bench.by_hand`` prints what breaks by it, beside the same sketches laid as drawn.
"""

from dataclasses import replace
from fractions import Fraction
from typing import Final

from bench.sketches import demo_sketches
from inkquilt.fit import FitRequest, School, Way
from inkquilt.fit.solve import fit
from inkquilt.lengths import INCH, MM, Grains, Unit
from inkquilt.page import FORMATS, Page
from inkquilt.sketch import Block, Role, Sketch
from inkquilt.sketch.geometry import box
from inkquilt.sketch.model import Size
from inkquilt.sketch.relations import read_relations

KINDS: Final = ("shared edges lost", "wrong reveals", "pieces off the page", "new overlaps")


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
        off = around.x.low < 0 or around.y.low < 0 or around.x.high > page.width or around.y.high > page.height
        counts[KINDS[2]] += off and block.role is not Role.BASE
    for apart in relations.aparts:
        if apart.hard:
            low, high = boxes[apart.first].along(apart.axis), boxes[apart.second].along(apart.axis)
            counts[KINDS[3]] += low.high > high.low
    return counts


def _reveal(blocks: dict[str, Block], mat: Block) -> tuple[int, int, int, int]:
    outer, inner = blocks[mat.id], blocks[mat.of[0]]
    return (
        inner.x - outer.x,
        inner.y - outer.y,
        outer.x + outer.width - inner.x - inner.width,
        outer.y + outer.height - inner.y - inner.height,
    )


def main() -> None:
    """Measure and print."""
    counts = {"multiplied and rounded": dict.fromkeys(KINDS, 0), "laid as drawn": dict.fromkeys(KINDS, 0)}
    pages = 0
    for sketch in demo_sketches():
        for form in FORMATS:
            page = form.page()
            laid = fit(FitRequest.plain(sketch, page), Way(School.KEEP_PROPORTIONS))
            if laid.aside or laid.way.plan:
                continue
            pages += 1
            for name, blocks in zip(counts, (multiplied(laid.sketch, page).blocks, laid.blocks), strict=True):
                for kind, count in broken(laid.sketch, blocks, page).items():
                    counts[name][kind] += count
    print(f"{pages} pages, broken by multiplying and rounding / laid as drawn:")
    for kind in KINDS:
        print(f"  {kind}: {' / '.join(str(counts[name][kind]) for name in counts)}")


if __name__ == "__main__":
    main()
