"""Outlines for a cutting machine, corner by corner."""

from math import atan, sin
from unittest import TestCase

from inkquilt.cutting.machine import (
    GAP,
    MachinePoint,
    MachineShape,
    NothingLeft,
    Ring,
    ShapeTooLarge,
    folded,
    is_shaped,
    machine_shapes,
    nested,
    offset_outline,
)
from inkquilt.lengths import INCH
from inkquilt.paper import pieces_of
from inkquilt.paper.openings import Inset
from inkquilt.sketch.model import End, Size
from tests.building import row, size, sketch_of


def points(*places):
    return tuple(MachinePoint(round(x * INCH), round(y * INCH)) for x, y in places)


def shape(key, wide, high, **more):
    corners = points((0, 0), (wide, 0), (wide, high), (0, high))
    return MachineShape(key, Size(round(wide * INCH), round(high * INCH)), (Ring(corners),), **more)


def round_shape(radius):
    middle = round(radius * INCH)
    return MachineShape("1", Size(2 * middle, 2 * middle), (Ring((MachinePoint(middle, middle),), middle),))


class Outlines(TestCase):
    def rings(self, role, wide, high, windows=None, **more):
        blocks = sketch_of(row("a", role, 2, 3, wide, high, **more)).blocks
        (one,) = machine_shapes(blocks, pieces_of(blocks).numbers, windows)
        self.assertEqual(one.size, blocks[0].size)
        return one.rings

    def test_each_shape_from_its_own_corner(self):
        for role, wide, high, more, corners in [
            ("paper", 4, 2, {}, [(0, 0), (4, 0), (4, 2), (0, 2)]),
            ("paper", 4, 2, {"turn": 30}, [(0, 0), (4, 0), (4, 2), (0, 2)]),  # it is cut lying straight
            ("paper", 4, 2, {"shape": "triangle", "corner": "bottom-left"}, [(0, 0), (4, 2), (0, 2)]),
            ("strip", 4, 2, {"shape": "banner", "end": "right", "notch": 1}, [(0, 0), (4, 0), (3, 1), (4, 2), (0, 2)]),
        ]:
            with self.subTest(more):
                (ring,) = self.rings(role, wide, high, **more)
                self.assertEqual(sorted(ring.corners), sorted(points(*corners)))

    def test_a_frame_and_a_window_are_two_lines(self):
        outer, inner = self.rings("paper", 6, 4, shape="frame", band="1")
        self.assertEqual(sorted(inner.corners), sorted(points((1, 1), (5, 1), (5, 3), (1, 3))))
        outer, inner = self.rings("paper", 6, 4, windows={"a": (Inset(INCH, 2 * INCH, size("2", "1")),)})
        self.assertEqual(sorted(outer.corners), sorted(points((0, 0), (6, 0), (6, 4), (0, 4))))
        self.assertEqual(inner.corners, points((1, 2), (3, 2), (3, 3), (1, 3)))

    def test_a_circle_goes_round_its_middle(self):
        (ring,) = self.rings("paper", 3, 3, shape="circle")
        self.assertEqual((ring.corners, ring.radius), (points((1.5, 1.5)), INCH * 3 // 2))

    def test_a_tag_has_two_corners_cut_and_a_hole_at_its_short_end(self):
        # 28 hundredths of the shorter side; the hole has three tenths of that for its radius.
        cut, hole = INCH * 28 // 100 / INCH, INCH * 28 // 100 * 3 // 10
        upright, lying = self.rings("tag", 1, 2), self.rings("tag", 2, 1)
        self.assertEqual(
            upright,
            (Ring(points((cut, 0), (1 - cut, 0), (1, cut), (1, 2), (0, 2), (0, cut))), Ring(points((0.5, cut)), hole)),
        )
        self.assertEqual(
            lying,
            (Ring(points((cut, 0), (2, 0), (2, 1), (cut, 1), (0, 1 - cut), (0, cut))), Ring(points((cut, 0.5)), hole)),
        )
        self.assertEqual(self.rings("tag", 1, 1)[1].corners, points((cut, 0.5)))

    def test_what_is_worth_a_machine(self):
        for role, more, worth in [
            ("paper", {}, False), ("tag", {}, True), ("paper", {"shape": "circle"}, True), ("strip", {}, False),
        ]:  # fmt: skip
            (block,) = sketch_of(row("a", role, 0, 0, 2, 2, **more)).blocks
            with self.subTest(role, **more):
                self.assertEqual(is_shaped(block), worth)

    def test_a_base_only_with_a_window_and_a_photo_never(self):
        blocks = sketch_of(row("b", "base", 0, 0, 12, 12), row("p", "photo", 1, 1, 4, 6, level=1)).blocks
        numbers = pieces_of(blocks).numbers
        self.assertEqual(machine_shapes(blocks, numbers), ())
        (base,) = machine_shapes(blocks, numbers, {"b": (Inset(INCH, INCH, size("2", "2")),)})
        self.assertEqual((base.key, len(base.rings)), (str(numbers["b"]), 2))


class FoldedAndOffset(TestCase):
    def test_folded_it_is_twice_as_large_on_its_side_with_a_line_to_score(self):
        for along, wide, high, fold in [
            (End.LEFT, 6, 2, [(3, 0), (3, 2)]), (End.RIGHT, 6, 2, [(3, 0), (3, 2)]),
            (End.TOP, 3, 4, [(0, 2), (3, 2)]), (End.BOTTOM, 3, 4, [(0, 2), (3, 2)]),
        ]:  # fmt: skip
            with self.subTest(along):
                card = folded(shape("1", 3, 2), along)
                self.assertEqual((card.size, card.folds), (Size(wide * INCH, high * INCH), (points(*fold),)))
                self.assertEqual(card.rings[0].corners, points((0, 0), (wide, 0), (wide, high), (0, high)))

    def test_so_much_further_out_or_in(self):
        for by, key, side in [(1, "1+", 6), (0.25, "1+", 4.5), (-0.25, "1-", 3.5), (-1.75, "1-", 0.5)]:
            with self.subTest(by=by):
                around = offset_outline(shape("1", 4, 4), round(by * INCH))
                self.assertEqual((around.key, around.size), (key, Size(round(side * INCH), round(side * INCH))))
                self.assertEqual(
                    sorted(around.rings[0].corners), sorted(points((0, 0), (side, 0), (side, side), (0, side)))
                )
                circle = offset_outline(round_shape(2), round(by * INCH))
                self.assertEqual((circle.size, circle.rings[0].radius), (around.size, around.size.width // 2))
                self.assertEqual(circle.rings[0].corners, points((side / 2, side / 2)))

    def test_so_far_in_that_nothing_is_left(self):
        for one in (shape("1", 4, 2), round_shape(1)):
            offset_outline(one, 1 - INCH)
            with self.assertRaises(NothingLeft) as caught:
                offset_outline(one, -INCH)
            self.assertEqual(caught.exception.key, "1")

    def test_one_that_falls_apart_is_no_outline(self):
        waist = Ring(
            points(
                (0, 0), (2, 0), (2, 0.9), (3, 0.9), (3, 0), (5, 0), (5, 2), (3, 2), (3, 1.1), (2, 1.1), (2, 2), (0, 2)
            )
        )
        self.assertRaises(NothingLeft, offset_outline, MachineShape("1", size("5", "2"), (waist,)), -INCH // 4)

    def test_a_sharp_corner_is_cut_off_at_four_times_the_distance(self):
        by = INCH // 8
        # The tip of a triangle 4 in long moves out by the distance over the sine of half its angle.
        for high, reach in [(4, by / sin(atan(2 / 4))), (2.2, by / sin(atan(1.1 / 4))), (0.2, 4 * by)]:
            tip = Ring(points((0, 0), (4, high / 2), (0, high)))
            spike = MachineShape("1", Size(4 * INCH, round(high * INCH)), (tip,))
            with self.subTest(high=high):
                self.assertAlmostEqual(offset_outline(spike, by).size.width - 4 * INCH - by, reach, delta=2)


class OnTheMat(TestCase):
    def test_shapes_lie_a_gap_apart_and_a_gap_from_the_edge(self):
        (mat,) = nested([shape("1", 5, 3), shape("2", 5, 3)], size("12", "12"))
        boxes = [
            (min(p.x for p in one.rings[0].corners), min(p.y for p in one.rings[0].corners), one.size)
            for one in mat.shapes
        ]
        for x, y, taken in boxes:
            self.assertGreaterEqual(min(x, y), GAP)
            self.assertLessEqual(max(x + taken.width, y + taken.height), 12 * INCH - GAP)
        (ax, ay, a), (bx, by, b) = boxes
        apart = [
            ax + a.width + GAP <= bx,
            bx + b.width + GAP <= ax,
            ay + a.height + GAP <= by,
            by + b.height + GAP <= ay,
        ]
        self.assertTrue(any(apart))

    def test_what_the_mat_holds_to_the_grain(self):
        largest = 12 * INCH - 2 * GAP
        for more, fits in [(0, True), (1, False)]:
            one = MachineShape("7", Size(largest + more, INCH), (Ring(points((0, 0))),))
            with self.subTest(more=more):
                if fits:
                    self.assertEqual(len(nested([one], size("12", "12"))), 1)
                else:
                    with self.assertRaises(ShapeTooLarge) as caught:
                        nested([one, one], size("12", "12"))
                    self.assertEqual(caught.exception.keys, ("7", "7"))
        self.assertEqual(nested([], size("12", "12")), ())

    def test_a_shape_laid_across_takes_its_lines_along(self):
        one = shape("1", 2, 6, folds=(points((0, 2), (2, 2)),))
        (mat,) = nested([one], Size(7 * INCH, 3 * INCH))
        (laid,) = mat.shapes
        gap = GAP / INCH
        self.assertEqual(laid.size, size("6", "2"))
        self.assertEqual(
            sorted(laid.rings[0].corners),
            sorted(points((gap, gap), (6 + gap, gap), (6 + gap, 2 + gap), (gap, 2 + gap))),
        )
        self.assertEqual(laid.folds, (points((4 + gap, gap), (4 + gap, 2 + gap)),))

    def test_what_does_not_go_on_one_mat_goes_on_the_next(self):
        mats = nested([shape(str(n), 8, 8) for n in range(3)], size("12", "12"))
        self.assertEqual([len(mat.shapes) for mat in mats], [1, 1, 1])
