"""The page a person asks for, and a page built on when it lies on two facing pages or in millimetres."""

from unittest import TestCase

from inkquilt.composition.changes.building import LayLayer, LayPiece, Lean, OneMore
from inkquilt.composition.formats import PageAsked
from inkquilt.composition.own_sketch import AS_IT_LIES
from inkquilt.errors import BadInput, CoreError, PageTooSmall
from inkquilt.lengths import INCH, MM, Unit
from inkquilt.page import Fold, Margins, Page, Side
from inkquilt.sketch import Role
from inkquilt.sketch.building import Beside, areas_for, beside, copied, held_on, stack_of, tilted
from tests.building import page_of, row, sketch_of
from tests.core.test_building import done, on_page

EIGHTH = INCH // 8


class Asked(TestCase):
    def page(self, **more):
        return PageAsked(**more).page()

    def test_formats_and_sizes_of_her_own(self):
        for more, wide, high, unit in [
            ({"format": "letter"}, 17 * INCH // 2, 11 * INCH, Unit.IN), ({"format": "a4"}, 210 * MM, 297 * MM, Unit.MM),
            ({"width": "10 1/2", "height": "9"}, 21 * INCH // 2, 9 * INCH, Unit.IN),
            ({"width": "110", "height": "210", "unit": Unit.MM}, 110 * MM, 210 * MM, Unit.MM),
            ({"width": "25.4 mm", "height": "2"}, INCH, 2 * INCH, Unit.IN),
            ({"format": "a4", "width": "1", "height": "1"}, 210 * MM, 297 * MM, Unit.MM),  # the format goes before
        ]:  # fmt: skip
            with self.subTest(more):
                page = self.page(**more)
                self.assertEqual((page.width, page.height, page.unit, page.fold), (wide, high, unit, None))

    def test_two_pages_with_a_gap(self):
        for gap, at, between in [(None, 12 * INCH, 0), ("1/2", 12 * INCH, INCH // 2), ("0", 12 * INCH, 0)]:
            page = self.page(format="12x12", sides=2, gap=gap)
            with self.subTest(gap):
                self.assertEqual((page.fold, page.width), (Fold(at, between), 24 * INCH + between))
        self.assertRaises(CoreError, self.page, format="12x12", sides=2, gap="-1")

    def test_what_is_kept_clear(self):
        quarter = Margins.even(INCH // 4)
        for more, clear in [
            ({}, Margins()), ({"clear": "1/4"}, quarter),
            ({"clear": "1/4", "binding": Side.LEFT, "binding_margin": "1"}, quarter.with_binding(Side.LEFT, INCH)),
            ({"binding": Side.TOP, "binding_margin": "1/2"}, Margins(top=INCH // 2)),
            ({"clear": "1/4", "binding": Side.LEFT, "binding_margin": "1/8"}, quarter),
            ({"clear": "1/4", "binding": Side.RIGHT}, quarter), ({"binding_margin": "1"}, Margins()),
        ]:  # fmt: skip
            with self.subTest(more):
                self.assertEqual(self.page(format="12x12", **more).clear, clear)

    def test_what_cannot_be_names_its_field(self):
        for more, field in [
            ({"format": "13x13"}, "format"),
            ({}, "width"),
            ({"width": "10"}, "height"),
            ({"width": "wide", "height": "2"}, "width"),
            ({"format": "12x12", "clear": "some"}, "clear"),
            ({"format": "12x12", "sides": 2, "gap": "wide"}, "gap"),
            ({"format": "12x12", "binding": Side.LEFT, "binding_margin": "x"}, "binding_margin"),
        ]:
            with self.subTest(more), self.assertRaises(BadInput) as caught:
                self.page(**more)
            self.assertEqual(caught.exception.faults[0].block, field)
        for more in (
            {"width": "1/2", "height": "12"},
            {"width": "49", "height": "12"},
            {"format": "4x6", "clear": "2"},
        ):
            with self.subTest(more):
                self.assertRaises(PageTooSmall, self.page, **more)


class OnTwoPages(TestCase):
    PAGE = Page(25 * INCH, 12 * INCH, Unit.IN, Margins.even(INCH // 2), Fold(12 * INCH, INCH))

    def test_a_piece_lies_on_one_page_within_its_margins(self):
        self.assertEqual(
            [
                (a.x.low / INCH, a.x.high / INCH, a.y.low / INCH, a.y.high / INCH)
                for a in areas_for(Role.PHOTO, self.PAGE, EIGHTH)
            ],
            [(0.5, 12, 0.5, 11.5), (13, 24.5, 0.5, 11.5)],
        )
        for x, by in [(11, 2), (10.5, -2.5), (10, -2), (8, 0), (12.5, 0.5), (13, 0), (22, -1.5), (0, 0.5), (-3.5, 4)]:
            (photo,) = sketch_of(row("p", "photo", x, 2, 4, 4), page=(25, 12)).blocks
            with self.subTest(x=x):
                self.assertEqual(held_on(photo, self.PAGE, EIGHTH)[0] / INCH, by)

    def test_one_more_does_not_lie_over_the_gap(self):
        (photo,) = sketch_of(row("p", "photo", 7, 2, 4, 4), page=(25, 12)).blocks
        more = copied([photo], [photo])
        found = beside(more, [photo], self.PAGE, EIGHTH, EIGHTH, None)
        self.assertEqual((found[0].x / INCH, found[0].y / INCH), (2.875, 2))  # to its left: to its right the gap is
        self.assertRaises(BadInput, beside, more, [photo], self.PAGE, EIGHTH, EIGHTH, Beside.RIGHT)


class InMillimetres(TestCase):
    def setUp(self):
        sketch = sketch_of(row("p", "photo", 20, 30, 60, 90, label="tall"), row("s", "strip", 0, 200, 210, 20),
                           unit="mm", page=(210, 297))  # fmt: skip
        self.document = on_page(sketch, page_of("210", "297", unit=Unit.MM))

    def test_gaps_and_layers_are_three_millimetres_and_pieces_lie_on_whole_ones(self):
        more = done(self.document, OneMore(block="p")).blocks[-1]
        self.assertEqual((more.x // MM, more.y // MM, more.x % MM), (83, 30, 0))
        layered = done(self.document, LayLayer(block="p"))
        self.assertEqual(next(b for b in layered.blocks if b.of == ("p",)).width, 66 * MM)
        tag = done(self.document, LayPiece(role=Role.TAG)).blocks[-1]
        self.assertEqual([length % MM for length in (tag.x, tag.y, tag.width, tag.height)], [0, 0, 0, 0])
        self.assertEqual(done(self.document, LayPiece(role=Role.STRIP)).blocks[-1].width, 210 * MM)

    def test_its_own_sketch_is_metric_too(self):
        after = done(self.document, Lean(block="p", degrees=3))
        self.assertEqual((after.sketch.unit, after.way), (Unit.MM, AS_IT_LIES))
        self.assertEqual((after.sketch.page.width, after.sketch.page.height), (210 * MM, 297 * MM))


class Stacks(TestCase):
    BLOCKS = sketch_of(
        row("n", "mat", 0.5, 0.5, 6, 8, of="m", label="outer"), row("m", "mat", 1, 1, 5, 7, of="p", level=1),
        row("p", "photo", 1.5, 1.5, 4, 6, level=2, label="us"), row("q", "photo", 8, 1, 3, 3, level=2),
    ).blocks  # fmt: skip

    def test_what_moves_together_the_outermost_first(self):
        for name in ("p", "m", "n"):
            self.assertEqual([block.id for block in stack_of(self.BLOCKS, name)], ["n", "m", "p"])
        self.assertEqual([block.id for block in stack_of(self.BLOCKS, "q")], ["q"])

    def test_a_copy_has_names_and_labels_of_its_own_and_keeps_its_ties(self):
        first = copied(self.BLOCKS, stack_of(self.BLOCKS, "p"))
        self.assertEqual([(b.id, b.of, b.label) for b in first],
                         [("n-2", ("m-2",), "outer 2"), ("m-2", ("p-2",), None), ("p-2", (), "us 2")])  # fmt: skip
        second = copied((*self.BLOCKS, *first), first)
        self.assertEqual([(b.id, b.label) for b in second], [("n-3", "outer 3"), ("m-3", None), ("p-3", "us 3")])

    def test_all_lean_alike(self):
        leaning = tilted(stack_of(self.BLOCKS, "p"), -350)
        self.assertEqual({block.turn for block in leaning}, {35_650})
        self.assertEqual({block.turn for block in tilted(leaning, 0)}, {0})
