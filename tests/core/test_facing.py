"""A facing page for very sizes: a list as it is said, rows that it makes, and photos never cut into stamps."""

from fractions import Fraction
from itertools import combinations
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from inkquilt.errors import BadInput
from inkquilt.fit.bounds import PRINT_SIZES
from inkquilt.lengths import INCH, MM, Unit
from inkquilt.photos.chosen_prints import SHARES, Chosen, chosen_prints
from inkquilt.photos.matching import PhotoWish
from inkquilt.sketch import Role
from inkquilt.sketch.companion import companions_for, strong_shape
from inkquilt.sketch.geometry import Axis, Box, Ends, box
from inkquilt.sketch.model import Size
from inkquilt.sketch.photo_list import MOST_PHOTOS, in_rows_or_columns, read_photo_list
from inkquilt.sketch.relaid import with_photos_of
from tests.building import DEMO_SKETCHES, demo_sketch, inches, row, size, sketch_of

GAP = INCH // 8


def boxes_of(rows, sizes):
    """Return the boxes of laid pieces."""
    return [Box(Ends(x, x + s.width), Ends(y, y + s.height)) for (x, y), s in zip(rows.places, sizes, strict=True)]


def apart(one, two):
    """Return the larger gap between two boxes; less than nothing when they overlap."""
    return max(
        max(one.along(axis).low - two.along(axis).high, two.along(axis).low - one.along(axis).high) for axis in Axis
    )


class ListsOfPhotos(TestCase):
    def test_lists_as_people_say_them(self):
        for text, sizes in (
            ("two 4 x 4, one 3 x 4", [("4", "4"), ("4", "4"), ("3", "4")]),
            ("4x6", [("4", "6")]),
            ("3 2x2; a 4×6", [("2", "2")] * 3 + [("4", "6")]),
            ("2 1/2 x 3 1/2 and 5x7", [("2 1/2", "3 1/2"), ("5", "7")]),
            ("2 2 1/2 x 3", [("2 1/2", "3")] * 2),
            ("4 x 4,\n3 x 3", [("4", "4"), ("3", "3")]),
            ("2½ x 3½", [("2 1/2", "3 1/2")]),
        ):
            with self.subTest(text):
                self.assertEqual(read_photo_list(text, Unit.IN), tuple(size(*one) for one in sizes))
        self.assertEqual(read_photo_list("90 x 130", Unit.MM), (Size(90 * MM, 130 * MM),))
        self.assertEqual(read_photo_list("two 4 x 6 in", Unit.MM), (size("4", "6"),) * 2)
        self.assertEqual(read_photo_list("9 x 13 cm", Unit.IN), (Size(90 * MM, 130 * MM),))

    def test_what_is_no_list_says_what_would_do(self):
        for text, words in (
            ("", "not 0"),
            ("a big one", "no size of a photo"),
            ("4 x", "no size of a photo"),
            ("0 x 4", "no size of a photo"),
            ("4 x 4 x 4", "no size of a photo"),
            ("seventeen 4 x 4", "Say it like"),
            ("3/8 x 2", "too small"),
            ("twelve 2x2, five 2x2", f"1 to {MOST_PHOTOS} photos, not 17"),
        ):
            with self.subTest(text), self.assertRaises(BadInput) as caught:
                read_photo_list(text, Unit.IN)
            self.assertIn(words, caught.exception.faults[0].message)
        with self.assertRaises(BadInput) as caught:
            read_photo_list("2 x 3", Unit.MM)
        self.assertIn("in mm on this page; for others say so, like 2 x 3 in", caught.exception.faults[0].message)


class RowsOfPhotos(TestCase):
    @settings(max_examples=80, deadline=None)
    @given(st.lists(st.tuples(st.integers(8, 48), st.integers(8, 48)), min_size=1, max_size=14))
    def test_nothing_overlaps_everything_is_in_the_room_and_on_marks(self, sides):
        sizes = [Size(wide * GAP, high * GAP) for wide, high in sides]
        room = Size(11 * INCH, 11 * INCH)
        rows = in_rows_or_columns(sizes, room, GAP, GAP)
        if rows is None:
            self.assertGreater(sum(s.width * s.height for s in sizes), room.width * room.height / 3)
            return
        laid = boxes_of(rows, sizes)
        for one, two in combinations(laid, 2):
            self.assertGreaterEqual(apart(one, two), GAP)
        for place in laid:
            for axis, most in ((Axis.X, rows.size.width), (Axis.Y, rows.size.height)):
                ends = place.along(axis)
                self.assertTrue(ends.low >= 0 and ends.high <= most and ends.low % GAP == 0, ends)
        self.assertTrue(rows.size.width <= room.width and rows.size.height <= room.height)

    def test_four_equal_squares_make_two_rows_of_two(self):
        rows = in_rows_or_columns([size("3", "3")] * 4, size("8", "8"), GAP, GAP)
        self.assertEqual(rows.size, size("6 1/8", "6 1/8"))
        far = inches("3 1/8")
        self.assertEqual(sorted(rows.places), [(0, 0), (0, far), (far, 0), (far, far)])

    def test_a_room_that_is_too_small_takes_none(self):
        self.assertIsNone(in_rows_or_columns([size("3", "3")] * 2, size("5", "5"), GAP, GAP))
        self.assertIsNotNone(in_rows_or_columns([size("3", "3")] * 2, size("5", "6 1/8"), GAP, GAP))


class FacingPages(TestCase):
    #: The list of a page of scraps: common practice, no source.
    SIZES = read_photo_list("two 4 x 4, one 3 x 4, one 4 x 6, one 3 x 3", Unit.IN)

    def test_every_photo_has_its_very_size_or_is_told(self):
        for path in DEMO_SKETCHES:
            sketch = demo_sketch(path.name.split(".")[0])
            for one in companions_for(sketch, self.SIZES):
                with self.subTest(path.name, key=one.key):
                    self.assertEqual(len(one.slots), len(self.SIZES))
                    told = [words for words in one.words if words.startswith("no room is left")]
                    self.assertEqual(len(told), one.slots.count(None))
                    for wanted, slot in zip(self.SIZES, one.slots, strict=True):
                        if slot is not None:
                            self.assertEqual(one.sketch.block(slot).size, wanted)
                    lead = one.slots[3]
                    self.assertIsNotNone(lead, "the largest is never the one that goes")

    def test_nothing_overlaps_and_all_lies_on_the_page(self):
        for path in DEMO_SKETCHES:
            sketch = demo_sketch(path.name.split(".")[0])
            for one in companions_for(sketch, self.SIZES):
                firm = [b for b in one.sketch.blocks if b.role in (Role.PHOTO, Role.JOURNALING)]
                for a, b in combinations(firm, 2):
                    self.assertGreater(apart(box(a), box(b)), 0, (path.name, a.id, b.id))
                for block in firm:
                    self.assertTrue(block.x > 0 and block.x + block.width < sketch.page.width)
                    self.assertTrue(block.y > 0 and block.y + block.height < sketch.page.height)

    def test_papers_return_and_the_strong_shape_moves(self):
        for path in DEMO_SKETCHES:
            sketch = demo_sketch(path.name.split(".")[0])
            papers = {block.paper for block in sketch.blocks} - {None}
            for one in companions_for(sketch, self.SIZES[:2]):
                self.assertTrue(papers <= {block.paper for block in one.sketch.blocks}, path.name)
                strong = strong_shape(sketch)
                moved = one.sketch.block(strong.id)
                self.assertNotEqual((strong.x, strong.y), (moved.x, moved.y))

    def test_photos_take_the_mats_and_the_gap_of_the_page(self):
        rows = [row(f"m{i}", "mat", 0.875 + i * 3.5, 0.875, 3.25, 3.25, of=f"p{i}", paper="C") for i in range(3)]
        rows += [row(f"p{i}", "photo", 1 + i * 3.5, 1, 3, 3, level=1) for i in range(3)]
        relaid = with_photos_of(sketch_of(*rows), [size("4", "6"), size("3", "4")])
        for slot in relaid.slots:
            photo, mat = relaid.sketch.block(slot), next(b for b in relaid.sketch.blocks if b.of == (slot,))
            self.assertEqual((mat.paper, mat.width - photo.width), ("C", INCH // 4))
        one, two = (next(b for b in relaid.sketch.blocks if b.of == (slot,)) for slot in relaid.slots)
        self.assertEqual(apart(box(one), box(two)), INCH // 4)

    def test_a_panel_goes_on_carrying_the_photos(self):
        panel = row("panel", "paper", 2, 2, 8, 5, level=1)
        rows = [panel, row("p", "photo", 2.5, 2.5, 3, 4, level=2), row("q", "photo", 6.5, 2.5, 3, 4, level=2)]
        relaid = with_photos_of(sketch_of(*rows), [size("4", "6"), size("4", "4")])
        lies = box(relaid.sketch.block("panel"))
        for slot in relaid.slots:
            there = box(relaid.sketch.block(slot))
            for axis in Axis:
                self.assertLess(lies.along(axis).low, there.along(axis).low)
                self.assertGreater(lies.along(axis).high, there.along(axis).high)

    def test_the_story_stays_where_there_is_room_smaller_before_it_goes(self):
        rows = [row("p", "photo", 1, 1, 4, 6), row("s", "journaling", 6, 1, 5, 4)]
        few = with_photos_of(sketch_of(*rows), [size("4", "6")])
        self.assertEqual(few.sketch.block("s").size, size("5", "4"))
        more = with_photos_of(sketch_of(*rows), [size("3 1/2", "5")] * 5)
        story = more.sketch.block("s")
        self.assertTrue(size("2", "1").width <= story.width < inches("5"))
        all_of_it = with_photos_of(sketch_of(*rows), [size("3 1/2", "5")] * 6)
        self.assertIn("the story goes on a card or another page", all_of_it.words)

    def test_a_photo_larger_than_the_page_is_refused_with_both_sizes(self):
        with self.assertRaises(BadInput) as caught:
            companions_for(sketch_of(row("p", "photo", 1, 1, 4, 4), page=(6, 6)), [size("8", "10")])
        self.assertIn("8 in × 10 in", caught.exception.faults[0].message)
        self.assertIn("5 1/2 in × 5 1/2 in", caught.exception.faults[0].message)
        for count in (0, MOST_PHOTOS + 1):
            with self.assertRaises(BadInput):
                companions_for(sketch_of(row("p", "photo", 1, 1, 4, 4)), [size("2", "2")] * count)


class ChosenPrints(TestCase):
    LISTED = PRINT_SIZES[Unit.IN]

    def test_each_photo_gets_a_print_of_its_own_proportions(self):
        photos = [Chosen(Fraction(3, 2)), Chosen(Fraction(2, 3)), Chosen(Fraction(1))]
        for sizes in chosen_prints(photos, size("12", "12"), self.LISTED):
            self.assertGreater(sizes[0].width, sizes[0].height)
            self.assertLess(sizes[1].width, sizes[1].height)
            self.assertEqual(sizes[2].width, sizes[2].height)

    def test_what_should_be_big_is_larger_and_prints_that_exist_stay(self):
        photos = [
            Chosen(Fraction(3, 2), PhotoWish.BIG),
            Chosen(Fraction(3, 2)),
            Chosen(Fraction(3, 2), PhotoWish.SMALL),
        ]
        for sizes in chosen_prints(photos, size("12", "12"), self.LISTED):
            areas = [one.width * one.height for one in sizes]
            self.assertEqual(areas, sorted(areas, reverse=True))
        printed = Chosen(Fraction(5, 7), printed=size("5", "7"))
        for sizes in chosen_prints([printed, Chosen(Fraction(1))], size("12", "12"), self.LISTED):
            self.assertEqual(sizes[0], size("5", "7"))

    def test_the_fullest_page_comes_first(self):
        photos = [Chosen(Fraction(3, 2))] * 4
        found = chosen_prints(photos, size("12", "12"), self.LISTED)
        areas = [sum(s.width * s.height for s in sizes) for sizes in found]
        self.assertEqual(areas, sorted(areas, reverse=True))
        self.assertLessEqual(len(areas), len(SHARES))
        self.assertLessEqual(abs(areas[0] / (144 * INCH**2) - SHARES[0]), 0.12)
