"""Drafts: roles guessed, basic types, measures that must add up, and putting right by hand."""

from dataclasses import replace
from unittest import TestCase

import shapely
from hypothesis import given, settings
from hypothesis import strategies as st

from inkquilt.errors import BadInput, SketchFaults
from inkquilt.fit import FitRequest, School, Way, bounds
from inkquilt.fit.solve import is_possible
from inkquilt.lengths import INCH, Unit
from inkquilt.page import FORMATS
from inkquilt.sketch import Role, Shape
from inkquilt.sketch.basic import BasicType, basic_sketch
from inkquilt.sketch.draft import Draft, FoundShape, drafted
from inkquilt.sketch.measured import Measured, measured_sketch
from inkquilt.sketch.model import Size
from inkquilt.sketch.reading import read_sketch
from inkquilt.sketch.redraw import added, layered, removed, scaled_to, stepped, with_place, with_role, with_shape
from inkquilt.sketch.relations import Reveals
from inkquilt.sketch.tidy import tidied
from inkquilt.sketch.writing import write_sketch
from tests.building import DEMO_SKETCHES, demo_sketch, inches, row, sketch_of

TWELVE = Size(12 * INCH, 12 * INCH)


class Guesses(TestCase):
    def test_most_roles_of_the_demo_are_guessed_right_from_size_and_place(self):
        right = total = 0
        for path in DEMO_SKETCHES:
            sketch = demo_sketch(path.name.split(".")[0])
            found = [FoundShape(replace(block, role=Role.PAPER, of=()), False) for block in sketch.stacked()]
            draft = drafted("x", sketch.unit, sketch.page, found).sketch
            for block in sketch.blocks:
                total += 1
                right += draft.block(block.id).role is block.role
        self.assertGreater(right / total, 0.9)

    def test_a_role_the_file_names_is_no_guess(self):
        block = sketch_of(row("x", "title", 1, 1, 3, 4)).blocks[0]
        draft = drafted("x", Unit.IN, TWELVE, [FoundShape(block, True)])
        self.assertEqual((draft.sketch.block("x").role, draft.guessed), (Role.TITLE, frozenset()))

    def test_edges_nearly_in_line_are_brought_to_one_line_on_a_mark(self):
        blocks = sketch_of(row("a", "photo", 1.02, 1.01, 3, 4), row("b", "photo", 5, 0.97, 3, 4)).blocks
        draft = tidied(drafted("x", Unit.IN, TWELVE, [FoundShape(block, True) for block in blocks]))
        self.assertEqual([block.y for block in draft.sketch.blocks], [INCH, INCH])
        self.assertEqual({block.x % (INCH // 16) for block in draft.sketch.blocks}, {0})


class BasicTypes(TestCase):
    def test_every_type_for_every_page_has_its_photos_and_can_be_fitted_there(self):
        for form in FORMATS:
            size = Size(form.width, form.height)
            for kind in BasicType:
                for photos in (1, 3, 5):
                    with self.subTest(form.key, kind=kind, photos=photos):
                        sketch = basic_sketch(kind, size, form.unit, photos)
                        count = sum(block.role is Role.PHOTO for block in sketch.blocks)
                        self.assertEqual(count, photos)
                        self.assertEqual(read_sketch(write_sketch(sketch)).sketch.blocks, sketch.blocks)
        request = FitRequest.plain(basic_sketch(BasicType.L, TWELVE, Unit.IN, 3), FORMATS[1].page())
        self.assertTrue(is_possible(request, Way(School.KEEP_PHOTOS)))

    def photos(self, kind, photos, page=TWELVE, unit=Unit.IN):
        sketch = basic_sketch(kind, page, unit, photos, bounds.PRINT_SIZES[unit])
        self.assertEqual(read_sketch(write_sketch(sketch)).sketch.blocks, sketch.blocks)
        photos = [block for block in sketch.blocks if block.role is Role.PHOTO]
        words = [block for block in sketch.blocks if block.role in (Role.TITLE, Role.JOURNALING)]
        for block in photos:  # on the page, beside each other and beside the words
            lies = shapely.box(block.x, block.y, block.x + block.width, block.y + block.height)
            self.assertTrue(shapely.box(0, 0, page.width, page.height).covers(lies))
            for other in [*photos, *words]:
                box = shapely.box(other.x, other.y, other.x + other.width, other.y + other.height)
                self.assertTrue(other is block or (not box.overlaps(lies) and not box.covers(lies)), (kind, other.id))
        return [(block.width / unit.grains, block.height / unit.grains) for block in photos]

    def test_slots_are_of_usual_sizes(self):
        listed = {(one.width / INCH, one.height / INCH) for size in bounds.PRINT_SIZES[Unit.IN]
                  for one in (size, size.swapped())}  # fmt: skip
        for kind in BasicType:
            for count in (1, 2, 3, 5, 8, 12):
                with self.subTest(kind, count=count):
                    sizes = self.photos(kind, count)
                    self.assertEqual((len(sizes), len(set(sizes))), (count, 1))
                    if kind is not BasicType.COLUMN or count < 8:
                        self.assertIn(sizes[0], listed)
        self.assertEqual(self.photos(BasicType.L, 1), [(8, 6)])

    def test_her_own_sizes_are_kept_where_the_page_has_room_for_them(self):
        lying, standing = Size(6 * INCH, 4 * INCH), Size(4 * INCH, 6 * INCH)
        for kind in (BasicType.L, BasicType.REVERSED_L):
            with self.subTest(kind):
                self.assertEqual(self.photos(kind, [lying, lying]), [(6, 4), (6, 4)])
                self.assertEqual(self.photos(kind, [standing, standing]), [(4, 6), (4, 6)])
        mixed = [lying, Size(3 * INCH, 3 * INCH), Size(3 * INCH, 4 * INCH)]
        self.assertEqual(self.photos(BasicType.LEDGE, mixed), [(6, 4), (3, 3), (3, 4)])
        # Too much for the page: the largest are drawn smaller first, lying ones lying, standing ones standing.
        for kind in BasicType:
            for page in (TWELVE, Size(4 * INCH, 6 * INCH)):
                sizes = self.photos(kind, [lying, standing, standing, Size(8 * INCH, 8 * INCH)], page)
                with self.subTest(kind, page=page):
                    self.assertTrue(
                        sizes[0][0] > sizes[0][1] and sizes[1][0] < sizes[1][1] and sizes[3][0] == sizes[3][1]
                    )

    def test_no_photos_or_too_many_are_refused(self):
        for photos in (0, 13):
            with self.assertRaises(BadInput):
                basic_sketch(BasicType.GRID, TWELVE, Unit.IN, photos)


class Measures(TestCase):
    def test_an_8_in_piece_in_the_middle_of_12_in_starts_2_in_from_the_left(self):  # common practice, no source
        rows = [Measured("p", Role.PHOTO, left=2 * INCH, right=2 * INCH, top=INCH, height=4 * INCH)]
        block = measured_sketch("x", Unit.IN, TWELVE, rows).blocks[0]
        self.assertEqual((block.x, block.width, block.y), (2 * INCH, 8 * INCH, INCH))

    def test_a_matted_photo_measured_as_4_x_6_has_a_mat_of_4_1_4_x_6_1_4_tilted_with_it(self):
        # mat = photo + 2 x reveal: common practice, no source
        rows = [
            Measured("mat", Role.PAPER, left=0, width=INCH, top=0, height=INCH),
            Measured(
                "p",
                Role.PHOTO,
                left=INCH,
                width=4 * INCH,
                top=INCH,
                height=6 * INCH,
                turn=500,
                mats=(Reveals(*[INCH // 8] * 4),),
            ),
        ]
        sketch = measured_sketch("x", Unit.IN, TWELVE, rows)
        mat = sketch.block("p mat")
        self.assertEqual((mat.size, mat.turn, mat.of), (Size(inches("4 1/4"), inches("6 1/4")), 500, ("p",)))
        self.assertEqual(read_sketch(write_sketch(sketch)).sketch, sketch)

    def test_measures_that_do_not_add_up_are_named_with_the_sum(self):
        # 1 1/2 + 8 3/4 + 2 1/2 is 3/4 more than 12: a usual slip, common practice, no source
        wrong = Measured(
            "flags", Role.PAPER, left=0, right=0, top=inches("1 1/2"), height=inches("8 3/4"), bottom=inches("2 1/2")
        )
        few = Measured("tag", Role.TAG, left=INCH, top=INCH, height=INCH)
        with self.assertRaises(SketchFaults) as raised:
            measured_sketch("x", Unit.IN, TWELVE, [wrong, few])
        messages = [fault.message for fault in raised.exception.faults]
        self.assertIn("1 1/2 in + 8 3/4 in + 2 1/2 in = 12 3/4 in; the page is 12 in, so 3/4 in too much", messages[0])
        self.assertIn("tag: measure two of the three across", messages[1])

    @settings(max_examples=40, deadline=None, derandomize=True)
    @given(st.integers(0, 60), st.integers(1, 36), st.integers(0, 2))
    def test_any_two_of_three_measures_give_the_same_piece(self, left, width, without):
        eighth = INCH // 8
        given_ = {"left": left * eighth, "width": width * eighth, "right": (96 - left - width) * eighth}
        del given_[list(given_)[without]]
        block = measured_sketch("x", Unit.IN, TWELVE, [Measured("p", Role.PAPER, top=0, height=INCH, **given_)]).blocks[
            0
        ]
        self.assertEqual((block.x, block.width), (left * eighth, width * eighth))


class PuttingRight(TestCase):
    def setUp(self):
        rows = [
            row("m", "paper", 0.875, 0.875, 4.25, 6.25),
            row("p", "photo", 1, 1, 4, 6, level=1),
            row("t", "title", 6, 1, 4, 1, level=2),
        ]
        self.draft = Draft(sketch_of(*rows), frozenset({"m", "p", "t"}))

    def test_a_mat_belongs_to_what_lies_on_it_and_nothing_else_can_be_one(self):
        draft = with_role(self.draft, "m", Role.MAT)
        self.assertEqual((draft.sketch.block("m").of, draft.guessed), (("p",), frozenset({"p", "t"})))
        with self.assertRaises(BadInput):
            with_role(self.draft, "t", Role.MAT)
        gone = removed(draft, "p")
        self.assertEqual((gone.sketch.block("m").role, gone.sketch.block("m").of), (Role.PAPER, ()))

    def test_one_true_size_puts_the_whole_page_right(self):
        draft = scaled_to(self.draft, "p", width=2 * INCH, height=None)
        self.assertEqual(draft.sketch.page, Size(6 * INCH, 6 * INCH))
        self.assertEqual(draft.sketch.block("p").size, Size(2 * INCH, 3 * INCH))
        with self.assertRaises(BadInput):
            scaled_to(self.draft, "p", width=40 * INCH, height=None)

    def test_steps_add_up_from_mark_to_mark_and_end_at_the_page(self):
        sixteenth = INCH // 16
        off_a_mark = with_place(self.draft, "p", left=INCH + 3)
        draft = stepped(stepped(off_a_mark, "p", across=1), "p", across=2, higher=-1)
        p = draft.sketch.block("p")
        self.assertEqual((p.x, p.y, p.size), (INCH + 3 * sixteenth, INCH, Size(4 * INCH, 6 * INCH - sixteenth)))
        self.assertNotIn("p", draft.guessed)
        for steps in ({"across": 16 * 12}, {"wider": -16 * 4}, {"down": -16 * 8}):
            with self.assertRaises(BadInput):
                stepped(self.draft, "p", **steps)

    def test_pieces_are_placed_shaped_laid_over_and_added(self):
        moved = with_place(self.draft, "t", left=INCH, top=7 * INCH, width=3 * INCH)
        self.assertEqual(moved.sketch.block("t").size, Size(3 * INCH, INCH))
        with self.assertRaises(BadInput):
            with_place(self.draft, "t", left=13 * INCH)
        disc = with_shape(self.draft, "t", Shape.CIRCLE).sketch.block("t")
        self.assertEqual(disc.width, disc.height)
        under = layered(self.draft, "p", up=False).sketch
        self.assertLess(under.block("p").level, under.block("m").level)
        more = added(self.draft, Role.TAG, INCH, INCH, Size(INCH, INCH))
        self.assertEqual(list(more.sketch.stacked())[-1].id, "tag-1")
        self.assertEqual(read_sketch(write_sketch(more.sketch)).sketch.blocks, more.sketch.blocks)
