"""Small fits against every page there is: the weighted sum finds what the staged order of wishes asks for."""

from collections.abc import Iterator
from dataclasses import replace
from fractions import Fraction
from itertools import product
from unittest import TestCase

from inkquilt.fit import FitRequest, School, Way
from inkquilt.fit.check import check_fit
from inkquilt.lengths import INCH
from inkquilt.page import Page
from inkquilt.photos.trimming import TrimLimits
from inkquilt.sketch import Block
from inkquilt.sketch.model import Size
from tests.building import exact as fit
from tests.building import page_of, row, sketch_of

PRINTS = (Size(INCH, INCH), Size(2 * INCH, 2 * INCH), Size(2 * INCH, 3 * INCH))
CASES = (
    # a photo beside a panel whose tops stand in one line
    (sketch_of(row("p", "photo", 1, 1, 2, 2), row("s", "paper", 4, 1, 1, 4), page=(6, 6)), page_of("4", "5")),
    # a photo that lies over the lower edge of a band
    (sketch_of(row("s", "paper", 1, 3, 4, 2), row("p", "photo", 2, 2, 2, 3, level=1), page=(6, 6)), page_of("5", "4")),
    # an upright photo above a panel, feet and sides in line
    (sketch_of(row("p", "photo", 0.5, 1, 2, 3), row("s", "paper", 0.5, 4, 4, 1), page=(6, 6)), page_of("4", "6")),
    # drawn apart on both axes: one of them is only a wish
    (sketch_of(row("p", "photo", 1, 1, 2, 2), row("s", "paper", 4, 4, 2, 2), page=(7, 7)), page_of("5", "3")),
)


def missed_steps(length: Fraction) -> int:
    """Whole steps of a miss; half a step is none."""
    return max(0, -int(-(abs(length) - INCH // 2) // INCH))


def placings(sizes: Iterator[Size], page: Page) -> Iterator[tuple[int, int, Size]]:
    """Yield every size at every place on an inch grid."""
    for size in sizes:
        for x, y in product(range(0, page.width + 1, INCH), range(0, page.height + 1, INCH)):
            if x + size.width <= page.width and y + size.height <= page.height:
                yield x, y, size


def staged_cost(sketch, blocks: dict[str, Block], page: Page, school: School) -> tuple[int, int, int]:
    """Reckon photos, lines and displacement by hand, for a sketch of one photo and one paper."""
    scale = {"x": Fraction(page.width, sketch.page.width), "y": Fraction(page.height, sketch.page.height)}
    photo, drawn = blocks["p"], sketch.block("p")
    keeps = school is School.KEEP_PHOTOS
    wanted = (drawn.width * (1 if keeps else scale["x"]), drawn.height * (1 if keeps else scale["y"]))
    photos = missed_steps(photo.width - wanted[0]) + missed_steps(photo.height - wanted[1])
    photos += 1000 * (keeps and photo.size != drawn.size)
    lines = displacement = 0
    for axis, start, length in (("x", "x", "width"), ("y", "y", "height")):
        edges = {}
        for block_id in ("p", "s"):
            old, new = sketch.block(block_id), blocks[block_id]
            low, size = getattr(old, start), getattr(old, length)
            for high in (0, 1):
                edges.setdefault(low + high * size, []).append(getattr(new, start) + high * getattr(new, length))
            centre = 2 * getattr(new, start) + getattr(new, length)
            displacement += missed_steps(round((2 * low + size) * scale[axis]) - centre)
            if block_id == "s":
                displacement += missed_steps(round(size * scale[axis]) - getattr(new, length))
        lines += sum(len(places) - max(map(places.count, places)) for places in edges.values())
        old_p, old_s = sketch.block("p"), sketch.block("s")
        displacement += lost_order(old_p, old_s, blocks, axis, start, length)
    return photos, lines, displacement


def lost_order(old_p, old_s, blocks, axis, start, length) -> int:
    """Steps of overlap on the axis that is only a wish, for two blocks drawn apart on both axes."""

    def gap(p, s, a, size):
        return max(getattr(s, a) - getattr(p, a) - getattr(p, size), getattr(p, a) - getattr(s, a) - getattr(s, size))

    x, y = gap(old_p, old_s, "x", "width"), gap(old_p, old_s, "y", "height")
    if x < 0 or y < 0 or (axis == "x") == (x >= y):
        return 0
    overlap = -gap(blocks["p"], blocks["s"], start, length)
    return -(-overlap // INCH) if overlap > 0 else 0


class BruteForce(TestCase):
    def test_the_best_page_of_all_is_found(self):
        for number, (sketch, page) in enumerate(CASES):
            for school in (School.KEEP_PHOTOS, School.KEEP_PROPORTIONS):
                request = replace(
                    FitRequest.plain(sketch, page), grid=INCH, print_sizes=PRINTS, trim=TrimLimits(0, Fraction(0))
                )
                result = fit(request, Way(school))
                with self.subTest(case=number, school=school):
                    self.assertEqual(
                        (result.cost.photos, result.cost.lines, result.cost.displacement),
                        min(self.all_costs(sketch, page, request, school)),
                    )

    def all_costs(self, sketch, page, request, school):
        prints = {size for listed in PRINTS for size in (listed, listed.swapped())}
        sides = product(range(INCH, page.width + 1, INCH), range(INCH, page.height + 1, INCH))
        papers = list(placings((Size(*side) for side in sides), page))
        for x, y, size in placings(iter(prints), page):
            photo = sketch.block("p").placed(x, y, size)
            for px, py, paper in papers:
                blocks = {"p": photo, "s": sketch.block("s").placed(px, py, paper)}
                in_order = tuple(blocks[block.id] for block in sketch.blocks)
                if not check_fit(sketch, in_order, request, school):
                    yield staged_cost(sketch, blocks, page, school)
