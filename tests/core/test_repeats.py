"""Rows of equal pieces: common-practice numbers, and nothing lost whatever they are."""

import itertools
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from inkquilt.cutting.guillotine import Stock, Wanted, plan_cuts
from inkquilt.lengths import INCH, Unit
from inkquilt.paper.repeats import RowMargins, RowTooLong, alternated, graduated, per_sheet, row_of
from inkquilt.sketch.model import Size
from tests.building import inches, size

EIGHTH = INCH // 8


class Rows(TestCase):
    def test_common_numbers(self):
        """Twelve flags span a foot, 9/16 gaps go to the margins, 8 in on 12 starts at 2: common practice, no source."""
        flags = row_of(12 * INCH, INCH, 12, EIGHTH, Unit.IN)
        self.assertEqual((flags.gap, flags.before, flags.after), (0, 0, 0))
        three = row_of(12 * INCH, inches("3 1/4"), 3, EIGHTH, Unit.IN, RowMargins.LIKE_GAPS)
        self.assertEqual((three.gap, three.before, three.after), (inches("1/2"), inches("5/8"), inches("5/8")))
        self.assertEqual(row_of(12 * INCH, 8 * INCH, 1, EIGHTH, Unit.IN).before, 2 * INCH)
        with self.assertRaisesRegex(RowTooLong, "1 in longer than 12 in: take 12, or make them"):
            row_of(12 * INCH, INCH, 13, EIGHTH, Unit.IN)

    @given(st.integers(1, 30), st.integers(1, 40), st.integers(0, 200), st.sampled_from(RowMargins))
    def test_pieces_gaps_and_margins_fill_the_length(self, count, width, more, margins):
        length = count * width * EIGHTH + more * INCH // 16
        row = row_of(length, width * EIGHTH, count, EIGHTH, Unit.IN, margins)
        self.assertEqual(row.before + row.after + (count - 1) * row.gap + count * row.width, length)
        self.assertEqual((row.gap % EIGHTH, row.before % EIGHTH), (0, 0))
        self.assertGreaterEqual(min(row.gap, row.before, row.after), 0)
        self.assertEqual(len(row.starts()), count)

    def test_graduated_strips_lie_one_against_the_other(self):
        """1, 1 1/2, 1 3/4, 2: common practice, no source."""
        heights = [inches(text) for text in ("1", "1 1/2", "1 3/4", "2")]
        self.assertEqual(graduated(heights, 12 * INCH, Unit.IN)[-1], inches("4 1/4"))
        with self.assertRaises(RowTooLong):
            graduated(heights, 6 * INCH, Unit.IN)

    def test_neighbours_differ_also_where_a_ring_closes(self):
        for papers in (["a", "b"], ["a", "b", "c"]):
            for count in range(2, 12):
                row = alternated(papers, count, closed=True)
                self.assertTrue(all(x != y for x, y in itertools.pairwise(row)))
                if len(papers) > 2:
                    self.assertNotEqual(row[0], row[-1])
        self.assertEqual(alternated([], 3), ())

    def test_so_many_pieces_really_come_out_of_a_sheet(self):
        for piece in (
            size("3 1/4", "3 1/4"),
            size("1", "2 1/2"),
            size("4 1/4", "6 1/4"),
            size("5", "7"),
            size("13", "1"),
        ):
            count = per_sheet(size("12", "12"), piece)
            plan = plan_cuts([Wanted(str(n), piece) for n in range(count)], [Stock("s", size("12", "12"))], 0.3)
            with self.subTest(piece):
                self.assertEqual((plan.new_sheets, plan.unplaced), (min(count, 1), ()))
        self.assertEqual(per_sheet(size("12", "12"), size("4 1/4", "6 1/4")), 3)
        self.assertEqual(per_sheet(Size(10, 10), Size(4, 3), may_turn=False), 6)
