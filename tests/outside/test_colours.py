"""Contrast against the values of the standard, CIEDE2000 against a reference library and its published pairs."""

from unittest import TestCase

import numpy as np
from skimage.color import deltaE_ciede2000, rgb2lab

from inkquilt.colour import Lab, Rgb, UnreadableColour, contrast, difference, lab, luminance, read_colour


class Colours(TestCase):
    def test_contrast_as_the_standard_gives_it(self):
        """WCAG 2.2: black on white is 21:1, a colour on itself 1:1; #767676 on white is the first grey over 4.5:1."""
        self.assertAlmostEqual(contrast(Rgb(0, 0, 0), Rgb(255, 255, 255)), 21)
        self.assertAlmostEqual(contrast(Rgb(12, 34, 56), Rgb(12, 34, 56)), 1)
        self.assertGreaterEqual(contrast(read_colour("#767676"), Rgb(255, 255, 255)), 4.5)
        self.assertLess(contrast(read_colour("#777777"), Rgb(255, 255, 255)), 4.5)
        self.assertAlmostEqual(luminance(Rgb(255, 0, 0)), 0.2126, places=4)

    def test_published_pairs_of_ciede2000(self):
        """Sharma, Wu and Dalal (2005), table 1, pairs 1 to 3 and 7: from memory, confirmed by the reference library."""
        pairs = [
            ((50.0, 2.6772, -79.7751), (50.0, 0.0, -82.7485), 2.0425),
            ((50.0, 3.1571, -77.2803), (50.0, 0.0, -82.7485), 2.8615),
            ((50.0, 2.8361, -74.0200), (50.0, 0.0, -82.7485), 3.4412),
            ((50.0, 0.0, 0.0), (50.0, -1.0, 2.0), 2.3669),
        ]
        for one, other, told in pairs:
            with self.subTest(one):
                self.assertAlmostEqual(difference(Lab(*one), Lab(*other)), told, places=4)
                self.assertAlmostEqual(float(deltaE_ciede2000(one, other)), told, places=4)

    def test_differences_and_lab_agree_with_the_reference_library(self):
        random = np.random.default_rng(5)
        colours = random.integers(0, 256, (400, 3))
        told = rgb2lab(colours[:, None, :] / 255.0)[:, 0, :]
        for colour, expected in zip(colours, told, strict=True):
            np.testing.assert_allclose(lab(Rgb(*map(int, colour))), expected, atol=0.02)
        many = random.uniform([0, -100, -100], [100, 100, 100], (2000, 2, 3))
        for one, other in many:
            expected = float(deltaE_ciede2000(one, other))
            self.assertAlmostEqual(difference(Lab(*one), Lab(*other)), expected, places=6)

    def test_what_is_no_colour_is_refused(self):
        for text in ("", "red", "#12345", "#12345g", "12345678"):
            with self.subTest(text), self.assertRaises(UnreadableColour):
                read_colour(text)
