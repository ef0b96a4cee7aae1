"""Crops fill their slot, and photo files are read with every fault."""

from fractions import Fraction
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from inkquilt.errors import BadInput
from inkquilt.photos import crop_to_fill, read_photos
from inkquilt.sketch.model import Size
from tests.building import size

pixels = st.integers(1, 9000)
looks = st.fractions(0, 1)


class Crops(TestCase):
    @given(pixels, pixels, pixels, pixels, looks, looks)
    def test_a_crop_has_the_slots_proportions_inside_the_photo(self, width, height, slot_width, slot_height, x, y):
        crop = crop_to_fill(width, height, Size(slot_width, slot_height), x, y)
        self.assertEqual(crop.width * width * slot_height, crop.height * height * slot_width)
        self.assertEqual(max(crop.width, crop.height), 1)
        self.assertTrue(0 <= crop.left <= 1 - crop.width and 0 <= crop.top <= 1 - crop.height)

    def test_looking_at_a_corner_shows_the_corner(self):
        crop = crop_to_fill(600, 400, size("4", "4"), Fraction(1), Fraction(0))
        self.assertEqual((crop.left, crop.width), (Fraction(1, 3), Fraction(2, 3)))


class PhotoFiles(TestCase):
    def test_reads_print_sizes_in_their_unit(self):
        data = {"kind": "ink-quilt/photos", "version": 1, "print_sizes": [[4, 6], ["3 1/2", 5], ["10 cm", "15 cm"]]}
        self.assertEqual(read_photos(data).print_sizes[:2], (size("4", "6"), size("3 1/2", "5")))
        self.assertEqual(read_photos(data).print_sizes[2].width, 32_000)

    def test_all_faults_at_once(self):
        data = {
            "kind": "ink-quilt/photos",
            "version": 1,
            "print_sizes": [[4], [0, 6], ["x", 2]],
            "photos": [{"id": "a", "width": 0, "height": 3}, {"width": 4, "height": 3}, 5],
        }
        with self.assertRaises(BadInput) as caught:
            read_photos(data)
        self.assertEqual(len(caught.exception.faults), 6)
        with self.assertRaises(BadInput):
            read_photos({"kind": "something else"})
