"""What trimmers can and cannot to the grain, cuts inside a piece, progress step by step, keys, triangles, wishes."""

from dataclasses import replace
from unittest import TestCase

from inkquilt.cutting import CutPiece, PaperNeed, plan_page
from inkquilt.cutting.advice import is_worth_joining, sheet_saver
from inkquilt.cutting.guillotine import Cut, CutSheet, Direction, Leftover, Placed, Proof, Stock, StockKind
from inkquilt.cutting.guillotine.values import CutPlan
from inkquilt.cutting.instructions import FenceEdge, corner_to_corner, cut_out, instructions, verdict
from inkquilt.cutting.motifs import Fate, MotifFate, fates_of, may_be_cut_from
from inkquilt.cutting.pieces import (
    CutWishes,
    InnerWork,
    Slant,
    frame_opening,
    is_made,
    letters,
    numbers_in,
    pieces_to_cut,
)
from inkquilt.cutting.pinned import begin, seen_from
from inkquilt.cutting.plan import PaperPlan, middle_key, middles_of, piece_of_middle
from inkquilt.cutting.progress import standing, steps_in
from inkquilt.cutting.steps import Becomes, steps_of
from inkquilt.cutting.terms import (
    PieceTerms,
    WindowTerm,
    Wish,
    cells_seen,
    check_apart,
    may_have,
    openwork_of,
    settled,
    windows_seen,
)
from inkquilt.cutting.trimmer import METRIC_TRIMMERS, USUAL_TRIMMERS, Refusal, Trimmer, refusal, refusal_words
from inkquilt.cutting.unplaced import Lack, Why, lacking, to_buy
from inkquilt.lengths import INCH, MM, Unit
from inkquilt.page import Fold
from inkquilt.paper.kinds import PatternRun, SideName
from inkquilt.paper.openings import Distances, Inset, NoWindow, Window
from inkquilt.paper.pieces import PaperPieces, Piece, PieceList
from inkquilt.paper.regions import AxisHold, Hold, Motif, MotifUse, SheetRegion
from inkquilt.paper.repeats import Repeat
from inkquilt.paper.saving import Saving, SavingKind
from inkquilt.paper.tools import ShapingTool, ToolUse
from inkquilt.sketch import Role, Shape
from inkquilt.sketch.geometry import Ends
from inkquilt.sketch.model import Corner, End, Size
from tests.building import inches, row, size, sketch_of

SHEET = Stock("sheet", size("12", "12"))
TRIMMER = Trimmer("long", 12 * INCH, 10 * INCH, INCH // 16, INCH // 4, Unit.IN, INCH)
#: Marks, stops that read less than the mark.
SHORT = Trimmer("short", 12 * INCH, 12 * INCH, INCH // 16, 0, Unit.IN, -INCH)
BARE = Trimmer("bare", 12 * INCH, 12 * INCH, INCH // 16, 0)


def piece(key, width, height, *openings, **more):
    wide, high = (inches(side) if isinstance(side, str) else side for side in (width, height))
    number = numbers_in(key)[0]
    return CutPiece(key, number, f"b{number}", f"piece {key}", Shape.RECT, Size(wide, high), openings=openings, **more)


def on_page(number, width, height, shape=Shape.RECT, corner=Corner.BOTTOM_LEFT, band=None):
    return Piece(number, f"b{number}", f"piece {number}", Role.PAPER, shape, size(width, height), False, band, corner)


def listed(*pieces, paper="A"):
    return PieceList((PaperPieces(paper, tuple(pieces)),), ())


def planned(*pieces, stocks=(SHEET,), directional=(), motifs=()):
    *_, plans = plan_page([PaperNeed("A", tuple(pieces), tuple(stocks), frozenset(directional), tuple(motifs))], 0.1)
    return plans[0]


class Limits(TestCase):
    def test_each_limit_of_a_trimmer_to_the_grain(self):
        cases = [
            # length, setting, rest: what it says
            (12 * INCH, 5 * INCH, INCH, None),
            (12 * INCH + 1, 5 * INCH, INCH, Refusal.TOO_LONG),
            (INCH, 10 * INCH, INCH, None),
            (INCH, 10 * INCH + 1, INCH, Refusal.TOO_WIDE),
            (INCH, INCH // 4, INCH, None),
            (INCH, INCH // 4 - 1, INCH, Refusal.SLIVER),
            (INCH, INCH, INCH // 4, None),
            (INCH, INCH, INCH // 4 - 1, Refusal.SLIVER),
        ]
        for length, setting, rest, why in cases:
            with self.subTest(length=length, setting=setting, rest=rest):
                self.assertIs(refusal(TRIMMER, length, setting, rest), why)

    def test_a_cut_that_begins_inside_needs_stops_that_reach(self):
        long = 12 * INCH
        for trimmer, inside, why in [
            (BARE, None, None),
            (BARE, (0, INCH), Refusal.NO_STOPS),
            (BARE, (INCH, long), Refusal.NO_STOPS),
            (SHORT, (0, 2 * INCH), None),  # it begins at the edge: there is nothing to set
            (SHORT, (INCH, 2 * INCH), None),
            (SHORT, (INCH - 1, 2 * INCH), Refusal.STOP_SHORT),
            (TRIMMER, (1, 2 * INCH), None),
            # Its stop reads 1 in more than the mark: beyond the trimmer's end there is nothing to set it to.
            (TRIMMER, (INCH, 11 * INCH), None),
            (TRIMMER, (INCH, 11 * INCH + 1), Refusal.STOP_FAR),
            (TRIMMER, (INCH, long), None),  # it runs off the edge
        ]:
            with self.subTest(trimmer=trimmer.name, inside=inside):
                ends = Ends(*inside) if inside else None
                self.assertIs(refusal(trimmer, long, 2 * INCH, 2 * INCH, ends), why)

    def test_every_refusal_says_its_number(self):
        told = {why: refusal_words(TRIMMER, why, 13 * INCH, 11 * INCH, INCH // 8) for why in Refusal}
        for why, words in {
            Refusal.NO_STOPS: "no start and stop marks",
            Refusal.STOP_SHORT: "so near the end",
            Refusal.TOO_LONG: "cuts 12 in at most, this is 13 in",
            Refusal.TOO_WIDE: "goes to 10 in, not 11 in",
            Refusal.SLIVER: "no strip under 1/4 in cleanly, this is 1/8 in",
        }.items():
            self.assertIn(words, told[why])

    def test_whether_it_cuts_inside(self):
        self.assertEqual([t.cuts_inside for t in (TRIMMER, SHORT, BARE, Trimmer("zero", 1, 1, 1, 1, Unit.MM, 0))],
                         [True, True, False, True])  # fmt: skip


class Making(TestCase):
    def sheet(self, *cuts, stock=SHEET, placed=()):
        return CutSheet(stock, tuple(placed), tuple(cuts), ())

    def how(self, at, trimmers, direction=Direction.UPRIGHT, part=SHEET.size):
        (one,) = instructions(self.sheet(Cut("0", direction, at, part)), trimmers)
        return one

    def test_the_nearer_edge_lies_at_the_fence_unless_only_the_other_can(self):
        one = self.how(3 * INCH, [TRIMMER])
        self.assertEqual((one.fence, one.setting, one.turned, one.exact), (FenceEdge.LEFT, 3 * INCH, False, True))
        far = self.how(11 * INCH, [TRIMMER])  # the fence goes to 10 in: laid the other way the rest is 1 in
        self.assertEqual((far.fence, far.setting), (FenceEdge.RIGHT, INCH))
        level = self.how(11 * INCH, [TRIMMER], Direction.LEVEL)
        self.assertEqual((level.fence, level.setting, level.turned), (FenceEdge.BOTTOM, INCH, True))
        self.assertEqual(self.how(3 * INCH, [TRIMMER], Direction.LEVEL).fence, FenceEdge.TOP)

    def test_a_setting_on_a_mark_goes_before_the_trimmer_in_use(self):
        coarse, fine = Trimmer("coarse", 12 * INCH, 12 * INCH, INCH, 0), Trimmer("fine", 12 * INCH, 12 * INCH, 127, 0)
        one = self.how(inches("3 1/4"), [coarse, fine])
        self.assertEqual((one.trimmer, one.exact), (fine, True))
        between = self.how(inches("3 1/4") + 1, [coarse, fine])
        self.assertEqual((between.trimmer, between.exact), (coarse, False))

    def test_a_trimmer_stays_in_use_while_it_can(self):
        little = Trimmer("little", 6 * INCH, 12 * INCH, INCH // 16, 0)
        cuts = [
            Cut("0", Direction.UPRIGHT, 6 * INCH, SHEET.size),
            Cut("0a", Direction.LEVEL, 6 * INCH, size("6", "12")),
            Cut("0aa", Direction.UPRIGHT, INCH, size("6", "6")),
        ]
        used = [one.trimmer for one in instructions(self.sheet(*cuts), [little, BARE])]
        self.assertEqual(used, [BARE, BARE, BARE])
        used = [one.trimmer for one in instructions(self.sheet(*cuts[1:]), [little, BARE])]
        self.assertEqual(used, [little, little])

    def test_without_one_that_can_every_trimmer_says_why(self):
        wide = self.how(6 * INCH, [Trimmer("a", INCH, INCH, 127, 0), Trimmer("b", 12 * INCH, INCH, 127, 0)])
        self.assertIsNone(wide.trimmer)
        self.assertEqual([told[0] for told in wide.refusals], ["a", "t"])
        self.assertEqual(len(wide.refusals), 2)
        self.assertEqual((wide.fence, wide.setting), (FenceEdge.LEFT, 6 * INCH))

    def test_what_one_trimmer_says_to_a_cut(self):
        fine = self.how(3 * INCH, [TRIMMER])
        self.assertEqual(verdict(TRIMMER, fine), "")
        self.assertEqual(verdict(BARE, fine), "")
        self.assertIn("cuts 11 in at most", verdict(Trimmer("t", 11 * INCH, 12 * INCH, 1, 0), fine))
        # It cannot from the left, where 11 in are at the fence, but it can from the right.
        self.assertEqual(verdict(TRIMMER, self.how(11 * INCH, [BARE])), "")
        self.assertIn("fence", verdict(Trimmer("t", 12 * INCH, INCH, 1, 0), self.how(6 * INCH, [BARE])))

    def test_cuts_inside_are_counted_from_the_far_edge(self):
        window = piece("1", "12", "10", Inset(INCH, 2 * INCH, size("5", "4")))
        cuts = {(how.direction, how.at): how for how in cut_out(window, window.openings[0], [TRIMMER], window.size)}
        self.assertEqual(set(cuts), {(Direction.UPRIGHT, INCH), (Direction.UPRIGHT, 6 * INCH),
                                     (Direction.LEVEL, 2 * INCH), (Direction.LEVEL, 6 * INCH)})  # fmt: skip
        left = cuts[Direction.UPRIGHT, INCH]
        self.assertEqual((left.fence, left.inside.start, left.inside.stop), (FenceEdge.LEFT, 2 * INCH, 6 * INCH))
        self.assertEqual((left.inside.start_setting, left.inside.stop_setting), (3 * INCH, 7 * INCH))
        top = cuts[Direction.LEVEL, 2 * INCH]  # its top edge at the fence: left is the far end
        self.assertEqual((top.fence, top.inside.start, top.inside.stop), (FenceEdge.TOP, 6 * INCH, 11 * INCH))
        self.assertEqual(top.ends, (INCH, 6 * INCH))
        self.assertTrue(top.is_on_piece)
        self.assertFalse(self.how(INCH, [TRIMMER]).is_on_piece)

    def test_a_cut_to_the_edge_runs_off_it_and_sets_no_stop(self):
        open_ = piece("1", "12", "12", Inset(0, 2 * INCH, size("5", "4")))  # open to the left
        for how in cut_out(open_, open_.openings[0], [TRIMMER], open_.size):
            inside = how.inside
            with self.subTest(at=how.at, direction=how.direction):
                for mark, setting in ((inside.start, inside.start_setting), (inside.stop, inside.stop_setting)):
                    self.assertEqual(setting, None if mark in (0, 12 * INCH) else mark + INCH)

    def test_a_window_open_to_a_side_has_no_cut_there(self):
        window = piece("1", "12", "12", Inset(0, 2 * INCH, size("5", "4")))
        cuts = list(cut_out(window, window.openings[0], [TRIMMER], window.size))
        wanted = [(Direction.UPRIGHT, 5 * INCH), (Direction.LEVEL, 2 * INCH), (Direction.LEVEL, 6 * INCH)]
        self.assertEqual([(one.direction, one.at) for one in cuts], wanted)

    def test_corner_to_corner_needs_a_blade_as_long_as_the_way_across(self):
        """3 and 4 give 5; what does not come out whole is rounded up. Pythagoras."""
        square = piece("1", 3 * INCH, 4 * INCH)
        able, short = Trimmer("able", 5 * INCH, 1, 1, 0), Trimmer("short", 5 * INCH - 1, 1, 1, 0)
        one = corner_to_corner(square, Slant.FALLING, [short, able], square.size)
        self.assertEqual((one.trimmer, one.refusals, one.is_on_piece), (able, (), True))
        none = corner_to_corner(square, Slant.FALLING, [short], square.size)
        self.assertEqual((none.trimmer, len(none.refusals)), (None, 1))
        self.assertEqual([verdict(t, one) == "" for t in (able, short)], [True, False])
        odd = piece("1", 1, 1)
        self.assertEqual(corner_to_corner(odd, Slant.RISING, [Trimmer("two", 2, 1, 1, 0)], odd.size).refusals, ())
        self.assertEqual(len(corner_to_corner(odd, Slant.RISING, [Trimmer("one", 1, 1, 1, 0)], odd.size).refusals), 1)


class Steps(TestCase):
    def test_each_cut_of_a_sheet_leaves_what_it_says(self):
        plan = planned(piece("1", "8", "5"), piece("2", "4", "5"), piece("3", "12", "7"))
        (sheet,) = plan.sheets
        steps = list(steps_of(plan, sheet, [BARE]))
        self.assertEqual(len(steps), 2)
        told = {(one.becomes, one.piece) for step in steps for one in (step.kept, step.falls)}
        self.assertEqual(
            told, {(Becomes.PIECE, "1"), (Becomes.PIECE, "2"), (Becomes.PIECE, "3"), (Becomes.CUT_ON, None)}
        )
        for step in steps:
            area = sum(one.size.width * one.size.height for one in (step.kept, step.falls))
            self.assertEqual(area, step.instruction.size.width * step.instruction.size.height)

    def test_an_opening_leaves_frame_and_middle_with_its_last_cut_only(self):
        frame = piece("1", "12", "12", Inset(INCH, INCH, size("4", "4")), Inset(6 * INCH, INCH, size("3", "3")))
        plan = planned(frame)
        steps = list(steps_of(plan, plan.sheets[0], [TRIMMER]))
        kept = [step.kept and step.kept.becomes for step in steps]
        self.assertEqual(kept, [None, None, None, Becomes.FRAME] * 2)
        self.assertEqual([steps[place].falls.part for place in (3, 7)], ["middle of 1", "middle of 1 2"])
        self.assertEqual([steps[place].falls.size for place in (3, 7)], [size("4", "4"), size("3", "3")])

    def test_two_triangles_of_one_blank_and_one_alone(self):
        both = piece("4+7", "6", "3", slant=Slant.FALLING)
        plan = planned(both)
        *_, last = steps_of(plan, plan.sheets[0], [TRIMMER])
        self.assertEqual([(one.becomes, one.piece) for one in (last.kept, last.falls)],
                         [(Becomes.TRIANGLE, "4"), (Becomes.TRIANGLE, "7")])  # fmt: skip
        alone = CutPiece("4", 4, "b4", "flag", Shape.TRIANGLE, size("6", "3"), slant=Slant.FALLING)
        *_, last = steps_of(planned(alone), planned(alone).sheets[0], [TRIMMER])
        self.assertEqual([one.becomes for one in (last.kept, last.falls)], [Becomes.TRIANGLE, Becomes.LEFTOVER])


class Progress(TestCase):
    """A sheet 12 x 12: a cut at 8 from the left, then at 8 from the top; piece 1 has two openings, piece 2 none."""

    def setUp(self):
        self.sheet = CutSheet(
            SHEET,
            (Placed("1", 0, 0, size("8", "8")), Placed("2", 8 * INCH, 0, size("4", "12"))),
            (
                Cut("0", Direction.UPRIGHT, 8 * INCH, SHEET.size),
                Cut("0a", Direction.LEVEL, 8 * INCH, size("8", "12")),
            ),
            (Leftover("0ab", 0, 8 * INCH, size("8", "4")),),
        )
        self.inner = {"1": (InnerWork(4, size("2", "2")), InnerWork(3, size("3", "3")), InnerWork(1))}

    def test_how_many_steps(self):
        self.assertEqual(steps_in(self.sheet, self.inner), 2 + 4 + 3 + 1)
        self.assertEqual(steps_in(self.sheet, {}), 2)
        whole = CutSheet(SHEET, (Placed("1", 0, 0, SHEET.size),), (), ())
        self.assertEqual(steps_in(whole, {}), 1)

    def test_step_by_step(self):
        two, three = size("2", "2"), size("3", "3")
        for done, pieces, middles, finished, plain, rest in [
            (0, set(), (), set(), set(), {"0"}),
            (1, {"2"}, (), {"2"}, set(), {"0a"}),
            (2, {"1", "2"}, (), {"2"}, {"1"}, {"0ab"}),
            (3, {"1", "2"}, (), {"2"}, set(), {"0ab"}),
            (5, {"1", "2"}, (), {"2"}, set(), {"0ab"}),
            (6, {"1", "2"}, (two,), {"2"}, set(), {"0ab"}),
            (8, {"1", "2"}, (two,), {"2"}, set(), {"0ab"}),
            (9, {"1", "2"}, (two, three), {"2"}, set(), {"0ab"}),
            (10, {"1", "2"}, (two, three), {"1", "2"}, set(), {"0ab"}),
        ]:
            with self.subTest(done=done):
                now = standing(self.sheet, self.inner, done)
                self.assertEqual(set(now.pieces), pieces)
                self.assertEqual(now.middles.get("1", ()), middles)
                self.assertEqual(now.finished, finished)
                self.assertEqual(set(now.plain), plain)
                self.assertEqual(set(now.rest), rest)

    def test_the_second_piece_waits_for_the_cuts_on_the_first(self):
        inner = {"1": (InnerWork(1),), "2": (InnerWork(2, size("1", "1")),)}
        for done, finished, plain in [
            (2, set(), {"1", "2"}),
            (3, {"1"}, {"2"}),
            (4, {"1"}, set()),
            (5, {"1", "2"}, set()),
        ]:
            with self.subTest(done=done):
                now = standing(self.sheet, inner, done)
                self.assertEqual((now.finished, set(now.plain)), (finished, plain))

    def test_parts_are_cut_where_the_cut_is(self):
        now = standing(self.sheet, self.inner, 2)
        self.assertEqual(now.rest["0ab"], size("8", "4"))
        self.assertEqual(now.pieces, {"1": "0aa", "2": "0b"})


class Keys(TestCase):
    def test_letters_run_on(self):
        self.assertEqual([letters(n) for n in (0, 1, 25, 26, 27, 51, 52, 701, 702)],
                         ["a", "b", "z", "aa", "ab", "az", "ba", "zz", "aaa"])  # fmt: skip
        self.assertEqual([numbers_in(key) for key in ("5", "12b", "4+7", "4a+12aa")], [(5,), (12,), (4, 7), (4, 12)])

    def test_what_is_cut_already_is_known_with_and_without_its_letter(self):
        for key, made, known in [
            ("5", {"5": 1}, True),
            ("5a", {"5": 1}, True),
            ("5", {"5a": 1}, True),
            ("5b", {"5": 1}, False),
            ("5b", {"5b": 2}, True),
            ("5", {"5b": 1}, False),
            ("5", {"5": 0}, False),
            ("15a", {"5": 1}, False),
            ("4+7", {"4": 1}, False),
        ]:
            with self.subTest(key=key, made=made):
                self.assertEqual(is_made(key, made), known)

    def test_copies_and_halves_share_a_number(self):
        pieces = pieces_to_cut(listed(on_page(3, "4", "4")), CutWishes(copies={"b3": 2}))["A"]
        self.assertEqual([one.key for one in pieces], ["3a", "3b", "3c"])
        (alone,) = pieces_to_cut(listed(on_page(3, "4", "4")), CutWishes())["A"]
        self.assertEqual(alone.key, "3")
        spare = Saving("b3", SavingKind.SPARE, None, (), 0)
        self.assertEqual(pieces_to_cut(listed(on_page(3, "4", "4")), CutWishes(savings={"b3": spare}))["A"], ())

    def test_middles_are_named_after_their_piece(self):
        frame = piece("3", "6", "6", Inset(1, 1, Size(5, 5)), Inset(10, 1, Size(5, 5)))
        middles = list(middles_of(frame, frame.size))
        self.assertEqual([one.key for one in middles], [middle_key("3", 0), middle_key("3", 1)])
        self.assertEqual([piece_of_middle(one) for one in middles], ["3", "3"])
        self.assertIsNone(piece_of_middle(SHEET))


class Shapes(TestCase):
    def test_a_frame_opens_a_band_inside_all_four_sides(self):
        frame = on_page(1, "10", "8", Shape.FRAME, band=INCH)
        self.assertEqual(frame_opening(frame), Inset(INCH, INCH, size("8", "6")))
        self.assertIsNone(frame_opening(on_page(1, "10", "8")))
        self.assertIsNone(frame_opening(on_page(1, "10", "8", Shape.FRAME, band=0)))

    def test_folded_pieces_are_cut_twice_as_long_on_their_side(self):
        for fold, cut in [(End.LEFT, "6 x 4"), (End.RIGHT, "6 x 4"), (End.TOP, "3 x 8"), (End.BOTTOM, "3 x 8")]:
            (one,) = pieces_to_cut(listed(on_page(1, "3", "4")), CutWishes(folds={"b1": fold}))["A"]
            with self.subTest(fold):
                self.assertEqual(one.size, size(*cut.split(" x ")))
                self.assertIn("folded", one.name)

    def test_a_turned_piece_takes_its_openings_and_slant_along(self):
        one = piece("1", 10, 6, Inset(1, 2, Size(3, 1)), slant=Slant.RISING)
        self.assertEqual((one.openings_as(Size(10, 6)), one.slant_as(Size(10, 6))), (one.openings, Slant.RISING))
        self.assertEqual(one.openings_as(Size(6, 10)), (Inset(3, 1, Size(1, 3)),))
        self.assertEqual(one.slant_as(Size(6, 10)), Slant.FALLING)
        self.assertEqual([work.cuts for work in one.inner_work(Size(10, 6))], [4, 1])

    def test_on_a_directional_side_the_pattern_decides_how_it_lies(self):
        for side, lie, directional, lying, may_turn in [
            (SideName.A, PatternRun.UP, {SideName.A}, (4, 6), False),
            (SideName.A, PatternRun.ACROSS, {SideName.A}, (6, 4), False),
            (SideName.B, PatternRun.ACROSS, {SideName.A}, (4, 6), True),
            (SideName.A, PatternRun.ACROSS, set(), (4, 6), True),
        ]:
            with self.subTest(side=side, lie=lie):
                wanted = piece("1", 4, 6, side=side, lie=lie).wanted(frozenset(directional))
                self.assertEqual((wanted.size, wanted.may_turn), (Size(*lying), may_turn))

    def triangles(self, *ones, **wishes):
        shapes = [on_page(n, w, h, Shape.TRIANGLE, corner) for n, (w, h, corner) in enumerate(ones, 1)]
        return [(one.key, one.slant) for one in pieces_to_cut(listed(*shapes), CutWishes(**wishes))["A"]]

    def test_triangles_that_match_come_out_of_one_blank(self):
        falling, rising = Corner.BOTTOM_LEFT, Corner.TOP_LEFT
        self.assertEqual(self.triangles(("6", "3", falling), ("6", "3", Corner.TOP_RIGHT)), [("1+2", Slant.FALLING)])
        apart = [("1", Slant.FALLING), ("2", Slant.RISING)]
        self.assertEqual(self.triangles(("6", "3", falling), ("6", "3", rising)), apart)
        self.assertEqual(self.triangles(("6", "3", rising), ("6", "3", Corner.BOTTOM_RIGHT)), [("1+2", Slant.RISING)])
        # Standing up, the other slant is the same triangle turned.
        self.assertEqual(self.triangles(("6", "3", falling), ("3", "6", rising)), [("1+2", Slant.FALLING)])
        # A square is one whichever way it lies.
        self.assertEqual(self.triangles(("3", "3", falling), ("3", "3", rising)), [("1+2", Slant.FALLING)])
        three = self.triangles(*[("6", "3", falling)] * 3)
        self.assertEqual(three, [("1+2", Slant.FALLING), ("3", Slant.FALLING)])

    def test_triangles_of_a_directional_paper_and_those_made_by_a_tool_stay_apart(self):
        pair = [("6", "3", Corner.BOTTOM_LEFT)] * 2
        self.assertEqual(self.triangles(*pair, directional=frozenset({"A"})), [("1", None), ("2", None)])
        tool = ToolUse(ShapingTool("die"))
        self.assertEqual(self.triangles(*pair, tools={"b1": tool}), [("1", None), ("2", Slant.FALLING)])


class Asked(TestCase):
    def test_what_each_piece_can_have(self):
        every = {Wish.WINDOW, Wish.ROW, Wish.SLANT, Wish.FOLD, Wish.SEAM}
        for role, shape, wishes in [
            ("paper", "rect", every),
            ("base", "rect", {Wish.WINDOW, Wish.SLANT}),
            ("strip", "rect", every),
            ("paper", "circle", set()),
            ("paper", "banner", {Wish.ROW}),
            ("paper", "triangle", {Wish.ROW}),
        ]:
            with self.subTest(role=role, shape=shape):
                (block,) = sketch_of(row("b", role, 0, 0, 4, 4, shape=shape)).blocks
                self.assertEqual(may_have(block), wishes)

    def test_windows_of_one_piece_lie_apart(self):
        one = Inset(0, 0, Size(4, 4))
        check_apart(Inset(4, 0, Size(4, 4)), [one])
        self.assertRaises(NoWindow, check_apart, Inset(3, 0, Size(4, 4)), [one])

    def asked(self, terms, width="10", height="10", shape=Shape.RECT, band=None):
        return settled(listed(on_page(1, width, height, shape, band=band)), {"b1": terms}, CutWishes())

    def test_a_window_that_the_piece_can_have_no_more_is_told_and_not_lost(self):
        fine, wide = (WindowTerm(Distances(*[side * INCH] * 4)) for side in (1, 5))
        found = self.asked(PieceTerms((fine, wide)))
        self.assertEqual(len(found.wishes.windows["b1"]), 1)
        (trouble,) = found.troubles
        self.assertTrue(trouble.startswith("1 piece 1: "))
        over = self.asked(PieceTerms((fine, fine)))
        self.assertEqual((len(over.wishes.windows["b1"]), len(over.troubles)), (1, 1))

    def test_a_piece_that_is_folded_punched_or_a_row_has_no_window(self):
        window = (WindowTerm(Distances(*[INCH] * 4)),)
        for more in ({"folded": End.TOP}, {"tool": ToolUse(ShapingTool("die"))}, {"repeat": Repeat(2)}):
            with self.subTest(more):
                found = self.asked(PieceTerms(window, **more))
                self.assertEqual(dict(found.wishes.windows), {})
                self.assertIn("no window of its own", found.troubles[0])
        self.assertEqual(self.asked(PieceTerms((), folded=End.TOP)).troubles, ())

    def test_the_window_of_a_frame_is_its_opening_where_there_is_paper_behind(self):
        windows = (WindowTerm(Distances(0, 0, 0, 0), "B"), WindowTerm(Distances(0, 0, 0, 0)))
        found = self.asked(PieceTerms(windows), shape=Shape.FRAME, band=INCH)
        self.assertEqual(found.wishes.windows["b1"], (Window(Inset(INCH, INCH, size("8", "8")), "B"),))
        self.assertEqual(found.troubles, ())

    def test_a_row_too_long_and_a_tool_too_small_are_told(self):
        found = self.asked(PieceTerms(repeat=Repeat(3, width=4 * INCH)))
        self.assertEqual((dict(found.wishes.repeats), len(found.troubles)), ({}, 1))
        narrow = self.asked(PieceTerms(tool=ToolUse(ShapingTool("punch", widest=INCH))))
        self.assertEqual((len(narrow.troubles), set(narrow.wishes.tools)), (1, {"b1"}))

    def test_what_is_asked_of_a_piece_that_is_gone_waits(self):
        found = settled(listed(on_page(1, "4", "4")), {"b9": PieceTerms(slant=Slant.RISING)}, CutWishes())
        self.assertEqual((dict(found.wishes.slants), found.troubles), ({}, ()))

    def test_one_looks_through_windows_without_backing_and_gaps_of_rows(self):
        wishes = CutWishes(
            windows={"b1": (Window(Inset(0, 0, Size(4, 4))), Window(Inset(9, 0, Size(4, 4)), "B"))},
            repeats={"b2": Repeat(3)},
        )
        found = openwork_of(wishes, frozenset({"b3"}))
        self.assertEqual(found.sheer, {"b2", "b3"})
        self.assertEqual(found.holes["b1"], (Inset(0, 0, Size(4, 4)),))

    def test_over_two_facing_pages_the_mirrored_window_is_seen_too(self):
        fold = Fold(12 * INCH, INCH)
        (band,) = sketch_of(row("b", "strip", 2, 2, 20, 4), page=(25, 12)).blocks
        window = Window(Inset(INCH, INCH, size("2", "2")), "B", mirrored=True)
        found = [seen.place.x for seen in windows_seen(band, (window,), fold)]
        self.assertEqual(found, [INCH, (13 - 2 + 9 - 3) * INCH])
        self.assertEqual(len(list(windows_seen(band, (window,), None))), 1)
        self.assertEqual(len(list(windows_seen(band, (Window(window.opening),), fold))), 1)
        for x, width in [(0, 12), (13, 10), (0, 13)]:
            (one,) = sketch_of(row("b", "strip", x, 2, width, 4), page=(25, 12)).blocks
            with self.subTest(x=x, width=width):
                self.assertEqual(len(list(windows_seen(one, (window,), fold))), 1)

    def test_a_row_is_seen_piece_by_piece(self):
        (block,) = sketch_of(row("b", "border", 1, 1, 8, 2)).blocks
        wishes = CutWishes(repeats={"b": Repeat(4, flags=True, papers=("B", "C"))})
        cells = list(cells_seen(block, "A", wishes))
        self.assertEqual(
            [(c.block.x, c.paper) for c in cells], [(0, "B"), (2 * INCH, "C"), (4 * INCH, "B"), (6 * INCH, "C")]
        )
        self.assertEqual({(c.block.shape, c.block.end) for c in cells}, {(Shape.BANNER, End.BOTTOM)})
        (upright,) = sketch_of(row("b", "border", 1, 1, 2, 8)).blocks
        self.assertEqual({c.block.end for c in cells_seen(upright, "A", wishes)}, {End.RIGHT})
        self.assertEqual(list(cells_seen(block, "A", CutWishes())), [])


class Printed(TestCase):
    """A bee printed 2 x 2 at 5, 5 of the sheet."""

    bee = Inset(5 * INCH, 5 * INCH, size("2", "2"))

    def fate(self, *pieces, side=SideName.A, leftovers=(), placed=()):
        sheet = CutSheet(SHEET, tuple(placed), (), tuple(leftovers))
        plan = CutPlan((sheet,), (), Proof.BEST_FOUND, 1)
        need = PaperNeed("A", tuple(pieces), (SHEET,), motifs=(Motif("bee", side, self.bee),))
        return fates_of(PaperPlan(need, plan))

    def test_on_the_edge_is_still_whole(self):
        for x, fate in [
            (5, Fate.SHOWN),
            (4, Fate.SHOWN),
            (3, Fate.SHOWN),
            (6, Fate.CUT_THROUGH),
            (7, Fate.CUT_THROUGH),
        ]:
            one = piece("1", 4 * INCH, 4 * INCH)
            with self.subTest(x=x):
                (found,) = self.fate(one, placed=[Placed("1", x * INCH, 4 * INCH, one.size)])
                self.assertEqual(found.fate, fate)
        (kept,) = self.fate(leftovers=[Leftover("0", 5 * INCH, 5 * INCH, size("2", "2"))])
        (cut,) = self.fate(leftovers=[Leftover("0", 5 * INCH + 1, 5 * INCH, size("4", "4"))])
        self.assertEqual((kept.fate, cut.fate), (Fate.KEPT, Fate.CUT_THROUGH))

    def test_in_the_middle_of_a_frame_it_is_kept(self):
        frame = piece("1", "12", "12", Inset(4 * INCH, 4 * INCH, size("4", "4")))
        (found,) = self.fate(frame, placed=[Placed("1", 0, 0, frame.size)])
        self.assertEqual(found.fate, Fate.KEPT)
        through = piece("1", "12", "12", Inset(6 * INCH, 4 * INCH, size("4", "4")))
        (found,) = self.fate(through, placed=[Placed("1", 0, 0, through.size)])
        self.assertEqual(found.fate, Fate.CUT_THROUGH)

    def test_seen_from_the_other_side_it_is_mirrored(self):
        place = Inset(INCH, 2 * INCH, size("3", "1"))
        self.assertEqual(seen_from(place, SideName.A, SideName.A, SHEET.size), place)
        self.assertEqual(
            seen_from(place, SideName.A, SideName.B, SHEET.size), Inset(8 * INCH, 2 * INCH, size("3", "1"))
        )

    def test_each_fate_is_said(self):
        motif = Motif("bee", SideName.B, self.bee)
        for fate, pieces, words in [
            (Fate.CUT_THROUGH, ("1", "2"), "is cut through; part of it goes with 1 and 2."),
            (Fate.CUT_THROUGH, (), "is cut through."),
            (Fate.HIDDEN, ("1",), "is glued down with 1"),
            (Fate.SHOWN, ("1",), "shows on 1."),
            (Fate.KEPT, (), "is left whole."),
        ]:
            with self.subTest(words):
                told = MotifFate(motif, 3, fate, pieces).words()
                self.assertTrue(told.startswith(f"Sheet 3: “bee” on the B side {words}"), told)


class TheirOwn(TestCase):
    def test_what_is_assumed_until_people_enter_their_own(self):
        """Common practice, no source."""
        (inch,), (metric,) = USUAL_TRIMMERS, METRIC_TRIMMERS
        for one, longest, widest, finest, narrowest in [
            (inch, INCH * 25 // 2, 12 * INCH, INCH // 16, INCH // 8), (metric, 320 * MM, 310 * MM, MM, 3 * MM),
        ]:  # fmt: skip
            found = (one.longest, one.widest, one.finest, one.narrowest, one.stop_offset)
            self.assertEqual(found, (longest, widest, finest, narrowest, 0))


class FromOnePlace(TestCase):
    def begun(self, *pieces, stocks=(SHEET,), directional=()):
        return begin(pieces, stocks, frozenset(directional))

    def at(self, x, y):
        return SheetRegion(AxisHold(Hold.AT, x * INCH), AxisHold(Hold.AT, y * INCH))

    def test_each_place_takes_the_cuts_it_needs_and_leaves_the_rest_whole(self):
        for x, y, wide, high, cuts in [
            (0, 0, 12, 12, 0),
            (0, 0, 4, 12, 1),
            (0, 0, 4, 4, 2),
            (2, 0, 4, 12, 2),
            (2, 2, 4, 4, 4),
        ]:
            one = piece("1", wide * INCH, high * INCH, region=self.at(x, y))
            with self.subTest(x=x, y=y, wide=wide):
                (sheet,) = self.begun(one).sheets
                self.assertEqual(len(sheet.cuts), cuts)
                area = sum(rest.width * rest.height for rest in sheet.rests.values()) + wide * high * INCH**2
                self.assertEqual(area, 144 * INCH**2)

    def test_two_that_touch_share_a_sheet_and_two_that_overlap_do_not(self):
        def two(x):
            ones = [piece(str(n), 4 * INCH, 4 * INCH, region=self.at(place, 0)) for n, place in ((1, 0), (2, x))]
            return len(self.begun(*ones).sheets)

        self.assertEqual([two(x) for x in (4, 3, 8)], [1, 2, 1])

    def test_the_smallest_sheet_that_has_the_place_is_opened(self):
        small, large = Stock("small", size("6", "6"), count=1), Stock("large", size("12", "12"), count=1)
        for x, key in [(0, "small"), (2, "small"), (3, "large")]:
            (sheet,) = self.begun(piece("1", "4", "4", region=self.at(x, 0)), stocks=[large, small]).sheets
            with self.subTest(x=x):
                self.assertEqual(sheet.stock.key, key)
        ones = [piece(str(n), "4", "4", region=self.at(0, 0)) for n in (1, 2, 3)]
        found = self.begun(*ones, stocks=[large, small])
        self.assertEqual(([one.stock.key for one in found.sheets], found.unplaced), (["small", "large"], ("3",)))


class Lacking(TestCase):
    def why(self, *pieces, **more):
        return [lack.why for lack in lacking(planned(*pieces, **more))]

    def test_why_a_piece_has_no_place(self):
        one, scrap = Stock("s", size("12", "12"), count=1), Stock("r", size("3", "3"), StockKind.SCRAP, 1)
        corner = SheetRegion(AxisHold(Hold.AT, 9 * INCH), AxisHold(Hold.LOW))
        saved = Motif("bee", SideName.A, Inset(2 * INCH, 2 * INCH, size("8", "8")), saved=True)
        for pieces, more, why in [
            ([piece("1", "4", "4")], {"stocks": []}, Why.NO_PAPER),
            ([piece("1", "4", "4")], {"stocks": [one.less(1)]}, Why.NO_PAPER),
            ([piece("1", "4", "4")], {"stocks": [scrap]}, Why.TOO_LARGE),
            ([piece("1", "12 1/16", "1")], {"stocks": [one]}, Why.TOO_LARGE),
            ([piece("1", "4", "4", region=corner)], {"stocks": [one]}, Why.NOT_THERE),
            ([piece("1", "4", "4")], {"stocks": [one], "motifs": [saved]}, Why.MOTIF),
        ]:
            with self.subTest(why):
                self.assertEqual(self.why(*pieces, **more), [why])
        twice = [piece(n, "3", "3", region=corner) for n in ("1", "2")]
        self.assertEqual(self.why(*twice, stocks=[one]), [Why.USED_UP])

    def test_each_reason_is_said_with_its_piece(self):
        for why in Why:
            with self.subTest(why):
                self.assertIn("1 piece 1 (4 in × 4 in)", Lack(piece("1", "4", "4"), why).words(Unit.IN))
        self.assertEqual(len({Lack(piece("1", "4", "4"), why).words(Unit.IN) for why in Why}), len(Why))

    def test_what_is_to_be_bought(self):
        none = [Stock("s", size("12", "12"), count=0)]
        bought = to_buy(planned(*[piece(str(n), "7", "7") for n in range(1, 4)], stocks=none), "navy")
        self.assertEqual((bought.sheet, bought.count), (size("12", "12"), 3))
        self.assertIsNone(to_buy(planned(piece("1", "13", "1"), stocks=none), "navy"))
        self.assertIsNone(to_buy(planned(piece("1", "4", "4")), "navy"))
        large = [Stock("l", size("20", "20"), count=0)]
        self.assertEqual(to_buy(planned(piece("1", "13", "1"), stocks=large), "navy").sheet, size("20", "20"))

    def test_the_size_to_buy_is_the_one_she_buys(self):
        letter, big = size("8 1/2", "11"), size("12", "12")
        for wide, sizes, sheet in [
            ("7", [letter, big], letter),
            ("7", [big, letter], big),
            ("9", [letter, big], big),  # the first that takes the piece
            ("9", [letter], size("12", "12")),
            ("7", [], size("12", "12")),
        ]:
            plan = planned(piece("1", wide, wide), stocks=[Stock("s", big, count=0)])
            with self.subTest(wide, sizes=len(sizes)):
                self.assertEqual(to_buy(plan, "navy", sizes).sheet, sheet)


class FromPrintedPlaces(TestCase):
    def test_what_goes_into_a_printed_place_of_its_side_can_be_cut_from_it(self):
        strip = Motif("bees", SideName.A, Inset(0, 11 * INCH, size("12", "1")), use=MotifUse.STRIP)
        for one, directional, there in [
            (piece("1", "12", "1"), frozenset(), True),
            (piece("1", "12 1/16", "1"), frozenset(), False),
            (piece("1", "6", "1 1/16"), frozenset(), False),
            (piece("1", "1", "12"), frozenset(), False),
            (replace(piece("1", "1", "12"), lie=PatternRun.ACROSS), frozenset({SideName.A}), True),
            (replace(piece("1", "12", "1"), side=SideName.B), frozenset(), False),
        ]:
            with self.subTest(one=one.size, side=one.side):
                self.assertEqual(may_be_cut_from(one, strip, directional), there)


class Advice(TestCase):
    def test_the_least_less_that_saves_a_sheet(self):
        for width, after in [("6 1/16", "6"), ("6 1/8", "6"), ("6 1/4", "6"), ("6 5/16", None)]:
            strip = Stock("strip", size("12", "4"))
            plan = planned(piece("1", width, "4"), piece("2", width, "4"), stocks=[strip])
            saver = sheet_saver(plan, Unit.IN)
            with self.subTest(width):
                self.assertEqual(saver and saver.after, inches(after) if after else None)

    def test_a_little_less_may_find_a_piece_its_place(self):
        one = Stock("strip", size("12", "4"), count=1)
        for width, after in [("6 1/8", "6"), ("6 5/16", None)]:
            plan = planned(piece("1", width, "4"), piece("2", width, "4"), stocks=[one])
            saver = sheet_saver(plan, Unit.IN)
            with self.subTest(width):
                self.assertEqual(len(plan.plan.unplaced), 1)
                self.assertEqual(saver and saver.after, inches(after) if after else None)

    def test_scraps_that_would_do_are_looked_at_before_a_sheet_is_opened(self):
        stocks = [Stock("sheet", size("12", "12"), count=1), Stock("s", size("6", "4"), StockKind.SCRAP, 1)]
        for width, sheets in [("6 1/16", 0), ("6 5/16", None)]:
            saver = sheet_saver(planned(piece("1", width, "4"), stocks=stocks), Unit.IN)
            with self.subTest(width):
                self.assertEqual(saver and saver.sheets, sheets)

    def test_in_millimetres_it_takes_whole_millimetres(self):
        strip = Stock("strip", Size(300 * MM, 100 * MM))
        plan = planned(piece("1", 153 * MM, 100 * MM), piece("2", 153 * MM, 100 * MM), stocks=[strip])
        self.assertEqual(sheet_saver(plan, Unit.MM).after, 149 * MM)

    def test_nothing_is_proposed_where_one_sheet_does_or_a_place_is_meant(self):
        self.assertIsNone(sheet_saver(planned(piece("1", "4", "4")), Unit.IN))
        tied = SheetRegion(AxisHold(Hold.LOW), AxisHold(Hold.LOW))
        strip = Stock("strip", size("12", "4"))
        plan = planned(piece("1", "6 1/4", "4", region=tied), piece("2", "6 1/4", "4"), stocks=[strip])
        self.assertIsNone(sheet_saver(plan, Unit.IN))

    def test_a_join_is_worth_it_where_scraps_take_the_parts_and_none_the_whole(self):
        parts = (Inset(0, 0, size("5", "2")), Inset(4 * INCH, 0, size("6", "2")))
        saving = Saving("b", SavingKind.JOIN, None, parts, 1)
        for sizes, worth in [
            ([("5", "2"), ("6", "2")], True),
            ([("6", "2")], True),
            ([("5", "2")], False),
            ([("10", "2"), ("6", "2")], False),
            ([("9 7/8", "2"), ("6", "2")], True),
            ([], False),
        ]:
            stocks = [Stock(str(n), size(*one), StockKind.SCRAP, 1) for n, one in enumerate(sizes)]
            with self.subTest(sizes):
                self.assertEqual(is_worth_joining(saving, stocks), worth)
        used = [Stock("s", size("6", "2"), StockKind.SCRAP, 0), Stock("w", size("12", "12"))]
        self.assertFalse(is_worth_joining(saving, used))
