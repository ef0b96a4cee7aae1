"""What a hand does to one piece, without solving: where its pin is, how large it becomes, what is refused."""

from dataclasses import replace
from unittest import TestCase

from inkquilt.embellishments import EmbellishmentKind
from inkquilt.errors import BadInput
from inkquilt.fit import FitRequest
from inkquilt.fit.manual_edit import Grip, Typed, pinned, resized, typed_grip
from inkquilt.fit.request import Pin
from inkquilt.lengths import INCH
from inkquilt.moving import goes_along, kept_on, leads_group, middle_of, moved_with_cluster
from inkquilt.sketch.geometry import Axis
from inkquilt.sketch.model import Size
from tests.building import page_of, row, sketch_of
from tests.core.test_along import cluster, piece

GRID = INCH // 8


def grains(inches):
    return None if inches is None else round(inches * INCH)


def lying(*rows, page=("12", "12"), **more):
    """Return the request for a page on which pieces lie just so."""
    sketch = sketch_of(*rows)
    return replace(FitRequest.plain(sketch, page_of(*page)), grid=GRID, near=sketch.blocks, **more)


def after(request, block, **grip):
    """Return the pins by block, in inches."""
    exact = grip.pop("exact", False)
    found = pinned(request, request.sketch, Grip(block, **{k: grains(v) for k, v in grip.items()}, exact=exact))
    return {
        pin.block: tuple(None if one is None else one / INCH for one in (pin.x, pin.y, pin.width, pin.height))
        for pin in found
    }


class Placed(TestCase):
    """A piece let go somewhere, along each axis; across it nothing is settled."""

    def place(self, start, length, to, others=(), axis=Axis.X, **more):
        def lay(name, start, length, across):
            return row(name, "paper", *((start, across) if axis is Axis.X else (across, start)),
                       *((length, 1) if axis is Axis.X else (1, length)), **(more if name == "p" else {}))  # fmt: skip

        rows = [lay("p", start, length, 0.5), *(lay(f"o{n}", *one, 2 * n + 2.5) for n, one in enumerate(others))]
        pin = after(lying(*rows), "p", **{"x" if axis is Axis.X else "y": to})["p"]
        self.assertIsNone(pin[1 if axis is Axis.X else 0])
        return pin[0 if axis is Axis.X else 1]

    def test_it_goes_to_the_nearest_mark_within_the_page(self):
        for to, then in [(3, 3), (3.06, 3), (3.07, 3.125), (-0.5, 0), (-9, 0), (8, 8), (8.4, 8), (20, 8), (0.01, 0)]:
            for axis in Axis:
                with self.subTest(to=to, axis=axis):
                    self.assertEqual(self.place(2, 4, to, axis=axis), then)

    def test_at_the_far_edge_a_length_off_the_marks_ends_with_the_page(self):
        for to, then in [(9, 7.9375), (7.9375, 7.9375), (7.93, 7.875), (7.9, 7.875), (7.8, 7.75)]:
            for axis in Axis:
                with self.subTest(to=to, axis=axis):
                    self.assertEqual(self.place(2, 4.0625, to, axis=axis), then)

    def test_a_mark_that_would_lead_off_the_page_is_none(self):
        for length, to, then in [(4.03125, 7.95, 7.875), (4, 7.95, 8), (4.03125, 7.8, 7.75), (3.96875, 7.95, 8)]:
            for axis in Axis:
                with self.subTest(length=length, to=to, axis=axis):
                    self.assertEqual(self.place(2, length, to, axis=axis), then)

    def test_it_stays_on_the_lines_of_others_and_of_the_page(self):
        other = [(1.03125, 2)]  # from 1 1/32 to 3 1/32, off the marks
        for to, then in [
            (1.03125, 1.03125), (3.03125, 3.03125),  # its low edge on the other's edges
            (4.96875, 5), (4.90625, 4.875),  # no line there
        ]:  # fmt: skip
            for axis in Axis:
                with self.subTest(to=to, axis=axis):
                    self.assertEqual(self.place(6, 1.5, to, other, axis), then)
        for axis in Axis:
            # Its high edge on the other's low edge would be off the page; on its high edge it is not.
            self.assertEqual(self.place(6, 1.5, 1.53125, other, axis), 1.53125)
            self.assertEqual(self.place(6, 1.03125, 0, other, axis), 0)
            self.assertEqual(self.place(6, 1.5, 5.25, [], axis), 5.25)  # in the middle of the page
            self.assertEqual(self.place(6, 1.4375, 5.28125, [], axis), 5.28125)  # the middle, off the marks
            self.assertEqual(self.place(6, 1.4375, 10.5625, [], axis), 10.5625)  # at the far edge

    def test_two_grains_from_a_line_is_on_it_and_three_are_not(self):
        line = round(1.03125 * INCH)
        for aside, on in [(0, True), (2, True), (-2, True), (3, False), (-3, False)]:
            request = lying(row("p", "paper", 6, 0.5, 1.5, 1), row("o", "paper", 1.03125, 3, 2, 1))
            (pin,) = pinned(request, request.sketch, Grip("p", x=line + aside))
            with self.subTest(aside=aside):
                self.assertEqual(pin.x, line if on else INCH)

    def test_a_tilted_piece_goes_to_the_marks_alone_and_may_lean_over_the_edge(self):
        for to, then in [(1.03125, 1), (3.05, 3), (-0.5, -0.5), (9, 9)]:
            with self.subTest(to=to):
                self.assertEqual(self.place(6, 4, to, [(1.03125, 2)], turn=10), then)

    def test_a_tilted_piece_and_the_base_are_no_lines(self):
        request = lying(row("b", "base", 0.03125, 0, 11.9, 12), row("p", "paper", 6, 0.5, 1.5, 1, level=1),
                        row("o", "paper", 2.03125, 5, 3, 3, turn=10, level=1))  # fmt: skip
        for to, then in [(0.03125, 0), (2.03125, 2)]:
            with self.subTest(to=to):
                self.assertEqual(after(request, "p", x=to)["p"][0], then)

    def test_each_axis_has_the_pages_own_length(self):
        request = lying(row("p", "paper", 1, 1, 4, 2), page=("12", "9"))
        self.assertEqual(after(request, "p", x=20, y=20)["p"], (8, 7, None, None))
        self.assertEqual(after(request, "p", width=20)["p"], (None, None, 11, 2))
        self.assertEqual(after(request, "p", height=20)["p"], (None, None, 4, 8))

    def test_a_photo_off_the_middle_of_its_mat_stays_so(self):
        request = lying(row("m", "mat", 1, 1, 5, 7, of="p"), row("p", "photo", 1.25, 1.5, 4, 5, level=1))
        self.assertEqual(after(request, "p", x=3.25, y=4.5), {"m": (3, 4, None, None)})

    def test_a_photo_takes_its_mat_along(self):
        request = lying(row("m", "mat", 1, 1, 4.25, 6.25, of="p"), row("p", "photo", 1.125, 1.125, 4, 6, level=1))
        for block in ("p", "m"):
            shift = 0.125 if block == "p" else 0
            with self.subTest(block):
                found = after(request, block, x=3 + shift, y=2 + shift)
                self.assertEqual(found, {"m": (3, 2, None, None)})

    def test_both_axes_at_once_and_what_was_settled_stays(self):
        request = lying(row("p", "paper", 1, 1, 4, 2), pins=(Pin("p", x=INCH, width=4 * INCH), Pin("q", y=INCH)))
        self.assertEqual(after(request, "p", y=5.01), {"p": (1, 5, 4, None), "q": (None, 1, None, None)})
        self.assertEqual(after(request, "p", x=3, y=5)["p"], (3, 5, 4, None))

    def test_what_cannot_be_moved(self):
        request = lying(row("b", "base", 0, 0, 12, 12), row("p", "paper", 1, 1, 4, 2, level=1))
        for block in ("b", "nowhere"):
            with self.subTest(block), self.assertRaises(BadInput) as caught:
                after(request, block, x=1)
            self.assertEqual(caught.exception.faults[0].code, "not-to-be-moved")


class Sized(TestCase):
    def size(self, role, wide, high, exact=False, width=None, height=None, **more):
        request = lying(row("p", role, 1, 1, wide, high, **more))
        size = resized(request, request.near[0], Grip("p", width=grains(width), height=grains(height), exact=exact))
        return size.width / INCH, size.height / INCH

    def test_how_large_each_role_becomes(self):
        for role, now, asked, then in [
            ("paper", (4, 2), {"width": 5.04}, (5, 2)), ("paper", (4, 2), {"height": 3.07}, (4, 3.125)),
            ("paper", (4, 2), {"width": 5, "height": 3}, (5, 3)), ("paper", (4, 2), {"width": 0.01}, (0.125, 2)),
            ("paper", (4, 2), {"width": 5.04, "exact": True}, (grains(5.04) / INCH, 2)),
            ("tag", (2, 1), {"width": 3}, (3, 1.5)), ("tag", (2, 1), {"height": 2}, (4, 2)),
            ("tag", (2, 1), {"width": 2.125}, (2.125, 1.0)), ("cluster", (3, 2), {"height": 1}, (1.5, 1)),
            ("tag", (2, 1), {"width": 3, "height": 1}, (3, 1)),
        ]:  # fmt: skip
            with self.subTest(role, now=now, **asked):
                self.assertEqual(self.size(role, *now, **asked), then)

    def test_a_circle_stays_round(self):
        for asked, side in [({"width": 2}, 2), ({"height": 4}, 4), ({"width": 2, "height": 4}, 2)]:
            with self.subTest(asked):
                self.assertEqual(self.size("paper", 3, 3, shape="circle", **asked), (side, side))

    def test_a_photo_goes_to_the_print_with_that_side_nearest_to_its_proportions(self):
        for now, asked, then in [
            ((4, 6), {"width": 3}, (3, 4)),  # of 3 x 4 alone: 3 x 3 is square
            ((4, 6), {"width": 5}, (5, 7)), ((6, 4), {"height": 5}, (7, 5)), ((4, 6), {"height": 4}, (3, 4)),
            ((4, 6), {"width": 2}, (2, 3)), ((4, 4), {"width": 3}, (3, 3)), ((4, 6), {"width": 6}, (6, 8)),
            ((4, 6), {"width": 4.5}, (4.5, 6.75)), ((6, 4), {"height": 4.5}, (6.75, 4.5)),  # no such print
            ((4, 6), {"height": 9}, (6, 9)), ((4, 6), {"width": 8}, (8, 10)),
        ]:  # fmt: skip
            with self.subTest(now=now, **asked):
                self.assertEqual(self.size("photo", *now, **asked), then)

    def test_of_two_prints_the_one_more_like_it(self):
        request = lying(row("p", "photo", 1, 1, 4, 6))
        prints = tuple(Size(grains(w), grains(h)) for w, h in ((4, 5), (4, 6.5), (4, 8)))
        request = replace(request, print_sizes=prints)
        for now, height in [((4, 6), 6.5), ((4, 5.2), 5), ((4, 9), 8)]:
            block = replace(request.near[0], width=grains(now[0]), height=grains(now[1]))
            with self.subTest(now=now):
                self.assertEqual(resized(request, block, Grip("p", width=grains(4))).height, grains(height))

    def test_a_mats_size_is_its_piece_and_the_reveals(self):
        request = lying(
            row("n", "mat", 0.75, 0.75, 4.75, 6.75, of="m"),
            row("m", "mat", 1, 1, 4.25, 6.25, of="p", level=1), row("p", "photo", 1.125, 1.125, 4, 6, level=2),
        )  # fmt: skip
        for block, width in [("n", 5.75), ("m", 5.25), ("p", 5)]:
            with self.subTest(block):
                self.assertEqual(after(request, block, width=width, exact=True), {"p": (None, None, 5, 7)})
        moved = after(request, "m", x=2, exact=True)
        self.assertEqual(moved, {"n": (1.75, None, None, None)})

    def test_a_mat_of_several_keeps_its_size(self):
        request = lying(
            row("m", "mat", 1, 1, 9, 5, of=["p", "q"]),
            row("p", "photo", 1.5, 1.5, 4, 4, level=1), row("q", "photo", 5.5, 1.5, 4, 4, level=1),
        )  # fmt: skip
        self.assertEqual(after(request, "m", width=8, exact=True), {})
        self.assertEqual(after(request, "m", x=2, width=8, exact=True), {"m": (2, None, None, None)})

    def test_a_length_typed_stands_with_the_one_typed_before(self):
        for role, then in [("paper", (6, 4)), ("photo", (6, 4)), ("tag", (2, 4))]:
            request = lying(row("p", role, 1, 1, 1, 2), pins=(Pin("p", width=grains(6)),))
            with self.subTest(role):
                self.assertEqual(after(request, "p", height=4, exact=True)["p"][2:], then)
        dragged = lying(row("p", "photo", 1, 1, 4, 6), pins=(Pin("p", width=grains(6)),))
        self.assertEqual(after(dragged, "p", height=7)["p"][2:], (5, 7))

    def test_an_edge_dragged_leaves_a_mark_at_least_and_the_other_edge(self):
        request = lying(row("p", "paper", 2, 3, 4, 2))
        for grip, x, width in [
            ({"width": 5.03}, None, 5), ({"width": 0.01}, None, 0.125), ({"width": 30}, None, 10),
            ({"x": 1, "width": 5}, 1, 5), ({"x": 5.99, "width": 0.01}, 5.875, 0.125), ({"x": -3, "width": 9}, 0, 6),
        ]:  # fmt: skip
            try:
                found = after(request, "p", **grip)["p"]
            except BadInput:
                found = None
            turned = {{"x": "y", "width": "height"}[name]: value for name, value in grip.items()}
            down = after(lying(row("p", "paper", 3, 2, 2, 4)), "p", **turned)["p"]
            with self.subTest(grip):
                self.assertEqual((found[0], found[2]), (x, width))
                self.assertEqual((down[1], down[3]), (x, width))

    def test_a_circle_dragged_by_its_corner_leaves_the_opposite_one(self):
        request = lying(row("p", "paper", 2, 2, 4, 4, shape="circle"))
        self.assertEqual(after(request, "p", x=3, width=3, y=2.5, height=3.5)["p"], (3, 3, 3, 3))

    def test_the_low_edge_of_a_photo_dragged_leaves_its_high_edge(self):
        request = lying(row("p", "photo", 4, 1, 4, 6))
        found = after(request, "p", x=5, width=3)["p"]  # 3 wide is a print of 3 x 4
        self.assertEqual((found[0], found[2], found[3]), (5, 3, 4))
        wide = lying(row("p", "photo", 1, 5, 6, 4))
        found = after(wide, "p", y=4, height=5)["p"]  # 5 high is 7 x 5
        self.assertEqual((found[1], found[2], found[3]), (4, 7, 5))


class Refused(TestCase):
    def test_what_a_page_does_not_hold_to_the_grain(self):
        page, grain = 12, 1 / INCH
        for asked, fine in [
            ({"width": page}, True), ({"width": page + grain}, False), ({"width": grain}, True), ({"width": 0}, False),
            ({"width": -1}, False), ({"height": page}, True), ({"height": page + grain}, False),
            ({"height": 0}, False),
            ({"x": 0}, True), ({"x": -grain}, False), ({"x": 8}, True), ({"x": 8 + grain}, False),
            ({"y": 0}, True), ({"y": -grain}, False), ({"y": 10}, True), ({"y": 10 + grain}, False),
            ({"x": 2, "width": 10}, True), ({"x": 2 + grain, "width": 10}, False),
            ({"y": 7, "height": 5}, True), ({"y": 7 + grain, "height": 5}, False), ({"x": 0, "width": 12}, True),
        ]:  # fmt: skip
            request = lying(row("p", "paper", 1, 1, 4, 2))
            with self.subTest(asked):
                try:
                    after(request, "p", exact=True, **asked)
                    self.assertTrue(fine)
                except BadInput as error:
                    self.assertFalse(fine, error)

    def test_it_is_said_with_the_numbers(self):
        request = lying(row("p", "paper", 1, 1, 4, 2))
        for asked, words in [
            ({"width": 13}, "cannot be 13 in wide; the page is 12 in."),
            ({"height": 13}, "cannot be 13 in high; the page is 12 in."),
            ({"x": 9}, "cannot be 9 in from the left: with its 4 in it would leave the page of 12 in."),
            ({"y": 11}, "cannot be 11 in from the top: with its 2 in it would leave the page of 12 in."),
        ]:
            with self.subTest(asked), self.assertRaises(BadInput) as caught:
                after(request, "p", exact=True, **asked)
            self.assertIn(words, caught.exception.faults[0].message)


class TypedLengths(TestCase):
    def grip(self, role="paper", pin=None, block=(1, 1, 4, 2), **typed):
        turn = {"turn": typed.pop("turn")} if "turn" in typed else {}
        shape = {"shape": typed.pop("shape")} if "shape" in typed else {}
        request = lying(row("p", role, *block, **turn, **shape), pins=(pin,) if pin else ())
        found = typed_grip(request, request.near[0], Typed(**{name: grains(one) for name, one in typed.items()}))
        self.assertTrue(found.exact)
        return tuple(None if one is None else one / INCH for one in (found.x, found.y, found.width, found.height))

    def test_what_a_typed_length_does(self):
        settled = Pin("p", x=grains(2), y=grains(3))
        for more, typed, then in [
            ({}, {"left": 3}, (3, None, None, None)), ({}, {"top": 3}, (None, 3, None, None)),
            ({}, {"width": 5}, (None, None, 5, None)), ({}, {"height": 5}, (None, None, None, 5)),
            # From the far edge it moves ...
            ({}, {"right": 3}, (5, None, None, None)), ({}, {"bottom": 3}, (None, 7, None, None)),
            ({}, {"right": 3, "width": 5}, (4, None, 5, None)), ({}, {"bottom": 3, "height": 5}, (None, 4, None, 5)),
            # ... and is stretched where its near edge is settled, or typed too.
            ({"pin": settled}, {"right": 3}, (None, None, 7, None)),
            ({"pin": settled}, {"bottom": 3}, (None, None, None, 6)),
            ({}, {"left": 2, "right": 3}, (2, None, 7, None)), ({}, {"top": 2, "bottom": 3}, (None, 2, None, 7)),
            ({"pin": settled}, {"right": 3, "width": 5}, (4, None, 5, None)),
            ({"pin": settled}, {"right": 10}, (-2, None, None, None)),  # nothing would be left: refused afterwards
            ({"pin": settled}, {"right": 9.875}, (None, None, 0.125, None)),
            # What keeps its own size only moves.
            ({"role": "photo", "pin": settled}, {"right": 3}, (5, None, None, None)),
            ({"role": "title", "pin": settled}, {"right": 3}, (5, None, None, None)),
            ({"role": "strip", "pin": settled}, {"right": 3}, (None, None, 7, None)),
            ({"role": "border", "pin": settled}, {"right": 3}, (None, None, 7, None)),
            ({"pin": settled, "turn": 5}, {"right": 3}, (5, None, None, None)),
            ({"pin": settled, "shape": "circle", "block": (1, 1, 4, 4)}, {"right": 3}, (5, None, None, None)),
        ]:  # fmt: skip
            with self.subTest(more, **typed):
                self.assertEqual(self.grip(**more, **typed), then)


class WithItsCluster(TestCase):
    PAGE = page_of("12", "10")

    def test_who_takes_the_cluster_along(self):
        kinds = EmbellishmentKind
        for kind, group, leads in [
            (kinds.BASE, "c", True), (kinds.MAIN, "c", True), (kinds.SPRIG, "c", False), (kinds.WORD, "c", False),
            (kinds.DOT, "c", False), (kinds.MAIN, "", False), (kinds.MAIN, "scatter 1", False),
        ]:  # fmt: skip
            with self.subTest(kind=kind, group=group):
                self.assertEqual(leads_group(piece("a", 1, 1, kind=kind, group=group)), leads)

    def test_what_goes_along(self):
        all_of = [*cluster(5, 5), *cluster(9, 5, "d"), piece("loose", 1, 1)]
        self.assertEqual([one.key for one in goes_along(all_of, all_of[0])], [one.key for one in all_of[:6]])
        self.assertEqual(goes_along(all_of, all_of[2]), [all_of[2]])
        self.assertEqual(goes_along(all_of, all_of[-1]), [all_of[-1]])

    def test_the_middle_of_several(self):
        found = middle_of([piece("a", 1, 2), piece("b", 4, 4), piece("c", 1, 9)])
        self.assertEqual(found, (2 * INCH, 5 * INCH))

    def test_what_sticks_out_comes_in_by_as_much(self):
        half = 0.5
        for x, y, then in [
            (5, 5, (5, 5)), (0.2, 5, (half, 5)), (-1, 5, (half, 5)), (11.9, 5, (11.5, 5)), (20, 5, (11.5, 5)),
            (5, 0.2, (5, half)), (5, 9.9, (5, 9.5)), (5, -2, (5, half)),
            (0, 0, (half, half)), (half, half, (half, half)),
        ]:  # fmt: skip
            found = kept_on(piece("a", x, y), self.PAGE)
            with self.subTest(x=x, y=y):
                self.assertEqual((round(found.x / INCH, 3), round(found.y / INCH, 3)), then)

    def test_all_go_by_as_much_and_alone_only_itself(self):
        all_of = cluster(5, 5)
        together = moved_with_cluster(all_of, all_of[0], grains(6), grains(4), self.PAGE)
        self.assertEqual([(one.x - was.x, one.y - was.y) for one, was in zip(together, all_of, strict=True)],
                         [(INCH, -INCH)] * 6)  # fmt: skip
        (alone,) = moved_with_cluster(all_of, all_of[0], grains(6), grains(4), self.PAGE, alone=True)
        self.assertEqual((alone.key, alone.x, alone.y), (all_of[0].key, 6 * INCH, 4 * INCH))
        (sprig,) = moved_with_cluster(all_of, all_of[2], grains(6), grains(4), self.PAGE)
        self.assertEqual((sprig.key, sprig.x, sprig.y), (all_of[2].key, 6 * INCH, 4 * INCH))

    def test_nobody_leaves_the_page(self):
        all_of = cluster(5, 5)
        for x, y in ((-3, 5), (15, 5), (5, -3), (5, 15)):
            for one in moved_with_cluster(all_of, all_of[0], grains(x), grains(y), self.PAGE):
                left, top, right, bottom = one.outline.bounds
                with self.subTest(one.key, x=x, y=y):
                    self.assertGreaterEqual(min(left, top), -1)
                    self.assertLessEqual(right, 12 * INCH + 1)
                    self.assertLessEqual(bottom, 10 * INCH + 1)
