"""Strokes over a finished page: the edges found against those that were drawn; such a page is not guessed at."""

from django.test import SimpleTestCase

from inkquilt.lengths import INCH, Unit
from inkquilt.paper.openings import Inset
from inkquilt.sketch.model import Role, Size
from inkquilt_io.picture.reading import read_picture
from inkquilt_io.picture.trace import trace_piece
from inkquilt_io.picture.values import PictureFaults
from tests.pages_drawn import BARE, MAT, MATTED, as_photographed, finished_page, on_a_table

TWELVE = Size(12 * INCH, 12 * INCH)
#: As near as a ruler is held.
NEAR = 1 / 16


def stroke(left, top, right, foot):
    """A stroke in inches."""
    return Inset(round(left * INCH), round(top * INCH), Size(round((right - left) * INCH), round((foot - top) * INCH)))


def inches(found):
    return tuple(length / INCH for length in (found.x, found.y, found.right, found.bottom))


class Tracing(SimpleTestCase):
    @classmethod
    def setUpClass(cls):
        super().setUpClass()
        cls.picture = as_photographed(finished_page())

    def assert_near(self, found, drawn):
        for mine, theirs in zip(inches(found), drawn, strict=True):
            self.assertAlmostEqual(mine, theirs, delta=NEAR)

    def test_a_rough_stroke_finds_the_edges_of_a_photo_and_its_mat(self):
        for off in ((0, 0, 0, 0), (0.15, -0.1, 0.12, -0.15), (-0.12, 0.14, -0.15, 0.1)):
            ends = (end + more for end, more in zip(MATTED, off, strict=True))
            found = trace_piece(self.picture, TWELVE, stroke(*ends))
            with self.subTest(off):
                self.assert_near(found.piece, MATTED)
                self.assertIsNotNone(found.mat)
                self.assert_near(found.mat, MAT)

    def test_a_photo_without_a_mat_has_none(self):
        found = trace_piece(self.picture, TWELVE, stroke(7.6, 5.9, 10.4, 10.1))
        self.assert_near(found.piece, BARE)
        self.assertIsNone(found.mat)

    def test_a_paper_that_runs_off_the_page_ends_with_it(self):
        found = trace_piece(self.picture, TWELVE, stroke(0.1, 7.1, 11.9, 11.9), False)
        self.assertEqual(inches(found.piece)[0], 0)
        self.assertEqual(inches(found.piece)[2:], (12, 12))
        self.assertAlmostEqual(inches(found.piece)[1], 7, delta=NEAR)

    def test_where_there_is_no_edge_a_side_stays_where_it_was_drawn(self):
        found = trace_piece(self.picture, TWELVE, stroke(7.4, 1, 11, 4))
        self.assert_near(found.piece, (7.4, 1, 11, 4))

    def test_what_is_no_picture_is_told(self):
        with self.assertRaises(PictureFaults):
            trace_piece(b"no picture", TWELVE, stroke(1, 1, 2, 2))

    def test_a_finished_page_is_not_guessed_at(self):
        read = read_picture(as_photographed(on_a_table(finished_page())), "page", TWELVE, Unit.IN)
        self.assertEqual([block.role for block in read.draft.sketch.blocks], [Role.BASE])
        self.assertIn("finished-page", [fault.code for fault in read.remarks])
        self.assertGreater(len(read.straightened), 10_000)
