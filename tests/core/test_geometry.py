"""Outlines and boxes of blocks, against Shapely."""

import math
from dataclasses import replace
from unittest import TestCase

from hypothesis import assume, given, settings
from hypothesis import strategies as st
from shapely import affinity
from shapely.geometry import MultiPoint, Point, Polygon, box

from inkquilt.lengths import INCH
from inkquilt.sketch import Block, Role, Shape
from inkquilt.sketch import geometry as g
from inkquilt.sketch.model import Corner, End, Part
from inkquilt.sketch.relations import separation

places = st.integers(0, 12 * INCH)
lengths = st.integers(INCH // 4, 6 * INCH)
turns = st.sampled_from([0, 500, 3300, 4500, 9000, 12345, 18000, 35500])
shapes = st.sampled_from([Shape.RECT, Shape.CIRCLE, Shape.TRIANGLE, Shape.HALF_CIRCLE, Shape.POLYGON])
#: A diamond, a house, a dart with a dent: corners in parts of the box.
POLYGONS = (
    ((5000, 0), (10_000, 5000), (5000, 10_000), (0, 5000)),
    ((5000, 0), (10_000, 4000), (10_000, 10_000), (0, 10_000), (0, 4000)),
    ((0, 0), (10_000, 5000), (0, 10_000), (3000, 5000)),
)


@st.composite
def blocks(draw, name="b"):
    shape = draw(shapes)
    width = draw(lengths)
    height = width if shape is Shape.CIRCLE else draw(lengths)
    flat = draw(st.sampled_from(list(End)))
    if shape is Shape.HALF_CIRCLE:
        short, long = width // 2, width // 2 * 2
        width, height = (long, short) if flat in (End.TOP, End.BOTTOM) else (short, long)
    return Block(
        name, Role.PAPER, shape, draw(places), draw(places), width, height, draw(turns),
        corner=draw(st.sampled_from(list(Corner))), end=flat,
        corners=tuple(Part(*at) for at in draw(st.sampled_from(POLYGONS))) if shape is Shape.POLYGON else (),
    )  # fmt: skip


def true_outline(block):
    """The block as Shapely sees it, built from the words of its definition."""
    if block.shape is Shape.CIRCLE:
        centre = Point(block.x + block.width / 2, block.y + block.height / 2)
        return centre.buffer(block.width / 2, quad_segs=90)
    left, top, right, bottom = block.x, block.y, block.x + block.width, block.y + block.height
    corners = {"top-left": (left, top), "top-right": (right, top), "bottom-right": (right, bottom),
               "bottom-left": (left, bottom)}  # fmt: skip
    if block.shape is Shape.TRIANGLE:
        across = {"top-left": "bottom-right", "bottom-right": "top-left", "top-right": "bottom-left",
                  "bottom-left": "top-right"}  # fmt: skip
        del corners[across[block.corner.value]]
    middle = ((left + right) / 2, (top + bottom) / 2)
    hull = Polygon(corners.values())
    if block.shape is Shape.POLYGON:
        hull = MultiPoint([(left + c.across * block.width / 10_000, top + c.down * block.height / 10_000)
                           for c in block.corners]).convex_hull  # fmt: skip
    if block.shape is Shape.HALF_CIRCLE:  # held by the five lines that touch it and its flat side
        at = {"top": (middle[0], top), "bottom": (middle[0], bottom), "left": (left, middle[1]),
              "right": (right, middle[1])}[block.end.value]  # fmt: skip
        eighths = [math.pi / 8 + number * math.pi / 4 for number in range(8)]
        round_it = min(block.width, block.height) / math.cos(math.pi / 8)
        octagon = Polygon([(at[0] + round_it * math.cos(a), at[1] + round_it * math.sin(a)) for a in eighths])
        hull = hull.intersection(octagon)
    return affinity.rotate(hull, block.turn / 100, origin=middle)


class Outlines(TestCase):
    @given(blocks())
    def test_corners_are_where_shapely_turns_them(self, block):
        assume(block.shape is not Shape.CIRCLE)
        mine = Polygon([(p.x / g.CORNER_SCALE, p.y / g.CORNER_SCALE) for p in g.outline(block)])
        self.assertLess(
            mine.symmetric_difference(true_outline(block)).area, 4 * 12 * INCH
        )  # a grain's breadth round it

    @given(blocks())
    def test_the_upright_box_holds_the_outline_and_touches_it(self, block):
        around = g.box(block)
        left, top, right, bottom = true_outline(block).bounds
        mine = (around.x.low, around.y.low, around.x.high, around.y.high)
        if g.has_own_hull(block):  # its box is that of the rectangle it is cut from
            self.assertTrue(box(*mine).buffer(3).contains(true_outline(block)))
        else:
            for got, want in zip(mine, (left, top, right, bottom), strict=True):
                self.assertAlmostEqual(got, want, delta=3)

    @settings(max_examples=300)
    @given(blocks("a"), blocks("b"))
    def test_outlines_can_be_separated_just_when_they_do_not_meet(self, a, b):
        one, two = true_outline(a), true_outline(b)
        distance, common = one.distance(two), one.intersection(two).area
        assume(distance > 60 or common > (INCH // 8) ** 2)  # leave out what only just touches
        self.assertEqual(separation(a, b) is not None, common == 0)

    @given(blocks())
    def test_the_hull_holds_all_that_is_cut(self, block):
        assume(block.shape is not Shape.CIRCLE)
        flat = replace(block, turn=0)
        hull = Polygon([(p.x / g.CORNER_SCALE, p.y / g.CORNER_SCALE) for p in g.outline(flat)])
        self.assertTrue(hull.buffer(2).contains(MultiPoint(g.drawn_outline(flat))))

    def test_quarters_are_exact(self):
        self.assertEqual([g.trig(quarter * 9000) for quarter in range(4)],
                         [(g.TRIG, 0), (0, g.TRIG), (-g.TRIG, 0), (0, -g.TRIG)])  # fmt: skip

    def test_a_banner_is_notched_at_its_end_by_half_its_width_or_as_told(self):
        for end, notch, corner in (
            (End.RIGHT, None, (4 * INCH - INCH // 2, INCH // 2)),
            (End.LEFT, INCH // 4, (INCH // 4, INCH // 2)),
            (End.TOP, INCH // 4, (2 * INCH, INCH // 4)),
            (End.BOTTOM, 9 * INCH, (2 * INCH, 0)),  # never deeper than the banner is long
        ):
            banner = Block("f", Role.STRIP, Shape.BANNER, 0, 0, 4 * INCH, INCH, end=end, notch=notch)
            with self.subTest(end):
                outline = g.drawn_outline(banner)
                self.assertEqual(len(outline), 5)
                self.assertIn(corner, outline)
                self.assertTrue(Polygon(outline).is_valid or end is End.BOTTOM)
