"""A sheet of letters as it was photographed: the order of reading, dots, heights and widths."""

from random import Random
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from inkquilt.lengths import INCH
from inkquilt.sketch.model import Size
from inkquilt.words.alphabets import UnreadableLetters, WidthClass
from inkquilt.words.letter_sheet import Mark, in_reading_order, measured
from tests.building import size

#: A plain font: every letter as wide as 700 thousandths of its height.
PLAIN = dict.fromkeys("ABCDEFabcdefghijxyz123", 700)


def mark(number, x, y, width=0.5, height=0.75):
    """Return a mark by its middle, in inches."""
    return Mark(number, round(x * INCH), round(y * INCH), Size(round(width * INCH), round(height * INCH)))


class Order(TestCase):
    def read(self, *marks):
        return [one.number for one in in_reading_order(marks)]

    def test_row_by_row_from_left_to_right(self):
        self.assertEqual(self.read(mark(1, 3, 2), mark(2, 1, 2), mark(3, 2, 1), mark(4, 1, 1)), [4, 3, 2, 1])
        self.assertEqual(self.read(), [])
        # Letters of a row stand a little up and down; a row begins where one stands clearly lower.
        self.assertEqual(self.read(mark(1, 1, 1), mark(2, 2, 1.3), mark(3, 3, 0.8), mark(4, 1, 1.9)), [1, 2, 3, 4])

    @given(st.integers(1, 5), st.integers(1, 8), st.integers(0, 10_000))
    def test_however_they_were_found(self, rows, columns, seed):
        random = Random(seed)
        marks = [
            mark(row * columns + column, 1 + column * 0.9, 1 + row * 1.1 + random.uniform(-0.12, 0.12))
            for row in range(rows)
            for column in range(columns)
        ]
        random.shuffle(marks)
        self.assertEqual(self.read(*marks), list(range(rows * columns)))

    def test_a_dot_is_put_to_its_stem(self):
        stem, other = mark(1, 2, 2, 0.15, 0.55), mark(2, 3, 1.9)
        for dot, letters in [
            (mark(3, 2, 1.6, 0.15, 0.15), 2),  # right above it
            (mark(3, 2.3, 1.6, 0.15, 0.15), 3),  # beside it: a letter of its own
            (mark(3, 2, 1.2, 0.15, 0.15), 3),  # far above it
            (mark(3, 2, 2.4, 0.15, 0.15), 3),  # below it: a full stop
            (mark(3, 2, 1.55, 0.15, 0.4), 3),  # too high for a dot
        ]:
            with self.subTest(dot=dot):
                self.assertEqual(len(in_reading_order([dot, stem, other])), letters)
        i, _ = in_reading_order([mark(3, 2, 1.6, 0.15, 0.15), stem, other])
        self.assertEqual((i.number, i.size.height), (1, round(0.55 * INCH / 2 + 0.4 * INCH + 0.075 * INCH)))


class Measuring(TestCase):
    def test_capitals_and_tall_letters_tell_the_height(self):
        for text, heights, expected in [
            ("AB", ("3/4", "3/4"), "3/4"),
            ("Ax", ("3/4", "1/2"), "3/4"),  # a low letter tells nothing
            ("xh", ("1/2", "3/4"), "3/4"),  # as high as a capital
            ("x1", ("1/2", "3/4"), "3/4"),
            ("xyz", ("1/2", "5/8", "1/2"), "5/8"),  # nothing tall: the highest there is
            ("ABC", ("3/4", "3/4", "2"), "3/4"),  # one that was found wrongly
            ("A", ("25/32",), "3/4"),  # halves to the even one
            ("A", ("13/16",), "13/16"),
        ]:
            with self.subTest(text=text, heights=heights):
                sizes = [size("1/2", height) for height in heights]
                self.assertEqual(measured(text, sizes, PLAIN).height, size("1", expected).height)

    def test_how_wide_they_are_for_that(self):
        for width, expected in [
            # with the gap of 8 hundredths that a font's letters bring
            (0.62, WidthClass.PLAIN), (0.47, WidthClass.NARROW), (0.79, WidthClass.WIDE),
            (0.54, WidthClass.NARROW), (0.55, WidthClass.PLAIN), (0.7, WidthClass.PLAIN), (0.71, WidthClass.WIDE),
        ]:  # fmt: skip
            with self.subTest(width=width):
                sizes = [Size(round(width * INCH), INCH)] * 3
                self.assertIs(measured("ABC", sizes, PLAIN).width, expected)
        self.assertIs(measured("★", [size("1", "1")], PLAIN).width, WidthClass.PLAIN, "nothing to measure it by")

    def test_each_is_typed(self):
        sizes = [size("1/2", "3/4")] * 3
        for text in ("AB", "ABCD", ""):
            with self.subTest(text=text), self.assertRaises(UnreadableLetters) as caught:
                measured(text, sizes, PLAIN)
            self.assertIn("3 letters were found", str(caught.exception))
        self.assertEqual(measured("A B\nC", sizes, PLAIN).height, size("1", "3/4").height, "spaces are none")
