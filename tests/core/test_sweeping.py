"""Strokes over a draft: pieces swept together or away, a photo traced with its mat."""

from unittest import TestCase

from inkquilt.errors import BadInput
from inkquilt.lengths import INCH
from inkquilt.sketch.draft import Draft
from inkquilt.sketch.geometry import Box, Ends, box
from inkquilt.sketch.model import MOST_BLOCKS, Role
from inkquilt.sketch.reading import read_sketch
from inkquilt.sketch.sweeping import swept_away, swept_together, with_traced
from inkquilt.sketch.writing import write_sketch
from tests.building import row, sketch_of

DRAFT = Draft(
    sketch_of(
        row("base", "base", 0, 0, 12, 12), row("sky", "title", 2, 2, 4, 1, level=1),
        row("grass", "journaling", 2, 3, 4, 2, level=2), row("far", "photo", 8, 8, 3, 3, level=3),
        row("m", "mat", 7.875, 7.875, 3.25, 3.25, of="far", level=2),
    ),
    frozenset({"sky", "grass"}),
)  # fmt: skip


def inch_box(left, top, right, foot):
    return Box(*(Ends(round(low * INCH), round(high * INCH)) for low, high in ((left, right), (top, foot))))


def lying(draft):
    return {b.id: (b.role, b.x / INCH, b.y / INCH, b.width / INCH, b.height / INCH) for b in draft.sketch.blocks}


class Sweeping(TestCase):
    def code(self, deed, *stroke):
        with self.assertRaises(BadInput) as refused:
            deed(DRAFT, inch_box(*stroke))
        return refused.exception.faults[0].code

    def sound(self, draft):
        read_sketch(write_sketch(draft.sketch))
        return draft

    def test_what_lies_under_a_stroke_becomes_one_piece(self):
        draft = self.sound(swept_together(DRAFT, inch_box(1.9, 1.9, 6.1, 5.1)))
        found = lying(draft)
        self.assertEqual(set(found), {"base", "grass", "far", "m"})
        self.assertEqual(found["grass"], (Role.JOURNALING, 2, 2, 4, 3))
        self.assertEqual(draft.guessed, {"grass"})

    def test_a_photo_and_its_mat_together_are_one_photo(self):
        draft = self.sound(swept_together(DRAFT, inch_box(7.5, 7.5, 11.5, 11.5)))
        self.assertEqual(lying(draft)["m"], (Role.PHOTO, 7.875, 7.875, 3.25, 3.25))
        self.assertNotIn("far", lying(draft))

    def test_what_lies_under_a_stroke_goes_but_never_the_base(self):
        draft = self.sound(swept_away(DRAFT, inch_box(0, 0, 12, 6)))
        self.assertEqual(set(lying(draft)), {"base", "far", "m"})
        self.assertEqual(set(lying(swept_away(DRAFT, inch_box(0, 0, 12, 12)))), {"base"})

    def test_how_much_of_a_piece_is_under_a_stroke(self):
        for right, there in [(5.2, False), (5.19, True)]:
            draft = swept_away(DRAFT, inch_box(1, 2.9, right + 0.02, 5.1)) if not there else None
            with self.subTest(right):
                if draft is not None:
                    self.assertNotIn("grass", lying(draft))
                else:
                    self.assertEqual(self.code(swept_away, 1, 2.9, right, 5.1), "nothing-swept")

    def test_strokes_over_nothing_or_one_piece_say_what_would_do(self):
        self.assertEqual(self.code(swept_away, 7, 1, 8, 2), "nothing-swept")
        self.assertEqual(self.code(swept_together, 1.9, 1.9, 6.1, 3.1), "nothing-together")


class Traced(TestCase):
    def test_a_photo_lies_on_the_marks_on_top_with_an_even_mat_behind_it(self):
        piece, mat = inch_box(2.01, 3.02, 6.0, 9.03), inch_box(1.9, 2.88, 6.14, 9.15)
        draft = with_traced(DRAFT, Role.PHOTO, piece, mat)
        read_sketch(write_sketch(draft.sketch))
        behind, photo = draft.sketch.blocks[-2:]
        self.assertEqual(photo.role, Role.PHOTO)
        self.assertEqual(box(photo), inch_box(2, 3, 6, 9))
        self.assertEqual((box(behind), behind.of), (inch_box(1.875, 2.875, 6.125, 9.125), (photo.id,)))
        self.assertGreater(photo.level, behind.level)
        self.assertGreater(behind.level, 3)
        self.assertEqual(draft.guessed, DRAFT.guessed)

    def test_a_mat_ends_with_the_page_and_shows_elsewhere_as_it_was_found(self):
        draft = with_traced(DRAFT, Role.PHOTO, inch_box(0, 3, 4, 7), inch_box(0, 2.75, 4.25, 7.25))
        read_sketch(write_sketch(draft.sketch))
        self.assertEqual(box(draft.sketch.blocks[-2]), inch_box(0, 2.75, 4.25, 7.25))

    def test_a_mat_shows_one_mark_at_least_and_a_piece_is_no_thinner(self):
        draft = with_traced(DRAFT, Role.PHOTO, inch_box(2, 2, 3, 3), inch_box(1.99, 1.99, 3.01, 3.01))
        self.assertEqual(list(lying(draft).values())[-2], (Role.MAT, 1.9375, 1.9375, 1.125, 1.125))
        thin = with_traced(DRAFT, Role.PAPER, inch_box(2, 2, 2.001, 3), None)
        self.assertEqual(list(lying(thin).values())[-1], (Role.PAPER, 2, 2, 0.0625, 1))

    def test_a_full_sketch_takes_no_more(self):
        rows = [row(f"p{n}", "photo", 1, 1, 1, 1, level=n) for n in range(MOST_BLOCKS - 1)]
        full = Draft(sketch_of(*rows), frozenset())
        with_traced(full, Role.PHOTO, inch_box(1, 1, 2, 2), None)
        with self.assertRaises(BadInput):
            with_traced(full, Role.PHOTO, inch_box(1, 1, 2, 2), inch_box(0.9, 0.9, 2.1, 2.1))
