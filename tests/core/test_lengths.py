"""Lengths are exact, and read and print the way people write them."""

from decimal import Decimal
from fractions import Fraction
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from inkquilt.errors import UnreadableLength
from inkquilt.lengths import (
    CM,
    INCH,
    LONGEST,
    MM,
    SIXTY_FOURTH,
    Unit,
    format_length,
    format_nearest,
    json_length,
    parse_length,
    read_number,
)

grains = st.integers(-LONGEST, LONGEST)
units = st.sampled_from(list(Unit))


class ReadingLengths(TestCase):
    def test_reads_what_people_write(self):
        two_and_a_half = INCH * 5 // 2
        for text in (
            "2 1/2",
            "2½",
            '2.5"',
            "2.5",
            "2,5",
            "2-1/2",
            "63.5 mm",
            "6.35cm",
            " 2 ½ in ",
            "5/2",
            "2 1/2 inches",
        ):
            with self.subTest(text):
                self.assertEqual(parse_length(text, Unit.IN).grains, two_and_a_half)
        self.assertEqual(parse_length("6 cm", Unit.IN).grains, 6 * CM)
        self.assertEqual(parse_length("-1/4", Unit.IN).grains, -INCH // 4)
        self.assertEqual(parse_length("110", Unit.MM).grains, 110 * MM)

    def test_says_when_a_length_is_not_exact(self):
        self.assertTrue(parse_length("1/64", Unit.IN).exact)
        third = parse_length("1/3", Unit.IN)
        self.assertFalse(third.exact)
        self.assertEqual(third.grains, round(Fraction(INCH, 3)))

    def test_rounds_half_to_even(self):
        half_grain = Decimal(1) / 640  # of a millimetre
        self.assertEqual(read_number(half_grain, Unit.MM).grains, 0)
        self.assertEqual(read_number(3 * half_grain, Unit.MM).grains, 2)

    def test_an_unreadable_length_names_the_text_and_what_would_do(self):
        for text in (
            "",
            "abc",
            "1/0",
            "2 3/2",
            "1 2 3",
            "2.5.1",
            "NaN",
            "inf",
            "5 ft",
            "1/2/3",
            "9" * 50,
            "1e5",
            "--2",
        ):
            with self.subTest(text), self.assertRaises(UnreadableLength) as caught:
                parse_length(text, Unit.IN)
            self.assertIn(text[:60], str(caught.exception))
            self.assertIn("2 1/2", str(caught.exception))

    def test_numbers_out_of_json_are_taken_by_their_decimals(self):
        self.assertEqual(read_number(0.1, Unit.IN), read_number(Decimal("0.1"), Unit.IN))
        for value in (float("nan"), float("inf"), Decimal("1e400"), True):
            with self.subTest(value), self.assertRaises(UnreadableLength):
                read_number(value, Unit.IN)

    @given(grains, units)
    def test_what_is_printed_reads_back_equal(self, length, unit):
        self.assertEqual(parse_length(format_length(length, unit), unit).grains, length)
        self.assertEqual(read_number(json_length(length, unit), unit).grains, length)

    @given(st.integers(0, 4000), units)
    def test_marks_of_a_ruler_print_without_about(self, count, unit):
        mark = count * (SIXTY_FOURTH if unit is Unit.IN else MM // 2)
        self.assertNotIn("about", format_nearest(mark, unit))

    def test_prints_reduced_fractions(self):
        for length, text in (
            (INCH // 8, "1/8"),
            (INCH * 7 // 4, "1 3/4"),
            (INCH * 12, "12"),
            (0, "0"),
            (-INCH // 2, "-1/2"),
        ):
            self.assertEqual(format_length(length, Unit.IN), text)
        self.assertEqual(format_nearest(210 * MM, Unit.IN), "about 8 17/64")
