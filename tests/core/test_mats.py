"""Mats behind photos: sums of the trade, colours by its rules, and sketches that still fit."""

from unittest import TestCase

from inkquilt.fit import FitRequest, School, Way
from inkquilt.lengths import INCH
from inkquilt.photos.mats import (
    Shade,
    Tones,
    in_the_drawing,
    kept_whole,
    mat_colour,
    two_of_a_sheet,
    with_mats,
    without_mats,
)
from inkquilt.sketch import Role
from inkquilt.sketch.relations import Reveals
from inkquilt.sketch.transform import oriented
from tests.building import exact as fit
from tests.building import own_page, row, size, sketch_of

EIGHTH = INCH // 8
EVEN = Reveals(EIGHTH, EIGHTH, EIGHTH, EIGHTH)


class Mats(TestCase):
    def setUp(self):
        self.sketch = sketch_of(row("p", "photo", 3, 2, 4, 6), row("q", "photo", 8, 2, 3, 3, turn=5))

    def test_a_4_x_6_with_two_mats_of_1_8_needs_4_1_4_x_6_1_4_and_4_1_2_x_6_1_2(self):  # common practice, no source
        matted = with_mats(self.sketch, "p", [EVEN, EVEN], "white")
        sizes = [block.size for block in matted.blocks if block.role is Role.MAT]
        self.assertEqual(sizes, [size("4 1/2", "6 1/2"), size("4 1/4", "6 1/4")])
        result = fit(FitRequest.plain(matted, own_page(matted)), Way(School.KEEP_PHOTOS))
        self.assertEqual((result.cost.displacement, [b.size for b in result.blocks if b.role is Role.MAT]), (0, sizes))
        self.assertEqual(without_mats(matted, "p"), self.sketch)
        self.assertEqual(len(with_mats(matted, "p", [EVEN], "black").blocks), 3)

    def test_a_tilted_photos_mat_is_tilted_with_it(self):
        matted = with_mats(self.sketch, "q", [EVEN], "white")
        result = fit(FitRequest.plain(matted, own_page(matted)), Way(School.KEEP_PHOTOS))
        self.assertEqual({block.turn for block in result.blocks if block.id.startswith("q")}, {500})

    def test_an_offset_mat_shows_on_the_sides_it_is_seen_on_however_the_sketch_is_held(self):
        seen = Reveals(2 * EIGHTH, 0, 0, EIGHTH)
        for turn in (0, 90, 180, 270):
            for mirrored in (False, True):
                matted = with_mats(self.sketch, "p", [in_the_drawing(seen, turn, mirrored)], "white")
                held = oriented(matted, turn, mirrored)
                photo, mat = held.block("p"), held.block("p-mat-1")
                found = Reveals(photo.x - mat.x, photo.y - mat.y, mat.x + mat.width - photo.x - photo.width,
                                mat.y + mat.height - photo.y - photo.height)  # fmt: skip
                self.assertEqual(found, seen, (turn, mirrored))

    def test_a_photo_kept_whole_lies_in_the_middle_of_a_mat_as_large_as_its_slot(self):
        matted = with_mats(self.sketch, "p", [EVEN], "white")
        whole = kept_whole(matted, "p", size("3 3/4", "2 1/2"), "black")
        mat = next(block for block in whole.blocks if block.of == ("p",))
        self.assertEqual((mat.size, whole.block("p").size), (size("4", "6"), size("3 3/4", "2 1/2")))
        self.assertEqual(whole.block("p-mat-1").of, (mat.id,))
        result = fit(FitRequest.plain(whole, own_page(whole)), Way(School.KEEP_PHOTOS))
        self.assertEqual(result.cost.displacement, 0)
        with self.assertRaises(ValueError):
            kept_whole(self.sketch, "p", size("5", "5"), None)

    def test_two_mats_of_6_1_4_do_not_come_out_of_12_in_but_two_of_6_do(self):  # common practice, no source
        self.assertEqual(two_of_a_sheet(size("4 1/4", "6 1/4")), (6 * INCH, INCH // 4))
        self.assertIsNone(two_of_a_sheet(size("4", "6")))
        self.assertIsNone(two_of_a_sheet(size("7", "9")))

    def test_black_for_light_edges_a_deep_colour_for_bright_photos_white_for_the_rest(self):
        # common practice, no source
        self.assertEqual(mat_colour(Tones(90, 50, (20, 30, 90))).shade, Shade.BLACK)
        self.assertEqual(mat_colour(Tones(40, 50, (20, 30, 90))).colour, (20, 30, 90))
        self.assertEqual(mat_colour(Tones(40, 50, None)).shade, Shade.WHITE)
        self.assertEqual(mat_colour(Tones(40, 10, (20, 30, 90))).shade, Shade.WHITE)
