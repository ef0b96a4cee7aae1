"""Cut plans: nothing is lost, the listed cuts give the pieces, proofs are proofs, trimmers refuse what they cannot."""

import time
from unittest import TestCase, mock

from hypothesis import given, settings
from hypothesis import strategies as st

from inkquilt.cutting import CutPiece, PaperNeed, plan_page
from inkquilt.cutting.advice import sheet_saver
from inkquilt.cutting.guillotine import (
    Proof,
    Stock,
    StockKind,
    Wanted,
    Work,
    best_plan,
    improving_plans,
    plan_cuts,
    solve,
)
from inkquilt.cutting.guillotine.bounds import least_sheets
from inkquilt.cutting.guillotine.construct import attempts
from inkquilt.cutting.guillotine.values import Leftover
from inkquilt.cutting.guillotine.work import Questions
from inkquilt.cutting.instructions import FenceEdge, cut_out, instructions
from inkquilt.cutting.plan import piece_of_middle
from inkquilt.cutting.progress import standing, steps_in
from inkquilt.cutting.steps import Becomes, steps_of
from inkquilt.cutting.trimmer import Trimmer
from inkquilt.cutting.unplaced import Why, lacking, to_buy
from inkquilt.lengths import INCH, Unit
from inkquilt.paper import pieces_of
from inkquilt.paper.kinds import PatternRun, SideName
from inkquilt.paper.openings import Inset
from inkquilt.sketch import Shape
from inkquilt.sketch.model import Size
from tests.building import demo_sketch, size
from tests.outside.replaying import faults_of

SHEET = Stock("sheet", size("12", "12"))
eighths = st.integers(2, 100).map(lambda n: n * INCH // 8)
TRIMMER = Trimmer("long one", 12 * INCH + INCH // 2, 12 * INCH, INCH // 16, INCH // 8, Unit.IN, INCH)
LITTLE = Trimmer("little one", 6 * INCH, 6 * INCH, INCH // 8, INCH // 4)


def wanted(*sizes, may_turn=True):
    return [Wanted(f"p{n}", size(*text.split(" x ")), may_turn) for n, text in enumerate(sizes)]


def piece(key, width, height, opening=None, lie=PatternRun.UP, side=SideName.A):
    return CutPiece(
        key,
        int(key),
        f"b{key}",
        f"piece {key}",
        Shape.RECT,
        size(width, height),
        side,
        lie,
        (opening,) if opening else (),
    )


def scrap(key, width, height):
    return Stock(key, size(width, height), StockKind.SCRAP, 1)


def planned(*pieces, stocks=(SHEET,), directional=()):
    need = PaperNeed("A", tuple(pieces), tuple(stocks), frozenset(directional))
    *_, plans = plan_page([need], 0.3)
    return plans[0]


class Plans(TestCase):
    @settings(max_examples=25, deadline=None)
    @given(st.lists(st.tuples(eighths, eighths, st.booleans()), max_size=12), st.integers(0, 3), st.booleans())
    def test_every_piece_is_a_part_that_the_cuts_leave_or_is_told_without_a_place(self, sizes, scraps, limited):
        pieces = [Wanted(f"p{n}", Size(w, h), turn) for n, (w, h, turn) in enumerate(sizes)]
        stocks = [scrap(f"s{n}", str(3 + n), str(9 - n)) for n in range(scraps)]
        stocks.append(Stock("sheet", SHEET.size, count=2 if limited else None))
        plan = plan_cuts(pieces, stocks, 0.05)
        self.assertEqual(faults_of(pieces, stocks, plan), [])
        if not plan.unplaced:
            self.assertLessEqual(plan.bound, plan.new_sheets)
        if not limited:
            self.assertEqual(
                set(plan.unplaced), {p.key for p in pieces if not any(p.fits(stock.size) for stock in stocks)}
            )

    def test_each_plan_is_no_worse_than_the_one_before(self):
        pieces = wanted("4 1/2 x 6 1/2", "4 1/2 x 6 1/2", "3 1/4 x 3 1/4", "1 x 12", "5 x 7", "2 x 2", "2 x 2")
        ranks = [
            (len(p.unplaced), p.new_sheets, -(p.largest_leftover or Leftover("", 0, 0, Size(0, 0))).area)
            for p in improving_plans(pieces, [SHEET], 0.3)
        ]
        self.assertEqual(ranks, sorted(ranks, reverse=True))

    def test_one_sheet_cuts_without_waste_into_five_panels(self):
        """7x9, 7x3, 5x4, 2x8 and 3x8 from one 12 x 12: common practice, no source."""
        plan = plan_cuts(wanted("7 x 9", "7 x 3", "5 x 4", "2 x 8", "3 x 8"), [SHEET])
        self.assertEqual((plan.new_sheets, plan.waste, plan.status, plan.unplaced), (1, 0, Proof.OPTIMAL, ()))

    def test_three_square_mats_come_out_of_one_strip(self):
        """A strip 3 1/4 x 12 gives three 3 1/4 square mats: common practice, no source."""
        plan = plan_cuts(wanted(*["3 1/4 x 3 1/4"] * 3), [scrap("strip", "3 1/4", "12")])
        self.assertEqual((plan.new_sheets, len(plan.sheets), plan.unplaced), (0, 1, ()))

    def test_two_mats_of_six_and_a_quarter_do_not_come_out_of_twelve_but_two_of_six_do(self):
        """Common practice, no source."""
        strip = Stock("strip", size("12", "4"))
        for length, sheets in (("6 1/4", 2), ("6", 1)):
            with self.subTest(length):
                plan = plan_cuts(wanted(*[f"{length} x 4"] * 2), [strip])
                self.assertEqual((plan.new_sheets, plan.status), (sheets, Proof.OPTIMAL))

    def test_a_small_piece_is_cut_from_the_small_scrap_and_not_from_the_big_one(self):
        stocks = [scrap("big", "9", "11"), scrap("small", "3", "4"), SHEET]
        plan = plan_cuts(wanted("2 1/2 x 3 1/2"), stocks)
        self.assertEqual([sheet.stock.key for sheet in plan.sheets], ["small"])

    def test_where_a_sheet_must_be_opened_scraps_keep_its_rest_large(self):
        stocks = [scrap("scrap", "4", "7"), SHEET]
        plan = plan_cuts(wanted("8 x 12", "4 x 6 1/2"), stocks)
        self.assertEqual(plan.largest_leftover.size, size("4", "12"))

    def test_what_is_left_is_left_in_one_piece(self):
        plan = plan_cuts(wanted("3 x 12", "3 x 4", "3 x 8"), [SHEET])
        self.assertEqual(plan.largest_leftover.size, size("6", "12"))

    def test_degenerate_tasks(self):
        self.assertEqual(plan_cuts([], [SHEET]).sheets, ())
        none = plan_cuts(wanted("2 x 2"), [])
        self.assertEqual((none.unplaced, none.sheets), (("p0",), ()))
        whole = plan_cuts(wanted("12 x 12"), [SHEET])
        self.assertEqual((len(whole.sheets), whole.sheets[0].cuts, whole.waste), (1, (), 0))
        self.assertEqual(plan_cuts(wanted("13 x 2"), [SHEET]).unplaced, ("p0",))
        used_up = plan_cuts(wanted("2 x 2"), [Stock("none", SHEET.size, count=0)])
        self.assertEqual(used_up.unplaced, ("p0",))

    def test_five_hundred_pieces_are_planned_in_time(self):
        pieces = [Wanted(f"p{n}", size("1", "2 1/2")) for n in range(500)]
        plan = plan_cuts(pieces, [SHEET], 0.5)
        self.assertEqual(faults_of(pieces, [SHEET], plan), [])
        self.assertLessEqual(plan.new_sheets, plan.bound + 1)

    def test_distances_are_sums_of_pieces_so_that_cuts_fall_on_marks(self):
        pieces = wanted("4 1/4 x 6 1/4", "4 1/4 x 6 1/4", "3 1/4 x 3 1/4", "2 x 2", "1 1/2 x 9")
        plan = plan_cuts(pieces, [SHEET], 0.3)
        for sheet in plan.sheets:
            for cut in sheet.cuts:
                self.assertEqual(cut.at % (INCH // 4), 0)


class Bounds(TestCase):
    def test_pieces_over_half_a_sheet_each_need_their_own(self):
        pieces = wanted("7 x 7", "7 x 7", "7 x 7")
        self.assertEqual(least_sheets(pieces, [SHEET]), 3)

    @settings(max_examples=25, deadline=None)
    @given(st.lists(st.tuples(eighths, eighths, st.booleans()), min_size=1, max_size=9))
    def test_no_plan_goes_below_the_bound(self, sizes):
        pieces = [Wanted(f"p{n}", Size(w, h), turn) for n, (w, h, turn) in enumerate(sizes)]
        pieces = [p for p in pieces if p.fits(SHEET.size)]
        plan = plan_cuts(pieces, [SHEET], 0.1)
        self.assertLessEqual(least_sheets(pieces, [SHEET]), plan.new_sheets)


class CountedWork(TestCase):
    """A plan is as good as the work it may take, and that is counted: a busy machine finds the same one later."""

    #: Few enough to search, too many to settle: what is found depends on how far the work goes.
    PIECES = wanted(
        *["4 3/8 x 6 1/8", "3 1/4 x 5", "2 7/8 x 7 1/4", "5 1/8 x 3 3/8", "2 1/8 x 2 5/8", "6 1/4 x 1 7/8"] * 2
    )
    SOME_WORK = 120_000

    def planned(self, work=SOME_WORK):
        budget = Work(work)
        return best_plan(self.PIECES, [SHEET, scrap("s", "7", "5")], budget), budget

    def test_on_a_machine_that_is_slow_now_and_then_the_plan_is_the_same(self):
        quick, _ = self.planned()

        def slow(*arguments, built=solve.construct):
            time.sleep(0.002)
            return built(*arguments)

        with mock.patch.object(solve, "construct", slow):
            late, _ = self.planned()
        self.assertEqual(late, quick)

    def test_work_is_spent_and_not_overrun_by_much(self):
        _, work = self.planned()
        self.assertGreater(work.used, 0)
        self.assertLess(work.used, 2 * self.SOME_WORK)

    def test_few_pieces_are_soon_settled_however_much_work_there_is(self):
        scraps = [SHEET, scrap("s", "8", "6"), scrap("t", "5", "6")]
        for pieces in (["4 1/4 x 6 1/4"], ["3 1/2 x 2", "5 x 2"], ["4 1/4 x 6 1/4", "4 x 3", "2 x 7"]):
            for stocks in ([SHEET], scraps):
                work = Work.of_seconds(60)
                with self.subTest(pieces, stocks=len(stocks)):
                    plan = best_plan(wanted(*pieces), stocks, work)
                    self.assertEqual(plan.unplaced, ())
                    self.assertLess(work.used, Work.of_seconds(2).most)

    def test_what_an_attempt_counts_whatever_it_places(self):
        """A piece or none: thinking of an attempt is work, or a plan of two pieces would take minutes."""
        work = Work(10**9)
        solve.construct(next(attempts(wanted("1 x 1"))), [SHEET], work)
        self.assertGreaterEqual(work.used, 60)

    def test_without_any_work_there_is_a_first_plan(self):
        plan, _ = self.planned(work=0)
        self.assertEqual(faults_of(self.PIECES, [SHEET, scrap("s", "7", "5")], plan), [])

    def test_more_work_never_ends_with_a_worse_plan(self):
        ranks = []
        for work in (0, 30_000, 120_000, 480_000):
            plan, _ = self.planned(work)
            left = plan.largest_leftover
            ranks.append((len(plan.unplaced), plan.new_sheets, -(left.area if left else 0)))
        self.assertEqual(ranks, sorted(ranks, reverse=True))

    def test_a_share_of_the_work_is_an_equal_part_of_what_is_left_and_counts_in_the_whole(self):
        whole = Work(100)
        with whole.share(4) as own:
            self.assertEqual(own.most, 25)
            own.spend(10)
        self.assertEqual((whole.used, whole.left), (10, 90))
        with whole.share(3) as own:
            self.assertEqual(own.most, 30)

    def test_limits_of_a_budget(self):
        for used, spent, half_spent, left in [
            (0, False, False, 10),
            (4, False, False, 6),
            (5, False, True, 5),
            (9, False, True, 1),
            (10, True, True, 0),
            (12, True, True, 0),
        ]:
            with self.subTest(used=used):
                work = Work(10, used)
                self.assertEqual((work.is_spent(), work.part(0.5).is_spent(), work.left), (spent, half_spent, left))

    def test_an_attempt_ends_after_its_questions_or_with_the_work(self):
        work = Work(10)
        asked = Questions(work, 2)
        self.assertEqual([asked.is_spent() for _ in range(3)], [False, False, True])
        asked.spend(10)
        self.assertTrue(work.is_spent())
        self.assertTrue(Questions(work, 2).is_spent())


class Pages(TestCase):
    def test_pieces_are_numbered_bottom_layer_first_and_grouped_by_paper(self):
        listed = pieces_of(demo_sketch("three").blocks)
        papers = {group.paper: [piece.block for piece in group.pieces] for group in listed.papers}
        self.assertEqual(list(papers), ["A", "B", "C", "D", "white", "E"])
        self.assertEqual(papers["white"], ["m-tall", "m-view-1", "m-view-2"])
        self.assertEqual([photo.block for photo in listed.photos], ["tall", "view-1", "view-2"])
        numbers = [piece.number for group in listed.papers for piece in group.pieces]
        self.assertEqual(sorted(numbers + [p.number for p in listed.photos]), list(range(1, 12)))
        self.assertEqual(listed.papers[0].pieces[0].number, 1)  # the base

    def test_the_middle_of_a_frame_gives_the_next_frame_before_a_new_sheet_is_opened(self):
        """A 1 in frame from 12 x 12 leaves 10 x 10, from which the next is cut: common practice, no source."""
        outer = piece("1", "12", "12", Inset(INCH, INCH, size("10", "10")))
        inner = piece("2", "10", "10", Inset(INCH, INCH, size("8", "8")))
        mat = piece("3", "8", "8")
        plan = planned(mat, inner, outer)
        self.assertEqual([piece_of_middle(sheet.stock) for sheet in plan.sheets], [None, "1", "2"])
        self.assertEqual((plan.plan.new_sheets, plan.plan.waste), (1, 0))

    def test_a_middle_is_not_used_when_its_piece_has_no_place(self):
        large = piece("1", "13", "13", Inset(INCH, INCH, size("11", "11")))
        plan = planned(large, piece("2", "10", "10"), stocks=[Stock("sheet", SHEET.size, count=0)])
        self.assertEqual(plan.plan.unplaced, ("1", "2"))

    def test_directional_pieces_are_not_turned_and_say_when_only_that_would_do(self):
        strip = Stock("strip", size("4", "12"), count=1)
        upright = planned(piece("1", "12", "3"), stocks=[strip], directional=[SideName.A])
        self.assertEqual([lack.why for lack in lacking(upright)], [Why.OTHER_WAY])
        across = planned(piece("1", "12", "3", lie=PatternRun.ACROSS), stocks=[strip], directional=[SideName.A])
        self.assertEqual(across.plan.unplaced, ())
        plain_side = planned(piece("1", "12", "3", side=SideName.B), stocks=[strip], directional=[SideName.A])
        self.assertEqual(plain_side.plan.unplaced, ())

    def test_what_is_lacking_is_told_with_its_reason_and_what_to_buy(self):
        one = Stock("sheet", SHEET.size, count=1)
        cases = [
            (planned(piece("1", "12", "13"), stocks=[one]), Why.TOO_LARGE, None),
            (planned(piece("1", "2", "2"), stocks=[]), Why.NO_PAPER, 1),
            (planned(piece("1", "12", "12"), piece("2", "7", "7"), piece("3", "7", "7"), stocks=[one]), Why.USED_UP, 2),
        ]
        for plan, why, count in cases:
            with self.subTest(why):
                self.assertEqual({lack.why for lack in lacking(plan)}, {why})
                bought = to_buy(plan, "navy")
                self.assertEqual(bought and bought.count, count)

    def test_what_is_bought_is_the_first_of_her_sizes_that_takes_it_or_the_largest_known(self):
        used_up = [Stock(f"sheet {n}", size(*sides), count=0) for n, sides in enumerate((("6", "6"), ("13", "19")))]
        small, large, hers = size("6", "6"), size("13", "19"), size("8 1/2", "11")
        for width, height, stocks, bought, taken in (
            ("5", "5", used_up[:1], (), SHEET.size),  # 12 x 12 can always be had
            ("5", "5", used_up, (), large),
            ("5", "5", used_up[::-1], (), large),
            ("5", "5", used_up, (small,), small),
            ("5", "5", used_up, (small, hers), small),
            ("7", "5", used_up, (small, hers), hers),  # the first is too small
            ("12", "18", used_up, (small, hers), large),
            ("12", "20", used_up, (small, hers), None),
        ):
            with self.subTest(width=width, height=height, known=len(stocks), bought=bought):
                found = to_buy(planned(piece("1", width, height), stocks=stocks), "navy", bought)
                self.assertEqual(found and found.sheet, taken)

    def test_a_quarter_less_that_saves_a_sheet_is_proposed(self):
        """Two mats 6 1/4 long do not come out of 12, two 6 in ones do: common practice, no source."""
        strip = Stock("strip", size("12", "4"))
        plan = planned(piece("1", "6 1/4", "4"), piece("2", "6 1/4", "4"), stocks=[strip])
        saver = sheet_saver(plan, Unit.IN)
        self.assertEqual((saver.numbers, saver.before, saver.after, saver.sheets), ((1, 2), 50800, 6 * INCH, 1))
        self.assertEqual(saver.words(Unit.IN), "Make 1 and 2 6 in wide instead of 6 1/4 in: then 1 sheet is enough.")


class Trimming(TestCase):
    def test_steps_say_what_stays_at_the_fence_and_what_falls_off(self):
        plan = planned(piece("1", "8 1/2", "11"))
        first, second = steps_of(plan, plan.sheets[0], [TRIMMER])
        self.assertEqual((first.instruction.fence, first.instruction.setting), (FenceEdge.LEFT, 8 * INCH + INCH // 2))
        self.assertEqual((first.kept.becomes, first.falls.becomes), (Becomes.CUT_ON, Becomes.LEFTOVER))
        self.assertEqual((second.kept.becomes, second.kept.piece), (Becomes.PIECE, "1"))
        self.assertEqual(second.falls.size, size("8 1/2", "1"))

    def test_a_window_starts_and_stops_inside_the_sheet(self):
        """An 11 x 11 hole in 12 x 12 starts 1/2 in from each edge: common practice, no source."""
        frame = piece("1", "12", "12", Inset(INCH // 2, INCH // 2, size("11", "11")))
        plain = Trimmer("plain", 12 * INCH, 12 * INCH, INCH // 16, INCH // 8, Unit.IN, 0)
        for how in cut_out(frame, frame.openings[0], [plain], frame.size):
            self.assertEqual((how.inside.start, how.inside.stop), (INCH // 2, 11 * INCH + INCH // 2))
            self.assertIn(how.setting, (INCH // 2, 11 * INCH + INCH // 2))

    def test_the_stop_is_set_off_from_the_mark_by_the_trimmers_offset(self):
        """A window 9 x 7 1/2, 1 1/4 from the outer edge, 2 from the top, stop 1 in off: common practice, no source."""
        window = piece("1", "12", "12", Inset(5 * INCH // 4, 2 * INCH, size("9", "7 1/2")))
        first = next(cut_out(window, window.openings[0], [TRIMMER], window.size))
        self.assertEqual((first.setting, first.inside.start, first.inside.stop), (10160, 2 * INCH, 77216))
        self.assertEqual((first.inside.start_setting, first.inside.stop_setting), (3 * INCH, 85344))

    def test_a_trimmer_refuses_what_it_cannot_and_the_one_that_can_is_taken(self):
        plan = planned(piece("1", "3", "12"))
        (step,) = steps_of(plan, plan.sheets[0], [LITTLE, TRIMMER])
        self.assertIs(step.instruction.trimmer, TRIMMER)
        self.assertEqual(step.verdicts, ("little one cuts 6 in at most, this is 12 in", ""))
        sliver = planned(piece("1", "11 15/16", "12"))
        (none,) = instructions(sliver.sheets[0], [LITTLE, TRIMMER])
        self.assertIsNone(none.trimmer)
        self.assertIn("cuts no strip under 1/8 in cleanly, this is 1/16 in", none.refusals[-1])
        frame = piece("1", "5", "5", Inset(INCH, INCH, size("3", "3")))
        self.assertEqual({how.trimmer for how in cut_out(frame, frame.openings[0], [LITTLE], frame.size)}, {None})

    def test_a_stop_that_cannot_be_set_so_near_the_end_is_refused(self):
        short = Trimmer("short", 12 * INCH, 12 * INCH, INCH // 16, INCH // 8, Unit.IN, -INCH)
        frame = piece("1", "6", "6", Inset(INCH // 2, INCH // 2, size("5", "5")))
        how = next(cut_out(frame, frame.openings[0], [short], frame.size))
        self.assertEqual((how.trimmer, how.refusals), (None, ("the stop of short cannot be set so near the end",)))

    def test_the_edge_is_taken_from_which_the_setting_is_on_a_mark(self):
        coarse = Trimmer("coarse", 13 * INCH, 12 * INCH, INCH, 0)
        odd = Stock("odd", size("11 1/2", "12"))
        (how,) = instructions(plan_cuts(wanted("4 1/2 x 12", may_turn=False), [odd]).sheets[0], [coarse])
        self.assertEqual((how.fence, how.setting, how.exact), (FenceEdge.RIGHT, 7 * INCH, True))


class Progress(TestCase):
    def test_pieces_middles_and_rests_appear_as_the_cuts_are_made(self):
        frame = piece("1", "8", "8", Inset(INCH, INCH, size("6", "6")))
        sheet = planned(frame).sheets[0]
        inner = {"1": frame.inner_work(frame.size)}
        self.assertEqual(steps_in(sheet, inner), 6)
        untouched = standing(sheet, inner, 0)
        self.assertEqual((untouched.pieces, list(untouched.rest.values())), ({}, [SHEET.size]))
        cut = standing(sheet, inner, 2)
        self.assertEqual((list(cut.pieces), dict(cut.middles)), (["1"], {}))
        self.assertEqual(dict(standing(sheet, inner, 6).middles), {"1": (size("6", "6"),)})
        for done in range(7):
            now = standing(sheet, inner, done)
            area = sum(s.width * s.height for s in now.rest.values()) + 64 * INCH**2 * len(now.pieces)
            self.assertEqual(area, 144 * INCH**2)
