"""Gaps between photos that are gone on the page."""

from dataclasses import replace
from unittest import TestCase

from inkquilt.fit.touching import touching
from inkquilt.lengths import INCH
from inkquilt.page import FORMATS
from inkquilt.sketch.geometry import box
from inkquilt.sketch.model import Block, Role, Shape

PAGE = next(form for form in FORMATS if form.key == "12x12").page()


def piece(name, x, y, width=2, height=2, role=Role.PHOTO, of=()):
    box = (round(side * INCH) for side in (x, y, width, height))
    return Block(name, role, Shape.RECT, *box, level=2 if role is Role.PHOTO else 1, of=of)


def grains(*inches):
    return tuple(round(one * INCH) for one in inches)


class Touching(TestCase):
    DRAWN = (piece("p", 1, 1), piece("q", 3.25, 1), piece("title", 1, 3.5, role=Role.TITLE))

    def test_two_photos_drawn_apart(self):
        for told, q, expected in (
            ("a gap is left", (3 + 1 / 64, 1), None),
            ("side by side", (3, 1), ("they touch now", (3, 1, 3, 3))),
            ("one lower by half", (3, 2), ("they touch now", (3, 2, 3, 3))),
            ("one above the other", (1.5, 3), ("they touch now", (1.5, 3, 3, 3))),
            ("at a corner alone", (3, 3), None),
            ("one over the other", (2.5, 2), ("they lie over each other now", (2.5, 2, 3, 3))),
        ):
            with self.subTest(told):
                found = touching(self.DRAWN, (piece("p", 1, 1), piece("q", *q)), PAGE)
                if expected is None:
                    self.assertEqual(found, ())
                    continue
                (one,) = found
                self.assertEqual((one.blocks, one.drawn), (("p", "q"), INCH // 4))
                self.assertEqual(one.words, f"photo p and photo q: the gap of 1/4 in is gone, {expected[0]}")
                x, y = one.seam.x, one.seam.y
                self.assertEqual((x.low, y.low, x.high, y.high), grains(*expected[1]))

    def test_photos_that_touched_when_drawn_may(self):
        drawn = (piece("p", 1, 1), piece("q", 3, 1))
        self.assertEqual(touching(drawn, drawn, PAGE), ())

    def test_mats_that_touch_are_photos_that_touch(self):
        def matted(name, x):
            return piece(name, x, 1), piece(f"m-{name}", x - 0.125, 0.875, 2.25, 2.25, Role.MAT, (name,))

        (one,) = touching((*matted("p", 1), *matted("q", 3.5)), (*matted("p", 1), *matted("q", 3.25)), PAGE)
        self.assertEqual((one.seam.x.low, one.seam.x.high), grains(3.125, 3.125))
        self.assertIn("the gap of 1/4 in is gone", one.words)
        self.assertEqual(touching((*matted("p", 1), *matted("q", 3.5)), (*matted("p", 1), *matted("q", 3.5)), PAGE), ())

    def test_of_a_tilted_photo_whose_box_alone_meets_another_nothing_is_told(self):
        leaning = replace(piece("q", 3.05, 1), turn=500)
        self.assertLess(box(leaning).x.low, 3 * INCH)
        self.assertEqual(touching(self.DRAWN, (piece("p", 1, 1), leaning), PAGE), ())

    def test_words_and_photos_that_are_not_there_are_not_asked(self):
        laid = (piece("p", 1, 1), piece("title", 1, 3, role=Role.TITLE), piece("new", 3, 1))
        self.assertEqual(touching(self.DRAWN, laid, PAGE), ())

    def test_it_is_told_in_the_unit_of_the_page(self):
        metric = next(form for form in FORMATS if form.key == "a4").page()
        (one,) = touching(self.DRAWN, (piece("p", 1, 1), piece("q", 3, 1)), metric)
        self.assertIn("the gap of about 6.4 mm", one.words)
