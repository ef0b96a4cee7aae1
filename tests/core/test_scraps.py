"""Scraps of any outline: the largest rectangle in one."""

import math
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st
from shapely import affinity
from shapely.geometry import Polygon, box

from inkquilt.lengths import INCH
from inkquilt.paper.scraps import FINEST, LEAST_SCRAP, usable_rect
from inkquilt.sketch.model import POLYGON_PARTS, Part, Size
from tests.building import size


def scrap(*corners):
    """Return the box round an outline in inches, and the outline in parts of it."""
    left, top = min(x for x, _ in corners), min(y for _, y in corners)
    wide, high = max(x for x, _ in corners) - left, max(y for _, y in corners) - top
    parts = [
        Part(round((x - left) / wide * POLYGON_PARTS), round((y - top) / high * POLYGON_PARTS)) for x, y in corners
    ]
    return Size(round(wide * INCH), round(high * INCH)), parts


def lying(shape, turn=0.0):
    """Return a scrap that lies turned by so many degrees."""
    return scrap(*list(affinity.rotate(shape, turn).exterior.coords)[:-1])


class UsableRects(TestCase):
    def test_how_much_can_be_cut_out_of_it(self):
        ell = Polygon([(0, 0), (6, 0), (6, 2), (2, 2), (2, 5), (0, 5)])
        frame_end = Polygon([(0, 0), (8, 0), (7, 1), (1, 1)])
        for name, shape, expected in [
            ("a rectangle is itself", box(0, 0, 5, 3), ("5", "3")),
            ("of an L its larger arm", ell, ("6", "2")),
            ("of a mitred end all but its corners", frame_end, ("6", "1")),
            ("of a right triangle a quarter of its box", Polygon([(0, 0), (8, 0), (0, 4)]), ("4", "2")),
        ]:
            with self.subTest(name):
                found = usable_rect(*lying(shape)).size
                wanted = size(*expected)
                # Along slanting edges it is found to a step.
                self.assertLessEqual(abs(found.width * found.height / (wanted.width * wanted.height) - 1), 0.12)
                if len(set(shape.exterior.coords)) == 4 and shape.area == shape.envelope.area:
                    self.assertEqual(found, wanted)

    def test_however_it_lay_on_the_sheet(self):
        for turn in (0, 7, 30, 45, 60, 90, 123):
            with self.subTest(turn=turn):
                found = usable_rect(*lying(box(0, 0, 5, 3), turn)).size
                sides = sorted((found.width / INCH, found.height / INCH))
                self.assertAlmostEqual(sides[0], 3, delta=0.1)
                self.assertAlmostEqual(sides[1], 5, delta=0.1)

    def test_it_is_rounded_down_and_too_little_is_none(self):
        found = usable_rect(*lying(box(0, 0, 5.06, 3.05))).size
        self.assertEqual(found, size("5", "3"))
        for side, kept in [(0.5, True), (0.49, False)]:
            with self.subTest(side=side):
                self.assertEqual(usable_rect(*lying(box(0, 0, 5, side))) is not None, kept)
        self.assertEqual(LEAST_SCRAP, INCH // 2)
        self.assertIsNone(usable_rect(*lying(Polygon([(0, 0), (3, 0), (1.5, 0.4)]))))
        line = [Part(0, 0), Part(5_000, 5_000), Part(10_000, 10_000)]
        self.assertIsNone(usable_rect(size("5", "5"), line), "an outline without an inside")
        bow_tie = [Part(0, 0), Part(10_000, 10_000), Part(10_000, 0), Part(0, 10_000)]
        self.assertIsNotNone(usable_rect(size("5", "5"), bow_tie))

    @given(st.lists(st.floats(0.8, 4), min_size=5, max_size=12), st.floats(0, 90))
    def test_it_lies_within_the_scrap(self, reaches, turn):
        step = 2 * math.pi / len(reaches)
        corners = [(r * math.cos(n * step), r * math.sin(n * step)) for n, r in enumerate(reaches)]
        around, parts = lying(Polygon(corners), turn)
        found = usable_rect(around, parts)
        self.assertIsNotNone(found, "0.8 in round its middle are free")
        whole = Polygon([(p.across * around.width, p.down * around.height) for p in parts]).buffer(0)
        cut = Polygon([(p.across * around.width, p.down * around.height) for p in found.corners])
        self.assertLess(cut.difference(whole).area, 0.002 * whole.area)
        area = cut.area / POLYGON_PARTS**2
        self.assertAlmostEqual(area / (found.size.width * found.size.height), 1, delta=0.01)
        self.assertEqual((found.size.width % FINEST, found.size.height % FINEST), (0, 0))
