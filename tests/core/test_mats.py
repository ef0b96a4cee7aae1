"""Mats behind photos: sums of the trade, colours by its rules, and sketches that still fit."""

from unittest import TestCase

from inkquilt.fit import FitRequest, School, Way
from inkquilt.lengths import INCH
from inkquilt.photos.mats import (
    Shade,
    Tones,
    TwoOfASheet,
    in_the_drawing,
    kept_whole,
    mat_colour,
    two_of_a_sheet,
    with_mats,
    without_mats,
)
from inkquilt.sketch import Role
from inkquilt.sketch.model import Size
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
        for larger in (size("4 1/8", "6"), size("4", "6 1/8")):
            self.assertRaises(ValueError, kept_whole, self.sketch, "p", larger, None)

    def test_the_colour_by_the_edges_and_colours(self):
        """White is the usual, black where the edges are light, a deep colour gathers bright ones: no source."""
        deep = (20, 30, 60)
        for edge, chroma, own, shade in [
            (75.0, 99, deep, Shade.BLACK), (74.9, 32, deep, Shade.DEEP), (74.9, 31.9, deep, Shade.WHITE),
            (10, 99, None, Shade.WHITE), (100, 0, None, Shade.BLACK),
        ]:  # fmt: skip
            with self.subTest(edge=edge, chroma=chroma):
                self.assertEqual(mat_colour(Tones(edge, chroma, own)).shade, shade)

    def test_two_that_do_not_come_out_of_twelve(self):
        """Mats of 6 1/4: make them 6 and trim the photo 1/4. Common practice, no source."""
        for wide, high, wanted in [
            (4.25, 6.25, (6, 0.25)), (6.25, 4.25, (6, 0.25)), (6, 6, None), (6.5, 4, (6, 0.5)), (6.625, 4, None),
            (8, 6.25, (6, 0.25)), (8, 5, None), (6.0625, 6.25, (6, 0.25)),
        ]:  # fmt: skip
            with self.subTest(wide=wide, high=high):
                found = two_of_a_sheet(Size(round(wide * INCH), round(high * INCH)))
                self.assertEqual(found, wanted and TwoOfASheet(round(wanted[0] * INCH), round(wanted[1] * INCH)))

    def test_mats_lie_round_their_photo_and_go_again(self):
        plain = sketch_of(row("a", "paper", 0, 0, 9, 9), row("p", "photo", 2, 2, 4, 6, level=2))
        even = Reveals(EIGHTH, EIGHTH, EIGHTH, EIGHTH)
        both = with_mats(plain, "p", [even, Reveals(0, 0, EIGHTH, 2 * EIGHTH)], "W")
        inner, outer = (next(b for b in both.blocks if b.of == (of,)) for of in ("p", "p-mat-1"))
        self.assertEqual((inner.size, inner.x, inner.y), (size("4 1/4", "6 1/4"), 2 * INCH - EIGHTH, 2 * INCH - EIGHTH))
        self.assertEqual((outer.size, outer.x, outer.y), (size("4 3/8", "6 1/2"), inner.x, inner.y))
        self.assertEqual([block.id for block in both.blocks], ["a", outer.id, inner.id, "p"])
        self.assertEqual(({inner.paper, outer.paper}, outer.label), ({"W"}, f"outer mat of {plain.blocks[1].name}"))
        self.assertEqual(without_mats(both, "p"), plain)
        self.assertEqual(with_mats(both, "p", [], None), plain)
        self.assertEqual(len(with_mats(both, "p", [even], None).blocks), 3)

    def test_reveals_as_the_sketch_was_drawn(self):
        seen = Reveals(1, 2, 3, 4)  # left, top, right, bottom on the page
        for turn, mirror, drawn in [
            (0, False, (1, 2, 3, 4)), (90, False, (2, 3, 4, 1)), (180, False, (3, 4, 1, 2)), (270, False, (4, 1, 2, 3)),
            (0, True, (3, 2, 1, 4)), (90, True, (2, 1, 4, 3)), (360, False, (1, 2, 3, 4)),
        ]:  # fmt: skip
            with self.subTest(turn=turn, mirror=mirror):
                self.assertEqual(in_the_drawing(seen, turn, mirror), Reveals(*drawn))
