"""The cutting table: what comes of the steps done, what the stash gains and loses, what is left to cut."""

import json
from collections import Counter
from dataclasses import replace
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from inkquilt.cutting import CutPiece, PaperNeed, plan_page
from inkquilt.cutting.guillotine import Cut, CutSheet, Direction, Placed, Stock, StockKind
from inkquilt.cutting.pieces import InnerWork
from inkquilt.cutting.table import (
    ASSUMED,
    Spoiled,
    StockChange,
    TableSheet,
    finished_numbers,
    joined,
    read_change,
    read_sheet,
    sheet_on,
    table_sheets,
    take_stock,
    ticked,
    write_change,
    write_sheet,
)
from inkquilt.errors import BadInput
from inkquilt.lengths import INCH
from inkquilt.paper.openings import Inset
from inkquilt.sketch import Shape
from inkquilt.sketch.model import Size
from tests.building import size

SHEET = Stock("sheet", size("12", "12"))
SCRAP = StockKind.SCRAP


def lying(paper=7, inner=None, stock=SHEET, key="0.0"):
    """Return a sheet 12 x 12: cut at 8 from the left, then the left part at 8 from the top; pieces 1 and 2."""
    return TableSheet(
        key,
        paper,
        CutSheet(
            stock,
            (Placed("1", 0, 0, size("8", "8")), Placed("2", 8 * INCH, 0, size("4", "12"))),
            (Cut("0", Direction.UPRIGHT, 8 * INCH, stock.size), Cut("0a", Direction.LEVEL, 8 * INCH, size("8", "12"))),
            (),
        ),
        inner or {},
    )


def stash(taken):
    """Return how the stash changes, in whole inches."""
    return [(c.kind.value, c.size.width // INCH, c.size.height // INCH, c.count) for c in taken.changes]


class Ticking(TestCase):
    def test_as_many_steps_as_there_are(self):
        table = [lying(inner={"1": (InnerWork(4, size("6", "6")),)})]
        for done, fine in [(0, True), (6, True), (7, False), (-1, False)]:
            with self.subTest(done=done):
                if fine:
                    self.assertEqual(ticked(table, {"9.9": 1}, "0.0", done), {"9.9": 1, "0.0": done})
                else:
                    self.assertRaises(BadInput, ticked, table, {}, "0.0", done)
        with self.assertRaisesRegex(BadInput, "no such sheet"):
            ticked(table, {}, "0.1", 1)
        self.assertIs(sheet_on(table, "0.0"), table[0])


class TakingStock(TestCase):
    def taken(self, done, one=None, spoiled=None, keep_above=0, made=None):
        return take_stock([one or lying()], {"0.0": done} if done else {}, made or {}, keep_above, spoiled)

    def test_step_by_step(self):
        for done, made, changes in [
            (0, {}, []),
            (1, {"2": 1}, [("sheet", 12, 12, -1), ("scrap", 8, 12, 1)]),
            (2, {"1": 1, "2": 1}, [("sheet", 12, 12, -1), ("scrap", 8, 4, 1)]),
        ]:
            with self.subTest(done=done):
                found = self.taken(done)
                self.assertEqual((dict(found.made), stash(found)), (made, changes))

    def test_what_was_made_before_stays_made(self):
        self.assertEqual(dict(self.taken(1, made={"9": 1}).made), {"9": 1, "2": 1})

    def test_small_leftovers_are_not_kept(self):
        for keep_above, kept in [(4 * INCH, True), (4 * INCH + 1, False)]:
            with self.subTest(keep_above=keep_above):
                self.assertEqual(("scrap", 8, 4, 1) in stash(self.taken(2, keep_above=keep_above)), kept)

    def test_of_paper_that_is_not_owned_nothing_goes_to_the_stash(self):
        found = self.taken(2, lying(paper=None))
        self.assertEqual((dict(found.made), found.changes), ({"1": 1, "2": 1}, ()))

    def test_a_part_that_went_wrong(self):
        left = (size("3", "3"), size("1", "8"))
        for done, part, made, changes in [
            # The whole sheet, before anything was cut; what is left of it comes back.
            (0, "0", {}, [("sheet", 12, 12, -1), ("scrap", 3, 3, 1), ("scrap", 1, 8, 1)]),
            # A piece: it is to be cut again.
            (2, "0aa", {"2": 1}, [("sheet", 12, 12, -1), ("scrap", 8, 4, 1), ("scrap", 3, 3, 1), ("scrap", 1, 8, 1)]),
            # A rest: it is no leftover any more.
            (2, "0ab", {"1": 1, "2": 1}, [("sheet", 12, 12, -1), ("scrap", 3, 3, 1), ("scrap", 1, 8, 1)]),
        ]:
            with self.subTest(part=part):
                found = self.taken(done, spoiled=Spoiled("0.0", part, left))
                self.assertEqual((dict(found.made), stash(found)), (made, changes))

    def test_a_part_that_is_not_there_is_refused(self):
        for sheet, part, code in [("0.0", "0ab", "no-such-part"), ("1.0", "0", "no-such-sheet")]:
            with self.subTest(part=part), self.assertRaises(BadInput) as caught:
                self.taken(1, spoiled=Spoiled(sheet, part, ()))
            self.assertEqual(caught.exception.faults[0].code, code)

    def test_what_is_cut_off_too_small_is_not_kept_of_a_spoiled_part_either(self):
        found = self.taken(0, spoiled=Spoiled("0.0", "0", (size("3", "3"), size("1", "8"))), keep_above=2 * INCH)
        self.assertEqual(stash(found), [("sheet", 12, 12, -1), ("scrap", 3, 3, 1)])

    def test_a_piece_still_to_be_cut_into_is_paper_of_its_own_size_again(self):
        frame = {"1": (InnerWork(4, size("6", "6")),)}
        for done, made, changes in [
            (2, {"2": 1}, [("sheet", 12, 12, -1), ("scrap", 8, 4, 1), ("scrap", 8, 8, 1)]),
            (3, {"1": 1, "2": 1}, [("sheet", 12, 12, -1), ("scrap", 8, 4, 1)]),
            (6, {"1": 1, "2": 1}, [("sheet", 12, 12, -1), ("scrap", 8, 4, 1), ("scrap", 6, 6, 1)]),
        ]:
            with self.subTest(done=done):
                found = self.taken(done, lying(inner=frame), keep_above=INCH)
                self.assertEqual((dict(found.made), stash(found)), (made, changes))
        unowned = self.taken(2, lying(paper=None, inner=frame))
        self.assertEqual(dict(unowned.made), {"1": 1, "2": 1})

    def test_a_middle_that_was_cut_on_is_not_there_twice(self):
        outer = lying(inner={"1": (InnerWork(4, size("6", "6")),)})
        middle = Stock("middle of 1", size("6", "6"), SCRAP, 1)
        inside = TableSheet(
            "0.1", 7, CutSheet(middle, (Placed("3", 0, 0, size("6", "2")),),
                               (Cut("0", Direction.LEVEL, 2 * INCH, middle.size),), ()), {},
        )  # fmt: skip
        untouched = take_stock([outer, inside], {"0.0": 6}, {}, 0)
        self.assertIn(("scrap", 6, 6, 1), stash(untouched))
        cut_on = take_stock([outer, inside], {"0.0": 6, "0.1": 1}, {}, 0)
        self.assertEqual(stash(cut_on), [("sheet", 12, 12, -1), ("scrap", 8, 4, 1), ("scrap", 6, 4, 1)])
        self.assertEqual(set(cut_on.made), {"1", "2", "3"})

    def test_the_middle_of_a_spoiled_piece_is_lost_with_it(self):
        one = lying(inner={"1": (InnerWork(4, size("6", "6")),)})
        found = take_stock([one], {"0.0": 6}, {}, 0, Spoiled("0.0", "0aa", ()))
        self.assertEqual((dict(found.made), stash(found)), ({"2": 1}, [("sheet", 12, 12, -1), ("scrap", 8, 4, 1)]))

    def test_a_scrap_leaves_the_stash_as_a_scrap(self):
        one = lying(stock=Stock("s", size("12", "12"), SCRAP, 1))
        self.assertEqual(stash(take_stock([one], {"0.0": 1}, {}, 0))[0], ("scrap", 12, 12, -1))

    def test_undone_twice_it_is_as_it_was(self):
        for change in self.taken(2).changes:
            self.assertEqual(change.reversed().count, -change.count)
            self.assertEqual(change.reversed().reversed(), change)

    @given(st.integers(0, 6), st.integers(0, 6))
    def test_no_paper_comes_from_nowhere(self, done, other):
        """What comes back and what is cut are never more than the sheets that leave."""
        frame = {"1": (InnerWork(4, size("6", "6")),)}
        table = [lying(inner=frame), lying(inner=frame, key="1.0")]
        found = take_stock(table, {"0.0": done, "1.0": other}, {}, 0)
        gone = sum(-c.count * c.size.width * c.size.height for c in found.changes if c.count < 0)
        back = sum(c.count * c.size.width * c.size.height for c in found.changes if c.count > 0)
        self.assertLessEqual(back, gone)
        self.assertEqual(gone, 144 * INCH**2 * sum(1 for n in (done, other) if n))


class WrongOnOneSheet(TestCase):
    """A cut that went wrong is settled on its sheet; the others lie there as they did."""

    SPOILED = Spoiled("0.0", "0a", (size("8", "5"),))

    def test_only_its_sheet_is_settled(self):
        table = [lying(), lying(key="0.1"), lying(paper=9, key="1.0")]
        ticks = {"0.0": 1, "0.1": 2, "1.0": 1}
        found = take_stock(table, ticks, {}, 0, self.SPOILED)
        self.assertEqual(stash(found), [("sheet", 12, 12, -1), ("scrap", 8, 5, 1)])
        self.assertEqual((dict(found.made), [one.key for one in found.staying]), ({"2": 1}, ["0.1", "1.0"]))
        self.assertEqual(set(found.promised), {"1", "2"})
        taken = [(c.paper, c.count) for c in found.spoken_for if c.kind is StockKind.SHEET]
        self.assertEqual(taken, [(7, -1), (7, -1), (9, -1)])
        whole = take_stock(table, ticks, {}, 0, self.SPOILED, all_sheets=True)
        self.assertEqual((whole.staying, [c.count for c in whole.changes].count(-1)), ((), 3))

    def test_of_a_sheet_that_is_not_owned_nothing_is_spoken_for(self):
        found = take_stock([lying(), lying(paper=None, key="1.0")], {"0.0": 1}, {}, 0, self.SPOILED)
        self.assertEqual(found.spoken_for, found.changes)

    def test_what_shares_a_middle_with_it_is_settled_as_well(self):
        outer = lying(inner={"1": (InnerWork(4, size("6", "6")),)})
        middle = Stock("middle of 1", size("6", "6"), SCRAP, 1)
        inside = TableSheet(
            "0.1", 7, CutSheet(middle, (Placed("3", 0, 0, size("6", "2")),),
                               (Cut("0", Direction.LEVEL, 2 * INCH, middle.size),), ()), {},
        )  # fmt: skip
        other = TableSheet("0.2", 7, CutSheet(SHEET, (Placed("4", 0, 0, size("3", "3")),), (), ()), {})
        for sheet, part, done in [("0.0", "0ab", {"0.0": 6}), ("0.1", "0", {"0.0": 6}), ("0.1", "0", {})]:
            with self.subTest(sheet=sheet, done=done):
                found = take_stock([outer, inside, other], done, {}, 0, Spoiled(sheet, part, ()))
                self.assertEqual([one.key for one in found.staying], ["0.2"])
        elsewhere = take_stock([outer, inside, other], {}, {}, 0, Spoiled("0.2", "0", ()))
        self.assertEqual([one.key for one in elsewhere.staying], ["0.0", "0.1"])
        self.assertEqual([c.kind for c in elsewhere.spoken_for], [StockKind.SHEET] * 2)  # a middle is not of the stash

    def test_sheets_planned_anew_have_keys_that_none_had(self):
        table = [lying(), lying(key="0.1"), lying(key="0.4"), lying(key="1.0")]
        need = PaperNeed("white", tuple(_piece(key, 3, 3) for key in "12"), (SHEET,))
        (anew,) = last(plan_page([need], 0))
        found = joined([need, need], [anew, anew], table[1:3], table)
        self.assertEqual(found.keys, (("0.1", "0.4", "0.5"), ("1.1",)))
        self.assertEqual([sheet.stock for sheet in found.plans[0].sheets], [SHEET] * 3)
        self.assertEqual(joined([need], [anew], (), ()).keys, (("0.0",),))

    @given(
        st.lists(st.tuples(st.integers(2, 8), st.integers(2, 8)), min_size=2, max_size=7),
        st.integers(1, 3),
        st.data(),
    )
    def test_every_piece_is_made_on_the_table_or_told_as_lacking_once(self, sizes, sheets, data):
        pieces = tuple(_piece(str(number), *one) for number, one in enumerate(sizes, 1))
        need = PaperNeed("white", pieces, (Stock("sheet", size("12", "12"), count=sheets),))
        table = table_sheets(last(plan_page([need], 0)), [7])
        ticks = {one.key: data.draw(st.integers(0, one.steps), one.key) for one in table}
        wrong = data.draw(st.sampled_from(table))
        now = wrong.after(ticks[wrong.key])
        part = data.draw(st.sampled_from(sorted({*now.rest, *now.pieces.values()})))
        taken = take_stock(table, ticks, {}, INCH, Spoiled(wrong.key, part, ()))
        counts = Counter({(StockKind.SHEET, size("12", "12")): sheets})
        for change in taken.spoken_for:
            counts[change.kind, change.size] += change.count
        self.assertGreaterEqual(min(counts.values()), 0)  # never more than there was
        left = tuple(piece for piece in pieces if piece.key not in taken.promised)
        stocks = tuple(Stock(f"{k} {s}", s, k, n) for (k, s), n in counts.items() if n)
        anew = last(plan_page([replace(need, pieces=left, stocks=stocks)], 0))
        whole = joined([need], anew, taken.staying, table)
        there = [p.key for sheet in whole.plans[0].sheets for p in sheet.placed]
        lacking = list(whole.plans[0].plan.unplaced)
        self.assertEqual(sorted((*there, *taken.made, *lacking)), sorted(piece.key for piece in pieces))
        self.assertEqual(len(set(whole.keys[0])), len(whole.plans[0].sheets))


def _piece(key, width, height):
    return CutPiece(key, int(key), f"b{key}", "piece", Shape.RECT, size(str(width), str(height)))


def last(plans):
    """Return the last and best of several plans."""
    *_, best = plans
    return best


class Finished(TestCase):
    def test_a_number_is_done_when_all_its_pieces_are(self):
        for ticks, made, keys, numbers in [
            ({}, (), ("1", "2"), ()),
            ({"0.0": 1}, (), ("1", "2"), (2,)),
            ({"0.0": 2}, (), ("1", "2"), (1, 2)),
            ({"0.0": 2}, (), ("1", "2", "1b"), (2,)),
            ({}, ("5a",), ("5a", "5b"), ()),
            ({}, ("5a", "5b"), ("5a", "5b"), (5,)),
            ({}, ("4+7",), ("4+7",), (4, 7)),
            ({}, ("4+7",), ("4+7", "7b"), (4,)),
        ]:
            with self.subTest(ticks=ticks, made=made, keys=keys):
                self.assertEqual(finished_numbers([lying()], ticks, made, keys), numbers)

    def test_a_piece_that_is_still_cut_into_is_not_finished(self):
        table = [lying(inner={"1": (InnerWork(4, size("6", "6")),)})]
        self.assertEqual([finished_numbers(table, {"0.0": done}, (), ("1", "2")) for done in (2, 5, 6)],
                         [(2,), (2,), (1, 2)])  # fmt: skip


class Kept(TestCase):
    def test_the_table_reads_back_as_it_was(self):
        frame = CutPiece(
            "1", 1, "b1", "frame", Shape.RECT, size("8", "8"), openings=(Inset(INCH, INCH, size("6", "6")),)
        )
        plain = CutPiece("2", 2, "b2", "strip", Shape.RECT, size("4", "12"))
        owned = PaperNeed("A", (frame, plain), (SHEET,))
        unknown = PaperNeed("B", (plain,), (Stock(ASSUMED, SHEET.size),))
        *_, plans = plan_page([owned, unknown], 0.05)
        table = table_sheets(plans, [7, 9])
        self.assertEqual([(one.key, one.paper) for one in table], [("0.0", 7), ("1.0", None)])
        for one in table:
            again = read_sheet(json.loads(json.dumps(write_sheet(one))))
            self.assertEqual((again.key, again.paper, again.inner), (one.key, one.paper, one.inner))
            self.assertEqual((again.sheet.placed, again.sheet.cuts), (one.sheet.placed, one.sheet.cuts))
            self.assertEqual(
                (again.sheet.stock.size, again.sheet.stock.kind), (one.sheet.stock.size, one.sheet.stock.kind)
            )
            for done in range(one.steps + 1):
                self.assertEqual(again.after(done), one.after(done))

    def test_tables_laid_before_windows_had_open_sides_are_read(self):
        row = write_sheet(lying())
        del row["inner"]
        row["openings"] = {"1": [6 * INCH, 6 * INCH]}
        self.assertEqual(dict(read_sheet(row).inner), {"1": (InnerWork(4, size("6", "6")),)})

    def test_a_change_of_the_stash_reads_back(self):
        change = StockChange(7, SCRAP, Size(3, 4), -2)
        self.assertEqual(read_change(json.loads(json.dumps(write_change(change)))), change)
