"""Pieces and cuts: nothing is lost, nothing overlaps, and the listed cuts really give the pieces."""

from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from inkquilt.cutting import Piece, pieces_of, plan_cuts
from inkquilt.lengths import INCH
from inkquilt.sketch import Role, Shape
from inkquilt.sketch.model import Size
from tests.building import demo_sketch, size

SHEET = size("12", "12")


def piece(number, width, height):
    return Piece(number, f"b{number}", f"piece {number}", Role.PAPER, Shape.RECT, Size(width, height), False)


def replay(sheet_size, cuts):
    """Make the cuts one by one and return the parts that are left, as (x, y, width, height)."""
    parts = {"0": (0, 0, sheet_size.width, sheet_size.height)}
    for cut in cuts:
        x, y, width, height = parts.pop(cut.part)
        assert (width, height) == (cut.part_size.width, cut.part_size.height)
        if cut.direction.value == "upright":
            assert 0 < cut.at < width
            parts[cut.part + "a"] = (x, y, cut.at, height)
            parts[cut.part + "b"] = (x + cut.at, y, width - cut.at, height)
        else:
            assert 0 < cut.at < height
            parts[cut.part + "a"] = (x, y, width, cut.at)
            parts[cut.part + "b"] = (x, y + cut.at, width, height - cut.at)
    return set(parts.values())


eighths = st.integers(2, 100).map(lambda n: n * INCH // 8)


class Plans(TestCase):
    @settings(max_examples=80, deadline=None)
    @given(st.lists(st.tuples(eighths, eighths), max_size=14), st.booleans())
    def test_every_piece_is_a_part_that_the_cuts_leave_or_is_told_too_large(self, sizes, may_turn):
        pieces = [piece(n, *wide_high) for n, wide_high in enumerate(sizes, start=1)]
        plan = plan_cuts(pieces, SHEET, may_turn)
        placed = [placement for sheet in plan.sheets for placement in sheet.placements]
        numbers = sorted([p.piece.number for p in placed] + [p.number for p in plan.too_large])
        self.assertEqual(numbers, [p.number for p in pieces])
        for sheet in plan.sheets:
            parts = replay(SHEET, sheet.cuts)
            mine = [(p.x, p.y, p.size.width, p.size.height) for p in sheet.placements]
            self.assertEqual(len(set(mine)), len(mine))
            self.assertLessEqual(set(mine), parts)
            self.assertFalse(any(p.turned for p in sheet.placements) and not may_turn)
        for large in plan.too_large:
            self.assertGreater(max(large.size.width, large.size.height), 12 * INCH)

    def test_a_sheet_that_is_the_piece_needs_no_cut(self):
        plan = plan_cuts([piece(1, SHEET.width, SHEET.height)], SHEET)
        self.assertEqual((len(plan.sheets), plan.sheets[0].cuts, plan.waste), (1, (), 0))

    def test_no_pieces_need_no_sheet(self):
        self.assertEqual(plan_cuts([], SHEET).sheets, ())

    def test_three_square_mats_come_out_of_one_strip(self):
        """A strip 3 1/4 x 12 gives three 3 1/4 square mats: common practice, no source."""
        side = 13 * INCH // 4
        plan = plan_cuts([piece(n, side, side) for n in (1, 2, 3)], size("12", "3 1/4"))
        self.assertEqual(len(plan.sheets), 1)

    def test_two_mats_of_six_and_a_quarter_do_not_come_out_of_twelve_but_two_of_six_do(self):
        """Common practice, no source."""
        for length, sheets in (("6 1/4", 2), ("6", 1)):
            mats = [piece(n, size(length, "4").width, 4 * INCH) for n in (1, 2)]
            with self.subTest(length):
                self.assertEqual(len(plan_cuts(mats, size("12", "4")).sheets), sheets)


class PieceLists(TestCase):
    def test_pieces_are_numbered_bottom_layer_first_and_grouped_by_paper(self):
        listed = pieces_of(demo_sketch("three").blocks)
        papers = {group.paper: [piece.block for piece in group.pieces] for group in listed.papers}
        self.assertEqual(list(papers), ["A", "B", "C", "D", "white", "E"])
        self.assertEqual(papers["white"], ["m-tall", "m-view-1", "m-view-2"])
        self.assertEqual([photo.block for photo in listed.photos], ["tall", "view-1", "view-2"])
        numbers = [piece.number for group in listed.papers for piece in group.pieces]
        self.assertEqual(sorted(numbers + [p.number for p in listed.photos]), list(range(1, 12)))
        self.assertEqual(listed.papers[0].pieces[0].number, 1)  # the base
