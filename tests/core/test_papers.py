"""Papers: a line is read as it is meant, windows, places of a sheet, tools and rows keep their limits to the grain."""

from dataclasses import replace
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from inkquilt.errors import BadInput
from inkquilt.lengths import INCH, MM, Unit
from inkquilt.page import Fold
from inkquilt.paper.entry import MOST_SHEETS, UnreadablePaper, UnreadablePrice, read_entry, read_price, unit_of
from inkquilt.paper.kinds import PaperKind, PatternRun, SideName
from inkquilt.paper.openings import (
    LEAST_BESIDE,
    LEAST_WINDOW,
    Distances,
    Inset,
    NoWindow,
    backing_of,
    cuts_of,
    distances_of,
    window_at,
)
from inkquilt.paper.pieces import paper_of, pieces_of
from inkquilt.paper.printed import printed_on
from inkquilt.paper.regions import AxisHold, Hold, Motif, MotifUse, SheetRegion
from inkquilt.paper.repeats import Repeat, RowMargins, RowTooLong, alternated, cells_of, graduated, per_sheet, row_of
from inkquilt.paper.saving import (
    LEAST_SAVED,
    Openwork,
    Saving,
    SavingKind,
    saving_words,
    savings_of,
)
from inkquilt.paper.tools import LARGEST_DIE, MOST_DIES, ShapingTool, ToolUse, read_dies
from inkquilt.paper.visible import hidden_of, is_all_hidden, largest_hidden, visible_parts
from inkquilt.sketch import Shape
from inkquilt.sketch.model import End, Size
from tests.building import inches, row, size, sketch_of

EIGHTH = INCH // 8


class Entering(TestCase):
    def test_lines_are_read_as_they_are_meant(self):
        cases = [
            ("2 navy 12x12, directional", ("navy", size("12", "12"), 2, False), PaperKind.SOLID, True, "#22345c"),
            ("scrap kraft 4 1/2 x 7", ("kraft", size("4 1/2", "7"), 1, True), PaperKind.SOLID, False, "#b98f62"),
            ("pad meadow 6x6, 24 sheets, small print", ("meadow", size("6", "6"), 24, False), PaperKind.SMALL_PRINT,
             False, None),
            ("3 honey stripe 12 x 12 stripe mustard", ("honey stripe", size("12", "12"), 3, False), PaperKind.STRIPE,
             False, "#cf9d2e"),
            ("vellum letter", ("vellum", size("8 1/2", "11"), 1, False), PaperKind.VELLUM, False, None),
            ("kraft - 3 sheets 12x12", ("kraft -", size("12", "12"), 3, False), PaperKind.SOLID, False, "#b98f62"),
            ("2½ x 10 in mint", ("mint", size("2 1/2", "10"), 1, False), PaperKind.SOLID, False, "#b7dfc6"),
            ("foil gold A5", ("gold", Size(148 * MM, 210 * MM), 1, False), PaperKind.METALLIC, False, "#c8a24a"),
            ("floral roses a4", ("floral roses", Size(210 * MM, 297 * MM), 1, False), PaperKind.FLORAL, False, None),
            ("5 x cream 12x12", ("cream", size("12", "12"), 5, False), PaperKind.SOLID, False, "#f6eed8"),
            ("offcuts 3x4 navy", ("navy", size("3", "4"), 1, True), PaperKind.SOLID, False, "#22345c"),
            ("offcut 3x4 navy", ("navy", size("3", "4"), 1, True), PaperKind.SOLID, False, "#22345c"),
            ("3 sheets of blue dots", ("blue dots", size("12", "12"), 3, False), PaperKind.DOTS, False, "#3c6ea5"),
            ("5 sheets cream, directional", ("cream", size("12", "12"), 5, False), PaperKind.SOLID, True, "#f6eed8"),
            ("2 navy 12 by 12", ("navy", size("12", "12"), 2, False), PaperKind.SOLID, False, "#22345c"),
            ("scrap kraft 4 1/2 by 7", ("kraft", size("4 1/2", "7"), 1, True), PaperKind.SOLID, False, "#b98f62"),
            ("2 sheets of sage 12x12", ("sage", size("12", "12"), 2, False), PaperKind.SOLID, False, "#9aae8c"),
        ]  # fmt: skip
        for line, facts, kind, directional, colour in cases:
            with self.subTest(line):
                entry = read_entry(line)
                self.assertEqual((entry.name, entry.size, entry.count, entry.scrap), facts)
                self.assertEqual((entry.front.kind, entry.front.directional), (kind, directional))
                self.assertEqual(entry.front.colours[:1], (colour,) if colour else ())

    def test_the_other_side_the_price_and_millimetres(self):
        entry = read_entry("4 roof 210x297mm busy / small print cream, at 1.20", Unit.IN)
        self.assertEqual((entry.size.width, entry.price, entry.back.kind), (210 * 320, 120, PaperKind.SMALL_PRINT))
        self.assertEqual(entry.back.colours, ("#f6eed8",))
        self.assertEqual(read_entry("4 roof 12x12").back.colours, ())

    def test_a_unit_said_in_the_line_goes_before_the_one_she_uses(self):
        for line, unit, wanted in [
            ("navy 30x20", Unit.MM, Size(30 * MM, 20 * MM)),
            ("navy 3x2", Unit.IN, size("3", "2")),
            ("navy 30x20 mm", Unit.IN, Size(30 * MM, 20 * MM)),
            ("navy 3x2 in", Unit.MM, size("3", "2")),
            ("navy 3 1/2 x 2-1/4", Unit.IN, size("3 1/2", "2 1/4")),
            ("navy 3/4 x ½", Unit.IN, size("3/4", "1/2")),
        ]:
            with self.subTest(line):
                self.assertEqual(read_entry(line, unit).size, wanted)

    def test_two_tone_is_said_both_ways(self):
        for line, two_tone in [("two-tone navy 12x12", True), ("twotone navy 12x12", True), ("navy 12x12", False)]:
            with self.subTest(line):
                self.assertEqual(read_entry(line).two_tone, two_tone)

    def test_limits_of_a_line(self):
        self.assertEqual(read_entry(f"{MOST_SHEETS} navy 12x12").count, MOST_SHEETS)
        self.assertEqual(read_entry("1 navy 12x12").count, 1)
        self.assertEqual(read_entry("navy 40x40").size, size("40", "40"))
        self.assertEqual(read_entry(f"navy 12x12 {'o' * 189}").count, 1)  # 200 letters
        self.assertEqual(len(read_entry(f"{'o' * 150} 12x12").name), 80)
        for line in (
            f"{MOST_SHEETS + 1} navy 12x12",
            "navy 40 1/8 x 12",
            "navy 12 x 40 1/8",
            f"navy 12x12 {'o' * 190}",
        ):
            with self.subTest(line[:20]), self.assertRaises(UnreadablePaper):
                read_entry(line)

    def test_what_cannot_be_read_says_what_would_do(self):
        for line in (
            "navy",
            "0 navy 12x12",
            "navy 0x12",
            "navy 90x90",
            "5000 navy 12x12",
            "x" * 300,
            "-3 sheets mint 12x12",
            "mint 12x12, -3 sheets",
            "−2 navy 12x12",
        ):
            with self.subTest(line[:20]), self.assertRaisesRegex(UnreadablePaper, "would do"):
                read_entry(line)

    def test_prices_in_hundredths(self):
        for typed, price in [
            ("1,20", 120),
            ("1.2", 120),
            ("3", 300),
            ("0.05", 5),
            (" ", None),
            ("999999.99", 99_999_999),
        ]:
            with self.subTest(typed):
                self.assertEqual(read_price(typed), price)
        for typed in ("a", "1.234", "-1", "1000000", "1 2"):
            with self.subTest(typed), self.assertRaises(UnreadablePrice):
                read_price(typed)
        for line, price in [("navy 12x12 at 1.20", 120), ("navy 12x12 each 2", 200), ("navy 12x12 1,50 each", 150)]:
            with self.subTest(line):
                self.assertEqual(read_entry(line).price, price)
        self.assertIsNone(read_entry("2 navy 12x12").price)

    def test_the_unit_a_size_was_made_in(self):
        for sides, unit in [
            ((12 * INCH, 12 * INCH), Unit.IN),
            ((210 * MM, 297 * MM), Unit.MM),
            ((100 * MM + MM // 2, 100 * MM), Unit.MM),
            ((INCH // 16, INCH), Unit.IN),
            ((INCH // 64, INCH), Unit.IN),
            ((MM, INCH), Unit.IN),
            ((INCH // 2, INCH // 4), Unit.IN),
            ((254 * MM, 127 * MM), Unit.IN),  # 10 and 5 in
            ((254 * MM, 100 * MM), Unit.MM),
        ]:
            with self.subTest(sides):
                self.assertEqual(unit_of(Size(*sides)), unit)


class Openings(TestCase):
    PIECE = size("12", "12")

    def test_limits_of_a_window(self):
        whole = 12 * INCH
        cases = [
            (Distances(whole // 2, INCH, whole // 2 - LEAST_WINDOW, INCH), True),
            (Distances(whole // 2, INCH, whole // 2 - LEAST_WINDOW + 1, INCH), False),
            (Distances(LEAST_BESIDE, INCH, INCH, INCH), True),
            (Distances(LEAST_BESIDE - 1, INCH, INCH, INCH), False),
            (Distances(INCH, INCH, INCH, LEAST_BESIDE - 1), False),
            (Distances(INCH, LEAST_BESIDE, INCH, LEAST_BESIDE), True),
            (Distances(0, INCH, INCH, INCH), True),
            (Distances(0, INCH, 0, INCH), False),
            (Distances(INCH, 0, INCH, 0), False),
            (Distances(0, 0, INCH, INCH), True),
            (Distances(-1, INCH, INCH, INCH), False),
            (Distances(INCH, INCH, INCH, -1), False),
        ]
        for away, fine in cases:
            with self.subTest(away):
                if fine:
                    found = window_at(self.PIECE, away, Unit.IN)
                    self.assertEqual(distances_of(found, self.PIECE), away)
                else:
                    self.assertRaises(NoWindow, window_at, self.PIECE, away, Unit.IN)

    @given(*[st.integers(0, 5 * INCH)] * 4)
    def test_a_window_and_its_distances_fill_the_piece(self, left, top, right, bottom):
        away = Distances(left, top, right, bottom)
        try:
            found = window_at(self.PIECE, away, Unit.IN)
        except NoWindow:
            return
        self.assertEqual(found.right + right, self.PIECE.width)
        self.assertEqual(found.bottom + bottom, self.PIECE.height)
        self.assertEqual(cuts_of(found, self.PIECE), sum(side > 0 for side in (left, top, right, bottom)))

    @given(*[st.integers(0, 4 * INCH)] * 2, *[st.integers(1, 4 * INCH)] * 2)
    def test_turned_four_times_and_mirrored_twice_it_is_as_before(self, x, y, width, height):
        inset, piece = Inset(x, y, Size(width, height)), Size(9 * INCH, 8 * INCH)
        self.assertEqual(inset.mirrored(piece.width).mirrored(piece.width), inset)
        self.assertEqual(inset.swapped().swapped(), inset)
        turned = inset
        for length in (piece, piece.swapped(), piece, piece.swapped()):
            turned = turned.turned(length)
        self.assertEqual(turned, inset)

    def test_a_quarter_turn_clockwise(self):
        # In a piece 10 x 6: 1 from the left and 2 from the top; turned, the left edge comes to the top.
        self.assertEqual(Inset(1, 2, Size(3, 1)).turned(Size(10, 6)), Inset(3, 1, Size(1, 3)))

    def test_the_sides_it_is_open_to(self):
        piece = Size(10, 8)
        for inset, sides in [
            (Inset(0, 1, Size(2, 2)), {End.LEFT}),
            (Inset(1, 0, Size(2, 2)), {End.TOP}),
            (Inset(8, 1, Size(2, 2)), {End.RIGHT}),
            (Inset(1, 6, Size(2, 2)), {End.BOTTOM}),
            (Inset(0, 0, Size(10, 8)), set(End)),
            (Inset(1, 1, Size(8, 6)), set()),
        ]:
            with self.subTest(inset):
                self.assertEqual(inset.open_sides(piece), sides)
                self.assertEqual(cuts_of(inset, piece), 4 - len(sides))

    def test_touching_is_not_overlapping(self):
        one = Inset(0, 0, Size(4, 4))
        for x, y, overlap in [(4, 0, False), (3, 0, True), (0, 4, False), (0, 3, True), (3, 3, True), (4, 4, False)]:
            with self.subTest(x=x, y=y):
                other = Inset(x, y, Size(4, 4))
                self.assertEqual((one.overlaps(other), other.overlaps(one)), (overlap, overlap))

    def test_what_is_behind_ends_with_the_piece(self):
        piece = Size(100, 80)
        self.assertEqual(backing_of(Inset(20, 20, Size(40, 40)), piece, 5), Inset(15, 15, Size(50, 50)))
        self.assertEqual(backing_of(Inset(0, 3, Size(100, 75)), piece, 5), Inset(0, 0, Size(100, 80)))


class Places(TestCase):
    SHEET = Size(1000, 900)

    def test_where_a_piece_begins(self):
        for hold, at, start in [(Hold.LOW, 7, 0), (Hold.MIDDLE, 7, 349), (Hold.HIGH, 7, 699), (Hold.AT, 7, 7)]:
            with self.subTest(hold):
                self.assertEqual(AxisHold(hold, at).start(1000, 301), start)

    def test_a_place_beyond_the_sheet_is_none(self):
        piece = Size(300, 200)
        for x, y, fits in [
            (700, 700, True),
            (701, 700, False),
            (700, 701, False),
            (0, 0, True),
            (-1, 0, False),
            (0, -1, False),
        ]:
            with self.subTest(x=x, y=y):
                found = SheetRegion(AxisHold(Hold.AT, x), AxisHold(Hold.AT, y)).on(self.SHEET, piece)
                self.assertEqual(found, Inset(x, y, piece) if fits else None)

    def printed(self, motif, region=None, block_size=None, side=SideName.A, **more):
        wide, high = block_size or (self.SHEET.width, self.SHEET.height)
        block = sketch_of(row("b", "paper", 1, 1, 4, 4)).blocks[0]
        lying = replace(block, x=10, y=20, width=wide, height=high)
        return list(printed_on(lying, [motif], side, self.SHEET, region, **more))

    def test_a_frame_is_there_only_whole(self):
        frame = Motif("card", SideName.A, Inset(100, 100, Size(200, 100)), use=MotifUse.FRAME)
        for left, found in [(100, True), (101, False), (0, True)]:
            region = SheetRegion(AxisHold(Hold.AT, left), AxisHold(Hold.AT, 50))
            with self.subTest(left=left):
                places = self.printed(frame, region, (300, 300))
                self.assertEqual([p.place for p in places], [Inset(110 - left, 70, Size(200, 100))] if found else [])

    def test_the_last_grain_of_a_frame_counts(self):
        frame = Motif("card", SideName.A, Inset(100, 100, Size(200, 100)), use=MotifUse.FRAME)
        region = SheetRegion(AxisHold(Hold.AT, 50), AxisHold(Hold.AT, 50))
        self.assertEqual(len(self.printed(frame, region, (250, 150))), 1)
        self.assertEqual(self.printed(frame, region, (249, 150)), [])
        self.assertEqual(self.printed(frame, region, (250, 149)), [])

    def test_lines_that_are_cut_begin_where_whole_ones_do(self):
        lines = Motif("lines", SideName.A, Inset(100, 100, Size(200, 100)), use=MotifUse.LINES, pitch=20)
        for top, first, height in [(100, 0, 100), (101, 19, 80), (120, 0, 80), (180, 0, 20)]:
            region = SheetRegion(AxisHold(Hold.AT, 100), AxisHold(Hold.AT, top))
            with self.subTest(top=top):
                (place,) = self.printed(lines, region, (200, 300))
                self.assertEqual((place.place.y, place.place.size.height), (20 + first, height))
        below = SheetRegion(AxisHold(Hold.AT, 100), AxisHold(Hold.AT, 181))
        self.assertEqual(self.printed(lines, below, (200, 300)), [])

    def test_the_other_side_a_picture_and_a_piece_across_show_nothing_to_write_on(self):
        frame = Motif("card", SideName.A, Inset(0, 0, Size(200, 100)), use=MotifUse.FRAME)
        self.assertEqual(len(self.printed(frame)), 1)
        self.assertEqual(self.printed(frame, side=SideName.B), [])
        self.assertEqual(self.printed(frame, lie=PatternRun.ACROSS), [])
        self.assertEqual(self.printed(Motif("bee", SideName.A, frame.place)), [])
        self.assertEqual(self.printed(frame, block_size=(999, 900)), [])


class Tools(TestCase):
    def test_what_a_punch_takes_off_is_added_across_the_length(self):
        """Both edges of a strip 1 1/2 wide punched 1/4 deep: cut 2 wide. Common practice, no source."""
        punch = ShapingTool("scallop", depth=inches("1/4"))
        for finished, edges, cut in [
            (size("12", "1 1/2"), 2, size("12", "2")),
            (size("12", "1 1/2"), 1, size("12", "1 3/4")),
            (size("12", "1 1/2"), 0, size("12", "1 1/2")),
            (size("1 1/2", "12"), 2, size("2", "12")),
            (size("3", "3"), 1, size("3", "3 1/4")),
        ]:
            with self.subTest(finished=finished, edges=edges):
                self.assertEqual(ToolUse(punch, edges).cut_size(finished), cut)

    def test_a_tool_asks_nothing_that_was_not_said(self):
        self.assertEqual(ShapingTool("punch").smallest, 0)
        self.assertEqual(Repeat(count=2).tuck, 0)
        self.assertEqual(read_dies(Shape.CIRCLE, "1/8128", Unit.IN)[0].size.width, 1)

    def test_limits_of_a_tool(self):
        tool = ShapingTool("border", smallest=INCH, widest=3 * INCH)
        for width, word in [(INCH, ""), (INCH - 1, "narrower"), (3 * INCH, ""), (3 * INCH + 1, "up to")]:
            with self.subTest(width=width):
                trouble = ToolUse(tool).trouble(Size(12 * INCH, width), Unit.IN)
                self.assertIn(word, trouble)
                self.assertEqual(bool(trouble), bool(word))
                self.assertEqual(ToolUse(tool).trouble(Size(width, 12 * INCH), Unit.IN), trouble)

    def test_a_blank_takes_what_lies_in_it_either_way(self):
        die = ShapingTool("tag", blank=size("3", "5"))
        for finished, fine in [("3 x 5", True), ("5 x 3", True), ("3 1/8 x 5", False), ("3 x 5 1/8", False)]:
            with self.subTest(finished):
                told = ToolUse(die).trouble(size(*finished.split(" x ")), Unit.IN)
                self.assertEqual(told == "", fine)
        self.assertEqual(ToolUse(die, 2).cut_size(size("2", "2")), size("3", "5"))

    def test_limits_of_a_set_of_dies(self):
        self.assertEqual(len(read_dies(Shape.CIRCLE, ";".join(f"{n}/8" for n in range(1, MOST_DIES + 1)), Unit.IN)), 24)
        self.assertEqual(read_dies(Shape.RECT, "1,20 x 1", Unit.MM)[0].size, Size(384, 320))
        (largest,) = read_dies(Shape.RECT, "12", Unit.IN)
        self.assertEqual(largest.size, Size(LARGEST_DIE, LARGEST_DIE))
        self.assertEqual(len(read_dies(Shape.CIRCLE, "1, 1, 2", Unit.IN)), 2)
        self.assertEqual(read_dies(Shape.CIRCLE, " ", Unit.IN), ())
        for shape, text in [
            (Shape.RECT, "12 1/64"), (Shape.RECT, "0"), (Shape.CIRCLE, "2 x 3"), (Shape.RECT, "1 x 2 x 3"),
            (Shape.CIRCLE, ";".join(["1"] * (MOST_DIES + 1))),
        ]:  # fmt: skip
            with self.subTest(text=text[:12]), self.assertRaises(BadInput):
                read_dies(shape, text, Unit.IN)


class Rows(TestCase):
    def test_gaps_lie_on_the_marks_and_margins_differ_by_a_step_at_most(self):
        cases = [
            # length, width, count, margins: gap, before, after (eighths)
            (96, 26, 3, RowMargins.FLUSH, 9, 0, 0),
            (97, 26, 3, RowMargins.FLUSH, 9, 0, 1),
            (98, 26, 3, RowMargins.FLUSH, 10, 0, 0),
            (96, 26, 3, RowMargins.LIKE_GAPS, 4, 5, 5),
            (95, 26, 3, RowMargins.LIKE_GAPS, 4, 4, 5),
            (10, 10, 1, RowMargins.FLUSH, 0, 0, 0),
            (12, 10, 1, RowMargins.LIKE_GAPS, 1, 1, 1),
            (20, 10, 2, RowMargins.FLUSH, 0, 0, 0),
            (22, 10, 2, RowMargins.LIKE_GAPS, 0, 1, 1),
        ]
        for length, width, count, margins, gap, before, after in cases:
            with self.subTest(length=length, count=count, margins=margins):
                laid = row_of(length * EIGHTH, width * EIGHTH, count, EIGHTH, Unit.IN, margins)
                found = laid.gap, laid.before, laid.after
                self.assertEqual(found, (gap * EIGHTH, before * EIGHTH, after * EIGHTH))

    def test_one_grain_too_long_is_too_long(self):
        self.assertEqual(row_of(100, 50, 2, 1, Unit.IN).gap, 0)
        with self.assertRaises(RowTooLong) as caught:
            row_of(99, 50, 2, 1, Unit.IN)
        self.assertEqual(caught.exception.over, 1)
        self.assertEqual(graduated([40, 60], 100, Unit.IN), (0, 40))
        self.assertRaises(RowTooLong, graduated, [40, 61], 100, Unit.IN)

    def test_pieces_that_fill_a_length_end_on_the_marks(self):
        cells = cells_of(Size(100, 10), Repeat(count=3, tuck=2), "A", 5, Unit.IN)
        self.assertEqual([(c.place.x, c.place.size.width) for c in cells], [(0, 30), (30, 35), (65, 35)])
        self.assertEqual([c.cut.height for c in cells], [12, 12, 12])
        upright = cells_of(Size(10, 100), Repeat(count=3, tuck=2), "A", 5, Unit.IN)
        self.assertEqual(
            [(c.place.y, c.cut) for c in upright], [(0, Size(12, 30)), (30, Size(12, 35)), (65, Size(12, 35))]
        )

    def test_papers_take_turns_and_a_ring_closes_with_a_third(self):
        self.assertEqual(alternated(["a", "b", "c"], 4, closed=True), ("a", "b", "c", "b"))
        self.assertEqual(alternated(["a", "b", "c"], 4), ("a", "b", "c", "a"))
        self.assertEqual(alternated(["a", "b"], 3, closed=True), ("a", "b", "a"))
        self.assertEqual(alternated(["a", "b", "c"], 2, closed=True), ("a", "b"))
        cells = cells_of(Size(40, 10), Repeat(count=4, papers=("a", "b")), "z", 1, Unit.IN)
        self.assertEqual([c.paper for c in cells], ["a", "b", "a", "b"])
        self.assertEqual({c.paper for c in cells_of(Size(40, 10), Repeat(count=4), "z", 1, Unit.IN)}, {"z"})

    def test_a_closed_row_is_changed_only_where_its_ends_are_alike(self):
        for papers, count, row_ in [
            ("abcd", 4, "abcd"), ("abc", 4, "abcb"), ("abc", 5, "abcab"), ("ab", 3, "aba"), ("a", 3, "aaa"),
            ("abc", 1, "a"), ("abc", 2, "ab"), ("aba", 3, "aba"), ("abc", 7, "abcabcb"),
        ]:  # fmt: skip
            with self.subTest(papers=papers, count=count):
                self.assertEqual("".join(alternated(papers, count, closed=True)), row_)

    def test_in_a_square_the_row_runs_across(self):
        cells = cells_of(size("4", "4"), Repeat(count=2, width=2 * INCH), "a", EIGHTH, Unit.IN)
        self.assertEqual([(cell.place.x, cell.place.y) for cell in cells], [(0, 0), (2 * INCH, 0)])

    def test_how_many_come_out_of_a_sheet(self):
        """Three squares of a strip; two mats 6 1/4 long do not come out of 12: common practice, no source."""
        self.assertEqual(per_sheet(size("3 1/4", "12"), size("3 1/4", "3 1/4")), 3)
        self.assertEqual(per_sheet(size("12", "4 1/4"), size("4 1/4", "6 1/4")), 1)
        self.assertEqual(per_sheet(size("12", "4 1/4"), size("4 1/4", "6")), 2)
        self.assertEqual(per_sheet(Size(10, 10), Size(10, 10)), 1)
        self.assertEqual(per_sheet(Size(10, 10), Size(11, 10)), 0)
        self.assertEqual(per_sheet(Size(10, 7), Size(4, 3)), 5)


class PieceLists(TestCase):
    def test_a_piece_over_the_gap_is_two_as_long_as_they_lie_on_their_pages(self):
        blocks = sketch_of(
            row("band", "strip", 0, 2, 25, 1, paper="A"),
            row("left", "paper", 1, 5, "10 7/8", 2, paper="B"),
            row("edge", "paper", 2, 8, 10, 2, paper="B"),
            row("right", "paper", 13, 8, 2, 2, paper="B"),
            row("lap", "paper", 6, 10, "6 1/2", 1, paper="C"),
            page=(25, 12),
        ).blocks
        listed = pieces_of(blocks, Fold(12 * INCH, INCH))
        found = {group.paper: [(p.name, p.size.width) for p in group.pieces] for group in listed.papers}
        self.assertEqual([width for _, width in found["A"]], [12 * INCH, 12 * INCH])
        self.assertEqual([name.rsplit(", ")[-1] for name, _ in found["A"]], ["left page", "right page"])
        self.assertEqual([width for _, width in found["B"]], [inches("10 7/8"), 10 * INCH, 2 * INCH])
        self.assertEqual([width for _, width in found["C"]], [6 * INCH])
        self.assertEqual(len(set(listed.numbers.values())), 5)

    def test_the_paper_is_its_letter_or_its_role(self):
        lettered, plain = sketch_of(row("a", "paper", 0, 0, 4, 4, paper="Q"), row("b", "strip", 0, 5, 4, 1)).blocks
        self.assertEqual((paper_of(lettered), paper_of(plain)), ("Q", "strip"))


class Hidden(TestCase):
    def test_edges_that_meet_leave_no_sliver(self):
        rows = [row("n", "paper", 0, 0, 12, 4), *(row(f"p{n}", "photo", 4 * n, 0, 4, 4, level=1) for n in range(3))]
        panel, *photos = sketch_of(*rows).blocks
        for shift, parts in [(0, 0), (1, 0), (2, 0), (4, 1)]:
            moved = [replace(photos[0], x=photos[0].x - shift), *photos[1:]]
            with self.subTest(shift=shift):
                self.assertEqual(len(visible_parts(panel, hidden_of(panel, [panel, *moved]))), parts)

    def test_pieces_are_counted_from_one(self):
        blocks = sketch_of(row("a", "base", 0, 0, 12, 12), row("p", "photo", 1, 1, 2, 2, level=1)).blocks
        self.assertEqual(pieces_of(blocks).numbers, {"a": 1, "p": 2})

    def test_what_shows_of_a_panel(self):
        panel, photo = sketch_of(row("n", "paper", 1, 1, 10, 4), row("p", "photo", 4, 0, 4, 6, level=1)).blocks
        hidden = hidden_of(panel, [panel, photo])
        shown = [(part.left, part.right) for part in visible_parts(panel, hidden)]
        self.assertEqual(sorted(shown), [(0, 3 * INCH), (7 * INCH, 10 * INCH)])
        box = largest_hidden(panel, hidden)
        self.assertEqual((box.x.low, box.x.high), (4 * INCH, 8 * INCH))
        self.assertFalse(is_all_hidden(panel, hidden))
        self.assertEqual(hidden_of(photo, [panel, photo]).area, 0)

    def test_only_what_lies_above_and_is_not_sheer_hides(self):
        panel, photo, title = sketch_of(
            row("n", "paper", 1, 1, 4, 4),
            row("p", "photo", 1, 1, 4, 4, level=1),
            row("t", "title", 1, 1, 4, 4, level=2),
        ).blocks
        self.assertTrue(is_all_hidden(panel, hidden_of(panel, [panel, photo, title])))
        self.assertTrue(hidden_of(panel, [panel, photo], frozenset({"p"})).is_empty)
        self.assertTrue(hidden_of(photo, [panel, photo, title]).is_empty)  # a title is open work
        hole = {"p": (Inset(INCH, INCH, size("2", "2")),)}
        self.assertEqual(hidden_of(panel, [panel, photo], holes=hole).area, 12 * INCH**2)

    def test_a_hole_is_a_lip_smaller_than_what_covers_it(self):
        """An 11 x 11 panel, lips of 1/4: the hole is 10 1/2 and begins 3/4 in. Common practice, no source."""
        sketch = sketch_of(row("b", "base", 0, 0, 12, 12), row("n", "paper", "1/2", "1/2", 11, 11, level=1))
        (saving,) = [one for one in savings_of(sketch.blocks, EIGHTH, INCH // 4) if one.block == "b"]
        self.assertEqual(saving.opening, Inset(inches("3/4"), inches("3/4"), size("10 1/2", "10 1/2")))
        narrower = next(one for one in savings_of(sketch.blocks, EIGHTH, 0) if one.block == "b")
        self.assertEqual(narrower.opening.x, inches("5/8"))  # 1/2 and a least lip of 1/16, on the next mark

    def test_a_frame_is_half_an_inch_wide_at_least_and_a_lip_a_sixteenth(self):
        """Common practice, no source."""
        for edge, lip, begins in [("0", 0, "1/2"), ("1/4", 0, "1/2"), ("7/16", 0, "1/2"), ("7/16", INCH // 8, "9/16")]:
            sketch = sketch_of(row("b", "base", 0, 0, 12, 12), row("n", "paper", edge, edge, 11, 11, level=1))
            (saving,) = [one for one in savings_of(sketch.blocks, INCH // 16, lip) if one.block == "b"]
            with self.subTest(edge=edge, lip=lip):
                self.assertEqual((saving.opening.x, saving.opening.y), (inches(begins), inches(begins)))

    def test_limits_of_what_is_worth_gutting(self):
        for side, worth in [("1 1/2", True), ("1 3/8", False)]:  # a lip of 1/4 on both sides of 1 1/2 leaves 1 in
            sketch = sketch_of(row("b", "base", 0, 0, 12, 12), row("n", "paper", 3, 3, side, 6, level=1))
            with self.subTest(side):
                gutted = [one for one in savings_of(sketch.blocks, EIGHTH) if one.block == "b"]
                self.assertEqual(bool(gutted), worth)
                if gutted:
                    self.assertEqual(gutted[0].opening.size.width, LEAST_SAVED)
                    self.assertEqual(gutted[0].parts, (Inset(0, 0, size("12", "12")),))
                    self.assertEqual((gutted[0].cuts, gutted[0].area), (4, gutted[0].opening.area))

    def test_what_has_holes_or_is_sheer_is_left_whole(self):
        sketch = sketch_of(row("b", "base", 0, 0, 12, 12), row("n", "paper", 1, 1, 10, 10, level=1))
        for openwork in (Openwork(sheer=frozenset({"b"})), Openwork(holes={"b": (Inset(0, 0, size("1", "1")),)})):
            self.assertFalse([one for one in savings_of(sketch.blocks, EIGHTH, openwork=openwork) if one.block == "b"])

    def test_each_saving_is_said_in_words(self):
        part = Inset(0, 0, size("4", "2"))
        for kind, opening, parts, cuts, words in [
            (SavingKind.SPARE, None, (), 0, "any spare sheet"),
            (SavingKind.GUT, part, (part,), 4, "a middle of 4 in × 2 in"),
            (SavingKind.JOIN, None, (part, part), 1, "two scraps will do"),
            (SavingKind.SHORT, None, (part,), 0, "no cut more"),
            (
                SavingKind.SHORT,
                None,
                (part, part),
                1,
                "Two pieces instead of one: 4 in × 2 in and 4 in × 2 in; one cut",
            ),
            (SavingKind.SHORT, None, (part,) * 3, 2, "Three pieces instead of one"),
            (SavingKind.SHORT, None, (part,) * 4, 3, "Four pieces instead of one"),
            (SavingKind.SHORT, None, (part,) * 5, 4, "Five pieces instead of one"),
            (SavingKind.SHORT, None, (part,) * 6, 5, "Six pieces instead of one"),
            (SavingKind.SHORT, None, (part,) * 7, 6, "7 pieces instead of one"),
        ]:
            with self.subTest(words):
                self.assertIn(words, saving_words(Saving("b", kind, opening, parts, cuts), Unit.IN))


class ShortAndJoined(TestCase):
    """A strip 12 in long, or upright as high, what shows of it, and the pieces that are cut instead of one."""

    def saved(self, *covers, upright=False, breadth=1, lip=INCH // 4, **more):
        """``covers`` hide the strip from so far to so far along it."""
        level = [(0, 4, 12, breadth), *((a, 3, b - a, breadth + 2) for a, b in covers)]
        turned = [(y, x, high, wide) if upright else (x, y, wide, high) for x, y, wide, high in level]
        rows = [row(f"c{n}", "tag", *place, level=1) for n, place in enumerate(turned[1:])]
        sketch = sketch_of(row("s", "strip", *turned[0]), *rows)
        found = [one for one in savings_of(sketch.blocks, EIGHTH, lip, **more) if one.block == "s"]
        return found[0] if found else None

    def parts(self, saving, upright):
        """Where each part begins and ends along the strip, in inches; across it is whole."""
        for part in saving.parts:
            self.assertEqual(
                (part.x if upright else part.y, part.size.width if upright else part.size.height), (0, INCH)
            )
        ends = [(part.y, part.bottom) if upright else (part.x, part.right) for part in saving.parts]
        return [(low / INCH, high / INCH) for low, high in ends]

    def test_where_each_piece_begins_and_ends(self):
        for covers, kind, parts, saved in [
            # Hidden for more than an inch and two lips: two ends.
            ([(3, 9)], SavingKind.SHORT, [(0, 3.25), (8.75, 12)], 5.5),
            ([(3, 4.5)], SavingKind.SHORT, [(0, 3.25), (4.25, 12)], 1),
            # Less than an inch saved: joined under the cover, a lip over each other, in two parts as alike as can be.
            ([(3, 4.25)], SavingKind.JOIN, [(0, 3.375), (3.125, 12)], 0),
            ([(5, 6)], SavingKind.JOIN, [(0, 5.375), (5.125, 12)], 0),
            ([(2, 2.875), (5, 5.875)], SavingKind.JOIN, [(0, 5.375), (5.125, 12)], 0),
            ([(6, 6.875), (9, 9.875)], SavingKind.JOIN, [(0, 6.375), (6.125, 12)], 0),
            # Hidden at an end: one shorter piece.
            ([(0, 3)], SavingKind.SHORT, [(2.75, 12)], 2.75),
            ([(9, 12)], SavingKind.SHORT, [(0, 9.25)], 2.75),
            # Parts whose lips meet are one.
            ([(0, 3), (5, 5.375)], SavingKind.SHORT, [(2.75, 12)], 2.75),
            ([(2, 5), (7, 10)], SavingKind.SHORT, [(0, 2.25), (4.75, 7.25), (9.75, 12)], 5),
        ]:
            for upright in (False, True):
                with self.subTest(covers=covers, upright=upright):
                    saving = self.saved(*covers, upright=upright)
                    self.assertEqual((saving.kind, self.parts(saving, upright)), (kind, parts))
                    self.assertEqual(saving.area, saved * INCH * INCH)
                    self.assertEqual(saving.cuts, len(parts) - 1)

    def test_how_much_must_be_hidden_for_a_join(self):
        sixteenth = 1 / 16
        for hidden, there in [(3 * sixteenth, True), (3 * sixteenth - 1 / 64, False)]:
            with self.subTest(hidden=hidden):
                self.assertEqual(self.saved((5, 5 + hidden)) is not None, there)
        least = self.saved((5, 5 + 3 * sixteenth))
        self.assertEqual(self.parts(least, False), [(0, 5 + 2 * sixteenth), (5 + sixteenth, 12)])
        self.assertIsNone(self.saved((0, 0.5)))  # at its end there is nothing to join

    def test_a_joined_piece_keeps_its_breadth(self):
        for upright in (False, True):
            saving = self.saved((5, 5.75), upright=upright, breadth=2)
            sides = {part.size.width if upright else part.size.height for part in saving.parts}
            with self.subTest(upright=upright):
                self.assertEqual(sides, {2 * INCH})

    def test_a_wider_lip_saves_less(self):
        self.assertEqual(self.parts(self.saved((3, 9), lip=INCH // 2), False), [(0, 3.5), (8.5, 12)])
        self.assertEqual(self.parts(self.saved((3, 9), lip=0), False), [(0, 3.125), (8.875, 12)])  # least, on the grid

    def test_the_base_stays_in_one_piece(self):
        sketch = sketch_of(row("b", "base", 0, 0, 12, 12), row("n", "paper", 3, 0, 1, 12, level=1))
        self.assertEqual([one for one in savings_of(sketch.blocks, EIGHTH) if one.block == "b"], [])

    def test_only_whole_straight_rectangles_of_paper_are_looked_at(self):
        for more, there in [({}, True), ({"turn": 5}, False), ({"shape": "circle"}, False), ({"role": "photo"}, False)]:
            one = {"role": "paper", **more}
            role = one.pop("role")
            sketch = sketch_of(row("a", role, 2, 2, 8, 8, **one), row("n", "paper", 3, 3, 6, 6, level=1))
            with self.subTest(more):
                self.assertEqual(any(s.block == "a" for s in savings_of(sketch.blocks, EIGHTH)), there)

    def test_what_saves_most_comes_first(self):
        sketch = sketch_of(
            row("a", "strip", 0, 1, 12, 1), row("b", "strip", 0, 5, 12, 1),
            row("p", "photo", 5, 0, 3, 3, level=1), row("q", "photo", 2, 4, 8, 3, level=1),
        )  # fmt: skip
        self.assertEqual([one.block for one in savings_of(sketch.blocks, EIGHTH)], ["b", "a"])

    def test_a_sliver_that_shows_is_no_spare(self):
        for low, spare in [("5", True), ("5 1/64", False)]:
            rows = [row("s", "strip", 0, "5", 12, 1), row("n", "paper", 0, low, 12, 2, level=1)]
            found = {one.block: one.kind for one in savings_of(sketch_of(*rows).blocks, EIGHTH)}
            with self.subTest(low):
                self.assertEqual(found.get("s") is SavingKind.SPARE, spare)

    def test_a_hole_turns_with_the_piece_it_is_in(self):
        # 4 x 2 in about (4, 4), a quarter turn clockwise: an inch at its left end comes to lie at the top.
        panel, cover = sketch_of(row("n", "paper", 0, 0, 8, 8), row("c", "paper", 2, 3, 4, 2, turn=90, level=1)).blocks
        holes = {"c": (Inset(0, 0, size("1", "2")),)}
        hidden = hidden_of(panel, [panel, cover], holes=holes)
        found = [bound / INCH for bound in hidden.bounds]
        self.assertEqual([round(bound, 3) for bound in found], [3, 3, 5, 6])

    def test_a_frame_brings_its_band_to_the_piece_list(self):
        frame, plain = sketch_of(
            row("f", "paper", 0, 0, 6, 6, shape="frame", band="1"), row("n", "paper", 6, 6, 2, 2)
        ).blocks
        bands = {piece.block: piece.band for part in pieces_of((frame, plain)).papers for piece in part.pieces}
        self.assertEqual(bands, {"f": INCH, "n": None})
